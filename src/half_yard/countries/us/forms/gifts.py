"""Gifts to charity: what counts within the parts of income, and what is carried on (26 U.S.C. 170(b), (d);
worksheet 2 of IRS Pub. 526)."""

from __future__ import annotations

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.us.carried_in import GIFTS_CASH, GIFTS_GAIN, GIFTS_PROPERTY, each_carried_in
from half_yard.countries.us.forms import form_1040
from half_yard.countries.us.frame import rules, status
from half_yard.countries.us.household.items import amount_of, amounts, has, items_of
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    carried,
    difference,
    not_below_zero,
    smaller_of,
    total,
)

CASH, PROPERTY = "gift_cash", "gift_property"
YEARS = 5
"""For so many years a gift above the limit is carried on (170(d)(1))."""


def came_in(ask: Ask) -> bool:
    """Whether gifts of earlier years are carried in."""
    return any(ask(each_carried_in, kind) for kind in (GIFTS_CASH, GIFTS_PROPERTY, GIFTS_GAIN))


def applies(ask: Ask) -> bool:
    """Whether something was given, or is carried in."""
    return ask(has, CASH, PROPERTY) or ask(came_in)


@Form
def gifts(ask: Ask) -> Page:
    """One for the return."""
    del ask
    return Page("gifts", "Gifts to charity", "worksheet")


def _given(ask: Ask, kind: str) -> Figure:
    """What was given this year of a kind that has a limit of its own."""
    if kind == GIFTS_CASH:
        return total(ask(amounts, CASH), "cash given")
    gained = kind == GIFTS_GAIN
    things = (found for found in ask(items_of, PROPERTY)
              if bool(found[1].ticks.get("capital_gain")) is gained)  # fmt: skip
    return total((amount_of(found) for found in things), "things given")


ORDER = (
    (GIFTS_CASH, "Cash", "charity_cash_limit"),
    (GIFTS_PROPERTY, "Things", "charity_noncash_limit_public"),
    (GIFTS_GAIN, "Things that would have had a long-term gain", "charity_capital_gain_property_limit_public"),
)


@gifts.part
def limits(page: Page, ask: Ask) -> None:
    """Each kind within its part of income; cash comes first, and what it takes is gone from the limit of the
    others. By the election of 2021 cash comes last, up to all of income (P.L. 116-136, section 2205)."""
    if not ask(applies):
        return
    values = ask(rules)
    income = not_below_zero(carried(ask(form_1040.adjusted)["adjusted_gross_income"]))
    income = page.line("income", "", "Adjusted gross income", income)
    floor = NOTHING
    if values.has("charity_floor"):
        share = values.figure("charity_floor", label="part of income that does not count")
        floor = page.line("floor", "", "Does not count (170(b)(1)(I))", income * share)
    half = values.figure("charity_noncash_limit_public", label="part of income")
    cash_share = values.amount("charity_cash_limit")
    order = ORDER if cash_share < 1 else (*ORDER[1:], ORDER[0])
    if cash_share == 1:
        page.notes.append("Cash is elected to count up to all of the income (P.L. 116-136, section 2205).")
    # The floor takes things with a gain first, cash last.
    every = {kind: _given(ask, kind) for kind, _, _ in ORDER}
    rest, floors = floor, {}
    for kind, _, _ in reversed(ORDER):
        floors[kind] = smaller_of(rest, every[kind]) if rest.amount else NOTHING
        rest = not_below_zero(difference(rest, floors[kind])) if rest.amount else NOTHING
    used: list[Figure] = []
    for kind, title, limit in order:
        earlier = sorted(ask(each_carried_in, kind), key=lambda each: each[0] or 0)
        given = every[kind]
        if not given.parts and not earlier:
            continue
        page.section = title
        now = page.line(f"{kind}.given", "", "Given this year", given)
        if floors[kind].amount:
            now = page.line(f"{kind}.above", "", "Above what does not count", difference(now, floors[kind]))
        room = income * values.figure(limit, label="part of income")
        if used:
            base = income * half if cash_share < 1 else income
            left = not_below_zero(difference(base, *used, label="limit that others leave"))
            room = smaller_of(room, left) if kind != GIFTS_CASH else left
        room = page.line(f"{kind}.room", "", "Limit", room)
        counts = page.line(f"{kind}.counts", "", "Counts of this year", smaller_of(now, room))
        taken = [counts]
        _carry(page, ask, kind, ask.of(tax_year), difference(now, counts), "this year")
        for number, (year, leaf) in enumerate(earlier, 1):
            open_to_it = not_below_zero(difference(room, *taken, label="limit that is left"))
            of = f"of {year}" if year else "of an earlier year"
            part = page.line(f"{kind}.earlier.{number}", "", f"Counts {of}", smaller_of(leaf, open_to_it))
            taken.append(part)
            _carry(page, ask, kind, year, difference(leaf, part), of)
        used.append(page.line(f"{kind}.all", "", f"{title}: counts", total(taken), Role.SUBTOTAL))
    page.section = "Together"
    page.line("gifts", "", "Gifts that count, to Schedule A", total(used), Role.TOTAL)


def _carry(page: Page, ask: Ask, kind: str, year: int | None, left: Figure, of: str) -> None:
    """What is carried on, for five years."""
    if not left.amount:
        return
    gone = year is not None and year <= ask.of(tax_year) - YEARS
    title = f"Lost after five years, {of}" if gone else f"Carried on, {of}"
    goes_on = None if gone else Carries(kind, year)
    page.line(f"{kind}.left.{year or 'earlier'}", "", title, left, carries=goes_on)


def deducted(ask: Ask) -> Figure:
    """What counts when deductions are itemized."""
    return ask(limits)["gifts"] if ask(applies) else NOTHING


def without_itemizing(ask: Ask) -> Figure:
    """Cash that counts with the standard deduction, in years that have it (170(p))."""
    values = ask(rules)
    if not values.has("charity_deduction_non_itemizers"):
        return NOTHING
    most = values.figure("charity_deduction_non_itemizers", ask(status), "most without itemizing")
    return smaller_of(total(ask(amounts, CASH), "cash given"), most, label="gifts without itemizing")
