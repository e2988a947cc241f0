"""The sale of a property: its gain, which the capital works deducted of its building raise; and of things in
it that had no decline in value, because somebody had used them before (ITAA 1997 Part 3-1, CGT event K7)."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask, asset_of, tax_year
from half_yard.countries.au import gaps
from half_yard.countries.au.asset_kinds import MONTHS, PROPERTY_ITSELF, USED_BEFORE, WORKS, stop
from half_yard.countries.au.decline import (
    assets_of,
    began,
    closing,
    cost,
    income_year,
    of_year,
    part_of,
    received,
)
from half_yard.figures import Figure, difference, entered, times
from half_yard.records import ClientFile
from half_yard.records.amounts import HUNDRED
from half_yard.records.dates import months_after


def sold(ask: Ask, activity: str) -> tuple[str, ...]:
    """The properties of an activity of which the contract of sale is of this income year (s 104-10)."""
    return tuple(
        key for key in ask(_gone_this_year).get(activity, ())
        if ask.of(asset_of, key).asset_class == PROPERTY_ITSELF and not ask.of(_stop, key)
    )  # fmt: skip


def used_before(ask: Ask, activity: str) -> tuple[str, ...]:
    """What was left out of the decline in value and went this year."""
    return tuple(key for key in ask(_gone_this_year).get(activity, ()) if ask.of(_stop, key) == USED_BEFORE)


def _stop(file: ClientFile, key: str) -> str:
    return stop(file.assets[key], file)


def _gone_this_year(ask: Ask) -> dict[str, tuple[str, ...]]:
    return ask.of(_gone)


def _gone(file: ClientFile) -> dict[str, tuple[str, ...]]:
    """What went this year, by activity."""
    gone: dict[str, tuple[str, ...]] = {}
    for key, asset in sorted(file.assets.items()):
        if asset.disposed is not None and income_year(asset.disposed) == file.tax_year:
            gone[asset.activity] = (*gone.get(asset.activity, ()), key)
    return gone


def works_deducted(ask: Ask, key: str) -> list[Figure]:
    """What was deducted of the buildings of a property's activity, to the end of this year or until they
    left, of the part for the activity, all owners together."""
    own = ask(assets_of, ask.of(asset_of, key).activity)
    return [ask(_deducted_of, each) for each in own if ask.of(asset_of, each).asset_class == WORKS]


def _deducted_of(ask: Ask, key: str) -> Figure:
    asset, whole, year = ask.of(asset_of, key), ask(cost, key), ask.of(tax_year)
    left = ask(closing, key)
    last = year if asset.disposed is None else income_year(asset.disposed)
    for each in range(year + 1, last + 1):
        left = difference(left, of_year(asset, f"/assets/{key}", whole, left, each))
    label = f"{asset.name or 'building'}: capital works deducted"
    return times(difference(whole, left, label=label), ask(part_of, key))


def cost_base(ask: Ask, key: str) -> Figure:
    """What it cost, less the capital works deducted (s 110-45)."""
    return difference(ask(cost, key), *ask(works_deducted, key), label="cost base")


def price(ask: Ask, key: str) -> Figure:
    """What it was sold for, in dollars."""
    asset = ask.of(asset_of, key)
    figure = entered(asset.proceeds or Decimal(0), "price", f"/assets/{key}/proceeds")
    return figure.marked(*([gaps.no_price(f"/assets/{key}/proceeds")] if asset.proceeds is None else []))


def selling_costs(ask: Ask, key: str) -> Figure:
    """What the sale cost; it belongs to the cost base (s 110-35)."""
    amount = ask.of(asset_of, key).selling_costs or Decimal(0)
    return entered(amount, "costs of selling", f"/assets/{key}/selling_costs")


def part_that_counts(ask: Ask, key: str) -> Figure | None:
    """The part of the gain that is not of the owner's home (s 118-185); None for all of it."""
    share = ask.of(asset_of, key).sale_share
    if share is None:
        return None
    return entered(share / HUNDRED, "part of the gain that counts", f"/assets/{key}/sale_share")


def gain_of_used(ask: Ask, key: str) -> Figure:
    """What was received less the cost (s 104-240), of what had no decline in value at all."""
    label = ask.of(asset_of, key).name or "Used before"
    return difference(ask(received, key), ask(cost, key), label=label)


def held_long(ask: Ask, key: str) -> bool:
    """Whether twelve months lie between the days of purchase and of sale, neither counted (s 115-25)."""
    asset = ask.of(asset_of, key)
    bought = asset.acquired or began(asset)
    return asset.disposed is not None and months_after(bought, MONTHS) < asset.disposed
