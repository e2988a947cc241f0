"""Form 2441, Child and Dependent Care (26 U.S.C. 21, 129)."""

from __future__ import annotations

from half_yard.countries.asking import Ask, person_of
from half_yard.countries.us.forms import credit_room, form_1040, phased
from half_yard.countries.us.frame import BOOKS, household, people, rules, status
from half_yard.countries.us.household.dependants import count_of, standing_by_id
from half_yard.countries.us.household.filing_status import APART
from half_yard.countries.us.household.items import amount_of, has, items_of
from half_yard.countries.us.household.relations import CARE_MONTHS
from half_yard.countries.us.own_income import box_of_wages
from half_yard.countries.us.worked import worked
from half_yard.figures import (
    NOTHING,
    Choice,
    Figure,
    Form,
    Page,
    Role,
    difference,
    entered,
    larger_of,
    not_below_zero,
    smaller_of,
    total,
)
from half_yard.figures.explain import percent_text

CARE = "care"
"""The kind of item, and the box of wages besides."""


def qualifying(ask: Ask) -> tuple[str, ...]:
    """The ids of those whose care counts."""
    return tuple(key for key, standing in ask(standing_by_id).items() if standing.for_care)


def _paid(ask: Ask) -> list[Figure]:
    """What was paid for those, and for a spouse who can't care for themselves."""
    known = {*ask(qualifying), *ask(people)}
    return [amount_of(found) for found in ask(items_of, CARE) if found[1].person in known]


def benefits_of_employers(ask: Ask) -> tuple[Figure, ...]:
    """Box 10 of Forms W-2."""
    return tuple(figure for person in ask(people) for figure in ask(box_of_wages, "care", person))


def applies(ask: Ask) -> bool:
    """Whether there are costs of care, or an employer paid some."""
    return ask(has, CARE) or bool(ask(benefits_of_employers))


@Form
def form_2441(ask: Ask) -> Page:
    """One for the return."""
    return Page("form_2441", "Form 2441", "", ask(rules).numbers("form_2441"))


def _earned(ask: Ask, person: str) -> Figure:
    """What a person earned; of a student or one who can't care for themselves at least an amount for each
    month of it (21(d)(2))."""
    own = not_below_zero(ask(worked, person), f"earned by {ask(BOOKS.name, person)}")
    months = ask.of(person_of, person).facts.get(CARE_MONTHS)
    if not months:
        return own
    two = len(ask(qualifying)) > 1
    key = "two" if two else "one"
    rate = ask(rules).figure(f"dependent_care_deemed_income_student_or_disabled_{key}", label="of a month")
    leaf = entered(months, "months", f"/people/{person}/facts/{CARE_MONTHS}")
    return larger_of(own, rate * leaf, label=f"earned, or taken to be, by {ask(BOOKS.name, person)}")


def earned_least(ask: Ask) -> Figure:
    """What the one earned who earned less; nothing where nobody files."""
    earned = [_earned(ask, person) for person in ask(people)]
    return smaller_of(*earned, label="earned by who earned less") if earned else NOTHING


def may_have(ask: Ask) -> bool:
    """Not for separate filers, unless they lived apart in the last six months (21(e)(2), (4))."""
    return ask(status) != "separate" or APART.of(ask.of(household).answers)


@form_2441.part
def from_employers(page: Page, ask: Ask) -> None:
    """Part III, lines 12 to 26: what an employer paid, and what of it is taxed."""
    given = ask(benefits_of_employers)
    if not given:
        return
    page.section = "Part III · Dependent care benefits"
    every = page.line("benefits", "12", "Dependent care benefits (Form W-2, box 10)", total(given))
    costs = page.line("their_costs", "16", "Costs of care", total(_paid(ask)))
    earned = page.line("their_earned", "19", "Earned by who earned less", ask(earned_least))
    most = ask(rules).figure("dependent_care_employer_exclusion", ask(status), "most that is not taxed")
    free = smaller_of(every, costs, earned, most) if may_have(ask) else NOTHING
    free = page.line("excluded", "25", "Not taxed", free, Role.SUBTOTAL)
    page.line("taxed", "26", "Taxed, to Form 1040", not_below_zero(every - free), Role.SUBTOTAL)


def taxed_benefits(ask: Ask) -> Figure:
    """Line 26, nothing without such benefits."""
    return ask(from_employers).get("taxed", NOTHING)


