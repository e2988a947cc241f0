"""The same assets for the regular tax, the minimum tax and a state."""

from __future__ import annotations

import unittest
from decimal import Decimal
from typing import Any

from half_yard.countries import pack_for
from tests.files import BUSINESS, RENTAL, asset, business, client, rental

PACK = pack_for("us")
REGULAR, MINIMUM, STATE = "Regular tax", "Minimum tax", "California"


def books(
    kind: str, day: str, cost: str, activity: str = BUSINESS, **fields: Any
) -> dict[str, list[Decimal]]:
    record = asset(kind, day, cost, activity, **fields)
    file = client(activities={BUSINESS: business(), RENTAL: rental()}, assets={"s00001": record})
    return {book.title: book.years("s00001")[1] for book in PACK.one_by_one.treatments(file)}


class Books(unittest.TestCase):
    def test_minimum_tax_goes_by_150_percent(self) -> None:
        """IRS Pub. 946, table A-14, and Form 6251 instructions, line 2l."""
        found = books("seven_year", "2025-03-01", "10000")
        self.assertEqual(found[REGULAR][:2], [1429, 2449])
        self.assertEqual(found[MINIMUM][:3], [1071, 1913, 1503])
        self.assertEqual(sum(found[MINIMUM]), 10000)

    def test_property_with_the_special_allowance_and_buildings_are_the_same(self) -> None:
        found = books("seven_year", "2024-03-01", "10000", answers={})
        self.assertEqual(found[MINIMUM], found[REGULAR])
        self.assertEqual(found[STATE][:2], [1429, 2449])
        house = books("residential_building", "2020-01-10", "100000", RENTAL)
        self.assertEqual(house[MINIMUM], house[REGULAR])
        self.assertEqual(house[STATE], house[REGULAR])

    def test_a_state_expenses_up_to_its_own_limit(self) -> None:
        found = books("seven_year", "2025-03-01", "40000", expensed=Decimal(40000))
        self.assertEqual(found[REGULAR][0], 40000)
        self.assertEqual(found[STATE][0], Decimal(25000) + Decimal("2143.50"))
        self.assertEqual(sum(found[STATE]), 40000)

    def test_its_limit_shrinks_above_a_cost_of_the_year(self) -> None:
        """California Revenue and Taxation Code, section 17255(b), recalled: 25,000 less what is over
        200,000."""
        found = books("seven_year", "2025-03-01", "210000", expensed=Decimal(30000))
        self.assertEqual(found[STATE][0], 15000 + Decimal("27865.50"))
        self.assertEqual(books("seven_year", "2025-03-01", "230000", expensed=Decimal(9))[STATE][0], 32867)
