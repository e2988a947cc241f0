"""Form 1040, from wages to the refund or the balance due.

Other forms need its lines before it is finished, and it needs theirs: each part asks for what it takes up.
"""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import (
    form_8959,
    form_8995,
    gains_tax,
    schedule_1,
    schedule_1_a,
    schedule_2,
    schedule_3,
    schedule_d,
)
from half_yard.countries.us.frame import facts, rules
from half_yard.countries.us.own_income import own_income
from half_yard.countries.us.standard_deduction import standard_deduction
from half_yard.figures import (
    Figure,
    Form,
    Page,
    Role,
    carried,
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
    """Lines 1 to 7."""
    page.section = "Income"
    own = ask(own_income)
    page.line("wages", "1z", "Wages (Form W-2, box 1)", total(own.wages))
    page.line("exempt_interest", "2a", "Tax-exempt interest", total(own.exempt_interest))
    page.line("taxable_interest", "2b", "Taxable interest", total(own.interest))
    page.line("qualified_dividends", "3a", "Qualified dividends", total(own.qualified_dividends))
    page.line("ordinary_dividends", "3b", "Ordinary dividends (Form 1099-DIV, box 1a)", total(own.dividends))
    page.line("capital_gain", "7", "Capital gain or loss (Schedule D)", ask(schedule_d.to_return))


OWN = ("wages", "taxable_interest", "ordinary_dividends", "capital_gain")
"""The lines of part of the income that are added up with Schedule 1."""


@form_1040.part
def all_income(page: Page, ask: Ask) -> None:
    """Lines 8 to 10."""
    page.section = "Income"
    additional = page.line(
        "additional_income", "8", "Additional income (Schedule 1, line 10)",
        ask(schedule_1.additional_income)["additional_income"],
    )  # fmt: skip
    parts = [*(ask(income)[line] for line in OWN), additional]
    page.line("total_income", "9", "Total income", total(parts), Role.TOTAL)
    page.line(
        "adjustments", "10", "Adjustments to income (Schedule 1, line 26)",
        ask(schedule_1.adjustments)["adjustments"],
    )  # fmt: skip


def without_losses(ask: Ask) -> Figure:
    """Taxable income before the deductions for net operating losses and business income (172(d)(1), (8))."""
    parts = [*(ask(income)[line] for line in OWN), ask(schedule_1.before_losses)]
    every = total(parts, "total income before net operating losses")
    adjusted_before = difference(every, ask(schedule_1.adjustments)["adjustments"])
    less = (ask(standard)["standard_deduction"], schedule_1_a.at_income(ask, adjusted_before))
    return difference(adjusted_before, *less, label="taxable income before net operating losses")


def net_capital_gain(ask: Ask) -> Figure:
    """Qualified dividends and capital gain, which lower rates are for."""
    return ask(income)["qualified_dividends"] + ask(schedule_d.net_long_gain)


@form_1040.part
def adjusted(page: Page, ask: Ask) -> None:
    """Line 11, adjusted gross income."""
    page.section = "Income"
    made = ask(all_income)["total_income"] - ask(all_income)["adjustments"]
    page.line("adjusted_gross_income", "11", "Adjusted gross income", made, Role.TOTAL)


@form_1040.part
def standard(page: Page, ask: Ask) -> None:
    """Line 12."""
    page.section = "Deductions"
    page.line("standard_deduction", "12", "Standard deduction", ask(standard_deduction))


def before_business_deduction(ask: Ask) -> Figure:
    """Taxable income but for the business-income deduction."""
    label = "adjusted gross income less the standard deduction"
    less = [ask(standard)["standard_deduction"]]
    if ask(schedule_1_a.applies):
        less.append(ask(schedule_1_a.deduction))
        label = f"{label} and that of Schedule 1-A"
    return difference(ask(adjusted)["adjusted_gross_income"], *less, label=label)


@form_1040.part
def taxable_income(page: Page, ask: Ask) -> None:
    """Lines 13 to 15."""
    page.section = "Deductions"
    business = total(())
    if ask(form_8995.applies):
        business = ask(form_8995.deduction)
    deduction = page.line("business_income_deduction", "13", "Qualified business income deduction", business)
    parts = [ask(standard)["standard_deduction"], deduction]
    if ask(schedule_1_a.applies):
        title = "Additional deductions (Schedule 1-A)"
        parts.append(page.line("additional_deductions", "13b", title, ask(schedule_1_a.deduction)))
    deductions = page.line("deductions", "14", "Total deductions", total(parts))
    left = ask(adjusted)["adjusted_gross_income"] - deductions
    page.line("taxable_income", "15", "Taxable income", not_below_zero(left), Role.TOTAL)


def income_left(ask: Ask) -> Figure:
    """Taxable income as it would be below zero too, which some worksheets build on."""
    deductions = ask(taxable_income)["deductions"]
    return difference(ask(adjusted)["adjusted_gross_income"], deductions, label="income less deductions")


@form_1040.part
def tax(page: Page, ask: Ask) -> None:
    """Lines 16 to 24: total tax."""
    page.section = "Tax"
    regular = page.line("tax", "16", "Tax", ask(gains_tax.regular_tax), Role.SUBTOTAL)
    of_schedule_2 = ask(schedule_2.to_return)
    additional = page.line(
        "additional_tax", "17", "Additional tax (Schedule 2, line 3)",
        of_schedule_2[0],
    )  # fmt: skip
    before = page.line("tax_before_credits", "18", "Tax before credits", regular + additional)
    after_credits = carried(before)
    if ask(schedule_3.has_credits):
        title = "Other credits (Schedule 3, line 8)"
        credit = page.line("other_credits", "20", title, ask(schedule_3.part_i)["credits"])
        after_credits = not_below_zero(before - credit)
    after_credits = page.line("tax_after_credits", "22", "Tax after credits", after_credits)
    other = page.line(
        "other_taxes", "23", "Other taxes (Schedule 2, line 21)",
        of_schedule_2[1],
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
    held = [on_wages, elsewhere]
    if ask(form_8959.applies):
        title = "Additional Medicare Tax withheld (Form 8959)"
        held.append(page.line("withheld_medicare", "25c", title, ask(form_8959.withheld)["additional"]))
    withheld = page.line("withheld", "25d", "Total withheld", total(held))
    estimated = page.line("estimated_payments", "26", "Estimated tax payments", total(own.estimated_payments))
    paid = [withheld, estimated]
    if ask(schedule_3.has_payments):
        title = "Other payments (Schedule 3, line 15)"
        paid.append(page.line("other_payments", "31", title, ask(schedule_3.payments)["other_payments"]))
    page.line("payments", "33", "Total payments", total(paid), Role.TOTAL)


@form_1040.part
def result(page: Page, ask: Ask) -> None:
    """Lines 34 to 37."""
    page.section = "Refund or amount you owe"
    due, paid = ask(tax)["total_tax"], ask(payments)["payments"]
    page.line("overpaid", "34", "Overpaid: refund", not_below_zero(paid - due), Role.REFUND)
    page.line("owed", "37", "Amount you owe", not_below_zero(due - paid), Role.OWED)
