"""Purchases divided between building and land, assets divided in two, several that leave together."""

from __future__ import annotations

import datetime
import unittest
from dataclasses import replace
from decimal import Decimal

from hypothesis import given
from hypothesis import strategies as st

from half_yard.countries import compute, pack_for
from half_yard.countries.offered import Purchase
from half_yard.records import apply
from half_yard.records.dividing import divide_asset, in_proportion, leave_together
from half_yard.records.duplicating import improvement_of
from half_yard.records.reckoning import reckon
from half_yard.standins.assessment_roll import find_parcels
from tests.files import BUSINESS, RENTAL, amount, asset, business, client, rental

DAY = datetime.date(2025, 6, 1)
BOUGHT = Purchase(
    RENTAL, "Elm Street", "residential_building", DAY, Decimal(200_000), Decimal(0), Decimal(136_000),
    Decimal(24_000), Decimal(0), None,
)  # fmt: skip
CENTS = st.decimals(-1_000_000, 1_000_000, places=2)
WEIGHTS = st.lists(st.decimals(0, 1_000_000, places=2), min_size=1, max_size=9)


class Purchases(unittest.TestCase):
    def costs(self, bought: Purchase) -> dict[str, Decimal]:
        file = client(activities={RENTAL: rental()})
        edit, _ = pack_for("us").one_by_one.purchase(file, bought)
        made = apply(file, edit)[0].assets.values()
        for each in made:
            self.assertEqual(reckon(each.reckoning or str(each.cost)), each.cost)
        return {each.asset_class: each.cost for each in made}

    def test_pub_527_by_tax_assessment(self) -> None:
        """IRS Pub. 527: price 200,000; assessed 136,000 house, 24,000 land: 170,000 and 30,000."""
        self.assertEqual(self.costs(BOUGHT), {"residential_building": 170_000, "land": 30_000})

    def test_costs_are_divided_too_and_the_loan_stands_for_itself(self) -> None:
        bought = replace(BOUGHT, added=Decimal("3333.33"), loan_costs=Decimal(2400), loan_months=360)
        made = self.costs(bought)
        self.assertEqual(made["residential_building"] + made["land"], Decimal("203333.33"))
        self.assertEqual(made["residential_building"], Decimal("172833.33"))
        self.assertEqual(made["loan_costs"], 2400)
        by_percent = replace(BOUGHT, building=Decimal(80), land=Decimal(20))
        self.assertEqual(self.costs(by_percent)["land"], 40_000)

    def test_what_is_missing_is_said(self) -> None:
        file = client(activities={RENTAL: rental()})
        for changed, words in (
            ({"price": Decimal(0)}, "price"), ({"day": None}, "day"), ({"added": Decimal(-1)}, "below zero"),
            ({"building": None, "land": Decimal(15)}, "assessed"),
            ({"building": Decimal(0), "land": Decimal(15)}, "worth something"),
            ({"loan_costs": Decimal(5)}, "months"),
        ):  # fmt: skip
            with self.assertRaisesRegex(ValueError, words):
                pack_for("us").one_by_one.purchase(file, replace(BOUGHT, **changed))

    def test_the_roll_is_found_by_words(self) -> None:
        self.assertEqual([parcel.parcel for parcel in find_parcels("spar belfast 14 ")], ["BEL-014-022"])
        self.assertEqual(find_parcels("no such street"), [])


class Dividing(unittest.TestCase):
    @given(CENTS, WEIGHTS)
    def test_parts_add_up_and_are_near_their_share(self, whole: Decimal, weights: list[Decimal]) -> None:
        parts = in_proportion(whole, weights)
        self.assertEqual(sum(parts), whole)
        together = sum(weights, Decimal(0))
        for part, weight in zip(parts, weights, strict=True):
            share = weight / together if together else Decimal(1) / len(weights)
            self.assertLess(abs(part - whole * share), Decimal("0.0101"))

    def test_weights_are_needed(self) -> None:
        for weights in ([], [Decimal(-1)]):
            with self.assertRaises(ValueError):
                in_proportion(Decimal(5), weights)

    def test_a_part_sold_leaves_the_rest_and_both_are_the_whole(self) -> None:
        roof = asset("residential_building", "2015-01-10", "100000.01", RENTAL, basis={"added": Decimal(7)})
        file = client(activities={RENTAL: rental()}, assets={"s00001": roof})
        edit, key = divide_asset(file, "s00001", Decimal("12.5"))
        divided, inverse = apply(file, edit)
        rest, part = divided.assets["s00001"], divided.assets[key]
        self.assertEqual((part.cost, rest.cost), (Decimal("12500.00"), Decimal("87500.01")))
        self.assertEqual(part.basis["added"] + rest.basis["added"], 7)
        self.assertEqual((part.part_of, reckon(part.reckoning)), ("s00001", part.cost))
        taken = sum(story.this_year.amount for story in compute(divided).stories.values())
        self.assertLess(abs(taken - compute(file).stories["s00001"].this_year.amount), Decimal("0.02"))
        self.assertEqual(apply(divided, inverse)[0], file)
        for wrong in (Decimal(0), Decimal(100)):
            with self.assertRaises(ValueError):
                divide_asset(file, "s00001", wrong)

    def test_an_improvement_is_an_asset_of_its_own_with_a_link(self) -> None:
        house = asset("residential_building", "2015-01-10", "100000", RENTAL)
        file = client(activities={RENTAL: rental()}, assets={"s00001": house})
        edit, key = improvement_of(file, "s00001")
        new = apply(file, edit)[0].assets[key]
        self.assertEqual((new.part_of, new.asset_class, new.cost), ("s00001", "residential_building", 0))
        self.assertIn("no date in service", compute(apply(file, edit)[0]).stops[f"/assets/{key}"])


class Together(unittest.TestCase):
    def test_one_price_for_several_is_divided_by_their_values(self) -> None:
        parts = {
            "s00001": asset("seven_year", "2023-06-01", "10000"),
            "s00002": asset("land", "2020-01-01", "30000"),
        }  # fmt: skip
        file = client(activities={BUSINESS: business()}, assets=parts)
        values = {"s00001": Decimal(5000), "s00002": Decimal(45000)}
        edit = leave_together(file, values, DAY, "sale", Decimal(60_000), Decimal(100))
        sold = apply(file, edit)[0]
        self.assertEqual([each.proceeds for each in sold.assets.values()], [6000, 54000])
        self.assertEqual(amount(sold, "form_4797/s00002.gain"), 54000 - 30090)
