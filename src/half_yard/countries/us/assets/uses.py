"""The business use of an asset by year, what its first year's test counts, and the year in which it
leaves."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.us.assets.basis import basis_amount
from half_yard.depreciation import Convention
from half_yard.depreciation.conventions import quarter
from half_yard.records import Asset
from half_yard.records.amounts import HUNDRED

WHOLE = Decimal(1)


def share_of_year(asset: Asset, year: int) -> Decimal:
    """The business use of an asset in a year, as a part of one."""
    percent = asset.shares.get(str(year), asset.share) if asset.shares else asset.share
    return WHOLE if percent is None else percent / HUNDRED


def tested_basis(asset: Asset) -> Decimal:
    """What the mid-quarter test counts of an asset in its first year: its business part less what is expensed
    (26 CFR 1.168(d)-1(b)(4))."""
    first = asset.in_service.year if asset.in_service else 0
    return max(basis_amount(asset) * share_of_year(asset, first) - (asset.expensed or 0), Decimal(0))


def leaves_in(asset: Asset, convention: Convention) -> tuple[int, Decimal] | None:
    """The index of the year in which an asset left service, and the part of that year's rate that counts.

    Property other than buildings that comes and goes in one year has none (26 CFR 1.168(d)-1(b)(3)).
    """
    if asset.disposed is None or asset.in_service is None:
        return None
    index = asset.disposed.year - asset.in_service.year
    if convention is Convention.MID_MONTH:
        months = Decimal(2 * asset.disposed.month - 1) / 24
        if index:
            return index, months
        counted = Decimal(25 - 2 * asset.in_service.month) / 24
        return index, max(months - (1 - counted), Decimal(0)) / counted
    if not index:
        return index, Decimal(0)
    if convention is Convention.HALF_YEAR:
        return index, Decimal("0.5")
    return index, Decimal(2 * quarter(asset.disposed) - 1) / 8
