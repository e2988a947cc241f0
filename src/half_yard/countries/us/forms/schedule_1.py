"""Schedule 1 (Form 1040): additional income and adjustments to income."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import (
    form_461,
    form_4797,
    form_7206,
    form_8889,
    ira_deduction,
    net_operating_loss,
    retirement_plans,
    schedule_c,
    schedule_e,
    schedule_e_part_ii,
    schedule_se,
    state_refund,
    student_loan,
)
from half_yard.countries.us.frame import people, rules
from half_yard.countries.us.household.items import amounts, boxes, has
from half_yard.countries.us.own_income import own_income
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
    total,
)

OTHER = (
    ("gambling", "8b", "Gambling winnings"),
    ("canceled_debt", "8c", "Canceled debt"),
    ("jury", "8h", "Jury duty pay"),
    ("prize", "8i", "Prizes and awards"),
    ("hobby", "8j", "Income of a hobby"),
    ("other_income", "8z", "Other taxable income"),
)
"""Kinds of items that have a line of other income: key, number, title."""


@Form
def schedule_1(ask: Ask) -> Page:
    """One for the return."""
    return Page("schedule_1", "Schedule 1", "", ask(rules).numbers("schedule_1"))


Entry = tuple[str, str, str, Figure]
"""What stands on a line: its key, number, title and figure."""


def of_the_household(ask: Ask) -> tuple[Entry, ...]:
    """Lines 1, 2a and 7 to 8z: what the owners have of such income, each once."""
    found: list[Entry] = []
    if ask(state_refund.applies):
        title = "Taxable refund of state income tax"
        found.append(("state_refund", "1", title, total(ask(state_refund.taxable))))
    if ask(has, "alimony_received"):
        received = total(ask(amounts, "alimony_received"))
        found.append(("alimony_received", "2a", "Alimony received", received))
    if ask(has, "unemployment"):
        repaid = total(ask(boxes, "unemployment", "repaid"))
        whole = not_below_zero(total(ask(amounts, "unemployment")) - repaid)
        found.append(("unemployment", "7", "Unemployment compensation", whole))
    found += [(key, number, title, total(ask(amounts, key))) for key, number, title in OTHER if ask(has, key)]
    taxed = total(ask(form_8889.taxable_of, person) for person in ask(form_8889.persons))
    if taxed.amount:
        title = "Health savings account distributions that are taxed"
        found.append(("health_account", "8f", title, taxed))
    return tuple(found)


FIRST = {"state_refund", "alimony_received"}
"""Those that stand before the activities."""


@schedule_1.part
def of_the_owners(page: Page, ask: Ask) -> None:
    """Part I, lines 1 and 2a."""
    page.section = "Part I · Additional income"
    for key, number, title, figure in ask(of_the_household):
        if key in FIRST:
            page.line(key, number, title, figure)


@schedule_1.part
def of_activities(page: Page, ask: Ask) -> None:
    """Part I, lines 3 to 5."""
    page.section = "Part I · Additional income"
    page.line("business_income", "3", "Business income or loss", total(ask(schedule_c.profits)))
    sales = [figure for figure in (ask(form_4797.ordinary_gain),) if figure is not None]
    page.line("other_gains", "4", "Other gains or losses (Form 4797)", total(sales))
    entities = ask(schedule_e_part_ii.results)
    rentals = total((*ask(schedule_e.rental_results), *entities))
    title = "Rental real estate (Schedule E)"
    if entities:
        title = "Rentals, partnerships and the like (Schedule E)"
    page.line("rental_income", "5", title, rentals)


@schedule_1.part
def others(page: Page, ask: Ask) -> None:
    """Part I, lines 7 to 8z, but for losses of earlier years and business losses above their limit."""
    page.section = "Part I · Additional income"
    for key, number, title, figure in ask(of_the_household):
        if key not in FIRST:
            page.line(key, number, title, figure)


def excess_loss(ask: Ask) -> Figure:
    """Line 8p: business losses above their limit, which are income again; nothing where there are none."""
    return ask(form_461.excess)["excess"] if ask(form_461.may_apply) else NOTHING


@schedule_1.part
def additional_income(page: Page, ask: Ask) -> None:
    """Part I, lines 8a, 8p and 10."""
    page.section = "Part I · Additional income"
    other = []
    if ask(net_operating_loss.applies) and not ask.assumes(net_operating_loss.WITHOUT_LOSSES):
        loss = difference(NOTHING, ask(net_operating_loss.deducted))
        other.append(page.line("net_operating_loss", "8a", "Net operating loss of earlier years", loss))
    may_be = ask(form_461.may_apply)
    if may_be:
        title = "Business losses above their limit (Form 461)"
        other.append(page.line("excess_loss", "8p", title, carried(ask(excess_loss))))
    activities = [line.figure for line in ask(of_activities).lines]
    own = [line.figure for part in (of_the_owners, others) for line in ask(part).lines]
    tests = [may_be] if total(activities).amount < 0 else []
    whole = total((*activities, *own, *other)).where(*tests)
    page.line("additional_income", "10", "Total additional income", whole, Role.TOTAL)


HALF_TAX = "half_self_employment_tax"


def adjusted_by(ask: Ask) -> tuple[Entry, ...]:
    """Lines 11 to 19a: what comes off the income, each once."""
    found: list[Entry] = []
    if ask(has, "educator"):
        each = total(ask(educators, person) for person in ask(people))
        found.append(("educators", "11", "Educator expenses", each))
    if ask(form_8889.persons):
        made = total(ask(form_8889.deduction_of, person) for person in ask(form_8889.persons))
        found.append(("health_savings", "13", "Health savings accounts (Form 8889)", made))
    if ask(has, "moving"):
        title = "Moving of members of the armed forces"
        found.append(("moving", "14", title, total(ask(amounts, "moving"))))
    halves = total(ask(schedule_se.of_everyone, "deductible_part"))
    found.append((HALF_TAX, "15", "Deductible part of self-employment tax", halves))
    if ask(retirement_plans.persons):
        made = total(ask(retirement_plans.deduction_of, person) for person in ask(retirement_plans.persons))
        found.append(("plans", "16", "Own SEP, SIMPLE and qualified plans", made))
    if ask(form_7206.persons):
        made = total(ask(form_7206.deduction_of, person) for person in ask(form_7206.persons))
        found.append(("health_insurance", "17", "Health insurance of the self-employed (Form 7206)", made))
    penalty = total(ask(own_income).early_withdrawal)
    found.append(("early_withdrawal", "18", "Penalty on early withdrawal of savings", penalty))
    if ask(has, "alimony_paid"):
        found.append(("alimony_paid", "19a", "Alimony paid", total(ask(amounts, "alimony_paid"))))
    return tuple(found)


@schedule_1.part
def before_ira(page: Page, ask: Ask) -> None:
    """Part II, lines 11 to 19a."""
    page.section = "Part II · Adjustments to income"
    for key, number, title, figure in ask(adjusted_by):
        page.line(key, number, title, figure)


def educators(ask: Ask, person: str) -> Figure:
    """What an educator may deduct (26 U.S.C. 62(a)(2)(D), (d)(1))."""
    most = ask(rules).figure("educator_expense_limit", label="most of an educator")
    return smaller_of(total(ask(amounts, "educator", person)), most, label=f"of {person}")


@schedule_1.part
def for_ira(page: Page, ask: Ask) -> None:
    """Part II, line 20."""
    page.section = "Part II · Adjustments to income"
    if ask(ira_deduction.applies) and not ask.assumes(ira_deduction.WITHOUT_IRA):
        page.line("ira", "20", "IRA deduction", total(ask(ira_deduction.deductions)))


def with_ira(ask: Ask) -> Figure:
    """Lines 11 to 20."""
    return total(line.figure for part in (before_ira, for_ira) for line in ask(part).lines)


@schedule_1.part
def adjustments(page: Page, ask: Ask) -> None:
    """Part II, lines 21 to 26."""
    page.section = "Part II · Adjustments to income"
    parts = [line.figure for part in (before_ira, for_ira) for line in ask(part).lines]
    if ask(student_loan.applies) and not ask.assumes(student_loan.WITHOUT_STUDENT_LOAN):
        interest = ask(student_loan.deduction)["deduction"]
        parts.append(page.line("student_loan", "21", "Student loan interest", interest))
    page.line("adjustments", "26", "Total adjustments to income", total(parts), Role.TOTAL)
