"""Form 2210, Underpayment of Estimated Tax: whether a penalty is due, and the regular method (26 U.S.C.
6654)."""

from __future__ import annotations

import datetime
from calendar import isleap
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.us.due_dates import due_dates, instalment_days, return_day
from half_yard.countries.us.forms import annualized, form_1040
from half_yard.countries.us.frame import household, people, rules, status
from half_yard.countries.us.household.items import amount_of, items_of
from half_yard.countries.us.own_income import dated_payments
from half_yard.countries.us.questions import LAST_YEAR_INCOME, LAST_YEAR_TAX
from half_yard.countries.us.wage_taxes import excess_withheld
from half_yard.countries.us.year_rules import YEARS, YearRules, rules_for
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Mark,
    MarkKind,
    Page,
    Role,
    Test,
    at_least,
    below,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    stated,
    total,
)
from half_yard.figures.explain import percent_text


@Form
def form_2210(ask: Ask) -> Page:
    """One for the return."""
    return Page("form_2210", "Form 2210", "", ask(rules).numbers("form_2210"))


@form_2210.part
def required(page: Page, ask: Ask) -> None:
    """Part I, lines 1 to 9: what had to be paid in the year."""
    page.section = "Part I · Required payment"
    due = ask(form_1040.tax)["total_tax"]
    back = ask(form_1040.refundable_credits)
    tax = page.line("tax", "4", "Tax less credits that are paid out", not_below_zero(due - back))
    share = ask(rules).figure("estimated_tax_current_year_share", label="part of this year's tax")
    most = page.line("of_this_year", "5", f"{percent_text(share.amount)} of it", tax * share)
    held = page.line("withheld", "6", "Withheld", ask(withheld))
    page.line("balance", "7", "Tax that was not withheld", difference(tax, held))
    before = ask(_of_last_year)
    if before is None:
        page.line("required", "9", "Required payment, without last year's tax", most, Role.SUBTOTAL)
        return
    before = page.line("of_last_year", "8", "Share of last year's tax", before)
    page.line("required", "9", "Required payment", smaller_of(most, before), Role.SUBTOTAL)


def withheld(ask: Ask) -> Figure:
    """What was withheld, with social security tax that comes back."""
    back = [ask(excess_withheld, person) for person in ask(people)]
    return total((ask(form_1040.payments)["withheld"], *(each for each in back if each.amount)), "withheld")


def _of_last_year(ask: Ask) -> Figure | None:
    """What is enough by last year's tax; None where that is not entered."""
    facts, values = ask.of(household).facts, ask(rules)
    if LAST_YEAR_TAX not in facts:
        return None
    tax = entered(facts[LAST_YEAR_TAX], "last year's tax", f"/household/facts/{LAST_YEAR_TAX}")
    return tax * enough_of(values, ask(status), facts.get(LAST_YEAR_INCOME, Decimal(0)))


def enough_of(values: YearRules, filing: str, income: Decimal) -> Figure:
    """Which part of the tax of the year before is enough: more above an income of that year
    (6654(d)(1)(C))."""
    high = income > values.amount("estimated_tax_high_income", filing)
    key = "estimated_tax_prior_year_share_high_income" if high else "estimated_tax_prior_year_share"
    return values.figure(key, label="part that is enough")


def none_due(ask: Ask) -> Test | None:
    """The test by which no penalty is due; None where one is, or may be."""
    lines, values = ask(required), ask(rules)
    small = values.figure("estimated_tax_minimum_due", label="balance below which there is none")
    if little := below(lines["balance"], small):
        return little
    if ask.of(household).facts.get(LAST_YEAR_TAX) == 0:
        return below(lines["of_last_year"], stated(Decimal(1), "any tax of last year"))
    enough = at_least(lines["withheld"], lines["required"])
    return enough if enough else None


@dataclass(frozen=True, slots=True)
class Short:
    """A part of an instalment that came late: of which (from 0), how much in dollars, until when."""

    instalment: int
    amount: Figure
    until: datetime.date


def shortfalls(
    instalments: Sequence[Figure],
    paid: Sequence[tuple[datetime.date, Figure]],
    due: Sequence[datetime.date],
    last: datetime.date,
) -> Iterator[Short]:
    """What came late: each payment pays the oldest instalment that is open (form instructions, part III).
    Payments up to a due day are in time for it."""
    ready: list[tuple[datetime.date, Figure]] = sorted(paid, key=lambda each: each[0])
    for number, owed in enumerate(instalments):
        left = owed
        while ready and left.amount > 0:
            day, amount = ready[0]
            part = smaller_of(left, amount, label="paid")
            if day > due[number] and part.amount > 0:
                yield Short(number, part, min(day, last))
            left = difference(left, part, label="still open")
            rest = difference(amount, part, label="left of a payment")
            ready = ready[1:] if rest.amount <= 0 else [(day, rest), *ready[1:]]
        if left.amount > 0:
            yield Short(number, left, last)


