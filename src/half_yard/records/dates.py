"""Dates as they are typed and shown: month first (`3/14`, `0314`, `3/14/2025`) or, where a country writes
them so, day first (`14/3`, `1403`, `14/3/2025`); `2025-03-14` means the same everywhere."""

from __future__ import annotations

import calendar
import datetime
import re
from dataclasses import dataclass

from half_yard.records.record import LAST_YEAR

MONTHS = ("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec")
PARTS = re.compile(r"(\d{1,2})[/.\- ](\d{1,2})(?:[/.\- ](\d{2}|\d{4}))?$")
NAMED = re.compile(r"([a-z]{3})[a-z]*\.?\s+(\d{1,2})(?:,?\s+(\d{4}))?$", re.IGNORECASE)
DAY_NAMED = re.compile(r"(\d{1,2})\s+([a-z]{3})[a-z]*\.?(?:,?\s+(\d{4}))?$", re.IGNORECASE)
PACKED = re.compile(r"(\d{2})(\d{2})(\d{4})?$")
CENTURY, PIVOT = 2000, 50


class DateError(ValueError):
    """What was typed is no date; the message says what to type instead."""


SATURDAY = 5


@dataclass(frozen=True, slots=True)
class Calendar:
    """How days are typed and shown in a file: those of its tax year without their year, day or month first. A
    tax year is called by the year in which it ends, and may begin with another month than January."""

    year: int
    day_first: bool = False
    first_month: int = 1

    @property
    def days(self) -> tuple[datetime.date, datetime.date]:
        """The first and the last day of the tax year."""
        return days_of_tax_year(self.year, self.first_month)

    def read(self, typed: str, *, next_year_until: int = 0) -> datetime.date | None:
        """The day that was typed. Raises DateError as `read_date` does."""
        return read_date(
            typed, self.year, next_year_until=next_year_until, day_first=self.day_first,
            first_month=self.first_month,
        )  # fmt: skip

    def read_birthday(self, typed: str) -> datetime.date | None:
        """The birthday that was typed. Raises DateError as `read_birthday` does."""
        return read_birthday(typed, self.year, day_first=self.day_first)

    def text(self, day: datetime.date | None) -> str:
        """The day for reading."""
        within = day is not None and self.first_month > 1 and self.days[0] <= day <= self.days[1]
        return date_text(day, day.year if within and day else self.year, day_first=self.day_first)

    @property
    def hint(self) -> str:
        """What is typed, in words."""
        return "day/month" if self.day_first else "month/day"


def days_of_tax_year(year: int, first_month: int = 1) -> tuple[datetime.date, datetime.date]:
    """The first and the last day of the tax year that ends in a year and begins with a month."""
    if first_month == 1:
        return datetime.date(year, 1, 1), datetime.date(year, 12, 31)
    after = datetime.date(year, first_month, 1)
    return after.replace(year=year - 1), after - datetime.timedelta(days=1)


def tax_year_of_day(day: datetime.date, first_month: int = 1) -> int:
    """The tax year of a day, by the year in which it ends."""
    return day.year + (first_month > 1 and day.month >= first_month)


def after_weekend(day: datetime.date) -> datetime.date:
    """The day itself, or the Monday after it where it is a Saturday or a Sunday."""
    while day.weekday() >= SATURDAY:
        day += datetime.timedelta(days=1)
    return day


def months_after(day: datetime.date, months: int) -> datetime.date:
    """The same day so many months later, or the last of a shorter month."""
    year, month = divmod(day.year * len(MONTHS) + day.month - 1 + months, len(MONTHS))
    last = calendar.monthrange(year, month + 1)[1]
    return datetime.date(year, month + 1, min(day.day, last))


def read_date(
    typed: str, year: int, *, next_year_until: int = 0, day_first: bool = False, first_month: int = 1
) -> datetime.date | None:
    """The day that was typed; None for nothing. Without a year it is in the tax year called `year`, which
    begins with `first_month`, or in the next one if its month is not later than `next_year_until`. Raises
    DateError."""
    text = typed.strip()
    if not text:
        return None
    written, month, day = _parts(text, day_first=day_first)
    if not written:
        earlier = first_month > 1 and month >= first_month
        return _day(year - earlier + (month <= next_year_until), month, day, typed=text)
    return _day(full_year(written), month, day, typed=text)


def read_birthday(typed: str, year: int, *, day_first: bool = False) -> datetime.date | None:
    """The birthday that was typed, its year with it, not after `year`; None for nothing. Raises DateError."""
    text = typed.strip()
    if not text:
        return None
    written, month, day = _parts(text, day_first=day_first)
    if not written:
        what = (
            "day, month and year, such as 14/3/1962"
            if day_first
            else "month, day and year, such as 3/14/1962"
        )
        raise DateError(f"“{text}” has no year. Type {what}.")
    born = full_year(written)
    if born > year and len(written) == len("62"):
        born -= 100
    if born > year:
        raise DateError(f"“{text}” is after tax year {year}.")
    return _day(born, month, day, typed=text)


def _parts(text: str, *, day_first: bool) -> tuple[str, int, int]:
    """The year as it is written, or nothing, the month and the day. Raises DateError."""
    if re.fullmatch(r"\d{4}-\d{2}-\d{2}", text):
        year, month, day = text.split("-")
        return year, int(month), int(day)
    if named := NAMED.match(text):
        return named[3] or "", _month(named[1]), int(named[2])
    if named := DAY_NAMED.match(text):
        return named[3] or "", _month(named[2]), int(named[1])
    match = PARTS.match(text) or PACKED.match(text)
    if match is None:
        what = "day and month, such as 14/3" if day_first else "month and day, such as 3/14"
        raise DateError(f"“{text}” is no date. Type {what}, or 2025-03-14.")
    first, second = int(match[1]), int(match[2])
    return (match[3] or "", second, first) if day_first else (match[3] or "", first, second)


def _month(name: str) -> int:
    """The number of a month by its name; 0 for none."""
    return next((number for number, known in enumerate(MONTHS, 1) if known == name.title()), 0)


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
        raise DateError(f"“{typed}” is no day of the calendar. Type it like 2025-03-14.") from error
    if made.year > LAST_YEAR:
        raise DateError(f"“{typed}” is after {LAST_YEAR}.")
    return made


def date_text(day: datetime.date | None, year: int, *, day_first: bool = False) -> str:
    """The day for reading; its year is left out where it is `year`."""
    if day is None:
        return ""
    month = MONTHS[day.month - 1]
    short = f"{day.day} {month}" if day_first else f"{month} {day.day}"
    if day.year == year:
        return short
    return f"{short} {day.year}" if day_first else f"{short}, {day.year}"
