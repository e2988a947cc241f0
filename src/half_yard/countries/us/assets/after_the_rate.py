"""Depreciation of a vehicle by actual costs after years by the standard mileage rate: straight line of the
basis that is left over what is left of its life (Rev. Proc. 2019-46, section 4.03(2); IRS Pub. 463)."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.results import AssetStory, PlainYears
from half_yard.countries.us.assets.auto_limits import auto_limits
from half_yard.countries.us.assets.basis import basis_figure
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.uses import share_of_year
from half_yard.figures import Figure, difference, entered, not_below_zero, smaller_of, stated, total
from half_yard.records import Asset

LIFE = 5
"""The years of a vehicle's useful life, as its recovery period is (26 U.S.C. 168(e)(3)(B)(i))."""
LIMITED_YEARS = 3
"""The limits of automobiles differ in so many years; the last holds for all later ones."""


def after_the_rate(key: str, asset: Asset, tax_year: int, by_the_rate: Figure) -> AssetStory:
    """The story of an asset whose basis the standard rate has taken down by so much. Raises ValueError for
    one that has no day in service."""
    if asset.in_service is None:
        raise ValueError(f"{key} has no date in service")
    first = asset.in_service.year
    path = f"/assets/{key}/prior_depreciation"
    earlier = entered(asset.prior_depreciation or Decimal(0), "depreciation of earlier years", path)
    before = total((by_the_rate, earlier), "taken before, by the rate and by depreciation")
    made = _year(key, asset, tax_year, before)
    after = _year(key, asset, tax_year + 1, total((before, made), "taken up to this year"))
    summary = "Straight line of what the standard mileage rate has left."
    return AssetStory(first, made, summary, PlainYears(earlier, (), after))


def _year(key: str, asset: Asset, year: int, before: Figure) -> Figure:
    """What a year takes of the basis that those before it have left."""
    index = year - (asset.in_service.year if asset.in_service else year)
    left = not_below_zero(
        difference(basis_figure(key, asset), before, label="basis left"), "basis that is left"
    )
    years = stated(Decimal(max(LIFE - index, 1)), "years left of its life")
    use = entered(share_of_year(asset, year), f"business use of {year}", f"/assets/{key}/thing")
    name = f"{asset.name}: straight line over the years left"
    made = ((left / years).named("a year of what is left") * use).in_cents(name)
    limits = auto_limits(year - index, allowance=False) if CLASSES[asset.asset_class].auto else None
    if limits is None:
        return made
    limit = (limits[min(index, LIMITED_YEARS)] * use).in_cents("limit of the year, by use")
    return smaller_of(made, limit, label=name)
