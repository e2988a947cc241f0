"""Businesses and rentals of Canada beside their books: sales tax, reserves, a fiscal period of their own,
short stays. Each expected amount is worked out by hand from the provisions named."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from half_yard.countries import compute
from half_yard.figures import Place
from half_yard.records import Carryover, ClientFile, Entry
from tests.canadian import FLAT, SHOP, bought, business_of, rental_of
from tests.files import amount
from tests.test_next_year import after

T2125 = f"t2125.{SHOP}"


def shop_with(profit: str, year: int = 2024, **shop: Any) -> ClientFile:
    return business_of(profit, year, shop=shop)


def gaps(file: ClientFile, place: str) -> str:
    sheet, _, key = place.rpartition("/")
    return " ".join(mark.message for mark in compute(file).line(Place(sheet, key)).figure.gaps)


class SalesTax(unittest.TestCase):
    def test_sales_recorded_with_it_are_income_without_it(self) -> None:
        facts = {"gst_collected": Decimal(1300), "input_tax_credits": Decimal(200)}
        file = shop_with("11300", choices={"gst_recorded": "with"}, facts=facts)
        self.assertEqual(amount(file, f"{T2125}/sales"), 10000)
        self.assertEqual(amount(file, f"{T2125}/other_income"), 200)
        self.assertEqual(amount(file, "t1.owner/gross_business"), 10200)

    def test_by_the_quick_method_what_is_kept_is_income(self) -> None:
        """Part 3A of Form T2125: 1,300 collected, 880 remitted."""
        facts = {"gst_collected": Decimal(1300), "gst_remitted": Decimal(880)}
        file = shop_with("11300", choices={"gst_recorded": "quick"}, facts=facts)
        self.assertEqual(amount(file, f"{T2125}/quick_method"), 420)
        self.assertEqual(amount(file, f"{T2125}/sales"), 10420)

    def test_how_much_is_asked_for(self) -> None:
        file = shop_with("11300", choices={"gst_recorded": "with"})
        self.assertIn("how much is in them is not typed", gaps(file, "t1.owner/total_income"))


class Meals(unittest.TestCase):
    def test_half_of_them_once(self) -> None:
        """Example 41: 1,200 in the books are 600 on line 8523."""
        file = shop_with("50000")
        meals = Entry(activity=SHOP, line="meals", amount=Decimal(1200))
        file = file.model_copy(update={"entries": {**file.entries, "e00002": meals}})
        self.assertEqual(amount(file, f"{T2125}/meals"), 600)
        self.assertEqual(amount(file, f"{T2125}/net_income"), 49400)


class Reserves(unittest.TestCase):
    def test_what_is_deducted_comes_back_next_year(self) -> None:
        """ITA 20(1)(m), 12(1)(e)."""
        file = shop_with("50000", 2023, facts={"reserve": Decimal(4000)})
        self.assertEqual(amount(file, f"{T2125}/net_income"), 46000)
        following = after(file)
        self.assertEqual(amount(following, f"{T2125}/reserves_before"), 4000)
        self.assertNotIn("reserve", following.activities[SHOP].facts)


class FiscalPeriod(unittest.TestCase):
    """ITA 34.1: a period to January 31, 2024, with an income of 36,500: 335 of 365 days are left."""

    def file(self, **more: Any) -> ClientFile:
        return shop_with("36500", choices={"fiscal_end": "1"}, **more)

    def test_a_part_for_the_days_to_december_and_less_that_of_last_year(self) -> None:
        file = self.file()
        self.assertEqual(amount(file, f"t1139.{SHOP}.owner/additional"), 33500)
        before = {"c00001": Carryover(kind="additional_business_income", of=SHOP, amount=Decimal(30000))}
        file = file.model_copy(update={"carryovers": before})
        self.assertEqual(amount(file, "t1.owner/business"), 40000)
        self.assertEqual([item.amount for item in after(file).carryovers.values()], [33500])

    def test_nothing_more_of_a_loss_or_of_what_has_ended(self) -> None:
        self.assertEqual(amount(self.file(ended=datetime.date(2024, 1, 31)), "t1.owner/business"), 36500)
        self.assertFalse(
            compute(shop_with("1", choices={"fiscal_end": "13"})).has_sheet(f"t1139.{SHOP}.owner")
        )
        losing = shop_with("-900", choices={"fiscal_end": "1"})
        self.assertEqual(amount(losing, "t1.owner/business"), -900)

    def test_its_books_have_the_days_of_the_period(self) -> None:
        def dated(day: str) -> ClientFile:
            on = datetime.date.fromisoformat(day)
            entry = Entry(activity=SHOP, line="sales", amount=Decimal(100), date=on)
            return self.file().model_copy(update={"entries": {"e00001": entry}})

        for day, counts in (("2023-02-01", True), ("2024-01-31", True), ("2024-02-01", False)):
            computation = compute(dated(day))
            self.assertEqual(not computation.stops, counts, day)
        self.assertIn("the period from", compute(dated("2024-02-01")).stops["/entries/e00001"])

    def test_classes_are_said_to_be_of_the_year(self) -> None:
        file = self.file().model_copy(update={"assets": {"s00001": bought("900", "2023-06-01", SHOP)}})
        self.assertIn("kept by the calendar year", gaps(file, "t1.owner/business"))


class ShortStays(unittest.TestCase):
    def test_costs_of_days_without_complying_are_denied(self) -> None:
        """ITA 67.7: 30 of 120 days."""
        for year, denied in ((2023, 0), (2024, 500)):
            facts = {"non_compliant_days": Decimal(30), "short_term_days": Decimal(120)}
            file = rental_of("9000", year, flat={"facts": facts})
            cost = Entry(activity=FLAT, line="repairs", amount=Decimal(2000))
            file = file.model_copy(update={"entries": {**file.entries, "e00002": cost}})
            self.assertEqual(amount(file, f"t776.{FLAT}/net_income"), 7000 + denied)

    def test_the_days_in_all_are_asked_for(self) -> None:
        file = rental_of("-2000", 2024, flat={"facts": {"non_compliant_days": Decimal(30)}})
        self.assertIn("How many days", gaps(file, "t1.owner/rents"))


class CurrentOrCapital(unittest.TestCase):
    def test_larger_repairs_are_asked_about(self) -> None:
        """The tests of Interpretation Bulletin IT-128R; the amount is our own bound."""
        for cost, asked in (("500", False), ("501", True)):
            file = rental_of(f"-{cost}", 2024)
            notes = [each for each in compute(file).findings if "repair or asset" in each.message]
            self.assertEqual([each.path for each in notes], ["/entries/e00001"] if asked else [])
