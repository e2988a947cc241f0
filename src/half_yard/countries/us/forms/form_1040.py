"""Form 1040, from wages to the refund or the balance due.

Other forms need its lines before it is finished, and it needs theirs: each part asks for what it takes up.
"""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us import itemizing
from half_yard.countries.us.forms import (
    benefits,
    earned_income,
    form_2210,
    form_2441,
    form_8863,
    form_8959,
    form_8995,
    gains_tax,
    gifts,
    schedule_1,
    schedule_1_a,
    schedule_2,
    schedule_3,
    schedule_8812,
    schedule_a,
    schedule_d,
)
from half_yard.countries.us.frame import facts, household, rules
from half_yard.countries.us.household import refund
from half_yard.countries.us.household.dependants import unknown_dependants
from half_yard.countries.us.household.items import amounts, has
from half_yard.countries.us.household.retirement_income import IRA, PENSION, taxable
from half_yard.countries.us.own_income import own_income
from half_yard.countries.us.questions import APPLIED_TO_NEXT
from half_yard.countries.us.standard_deduction import standard_deduction
from half_yard.figures import (
    Figure,
    Form,
    Mark,
    Page,
    Role,
    Test,
    carried,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    total,
)


@Form
def form_1040(ask: Ask) -> Page:
    """The return, with who it is for."""
    return Page("form_1040", "Form 1040", "", ask(rules).numbers("form_1040"), facts=_facts(ask))


def _facts(ask: Ask) -> tuple[tuple[str, str], ...]:
    """Who it is for, and how a refund is paid."""
    return (*ask(facts), *ask.of(refund.shown))


@form_1040.part
def income(page: Page, ask: Ask) -> None:
    """Lines 1 to 5b and 7, but for social security benefits."""
    page.section = "Income"
    own = ask(own_income)
    care = ask(form_2441.taxed_benefits)
    wages = page.line("wages", "1a" if care.amount else "1z", "Wages (Form W-2, box 1)", total(own.wages))
    if care.amount:
        taxed = page.line("care_benefits", "1e", "Taxed dependent care benefits (Form 2441)", care)
        page.line("all_wages", "1z", "Wages and what counts as such", wages + taxed)
    page.line("exempt_interest", "2a", "Tax-exempt interest", total(own.exempt_interest))
    page.line("taxable_interest", "2b", "Taxable interest", total(own.interest))
    page.line("qualified_dividends", "3a", "Qualified dividends", total(own.qualified_dividends))
    page.line("ordinary_dividends", "3b", "Ordinary dividends (Form 1099-DIV, box 1a)", total(own.dividends))
    for kind, number, title in ((IRA, "4", "IRA distributions"), (PENSION, "5", "Pensions and annuities")):
        if ask(has, kind):
            page.line(f"{kind}_gross", f"{number}a", title, total(ask(amounts, kind)))
            page.line(kind, f"{number}b", f"{title}: taxable", total(ask(taxable, kind)))
    page.line("capital_gain", "7", "Capital gain or loss (Schedule D)", ask(schedule_d.to_return))


@form_1040.part
def of_benefits(page: Page, ask: Ask) -> None:
    """Lines 6a and 6b."""
    if ask(benefits.applies):
        page.section = "Income"
        whole = total(ask(amounts, benefits.SOCIAL_SECURITY))
        page.line("benefits_gross", "6a", "Social security benefits", whole)
        page.line("benefits", "6b", "Social security benefits: taxable", ask(benefits.taxable))


OWN = ("wages", "care_benefits", "taxable_interest", "ordinary_dividends", IRA, PENSION, "capital_gain")
"""The lines of that part which are added up with Schedule 1."""


def own_lines(ask: Ask) -> list[Figure]:
    """What the owners have besides Schedule 1 and social security benefits."""
    return [ask(income)[line] for line in OWN if line in ask(income)]


def without_benefits(ask: Ask) -> Figure:
    """Total income but for social security benefits, of which it decides how much is taxed."""
    additional = ask(schedule_1.additional_income)["additional_income"]
    return total((*ask(own_lines), additional), "total income without social security benefits")


