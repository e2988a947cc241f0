"""Many assets at once against each alone, the years to come, and what could be otherwise."""

from __future__ import annotations

import unittest
from decimal import Decimal

from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.countries import compute, pack_for
from half_yard.countries.offered import WhatIf
from half_yard.countries.us.assets.rates import METHODS, Way
from half_yard.depreciation import Start
from half_yard.depreciation.many import years_of_all
from half_yard.depreciation.schedule import Terms, yearly
from half_yard.records.identifiers import numbered
from tests.files import BUSINESS, RENTAL, amount, as_if, asset, business, client, rental, sole_proprietor

PACK = pack_for("us")
STARTS = [Start.in_half_year(), Start.in_quarter(2), Start.in_quarter(4)]
PARTS = st.sampled_from(["0", "0.4", "0.6", "0.8", "1"]).map(Decimal)


@st.composite
def terms(draw: st.DrawFn) -> Terms:
    key = draw(st.sampled_from(["three_year", "seven_year", "twenty_year", "passenger_auto"]))
    method = draw(st.sampled_from(sorted(METHODS)))
    rates = Way(key, draw(st.sampled_from(STARTS)), method, by_formula=draw(st.booleans())).rates
    basis = draw(st.decimals(0, 20_000_000, places=2))
    shares = draw(st.lists(st.decimals(0, 1, places=4), min_size=1, max_size=9).map(tuple))
    limits = (
        (Decimal(12400), Decimal(19800), Decimal(11900), Decimal(7160)) if key == "passenger_auto" else None
    )
    leaves = st.tuples(st.integers(0, 8), st.sampled_from(["0.5", "0.125", "0.875"]).map(Decimal))
    expensed = draw(PARTS) * min(basis, Decimal(5000)) * shares[0]
    return Terms(
        basis, rates, shares, expensed.quantize(Decimal("0.01"), "ROUND_DOWN"), draw(PARTS), limits,
        draw(st.none() | leaves),
    )  # fmt: skip


class AtOnce(unittest.TestCase):
    @settings(max_examples=150, deadline=None)
    @given(st.lists(terms(), min_size=1, max_size=6))
    def test_many_are_what_each_is_alone(self, every: list[Terms]) -> None:
        for row, each in zip(years_of_all(every).tolist(), every, strict=True):
            alone = [int(taken * 100) for taken in yearly(each)]
            self.assertEqual(row[: len(alone)], alone, each)
            self.assertFalse(any(row[len(alone) :]))

    def test_rates_by_a_formula_keep_their_places(self) -> None:
        """The first rate is a whole number when counted, those behind it are not."""
        by_formula = Terms(Decimal("144.69"), Way("twenty_year", STARTS[0], by_formula=True).rates)
        self.assertEqual(by_formula.rates[0], Decimal("0.0375"))
        years = years_of_all([by_formula])[0].tolist()
        self.assertEqual(years, [int(taken * 100) for taken in yearly(by_formula)])
        self.assertEqual(years[9], 646)

    def test_none_at_all(self) -> None:
        self.assertEqual(years_of_all([]).shape[0], 0)


class YearsToCome(unittest.TestCase):
    FILE = client(
        2025, activities={BUSINESS: business(), RENTAL: rental()},
        assets=numbered("assets", [
            asset("seven_year", "2025-02-01", "10000", answers={}),
            asset("five_year", "2023-11-01", "8000"),
            asset("residential_building", "2010-02-01", "200000", RENTAL),
            asset("land", "2010-02-01", "50000", RENTAL),
            asset("loan_costs", "2024-03-01", "3600", RENTAL, months=120),
            asset("own_schedule", "1986-03-01", "9000", own_years={"2026": Decimal(250)}),
            asset("passenger_auto", "2024-03-01", "90000", share=Decimal(70)),
            asset("heavy_vehicle", "2022-03-01", "20000", shares={"2025": Decimal(40)}),
        ]),
    )  # fmt: skip

    def test_it_is_the_sum_of_every_assets_own_years(self) -> None:
        made, stories = PACK.one_by_one.projection(self.FILE), compute(self.FILE).stories
        self.assertLessEqual(made.years, 40)
        for index in range(made.years):
            of_stories = sum(
                (story.amounts[year] for story in stories.values()
                 if (year := 2025 + index - story.first_year) < len(story.amounts)), Decimal(0),
            )  # fmt: skip
            self.assertEqual(made.total(index), of_stories, index)

    def test_what_could_be_otherwise(self) -> None:
        out = PACK.one_by_one.projection(as_if(self.FILE, WhatIf(no_allowance=True)))
        as_is = PACK.one_by_one.projection(self.FILE)
        self.assertEqual(as_is.total(0) - out.total(0), 10000 - 1429)
        sold = PACK.one_by_one.projection(as_if(self.FILE, WhatIf(asset="s00003", sold_in=2026)))
        self.assertEqual(as_is.total(0), sold.total(0))
        # Table A-6, February: year 17 is 3.636% of 200,000, six and a half months of it; year 18 is 3.637%.
        self.assertEqual(as_is.total(1) - sold.total(1), Decimal("7272") * Decimal("5.5") / 12)
        self.assertEqual(as_is.total(2) - sold.total(2), 7274)
        self.assertEqual(as_if(self.FILE, WhatIf(asset="s00099", expensed=Decimal(5))), self.FILE)


class ForIncome(unittest.TestCase):
    def test_the_amount_found_is_the_smallest_that_brings_it_there(self) -> None:
        file = sole_proprietor("120000", assets={"s00001": asset("seven_year", "2025-03-01", "60000")})
        for wanted in (70000, 48475, 40000):
            found = PACK.one_by_one.expensing_for_income(file, "s00001", Decimal(wanted))
            self.assertLessEqual(found.income, wanted)

            def with_expensed(dollars: Decimal) -> Decimal:
                changed = as_if(file, WhatIf(asset="s00001", expensed=dollars))
                return amount(changed, "form_1040/taxable_income")

            self.assertEqual(with_expensed(found.amount), found.income)
            self.assertGreater(with_expensed(found.amount - 1), wanted)

    def test_it_says_what_nothing_and_all_would_bring(self) -> None:
        file = sole_proprietor("120000", assets={"s00001": asset("seven_year", "2025-03-01", "5000")})
        enough = PACK.one_by_one.expensing_for_income(file, "s00001", Decimal(200_000))
        self.assertEqual((enough.amount, enough.income), (0, enough.without))
        far = PACK.one_by_one.expensing_for_income(file, "s00001", Decimal(1000))
        self.assertEqual((far.amount, far.income), (5000, far.with_all))
        with self.assertRaisesRegex(ValueError, "only then"):
            old = sole_proprietor("120000", assets={"s00001": asset("seven_year", "2024-03-01", "5000")})
            PACK.one_by_one.expensing_for_income(old, "s00001", Decimal(1000))
        with self.assertRaisesRegex(ValueError, "can't be expensed"):
            fence = sole_proprietor("120000", assets={"s00001": asset("fifteen_year", "2025-03-01", "5000")})
            PACK.one_by_one.expensing_for_income(fence, "s00001", Decimal(1000))


class Totals(unittest.TestCase):
    def test_a_books_total_is_the_sum_of_its_assets(self) -> None:
        for book in PACK.one_by_one.treatments(YearsToCome.FILE):
            for year in (1990, 2010, 2024, 2025, 2031, 2090):
                every = Decimal(0)
                for key in book.keys:
                    first, years = book.years(key)
                    every += years[year - first] if 0 <= year - first < len(years) else 0
                self.assertEqual(book.total(year), every)
