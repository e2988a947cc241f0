"""Schedule 1-A (Form 1040), additional deductions: its part V, for persons of 65 or over (26 U.S.C.
151(d)(5)(C)). Tips, overtime and interest of car loans are not recorded."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import form_1040
from half_yard.countries.us.frame import BOOKS, persons, rules, status
from half_yard.countries.us.seniors import is_aged
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    carried,
    difference,
    not_below_zero,
    total,
)
from half_yard.figures.explain import percent_text


def seniors(ask: Ask) -> tuple[str, ...]:
    """The people on the return who may have it: a married person only on a joint return."""
    values = ask(rules)
    if not values.amount("senior_deduction") or ask(status) == "separate":
        return ()
    return tuple(key for key, person in ask(persons) if is_aged(person, values))


def applies(ask: Ask) -> bool:
    """Whether someone on the return is 65 or over, in a year that has the deduction."""
    return bool(ask(seniors))


def _reduction(ask: Ask, income: Figure) -> Figure:
    """What each person's amount is less by."""
    values, label = ask(rules), "income at which it phases out"
    start = values.figure("senior_deduction_phase_out_start", ask(status), label)
    rate = values.figure("senior_deduction_phase_out_rate", label="part of the income above")
    return not_below_zero(difference(income, start, label="income above")) * rate


def at_income(ask: Ask, income: Figure) -> Figure:
    """The deduction of all at another adjusted gross income, on no line. It is no part of its own."""
    if not ask(applies):
        return NOTHING
    whole = ask(rules).figure("senior_deduction", label="deduction for seniors")
    each = not_below_zero(difference(whole, _reduction(ask, income)))
    return total(each for _ in ask(seniors))


@Form
def schedule_1_a(ask: Ask) -> Page:
    """One for the return."""
    return Page("schedule_1_a", "Schedule 1-A", "", ask(rules).numbers("schedule_1_a"))


@schedule_1_a.part
def part_v(page: Page, ask: Ask) -> None:
    """Lines 31 to 38."""
    if not ask(applies):
        return
    page.section = "Part V · For persons of 65 or over"
    income = ask(form_1040.adjusted)["adjusted_gross_income"]
    income = page.line("modified_income", "31", "Modified adjusted gross income", carried(income))
    rate = ask(rules).figure("senior_deduction_phase_out_rate", label="part of the income above")
    title = f"{percent_text(rate.amount)} of the income above the threshold"
    less = page.line("reduction", "34", title, _reduction(ask, income))
    whole = ask(rules).figure("senior_deduction", label="deduction for seniors")
    each = [
        page.line(f"of.{person}", "36", f"For {ask(BOOKS.name, person)}", not_below_zero(whole - less))
        for person in ask(seniors)
    ]
    page.line("deduction", "38", "Additional deductions, to Form 1040", total(each), Role.TOTAL)


def deduction(ask: Ask) -> Figure:
    """Line 38, or nothing."""
    return ask(part_v)["deduction"] if ask(applies) else NOTHING