@form_1040.part
def all_income(page: Page, ask: Ask) -> None:
    """Lines 8 to 10."""
    page.section = "Income"
    additional = page.line(
        "additional_income", "8", "Additional income (Schedule 1, line 10)",
        ask(schedule_1.additional_income)["additional_income"],
    )  # fmt: skip
    parts = ask(own_lines)
    if ask(benefits.applies):
        parts = [*parts, ask(of_benefits)["benefits"]]
    page.line("total_income", "9", "Total income", total((*parts, additional)), Role.TOTAL)
    page.line(
        "adjustments", "10", "Adjustments to income (Schedule 1, line 26)",
        ask(schedule_1.adjustments)["adjustments"],
    )  # fmt: skip


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
    """Line 12 with the test that decided about it."""
    _line_12(page, ask, ask(itemizing.tests))


counted = Form(form_1040.head)
"""Lines as they count in others, while it is decided about them."""


@counted.part
def deductions(page: Page, ask: Ask) -> None:
    """Line 12 without the test of which way leaves less: that is made of what comes after this."""
    _line_12(page, ask, ask(itemizing.tests_of_reach))


def _line_12(page: Page, ask: Ask, tests: tuple[Test, ...]) -> None:
    """The standard deduction, or what is itemized; with the one, gifts of years that let them count."""
    page.section = "Deductions"
    chosen, weighed = ask(itemizing.choice), frozenset[Mark]()
    if not chosen and ask.steady(itemizing.are_weighed):
        weighed = ask(standard_deduction).marks | ask(schedule_a.itemized).marks
    if ask(itemizing.itemizes):
        made = carried(ask(schedule_a.itemized)).because(*chosen).marked(*weighed).where(*tests)
        page.line("itemized_deductions", "12", "Itemized deductions (Schedule A)", made)
        return
    made = ask(standard_deduction).because(*chosen).marked(*weighed).where(*tests)
    page.line("standard_deduction", "12", "Standard deduction", made)
    given = ask(gifts.without_itemizing)
    if given.amount:
        page.line("gifts", "12b", "Gifts to charity without itemizing", given)


def own_deductions(ask: Ask) -> list[Figure]:
    """Line 12 and what is beside it."""
    return [line.figure for line in ask(deductions).lines]


def deduction(ask: Ask) -> Figure:
    """Line 12, of either kind, as one figure."""
    return total(ask(own_deductions), "standard or itemized deductions")


def before_business_deduction(ask: Ask) -> Figure:
    """Taxable income but for the business-income deduction."""
    label = "adjusted gross income less deductions"
    less = ask(own_deductions)
    if ask(schedule_1_a.applies):
        less = [*less, ask(schedule_1_a.deduction)]
        label = f"{label} and those of Schedule 1-A"
    return difference(ask(adjusted)["adjusted_gross_income"], *less, label=label)


@form_1040.part
def taxable_income(page: Page, ask: Ask) -> None:
    """Lines 13 to 15."""
    page.section = "Deductions"
    business = total(())
    if ask(form_8995.applies):
        business = ask(form_8995.deduction)
    title = "Qualified business income deduction"
    business = page.line("business_income_deduction", "13", title, business)
    parts = [*(line.figure for line in ask(standard).lines), business]
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
def tax_before(page: Page, ask: Ask) -> None:
    """Lines 16 to 18."""
    page.section = "Tax"
    regular = page.line("tax", "16", "Tax", ask(gains_tax.regular_tax), Role.SUBTOTAL)
    additional = page.line(
        "additional_tax", "17", "Additional tax (Schedule 2, line 3)",
        ask(schedule_2.to_return)[0],
    )  # fmt: skip
    page.line("tax_before_credits", "18", "Tax before credits", regular + additional)


