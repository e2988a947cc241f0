"""Form 8863, Education Credits (26 U.S.C. 25A): American opportunity and lifetime learning."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.countries.asking import Ask, person_of
from half_yard.countries.items import Found
from half_yard.countries.us import gaps
from half_yard.countries.us.forms import credit_room, form_1040
from half_yard.countries.us.frame import people, rules, status
from half_yard.countries.us.household.crediting import LIFETIME, NO_CREDIT, OPPORTUNITY, WHICH
from half_yard.countries.us.household.dependants import standing_by_id
from half_yard.countries.us.household.items import amount_of, box_of, has, items_of
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Mark,
    Page,
    Role,
    difference,
    not_below_zero,
    smaller_of,
    stated,
    total,
)
from half_yard.figures.explain import percent_text

TUITION = "tuition"
NONE_PAID_OUT_BELOW = 24
"""Below this age a taxpayer may be barred from the part that is paid out (26 U.S.C. 25A(i)(5))."""


def applies(ask: Ask) -> bool:
    """Whether someone studied."""
    return ask(has, TUITION)


@Form
def form_8863(ask: Ask) -> Page:
    """One for the return."""
    return Page("form_8863", "Form 8863", "", ask(rules).numbers("form_8863"))


def _students(ask: Ask) -> dict[str, list[Found]]:
    """The costs of each student who is on the return or a dependant of it."""
    standings = ask(standing_by_id)
    known = {*ask(people), *(key for key, each in standings.items() if each.dependant)}
    found: dict[str, list[Found]] = {}
    for item in ask(items_of, TUITION):
        if item[1].person in known and item[1].choices.get(WHICH.key) != NO_CREDIT:
            found.setdefault(item[1].person, []).append(item)
    return found


def _may_be_opportunity(items: list[Found]) -> bool:
    return any(
        item.ticks.get("first_four") and not item.ticks.get("four_times")
        and not item.ticks.get("drug_conviction") and item.choices.get(WHICH.key) in {None, "", OPPORTUNITY}
        for _, item in items
    )  # fmt: skip


def _costs(items: list[Found]) -> Figure:
    free = [figure for found in items if (figure := box_of(found, "scholarships")) is not None]
    return not_below_zero(difference(total(map(amount_of, items)), *free, label="costs less scholarships"))


@form_8863.part
def students(page: Page, ask: Ask) -> None:
    """Part III, lines 27 to 31, of each student."""
    if not ask(applies):
        return
    standings = ask(standing_by_id)
    for key, items in _students(ask).items():
        name = standings[key].name if key in standings else ask.of(person_of, key).name or key
        page.section = f"Part III · {name}"
        costs = page.line(f"{key}.costs", "27", "Qualified costs less scholarships", _costs(items))
        if _may_be_opportunity(items):
            step = ask(rules).figure("aotc_first_costs", label="costs that count in full")
            part = ask(rules).figure("aotc_share_of_further_costs", label="part of as much again")
            first = smaller_of(costs, step)
            then = smaller_of(not_below_zero(costs - step), step) * part
            page.line(f"{key}.{OPPORTUNITY}", "30", "American opportunity credit before income", first + then)
        else:
            page.line(f"{key}.{LIFETIME}", "31", "Costs for lifetime learning", costs)


def _of(ask: Ask, credit: str) -> list[Figure]:
    return [line.figure for line in ask(students).lines if line.place.line.endswith(f".{credit}")]


@form_8863.part
def by_income(page: Page, ask: Ask) -> None:
    """Parts I and II, lines 1 to 18: both fall with income; none for separate filers (25A(g)(6))."""
    if not ask(applies):
        return
    page.section = "Parts I and II · By income"
    values, filing = ask(rules), ask(status)
    if filing == "separate":
        page.notes.append("None for separate filers (26 U.S.C. 25A(g)(6)).")
        share = stated(Decimal(0), "none for separate filers", "26 U.S.C. 25A(g)(6)")
    else:
        income = page.line(
            "income", "3", "Adjusted gross income", ask(form_1040.adjusted)["adjusted_gross_income"]
        )
        top = values.figure("education_credits_phase_out_end", filing, "income from which there is none")
        start = values.figure("education_credits_phase_out_start", filing, "income at which it falls")
        exact = (
            not_below_zero(top - income) / difference(top, start, label="between the two")
        ).in_three_places()
        share = smaller_of(exact, stated(Decimal(1), "all of it"), label="part that is left")
    share = page.exact_line("share", "6", "Part that is left at this income", share)
    opportunity = page.line(
        OPPORTUNITY, "7", "American opportunity credit", total(_of(ask, OPPORTUNITY)) * share
    )
    part = values.figure("aotc_refundable_share", label="part that is paid out")
    title = f"{percent_text(part.amount)} of it, paid out"
    out = page.line(
        "refundable", "8", title, (opportunity * part).marked(*_young(ask, opportunity)), Role.SUBTOTAL
    )
    rest = page.line("rest", "9", "The rest of it", opportunity - out)
    most = values.figure("lifetime_learning_expense_limit", label="most costs of a return")
    costs = page.line(
        "lifetime_costs", "11", "Costs within the limit", smaller_of(total(_of(ask, LIFETIME)), most)
    )
    rate = values.figure("lifetime_learning_rate", label="part of costs")
    lifetime = page.line(LIFETIME, "18", "Lifetime learning credit", costs * rate * share)
    page.line("against_tax", "19", "Of both, against tax", rest + lifetime, Role.SUBTOTAL)


def _young(ask: Ask, opportunity: Figure) -> tuple[Mark, ...]:
    """Of a taxpayer below 24 it must be known who supports them (25A(i)(5))."""
    born = ask.of(person_of, "owner").birth_date if "owner" in ask(people) else None
    limit = datetime.date(ask(rules).year - NONE_PAID_OUT_BELOW + 1, 1, 1)
    return (gaps.YOUNG_STUDENT,) if opportunity.amount and born is not None and born >= limit else ()


@form_8863.part
def credit(page: Page, ask: Ask) -> None:
    """Line 19, within the tax that is left."""
    if not ask(applies):
        return
    page.section = "Credit"
    left = page.line("room", "", "Tax that is left", credit_room.room(ask, credit_room.EDUCATION))
    page.line(
        "credit", "19", "Credit, to Schedule 3", smaller_of(ask(by_income)["against_tax"], left), Role.TOTAL
    )


def against_tax(ask: Ask) -> Figure:
    """What comes off the tax."""
    return ask(credit)["credit"] if ask(applies) else NOTHING


def refundable(ask: Ask) -> Figure:
    """What is paid out."""
    return ask(by_income)["refundable"] if ask(applies) else NOTHING
