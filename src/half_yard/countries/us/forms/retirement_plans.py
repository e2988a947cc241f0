"""What an owner puts into plans of their own business: SEP, SIMPLE, a one-owner 401(k) (26 U.S.C. 404,
408(k), 408(p), 415; rate worksheets of IRS Pub. 560). The limits are found from the profit."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import schedule_se
from half_yard.countries.us.frame import BOOKS, people, rules
from half_yard.countries.us.household.items import amounts, boxes
from half_yard.countries.us.own_income import box_of_wages
from half_yard.countries.us.seniors import age_of
from half_yard.figures import (
    NOTHING,
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

SEP, ONE_OWNER, SIMPLE = "sep", "one_owner_plan", "simple"
HUNDRED = stated(Decimal(100), "percent")
CATCH_UP_FROM = 50
LARGER_CATCH_UP = range(60, 64)
"""The ages at the end of the year with a larger catch-up from 2025 on (26 U.S.C. 414(v)(2)(E))."""


def persons(ask: Ask) -> tuple[str, ...]:
    """The people on the return who put something into a plan of their own business."""
    with_business = ask(schedule_se.persons_with_business)
    return tuple(
        person
        for person in ask(people)
        if person in with_business and any(ask(amounts, kind, person) for kind in (SEP, ONE_OWNER, SIMPLE))
    )


@Form
def retirement_plans(ask: Ask, person: str) -> Page:
    """Whose plans they are."""
    name = ask(BOOKS.name, person)
    return Page(f"retirement_plans.{person}", "Plans of the own business", name, about=person)


@retirement_plans.part
def earnings(page: Page, ask: Ask, person: str) -> None:
    """What the limits are taken of: net profit less half of self-employment tax."""
    page.section = "Earnings"
    profit = page.line("profit", "", "Net profit", ask(schedule_se.profits, person)["combined"])
    half = page.line(
        "half_tax", "", "Half of self-employment tax", ask(schedule_se.tax, person)["deductible_part"]
    )
    page.line("earnings", "", "Earnings", not_below_zero(profit - half), Role.SUBTOTAL)


def catch_up(ask: Ask, person: str, of: str) -> Figure:
    """What someone of 50 or over may put in besides; more at 60 to 63 in years that have it."""
    values, age = ask(rules), age_of(ask, person)
    larger = f"{of}_catch_up_60_to_63"
    if age in LARGER_CATCH_UP and values.has(larger):
        return values.figure(larger, label=f"catch-up at {age}")
    if age >= CATCH_UP_FROM:
        return values.figure(f"{of}_catch_up_50", label="catch-up from 50 on")
    return NOTHING


@retirement_plans.part
def deferrals(page: Page, ask: Ask, person: str) -> None:
    """What the owner deferred, within the year's limits: those of all plans together, also an employer's."""
    values, room = ask(rules), ask(earnings, person)["earnings"]
    for kind, key, limit, title in (
        (ONE_OWNER, "elective_deferral_limit", "elective_deferral", "One-owner plan"),
        (SIMPLE, "simple_deferral_limit", "simple", "SIMPLE IRA"),
    ):
        deferred = ask(amounts, kind, person)
        if not deferred:
            continue
        page.section = f"{title}: deferred"
        made = page.line(f"{kind}.deferred", "", "Deferred", total(deferred))
        most = values.figure(key, label="limit of deferrals") + ask(catch_up, person, limit)
        elsewhere = ask(box_of_wages, "deferrals", person)
        if elsewhere:
            most = not_below_zero(difference(most, *elsewhere, label="less deferrals at an employer"))
        most = page.line(f"{kind}.most_deferred", "", "Most of the year", most)
        page.line(f"{kind}.deferral", "", "Counts", smaller_of(made, most, room), Role.SUBTOTAL)


def _rate(ask: Ask, person: str) -> Figure:
    """The rate of pay that the business puts in: that of the plan where it is typed, at most that of the
    law."""
    most = ask(rules).figure("sep_contribution_rate_of_compensation", label="rate of pay")
    typed = (*ask(boxes, SEP, "rate", person), *ask(boxes, ONE_OWNER, "rate", person))
    return smaller_of(typed[0] / HUNDRED, most, label="rate of the plan") if typed else most


@retirement_plans.part
def employer(page: Page, ask: Ask, person: str) -> None:
    """What the business put in: up to a fifth of earnings (a quarter of what is left after it), and the
    year's limit of all additions."""
    values, room = ask(rules), ask(earnings, person)["earnings"]
    given = (*ask(amounts, SEP, person), *ask(boxes, ONE_OWNER, "employer", person))
    if given:
        page.section = "SEP and one-owner plan: put in by the business"
        made = page.line("contributed", "", "Put in", total(given))
        rate = ask(_rate, person)
        own_rate = (rate / (stated(Decimal(1), "one") + rate)).in_four_places()
        own_rate = page.exact_line("rate", "", "Rate of the owner's earnings", own_rate)
        most = page.line("by_rate", "", "By the rate of earnings", room * own_rate)
        top = values.figure("compensation_limit_401a17", label="most pay that counts") * rate
        top = page.line("by_pay", "", "By the most pay that counts", top)
        limit = values.figure("sep_and_defined_contribution_limit", label="limit of all additions")
        deferral = ask(deferrals, person).get(f"{ONE_OWNER}.deferral", NOTHING)
        beyond = ask(catch_up, person, "elective_deferral") if deferral.amount else NOTHING
        plain = not_below_zero(difference(deferral, beyond), "deferral without catch-up")
        open_to_it = page.line("by_limit", "", "By the limit of all additions", not_below_zero(limit - plain))
        left = page.line("by_earnings", "", "By what is left of earnings", not_below_zero(room - deferral))
        counts = smaller_of(made, most, top, open_to_it, left)
        page.line("by_business", "", "Counts", counts, Role.SUBTOTAL)
    match = ask(boxes, SIMPLE, "employer", person)
    if match:
        page.section = "SIMPLE IRA: put in by the business"
        share = values.figure("simple_match_share", label="match of earnings")
        base = ask(schedule_se.net_earnings, person)["net_earnings"]
        made = page.line("matched", "", "Put in", total(match))
        most = page.line("most_matched", "", "Most of the year", not_below_zero(base) * share)
        page.line("by_match", "", "Counts", smaller_of(made, most), Role.SUBTOTAL)


PUT_IN = ("contributed", "matched", f"{ONE_OWNER}.deferred", f"{SIMPLE}.deferred")
COUNTED = ("by_business", "by_match", f"{ONE_OWNER}.deferral", f"{SIMPLE}.deferral")
"""The lines of what was put in, and of what of it counts."""


@retirement_plans.part
def result(page: Page, ask: Ask, person: str) -> None:
    """What is deducted, and what is above the limits."""
    page.section = "Deduction"
    every = (ask(deferrals, person), ask(employer, person))
    put_in, counted = ([lines[key] for key in keys for lines in every if key in lines]
                       for keys in (PUT_IN, COUNTED))  # fmt: skip
    most = smaller_of(total(counted), ask(earnings, person)["earnings"])
    deducted = page.line("deduction", "", "Deduction, to Schedule 1", most, Role.TOTAL)
    over = difference(total(put_in), deducted)
    if over.amount > 0:
        page.line("over", "", "Put in above the limits: taken back in time, or taxed each year", over)


def deduction_of(ask: Ask, person: str) -> Figure:
    """What a person deducts for plans of their own, nothing without one."""
    return ask(result, person)["deduction"] if person in ask(persons) else NOTHING
