"""What lateness costs one who owes: interest from May 1 on, and a penalty where the return comes late (ITA
161, 162, 248(11)). The layout is ours: there is no form."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.ca.country import COUNTRY
from half_yard.countries.ca.due_dates import return_due
from half_yard.countries.ca.forms import t1_tax
from half_yard.countries.ca.frame import BOOKS, rules
from half_yard.figures import Figure, Form, Page, Role, stated, total

MONTHS = (1, 3, 6, 12)
"""Full months late that are shown; the penalty grows no further."""
MONTHS_AGAIN = (1, 3, 6, 20)
DAYS_OF_A_MONTH, DAYS_OF_A_YEAR = 30, 365


def applies(ask: Ask, person: str) -> bool:
    """Whether a person owes anything."""
    return bool(ask(t1_tax.balance, person)["owed"].amount)


@Form
def lateness(ask: Ask, person: str) -> Page:
    """One for each person who owes."""
    return Page(
        f"lateness.{person}", "What lateness costs", ask(BOOKS.name, person), about=person, in_cents=True
    )


@lateness.part
def costs(page: Page, ask: Ask, person: str) -> None:
    """Interest on what is paid after April 30, the penalty by full months, and that of one late again."""
    year, values = ask.of(tax_year) + 1, ask(rules)
    due, paid_by = ask.of(return_due), datetime.date(year, 4, 30)
    page.section = "Interest, compounded daily"
    owed = page.line("owed", "48500", "Balance owing, due on April 30", ask(t1_tax.balance, person)["owed"])
    if due.month > paid_by.month:
        days = (due - paid_by).days
        title = f"Paid when the return is due, {days} days later: interest"
        page.line("to_due", "", title, ask(interest, owed, days))
    month = ask(interest, owed, DAYS_OF_A_MONTH)
    page.line("thirty_days", "", f"For each {DAYS_OF_A_MONTH} days about", month)
    for key, months, title in (
        ("late", MONTHS, f"Penalty for filing after {COUNTRY.calendar(year).text(due)}"),
        ("late_again", MONTHS_AGAIN, "Penalty where it was late before, after a demand to file"),
    ):
        page.section = title
        prefix = "late_filing" if key == "late" else key
        at_once = values.figure(f"{prefix}_rate", label="at once")
        monthly = values.figure(f"{prefix}_month_rate", label="for each full month")
        page.line(f"{key}.0", "", "At once", (owed * at_once).in_cents(), Role.SUBTOTAL)
        for number in months:
            rate = total((at_once, monthly * stated(Decimal(number), "full months")), "part of the balance")
            words = f"{number} full months late" if number > 1 else "One full month late"
            page.line(f"{key}.{number}", "", words, (owed * rate).in_cents())


def interest(ask: Ask, owed: Figure, days: int) -> Figure:
    """What an amount costs in so many days at the rate of the second quarter, compounded daily."""
    rate = ask(rules).amount("overdue_rate")
    grown = (1 + rate / DAYS_OF_A_YEAR) ** days - 1
    factor = stated(grown.quantize(Decimal(10) ** -10), f"{days} days at {rate.normalize()} a year, daily")
    marked = factor.marked(*ask(rules).figure("overdue_rate").marks)
    return (owed * marked).in_cents()
