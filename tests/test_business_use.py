"""Business use over the years: falling to half or less, automobiles used privately too, short first years."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.countries import compute
from half_yard.countries.results import AssetStory
from half_yard.depreciation import Convention, Recovery, Start, rate_table
from half_yard.figures import recompute
from half_yard.records import Asset, ClientFile
from half_yard.records.identifiers import numbered
from tests.files import BUSINESS, amount, asset, business, client, entries


def file_of(record: Asset, year: int = 2025, **parts: Any) -> ClientFile:
    books = numbered("entries", entries(BUSINESS, gross_receipts="50000"))
    return client(year, activities={BUSINESS: business()}, assets={"s00001": record}, entries=books, **parts)


def story(record: Asset, year: int = 2025, **parts: Any) -> AssetStory:
    return compute(file_of(record, year, **parts)).stories["s00001"]


class Falls(unittest.TestCase):
    def test_pub_946_pickup_falls_to_half(self) -> None:
        """IRS Pub. 946, recapture of excess depreciation (from memory, moved to 2021): a pickup over 6,000
        lb, 18,000, of it 10,000 expensed; wholly for business four years, half in the fifth. Taken 16,618, by
        the alternative system 12,600: 4,018 is income."""
        record = asset(
            "heavy_vehicle", "2021-06-01", "18000", expensed=Decimal(10000), shares={"2025": Decimal(50)}
        )
        file = file_of(record)
        self.assertEqual(amount(file, f"recapture.{BUSINESS}/taken_back"), 4018)
        self.assertEqual(amount(file, f"schedule_c.{BUSINESS}.owner/other_income"), 4018)
        self.assertEqual(story(record).this_year.amount, 1800)  # 20% of half of 18,000
        self.assertEqual(amount(file, f"form_4562.{BUSINESS}/listed.s00001"), 1800)
        later = story(record.model_copy(update={"shares": {"2025": Decimal(50), "2026": Decimal(50)}}), 2026)
        self.assertEqual(later.prior.amount, 12600 + 1800)
        self.assertEqual(later.this_year.amount, 900)
        self.assertIsNone(later.taken_back)

    def test_pub_946_section_179_recapture(self) -> None:
        """IRS Pub. 946, recapturing the section 179 deduction (from memory, moved to 2023): 3-year machinery,
        5,000 expensed; 40% business use in the third year. 5,000 less 1,666.50, 2,222.50 and 296.20:
        814.80."""
        record = asset(
            "three_year", "2023-03-01", "5000", expensed=Decimal(5000), shares={"2025": Decimal(40)}
        )
        taken_back = story(record).taken_back
        assert taken_back is not None
        self.assertEqual(taken_back.amount, Decimal("814.80"))
        self.assertEqual(recompute(taken_back), taken_back.amount)
        following = record.model_copy(update={"shares": {"2025": Decimal(40), "2026": Decimal(40)}})
        self.assertEqual(story(following, 2026).this_year.amount, Decimal("148.20"))  # 7.41% of 40% of 5,000

    def test_sold_after_the_fall_it_has_the_slower_basis(self) -> None:
        record = asset(
            "listed_five_year", "2021-06-01", "10000", shares={"2024": Decimal(50), "2025": Decimal(50)},
            disposed=datetime.date(2025, 5, 1), disposal="sale", proceeds=Decimal(1000),
            sale_share=Decimal(100),
        )  # fmt: skip
        # 10% + 20% + 20% of 10,000, then 20% of half of it, then half a year of that.
        self.assertEqual(amount(file_of(record), "form_4797/s00001.depreciation"), 5000 + 1000 + 500)

    @settings(max_examples=60, deadline=None)
    @given(
        st.sampled_from(["heavy_vehicle", "passenger_auto", "listed_five_year", "seven_year"]),
        st.dictionaries(st.sampled_from(["2022", "2023", "2024", "2025"]), st.integers(0, 100).map(Decimal)),
        st.integers(0, 90_000),
        st.booleans(),
    )
    def test_years_are_figures_of_the_numbers_however_it_is_used(
        self, kind: str, shares: dict[str, Decimal], cost: int, allowance: bool
    ) -> None:
        record = asset(
            kind, "2022-04-01", str(cost), shares=shares, answers={"no_special_allowance": not allowance}
        )
        made = story(record)
        for figure, number in zip(made.yearly, made.amounts, strict=True):
            self.assertLessEqual(abs(figure.amount - number), Decimal("0.05"))  # the cents of the last year
        for figure in (*made.yearly, made.prior, made.this_year, *filter(None, (made.taken_back,))):
            self.assertEqual(recompute(figure), figure.amount)
            self.assertGreaterEqual(figure.amount, 0)
        back = made.taken_back.amount if made.taken_back else Decimal(0)
        self.assertLessEqual(
            made.prior.amount + made.this_year.amount - back, Decimal(cost) + Decimal("0.05")
        )


class Automobiles(unittest.TestCase):
    def test_behind_its_years_a_part_of_the_limit_goes_on(self) -> None:
        """26 U.S.C. 280F(a)(1)(B), (d)(8): the unrecovered basis is that of full use. 2024, no allowance,
        60,000: 12,000 (limit 12,400), 19,200, 11,520 (limit 11,900), 6,912, 6,912, 3,456; nothing cut off.
        90,000: 12,400, 19,800, 11,900, 7,160, 7,160, 5,184 leave 26,396: 7,160 a year, times 60%."""
        record = asset("passenger_auto", "2024-06-01", "90000", share=Decimal(60))
        whole = [12400, 19800, 11900, 7160, 7160, 5184, 7160, 7160, 7160, 4916]
        part = [(Decimal(each) * 60 / 100).quantize(Decimal("0.01")) for each in whole]
        made = story(record)
        self.assertEqual(list(made.amounts), part)
        self.assertEqual([figure.amount for figure in made.yearly], part)


class ShortYears(unittest.TestCase):
    def test_pub_946_ten_months(self) -> None:
        """IRS Pub. 946, short tax year (from memory): a corporation begun in March, 5-year property of 1,000.
        First year 1,000 x 40% x 5/12 = 167; then 833 x 40% = 333; then 500 x 40% = 200."""
        record = asset("five_year", "2024-03-16", "1000")
        made = story(record, short_years={"2024": 3})
        self.assertEqual([round(each) for each in made.amounts[:3]], [167, 333, 200])
        self.assertEqual(sum(made.amounts), 1000)
        self.assertIn("counts from month 3", str(made.this_year.choices))
        self.assertIn(
            "before its tax year", compute(file_of(record, short_years={"2024": 4})).stops["/assets/s00001"]
        )

    def test_the_limit_of_an_automobile_is_for_the_months_of_the_year(self) -> None:
        """26 CFR 1.280F-2T(i)(1): 12,400 of 2024 for ten months."""
        record = asset("passenger_auto", "2024-05-01", "90000")
        self.assertEqual(story(record, short_years={"2024": 3}).amounts[0], Decimal("10333.33"))

    def test_quarters_of_a_short_year(self) -> None:
        """Rev. Proc. 89-15, section 4.03: of eight months, quarters of two; of ten, by days."""
        day = datetime.date(2024, 5, 20)
        self.assertEqual(Start.of(Convention.MID_QUARTER, day, 5).counted * 12, 7)
        self.assertEqual(Start.of(Convention.MID_QUARTER, datetime.date(2024, 12, 3), 5).counted * 12, 1)
        # March to December, 306 days: the third quarter is August to mid-October, its middle September 7.
        third = Start.of(Convention.MID_QUARTER, datetime.date(2024, 8, 5), 3)
        self.assertEqual((third.period, third.counted * 12), (3, 4))

    def test_three_months_or_less_are_all_last_months(self) -> None:
        """26 U.S.C. 168(d)(3)(A)."""
        made = story(asset("five_year", "2024-10-05", "1000"), short_years={"2024": 10})
        self.assertIn("mid-quarter", made.summary)

    @settings(max_examples=60, deadline=None)
    @given(st.integers(1, 12), st.integers(1, 12), st.sampled_from(list(Convention)))
    def test_rates_add_up_and_the_first_year_is_never_longer(
        self, first: int, month: int, convention: Convention
    ) -> None:
        day = datetime.date(2024, max(first, month), 9)
        start = Start.of(convention, day, first)
        self.assertLessEqual(start.counted * 12, 13 - first)
        rates = rate_table(Recovery(Decimal(5), Decimal(2), 10), start.counted)
        self.assertEqual(sum(rates), 1)
        self.assertTrue(all(rate > 0 for rate in rates))


class ByFormula(unittest.TestCase):
    def test_within_a_dollar_a_year_of_the_tables_on_what_they_round(self) -> None:
        """IRS Pub. 946, figuring the deduction without tables."""
        record = asset("seven_year", "2024-03-01", "100000")
        table = story(record).amounts
        formula = story(record.model_copy(update={"answers": {**record.answers, "by_formula": True}})).amounts
        self.assertEqual(formula[:2], [Decimal("14285.71"), Decimal("24489.80")])
        self.assertEqual(table[:2], [14290, 24490])
        self.assertLessEqual(
            abs(sum(formula, Decimal(-100_000))), Decimal("0.04")
        )  # each year is rounded to the cent


class LastYear(unittest.TestCase):
    def test_the_last_year_takes_what_the_cents_before_it_have_left(self) -> None:
        """All years together are the business part of the basis (26 U.S.C. 167(c); by hand)."""
        for share, whole in ((None, "999.99"), (Decimal("33.3333"), "333.33"), (Decimal(50), "500.00")):
            record = asset("five_year", "2021-01-01", "999.99", share=share)
            made = story(record, 2026)
            self.assertEqual(made.taken.amount, Decimal(whole))
            self.assertEqual(sum(row.taken.amount for row in made.rows), Decimal(whole))
            self.assertEqual(made.rows[-1].taken.amount, made.this_year.amount)
