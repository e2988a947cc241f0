"""Depreciation over an asset's life, and the choice of convention."""

import datetime
import itertools
import unittest
from decimal import Decimal

from hypothesis import example, given, settings
from hypothesis import strategies as st

from half_yard.countries import compute
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.life import NEVER_CUT_OFF
from half_yard.countries.us.assets.rates import METHODS, Way
from half_yard.depreciation import Convention, Start
from half_yard.figures import recompute
from half_yard.records import Asset, ClientFile
from half_yard.records.identifiers import numbered
from tests.files import BUSINESS, RENTAL, amount, asset, business, client, rental

DEPRECIATED = [key for key, item in CLASSES.items() if item.recovery]
UNLIMITED = [key for key in DEPRECIATED if not CLASSES[key].auto]
COSTS = st.decimals(min_value=0, max_value=2_000_000, places=2)
"""What the limits of automobiles give out within the years that are followed (`MOST_YEARS`)."""
DAYS = st.dates(datetime.date(1994, 1, 1), datetime.date(2025, 12, 31))


def file_of(*assets: Asset, year: int = 2025) -> ClientFile:
    activities = {BUSINESS: business(), RENTAL: rental()}
    return client(year, activities=activities, assets=numbered("assets", list(assets)))


def with_class(asset_class: str, day: datetime.date, cost: Decimal) -> Asset:
    return asset(asset_class, day.isoformat(), str(cost))


class WholeLife(unittest.TestCase):
    def test_only_the_last_year_and_years_of_cents_can_be_cut_off(self) -> None:
        """`NEVER_CUT_OFF`: what the rates of the years behind leave of it is more than half a cent for each
        year before it, in every table and by every formula."""
        starts = [
            Start.of(convention, datetime.date(2021, month, 1), first)
            for convention in Convention
            for month in range(1, 13)
            for first in range(1, month + 1)
        ]
        for kind, method, formula in itertools.product(DEPRECIATED, METHODS, (False, True)):
            for start in starts:
                rates = Way(kind, start, method, 2021, formula).rates
                for index in range(1, len(rates) - 1):
                    later = sum(rates[index + 1 :]) * NEVER_CUT_OFF / (rates[index] or 1)
                    self.assertGreater(later, Decimal("0.005") * (index + 1), (kind, method, start, index))

    @settings(max_examples=60, deadline=None)
    @given(st.sampled_from(DEPRECIATED), DAYS, COSTS)
    @example("fifteen_year", datetime.date(2012, 1, 1), Decimal("0.09"))
    @example("passenger_auto", datetime.date(2021, 1, 1), Decimal("2000000"))
    def test_adds_up_to_the_basis_and_is_never_negative(
        self, asset_class: str, day: datetime.date, cost: Decimal
    ) -> None:
        story = compute(file_of(with_class(asset_class, day, cost))).stories["s00001"]
        yearly = [figure.amount for figure in story.yearly]
        self.assertTrue(all(taken >= 0 for taken in yearly))
        self.assertLessEqual(sum(yearly), cost)
        # Each year is rounded to the cent, so the years may be off by half a cent each.
        self.assertLessEqual(abs(sum(yearly) - cost), Decimal("0.005") * len(yearly))
        self.assertTrue(all(recompute(figure) == figure.amount for figure in story.yearly))

    @settings(max_examples=40, deadline=None)
    @given(st.sampled_from(DEPRECIATED), DAYS, COSTS)
    def test_this_and_next_year_are_years_of_the_table(
        self, asset_class: str, day: datetime.date, cost: Decimal
    ) -> None:
        story = compute(file_of(with_class(asset_class, day, cost))).stories["s00001"]
        index = 2025 - day.year
        table = [figure.amount for figure in story.yearly] + [Decimal(0)] * 60
        self.assertEqual(story.this_year.amount, table[index])
        self.assertEqual(story.next_year.amount, table[index + 1])
        self.assertEqual(story.prior.amount, sum(table[:index]))

    @settings(max_examples=60, deadline=None)
    @given(st.sampled_from(UNLIMITED), DAYS, st.sampled_from(["", "straight_line", "alternative"]))
    def test_formula_and_arithmetic_agree_to_the_cent_and_the_tables_to_what_they_print(
        self, asset_class: str, day: datetime.date, method: str
    ) -> None:
        """IRS Pub. 946, figuring the deduction without tables, on 100,000 of basis. A printed rate is a
        hundredth or a thousandth of a percent: up to ten dollars a year; the last takes what all before it
        left."""
        record = with_class(asset_class, day, Decimal(100_000)).model_copy(update={"method": method})
        by_formula = record.model_copy(update={"answers": {**record.answers, "by_formula": True}})
        tables, formula = (compute(file_of(each)).stories["s00001"].rows for each in (record, by_formula))
        for table, plain in zip(tables, formula, strict=True):
            beyond = plain.beyond_hand
            self.assertTrue(beyond is not None and abs(beyond) <= Decimal("0.02"), beyond)
            self.assertLess(abs(table.taken.amount - plain.taken.amount), 16)

    def test_a_file_of_the_next_year_goes_on_where_this_one_ended(self) -> None:
        record = asset("seven_year", "2024-05-01", "10000")
        this, following = (compute(file_of(record, year=year)).stories["s00001"] for year in (2025, 2026))
        self.assertEqual(this.next_year.amount, following.this_year.amount)
        self.assertEqual(this.prior.amount + this.this_year.amount, following.prior.amount)


