"""Instalments of next year (TAA 1953, Schedule 1, Part 2-10): by amount, a quarter of this year's tax on
business and investments with the factor of the year, and by rate. The layout is ours: there is no form."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries import persons_records
from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.au.forms import assessment, p8_parts, rent
from half_yard.countries.au.frame import BOOKS, rules
from half_yard.countries.au.items import FRANKED, ITEMS, of_person
from half_yard.countries.au.questions import INSTALMENT_RATE
from half_yard.figures import (
    Figure,
    Form,
    Page,
    Role,
    difference,
    not_below_zero,
    smaller_of,
    stated,
    total,
)
from half_yard.records.amounts import HUNDRED

QUARTERS = stated(Decimal(4), "four instalments")
IN_HUNDRED = stated(HUNDRED, "in a hundred")


@Form
def instalments(ask: Ask, person: str) -> Page:
    """One for each person who enters the system."""
    year = ask.of(tax_year) + 1
    title = f"Instalments of {year - 1}-{year % 100}"
    return Page(f"instalments.{person}", title, ask(BOOKS.name, person), about=person, in_cents=True)


def instalment_income(ask: Ask, person: str) -> Figure:
    """Gross income from business and investments, without gains, wages and franking credits."""
    paid = (
        *persons_records.of_person(ask, person, "interest", "interest"),
        *of_person(ask, person, "share_dividends"),
        *ITEMS.boxes(ask, "share_dividends", FRANKED, person),
    )
    return total(
        (*ask(p8_parts.gross_of_person, person), *rent.label(ask, person, "gross_rent"), *paid),
        "instalment income",
    )


def notional_tax(ask: Ask, person: str) -> Figure:
    """The part of tax and levy that falls on instalment income, by taxable income."""
    owed = ask(assessment.payable, person)
    tax = total((ask(assessment.tax, person)["after_offsets"], owed["medicare_levy"]), "tax and levy")
    wages = total(persons_records.of_person(ask, person, "wages", "withheld"), "withheld from wages")
    return not_below_zero(difference(tax, wages), "tax on instalment income")


def applies(ask: Ask, person: str) -> bool:
    """Whether the agency enters a person: by income of the return, and by the tax (its practice)."""
    values = ask(rules)
    enough = ask(instalment_income, person).amount >= values.amount("instalment_income_from")
    return enough and ask(notional_tax, person).amount >= values.amount("instalment_tax_from")


@instalments.part
def ways(page: Page, ask: Ask, person: str) -> None:
    """Both ways; October 28, February 28, April 28 and July 28."""
    values = ask(rules)
    income = page.line("income", "", "Instalment income of the year", ask(instalment_income, person))
    tax = page.line("tax", "", "Tax and levy on it", ask(notional_tax, person))
    page.section = "By amount"
    more = (tax * values.figure("instalment_uplift", label="factor of the year")).in_cents()
    raised = total((tax, more), "with the factor of the year")
    page.line("by_amount", "", "Each of four quarters", (raised / QUARTERS).in_cents(), Role.SUBTOTAL)
    page.section = "By rate"
    rate = smaller_of(tax / income * IN_HUNDRED, IN_HUNDRED).in_cents("percent of instalment income")
    page.exact_line("rate", "", "Percent of a quarter's instalment income, about", rate)
    typed = persons_records.fact(ask, person, INSTALMENT_RATE, "instalment rate of the notice")
    if typed is not None:
        by_rate = (income * (typed / IN_HUNDRED)).in_cents()
        page.line("by_rate", "", "By the rate of the notice, of a year like this", by_rate, Role.SUBTOTAL)
