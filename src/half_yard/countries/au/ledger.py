"""The ledger of Australia: businesses by item P8, rentals by the rental schedule."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.books import StatementLine
from half_yard.countries.au.statement_lines import LINES
from half_yard.countries.ledger import INVENTORY, ActivityKind, Ledger
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

    def lines(self, activity: Activity) -> Sequence[StatementLine]:
        """The labels, and the preparer's own lines."""
        return LINES.of(activity)


LEDGER = AustraliaLedger()
