"""What a year takes of one asset: its decline in value by days (ITAA 1997 Division 40), capital works
(Division 43), costs of borrowing (section 25-25). Amounts are of the whole asset, all owners together."""

from __future__ import annotations

import datetime
from decimal import Decimal
from functools import reduce
from math import prod
from operator import mul
from typing import NamedTuple

from half_yard.countries.asking import Ask, asset_of, tax_year
from half_yard.countries.au.asset_kinds import (
    BORROWING,
    CAR,
    MONTHS,
    PRIME,
    WITHOUT_DECLINE,
    WORKS,
    life_of,
    stop,
)
from half_yard.countries.au.country import COUNTRY
from half_yard.countries.au.frame import days_of_year
from half_yard.countries.au.year_rules import YEARS, YearRules, rules_for
from half_yard.figures import (
    NOTHING,
    Figure,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    stated,
    times,
    total,
)
from half_yard.figures.rounding import to_cents
from half_yard.records import Asset, ClientFile
from half_yard.records.amounts import HUNDRED
from half_yard.records.dates import months_after, tax_year_of_day


def assets_of(ask: Ask, activity: str) -> tuple[str, ...]:
    """The assets of an activity that nothing stops, in order."""
    return ask.of(_of_activity, activity)


def _of_activity(file: ClientFile, activity: str) -> tuple[str, ...]:
    return tuple(
        key
        for key, asset in sorted(file.assets.items())
        if asset.activity == activity and not stop(asset, file)
    )


def income_year(day: datetime.date) -> int:
    """The income year of a day, by the year in which it ends."""
    return tax_year_of_day(day, COUNTRY.first_month)


def began(asset: Asset) -> datetime.date:
    """The day of its first use."""
    return asset.in_service or datetime.date.min


def came_in(ask: Ask, key: str) -> bool:
    """Whether it was first used this year."""
    return income_year(began(ask.of(asset_of, key))) == ask.of(tax_year)


def has_left(ask: Ask, key: str) -> bool:
    """Whether it left this year."""
    gone = ask.of(asset_of, key).disposed
    return gone is not None and income_year(gone) == ask.of(tax_year)


def is_there(ask: Ask, key: str) -> bool:
    """Whether there was any day of it this year."""
    first, last = days_of_year(ask.of(tax_year))
    asset = ask.of(asset_of, key)
    return began(asset) <= last and (asset.disposed is None or asset.disposed >= first)


def days_held(asset: Asset, year: int) -> int:
    """On how many days of an income year it was there, the first and the last included."""
    first, last = days_of_year(year)
    first, last = max(first, began(asset)), min(last, asset.disposed or last)
    return max((last - first).days + 1, 0)


def cost(ask: Ask, key: str) -> Figure:
    """What it cost, as far as it counts."""
    return counted_cost(ask.of(asset_of, key), f"/assets/{key}")


def counted_cost(asset: Asset, path: str) -> Figure:
    """What an asset cost; of a car not above the limit of the year of its first use (s 40-230)."""
    typed = entered(asset.cost, f"{asset.name or 'asset'}: cost", f"{path}/cost", asset.reckoning)
    if asset.asset_class != CAR:
        return typed
    year = income_year(began(asset))
    limit = _values(year).figure("car_limit", label=f"car limit of {year - 1}-{year % 100}")
    return smaller_of(typed, limit, label=typed.label)


def _values(year: int) -> YearRules:
    """The values of an income year; of one without rules those of the nearest."""
    return rules_for(min(max(year, YEARS[0]), YEARS[-1]))


def part_of(ask: Ask, key: str) -> Figure | None:
    """The part of it that is for the activity; None for all of it."""
    share = ask.of(asset_of, key).share
    return (
        None if share is None else entered(share / HUNDRED, "part for the activity", f"/assets/{key}/share")
    )


def opening(ask: Ask, key: str) -> Figure:
    """The adjustable value on July 1, or the cost of what came this year."""
    whole = ask(cost, key)
    if ask(came_in, key):
        return whole
    return left_before(ask.of(asset_of, key), f"/assets/{key}", whole, ask.of(tax_year))


def left_before(asset: Asset, path: str, whole: Figure, year: int) -> Figure:
    """What an income year finds of a cost: what was typed of earlier years is taken off, or what the same
    method took in them."""
    if asset.prior_depreciation is not None:
        taken = entered(asset.prior_depreciation, "decline of earlier years", f"{path}/prior_depreciation")
    else:
        before = _taken_before(asset, whole.amount, _part_of_day(asset, path, whole), year)
        taken = stated(before, "decline of earlier years, by days")
    return not_below_zero(difference(whole, taken), "adjustable value on July 1")


