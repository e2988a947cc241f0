"""What is repaid of a study loan: to 2024-25 a part of the whole repayment income by steps, from 2025-26 a
part of what is above them (Higher Education Support Act 2003)."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries import persons_records
from half_yard.countries.asking import Ask
from half_yard.countries.au.forms import income_tests, levy
from half_yard.countries.au.frame import rules
from half_yard.countries.au.questions import STUDY_LOAN
from half_yard.figures import (
    NOTHING,
    Figure,
    below,
    difference,
    not_below_zero,
    smaller_of,
    total,
)

STEPS = 18


def repayment(ask: Ask, person: str) -> Figure:
    """Nothing without a debt, or where no levy is paid because income is low; at most the debt."""
    debt = persons_records.fact(ask, person, STUDY_LOAN, "study loans owed")
    if debt is None or not debt.amount or not ask(levy.for_all_days, person).amount:
        return NOTHING
    income = ask(income_tests.tested, person)["repayment"]
    by_law = _by_steps(ask, income) if ask(rules).has("study_loan_1_from") else _above_steps(ask, income)
    return smaller_of(by_law, debt, label="repayment")


def left(ask: Ask, person: str) -> Decimal:
    """What is owed after it, in dollars."""
    debt = persons_records.fact(ask, person, STUDY_LOAN, "study loans owed")
    return Decimal(0) if debt is None else debt.amount - ask(repayment, person).amount


def _by_steps(ask: Ask, income: Figure) -> Figure:
    """The rate of the highest step that is reached, of the whole income."""
    values = ask(rules)
    for step in range(STEPS, 0, -1):
        start = values.figure(f"study_loan_{step}_from", label=f"step {step}")
        if not (short := below(income, start)):
            rate = values.figure(f"study_loan_{step}_rate", label=f"rate of step {step}")
            return (income * rate).in_cents().where(short)
    return NOTHING.where(below(income, values.figure("study_loan_1_from", label="first step")))


def _above_steps(ask: Ask, income: Figure) -> Figure:
    """Of what is above each step; from the last on a part of the whole income."""
    values = ask(rules)
    whole_from = values.figure("study_loan_marginal_whole_from", label="from here of the whole")
    if not (short := below(income, whole_from)):
        return (
            (income * values.figure("study_loan_marginal_whole_rate", label="rate")).in_cents().where(short)
        )
    first = values.figure("study_loan_marginal_1_from", label="first step")
    second = values.figure("study_loan_marginal_2_from", label="second step")
    lower = not_below_zero(difference(smaller_of(income, second), first), "between the steps")
    upper = not_below_zero(difference(income, second), "above the second")
    return total(
        (
            (lower * values.figure("study_loan_marginal_1_rate", label="first rate")).in_cents(),
            (upper * values.figure("study_loan_marginal_2_rate", label="second rate")).in_cents(),
        )
    ).where(short)
