"""The annualized income instalment method (26 U.S.C. 6654(d)(2); Schedule AI of Form 2210): what had to be
paid by each day of the income up to then, as the books' own days have it. What has no day is spread over
the year."""

from __future__ import annotations

import datetime
from collections.abc import Sequence
from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import (
    form_1040,
    schedule_2,
    schedule_c,
    schedule_e,
    schedule_se,
    tax_computation,
)
from half_yard.countries.us.frame import household, people, rules, status
from half_yard.countries.us.questions import ANNUALIZED
from half_yard.countries.us.statement_lines import LINES
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    stated,
    total,
)
from half_yard.records import ClientFile

PERIODS = ((1, 3), (2, 5), (3, 8), (4, 12))
"""The instalments, each with the months of the income that it is of."""
TWELVE = stated(Decimal(12), "months")


def quarter(ask: Ask) -> Figure:
    """The part of the year's payment that each instalment is."""
    return ask(rules).figure("estimated_tax_instalment_share", label="a quarter")


def is_elected(ask: Ask) -> bool:
    """Whether the preparer takes this method."""
    return ANNUALIZED.of(ask.of(household).answers)


@Form
def annualized(ask: Ask) -> Page:
    """One for the return."""
    page = Page("annualized", "Form 2210, Schedule AI", "", ask(rules).numbers("annualized"))
    page.notes.append("Deductions and credits are those of the year in every period.")
    return page


def _dated(file: ClientFile, owners: tuple[str, ...], last_month: int) -> tuple[tuple[str, Decimal], ...]:
    """The entries up to the end of a month, with what the return has of each: receipts above zero, costs
    below."""
    year, found = file.tax_year, []
    ends = datetime.date(year + last_month // 12, last_month % 12 + 1, 1)
    receipts = LINES.receipts
    for key, entry in sorted(file.entries.items()):
        activity = file.activities.get(entry.activity)
        if activity is None or entry.date is None or entry.date >= ends or not entry.line:
            continue
        share = sum((part for person, part in activity.owners.items() if person in owners), Decimal(0))
        amount = entry.counts * share / 100
        found.append((key, amount if entry.line in receipts else -amount))
    return tuple(found)


def _of_books(ask: Ask, months: int) -> Figure:
    """What the books say of the months up to then."""
    return total(
        (
            entered(amount, "books", f"/entries/{key}/amount")
            for key, amount in ask.of(_dated, ask(people), months)
        ),
        "what the books have of these months",
    )


@annualized.part
def by_period(page: Page, ask: Ask) -> None:
    """Lines 1 to 25 of each period."""
    if not ask(is_elected):
        return
    profits = total((*ask(schedule_c.profits), *ask(schedule_e.rental_results)), "profits and rents")
    undated = difference(profits, ask(_of_books, 12), label="what has no day")
    adjusted = ask(form_1040.adjusted)["adjusted_gross_income"]
    other = difference(adjusted, profits, label="other income less adjustments")
    for number, months in PERIODS:
        page.section = f"January to {('March', 'May', 'August', 'December')[number - 1]}"
        of_year = stated(Decimal(months), f"{months} months") / TWELVE
        own = ask(_of_books, months) + (undated * of_year).in_cents()
        income = own + (other * of_year).in_cents()
        income = page.line(f"income.{number}", "1", "Income of the period", income)
        whole = page.line(f"whole.{number}", "3", "For a year at this pace", income / of_year)
        less = total([ask(form_1040.deduction), ask(form_1040.taxable_income)["business_income_deduction"]])
        taxable = page.line(
            f"taxable.{number}", "11", "Less the year's deductions", not_below_zero(whole - less)
        )
        tax = tax_computation.by_schedule(taxable, ask(rules), ask(status))
        tax = page.line(f"tax.{number}", "14", "Tax on it", tax)
        pace = own / of_year
        others = page.line(f"others.{number}", "15", "Other taxes at this pace", _others(ask, pace, profits))
        back = page.line(f"credits.{number}", "18", "Credits of the year", ask(form_1040.credits_of_year))
        due = not_below_zero(total((tax, others)) - back)
        page.line(f"due.{number}", "19", "Tax of a year at this pace", due, Role.SUBTOTAL)


def _others(ask: Ask, pace: Figure, profits: Figure) -> Figure:
    """Self-employment and other taxes, in proportion to the profit at this pace."""
    whole = ask(schedule_2.to_return)
    every = total(whole, "other taxes of the year")
    if not ask(schedule_se.persons_with_business) or profits.amount <= 0:
        return every
    return every * not_below_zero(pace / profits, "profit at this pace by that of the year")


def instalments(page: Page, ask: Ask, regular: Figure) -> Sequence[Figure]:
    """Lines 20 to 27: each instalment, no more than the regular ones up to then leave."""
    share = ask(rules).figure("estimated_tax_current_year_share", label="part of the year's tax")
    made: list[Figure] = []
    for number, _ in PERIODS:
        count = stated(Decimal(number), f"{number} quarters")
        up_to_now = ask(by_period)[f"due.{number}"] * (share * (quarter(ask) * count))
        before = total(made, "instalments before") if made else NOTHING
        wanted = not_below_zero(difference(up_to_now, before))
        room = not_below_zero(difference(regular * count, before), "left of the regular instalments")
        title = f"Required instalment {number}, by annualized income"
        made.append(page.line(f"instalment.{number}", "27", title, smaller_of(wanted, room)))
    return made
