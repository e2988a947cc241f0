"""The sheet of a shared thing: its measure, and every line of its costs with the part of each use."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.ca.thing_kinds import HOME, HOUSE
from half_yard.countries.ca.things import THINGS, workspace_share
from half_yard.countries.dividing_things import thing_of
from half_yard.countries.measuring_things import MeasuredUse
from half_yard.countries.things_sheet import CostsSheet
from half_yard.figures import Figure, Role


def _share(ask: Ask, thing: str, use: MeasuredUse) -> Figure:
    """A use's part, of a home with its hours."""
    is_home = ask.of(thing_of, thing).kind == HOME
    return workspace_share(ask, thing, use) if is_home else THINGS.use_share(ask, thing, use)


def _personal(kind: str) -> tuple[str, Role]:
    """A home is lived in: that most of it is personal is not worth a remark."""
    return "Personal, deducted nowhere", Role.TOTAL if kind in {HOME, HOUSE} else Role.PERSONAL


COSTS = CostsSheet(THINGS, _share, _personal)
by_use, sheet = COSTS.by_use, COSTS.sheet
