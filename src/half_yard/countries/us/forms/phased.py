"""How deductions and credits fall with income: by a share, or by steps."""

from __future__ import annotations

from decimal import Decimal

from half_yard.figures import Figure, smaller_of, stated

ALL = stated(Decimal(1), "all of it")


def share(over: Figure, width: Figure) -> Figure:
    """The part of the width that income is above the start, to three places and at most one."""
    return smaller_of((over / width).in_three_places(), ALL, label="part that is lost")


def steps(over: Figure, step: str, *, part_counts: bool) -> Figure:
    """How many steps of so many dollars income is above a start; a part of one counts, or doesn't."""
    count = over / stated(Decimal(step), f"steps of {step}")
    return (count.counted_up() if part_counts else count.counted_down()).named("steps")
