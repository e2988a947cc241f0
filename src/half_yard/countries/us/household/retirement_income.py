"""Pensions, annuities and IRA distributions: what of each is taxed (26 U.S.C. 72, 402, 408)."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.items import Found
from half_yard.countries.us import gaps
from half_yard.countries.us.frame import rules
from half_yard.countries.us.household.incomes import CHARITY, CODE, COST, EARLY, ROLLED, TAXABLE
from half_yard.countries.us.household.items import amount_of, box_of, items_of
from half_yard.figures import (
    NOTHING,
    Choice,
    Figure,
    difference,
    not_below_zero,
    smaller_of,
    stated,
)
from half_yard.records import ClientFile, HouseholdItem

IRA, PENSION = "ira", "pension"


def taxable(ask: Ask, kind: str) -> tuple[Figure, ...]:
    """What of each distribution of a kind is taxed, in cents."""
    return tuple(ask(taxable_of, path) for path, _ in ask(items_of, kind))


def item_at(file: ClientFile, path: str) -> HouseholdItem:
    """The item at a record path. Raises KeyError if there is none."""
    return file.items[path.rpartition("/")[2]]


def taxable_of(ask: Ask, path: str) -> Figure:
    """What of one distribution is taxed: what its form says, less what was rolled over or went to a
    charity."""
    item = ask.of(item_at, path)
    found = (path, item)
    if item.choices.get(CODE.key) == ROLLED and TAXABLE not in item.boxes:
        words = Choice("Code G: rolled over directly", f"{path}/choices/{CODE.key}")
        return stated(Decimal(0), "a direct rollover", "26 U.S.C. 402(e)(6)").because(words)
    whole = _before_rollover(ask, found)
    less = [
        figure for figure in (box_of(found, "rolled_over"), _to_charity(ask, found)) if figure is not None
    ]
    return not_below_zero(difference(whole, *less), whole.label) if less else whole


def _before_rollover(ask: Ask, found: Found) -> Figure:
    path, item = found
    said = box_of(found, TAXABLE)
    if said is not None:
        return said
    if item.kind == IRA:
        return amount_of(found)
    if has_cost(item):
        return not_below_zero(amount_of(found) - ask(tax_free, path), "taxed part of an annuity")
    return amount_of(found).marked(gaps.taxable_not_said(f"{path}/boxes/{TAXABLE}"))


def has_cost(item: HouseholdItem) -> bool:
    """Whether the simplified method works out what of an annuity is taxed."""
    return item.kind == PENSION and TAXABLE not in item.boxes and bool(item.boxes.get(COST))


def expected_payments(ask: Ask, path: str) -> Figure:
    """How many payments are expected, by the age or ages at the start (72(d)(1)(B))."""
    item = ask.of(item_at, path)
    two = item.ticks.get("two_lives", False)
    table = "simplified_method_payments_two_lives" if two else "simplified_method_payments_one_life"
    tops = (110, 120, 130, 140) if two else (55, 60, 65, 70)
    age = item.boxes.get("age")
    top = next((f"to_{top}" for top in tops if age is not None and age <= top), f"above_{tops[-1]}")
    figure = ask(rules).figure(table, top, "expected payments")
    return figure if age is not None else figure.marked(gaps.age_not_said(f"{path}/boxes/age"))


def tax_free(ask: Ask, path: str) -> Figure:
    """What comes back of an annuity's cost this year: the cost by the expected payments, up to what is
    left."""
    found = (path, ask.of(item_at, path))
    cost, payments = box_of(found, COST) or NOTHING, box_of(found, "payments")
    recovered = box_of(found, "recovered")
    each = (cost / ask(expected_payments, path)).in_cents("tax-free part of a payment")
    count = payments if payments is not None else stated(Decimal(12), "twelve payments")
    left = not_below_zero(difference(cost, recovered)) if recovered is not None else cost
    return smaller_of(each * count, left, label="tax-free part of the year")


def _to_charity(ask: Ask, found: Found) -> Figure | None:
    given = box_of(found, CHARITY)
    if given is None:
        return None
    most = ask(rules).figure("qualified_charitable_distribution_limit", label="most of a person")
    return smaller_of(given, most, label="straight to a charity (26 U.S.C. 408(d)(8))")


def early(ask: Ask, person: str) -> tuple[tuple[Figure, Figure | None], ...]:
    """A person's early distributions that are taxed, each with what of it is excepted from the further
    tax."""
    return tuple(
        (ask(taxable_of, found[0]), box_of(found, "excepted"))
        for kind in (IRA, PENSION)
        for found in ask(items_of, kind)
        if found[1].person == person and found[1].choices.get(CODE.key) == EARLY
    )
