"""When estimated tax and the return are due: on the 15th, moved by weekends and the legal holidays of the
District of Columbia (26 U.S.C. 6072, 6654(c)(2), 7503)."""

from __future__ import annotations

import datetime

SATURDAY = 5
ONE_DAY = datetime.timedelta(1)


def instalment_days(year: int) -> tuple[datetime.date, ...]:
    """The four days by which instalments of a tax year are due, as the law prints them."""
    days = ((year, 4), (year, 6), (year, 9), (year + 1, 1))
    return tuple(datetime.date(of, month, 15) for of, month in days)


def due_dates(year: int) -> tuple[datetime.date, ...]:
    """The same, moved to the next business day."""
    return tuple(next_business_day(day) for day in instalment_days(year))


def return_day(year: int) -> datetime.date:
    """April 15 after a tax year: to it the penalty for underpayment runs, moved or not."""
    return datetime.date(year + 1, 4, 15)


def return_due(year: int) -> datetime.date:
    """When the return of a tax year is due."""
    return next_business_day(return_day(year))


def next_business_day(day: datetime.date) -> datetime.date:
    """The day itself, or the next one that is neither a weekend nor a holiday."""
    while day.weekday() >= SATURDAY or day in holidays(day.year):
        day += ONE_DAY
    return day


def holidays(year: int) -> frozenset[datetime.date]:
    """The legal holidays that instalments can fall on (5 U.S.C. 6103; D.C. Code 28-2701): of Martin Luther
    King, Emancipation Day in April and Juneteenth, the last two as they are kept."""
    january = datetime.date(year, 1, 1)
    mondays = (7 - january.weekday()) % 7
    king = january + datetime.timedelta(mondays + 14)
    return frozenset((king, _kept(datetime.date(year, 4, 16)), _kept(datetime.date(year, 6, 19))))


def _kept(day: datetime.date) -> datetime.date:
    """A holiday on a Saturday is kept on the Friday before, one on a Sunday on the Monday after."""
    if day.weekday() == SATURDAY:
        return day - ONE_DAY
    return day + ONE_DAY if day.weekday() == SATURDAY + 1 else day
