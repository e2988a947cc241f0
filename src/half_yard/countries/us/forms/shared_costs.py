"""The sheet of a shared thing: its measure, and every line of its costs with the part of each use."""

from __future__ import annotations

from half_yard.countries.things_sheet import CostsSheet
from half_yard.countries.us.shared.divided import THINGS, use_share
from half_yard.countries.us.shared.kinds import HOME, WITH_INTEREST
from half_yard.figures import Role


def _personal(kind: str) -> tuple[str, Role]:
    """A home is lived in: that most of it is personal is not worth a remark."""
    on_schedule_a = "Personal; interest and taxes to Schedule A"
    title = on_schedule_a if kind in WITH_INTEREST else "Personal, deducted nowhere"
    return title, Role.TOTAL if kind == HOME else Role.PERSONAL


COSTS = CostsSheet(THINGS, use_share, _personal)
by_use, lines_of, sheet = COSTS.by_use, COSTS.lines_of, COSTS.sheet
