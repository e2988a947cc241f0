"""The business use of an asset by year, what its first year's test counts, and the year in which it
leaves."""

from __future__ import annotations

import datetime
import math
from decimal import Decimal

from half_yard.countries.us.assets.basis import basis_amount
from half_yard.depreciation import Convention, Start
from half_yard.depreciation.conventions import HALF_MONTHS, quarter
from half_yard.records import Asset
from half_yard.records.amounts import HUNDRED

WHOLE = Decimal(1)


def placed_in(asset: Asset) -> int | None:
    """The year in which an asset was placed in service; None while that is not known."""
    return asset.in_service.year if asset.in_service else None


def share_of_year(asset: Asset, year: int) -> Decimal:
    """The business use of an asset in a year, as a part of one."""
    percent = asset.shares.get(str(year), asset.share) if asset.shares else asset.share
    return WHOLE if percent is None else percent / HUNDRED


def tested_basis(asset: Asset) -> Decimal:
    """What the mid-quarter test counts of an asset in its first year: its business part less what is expensed
    (26 CFR 1.168(d)-1(b)(4))."""
    first = asset.in_service.year if asset.in_service else 0
    return max(basis_amount(asset) * share_of_year(asset, first) - (asset.expensed or 0), Decimal(0))


def in_and_out(asset: Asset) -> bool:
    """Whether an asset came and went in one year: it has no depreciation (26 CFR 1.168(d)-1(b)(3)(ii); of a
    building common practice, no source), no special allowance (26 CFR 1.168(k)-2(g)(1)(i)), and no place in
    the mid-quarter test (26 U.S.C. 168(d)(3)(B)(ii))."""
    placed, disposed = asset.in_service, asset.disposed
    return placed is not None and disposed is not None and placed.year == disposed.year


def leaves_in(asset: Asset, start: Start, years: Decimal) -> tuple[int, Decimal] | None:
    """The index of the year in which an asset with a life of so many years left service, and the part of that
    year's rate that counts. The rate of its last year is for the part of it in which the life ends: what
    leaves after that has all of it."""
    if asset.disposed is None or asset.in_service is None:
        return None
    index = asset.disposed.year - asset.in_service.year
    if not index:
        return index, Decimal(0)
    left = _half_months_before(asset.disposed, start.convention)
    behind_first = HALF_MONTHS * years - start.half_months
    last = math.ceil(behind_first / HALF_MONTHS)
    counted = behind_first - HALF_MONTHS * (last - 1) if index == last else Decimal(HALF_MONTHS)
    return index, min(left / counted, WHOLE)


def used_half_months(asset: Asset, start: Start) -> int:
    """How many half months of its life an asset had used up when it left service; none where it came and went
    in one year."""
    if asset.disposed is None or asset.in_service is None:
        return 0
    index = asset.disposed.year - asset.in_service.year
    if not index:
        return 0
    left = _half_months_before(asset.disposed, start.convention)
    return start.half_months + HALF_MONTHS * (index - 1) + int(left)


def _half_months_before(day: datetime.date, convention: Convention) -> Decimal:
    """How many half months of its last year a convention counts."""
    match convention:
        case Convention.HALF_YEAR:
            return Decimal(12)
        case Convention.MID_QUARTER:
            return Decimal(3 * (2 * quarter(day) - 1))
        case Convention.MID_MONTH:
            return Decimal(2 * day.month - 1)