@form_1040.part
def tax(page: Page, ask: Ask) -> None:
    """Lines 19 to 24: total tax."""
    page.section = "Tax"
    before = ask(tax_before)["tax_before_credits"]
    credits_ = []
    if ask(schedule_8812.has_credit):
        title = "Credit for children and other dependants (Schedule 8812)"
        credits_.append(page.line("child_credit", "19", title, ask(schedule_8812.credit)["credit"]))
    if ask(schedule_3.has_credits):
        title = "Other credits (Schedule 3, line 8)"
        credits_.append(page.line("other_credits", "20", title, ask(schedule_3.part_i)["credits"]))
    after = not_below_zero(difference(before, *credits_)) if credits_ else carried(before)
    after = page.line("tax_after_credits", "22", "Tax after credits", after)
    other = page.line(
        "other_taxes", "23", "Other taxes (Schedule 2, line 21)",
        ask(schedule_2.to_return)[1],
    )  # fmt: skip
    marks = ask(unknown_dependants)
    page.line("total_tax", "24", "Total tax", (after + other).marked(*marks), Role.TOTAL)


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
    advance = (*own.estimated_payments, *ask(amounts, "applied"))
    estimated = page.line("estimated_payments", "26", "Estimated tax payments", total(advance))
    paid = [withheld, estimated]
    paid += [page.line(*each) for each in ask(_refundable)]
    if ask(schedule_3.has_payments):
        title = "Other payments (Schedule 3, line 15)"
        paid.append(page.line("other_payments", "31", title, ask(schedule_3.payments)["other_payments"]))
    page.line("payments", "33", "Total payments", total(paid), Role.TOTAL)


def _refundable(ask: Ask) -> tuple[tuple[str, str, str, Figure], ...]:
    """Lines 27 to 30: credits that are paid out, and what was entered as nothing."""
    every = (
        ("earned_income_credit", "27", "Earned income credit", ask(earned_income.earned_income_credit)),
        ("refundable_child_credit", "28", "Refundable child tax credit", ask(schedule_8812.refundable)),
        ("opportunity_credit", "29", "American opportunity credit (Form 8863)", ask(form_8863.refundable)),
        ("recovery_rebate", "30", "Recovery rebate credit", total(ask(amounts, "recovery_rebate"))),
    )
    return tuple(each for each in every if each[3].amount or ask(has, each[0]))


@form_1040.part
def result(page: Page, ask: Ask) -> None:
    """Lines 34 to 38."""
    page.section = "Refund or amount you owe"
    due, paid = ask(tax)["total_tax"], ask(payments)["payments"]
    penalty = ask(form_2210.penalty_due)
    if penalty.amount:
        due = due + page.line("penalty", "38", "Estimated tax penalty (Form 2210)", penalty)
    over = not_below_zero(paid - due)
    wanted = ask.of(household).facts.get(APPLIED_TO_NEXT)
    if wanted and over.amount:
        leaf = entered(wanted, "to be applied", f"/household/facts/{APPLIED_TO_NEXT}")
        whole = page.line("overpayment", "34", "Overpaid", over)
        on = page.line("applied_on", "36", "Applied to next year's estimated tax", smaller_of(leaf, whole))
        page.line("overpaid", "35a", "Refund", whole - on, Role.REFUND)
    else:
        page.line("overpaid", "34", "Overpaid: refund", over, Role.REFUND)
    page.line("owed", "37", "Amount you owe", not_below_zero(due - paid), Role.OWED)


def credits_of_year(ask: Ask) -> Figure:
    """All credits: those that came off the tax, and those that are paid out."""
    before, after = ask(tax_before)["tax_before_credits"], ask(tax)["tax_after_credits"]
    off = difference(before, after, label="credits against tax")
    return total((off, ask(refundable_credits)), "credits of the year")


def refundable_credits(ask: Ask) -> Figure:
    """Lines 27 to 30, with the premium credit, which the penalty for underpayment takes off the tax."""
    from half_yard.countries.us.forms import form_8962  # noqa: PLC0415

    every = (figure for _, _, _, figure in ask(_refundable))
    return total((*every, ask(form_8962.net_credit)), "credits that are paid out")
