"""Dates as they are typed, month first (`3/14`, `0314`, `3/14/2025`, `2025-03-14`), and as they are shown."""

from __future__ import annotations

import datetime
import re

from half_yard.records.record import LAST_YEAR

MONTHS = ("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec")
PARTS = re.compile(r"(\d{1,2})[/.\- ](\d{1,2})(?:[/.\- ](\d{2}|\d{4}))?$")
NAMED = re.compile(r"([a-z]{3})[a-z]*\.?\s+(\d{1,2})(?:,?\s+(\d{4}))?$", re.IGNORECASE)
PACKED = re.compile(r"(\d{2})(\d{2})(\d{4})?$")
CENTURY, PIVOT = 2000, 50


class DateError(ValueError):
    """What was typed is no date; the message says what to type instead."""


def read_date(typed: str, year: int, *, next_year_until: int = 0) -> datetime.date | None:
    """The day that was typed; None for nothing. Without a year it is in `year`, or in the next one if its
    month is not later than `next_year_until`. Raises DateError."""
    text = typed.strip()
    if not text:
        return None
    written, month, day = _parts(text)
    if not written:
        return _day(year + (month <= next_year_until), month, day, typed=text)
    return _day(full_year(written), month, day, typed=text)


def read_birthday(typed: str, year: int) -> datetime.date | None:
    """The birthday that was typed, its year with it, not after `year`; None for nothing. Raises DateError."""
    text = typed.strip()
    if not text:
        return None
    written, month, day = _parts(text)
    if not written:
        raise DateError(f"“{text}” has no year. Type month, day and year, such as 3/14/1962.")
    born = full_year(written)
    if born > year and len(written) == len("62"):
        born -= 100
    if born > year:
        raise DateError(f"“{text}” is after tax year {year}.")
    return _day(born, month, day, typed=text)


def _parts(text: str) -> tuple[str, int, int]:
    """The year as it is written, or nothing, the month and the day. Raises DateError."""
    if re.fullmatch(r"\d{4}-\d{2}-\d{2}", text):
        year, month, day = text.split("-")
        return year, int(month), int(day)
    if named := NAMED.match(text):
        month_number = next((number for number, name in enumerate(MONTHS, 1) if name == named[1].title()), 0)
        return named[3] or "", month_number, int(named[2])
    match = PARTS.match(text) or PACKED.match(text)
    if match is None:
        raise DateError(f"“{text}” is no date. Type month and day, such as 3/14, or 2025-03-14.")
    return match[3] or "", int(match[1]), int(match[2])


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
        made = datetime.date(year, month, day)
    except ValueError as error:
        raise DateError(f"“{typed}” is no day of the calendar. Type month and day, such as 3/14.") from error
    if made.year > LAST_YEAR:
        raise DateError(f"“{typed}” is after {LAST_YEAR}.")
    return made


def date_text(day: datetime.date | None, year: int) -> str:
    """The day for reading; its year is left out where it is `year`."""
    if day is None:
        return ""
    short = f"{MONTHS[day.month - 1]} {day.day}"
    return short if day.year == year else f"{short}, {day.year}"
