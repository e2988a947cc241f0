"""Form T1139, a business whose fiscal period does not end with the year, by the alternative method: the
income of its period, with a part of it for the days to December 31, less that of the year before (ITA
34.1)."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.countries.asking import Ask, activity_of, tax_year
from half_yard.countries.ca import gaps
from half_yard.countries.ca.activity_facts import Days, fiscal_period
from half_yard.countries.ca.forms import part_7, t2125
from half_yard.countries.ca.frame import BOOKS
from half_yard.countries.ca.pools import has_pools
from half_yard.countries.carried_over import carried_for
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    difference,
    entered,
    not_below_zero,
    stated,
    total,
)
from half_yard.records import ClientFile

ADDITIONAL = "additional_business_income"
"""The kind of carryover that is what the year before has counted for the days to its end."""


@Form
def t1139(ask: Ask, activity: str, person: str) -> Page:
    """One for each owner of a business with a fiscal period of its own."""
    name = f"{ask.of(activity_of, activity).name}, {ask(BOOKS.name, person)}"
    return Page(
        f"t1139.{activity}.{person}", "Form T1139, income at December 31", name, about=activity, in_cents=True
    )


def applies(ask: Ask, activity: str) -> bool:
    """Whether a business has a fiscal period of its own."""
    return ask.of(_period, activity) is not None


def _period(file: ClientFile, activity: str) -> Days | None:
    return fiscal_period(file.activities[activity], file.tax_year)


@t1139.part
def counted(page: Page, ask: Ask, activity: str, person: str) -> None:
    """From the income of the period to that of the year."""
    book = part_7.book_of(ask, activity, person)
    net = page.line(
        "net_income", "9946", "Net income of the fiscal period",
        ask(t2125.share, activity, person)["net_income"],
    )  # fmt: skip
    more = page.line("additional", "", "For the days to December 31", ask(_additional, activity, net),
                     carries=Carries(ADDITIONAL, of=activity, book=book))  # fmt: skip
    before = [
        entered(amount, "counted in the year before", f"/carryovers/{key}/amount")
        for key, amount in ask.of(carried_for, ADDITIONAL, activity, book)
    ]
    less = page.line("before", "", "Counted for them in the year before", total(before))
    whole = difference(total((net, more)), less)
    if ask(has_pools, activity):
        whole = whole.marked(gaps.classes_of_period(f"/activities/{activity}/choices/fiscal_end"))
    page.line("counted", "", "Business income of the year", whole, Role.TOTAL)


def _additional(ask: Ask, activity: str, net: Figure) -> Figure:
    """The income of the period by the days from its end to December 31; nothing of a loss, and nothing where
    the business has ended."""
    record, period = ask.of(activity_of, activity), ask.of(_period, activity)
    if period is None or record.ended is not None:
        return NOTHING
    first, last = period
    to_end = (datetime.date(ask.of(tax_year), 12, 31) - last).days
    here = stated(Decimal(to_end), "days from its end to December 31")
    days = stated(Decimal((last - first).days + 1), "days of the period")
    return (not_below_zero(net, "income, nothing of a loss") * (here / days)).in_cents()
