"""Australia: items P2 to P19 of the schedule, stock that is not counted, staff; as recalled. A year is called
by the one in which it ends."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal

from half_yard.countries import compute
from half_yard.records.identifiers import numbered
from tests.australian import SHOP, bought, cost, trading
from tests.files import amount
from tests.test_australia import line
from tests.test_next_year import after


class Items(unittest.TestCase):
    def test_what_describes_a_business_and_its_amounts(self) -> None:
        shop = {
            "description": "Timber frames", "code": "25110", "started": datetime.date(2024, 9, 1),
            "answers": {"sells_online": True, "stock_not_counted": True},
            "facts": {"trade_debtors": Decimal("900.80"), "trade_creditors": Decimal(300),
                      "paid_to_associates": Decimal(5000)},
        }  # fmt: skip
        saw = bought("other_asset", "4400", "2024-10-01", months=60)
        file = trading("60000", 2025, cost("salaries_and_wages", "12000"), cost("other_expenses", "100"),
                       cost("opening_stock", "3000"), shop=shop, assets={"s00001": saw})  # fmt: skip
        sheet = compute(file).sheet("business_items.owner")
        self.assertEqual(dict(sheet.facts), {
            "P2 Main business": "Timber frames 25110", "P3 Business activities": "1",
            "P4 Status": "commenced", "P7 Internet": "Yes", "P19 Trading stock election": "Yes",
        })  # fmt: skip
        self.assertEqual([(each.number, each.figure.amount) for each in sheet.lines], [
            ("P10 A", 4400), ("P11", 900), ("P12", 300), ("P13", 12000), ("P14", 5000),
        ])  # fmt: skip
        self.assertEqual(amount(file, f"p8.{SHOP}/other_expenses"), 12100)
        self.assertEqual(line(file, "business"), 60000 - 12100 - 4400)
        self.assertEqual(amount(file, f"p8.{SHOP}/cost_of_sales"), 0)
        opening = [each for each in after(file).entries.values() if each.line == "opening_stock"]
        self.assertEqual([each.amount for each in opening], [3000])

    def test_reconciliation(self) -> None:
        """Items A, L and W off, X and H added; balancing of assets comes to X by itself."""
        gone = bought("other_asset", "3000", "2023-09-01", months=60, proceeds=Decimal(5000),
                      disposed=datetime.date(2024, 9, 1))  # fmt: skip
        file = trading(
            "60000", 2025, cost("rent", "10000"), cost("section_40_880", "500"), cost("project_pool", "300"),
            cost("landcare", "200"), cost("income_adjusted", "70"), cost("expenses_adjusted", "30"),
            assets={"s00001": gone},
        )  # fmt: skip
        self.assertEqual(amount(file, f"p8.{SHOP}/total_income"), 60000)
        self.assertEqual(amount(file, f"p8.{SHOP}/income_adjusted"), 5070)
        self.assertEqual(amount(file, f"p8.{SHOP}/net_income"), 60000 - 10000 - 1000 + 5070 + 30)

    def test_assets_by_their_lives(self) -> None:
        old = bought("other_asset", "9000", "2023-10-01", months=60, proceeds=Decimal(5000),
                     disposed=datetime.date(2025, 3, 1))  # fmt: skip
        new = bought("other_asset", "2000", "2024-10-01", months=60)
        file = trading("60000", 2025, assets=numbered("assets", [old, new]),
                       shop={"answers": {"simplified": False}})  # fmt: skip
        numbers = {
            each.number: each.figure.amount for each in compute(file).sheet("business_items.owner").lines
        }
        self.assertEqual(numbers, {"P16": 2000, "P18": 5000})

    def test_stock_that_nobody_counted_is_said(self) -> None:
        """With an opening stock and no closing one all of it would count as sold."""
        opening = cost("opening_stock", "3000")
        for rows, is_said in (((opening,), True), ((opening, cost("closing_stock", "0")), False)):
            file = trading("60000", 2025, *rows)
            found = " ".join(each.message for each in compute(file).findings)
            self.assertEqual("none is typed for June 30" in found, is_said)
            self.assertEqual(amount(file, f"p8.{SHOP}/cost_of_sales"), 3000)


if __name__ == "__main__":
    unittest.main()
