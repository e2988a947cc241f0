"""Form 1040, from wages to the refund or the balance due.

Other forms need its lines before it is finished, and it needs theirs: each part asks for what it takes up.
"""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us import gaps
from half_yard.countries.us.forms import (
    form_8995,
    schedule_1,
    schedule_2,
    schedule_c,
    schedule_e,
    tax_computation,
)
from half_yard.countries.us.forms.gains_of_sales import gains_of_sales
from half_yard.countries.us.frame import facts, rules, status
from half_yard.countries.us.own_income import own_income
from half_yard.countries.us.standard_deduction import standard_deduction
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    above,
    below,
    difference,
    not_below_zero,
    total,
)


@Form
def form_1040(ask: Ask) -> Page:
    """The return, with who it is for."""
    return Page("form_1040", "Form 1040", "", ask(rules).numbers("form_1040"), facts=ask(facts))


@form_1040.part
def income(page: Page, ask: Ask) -> None:
    """Lines 1 to 10."""
    page.section = "Income"
    own = ask(own_income)
    wages = page.line("wages", "1z", "Wages (Form W-2, box 1)", total(own.wages))
    page.line("exempt_interest", "2a", "Tax-exempt interest", total(own.exempt_interest))
    interest = page.line("taxable_interest", "2b", "Taxable interest", total(own.interest))
    page.line("qualified_dividends", "3a", "Qualified dividends", total(own.qualified_dividends))
    dividends = page.line(
        "ordinary_dividends", "3b", "Ordinary dividends (Form 1099-DIV, box 1a)", total(own.dividends)
    )
    gain = page.line(
        "capital_gain", "7", "Capital gain (distributions; sales)",
        total([*own.capital_gain, *ask(gains_of_sales)]),
    )  # fmt: skip
    additional = page.line(
        "additional_income", "8", "Additional income (Schedule 1, line 10)",
        ask(schedule_1.additional_income)["additional_income"],
    )  # fmt: skip
    parts = (wages, interest, dividends, gain, additional)
    page.line("total_income", "9", "Total income", total(parts), Role.TOTAL)
    page.line(
        "adjustments", "10", "Adjustments to income (Schedule 1, line 26)",
        ask(schedule_1.adjustments)["adjustments"],
    )  # fmt: skip


def net_capital_gain(ask: Ask) -> Figure:
    """Qualified dividends and capital gain, which lower rates are for."""
    return ask(income)["qualified_dividends"] + ask(income)["capital_gain"]


@form_1040.part
def adjusted(page: Page, ask: Ask) -> None:
    """Line 11, adjusted gross income."""
    page.section = "Income"
    made = ask(income)["total_income"] - ask(income)["adjustments"]
    losses = ask(business_losses)
    tests = [above(losses, NOTHING)]
    if all(tests):
        tests.append(above(losses, _excess_threshold(ask)))
    excess = len(tests) > 1 and all(tests)
    negative = below(made, NOTHING)
    marks = [
        *([gaps.EXCESS_BUSINESS_LOSS] if excess else []),
        *([gaps.NET_OPERATING_LOSS] if negative else []),
    ]
    made = made.marked(*marks).where(*tests)
    page.line("adjusted_gross_income", "11", "Adjusted gross income", made, Role.TOTAL)


def business_losses(ask: Ask) -> Figure:
    """What all businesses and rentals together lost."""
    results = [ask(schedule_c.result, *each)["net_profit"] for each in ask(schedule_c.businesses)]
    return difference(
        NOTHING,
        total([*results, *ask(schedule_e.rental_results)]),
        label="loss of all businesses and rentals",
    )


def _excess_threshold(ask: Ask) -> Figure:
    label = "limit on business losses (26 U.S.C. 461(l))"
    return ask(rules).figure("excess_business_loss_threshold", ask(status), label)


@form_1040.part
def standard(page: Page, ask: Ask) -> None:
    """Line 12."""
    page.section = "Deductions"
    page.line("standard_deduction", "12", "Standard deduction", ask(standard_deduction))


def before_business_deduction(ask: Ask) -> Figure:
    """Taxable income but for the business-income deduction."""
    return difference(
        ask(adjusted)["adjusted_gross_income"], ask(standard)["standard_deduction"],
        label="adjusted gross income less the standard deduction",
    )  # fmt: skip


@form_1040.part
def taxable_income(page: Page, ask: Ask) -> None:
    """Lines 13 to 15."""
    page.section = "Deductions"
    business = total(())
    if ask(form_8995.applies):
        business = ask(form_8995.deduction)["deduction"]
    deduction = page.line("business_income_deduction", "13", "Qualified business income deduction", business)
    deductions = page.line(
        "deductions", "14", "Total deductions", ask(standard)["standard_deduction"] + deduction
    )
    income_left = ask(adjusted)["adjusted_gross_income"] - deductions
    page.line("taxable_income", "15", "Taxable income", not_below_zero(income_left), Role.TOTAL)


@form_1040.part
def tax(page: Page, ask: Ask) -> None:
    """Lines 16 to 24: total tax."""
    page.section = "Tax"
    worked_out = ask(tax_computation.tax)["tax"]
    gains = above(ask(net_capital_gain), NOTHING)
    regular = page.line(
        "tax", "16", "Tax", worked_out.marked(*([gaps.LOWER_RATES] if gains else [])).where(gains),
        Role.SUBTOTAL,
    )  # fmt: skip
    additional = page.line(
        "additional_tax", "17", "Additional tax (Schedule 2, line 3)",
        ask(schedule_2.additional_tax)["additional_tax"],
    )  # fmt: skip
    before_credits = page.line("tax_before_credits", "18", "Tax before credits", regular + additional)
    after_credits = page.line("tax_after_credits", "22", "Tax after credits", before_credits)
    other = page.line(
        "other_taxes", "23", "Other taxes (Schedule 2, line 21)",
        ask(schedule_2.other_taxes)["other_taxes"],
    )  # fmt: skip
    page.line("total_tax", "24", "Total tax", after_credits + other, Role.TOTAL)


@form_1040.part
def payments(page: Page, ask: Ask) -> None:
    """Lines 25 to 33."""
    page.section = "Payments"
    own = ask(own_income)
    on_wages = page.line("withheld_wages", "25a", "Withheld on Forms W-2", total(own.withheld_on_wages))
    elsewhere = page.line(
        "withheld_elsewhere", "25b", "Withheld on Forms 1099", total(own.withheld_elsewhere)
    )
    withheld = page.line("withheld", "25d", "Total withheld", on_wages + elsewhere)
    estimated = page.line("estimated_payments", "26", "Estimated tax payments", total(own.estimated_payments))
    page.line("payments", "33", "Total payments", withheld + estimated, Role.TOTAL)


@form_1040.part
def result(page: Page, ask: Ask) -> None:
    """Lines 34 to 37."""
    page.section = "Refund or amount you owe"
    due, paid = ask(tax)["total_tax"], ask(payments)["payments"]
    page.line("overpaid", "34", "Overpaid: refund", not_below_zero(paid - due), Role.REFUND)
    page.line("owed", "37", "Amount you owe", not_below_zero(due - paid), Role.OWED)