class MidQuarter(unittest.TestCase):
    def conventions(self, *assets: Asset) -> list[str]:
        stories = compute(file_of(*assets)).stories
        return [story.summary.rpartition(", ")[2] for story in stories.values()]

    def test_forty_percent_exactly_is_still_half_year(self) -> None:
        """26 U.S.C. 168(d)(3): more than 40 percent."""
        early = asset("seven_year", "2025-03-01", "6000.00")
        self.assertEqual(
            self.conventions(early, asset("five_year", "2025-10-01", "4000.00")), ["half-year"] * 2
        )
        late = asset("five_year", "2025-10-01", "4000.01")
        self.assertEqual(self.conventions(early, late), ["mid-quarter"] * 2)

    def test_buildings_and_land_stay_out_of_the_test(self) -> None:
        house = asset("residential_building", "2025-11-01", "300000", RENTAL)
        land = asset("land", "2025-11-01", "80000", RENTAL)
        drill = asset("seven_year", "2025-02-01", "100")
        self.assertEqual(self.conventions(house, land, drill)[2], "half-year")
        self.assertEqual(amount(file_of(house, land, drill), "mid_quarter/all"), 100)

    def test_goes_over_all_activities(self) -> None:
        drill = asset("seven_year", "2025-02-01", "100")
        stove = asset("five_year", "2025-12-01", "900", RENTAL)
        self.assertEqual(self.conventions(drill, stove), ["mid-quarter"] * 2)

    def test_earlier_years_are_tested_for_themselves(self) -> None:
        old = asset("seven_year", "2023-12-01", "100")
        new = asset("seven_year", "2025-01-05", "5000")
        self.assertEqual(self.conventions(old, new), ["mid-quarter", "half-year"])

    def test_an_asset_that_is_stopped_does_not_count(self) -> None:
        early = asset("seven_year", "2025-03-01", "100")
        stopped = asset("five_year", "2025-10-01", "900", activity="a00009")
        self.assertEqual(self.conventions(early, stopped), ["half-year"])


class Form4562(unittest.TestCase):
    def test_lines_by_class_and_year(self) -> None:
        file = file_of(
            asset("seven_year", "2025-02-01", "10000"),
            asset("five_year", "2025-02-01", "10000"),
            asset("five_year", "2024-02-01", "10000"),
            asset("residential_building", "2025-06-01", "100000", RENTAL),
            asset("land", "2025-06-01", "50000", RENTAL),
        )
        form = compute(file).sheet(f"form_4562.{BUSINESS}")
        self.assertEqual({line.number: line.figure.amount for line in form.lines},
                         {"17": 3200, "19b": 2000, "19c": 1429, "22": 6629})  # fmt: skip
        rented = compute(file).sheet(f"form_4562.{RENTAL}")
        self.assertEqual({line.number: line.figure.amount for line in rented.lines},
                         {"17": 0, "19h": 1970, "22": 1970})  # fmt: skip
        self.assertEqual(amount(file, f"schedule_c.{BUSINESS}.owner/depreciation"), 6629)
        self.assertEqual(amount(file, f"schedule_e.{RENTAL}/depreciation"), 1970)

    def test_land_stands_on_the_worksheet_with_nothing(self) -> None:
        file = file_of(asset("land", "2025-06-01", "50000", RENTAL))
        worksheet = compute(file).sheet(f"depreciation.{RENTAL}")
        self.assertEqual(worksheet["s00001"].amount, 0)
        self.assertIn("Land is never depreciated", worksheet.line("s00001").title)


class Conventions(unittest.TestCase):
    def test_shares_of_the_first_year(self) -> None:
        """26 U.S.C. 168(d)(4)."""
        day = datetime.date(2025, 8, 31)
        self.assertEqual(Start.of(Convention.HALF_YEAR, day), Start.in_half_year())
        self.assertEqual(Start.of(Convention.MID_QUARTER, day), Start.in_quarter(3))
        self.assertEqual(Start.of(Convention.MID_MONTH, day), Start.in_month(8))
        quarters = [Start.in_quarter(number).counted for number in range(1, 5)]
        self.assertEqual(quarters, [Decimal(x) for x in ("0.875", "0.625", "0.375", "0.125")])
        self.assertEqual(Start.in_month(12).counted * 24, 1)
        self.assertEqual(Start.in_month(1).counted * 24, 23)
