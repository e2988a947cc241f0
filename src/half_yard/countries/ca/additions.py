"""What an asset brings to its class when it comes, and takes from it when it goes (ITA 13(7), 13(21))."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.countries.asking import Ask, asset_of
from half_yard.countries.ca import gaps
from half_yard.countries.ca.classes import (
    CEILINGS,
    DESIGNATED,
    FEES,
    GENERAL,
    IN_FULL,
    LAND,
    LAND_PROCEEDS,
    PRIVATE_BEFORE,
    PRODUCTIVE,
    PROPERTY,
    RATES,
    RELATIVE,
    TAX,
    VALUE,
    ZERO_PASSENGER,
)
from half_yard.countries.ca.frame import rules
from half_yard.countries.ca.questions import counts_proposed
from half_yard.countries.ca.year_rules import YEARS, rules_for
from half_yard.figures import (
    NOTHING,
    Figure,
    above,
    difference,
    entered,
    larger_of,
    not_below_zero,
    smaller_of,
    stated,
    times,
    total,
)
from half_yard.records import Asset
from half_yard.records.amounts import HUNDRED

IMMEDIATE_FROM = datetime.date(2022, 1, 1)
"""Individuals may expense immediately what they have bought since (Regulations 1104(3.1))."""
AT_ONCE_FROM = datetime.date(2024, 4, 16)
"""Computers, network equipment and patents bought since may be written off at once, as proposed."""
AGAIN_FROM = datetime.date(2025, 1, 1)
"""What is bought since has the accelerated first year of before 2024 again, as proposed."""
FEES_OF_BUYING = "costs of buying it with its land"
ONE = stated(Decimal(1), "the whole")


def _further(key: str, asset: Asset, name: str, label: str) -> Figure:
    return entered(asset.basis.get(name, Decimal(0)), label, f"/assets/{key}/basis/{name}")


def _called(asset: Asset) -> str:
    return asset.name or "asset"


def part_of(key: str, asset: Asset) -> Figure | None:
    """The part of it that is for the activity; None for all of it."""
    if asset.share is None:
        return None
    path = f"/things/{asset.thing}" if asset.thing else f"/assets/{key}/share"
    return entered(asset.share / HUNDRED, "part used for the activity", path)


def cost(ask: Ask, key: str) -> Figure:
    """An asset's capital cost, of its part for the activity: with its part of the costs of buying it together
    with its land; of a passenger car not above the year's ceiling with the tax on it (ITA 13(7)(g), (i)); of
    what was used privately before, what it was worth or its cost with half of what it has gained
    (13(7)(b))."""
    return times(ask(whole_cost, key), part_of(key, ask.of(asset_of, key)))


def bought_for(ask: Ask, key: str) -> Figure:
    """What an asset was bought for, with its part of the costs of buying it together with its land."""
    asset = ask.of(asset_of, key)
    label = f"{_called(asset)}: cost"
    typed = entered(asset.cost, label, f"/assets/{key}/cost", asset.reckoning)
    return total((typed, ask(_own_fees, key)), label) if asset.basis.get(FEES) else typed


def _own_fees(ask: Ask, key: str) -> Figure:
    """An asset's part of the costs of buying it together with its land."""
    asset = ask.of(asset_of, key)
    typed = entered(asset.cost, f"{_called(asset)}: cost", f"/assets/{key}/cost", asset.reckoning)
    with_land = typed + _further(key, asset, LAND, "cost of its land")
    fees = _further(key, asset, FEES, FEES_OF_BUYING)
    own = fees * (typed / with_land) if with_land.amount else fees
    return own.in_cents("its part of the costs of buying")


def cost_for_gains(ask: Ask, key: str) -> Figure:
    """What a gain is measured from: what it was bought for, or its value when its use changed (ITA 45(1))."""
    asset = ask.of(asset_of, key)
    if asset.answers.get(PRIVATE_BEFORE):
        return _further(key, asset, VALUE, f"{_called(asset)}: value when it came into use")
    return ask(bought_for, key)


def whole_cost(ask: Ask, key: str) -> Figure:
    """The capital cost of all of it."""
    asset, typed = ask.of(asset_of, key), ask(bought_for, key)
    label = typed.label
    if asset.answers.get(PRIVATE_BEFORE):
        value = _further(key, asset, VALUE, f"{_called(asset)}: value when it came into use")
        gained = not_below_zero(difference(value, typed), "what it has gained")
        part = ask(rules).figure("capital_gains_inclusion", label="part of a gain that counts")
        counted = total((typed, (gained * part).in_cents("half of what it has gained")), label)
        return smaller_of(value, counted, label=label)
    if asset.asset_class in CEILINGS:
        return _within_the_ceiling(key, asset, typed)
    return typed


