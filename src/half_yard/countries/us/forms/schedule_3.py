"""Schedule 3 (Form 1040): credits, and payments besides withholding and estimated tax."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import form_8801
from half_yard.countries.us.frame import BOOKS, people, rules
from half_yard.countries.us.wage_taxes import social_security_withheld
from half_yard.figures import NOTHING, Figure, Form, Page, Role, above, not_below_zero, smaller_of, total


def applies(ask: Ask) -> bool:
    """Whether there is a credit or a payment for it."""
    return ask(has_credits) or ask(has_payments)


def has_credits(ask: Ask) -> bool:
    """Whether minimum tax of earlier years comes back."""
    return bool(ask(form_8801.applies)) and bool(ask(form_8801.credit)["credit"].amount)


def has_payments(ask: Ask) -> bool:
    """Whether more social security tax was withheld than the year's most."""
    return any(ask(excess, person).amount for person in ask(people))


def excess(ask: Ask, person: str) -> Figure:
    """What several employers of one person together withheld beyond the year's most (26 U.S.C. 6413(c)); what
    one of them alone took too much is not among it."""
    most = most_withheld(ask)
    held = ask(social_security_withheld, person)
    if len(held) < 2:
        return NOTHING
    each = [smaller_of(figure, most, label=figure.label) for figure in held]
    over = above(total(each), most)
    return not_below_zero(total(each) - most).where(over) if over else NOTHING


def most_withheld(ask: Ask) -> Figure:
    """The rate of the wage base."""
    base = ask(rules).figure("social_security_wage_base", label="Social security wage base")
    rate = ask(rules).figure("employee_social_security_rate", label="rate")
    return (base * rate).named("most social security tax of an employee")


@Form
def schedule_3(ask: Ask) -> Page:
    """One for the return."""
    return Page("schedule_3", "Schedule 3", "", ask(rules).numbers("schedule_3"))


@schedule_3.part
def part_i(page: Page, ask: Ask) -> None:
    """Part I, lines 6b and 8."""
    if not ask(has_credits):
        return
    page.section = "Part I · Credits"
    title = "Credit for prior year minimum tax (Form 8801)"
    credit = page.line("minimum_tax", "6b", title, ask(form_8801.credit)["credit"])
    page.line("credits", "8", "Credits, to Form 1040", credit, Role.TOTAL)


@schedule_3.part
def payments(page: Page, ask: Ask) -> None:
    """Line 11, for each person by themselves."""
    if not ask(has_payments):
        return
    page.section = "Part II · Other payments"
    each = [
        page.line(f"excess.{person}", "11", f"Excess social security tax: {ask(BOOKS.name, person)}", figure)
        for person in ask(people)
        if (figure := ask(excess, person)).amount
    ]
    page.line("other_payments", "15", "Other payments, to Form 1040", total(each), Role.TOTAL)
