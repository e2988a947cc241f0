"""The business-income deduction above the threshold: the examples of the regulations, recalled, by name."""

from __future__ import annotations

import unittest
from collections.abc import Mapping
from decimal import Decimal
from typing import Any

from half_yard.countries.us.carried_in import QUALIFIED_LOSS, carried_in
from half_yard.countries.us.forms import form_1040, form_8995, form_8995_a
from half_yard.countries.us.qualified import property_held, trades
from half_yard.countries.us.qualified.trades import QualifiedBusiness
from half_yard.figures import Lines, stated
from half_yard.records import ClientFile, Household
from half_yard.records.identifiers import numbered
from tests.files import BUSINESS, Given, amount, asset, business, client, entries, gaps, wages

Facts = tuple[int, int, int]
"""Qualified income, wages and unadjusted basis of a trade."""


def figure(value: int) -> Any:
    return stated(Decimal(value), "as given")


def deduction(
    year: int, status: str, income: int, each: Mapping[str, Facts], *, gain: int = 0, carried: int = 0,
    service: bool = False, group: str = "",
) -> Lines:  # fmt: skip
    """Part IV of Form 8995-A for trades with these facts, at a taxable income before the deduction."""
    made = tuple(
        QualifiedBusiness(name, name, figure(facts[0]), service=service, group=group)
        for name, facts in each.items()
    )
    file = ClientFile.new("us", year).model_copy(update={"household": Household(filing_status=status)})
    first = next(iter(each.values()))
    filled = {f"{name}.own_{part}": figure(value) for name, facts in each.items()
              for part, value in zip(("income", "wages", "held"), facts, strict=True)}  # fmt: skip
    ask: Any = Given(
        file,
        {
            trades.qualified_businesses: made,
            form_1040.before_business_deduction: figure(income),
            form_1040.net_capital_gain: figure(gain),
            form_8995.reit_dividends: figure(0),
            carried_in: figure(carried),
            **({trades.wages_of: figure(first[1]), trades.property_of: figure(first[2])} if service else
               {form_8995_a.applicable: filled}),
        },
    )  # fmt: skip
    return form_8995_a.part_iv(ask)


class TreasuryRegulation(unittest.TestCase):
    """26 CFR 1.199A-1(d)(4), recalled, with the ranges of 2018 set to those of the year that comes nearest:
    only examples above every range, or with figures that name their own, depend on no threshold."""

    def check(self, expected: int, *facts: Any, **more: Any) -> None:
        self.assertEqual(int(deduction(2025, "single", *facts, **more)["deduction"].amount), expected)

    def test_no_wages_no_property_over_the_range(self) -> None:
        self.check(0, 980_000, {"X": (1_000_000, 0, 0)})

    def test_property_only(self) -> None:
        self.check(250_000, 3_980_000, {"X": (4_000_000, 0, 10_000_000)})

    def test_a_part_of_a_partnership(self) -> None:
        self.check(150_000, 880_000, {"X": (900_000, 300_000, 30_000)})

    def test_three_businesses(self) -> None:
        each = {"X": (1_000_000, 500_000, 0), "Y": (1_000_000, 0, 0), "Z": (2000, 500_000, 0)}
        self.check(200_400, 2_722_000, each)
        self.check(400_400, 2_722_000, each, group="A")

    def test_loss_netted(self) -> None:
        each = {"X": (1_000_000, 500_000, 0), "Y": (1_000_000, 0, 0), "Z": (-600_000, 500_000, 0)}
        self.check(140_000, 2_120_000, each)
        self.check(280_000, 2_120_000, each, group="A")

    def test_total_loss_carried(self) -> None:
        each = {"X": (1_000_000, 500_000, 0), "Y": (1_000_000, 0, 0), "Z": (-2_150_000, 500_000, 0)}
        self.check(0, 1_000_000, each)

    def test_inside_the_range(self) -> None:
        """2018: 375,000 of a couple is 60% into a range of 100,000; in 2025 that is 454,600."""
        made = deduction(2025, "joint", 454_600, {"X": (300_000, 40_000, 0)})
        self.assertEqual(int(made["deduction"].amount), 36_000)

    def test_specified_service_inside_the_range(self) -> None:
        made = deduction(2025, "joint", 454_600, {"X": (300_000, 40_000, 0)}, service=True)
        self.assertEqual(int(made["deduction"].amount), 14_400)

    def test_specified_service_2025_and_2026(self) -> None:
        """Computed by hand from the law, in whole dollars."""
        for year, expected in ((2025, 16_560), (2026, 25_085)):
            made = deduction(year, "single", 217_300, {"X": (180_000, 30_000, 0)}, service=True)
            with self.subTest(year=year):
                self.assertEqual(int(made["of_trades"].amount), expected)

    def test_landlord_with_property_2025(self) -> None:
        made = deduction(2025, "joint", 430_000, {"X": (250_000, 20_000, 400_000)})
        self.assertEqual(int(made["deduction"].amount), 37_610)


