"""What a year takes of one asset: its decline in value by days (ITAA 1997 Division 40), capital works
(Division 43), costs of borrowing (section 25-25). Amounts are of the whole asset, all owners together."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.countries.asking import Ask, asset_of, tax_year
from half_yard.countries.au.asset_kinds import BORROWING, CAR, MONTHS, PRIME, WORKS, life_of, stop
from half_yard.countries.au.country import COUNTRY
from half_yard.countries.au.frame import days_of_year, rules
from half_yard.countries.au.year_rules import YEARS, rules_for
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

WORKS_YEARS = 40


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
    """What it cost; of a car not above the limit of the year of its first use (s 40-230)."""
    asset = ask.of(asset_of, key)
    typed = entered(asset.cost, f"{asset.name or 'asset'}: cost", f"/assets/{key}/cost", asset.reckoning)
    if asset.asset_class != CAR:
        return typed
    year = min(max(income_year(began(asset)), YEARS[0]), YEARS[-1])
    limit = rules_for(year).figure("car_limit", label=f"car limit of {year - 1}-{year % 100}")
    return smaller_of(typed, limit, label=typed.label)


def part_of(ask: Ask, key: str) -> Figure | None:
    """The part of it that is for the activity; None for all of it."""
    share = ask.of(asset_of, key).share
    return (
        None if share is None else entered(share / HUNDRED, "part for the activity", f"/assets/{key}/share")
    )


def opening(ask: Ask, key: str) -> Figure:
    """The adjustable value on July 1, or the cost of what came this year: what was typed of earlier years is
    taken off, or else what the same method took in them."""
    asset, whole = ask.of(asset_of, key), ask(cost, key)
    if ask(came_in, key):
        return whole
    if asset.prior_depreciation is not None:
        taken = entered(
            asset.prior_depreciation, "decline of earlier years", f"/assets/{key}/prior_depreciation"
        )
    else:
        taken = stated(
            taken_before(asset, whole.amount, ask.of(tax_year)), "decline of earlier years, by days"
        )
    return not_below_zero(difference(whole, taken), "adjustable value on July 1")


def taken_before(asset: Asset, whole: Decimal, year: int) -> Decimal:
    """What earlier income years took of a cost, in dollars."""
    left = whole
    for each in range(income_year(began(asset)), year):
        left -= min(left, to_cents(of_year(asset, whole, left, each)))
    return whole - left


def of_year(asset: Asset, whole: Decimal, left: Decimal, year: int) -> Decimal:
    """What an income year takes of a cost in dollars, before it is limited to what is left."""
    days = days_held(asset, year)
    if asset.asset_class == WORKS:
        return whole * days / (365 * WORKS_YEARS)
    if asset.asset_class == BORROWING:
        return whole * days / borrowing_days(asset)
    life = Decimal(life_of(asset)) / MONTHS
    return whole * days / 365 / life if asset.method == PRIME else left * days / 365 * 2 / life


def borrowing_days(asset: Asset) -> int:
    """Over how many days costs of borrowing are deducted: five years, or the term of the loan if shorter."""
    most = int(rules_for(YEARS[0]).amount("borrowing_days"))
    return min(most, (months_after(began(asset), asset.months or 0) - began(asset)).days)


def of_the_year(ask: Ask, key: str) -> Figure:
    """What this year takes of it."""
    asset, values, whole = ask.of(asset_of, key), ask(rules), ask(cost, key)
    before = ask(opening, key)
    days = stated(Decimal(days_held(asset, ask.of(tax_year))), "days held in the year")
    year = values.figure("days_of_rates", label="days of the rates")
    if asset.asset_class == WORKS:
        rate = values.figure("capital_works_rate", label="rate of capital works")
        made = (whole * (days / year) * rate).in_cents()
    elif asset.asset_class == BORROWING:
        if whole.amount <= values.amount("borrowing_at_once"):
            return before
        made = (
            whole * (days / stated(Decimal(borrowing_days(asset)), "days of five years or of the loan"))
        ).in_cents()
    else:
        life = entered(Decimal(life_of(asset)), "effective life, months", f"/assets/{key}/months")
        years = life / stated(Decimal(MONTHS), "months of a year")
        if asset.method == PRIME:
            made = (whole * (days / year) / years).in_cents()
        else:
            twice = values.figure("diminishing_times", label="diminishing value")
            made = (before * (days / year) * (twice / years)).in_cents()
    return smaller_of(made.named("by days"), before, label="decline of the year")


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
        return (net * (counted / typed)).in_cents().named("termination value, by the car limit")
    return net


def balancing(ask: Ask, key: str) -> Figure:
    """What it brought above its adjustable value, or below it: of its part for the activity (s 40-285)."""
    if not ask(has_left, key) or ask.of(asset_of, key).asset_class in {WORKS, BORROWING}:
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
