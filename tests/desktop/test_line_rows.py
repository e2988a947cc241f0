"""The statement of a business of two owners: its lines are those of both, added up by their keys."""

import datetime
import unittest
from decimal import Decimal

from half_yard.countries import compute, pack_for
from half_yard.desktop.line_rows import statement_rows
from half_yard.records import Asset, Entry
from tests.files import BUSINESS, business, client


class TwoOwners(unittest.TestCase):
    def test_a_line_that_only_one_owner_has_moves_no_other(self) -> None:
        shares = {"owner": Decimal("0.0001"), "spouse": Decimal("99.9999")}
        file = client(
            status="joint",
            activities={BUSINESS: business(owners=shares, own_lines={"o00001": "Dues"})},
            entries={
                "e00001": Entry(activity=BUSINESS, line="other_expenses", amount=Decimal(600)),
                "e00002": Entry(activity=BUSINESS, line="own.o00001", amount=Decimal(70)),
            },
            assets={
                "s00001": Asset(
                    activity=BUSINESS, name="Customer list", asset_class="intangible", cost=Decimal(1800),
                    in_service=datetime.date(2025, 1, 5),
                )
            },
        )  # fmt: skip
        computation = compute(file)
        owners = [computation.sheet(f"schedule_c.{BUSINESS}.{who}") for who in ("owner", "spouse")]
        self.assertEqual([sheet.has("amortization") for sheet in owners], [False, True])
        rows = statement_rows(computation, pack_for("us"), BUSINESS, unfolded=True)
        amounts = {row.place.line: row.amount for row in rows if row.place}
        wanted = {"part_v_o00001": 70, "amortization": 120, "part_v_rest": 600, "part_v_total": 790}
        self.assertEqual({key: int(amounts[key]) for key in wanted}, wanted)
        keys = [row.place.line for row in rows if row.place and row.place.line in wanted]
        self.assertEqual(list(dict.fromkeys(keys)), list(wanted), "in the form's order")