def _within_the_ceiling(key: str, asset: Asset, typed: Figure) -> Figure:
    """A passenger car's cost, not above the ceiling of its year with the tax on it (ITA 13(7)(g), (i))."""
    year = asset.in_service.year if asset.in_service else YEARS[-1]
    if year not in YEARS:
        return typed.marked(gaps.ceiling_of_the_year(f"/assets/{key}"))
    before = difference(typed, _further(key, asset, TAX, "sales tax in its cost"), label="cost before tax")
    most = rules_for(year).figure(CEILINGS[asset.asset_class], label=f"ceiling of {year} before tax")
    with_tax = (most * (typed / before)).in_cents() if before.amount else most
    return smaller_of(typed, with_tax.named("ceiling with tax"), label=typed.label)


def received(ask: Ask, key: str) -> Figure:
    """What came of all of an asset, less the cost of selling it."""
    asset, path = ask.of(asset_of, key), f"/assets/{key}"
    label = f"{_called(asset)}: proceeds"
    price = entered(asset.proceeds or Decimal(0), label, f"{path}/proceeds")
    costs = entered(asset.selling_costs or Decimal(0), "cost of selling it", f"{path}/selling_costs")
    return difference(price, costs, label=label)


def of_land(ask: Ask, key: str) -> tuple[Figure, Figure]:
    """What the land of a building was sold for, and what it had cost with its part of the costs of buying; of
    the part for the activity, as the building's."""
    asset = ask.of(asset_of, key)
    part = part_of(key, asset)
    price = _further(key, asset, LAND_PROCEEDS, "its land: proceeds")
    cost = _further(key, asset, LAND, "its land: cost")
    if asset.basis.get(FEES):
        fees = difference(_further(key, asset, FEES, FEES_OF_BUYING), ask(_own_fees, key))
        cost = total((cost, fees), cost.label)
    return times(price, part), times(cost, part)


def proceeds(ask: Ask, key: str, most: Figure) -> Figure:
    """What came of an asset less the cost of selling it, of its part for the activity, but not more than
    `most`, its cost (ITA 13(21), "undepreciated capital cost", F)."""
    asset, came = ask.of(asset_of, key), ask(received, key)
    if asset.asset_class == ZERO_PASSENGER and asset.cost:
        typed = entered(asset.cost, "cost", f"/assets/{key}/cost", asset.reckoning)
        came = (came * (ask(whole_cost, key) / typed)).in_cents(came.label)
    came = times(came, part_of(key, asset))
    return smaller_of(came, most, label=f"{_called(asset)}: not above cost")


def with_land(ask: Ask, key: str, price: Figure, balance: Figure) -> Figure:
    """The proceeds of a building that was sold with its land: a loss on it is cut back by the gain on the
    land (ITA 13(21.1)(a)). `balance` is what is left of its class."""
    land_price, land_cost = of_land(ask, key)
    if not above(land_price, land_cost) or not above(balance, price):
        return price
    together = total((price, land_price), "building and land")
    first = difference(together, smaller_of(land_cost, land_price), label="both, less the land's cost")
    left = smaller_of(balance, ask(cost, key), label="what is left of its cost")
    second = larger_of(price, left, label="the larger of its price and what is left of its cost")
    return smaller_of(first, second, label=f"{price.label}, sold with its land")


def is_accelerated(asset: Asset) -> bool:
    """Whether nobody near has had it before (Regulations 1104(4))."""
    return not (asset.answers.get(RELATIVE) or asset.answers.get(PRIVATE_BEFORE))


def is_designated(ask: Ask, key: str) -> bool:
    """Whether an asset that came this year is expensed immediately: bought by an individual from 2022 on,
    available for use before 2025, still there (Regulations 1104(3.1))."""
    asset = ask.of(asset_of, key)
    return (
        ask(rules).has("immediate_expensing_limit")
        and asset.answers.get(DESIGNATED, False)
        and PROPERTY[asset.asset_class].expensed
        and is_accelerated(asset)
        and _bought(asset) >= IMMEDIATE_FROM
        and asset.disposed is None
    )


def _bought(asset: Asset) -> datetime.date:
    return asset.acquired or asset.in_service or datetime.date.min


def is_again_accelerated(ask: Ask, asset: Asset) -> bool:
    """Whether the accelerated first year of before 2024 is counted for it, as proposed."""
    return ask.of(counts_proposed) and _bought(asset) >= AGAIN_FROM


def factor(ask: Ask, key: str) -> Figure:
    """How much of an accelerated addition is added to the base besides, as a part of it: the factor of column
    14 (Regulations 1100(2))."""
    asset, values = ask.of(asset_of, key), ask(rules)
    first = PROPERTY[asset.asset_class].first
    if first == IN_FULL:
        return NOTHING
    again = is_again_accelerated(ask, asset)
    at_once = ask.of(counts_proposed) and first == PRODUCTIVE and _bought(asset) >= AT_ONCE_FROM
    if first in {GENERAL, PRODUCTIVE} and not at_once:
        name = "accelerated_reinstated" if again else "accelerated_factor_general"
        return values.figure(name, label="factor of accelerated additions")
    name = "productivity_assets_first_year" if at_once else first
    share = values.figure(
        "accelerated_first_year_reinstated" if again else name, label="part of the first year"
    )
    rate = values.figure(RATES[asset.asset_class], label="rate of the class")
    return difference(share / rate, ONE, label="factor of accelerated additions")
