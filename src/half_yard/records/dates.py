"""Dates as they are typed, month first (`3/14`, `0314`, `3/14/2025`, `2025-03-14`), and as they are shown."""

from __future__ import annotations

import datetime
import re

MONTHS = ("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec")
PARTS = re.compile(r"(\d{1,2})[/.\- ](\d{1,2})(?:[/.\- ](\d{2}|\d{4}))?$")
NAMED = re.compile(r"([a-z]{3})[a-z]*\.?\s+(\d{1,2})(?:,?\s+(\d{4}))?$", re.IGNORECASE)
PACKED = re.compile(r"(\d{2})(\d{2})(\d{4})?$")
CENTURY, PIVOT = 2000, 50


class DateError(ValueError):
    """What was typed is no date; the message says what to type instead."""


def read_date(typed: str, year: int) -> datetime.date | None:
    """The day that was typed, in `year` where none was; None for nothing. Raises DateError."""
    text = typed.strip()
    if not text:
        return None
    if re.fullmatch(r"\d{4}-\d{2}-\d{2}", text):
        return _day(*(int(part) for part in text.split("-")), typed=text)
    if named := NAMED.match(text):
        month = next((number for number, name in enumerate(MONTHS, 1) if name == named[1].title()), 0)
        return _day(int(named[3] or year), month, int(named[2]), typed=text)
    match = PARTS.match(text) or PACKED.match(text)
    if match is None:
        raise DateError(f"“{text}” is no date. Type month and day, such as 3/14, or 2025-03-14.")
    groups = match.groups()
    return _day(_year(groups[2], year), int(groups[0]), int(groups[1]), typed=text)


def _year(written: str | None, default: int) -> int:
    return default if written is None else full_year(written)


def full_year(written: str) -> int:
    """A year written with two digits or four. Raises ValueError for another count of digits."""
    short = int(written)
    if len(written) == len("2025"):
        return short
    if len(written) > len("25"):
        raise ValueError(written)
    return CENTURY + short if short < PIVOT else CENTURY - 100 + short


def _day(year: int, month: int, day: int, *, typed: str) -> datetime.date:
    try:
        return datetime.date(year, month, day)
    except ValueError as error:
        raise DateError(f"“{typed}” is no day of the calendar. Type month and day, such as 3/14.") from error


def date_text(day: datetime.date | None, year: int) -> str:
    """The day for reading; its year is left out where it is `year`."""
    if day is None:
        return ""
    short = f"{MONTHS[day.month - 1]} {day.day}"
    return short if day.year == year else f"{short}, {day.year}"