@form_2441.part
def costs(page: Page, ask: Ask) -> None:
    """Part II, lines 3 to 9: the part of the costs that is a credit."""
    if not ask(has, CARE):
        return
    page.section = "Part II · Credit"
    values = ask(rules)
    who = tuple(standing for standing in ask(standing_by_id).values() if standing.for_care)
    count = len(who)
    if who:
        page.line("persons", "2a", "Persons who qualify", count_of(who, "persons who qualify"))
    key = "dependent_care_expense_limit_" + ("two_or_more" if count > 1 else "one")
    most = values.figure(key, label="most that counts").because(Choice(f"Persons who qualify: {count}"))
    free = ask(from_employers).get("excluded", NOTHING)
    if free.amount:
        most = not_below_zero(difference(most, free, label="less what an employer paid untaxed"))
    paid = page.line("paid", "2", "Paid for those who qualify", total(_paid(ask)))
    within = page.line("within", "3", "Within the limit", smaller_of(paid, most))
    earned = page.line("earned", "5", "Earned by who earned less", ask(earned_least))
    counts = smaller_of(within, earned) if may_have(ask) and count else NOTHING
    counts = page.line("counts", "6", "Costs that count", counts)
    income = page.line(
        "income", "7", "Adjusted gross income", ask(form_1040.adjusted)["adjusted_gross_income"]
    )
    rate = page.exact_line("rate", "8", "Part of them", _rate(ask, income))
    page.line("made", "9", f"{percent_text(rate.amount)} of them", counts * rate, Role.SUBTOTAL)
    if not may_have(ask):
        page.notes.append("None for separate filers who lived together (26 U.S.C. 21(e)(2)).")
    elif not count:
        page.notes.append("Nobody among the dependants qualifies: a child below 13, or who can't care for "
                          "themselves.")  # fmt: skip


def _rate(ask: Ask, income: Figure) -> Figure:
    """The part by income: it falls by one percent for each step above a start, in 2021 and from 2026 on a
    second time above a second one (21(a)(2), (g))."""
    values = ask(rules)
    rate = values.figure("dependent_care_rate_maximum", label="largest part")
    start = values.figure("dependent_care_rate_first_phase_out_start", label="income from which it falls")
    least = values.figure("dependent_care_rate_first_minimum", label="but not below")
    point = values.figure("dependent_care_rate_step", label="one percent")
    over = not_below_zero(income - start)
    rate = larger_of(
        rate - phased.steps(over, "2000", part_counts=True) * point, least, label="part by income"
    )
    if not values.has("dependent_care_rate_second_phase_out_start"):
        return rate
    keyed = values.values["dependent_care_rate_second_phase_out_start"]
    filing = ask(status) if "value" not in keyed else "value"
    second = values.figure("dependent_care_rate_second_phase_out_start", filing, "second start")
    step = "2000"
    if values.has("dependent_care_rate_second_phase_out_step"):
        step = str(values.amount("dependent_care_rate_second_phase_out_step", ask(status)))
    floor = NOTHING
    if values.has("dependent_care_rate_second_minimum"):
        floor = values.figure("dependent_care_rate_second_minimum", label="but not below")
    over = not_below_zero(income - second)
    return larger_of(rate - phased.steps(over, step, part_counts=True) * point, floor, label="part by income")


def is_paid_out(ask: Ask) -> bool:
    """Whether the credit is paid out, as in 2021 (21(g))."""
    return ask(rules).has("dependent_care_credit_is_paid_out")


@form_2441.part
def credit(page: Page, ask: Ask) -> None:
    """Lines 10 and 11."""
    if not ask(has, CARE):
        return
    page.section = "Part II · Credit"
    made = ask(costs)["made"]
    if ask(is_paid_out):
        page.line("credit", "10", "Credit, to Schedule 3, line 13g", made, Role.TOTAL)
        return
    left = page.line("room", "10", "Tax that is left", credit_room.room(ask, credit_room.CARE))
    page.line("credit", "11", "Credit, to Schedule 3", smaller_of(made, left), Role.TOTAL)


def against_tax(ask: Ask) -> Figure:
    """The credit that comes off the tax."""
    there = ask(has, CARE) and not ask(is_paid_out)
    return ask(credit)["credit"] if there else NOTHING


def paid_out(ask: Ask) -> Figure:
    """The credit of 2021, which is paid out."""
    there = ask(has, CARE) and ask(is_paid_out)
    return ask(credit)["credit"] if there else NOTHING
