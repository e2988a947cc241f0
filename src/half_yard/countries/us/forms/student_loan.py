"""Student loan interest (26 U.S.C. 221; worksheet of Schedule 1, line 21)."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import form_1040, phased
from half_yard.countries.us.frame import rules, status, status_choice
from half_yard.countries.us.household.items import amounts, has
from half_yard.figures import (
    NOTHING,
    Assumption,
    Choice,
    Form,
    Page,
    Role,
    not_below_zero,
    smaller_of,
    stated,
    total,
)

WITHOUT_STUDENT_LOAN = Assumption("without student loan interest", on_no_line=True)
"""Under which the income is worked out that limits it."""


def applies(ask: Ask) -> bool:
    """Whether interest was paid."""
    return ask(has, "student_loan")


@Form
def student_loan(ask: Ask) -> Page:
    """One for the return."""
    del ask
    return Page("student_loan", "Student loan interest", "worksheet")


@student_loan.part
def deduction(page: Page, ask: Ask) -> None:
    """Lines 1 to 9: none for separate filers (221(e)(2))."""
    if not ask(applies):
        return
    values, filing = ask(rules), ask(status)
    most = values.figure("student_loan_interest_limit", label="most of a return")
    paid = total(ask(amounts, "student_loan"))
    paid = page.line("paid", "1", "Interest paid, within the limit", smaller_of(paid, most))
    if filing == "separate":
        words = Choice("Filing separately", "/household/filing_status")
        none = stated(NOTHING.amount, "none of separate filers", "26 U.S.C. 221(e)(2)")
        page.line("deduction", "9", "Deduction, to Schedule 1", none.because(words), Role.TOTAL)
        return
    income = ask.under(WITHOUT_STUDENT_LOAN)(form_1040.adjusted)["adjusted_gross_income"]
    income = income.supposed("adjusted gross income without it")
    income = page.line("income", "4", "Adjusted gross income without it", income)
    start = values.figure("student_loan_interest_phase_out_start", filing, "where it begins to fall")
    start = page.line("start", "5", "Where it begins to fall", start.because(ask(status_choice)))
    over = page.line("over", "6", "Above it", not_below_zero(income - start))
    width = values.figure("student_loan_interest_phase_out_width", filing, "until it is gone")
    share = page.exact_line("share", "7", "Part that is lost", phased.share(over, width))
    lost = page.line("lost", "8", "Lost", paid * share)
    page.line("deduction", "9", "Deduction, to Schedule 1", not_below_zero(paid - lost), Role.TOTAL)
