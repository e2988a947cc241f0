"""Kinds of shared things that are the same in every country."""

from __future__ import annotations

from half_yard.books import StatementLine
from half_yard.countries.shared_use import ThingKind

MACHINE, OTHER = "machine", "other"
MACHINES = ThingKind(
    MACHINE, "Computer or other machine", "machine", ("computer", "laptop", "printer", "camera", "tools"),
    ("hours", "days", "percent"),
    (
        StatementLine("supplies", "", "Supplies for it", "", also=("Ink", "Toner")),
        StatementLine("repairs", "", "Repairs", ""),
        StatementLine("other", "", "Other", "", also=("Software",)),
    ),
)  # fmt: skip
OTHERS_SHARED = ThingKind(
    OTHER, "Something else that is shared", "other shared thing", ("storage unit", "shared costs"),
    ("percent", "area", "hours", "days", "distance"), (StatementLine("other", "", "Costs", ""),),
)  # fmt: skip
