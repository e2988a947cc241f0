"""Taxes and limits that the program does not compute: tests that mark the results which would need them."""

from collections.abc import Sequence
from decimal import Decimal

from half_yard.countries.us import gaps
from half_yard.countries.us.standard_deduction import is_aged
from half_yard.countries.us.year_rules import YearRules
from half_yard.figures import Mark
from half_yard.records import Person


def income_marks(
    status: str, adjusted_gross_income: Decimal, investment_income: Decimal, rules: YearRules
) -> list[Mark]:
    """Marks on total tax for the net investment income tax (26 U.S.C. 1411)."""
    if investment_income > 0 and adjusted_gross_income > rules.amount("niit_threshold", status):
        return [gaps.NET_INVESTMENT]
    return []


def earnings_marks(
    status: str, wages: Sequence[Decimal], net_earnings: Sequence[Decimal], rules: YearRules
) -> list[Mark]:
    """Marks on other taxes for the Additional Medicare Tax (26 U.S.C. 1401(b)(2) and 3101(b)(2)).

    `wages` and `net_earnings` (lines 4a of Schedule SE) are those of everyone on the return.
    """
    earned = sum(wages, Decimal(0)) + sum((net for net in net_earnings if net > 0), Decimal(0))
    return (
        [gaps.ADDITIONAL_MEDICARE] if earned > rules.amount("additional_medicare_threshold", status) else []
    )


def loss_marks(status: str, business_results: list[Decimal], agi: Decimal, rules: YearRules) -> list[Mark]:
    """Marks on adjusted gross income for large or unused losses."""
    marks = []
    if -sum(business_results, Decimal(0)) > rules.amount("excess_business_loss_threshold", status):
        marks.append(gaps.EXCESS_BUSINESS_LOSS)
    if agi < 0:
        marks.append(gaps.NET_OPERATING_LOSS)
    return marks


def gain_marks(net_capital_gain: Decimal) -> list[Mark]:
    """A mark on the tax where lower rates on dividends and gains apply (26 U.S.C. 1(h))."""
    return [gaps.LOWER_RATES] if net_capital_gain > 0 else []


def deduction_marks(status: str, people: list[tuple[str, Person]], rules: YearRules) -> list[Mark]:
    """Marks on deductions that the program does not work out."""
    marks = []
    if rules.amount("senior_deduction") > 0 and any(is_aged(person, rules) for _, person in people):
        marks.append(gaps.SENIOR_DEDUCTION)
    if status == "head_of_household":
        marks.append(gaps.HEAD_OF_HOUSEHOLD)
    if status == "separate":
        marks.append(gaps.SEPARATE_SPOUSE_ITEMIZES)
    return marks


def minimum_tax_marks(
    status: str, taxable: Decimal, deduction: Decimal, depreciation: Decimal, tax: Decimal, rules: YearRules
) -> list[Mark]:
    """A mark on the tax where the alternative minimum tax could be due (26 U.S.C. 55).

    The test errs to the safe side: it adds back all depreciation of personal property, of which the
    minimum tax would add back only a part, and takes the exemption away where it begins to phase out.
    """
    income = taxable + deduction + depreciation
    exemption = rules.amount("amt_exemption", status)
    if income > rules.amount("amt_exemption_phase_out_start", status):
        exemption = Decimal(0)
    base = max(income - exemption, Decimal(0))
    rate_1, rate_2 = rules.amount("minimum_tax_rate_1"), rules.amount("minimum_tax_rate_2")
    above = max(base - rules.amount("amt_28_percent_start") / (2 if status == "separate" else 1), Decimal(0))
    if base * rate_1 + above * (rate_2 - rate_1) > tax:
        return [gaps.MINIMUM_TAX]
    return []
