"""Australia: what comes of selling a property, against the worked examples kept beside the tests and by hand;
all values are recalled. A year is called by the one in which it ends."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from half_yard.countries import compute
from half_yard.records import Asset, ClientFile
from half_yard.records.identifiers import numbered
from half_yard.review import Level
from tests.australian import BOTH, FLAT, bought, couple, letting
from tests.files import amount
from tests.test_australia import line


def land(price: str, day: str, **fields: Any) -> Asset:
    return bought("land_and_building", price, day, FLAT, **fields)


def sold(price: str, contract: str, costs: str = "0", **fields: Any) -> dict[str, Any]:
    return {"proceeds": Decimal(price), "disposed": datetime.date.fromisoformat(contract),
            "selling_costs": Decimal(costs), **fields}  # fmt: skip


def flat(year: int, *assets: Asset, **parts: Any) -> ClientFile:
    return letting("9000", year, assets=numbered("assets", list(assets)), **parts)


class Property(unittest.TestCase):
    def test_a_sale_with_capital_works_and_the_discount(self) -> None:
        """Example 39: 420,000 with costs, 30,000 deducted as
        typed; sold for 600,000 less 15,000: 195,000, half of it, of two owners 48,750 each."""
        building = bought("capital_works", "160000", "2019-07-01", FLAT, prior_depreciation=Decimal(30000),
                          disposed=datetime.date(2024, 6, 30))  # fmt: skip
        file = couple(flat(2025, land("420000", "2019-07-01", **sold("600000", "2024-07-01", "15000")),
                           building, owners=BOTH))  # fmt: skip
        self.assertEqual(amount(file, "sale.s00001/cost_base"), 390000)
        self.assertEqual(amount(file, "sale.s00001/counted"), 195000)
        for person in ("owner", "spouse"):
            self.assertEqual(line(file, "gains", person), 48750)

    def test_what_this_year_deducts_lowers_the_cost_base_too(self) -> None:
        """160,000 x 2.5% a year: 4,000 of 2023-24 (366 days: 4,010.96) and 184 days of 2024-25, 2,016.44."""
        left = datetime.date(2024, 12, 31)
        building = bought("capital_works", "160000", "2023-07-01", FLAT, disposed=left)
        file = flat(2025, land("500000", "2023-07-01", **sold("520000", "2024-11-20")), building)
        works = Decimal("4010.96") + Decimal("2016.44")
        self.assertEqual(amount(file, "sale.s00001/works"), works)
        self.assertEqual(amount(file, f"rent.{FLAT}/works"), Decimal("2016.44"))
        self.assertEqual(amount(file, "gains.owner/net"), (20000 + works) / 2)
        self.assertEqual(line(file, "gains"), 13013)

    def test_what_was_typed_of_earlier_years_and_what_this_one_deducts(self) -> None:
        """20,000 typed and 4,000 of 2024-25."""
        building = bought("capital_works", "160000", "2019-07-01", FLAT, prior_depreciation=Decimal(20000))
        file = flat(2025, land("400000", "2019-07-01", **sold("500000", "2025-06-20")), building)
        self.assertEqual(amount(file, "sale.s00001/works"), 24000)

    def test_the_gain_is_of_the_year_of_the_contract(self) -> None:
        """Example 41: contract on June 28, settlement on August 10; of 280.82 label F has no cents."""
        home = land("400000", "2015-03-01", **sold("500000", "2025-06-28"))
        settled = datetime.date(2025, 8, 10)
        building = bought("capital_works", "100000", "2015-03-01", FLAT, disposed=settled)
        self.assertTrue(compute(flat(2025, home, building)).sheet("itr.owner").has("gains"))
        after = compute(flat(2026, home, building)).sheet("itr.owner")
        self.assertFalse(after.has("gains"))
        self.assertEqual(after["rent_works"].amount, 280)

    def test_twelve_months_lie_between_the_days(self) -> None:
        """Section 115-25: neither the day of purchase nor that of the sale is counted."""
        for day, counted in (("2025-02-01", 20000), ("2025-02-02", 10000)):
            home = land("400000", "2024-02-01", **sold("420000", day))
            self.assertEqual(line(flat(2025, home), "gains"), counted, day)

    def test_a_former_home(self) -> None:
        """Example 40: worth 500,000 when it was first let, sold for 620,000: 120,000 before the discount. Of
        one that was the home for half of the days half counts (s 118-185)."""
        home = land("500000", "2020-02-01", **sold("620000", "2025-02-02"))
        self.assertEqual(amount(flat(2025, home), "sale.s00001/counted"), 120000)
        half = home.model_copy(update={"sale_share": Decimal(50)})
        self.assertEqual(line(flat(2025, half), "gains"), 30000)

    def test_what_somebody_had_used_before_is_a_capital_loss(self) -> None:
        """CGT event K7: an oven of 900 that had no decline in value, sold for 150 with the flat."""
        oven = bought("oven", "900", "2020-02-01", FLAT, answers={"second_hand": True},
                      **sold("150", "2025-02-02"))  # fmt: skip
        file = flat(2025, land("500000", "2020-02-01", **sold("520000", "2025-02-02")), oven)
        self.assertEqual(amount(file, "gains.owner/s00002.own"), -750)
        self.assertEqual(line(file, "gains"), (20000 - 750) / 2)

    def test_what_is_missing_of_a_sale_is_said(self) -> None:
        building = bought("capital_works", "100000", "2015-03-01", FLAT)
        gone = building.model_copy(update={"disposed": datetime.date(2025, 1, 1)})
        home = land("400000", "2015-03-01", **sold("500000", "2024-12-01"))
        unpriced = home.model_copy(update={"proceeds": None})
        for assets, level, words in (
            ((gone,), Level.INCOMPLETE, "nothing that Jarrah"), ((home, building), Level.WARNING, "go on"),
            ((unpriced, gone), Level.INCOMPLETE, "sold for is not typed"),
        ):  # fmt: skip
            found = [each.message for each in compute(flat(2025, *assets)).findings if each.level is level]
            self.assertTrue(any(words in message for message in found), (words, found))
        silent = compute(flat(2025, home, gone)).findings
        self.assertFalse([each for each in silent if each.path.startswith("/assets")])


if __name__ == "__main__":
    unittest.main()
