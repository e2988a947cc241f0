"""An asset's years against plain arithmetic written a second time, from the law's wording, without tables.

The second computation carries the balance through without rounding (26 U.S.C. 168(b) to (d); IRS Pub. 946,
"Figuring the Deduction Without Tables"); the published tables round each rate, so the two agree within a
hundredth of a percent of the basis a year. It shares no code with the program.
"""

from __future__ import annotations

import csv
import datetime
import unittest
from decimal import Decimal
from fractions import Fraction
from pathlib import Path
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.countries import compute
from tests.files import BUSINESS, RENTAL, amount, asset, business, client, rental, sole_proprietor, wages

REFERENCE = Path(__file__).parent / "reference" / "us_business_2021_2026.csv"
TWICE = Fraction(2)
LIVES: dict[str, tuple[int, Fraction]] = {
    "three_year": (3, TWICE), "five_year": (5, TWICE), "seven_year": (7, TWICE), "ten_year": (10, TWICE),
    "fifteen_year": (15, Fraction(3, 2)), "twenty_year": (20, Fraction(3, 2)),
    "qualified_improvement": (15, Fraction(1)),
}  # fmt: skip
BUILDINGS = {"residential_building": Fraction(55, 2), "nonresidential_building": Fraction(39)}
ALTERNATIVE = {"five_year": 5, "seven_year": 10, "fifteen_year": 20, "nonresidential_building": 40}


def reference(name: str, year: int) -> Decimal:
    with REFERENCE.open(newline="", encoding="utf-8") as stream:
        for row in csv.DictReader(stream):
            if row["parameter"] == name and int(row["year"]) == year:
                return Decimal(row["value"])
    raise KeyError(name, year)


def declining(basis: Fraction, life: int, factor: Fraction | int, first: Fraction) -> list[Fraction]:
    """Declining balance, and straight line over what is left of the life as soon as that gives more."""
    balance, left, counted = basis, Fraction(life), first
    years = []
    while left > 0:
        part = min(counted, left)
        rate = max(Fraction(factor) / life, 1 / left if left >= 1 else Fraction(1))
        taken = min(balance * rate * (part if left >= 1 else 1), balance)
        years.append(taken)
        balance, left, counted = balance - taken, left - part, Fraction(1)
    return years


def by_month(basis: Fraction, life: Fraction, month: int) -> list[Fraction]:
    """Straight line from the middle of a month."""
    first = Fraction(25 - 2 * month, 24)
    years, left = [], life
    counted = first
    while left > 0:
        part = min(counted, left)
        years.append(basis / life * part)
        left, counted = left - part, Fraction(1)
    return years


def first_share(day: datetime.date) -> Fraction:
    """One asset alone in its year: mid-quarter if it came in the last three months, else half a year."""
    return Fraction(1, 8) if day.month > 9 else Fraction(1, 2)


class WithoutTables(unittest.TestCase):
    def check(self, kind: str, day: datetime.date, plain: list[Fraction], **fields: Any) -> None:
        owner = RENTAL if kind == "residential_building" else BUSINESS
        record = asset(kind, day.isoformat(), "100000", owner, **fields)
        file = client(2026, activities={BUSINESS: business(), RENTAL: rental()}, assets={"s00001": record})
        made = [figure.amount for figure in compute(file).stories["s00001"].yearly]
        self.assertEqual(len(made), len(plain), kind)
        for number, (ours, theirs) in enumerate(zip(made, plain, strict=True)):
            self.assertLess(abs(Fraction(ours) - theirs), 16, (kind, day, number))

    @settings(max_examples=120, deadline=None)
    @given(st.sampled_from(sorted(LIVES)), st.dates(datetime.date(2018, 1, 1), datetime.date(2026, 12, 31)))
    def test_declining_balance(self, kind: str, day: datetime.date) -> None:
        life, factor = LIVES[kind]
        self.check(kind, day, declining(Fraction(100_000), life, factor, first_share(day)))

    @settings(max_examples=60, deadline=None)
    @given(
        st.sampled_from(sorted(BUILDINGS)), st.dates(datetime.date(2000, 1, 1), datetime.date(2026, 12, 31))
    )
    def test_buildings(self, kind: str, day: datetime.date) -> None:
        self.check(kind, day, by_month(Fraction(100_000), BUILDINGS[kind], day.month))

    @settings(max_examples=60, deadline=None)
    @given(
        st.sampled_from(sorted(ALTERNATIVE)), st.dates(datetime.date(2018, 1, 1), datetime.date(2026, 12, 31))
    )
    def test_alternative_system(self, kind: str, day: datetime.date) -> None:
        life = ALTERNATIVE[kind]
        if kind in BUILDINGS:
            plain = by_month(Fraction(100_000), Fraction(life), day.month)
        else:
            plain = declining(Fraction(100_000), life, 1, first_share(day))
        self.check(kind, day, plain, method="alternative")


