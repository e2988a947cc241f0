"""The sheet of a shared thing: its measure, and every line of its costs with the part of each use."""

from __future__ import annotations

from half_yard.countries.au.thing_kinds import HOME, HOUSE
from half_yard.countries.au.things import THINGS
from half_yard.countries.things_sheet import CostsSheet
from half_yard.figures import Role


def _private(kind: str) -> tuple[str, Role]:
    """A home is lived in: that most of it is private is not worth a remark."""
    return "Private, deducted nowhere", Role.TOTAL if kind in {HOME, HOUSE} else Role.PERSONAL


COSTS = CostsSheet(THINGS, THINGS.use_share, _private)
by_use, sheet = COSTS.by_use, COSTS.sheet
