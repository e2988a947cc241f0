"""Schedule 1-A (Form 1040), additional deductions of 2025 to 2028: tips, overtime, interest of car loans, and
for persons of 65 or over (26 U.S.C. 224, 225, 163(h)(4), 151(d)(5)(C)). Numbers of lines from memory."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import (
    form_1040,
    form_7206,
    phased,
    retirement_plans,
    schedule_se,
)
from half_yard.countries.us.frame import BOOKS, people, rules, status, status_choice
from half_yard.countries.us.household.items import amount_of, amounts, has, items_of
from half_yard.countries.us.own_income import box_of_wages
from half_yard.countries.us.seniors import aged
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    carried,
    difference,
    not_below_zero,
    smaller_of,
    stated,
    total,
)
from half_yard.figures.explain import percent_text

TIPS, OVERTIME, CAR_LOAN = "tips", "overtime", "car_loan"
OWN_BUSINESS = "own_business"
"""Ticked for tips of an own business."""
HUNDRED, TWO_HUNDRED = stated(Decimal(100), "100"), stated(Decimal(200), "200")


def seniors(ask: Ask) -> tuple[str, ...]:
    """The people on the return who may have the deduction of their age: a married person only on a joint
    return."""
    values = ask(rules)
    if not values.amount("senior_deduction") or ask(status) == "separate":
        return ()
    return ask(aged)


def applies(ask: Ask) -> bool:
    """Whether there is anything for it."""
    if not ask(rules).amount("senior_deduction"):
        return False
    return bool(ask(seniors) or ask(_of_pay, TIPS) or ask(_of_pay, OVERTIME)) or ask(
        has, TIPS, OVERTIME, CAR_LOAN
    )


def _of_pay(ask: Ask, box: str) -> tuple[Figure, ...]:
    """What Forms W-2 say of it; none in years without these deductions, nor for married persons who file
    separately (224(f), 225(d))."""
    if ask(status) == "separate" or not ask(rules).amount("senior_deduction"):
        return ()
    return tuple(figure for person in ask(people) for figure in ask(box_of_wages, box, person))


@Form
def schedule_1_a(ask: Ask) -> Page:
    """One for the return."""
    return Page("schedule_1_a", "Schedule 1-A", "", ask(rules).numbers("schedule_1_a"))


@schedule_1_a.part
def part_i(page: Page, ask: Ask) -> None:
    """Line 3."""
    if ask(applies):
        page.section = "Part I · Income"
        income = carried(ask(form_1040.adjusted)["adjusted_gross_income"])
        page.line("modified_income", "3", "Modified adjusted gross income", income)


def _over(ask: Ask, of: str) -> Figure:
    start = ask(rules).figure(f"{of}_phase_out_start", ask(status), "income at which it falls")
    income = ask(part_i)["modified_income"]
    return not_below_zero(income - start.because(ask(status_choice)), "income above the start")


def _own_tips(ask: Ask) -> Figure:
    """Tips of own businesses, up to their net income (224(c)); each person's by themselves."""
    every = []
    for person in ask(people):
        found = [each for each in ask(items_of, TIPS) if each[1].person == person]
        own = total(amount_of(each) for each in found if each[1].ticks.get(OWN_BUSINESS))
        if not own.amount:
            continue
        profit = total(ask(schedule_se.own_profits, person))
        less = []
        if person in ask(schedule_se.persons_with_business):
            less = [
                ask(schedule_se.tax, person)["deductible_part"],
                ask(retirement_plans.deduction_of, person),
                ask(form_7206.deduction_of, person),
            ]
        every.append(smaller_of(own, not_below_zero(difference(profit, *less, label="net income"))))
    return total(every, "tips of own businesses")


@schedule_1_a.part
def part_ii(page: Page, ask: Ask) -> None:
    """Lines 4 to 13, tips."""
    of_pay = ask(_of_pay, TIPS)
    if not ask(has, TIPS) and not of_pay:
        return
    page.section = "Part II · Tips"
    typed = [amount_of(each) for each in ask(items_of, TIPS) if not each[1].ticks.get(OWN_BUSINESS)]
    paid = total((*typed, *of_pay))
    parts = [page.line("wage_tips", "4", "Qualified tips of employees", paid)]
    own = ask(_own_tips)
    if own.parts:
        parts.append(
            page.line("own_tips", "5", "Qualified tips of own businesses, at most their income", own)
        )
    most = ask(rules).figure("tips_deduction_cap", label="most of a return")
    within = page.line("tips_within", "7", "Within the limit", smaller_of(total(parts), most))
    lost = phased.steps(_over(ask, "tips_deduction"), "1000", part_counts=False) * HUNDRED
    lost = page.line("tips_lost", "12", "Lost by income: 100 for each full 1,000", lost)
    page.line("tips", "13", "Tips that are deducted", not_below_zero(within - lost), Role.SUBTOTAL)


