"""Estimated tax of next year (Form 1040-ES worksheet; 26 U.S.C. 6654): from this year's result, which can
be typed over, with next year's rates where they are known."""

from __future__ import annotations

from half_yard.countries.asking import Ask, person_of
from half_yard.countries.us.due_dates import due_dates
from half_yard.countries.us.forms import (
    annualized,
    form_1040,
    form_2210,
    form_8995,
    schedule_2,
    schedule_se,
    tax_computation,
)
from half_yard.countries.us.frame import BOOKS, household, rules, status
from half_yard.countries.us.questions import (
    EXPECTED_CREDITS,
    EXPECTED_OTHER,
    EXPECTED_PROFIT,
    EXPECTED_WITHHELD,
)
from half_yard.countries.us.wage_taxes import social_security_wages
from half_yard.countries.us.year_rules import YEARS, YearRules, rules_for
from half_yard.figures import (
    NOTHING,
    Choice,
    Figure,
    Form,
    Mark,
    MarkKind,
    Page,
    Role,
    carried,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    total,
)
from half_yard.figures.explain import percent_text

AS_THIS_YEAR = Choice("As this year: nothing else is expected")


def is_shown(ask: Ask) -> bool:
    """Whether so much tax was not withheld that paying ahead is thought of."""
    return ask(form_2210.is_shown)


def _next_rules(ask: Ask) -> YearRules:
    year = ask(rules).year + 1
    return rules_for(year) if year in YEARS else ask(rules)


def _marks(ask: Ask) -> tuple[Mark, ...]:
    year = ask(rules).year + 1
    if year in YEARS:
        return ()
    words = f"The values of {year} are not published here: those of {year - 1} are used."
    return (Mark(MarkKind.PROVISIONAL, words),)


@Form
def estimates(ask: Ask) -> Page:
    """One for the return."""
    year = ask(rules).year + 1
    page = Page("estimated_tax", "Estimated tax", f"of {year}")
    page.notes.append(
        "It begins with this year's amounts; what is expected otherwise is typed on the client's page. Gains "
        "and dividends are taxed as other income here, so that not too little is paid."
    )
    return page


def _expected(ask: Ask, key: str, label: str, now: Figure) -> Figure:
    """What is typed for next year, or this year's."""
    facts = ask.of(household).facts
    if key in facts:
        return entered(facts[key], label, f"/household/facts/{key}")
    return carried(now).because(AS_THIS_YEAR)


def _profit(ask: Ask, person: str) -> Figure:
    facts = ask.of(person_of, person).facts
    if EXPECTED_PROFIT in facts:
        return entered(facts[EXPECTED_PROFIT], "expected profit", f"/people/{person}/facts/{EXPECTED_PROFIT}")
    return carried(ask(schedule_se.profits, person)["combined"]).because(AS_THIS_YEAR)


@estimates.part
def self_employment(page: Page, ask: Ask) -> None:
    """The worksheet for self-employment tax, of each person."""
    values = _next_rules(ask)
    for person in ask(schedule_se.persons_with_business):
        page.section = f"Self-employment: {ask(BOOKS.name, person)}"
        profit = page.line(f"{person}.profit", "1a", "Expected profit", _profit(ask, person))
        factor = values.figure("self_employment_net_earnings_factor", label="part of profit that counts")
        net = page.line(f"{person}.net", "3", "Net earnings", not_below_zero(profit) * factor)
        base = values.figure("social_security_wage_base", label="wage base")
        wages = total(ask(social_security_wages, person), "wages")
        room = not_below_zero(difference(base, wages, label="wage base less wages"))
        rate = values.figure("self_employment_oasdi_rate", label="social security rate")
        medicare = values.figure("self_employment_medicare_rate", label="Medicare rate")
        tax = smaller_of(net, room) * rate + net * medicare
        tax = page.line(f"{person}.tax", "10", "Self-employment tax", tax)
        half = values.figure("self_employment_deductible_part", label="part that is deducted")
        page.line(f"{person}.half", "11", "Half of it", tax * half)


def _each(ask: Ask, key: str) -> list[Figure]:
    lines = ask(self_employment)
    return [lines[f"{person}.{key}"] for person in ask(schedule_se.persons_with_business)]


