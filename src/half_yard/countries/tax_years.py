"""The days of a file's tax year, which need not be those of the calendar's."""

from __future__ import annotations

import datetime

from half_yard.records import ClientFile
from half_yard.records.dates import Calendar, tax_year_of_day


def calendar_of(file: ClientFile) -> Calendar:
    """How days are counted and written in a file."""
    # The countries are made of modules that need this one.
    from half_yard.countries import COUNTRIES  # noqa: PLC0415

    return COUNTRIES[file.country].calendar(file.tax_year)


def days_of(file: ClientFile) -> tuple[datetime.date, datetime.date]:
    """The first and the last day of the tax year."""
    return calendar_of(file).days


def tax_year_of(file: ClientFile, day: datetime.date) -> int:
    """The tax year of a day, by the year in which it ends."""
    return tax_year_of_day(day, calendar_of(file).first_month)