def tips_of_businesses(ask: Ask) -> Figure:
    """What of the deducted tips is of own businesses, which is no qualified business income (199A(c)(4)): in
    proportion to all tips."""
    lines = ask(part_ii)
    if "own_tips" not in lines or not lines["tips"].amount:
        return NOTHING
    every = total((lines["wage_tips"], lines["own_tips"]), "all tips")
    return (lines["tips"] * (lines["own_tips"] / every)).named("deducted tips of own businesses")


@schedule_1_a.part
def part_iii(page: Page, ask: Ask) -> None:
    """Lines 14 to 21, overtime."""
    of_pay = ask(_of_pay, OVERTIME)
    if not ask(has, OVERTIME) and not of_pay:
        return
    page.section = "Part III · Overtime"
    paid = page.line("overtime_paid", "14", "Qualified overtime", total((*ask(amounts, OVERTIME), *of_pay)))
    most = ask(rules).figure("overtime_deduction_cap", ask(status), "most of a return")
    within = page.line("overtime_within", "15", "Within the limit", smaller_of(paid, most))
    lost = phased.steps(_over(ask, "overtime_deduction"), "1000", part_counts=False) * HUNDRED
    lost = page.line("overtime_lost", "20", "Lost by income: 100 for each full 1,000", lost)
    page.line("overtime", "21", "Overtime that is deducted", not_below_zero(within - lost), Role.SUBTOTAL)


@schedule_1_a.part
def part_iv(page: Page, ask: Ask) -> None:
    """Lines 22 to 30, interest of car loans."""
    if not ask(has, CAR_LOAN):
        return
    page.section = "Part IV · Interest of car loans"
    paid = page.line("car_interest", "23", "Interest of car loans", total(ask(amounts, CAR_LOAN)))
    most = ask(rules).figure("car_loan_interest_deduction_cap", label="most of a return")
    within = page.line("car_within", "24", "Within the limit", smaller_of(paid, most))
    lost = phased.steps(_over(ask, "car_loan_interest_deduction"), "1000", part_counts=True) * TWO_HUNDRED
    lost = page.line("car_lost", "29", "Lost by income: 200 for each 1,000 or part of it", lost)
    page.line("car_loan", "30", "Interest that is deducted", not_below_zero(within - lost), Role.SUBTOTAL)


@schedule_1_a.part
def part_v(page: Page, ask: Ask) -> None:
    """Lines 31 to 37."""
    if not ask(seniors):
        return
    page.section = "Part V · For persons of 65 or over"
    rate = ask(rules).figure("senior_deduction_phase_out_rate", label="part of the income above")
    title = f"{percent_text(rate.amount)} of the income above the threshold"
    less = page.line("reduction", "34", title, _over(ask, "senior_deduction") * rate)
    whole = ask(rules).figure("senior_deduction", label="deduction for seniors")
    for person in ask(seniors):
        page.line(f"of.{person}", "36", f"For {ask(BOOKS.name, person)}", not_below_zero(whole - less))


@schedule_1_a.part
def result(page: Page, ask: Ask) -> None:
    """Line 38."""
    if not ask(applies):
        return
    page.section = "Deductions"
    named = ((part_ii, "tips"), (part_iii, "overtime"), (part_iv, "car_loan"))
    parts = [ask(part)[key] for part, key in named if key in ask(part)]
    parts += [ask(part_v)[f"of.{person}"] for person in ask(seniors)]
    page.line("deduction", "38", "Additional deductions, to Form 1040", total(parts), Role.TOTAL)


def deduction(ask: Ask) -> Figure:
    """Line 38, or nothing."""
    return ask(result)["deduction"] if ask(applies) else NOTHING


def of_seniors(ask: Ask) -> Figure:
    """The part for persons of 65 or over, which the minimum tax adds back."""
    return total((ask(part_v)[f"of.{person}"] for person in ask(seniors)), "deduction for seniors")
