"""Costs written off by the month: start-up costs (26 U.S.C. 195), goodwill (197), software (167(f)) and what
a loan cost (461(g)).

Straight line from the month in which the business began or the loan was made; the last year takes what is
left, so that the years add up to the cost.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from decimal import Decimal

from half_yard.countries.results import AssetStory, PlainYears
from half_yard.countries.us.assets.basis import basis_figure
from half_yard.countries.us.assets.classes import INTANGIBLE, SOFTWARE, START_UP, TERM, AssetClass
from half_yard.countries.us.assets.special_allowance import Allowance
from half_yard.countries.us.year_rules import YearRules
from half_yard.figures import (
    NOT_BELOW_ZERO,
    Choice,
    Figure,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    stated,
    total,
)
from half_yard.records import Asset

YEAR = 12
REGULAR = "regular"
"""The part of a year that is shown where its form shows nothing apart."""
PAID_OFF = {START_UP, *TERM}
"""Classes of which the rest is deducted when the loan is paid off, the lease ends or the business does
(195(b)(2))."""
MONTHS = {INTANGIBLE: "intangible_amortization_months", SOFTWARE: "software_months"}


@dataclass(frozen=True, eq=False)
class FirstPart:
    """What may be deducted at once of a cost, with the parts of it that its form shows apart, and over how
    many months the rest goes."""

    at_once: Figure
    months: Figure
    parts: Mapping[str, Figure] = field(default_factory=dict)


def first_part(key: str, asset: Asset, together: Mapping[str, Asset], rules: YearRules) -> FirstPart | None:
    """What is deducted at once of a cost whose months the law names, and those months; None for one whose
    months the preparer gives. `together` are all assets of its class and activity.

    Of all start-up costs of an activity that is 5,000, less what they are over 50,000 (26 U.S.C.
    195(b)(1)(A)), to the first ones entered first; of goodwill and software it is nothing.
    """
    if asset.asset_class == START_UP:
        return _part(key, together, rules)
    if asset.asset_class in MONTHS:
        months = rules.figure(MONTHS[asset.asset_class], label="months by law")
        return FirstPart(NOT_BELOW_ZERO, months)
    return None


def first_of_software(key: str, asset: Asset, allowance: Allowance, rules: YearRules) -> FirstPart:
    """What is deducted at once of software: what was elected under section 179, and the special allowance of
    the rest (26 U.S.C. 179(d)(1)(A)(ii), 168(k)(2)(A)(i)(II)); the rest goes over 36 months."""
    cost, parts = basis_figure(key, asset), {}
    if asset.expensed:
        parts["expensed"] = entered(asset.expensed, f"{asset.name}: expensed", f"/assets/{key}/expensed")
    if allowance.rate is not None:
        left = not_below_zero(difference(cost, *parts.values()), "cost less what is expensed")
        made = (left * allowance.rate).in_cents(f"{asset.name}: special allowance")
        parts["allowance"] = made.marked(*allowance.marks)
    at_once = total(parts.values(), f"{asset.name}: at once") if parts else NOT_BELOW_ZERO
    if allowance.why is not None:
        at_once = at_once.because(allowance.why)
    return FirstPart(at_once, rules.figure(MONTHS[SOFTWARE], label="months by law"), parts)


def _part(wanted: str, costs: Mapping[str, Asset], rules: YearRules) -> FirstPart:
    """The part of one of an activity's start-up costs."""
    leaves = {key: basis_figure(key, asset) for key, asset in costs.items()}
    start = rules.figure("start_up_cost_reduction_start", label="start-up costs above which less is at once")
    every = total(leaves.values(), "all start-up costs")
    over = not_below_zero(difference(every, start), "start-up costs over it")
    limit = rules.figure("start_up_cost_first_year_limit", label="start-up costs deducted at once, at most")
    left = not_below_zero(difference(limit, over), "may be deducted at once")
    months = rules.figure("start_up_cost_amortization_months", label="months of the rest")
    before = [leaf for key, leaf in leaves.items() if key < wanted]
    left = not_below_zero(difference(left, total(before)), "left of what may be deducted at once")
    own = leaves[wanted]
    return FirstPart(smaller_of(own, left, label=f"{own.label}, at once"), months)


def amortized(
    key: str, asset: Asset, asset_class: AssetClass, tax_year: int, first_part: FirstPart | None
) -> AssetStory:
    """The story of a cost that is written off. Raises ValueError if it has no first month or no months."""
    if asset.in_service is None:
        raise ValueError(f"{key} has no first month")
    cost = basis_figure(key, asset)
    if first_part is not None:
        at_once, months = first_part.at_once, first_part.months
    elif asset.months is not None:
        months = entered(Decimal(asset.months), "months of its term", f"/assets/{key}/months")
        at_once = NOT_BELOW_ZERO
    else:
        raise ValueError(f"{key} has no months")
    years = _years(asset, cost, at_once, months)
    index = tax_year - asset.in_service.year
    none = stated(Decimal(0), f"{asset.name}: written off")
    choice = Choice(f"Class: {asset_class.title}", f"/assets/{key}/asset_class")

    def year(number: int) -> Figure:
        return years[number].because(choice) if number < len(years) else none

    label = f"{asset.name}: taken in earlier years"
    before = total(years[:index], label)
    if asset.prior_depreciation is not None:
        path = f"/assets/{key}/prior_depreciation"
        before = entered(asset.prior_depreciation, f"{label}, entered", path)
    summary = f"section {asset_class.section}, {months.amount} months from {asset.in_service:%m/%Y}"
    if at_once.amount:
        summary += f", {at_once.amount:,.2f} at once"
    plain = PlainYears(before, tuple(years), year(index + 1))
    parts = {}
    if not index and first_part is not None and first_part.parts:
        regular = difference(years[0], *first_part.parts.values(), label=f"{asset.name}: by the month")
        parts = {**first_part.parts, REGULAR: regular}
    return AssetStory(asset.in_service.year, year(index), summary, plain, parts)


def _index(asset: Asset) -> int:
    """The index of the year in which the loan was paid off or the business ended."""
    return asset.disposed.year - asset.in_service.year if asset.disposed and asset.in_service else -1


def _months_until_sold(asset: Asset, months: int) -> int:
    """Over how many months goodwill or software is written off that was sold: those before the month of its
    sale. What is left of its cost counts in the gain."""
    if asset.disposed is None or asset.in_service is None or asset.asset_class in PAID_OFF:
        return months
    placed, sold = asset.in_service, asset.disposed
    return min(months, 12 * (sold.year - placed.year) + sold.month - placed.month)


def _years(asset: Asset, cost: Figure, at_once: Figure, months: Figure) -> list[Figure]:
    """What every year takes, in cents, the first year first."""
    rest = difference(cost, at_once, label=f"{asset.name}: less what is deducted at once")
    first = 13 - (asset.in_service.month if asset.in_service else 1)
    left = _months_until_sold(asset, int(months.amount))
    whole, count = left == int(months.amount), min(first, left)
    years: list[Figure] = []
    while left > 0:
        of_year = stated(Decimal(count), "months of this year")
        monthly = (rest * (of_year / months).named("part of its months")).in_cents()
        label = f"{asset.name}: year {len(years) + 1}"
        ends = asset.asset_class in PAID_OFF and _index(asset) == len(years)
        if years and (ends or (whole and count == left)):
            monthly = difference(rest, *(part.parts[-1] for part in years), label="what is left")
        elif ends:
            monthly = rest
        years.append(total(([at_once] if at_once.amount and not years else []) + [monthly], label))
        if ends:
            break
        left -= count
        count = min(YEAR, left)
    return years