class WholeReturns(unittest.TestCase):
    def large(self, status: str = "single", year: int = 2025, **fields: Any) -> ClientFile:
        own = business(**{"answers": {"specified_service": False}, **fields})
        return client(
            year, status, activities={BUSINESS: own},
            entries=numbered("entries", entries(BUSINESS, gross_receipts="400000", wages="60000")),
            wages=wages("0"),
        )  # fmt: skip

    def test_wages_come_from_the_books_unless_entered(self) -> None:
        place = f"form_8995_a/{BUSINESS}.owner.by_wages"
        self.assertEqual(amount(self.large(), place), 30000)
        self.assertEqual(amount(self.large(facts={"qbi_wages": Decimal(50000)}), place), 25000)
        self.assertEqual(gaps(self.large()), "")

    def test_above_the_threshold_it_must_be_said_what_a_business_is(self) -> None:
        self.assertIn("specified service", gaps(self.large(answers={})))
        self.assertEqual(gaps(self.large("joint", answers={})), "", "below the threshold it does not matter")

    def test_a_specified_service_above_the_range_has_nothing(self) -> None:
        file = self.large(answers={"specified_service": True})
        self.assertEqual(amount(file, "form_1040/business_income_deduction"), 0)

    def test_surviving_threshold_is_doubled_for_couples_alone(self) -> None:
        for status, key in (("head_of_household", "form_8995_a"), ("joint", "form_8995")):
            with self.subTest(status=status):
                self.assertGreater(amount(self.large(status), f"{key}/deduction"), 0)

    def test_the_least_from_2026(self) -> None:
        """26 U.S.C. 199A(i): 20% of 1,500 is 300, the deduction 400; of 999 it is 199.80."""
        for profit, expected in (("1614", 400), ("999", 186), ("1075", 200)):
            file = client(
                2026, activities={BUSINESS: business()}, wages=wages("56100"),
                entries=numbered("entries", entries(BUSINESS, gross_receipts=profit)),
            )  # fmt: skip
            with self.subTest(profit=profit):
                self.assertEqual(amount(file, "form_1040/business_income_deduction"), expected)

    def test_a_loss_goes_on_and_lowers_next_year(self) -> None:
        """Computed by hand from the law: 70,000 x 20%."""
        year = 2025
        ask: Any = Given(
            ClientFile.new("us", year),
            {
                trades.qualified_businesses: (QualifiedBusiness("X", "X", figure(220_000)),),
                form_1040.before_business_deduction: figure(190_000),
                form_1040.net_capital_gain: figure(0), form_8995.reit_dividends: figure(0),
                carried_in: figure(150_000), trades.rental_choices: (),
            },
        )  # fmt: skip
        self.assertEqual(int(form_8995.simplified(ask)["deduction"].amount), 14_000)
        self.assertEqual(QUALIFIED_LOSS, "qualified_business_loss")


class PropertyThatCounts(unittest.TestCase):
    def test_ten_years_or_the_last_full_year_of_its_recovery(self) -> None:
        """26 U.S.C. 199A(b)(6): whole, not depreciated; a roof is its own; land never."""
        building = asset("nonresidential_building", "2016-07-15", "400000")
        roof = asset("nonresidential_building", "2024-05-01", "30000")
        tools = asset("five_year", "2016-03-01", "20000")
        land = asset("land", "2016-07-15", "90000")
        both, every = [building, roof], [building, roof, tools]
        for year, counted in ((2025, every), (2026, both), (2054, both), (2055, [roof])):
            with self.subTest(year=year):
                found = [each for each in (building, roof, tools, land)
                         if property_held.counts(each, year, 10)]  # fmt: skip
                self.assertEqual(found, counted)