def _paid(ask: Ask) -> tuple[tuple[datetime.date, Figure], ...]:
    """Every payment with its day: withholding counts in four parts, what was applied at the first day."""
    year = ask.of(tax_year)
    due = due_dates(year)
    part = (ask(withheld) * annualized.quarter(ask)).named("a quarter of what was withheld")
    applied = [(due[0], amount_of(found)) for found in ask(items_of, "applied")]
    return (*((day, part) for day in due), *applied, *ask(dated_payments))


@form_2210.part
def penalty(page: Page, ask: Ask) -> None:
    """Part III, the regular method: what was late, for how many days, at which rate."""
    test = ask(none_due)
    if test is not None:
        page.section = "Penalty"
        none = stated(Decimal(0), "none is due", "26 U.S.C. 6654(e)").where(test)
        page.line("penalty", "19", "Penalty", none, Role.TOTAL)
        return
    year = ask.of(tax_year)
    page.section = "Part III · Regular method"
    part = ask(required)["required"] * annualized.quarter(ask)
    each = page.line("instalment", "10", "Regular instalment", part)
    every: Sequence[Figure] = [each] * 4
    if ask(annualized.is_elected):
        every = annualized.instalments(page, ask, each)
    days, due, last = instalment_days(year), due_dates(year), return_day(year)
    parts = []
    for number, short in enumerate(shortfalls(every, ask(_paid), due, last), 1):
        for at, (start, end, rate, in_year) in enumerate(_rates(days[short.instalment], short.until), 1):
            count = stated(Decimal((end - start).days), f"days from {start} to {end}")
            share = count / stated(Decimal(in_year), f"days of {end.year}")
            late = f"{short.amount.amount:,.2f} late by {(end - start).days} days"
            title = f"Instalment {short.instalment + 1}: {late}"
            made = (short.amount * rate * share).in_cents()
            parts.append(page.exact_line(f"late.{number}.{at}", "", title, made))
    if ask(_of_last_year) is None:
        page.line("at_most", "", "Penalty at the most, while last year's tax is not entered", total(parts))
        page.notes.append("Not on the return: with last year's tax it is worked out, or the IRS bills it.")
        return
    page.line("penalty", "19", "Penalty", total(parts), Role.TOTAL)


def _rates(
    start: datetime.date, end: datetime.date
) -> list[tuple[datetime.date, datetime.date, Figure, int]]:
    """The parts of a span of days with one rate, each with the days of its year."""
    found: list[tuple[datetime.date, datetime.date, Figure, int]] = []
    for part in _by_quarter(start, end):
        begins, ends, rate, in_year = part
        if found and (found[-1][2].amount, found[-1][3]) == (rate.amount, in_year):
            begins, _, rate, _ = found.pop()
        found.append((begins, ends, rate, in_year))
    return found


def _by_quarter(
    start: datetime.date, end: datetime.date
) -> Iterator[tuple[datetime.date, datetime.date, Figure, int]]:
    """A span of days by quarter; the first quarter's rate holds to April 15 (6621(b)(2)(B))."""
    day = start
    while day < end:
        year, quarter = day.year, (day.month - 1) // 3 + 1
        last = _end_of_quarter(day)
        if day >= last:
            day_in = day + datetime.timedelta(1)
            year, quarter, last = day_in.year, (day_in.month - 1) // 3 + 1, _end_of_quarter(day_in)
        if quarter == 1:
            last = datetime.date(year, 4, 15)
        until = min(end, last)
        yield day, until, _rate(year, quarter), 366 if isleap(year) else 365
        day = until


def _end_of_quarter(day: datetime.date) -> datetime.date:
    month = ((day.month - 1) // 3 + 1) * 3
    following = datetime.date(day.year + month // 12, month % 12 + 1, 1)
    return following - datetime.timedelta(1)


def _rate(year: int, quarter: int) -> Figure:
    """The rate of a quarter; of one that is not known yet the last known, which is said."""
    known = min(year, YEARS[-1])
    values, key = rules_for(known), "underpayment_interest_rate"
    there = [number for number in range(1, 5) if f"quarter_{number}" in values.values[key]]
    last = quarter if known == year and quarter in there else there[-1]
    figure = values.figure(key, f"quarter_{last}", f"rate of quarter {quarter} of {year}")
    if (known, last) == (year, quarter):
        return figure
    words = f"The interest rate of quarter {quarter} of {year} is not known here: the last known is used."
    return figure.marked(Mark(MarkKind.PROVISIONAL, words))


def penalty_due(ask: Ask) -> Figure:
    """Line 19; nothing while last year's tax, which may make it less, is not entered."""
    return ask(penalty).get("penalty", NOTHING)


def at_most(ask: Ask) -> Figure:
    """What it is at the most while last year's tax is not entered, else nothing."""
    return ask(penalty).get("at_most", NOTHING)


def is_shown(ask: Ask) -> bool:
    """Whether the form says something: tax was left that was not withheld."""
    small = ask(rules).amount("estimated_tax_minimum_due")
    return ask(required)["balance"].amount >= small
