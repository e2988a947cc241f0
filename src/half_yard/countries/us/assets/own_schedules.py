"""Property that no table is for: what carries its own years in (before 1987, or another method), and what is
written off by its output (26 U.S.C. 168(f)(1))."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.results import AssetStory, PlainYears
from half_yard.countries.us.assets.basis import basis_figure
from half_yard.countries.us.assets.classes import OUTPUT, AssetClass
from half_yard.figures import (
    Choice,
    Figure,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    total,
)
from half_yard.records import Asset


def own_story(key: str, asset: Asset, asset_class: AssetClass, tax_year: int) -> AssetStory:
    """The story of an asset by the years entered for it. Raises ValueError if it has no date in service."""
    if asset.in_service is None:
        raise ValueError(f"{key} has no date in service")
    first = asset.in_service.year
    given = asset.units if asset_class.own == OUTPUT else asset.own_years
    last = max([tax_year, *(int(year) for year in given if year.isdigit())])
    years: list[Figure] = []
    for year in range(first, last + 1):
        years.append(_year(key, asset, asset_class, year, years))
    index = tax_year - first
    choice = Choice(f"Class: {asset_class.title}", f"/assets/{key}/asset_class")
    label = f"{asset.name}: depreciation of earlier years"
    before = total(years[:index], label)
    if asset.prior_depreciation is not None:
        before = entered(asset.prior_depreciation, label, f"/assets/{key}/prior_depreciation")
    none = _year(key, asset, asset_class, tax_year + 1, years)
    return AssetStory(
        first,
        _capped(key, asset, years[index], before).because(choice),
        f"{asset_class.tables}: {asset_class.title[:1].lower()}{asset_class.title[1:]}",
        PlainYears(before, tuple(years), years[index + 1] if index + 1 < len(years) else none),
    )


def _year(key: str, asset: Asset, asset_class: AssetClass, year: int, before: list[Figure]) -> Figure:
    """What one year takes: as entered, or the basis in proportion to the output of the year."""
    label, name = f"{asset.name}: {year}", str(year)
    if asset_class.own != OUTPUT:
        return entered(asset.own_years.get(name, Decimal(0)), label, f"/assets/{key}/own_years/{name}")
    units = entered(asset.units.get(name, Decimal(0)), f"output of {year}", f"/assets/{key}/units/{name}")
    whole = entered(
        asset.units_in_all or Decimal(1), "output of its whole life", f"/assets/{key}/units_in_all"
    )
    part = (basis_figure(key, asset) * (units / whole)).in_cents(label)
    return _capped(key, asset, part, total(before, "of earlier years"))


def _capped(key: str, asset: Asset, figure: Figure, before: Figure) -> Figure:
    """A year, but not more than the basis that those before it left."""
    left = difference(basis_figure(key, asset), before, label="basis that is left")
    if left.amount >= figure.amount:
        return figure
    return smaller_of(figure, not_below_zero(left, "basis that is left"), label=figure.label)
