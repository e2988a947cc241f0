"""Form 8889, Health Savings Accounts (26 U.S.C. 223), for one person."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us import gaps
from half_yard.countries.us.frame import BOOKS, people, rules
from half_yard.countries.us.household.adjusting import COVERAGE
from half_yard.countries.us.household.items import amounts, boxes, items_of
from half_yard.countries.us.own_income import box_of_wages
from half_yard.countries.us.seniors import age_of
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    not_below_zero,
    smaller_of,
    stated,
    total,
)

ACCOUNT = "hsa"
CATCH_UP_FROM = 55
TWELVE = stated(Decimal(12), "months of the year")


def persons(ask: Ask) -> tuple[str, ...]:
    """The people on the return who have an account."""
    return tuple(person for person in ask(people) if ask(amounts, ACCOUNT, person))


@Form
def form_8889(ask: Ask, person: str) -> Page:
    """Whose it is."""
    numbers = ask(rules).numbers("form_8889")
    return Page(f"form_8889.{person}", "Form 8889", ask(BOOKS.name, person), numbers, about=person)


@form_8889.part
def contributions(page: Page, ask: Ask, person: str) -> None:
    """Part I, lines 1 to 13."""
    page.section = "Part I · Contributions"
    values = ask(rules)
    path, item = next(found for found in ask(items_of, ACCOUNT) if found[1].person == person)
    coverage = item.choices.get(COVERAGE.key, "")
    own = page.line("own", "2", "Contributed by the person", total(ask(amounts, ACCOUNT, person)))
    key = "hsa_limit_family" if coverage == "family" else "hsa_limit_self_only"
    most = values.figure(key, label="limit of the year")
    if not coverage:
        most = most.marked(gaps.coverage_not_said(f"{path}/choices/{COVERAGE.key}"))
    if age_of(ask, person) >= CATCH_UP_FROM:
        most = most + values.figure("hsa_catch_up_55", label="catch-up from 55 on")
    months = ask(boxes, ACCOUNT, "months", person)
    covered = smaller_of(months[0], TWELVE) if months else TWELVE
    limit = page.line("limit", "3", "Limit, by months covered", most * (covered / TWELVE))
    given = page.line("employer", "9", "Put in by the employer", total(ask(_by_employer, person)))
    room = page.line("room", "12", "Room for own contributions", not_below_zero(limit - given))
    page.line("deduction", "13", "Deduction, to Schedule 1", smaller_of(own, room), Role.TOTAL)
    over = not_below_zero(own - room)
    if over.amount:
        page.line("over", "", "Above the limit: taken out in time, or taxed each year", over)


def _by_employer(ask: Ask, person: str) -> tuple[Figure, ...]:
    """What an employer put in, by Form W-2 or as typed with the account."""
    return (*ask(boxes, ACCOUNT, "employer", person), *ask(box_of_wages, ACCOUNT, person))


@form_8889.part
def distributions(page: Page, ask: Ask, person: str) -> None:
    """Part II, lines 14 to 17b: what did not pay medical costs is income, with a further tax below 65."""
    given = ask(boxes, ACCOUNT, "distributed", person)
    if not given:
        return
    page.section = "Part II · Distributions"
    every = page.line("distributed", "14a", "Distributions", total(given))
    costs = page.line("medical", "15", "For medical costs", total(ask(boxes, ACCOUNT, "medical", person)))
    taxed = page.line("taxable", "16", "Taxed, to Schedule 1", not_below_zero(every - costs), Role.SUBTOTAL)
    values = ask(rules)
    old = age_of(ask, person) >= int(values.amount("aged_from"))
    rate = values.figure("hsa_further_tax_rate", label="rate of the further tax")
    further = NOTHING if old else taxed * rate
    page.line("further_tax", "17b", "Further tax, to Schedule 2", further, Role.SUBTOTAL)


def deduction_of(ask: Ask, person: str) -> Figure:
    """Line 13."""
    return ask(contributions, person)["deduction"]


def taxable_of(ask: Ask, person: str) -> Figure:
    """Line 16, nothing without distributions."""
    return ask(distributions, person).get("taxable", NOTHING)


def further_taxes(ask: Ask) -> tuple[Figure, ...]:
    """Line 17b of each person who has it."""
    every = (ask(distributions, person).get("further_tax", NOTHING) for person in ask(persons))
    return tuple(figure for figure in every if figure.amount)
