"""The ledger of the United States: businesses on Schedule C, rentals on Schedule E."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal

from half_yard.books import StatementLine
from half_yard.countries.ledger import INVENTORY, ActivityKind, Ledger
from half_yard.countries.offered import AssetDoubts, LineLimit
from half_yard.countries.us.form_boxes import FORM_KINDS
from half_yard.countries.us.statement_lines import ASSET_QUESTIONS, LINES, MEALS, REPAIR_LINES
from half_yard.countries.us.year_rules import rules_for
from half_yard.figures.explain import percent_text
from half_yard.records import Activity


class UnitedStatesLedger(Ledger):
    """Businesses and rentals."""

    kinds = {
        "business": ActivityKind("business", "Business (Schedule C)", "New business", "Schedule C"),
        "rental": ActivityKind("rental", "Rental (Schedule E)", "New rental", "Schedule E"),
    }
    form_kinds = FORM_KINDS
    marketplace_lines = {"gross": "gross_receipts", "tips": "gross_receipts", "fees": "commissions"}
    marketplace_kind = "business"
    opening_lines = {INVENTORY: "inventory_opening"}

    def lines(self, activity: Activity) -> Sequence[StatementLine]:
        """The lines of Schedule C or of Schedule E, part I, and the preparer's own."""
        return LINES.of(activity)

    def line_limit(self, year: int, activity: Activity, line: str) -> LineLimit | None:
        """The part of meals that may be deducted (26 U.S.C. 274(n))."""
        key = MEALS.get(line) if activity.kind == "business" else None
        if key is None:
            return None
        share = rules_for(year).amount(key)
        if share == 1:
            return LineLimit(share, "in full: restaurant meals of 2021 and 2022 (26 U.S.C. 274(n)(2)(D))")
        return LineLimit(share, f"{percent_text(share)} of meals (26 U.S.C. 274(n))")

    def form_due_from(self, year: int) -> Decimal:
        """What is paid to a business in a year of which Form 1099-NEC is due (26 U.S.C. 6041A)."""
        return rules_for(year).amount("payer_return_threshold_nonemployee_pay")

    def asset_doubts(self, year: int) -> AssetDoubts:
        """Repairs and supplies above the de minimis safe harbour (26 CFR 1.263(a)-1(f), -3)."""
        above = rules_for(year).amount("de_minimis_safe_harbor_no_audited_statements")
        return AssetDoubts(tuple(sorted(REPAIR_LINES)), above, ASSET_QUESTIONS)


LEDGER = UnitedStatesLedger()