class FirstYears(unittest.TestCase):
    """The first year of one 7-year asset: section 179, the special allowance, 14.29% of the rest."""

    @settings(max_examples=120, deadline=None)
    @given(
        st.integers(2021, 2026),
        st.integers(1, 9),
        st.integers(0, 3_000_000),
        st.integers(0, 100),
        st.integers(0, 4_000_000),
        st.integers(0, 200_000),
        st.booleans(),
    )
    def test_deduction_limits_and_carryover(
        self, year: int, month: int, cost: int, part: int, profit: int, wage: int, before: bool
    ) -> None:
        expensed = cost * part // 100
        day = datetime.date(year, month, 25)
        bought = datetime.date(2024, 12, 1) if before and year > 2024 else day
        record = asset(
            "seven_year", day.isoformat(), str(cost), expensed=Decimal(expensed), acquired=bought, answers={}
        )
        file = sole_proprietor(str(profit), year, assets={"s00001": record}, wages=wages(str(wage)))
        limit = max(
            reference("section_179_limit", year)
            - max(cost - reference("section_179_phase_out_start", year), Decimal(0)),
            Decimal(0),
        )
        allowance = self.rounded((cost - expensed) * self.rate(year, bought))
        regular = self.rounded((cost - expensed - allowance) * Decimal("0.1429"))
        depreciation = self.dollars(allowance) + self.dollars(regular)
        income = max(Decimal(profit) - depreciation + wage, Decimal(0))
        tentative = min(limit, Decimal(expensed))
        deduction = min(tentative, income, limit) if expensed else Decimal(0)
        place = f"form_4562.{BUSINESS}"
        self.assertEqual(amount(file, f"{place}/total"), depreciation + deduction)
        self.assertEqual(
            amount(file, f"schedule_c.{BUSINESS}.owner/net_profit"), profit - depreciation - deduction
        )
        if expensed:
            self.assertEqual(amount(file, "section_179/carried_out"), tentative - deduction)

    @staticmethod
    def rate(year: int, acquired: datetime.date) -> Decimal:
        if year < 2025:
            return reference("bonus_rate_in_service", year)
        side = "before_2025_01_20" if acquired < datetime.date(2025, 1, 20) else "after_2025_01_19"
        return reference(f"bonus_rate_in_service_acquired_{side}", year)

    @staticmethod
    def rounded(value: Decimal) -> Decimal:
        return value.quantize(Decimal("0.01"), "ROUND_HALF_UP")

    @staticmethod
    def dollars(value: Decimal) -> Decimal:
        return value.quantize(Decimal(1), "ROUND_HALF_UP")


class AutomobilesPlain(unittest.TestCase):
    """Without the special allowance: each year's table amount, but not more than its limit; what is cut off
    follows behind, a later year's limit a year (26 U.S.C. 280F(a)(1))."""

    RATES = tuple(Decimal(rate) for rate in ("0.2", "0.32", "0.192", "0.1152", "0.1152", "0.0576"))

    @settings(max_examples=80, deadline=None)
    @given(st.integers(2021, 2025), st.integers(0, 200_000))
    def test_limits(self, year: int, cost: int) -> None:
        names = ("passenger_auto_year_1", "passenger_auto_year_2", "passenger_auto_year_3")
        later = reference("passenger_auto_later_years", year)
        limits = [reference(name, year) for name in names] + [later] * 3
        years = [
            min(FirstYears.rounded(cost * rate), limit)
            for rate, limit in zip(self.RATES, limits, strict=True)
        ]
        # The cents of five rounded years may leave less than the sixth year's.
        years[-1] = min(years[-1], Decimal(cost) - sum(years[:-1], Decimal(0)))
        left = Decimal(cost) - sum(years, Decimal(0))
        while left > 0:
            years.append(min(left, later))
            left -= years[-1]
        record = asset("passenger_auto", f"{year}-05-05", str(cost))
        made = [
            figure.amount
            for figure in compute(sole_proprietor("1", year, assets={"s00001": record}))
            .stories["s00001"]
            .yearly
        ]
        self.assertEqual([each for each in made if each], [each for each in years if each])
