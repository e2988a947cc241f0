"""Conventions: how much of the first year an asset is treated as in service."""

from __future__ import annotations

import datetime
from enum import StrEnum
from fractions import Fraction


class Convention(StrEnum):
    """When in a period an asset is treated as placed in service (26 U.S.C. 168(d))."""

    HALF_YEAR = "half-year"
    MID_QUARTER = "mid-quarter"
    MID_MONTH = "mid-month"


def period(convention: Convention, in_service: datetime.date) -> int:
    """The quarter (1 to 4) or month (1 to 12) that the convention looks at; 1 for the half-year."""
    match convention:
        case Convention.HALF_YEAR:
            return 1
        case Convention.MID_QUARTER:
            return quarter(in_service)
        case Convention.MID_MONTH:
            return in_service.month


def quarter(day: datetime.date) -> int:
    """The quarter of the calendar year, 1 to 4."""
    return (day.month + 2) // 3


def first_year_share(convention: Convention, period: int) -> Fraction:
    """The part of a full year that the first year counts, for a quarter or month as of `period`."""
    match convention:
        case Convention.HALF_YEAR:
            return Fraction(1, 2)
        case Convention.MID_QUARTER:
            return Fraction(9 - 2 * period, 8)
        case Convention.MID_MONTH:
            return Fraction(25 - 2 * period, 24)
