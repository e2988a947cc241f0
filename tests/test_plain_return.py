"""The whole chain against plain arithmetic written a second time, from the reference tables, without figures.

The second computation knows only whole dollars, the published values in tests/reference and the wording of
the forms; it shares no code with the program.
"""

from __future__ import annotations

import csv
import unittest
from decimal import ROUND_HALF_UP, Decimal
from pathlib import Path

from hypothesis import example, given, settings
from hypothesis import strategies as st

from half_yard.countries import compute
from half_yard.records import EstimatedPayment
from tests.files import interest, sole_proprietor, wages

REFERENCE = Path(__file__).parent / "reference" / "us_federal_2021_2026.csv"
STATUSES = ("single", "joint", "separate", "head_of_household")


def read_reference() -> dict[tuple[str, int, str], Decimal]:
    with REFERENCE.open(newline="", encoding="utf-8") as stream:
        return {
            (row["parameter"], int(row["year"]), row["filing_status"]): Decimal(row["value"])
            for row in csv.DictReader(stream)
        }


VALUES = read_reference()


def value(name: str, year: int, status: str) -> Decimal:
    return VALUES.get((name, year, status), VALUES.get((name, year, "all"), Decimal("NaN")))


def dollars(amount: Decimal) -> int:
    return int(amount.quantize(Decimal(1), ROUND_HALF_UP))


def tax_on(income: int, year: int, status: str) -> int:
    """26 U.S.C. 1(j): the table's middle below 100,000, the schedule above."""
    base = Decimal(income)
    if 0 < income < 100_000:
        if income >= 3000:
            base = Decimal(income // 50 * 50 + 25)
        elif income >= 25:
            base = income // 25 * 25 + Decimal("12.5")
        elif income >= 15:
            base = Decimal(20)
        else:
            base = Decimal(10) if income >= 5 else Decimal("2.5")
    tax, floor = Decimal(0), Decimal(0)
    for number in range(1, 8):
        top = Decimal("Infinity") if number == 7 else value(f"bracket_{number}_top", year, status)
        tax += max(min(base, top) - floor, Decimal(0)) * value(f"rate_{number}", year, status)
        floor = top
    return dollars(tax)


def self_employment_tax(profit: int, wage: int, year: int) -> int:
    """Schedule SE, lines 2 to 12."""
    exact = profit * Decimal("0.9235")
    if profit <= 0 or exact < 400:
        return 0
    net = dollars(exact)
    room = max(int(value("social_security_wage_base", year, "all")) - wage, 0)
    return dollars(min(net, room) * Decimal("0.124")) + dollars(net * Decimal("0.029"))


def plain_return(year: int, status: str, profit: int, wage: int, earned: int, paid: int) -> dict[str, int]:
    """The lines of Form 1040 for one business, wages, interest and an estimated payment."""
    tax_on_work = self_employment_tax(profit, wage, year)
    half = dollars(Decimal(tax_on_work) / 2)
    total_income = wage + earned + profit
    adjusted = total_income - half
    standard = int(value("standard_deduction", year, status))
    before = adjusted - standard
    qualified = profit - half if profit > 0 else profit
    deduction = min(dollars(max(qualified, 0) * Decimal("0.2")), dollars(max(before, 0) * Decimal("0.2")))
    taxable = max(adjusted - standard - deduction, 0)
    tax = tax_on(taxable, year, status)
    total_tax = tax + tax_on_work
    return {
        "total_income": total_income,
        "adjustments": half,
        "adjusted_gross_income": adjusted,
        "standard_deduction": standard,
        "business_income_deduction": deduction,
        "taxable_income": taxable,
        "tax": tax,
        "other_taxes": tax_on_work,
        "total_tax": total_tax,
        "payments": paid,
        "overpaid": max(paid - total_tax, 0),
        "owed": max(total_tax - paid, 0),
    }


class AgainstPlainArithmetic(unittest.TestCase):
    @settings(max_examples=250, deadline=None)
    @given(
        st.integers(2021, 2026),
        st.sampled_from(STATUSES),
        st.integers(-30_000, 400_000),
        st.integers(0, 300_000),
        st.integers(0, 5_000),
        st.integers(0, 60_000),
    )
    @example(2025, "single", 433, 0, 0, 0)
    @example(2025, "joint", 0, 0, 0, 0)
    @example(2024, "single", 120_000, 168_600, 0, 0)
    @example(2022, "head_of_household", 99_999, 1, 1, 1)
    def test_form_1040(self, year: int, status: str, profit: int, wage: int, earned: int, paid: int) -> None:
        file = sole_proprietor(
            str(profit), year, status, wages=wages(str(wage)), interest=interest(str(earned)),
            estimated_payments={"p00001": EstimatedPayment(amount=Decimal(paid))},
        )  # fmt: skip
        form = compute(file).sheet("form_1040")
        expected = plain_return(year, status, profit, wage, earned, paid)
        self.assertEqual({key: int(form[key].amount) for key in expected}, expected)

    @settings(max_examples=400, deadline=None)
    @given(st.integers(2021, 2026), st.sampled_from(STATUSES), st.integers(0, 900_000))
    def test_more_income_is_never_less_tax(self, year: int, status: str, income: int) -> None:
        self.assertLessEqual(tax_on(income, year, status), tax_on(income + 50, year, status))
