"""The ledger of Canada: businesses on Form T2125, rentals on Form T776."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.books import StatementLine
from half_yard.countries.ca.form_boxes import FORM_KINDS
from half_yard.countries.ca.statement_lines import DOUBTS, IN_DOUBT, LINES
from half_yard.countries.ca.year_rules import rules_for
from half_yard.countries.ledger import INVENTORY, ActivityKind, Ledger
from half_yard.countries.offered import AssetDoubts, LineLimit
from half_yard.figures.explain import percent_text
from half_yard.records import Activity


class CanadaLedger(Ledger):
    """Businesses and rentals."""

    kinds = {
        "business": ActivityKind("business", "Business (T2125)", "New business", "Form T2125"),
        "rental": ActivityKind("rental", "Rental (T776)", "New rental", "Form T776"),
    }
    marketplace_lines = {"gross": "sales", "tips": "sales", "fees": "interest"}
    marketplace_kind = "business"
    form_kinds = FORM_KINDS
    opening_lines = {INVENTORY: "opening_inventory"}

    def lines(self, activity: Activity) -> Sequence[StatementLine]:
        """The lines of Form T2125 or T776, and the preparer's own."""
        return LINES.of(activity)

    def asset_doubts(self, year: int) -> AssetDoubts:
        """Repairs and supplies above our own bound (Interpretation Bulletin IT-128R)."""
        return AssetDoubts(IN_DOUBT, rules_for(year).amount("asset_doubt_above"), DOUBTS)

    def line_limit(self, year: int, activity: Activity, line: str) -> LineLimit | None:
        """The part of meals that may be deducted (ITA 67.1)."""
        if activity.kind != "business" or line != "meals":
            return None
        share = rules_for(year).amount("meals_share")
        return LineLimit(share, f"{percent_text(share)} of meals (ITA 67.1)")


LEDGER = CanadaLedger()
