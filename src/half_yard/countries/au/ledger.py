"""The ledger of Australia: businesses by item P8, rentals by the rental schedule."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.books import StatementLine
from half_yard.countries.au.statement_lines import DOUBTS, IN_DOUBT, LINES
from half_yard.countries.au.year_rules import rules_for
from half_yard.countries.ledger import INVENTORY, ActivityKind, Ledger
from half_yard.countries.offered import AssetDoubts
from half_yard.records import Activity


class AustraliaLedger(Ledger):
    """Businesses and rentals."""

    kinds = {
        "business": ActivityKind("business", "Business (item P8)", "New business", "Item P8"),
        "rental": ActivityKind("rental", "Rental (item 21)", "New rental", "Rental schedule"),
    }
    marketplace_lines = {"gross": "sales", "tips": "sales", "fees": "other_expenses"}
    marketplace_kind = "business"
    opening_lines = {INVENTORY: "opening_stock"}

    def asset_doubts(self, year: int) -> AssetDoubts:
        """Repairs and the like above our own bound (TR 97/23)."""
        return AssetDoubts(IN_DOUBT, rules_for(year).amount("asset_doubt_above"), DOUBTS)

    def lines(self, activity: Activity) -> Sequence[StatementLine]:
        """The labels, and the preparer's own lines."""
        return LINES.of(activity)


LEDGER = AustraliaLedger()
