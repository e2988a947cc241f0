"""Schedule 2 (Form 1040): additional taxes, with the tests of those that the program does not compute."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us import gaps
from half_yard.countries.us.assets.stories import personal_property
from half_yard.countries.us.forms import form_1040, schedule_e, schedule_se, tax_computation
from half_yard.countries.us.forms.gains_of_sales import gains_of_sales
from half_yard.countries.us.frame import rules, status
from half_yard.countries.us.own_income import own_income
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    Test,
    above,
    difference,
    not_below_zero,
    stated,
    total,
)


@Form
def schedule_2(ask: Ask) -> Page:
    """One for the return."""
    return Page("schedule_2", "Schedule 2", "", ask(rules).numbers("schedule_2"))


@schedule_2.part
def additional_tax(page: Page, ask: Ask) -> None:
    """Part I, lines 1 to 3."""
    page.section = "Part I · Tax"
    may_apply = above(ask(tentative_minimum_tax), ask(tax_computation.tax)["tax"])
    none = total(()).marked(*([gaps.MINIMUM_TAX] if may_apply else [])).where(may_apply)
    minimum = page.line("minimum_tax", "2", "Alternative minimum tax", none)
    page.line("additional_tax", "3", "Additional tax, to Form 1040", minimum, Role.TOTAL)


def tentative_minimum_tax(ask: Ask) -> Figure:
    """What the alternative minimum tax would be at the most (26 U.S.C. 55).

    It errs to the safe side: it adds back all depreciation of personal property, of which the minimum tax
    would add back only a part, and takes the exemption away where it begins to phase out.
    """
    values, filing = ask(rules), ask(status)
    income = total(
        (
            ask(form_1040.taxable_income)["taxable_income"],
            ask(form_1040.standard)["standard_deduction"],
            ask(personal_property),
        ),
        "income for the minimum tax, at the most",
    )
    start = values.figure("amt_exemption_phase_out_start", filing, "income at which the exemption phases out")
    phased_out = above(income, start)
    exemption = NOTHING if phased_out else values.figure("amt_exemption", filing, "exemption")
    base = not_below_zero(difference(income, exemption.where(phased_out)), "above the exemption")
    low = values.figure("minimum_tax_rate_1", label="lower rate")
    high = values.figure("minimum_tax_rate_2", label="higher rate")
    top = values.figure("amt_28_percent_start", label="where the higher rate starts")
    if filing == "separate":
        top = top * stated(Decimal("0.5"), "half, filing separately", "26 U.S.C. 55(b)(1)(A)")
    over = not_below_zero(difference(base, top), "taxed at the higher rate")
    return total((base * low, over * difference(high, low)), "minimum tax at the most")


@schedule_2.part
def other_taxes(page: Page, ask: Ask) -> None:
    """Part II, lines 4 to 21."""
    page.section = "Part II · Other taxes"
    taxes = [ask(schedule_se.tax, person)["tax"] for person in ask(schedule_se.persons_with_business)]
    self_employment = page.line("self_employment_tax", "4", "Self-employment tax", total(taxes))
    other = total((self_employment,))
    for mark, tests in (
        (gaps.NET_INVESTMENT, _net_investment(ask)),
        (gaps.ADDITIONAL_MEDICARE, _additional_medicare(ask)),
    ):
        other = other.marked(*([mark] if all(tests) else [])).where(*tests)
    page.line("other_taxes", "21", "Total other taxes", other, Role.TOTAL)


def _net_investment(ask: Ask) -> list[Test]:
    """Whether the net investment income tax could be due (26 U.S.C. 1411)."""
    own = [*ask(own_income).investment, *ask(schedule_e.rental_results), *ask(gains_of_sales)]
    threshold = ask(rules).figure("niit_threshold", ask(status), "threshold of the net investment income tax")
    return [
        above(total(own, "investment income"), NOTHING),
        above(ask(form_1040.adjusted)["adjusted_gross_income"], threshold),
    ]


def _additional_medicare(ask: Ask) -> list[Test]:
    """Whether the Additional Medicare Tax could be due (26 U.S.C. 1401(b)(2) and 3101(b)(2))."""
    net = [
        not_below_zero(ask(schedule_se.net_earnings, person)["net_earnings"])
        for person in ask(schedule_se.persons_with_business)
    ]
    earned = total([*ask(own_income).wages, *net], "wages and net earnings of everyone on the return")
    label = "threshold of the Additional Medicare Tax"
    return [above(earned, ask(rules).figure("additional_medicare_threshold", ask(status), label))]
