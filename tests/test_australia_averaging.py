"""Australia: tax on income of primary production averaged over years, worked out by hand from ITAA 1997
Division 392 as recalled. A year is called by the one in which it ends."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from half_yard.countries import compute
from half_yard.records import ClientFile
from tests.australian import SHOP, item, trading
from tests.files import amount
from tests.test_australia import line
from tests.test_next_year import after


def farm(net: str, *before: str, **parts: Any) -> ClientFile:
    """A farm with so much net income in 2024-25, and taxable incomes of earlier years, last year's first."""
    made = trading(net, 2025, shop={"answers": {"primary_production": True}}, **parts)
    facts = {f"averaged_{back}": Decimal(each) for back, each in enumerate(before, 1)}
    owner = made.people["owner"].model_copy(update={"facts": facts})
    return made.model_copy(update={"people": {"owner": owner}})


class Averaging(unittest.TestCase):
    def test_a_good_year_after_poor_ones(self) -> None:
        """60,000 after four years of 20,000: the average of 28,000 pays 1,568, so 60,000 pays 3,360 at its
        rate instead of 8,788."""
        file = farm("60000", *["20000"] * 4)
        self.assertEqual(amount(file, "averaging.owner/average"), 28000)
        self.assertEqual(line(file, "averaging_offset"), 8788 - 3360)
        self.assertEqual(line(file, "gross_tax"), 8788)

    def test_of_other_income_less_and_less_is_averaged(self) -> None:
        """7,000 of wages: of 6,804.19 what falls on 60,000 and 3,000 of 67,000."""
        file = farm("60000", *["20000"] * 4, wages="7000")
        self.assertEqual(line(file, "averaging_offset"), Decimal("6397.97"))
        for wages, part in (("5000", 65000), ("10000", 60000), ("4000", 64000)):
            self.assertEqual(amount(farm("60000", "20000", wages=wages), "averaging.owner/part"), part, wages)

    def test_a_poor_year_after_good_ones_pays_more(self) -> None:
        """30,000 after one year of 90,000: the average of 60,000 pays 8,788; 30,000 pays 4,394, not 1,888."""
        file = farm("30000", "90000")
        self.assertEqual(line(file, "averaging_tax"), 4394 - 1888)
        self.assertEqual(line(file, "gross_tax"), 4394)

    def test_gifts_are_shared_and_gains_left_out(self) -> None:
        """A gift of 1,000 off 20,000 of the farm and 30,000 of wages: 400; a gain is no basic income."""
        sale = item("capital_sale", "9000", boxes={"cost_base": Decimal(5000)})
        made = farm("20000", "20000", wages="30000")
        file = made.model_copy(update={"items": {"t00001": item("gift", "1000"), "t00002": sale}})
        self.assertEqual(amount(file, "averaging.owner/basic"), 49000)
        self.assertEqual(amount(file, "averaging.owner/farm"), 19600)

    def test_when_it_does_not_apply(self) -> None:
        """The first year of a farm, or given up; where no earlier year is typed it is missing."""
        new = farm("60000", "20000")
        activity = new.activities[SHOP].model_copy(update={"started": datetime.date(2024, 9, 1)})
        owner = new.people["owner"].model_copy(update={"answers": {"not_averaged": True}})
        for file in (new.model_copy(update={"activities": {SHOP: activity}}),
                     new.model_copy(update={"people": {"owner": owner}})):  # fmt: skip
            self.assertFalse(compute(file).has_sheet("averaging.owner"))
            self.assertNotIn("averag", " ".join(each.message for each in compute(file).findings))
        said = " ".join(mark.message for mark in compute(farm("60000")).sheet("itr.owner")["payable"].gaps)
        self.assertIn("averaged", said)

    def test_a_year_goes_on_to_the_next(self) -> None:
        facts = after(farm("60000", "20000", "21000", "22000", "23000")).people["owner"].facts
        years = [facts[f"averaged_{back}"] for back in range(1, 5)]
        self.assertEqual(years, [60000, 20000, 21000, 22000])

    def test_a_share_of_a_farm_counts(self) -> None:
        share = item("trust_share", "30000", ticks={"primary_production": True})
        file = farm("0", "20000").model_copy(update={"items": {"t00001": share}, "entries": {}})
        plain = file.activities[SHOP].model_copy(update={"answers": {}})
        file = file.model_copy(update={"activities": {SHOP: plain}})
        self.assertEqual(amount(file, "averaging.owner/farm"), 30000)


if __name__ == "__main__":
    unittest.main()
