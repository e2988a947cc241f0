"""Schedule R, Credit for the Elderly (26 U.S.C. 22), for persons of 65 or over."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import benefits, credit_room, form_1040
from half_yard.countries.us.frame import household, rules, status
from half_yard.countries.us.losses.asked import LIVED_APART
from half_yard.countries.us.seniors import aged
from half_yard.figures import NOTHING, Figure, Form, Page, Role, not_below_zero, smaller_of, stated, total

HALF = stated(Decimal("0.5"), "half")


def applies(ask: Ask) -> bool:
    """Whether the income leaves something of it."""
    apart = LIVED_APART.of(ask.of(household).answers)
    if not ask(aged) or (ask(status) == "separate" and not apart):
        return False
    return ask(base)["left"].amount > 0


def _first(ask: Ask) -> Figure:
    values, filing = ask(rules), ask(status)
    key = {"joint": "both_of_couple" if len(ask(aged)) > 1 else "one_of_couple", "separate": "separate"}
    return values.figure("credit_for_elderly_base", key.get(filing, "single"), "amount to begin with")


@Form
def schedule_r(ask: Ask) -> Page:
    """One for the return."""
    return Page("schedule_r", "Schedule R", "", ask(rules).numbers("schedule_r"))


@schedule_r.part
def base(page: Page, ask: Ask) -> None:
    """Part III, lines 10 to 19."""
    if not ask(aged):
        return
    page.section = "Part III · Credit"
    first = page.line("first", "12", "Amount to begin with", _first(ask))
    untaxed = page.line("untaxed", "13c", "Social security benefits not taxed", ask(benefits.not_taxed))
    income = page.line(
        "income", "14", "Adjusted gross income", ask(form_1040.adjusted)["adjusted_gross_income"]
    )
    start = ask(rules).figure("credit_for_elderly_income", ask(status), "income above which it falls")
    over = page.line("over", "17", "Half of income above it", not_below_zero(income - start) * HALF)
    less = page.line("less", "18", "Together", total((untaxed, over)))
    page.line("left", "19", "Left", not_below_zero(first - less), Role.SUBTOTAL)


@schedule_r.part
def credit(page: Page, ask: Ask) -> None:
    """Lines 20 to 22."""
    if not ask(aged):
        return
    page.section = "Part III · Credit"
    rate = ask(rules).figure("credit_for_elderly_rate", label="part of it")
    made = page.line("made", "20", "Part of it", ask(base)["left"] * rate)
    left = page.line("room", "21", "Tax that is left", credit_room.room(ask, credit_room.ELDERLY))
    page.line("credit", "22", "Credit, to Schedule 3", smaller_of(made, left), Role.TOTAL)


def against_tax(ask: Ask) -> Figure:
    """Line 22, or nothing."""
    return ask(credit)["credit"] if ask(applies) else NOTHING