@estimates.part
def expected_tax(page: Page, ask: Ask) -> None:
    """Lines 1 to 11c: the tax that is expected."""
    values, filing, marks = _next_rules(ask), ask(status), ask(_marks)
    page.section = "Expected tax"
    profit = total(_each(ask, "profit"), "expected profits")
    halves = total(_each(ask, "half"), "half of self-employment tax")
    now = ask(form_1040.adjusted)["adjusted_gross_income"]
    less_halves = total((now, *ask(schedule_se.of_everyone, "deductible_part")))
    profits = ask(schedule_se.profits_of_everyone)
    this_year = difference(less_halves, *profits, label="other income of this year")
    other = page.line("other", "", "Other income less adjustments",
                      _expected(ask, EXPECTED_OTHER, "expected other income", this_year))  # fmt: skip
    income = difference(total((profit, other)), halves)
    income = page.line("income", "1", "Adjusted gross income", income)
    lines = ask(form_1040.standard)
    if "standard_deduction" in lines:
        usual = values.figure("standard_deduction", filing, "standard deduction")
        more = difference(lines["standard_deduction"], ask(rules).figure("standard_deduction", filing),
                          label="additional amounts of this year")  # fmt: skip
        deduction = usual + not_below_zero(more)
    else:
        deduction = carried(ask(form_1040.deduction)).because(AS_THIS_YEAR)
    deduction = page.line("expected_deduction", "2a", "Deduction", deduction.marked(*marks))
    before = not_below_zero(income - deduction)
    business = page.line(
        "business", "2b", "Business-income deduction", _business(ask, profit, halves, before)
    )
    taxable = page.line("taxable", "3", "Taxable income", not_below_zero(before - business))
    tax = page.line("tax", "4", "Tax", tax_computation.by_schedule(taxable, values, filing).marked(*marks))
    own_taxes = ask(schedule_se.of_everyone, "tax")
    others = difference(total(ask(schedule_2.to_return)), *own_taxes, label="of this year")
    others = page.line("others", "5", "Minimum and other taxes, as this year", not_below_zero(others))
    self_employed = page.line("self_employment", "9", "Self-employment tax", total(_each(ask, "tax")))
    credit = page.line("credits", "7", "Credits", _expected(
        ask, EXPECTED_CREDITS, "expected credits", ask(form_1040.credits_of_year)))  # fmt: skip
    whole = not_below_zero(total((tax, others, self_employed)) - credit)
    page.line("whole", "11c", "Expected tax", whole, Role.SUBTOTAL)


def _business(ask: Ask, profit: Figure, halves: Figure, before: Figure) -> Figure:
    """A fifth of profit less half the tax on it, and of the income; above the threshold as this year."""
    if ask(form_8995.applies) and ask(form_8995.is_above):
        return carried(ask(form_1040.taxable_income)["business_income_deduction"]).because(AS_THIS_YEAR)
    rate = _next_rules(ask).figure("business_income_deduction_rate", label="rate")
    return smaller_of(
        not_below_zero(profit - halves) * rate, before * rate, label="business-income deduction"
    )


@estimates.part
def instalments(page: Page, ask: Ask) -> None:
    """Lines 12a to 15: the smaller of a part of next year's tax and of this year's, less withholding."""
    page.section = "To pay ahead"
    values = ask(rules)
    share = values.figure("estimated_tax_current_year_share", label="part of next year's tax")
    by_next = page.line(
        "by_next", "12a", f"{percent_text(share.amount)} of it", ask(expected_tax)["whole"] * share
    )
    tax = ask(form_2210.required)["tax"]
    income = ask(form_1040.adjusted)["adjusted_gross_income"]
    by_now = tax * form_2210.enough_of(values, ask(status), income.amount)
    by_now = page.line("by_now", "12b", "By this year's tax", by_now)
    needed = page.line("needed", "12c", "The smaller", smaller_of(by_next, by_now), Role.SUBTOTAL)
    held = page.line("withheld", "13", "Withholding that is expected", _expected(
        ask, EXPECTED_WITHHELD, "expected withholding", ask(form_2210.withheld)))  # fmt: skip
    taken = [held]
    lines = ask(form_1040.result)
    if "applied_on" in lines:
        taken.append(page.line("applied", "", "Applied from this year's refund", lines["applied_on"]))
    left = page.line("left", "14a", "To pay ahead", not_below_zero(difference(needed, *taken)), Role.TOTAL)
    whole = not_below_zero(difference(ask(expected_tax)["whole"], *taken))
    small = values.figure("estimated_tax_minimum_due", label="balance below which nothing is paid ahead")
    if whole.amount < small.amount:
        left = NOTHING
        page.notes.append(
            f"Less than {small.amount:,} is left after withholding: nothing has to be paid ahead."
        )
    for number, day in enumerate(due_dates(values.year + 1), 1):
        page.line(f"instalment.{number}", "15", f"Due {day:%m/%d/%Y}", left * annualized.quarter(ask))
    title = "To owe nothing at the end, each time"
    page.line("in_full", "", title, whole * annualized.quarter(ask))
