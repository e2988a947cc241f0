"""Charts A, B and C of Form T2125: what a vehicle costs, its interest and its lease within their limits,
divided by distance (ITA 18(1)(r), 67.2, 67.3; Income Tax Regulations 7307). There is no rate by distance for
those who work for themselves: the allowance of employees is none."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.ca import gaps
from half_yard.countries.ca.thing_kinds import ON_BUSINESS, VEHICLE
from half_yard.countries.ca.things import divided, measure_of
from half_yard.countries.ca.year_rules import YEARS, YearRules, rules_for
from half_yard.countries.dividing_things import thing_of, things
from half_yard.countries.measuring_things import Period
from half_yard.countries.things_sheet import name
from half_yard.figures import (
    NOTHING_ENTERED,
    Figure,
    Form,
    Page,
    Role,
    difference,
    entered,
    larger_of,
    not_below_zero,
    smaller_of,
    stated,
    total,
)
from half_yard.records import Thing

INTEREST, LEASE = "loan_interest", "lease"
LOAN_FROM, LEASE_FROM, NOT_PASSENGER = "loan_from", "lease_from", "not_passenger"
"""The years of the loan and of the lease, as choices; the answer that no limit holds."""
LOAN_DAYS, LEASE_DAYS, DAYS_BEFORE, DEDUCTED_BEFORE, LIST_PRICE, LEASE_TAX = (
    "loan_days", "lease_days", "lease_days_before", "lease_deducted_before", "list_price", "lease_tax",
)  # fmt: skip
"""Facts of a vehicle: days in the year, days and dollars of the years before, the manufacturer's list price
before tax in dollars, the sales tax on the lease in percent."""
EARLIER = "earlier"


def vehicles(ask: Ask) -> tuple[str, ...]:
    """The vehicles that serve an activity."""
    return tuple(
        key
        for key in ask(things)
        if ask.of(thing_of, key).kind == VEHICLE and ask(measure_of, key).activities
    )


@Form
def chart_a(ask: Ask, thing: str) -> Page:
    """One for each vehicle that serves an activity."""
    record, known = ask.of(thing_of, thing), ask(measure_of, thing)
    business = sum((use.amount for use in known.uses if use.activity), Decimal(0))
    return Page(
        f"chart_a.{thing}", "Motor vehicle expenses", record.name or "Not named", about=thing, in_cents=True,
        facts=(
            ("Kilometres for business", f"{business:,f}"),
            ("Kilometres in all", f"{known.whole:,f}"),
        ),
    )  # fmt: skip


@chart_a.part
def costs(page: Page, ask: Ask, thing: str) -> None:
    """Chart A: the costs of the year, interest and lease within their limits."""
    record, year = ask.of(thing_of, thing), ask.of(tax_year)
    page.section = "Chart A · Costs of the year"
    lines = []
    for key, each in ask(divided, thing).items():
        if key in ON_BUSINESS:
            continue
        counted, title = each.whole, each.whole.label
        if not record.answers.get(NOT_PASSENGER) and key in {INTEREST, LEASE}:
            limit = _interest_limit if key == INTEREST else _lease_limit
            counted, title = limit(page, thing, record, year, each.whole), f"{title} within its limit"
        lines.append(page.line(key, "", title, counted, Role.COST))
    page.line("whole", "", "Total motor vehicle expenses", total(lines), Role.SUBTOTAL)


@chart_a.part
def driving(page: Page, ask: Ask, thing: str) -> None:
    """Each use's part by distance, with what is for business alone: line 9281."""
    counted, page.section = ask(costs, thing), "Business part"
    for activity in ask(measure_of, thing).activities:
        parts, direct = [], []
        for key, each in ask(divided, thing).items():
            part = each.part(activity) if activity in each.activities else NOTHING_ENTERED
            if key in ON_BUSINESS:
                direct.append(part)
            elif each.whole.amount:
                within = counted[key] / each.whole
                is_cut = counted[key].amount != each.whole.amount
                own = (part * within).in_cents(part.label) if is_cut else part
                parts.append(own.marked(*counted[key].marks))
        who = name(ask, activity)
        share = page.line(f"share.{activity}", "", f"By distance: {who}", total(parts), Role.COST)
        alone = page.line(
            f"alone.{activity}", "", f"Parking, supplementary insurance: {who}", total(direct), Role.COST
        )
        page.line(f"driving.{activity}", "9281", f"Motor vehicle expenses: {who}", share + alone, Role.RESULT)


