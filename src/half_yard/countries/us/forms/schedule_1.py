"""Schedule 1 (Form 1040): additional income and adjustments to income."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import (
    form_461,
    form_4797,
    net_operating_loss,
    schedule_c,
    schedule_e,
    schedule_se,
)
from half_yard.countries.us.frame import rules
from half_yard.countries.us.own_income import own_income
from half_yard.figures import NOTHING, Figure, Form, Page, Role, carried, difference, total


@Form
def schedule_1(ask: Ask) -> Page:
    """One for the return."""
    return Page("schedule_1", "Schedule 1", "", ask(rules).numbers("schedule_1"))


@schedule_1.part
def of_activities(page: Page, ask: Ask) -> None:
    """Part I, lines 3 to 5."""
    page.section = "Part I · Additional income"
    page.line("business_income", "3", "Business income or loss", total(ask(schedule_c.profits)))
    sales = [figure for figure in (ask(form_4797.ordinary_gain),) if figure is not None]
    page.line("other_gains", "4", "Other gains or losses (Form 4797)", total(sales))
    rentals = total(ask(schedule_e.rental_results))
    page.line("rental_income", "5", "Rental real estate (Schedule E)", rentals)


OF_ACTIVITIES = ("business_income", "other_gains", "rental_income")
"""The lines of that part, which are added up with what else is income."""


def excess_loss(ask: Ask) -> Figure:
    """Line 8p: business losses above their limit, which are income again; nothing where there are none."""
    return ask(form_461.excess)["excess"] if ask(form_461.may_apply) else NOTHING


def before_losses(ask: Ask) -> Figure:
    """Line 10 but for the deduction of earlier years' losses."""
    lines = ask(of_activities)
    own = [lines[key] for key in OF_ACTIVITIES]
    over = ask(excess_loss)
    return total((*own, over) if over.amount else own, "additional income before net operating losses")


@schedule_1.part
def additional_income(page: Page, ask: Ask) -> None:
    """Part I, lines 8 to 10."""
    page.section = "Part I · Additional income"
    lines, other = ask(of_activities), []
    if ask(net_operating_loss.applies):
        loss = difference(NOTHING, ask(net_operating_loss.deducted))
        other.append(page.line("net_operating_loss", "8a", "Net operating loss of earlier years", loss))
    may_be = ask(form_461.may_apply)
    if may_be:
        title = "Business losses above their limit (Form 461)"
        other.append(page.line("excess_loss", "8p", title, carried(ask(excess_loss))))
    own = [lines[key] for key in OF_ACTIVITIES]
    tests = [may_be] if total(own).amount < 0 else []
    whole = total((*own, *other)).where(*tests)
    page.line("additional_income", "10", "Total additional income", whole, Role.TOTAL)


@schedule_1.part
def adjustments(page: Page, ask: Ask) -> None:
    """Part II, lines 15 to 26."""
    page.section = "Part II · Adjustments to income"
    taxes = [ask(schedule_se.tax, person) for person in ask(schedule_se.persons_with_business)]
    half = page.line(
        "half_self_employment_tax", "15", "Deductible part of self-employment tax",
        total(each["deductible_part"] for each in taxes),
    )  # fmt: skip
    penalty = page.line(
        "early_withdrawal", "18", "Penalty on early withdrawal of savings",
        total(ask(own_income).early_withdrawal),
    )  # fmt: skip
    page.line("adjustments", "26", "Total adjustments to income", half + penalty, Role.TOTAL)
