"""Conventions: how much of the first year an asset is treated as in service."""

from __future__ import annotations

import datetime
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction

HALF_MONTHS = 24
MIDDLE_DAY = 15


class Convention(StrEnum):
    """When in a period an asset is treated as placed in service (26 U.S.C. 168(d))."""

    HALF_YEAR = "half-year"
    MID_QUARTER = "mid-quarter"
    MID_MONTH = "mid-month"


@dataclass(frozen=True, slots=True)
class Start:
    """How an asset's first year counts: its convention, the quarter (1 to 4) or month (1 to 12) that the
    convention looks at, 1 for the half-year; and for how many half months the first year counts."""

    convention: Convention
    period: int
    half_months: int

    @property
    def counted(self) -> Fraction:
        """The part of a full year that the first year counts."""
        return Fraction(self.half_months, HALF_MONTHS)

    @staticmethod
    def of(convention: Convention, in_service: datetime.date, first_month: int = 1) -> Start:
        """The start of an asset in a tax year that counts from the first day of a month to December 31.

        A year that counts from a later month than January is short (Rev. Proc. 89-15).
        """
        match convention:
            case Convention.HALF_YEAR:
                return Start(convention, 1, 13 - first_month)
            case Convention.MID_QUARTER if first_month > 1:
                return _in_short_quarter(in_service, first_month)
            case Convention.MID_QUARTER:
                return Start.in_quarter(quarter(in_service))
            case Convention.MID_MONTH:
                return Start.in_month(in_service.month)

    @staticmethod
    def in_half_year() -> Start:
        """The half-year convention of a full year."""
        return Start(Convention.HALF_YEAR, 1, 12)

    @staticmethod
    def in_quarter(period: int) -> Start:
        """The mid-quarter convention, in a quarter of a full year."""
        return Start(Convention.MID_QUARTER, period, 3 * (9 - 2 * period))

    @staticmethod
    def in_month(period: int) -> Start:
        """The mid-month convention."""
        return Start(Convention.MID_MONTH, period, 25 - 2 * period)


def quarter(day: datetime.date) -> int:
    """The quarter of the calendar year, 1 to 4."""
    return (day.month + 2) // 3


def _in_short_quarter(day: datetime.date, first_month: int) -> Start:
    """The mid-quarter convention of a short year (Rev. Proc. 89-15, section 4.03): of four or eight months in
    whole months, of others by days, the middle of the quarter moved back to the first day or the middle of a
    month."""
    months = 13 - first_month
    if months in {4, 8}:
        number = (day.month - first_month) * 4 // months
        return Start(Convention.MID_QUARTER, number + 1, months * (7 - 2 * number) // 4)
    begin = datetime.date(day.year, first_month, 1)
    days = (datetime.date(day.year, 12, 31) - begin).days + 1
    number = (day - begin).days * 4 // days
    middle = begin + datetime.timedelta(days=days * (2 * number + 1) // 8)
    half_months = 2 * (13 - middle.month) - (1 if middle.day > MIDDLE_DAY else 0)
    return Start(Convention.MID_QUARTER, number + 1, half_months)