def _taken_before(asset: Asset, whole: Decimal, part: PartOfDay, year: int) -> Decimal:
    """What earlier income years took, in dollars: `of_year` without an explanation."""
    left, over = whole, prod((each.amount for each in part.over), start=Decimal(1))
    times = prod((each.amount for each in part.times), start=Decimal(1))
    for each in range(income_year(began(asset)), year):
        base = left if part.of_left else whole
        left -= min(to_cents(base * days_held(asset, each) * times / over), left)
    return whole - left


class PartOfDay(NamedTuple):
    """What a day takes: a product of `times` divided by that of `over`, of what is left or of the whole cost;
    where it is taken at once, everything by its first year."""

    of_left: bool
    times: tuple[Figure, ...]
    over: tuple[Figure, ...]


def _part_of_day(asset: Asset, path: str, whole: Figure) -> PartOfDay:
    """By the kind and the method of an asset (ITAA 1997 s 40-72, 40-75, 43-210, 25-25)."""
    values = rules_for(YEARS[0])
    if asset.asset_class == BORROWING:
        if whole.amount <= values.amount("borrowing_at_once"):
            return PartOfDay(True, (), (stated(Decimal(1), "at once"),))
        days = stated(Decimal(borrowing_days(asset)), "days of five years or of the loan")
        return PartOfDay(False, (), (days,))
    days_of_rates = values.figure("days_of_rates", label="days of the rates")
    if asset.asset_class == WORKS:
        return PartOfDay(
            False, (values.figure("capital_works_rate", label="rate of capital works"),), (days_of_rates,)
        )
    life = entered(Decimal(life_of(asset)), "effective life, months", f"{path}/months")
    months, over = stated(Decimal(MONTHS), "months of a year"), (days_of_rates, life)
    if asset.method == PRIME:
        return PartOfDay(False, (months,), over)
    return PartOfDay(True, (months, values.figure("diminishing_times", label="diminishing value")), over)


def of_year(asset: Asset, path: str, whole: Figure, left: Figure, year: int) -> Figure:
    """What an income year takes of a cost of which so much is left."""
    part = _part_of_day(asset, path, whole)
    days = stated(Decimal(days_held(asset, year)), "days held in the year")
    made = reduce(mul, part.times, (left if part.of_left else whole) * days) / reduce(mul, part.over)
    return smaller_of(made.in_cents("by days"), left)


def borrowing_days(asset: Asset) -> int:
    """Over how many days costs of borrowing are deducted: five years, or the term of the loan if shorter."""
    most = int(rules_for(YEARS[0]).amount("borrowing_days"))
    return min(most, (months_after(began(asset), asset.months or 0) - began(asset)).days)


def of_the_year(ask: Ask, key: str) -> Figure:
    """What this year takes of it."""
    asset, whole, before = ask.of(asset_of, key), ask(cost, key), ask(opening, key)
    taken = of_year(asset, f"/assets/{key}", whole, before, ask.of(tax_year))
    return taken.named("decline of the year")


def closing(ask: Ask, key: str) -> Figure:
    """The adjustable value on June 30, or when it left."""
    return difference(ask(opening, key), ask(of_the_year, key), label="adjustable value then")


def received(ask: Ask, key: str) -> Figure:
    """What came of it, less the costs of selling; of a car by the part of its cost that counts (s 40-325)."""
    asset, path = ask.of(asset_of, key), f"/assets/{key}"
    price = entered(asset.proceeds or Decimal(0), "termination value", f"{path}/proceeds")
    costs = entered(asset.selling_costs or Decimal(0), "cost of selling", f"{path}/selling_costs")
    net = difference(price, costs, label="termination value")
    counted = ask(cost, key)
    if asset.asset_class == CAR and counted.amount < asset.cost:
        typed = entered(asset.cost, "cost", f"{path}/cost", asset.reckoning)
        return (net * (counted / typed)).in_cents("termination value, by the car limit")
    return net


def balancing(ask: Ask, key: str) -> Figure:
    """What it brought above its adjustable value, or below it: of its part for the activity (s 40-285)."""
    if not ask(has_left, key) or ask.of(asset_of, key).asset_class in WITHOUT_DECLINE:
        return NOTHING
    whole = difference(ask(received, key), ask(closing, key), label="balancing adjustment")
    return times(whole, ask(part_of, key))


def deduction(ask: Ask, key: str) -> Figure:
    """The part of the year's decline that is for the activity; what is left of borrowing costs when the loan
    is paid off is deducted then."""
    asset = ask.of(asset_of, key)
    taken = ask(of_the_year, key)
    if asset.asset_class == BORROWING and ask(has_left, key):
        taken = total((taken, ask(closing, key)), "with what was left")
    return times(taken, ask(part_of, key))