def _of_year(record: Thing, choice: str) -> YearRules | None:
    """The values of the year of a loan or lease; None where it is not known, or before these years."""
    said = record.choices.get(choice, "")
    return rules_for(int(said)) if said.isdecimal() and int(said) in YEARS else None


def _fact(thing: str, record: Thing, key: str, label: str, otherwise: Decimal) -> Figure:
    if key not in record.facts:
        return stated(otherwise, label)
    return entered(record.facts[key], label, f"/things/{thing}/facts/{key}")


def _days(thing: str, record: Thing, key: str, label: str, year: int) -> Figure:
    there = Period.of(year, record.begins, record.ends)
    return _fact(thing, record, key, label, Decimal(there.days))


def _interest_limit(page: Page, thing: str, record: Thing, year: int, paid: Figure) -> Figure:
    """Chart B: interest of a passenger vehicle, so much for every 30 days by the year of the loan (ITA 67.2);
    loans of before these years have the limit of the first."""
    is_earlier = record.choices.get(LOAN_FROM) == EARLIER
    values = rules_for(YEARS[0]) if is_earlier else _of_year(record, LOAN_FROM)
    if values is None:
        return paid.marked(gaps.year_of_the_loan(f"/things/{thing}/choices/{LOAN_FROM}"))
    month = values.figure("interest_limit_month", label="limit of interest for 30 days")
    days = _days(thing, record, LOAN_DAYS, "days of the loan in the year", year)
    most = page.line("interest_limit", "B", "Limit of interest", _for_days(month, days), Role.COST)
    return smaller_of(paid, most, label=paid.label)


def _for_days(month: Figure, days: Figure) -> Figure:
    thirty = stated(Decimal(30), "days of a month")
    return (month * days / thirty).in_cents(f"{month.label}, by days")


def _lease_limit(page: Page, thing: str, record: Thing, year: int, paid: Figure) -> Figure:
    """Chart C: a lease by its monthly limit with tax over all its days, less what was deducted before, and
    by what the car would have cost (ITA 67.3)."""
    path = f"/things/{thing}"
    values = _of_year(record, LEASE_FROM)
    if values is None or LIST_PRICE not in record.facts:
        return paid.marked(gaps.lease_limit(f"{path}/facts/{LIST_PRICE}"))
    tax = _fact(thing, record, LEASE_TAX, "sales tax on the lease, percent", Decimal(0))
    with_tax = stated(Decimal(1), "the whole") + tax / stated(Decimal(100), "in a hundred")
    month = values.figure("lease_limit_month", label="limit of a lease for 30 days") * with_tax
    days = total(
        (
            _days(thing, record, LEASE_DAYS, "days of the lease in the year", year),
            _fact(thing, record, DAYS_BEFORE, "days of it before the year", Decimal(0)),
        )
    )
    before = _fact(thing, record, DEDUCTED_BEFORE, "deducted before the year", Decimal(0))
    every_day = _for_days(month.named("limit of a lease with tax, for 30 days"), days)
    first = page.line(
        "lease_by_days", "C", "Lease: limit by days, less what was deducted before",
        not_below_zero(difference(every_day, before)), Role.COST,
    )  # fmt: skip
    ceiling = (values.figure("class_10_1_ceiling", label="ceiling before tax") * with_tax).named(
        "ceiling with tax"
    )
    part = values.figure("lease_part_of_list_price", label="part of the list price")
    price = entered(record.facts[LIST_PRICE], "list price before tax", f"{path}/facts/{LIST_PRICE}")
    worth = larger_of((price * part).named("part of the list price"), ceiling)
    second = page.line(
        "lease_by_price", "C", "Lease: by what the vehicle would have cost",
        (paid * ceiling / worth).in_cents(), Role.COST,
    )  # fmt: skip
    return smaller_of(paid, first, second, label=paid.label)
