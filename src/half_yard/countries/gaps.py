"""Marks of what is not computed, as every country makes them."""

from __future__ import annotations

from half_yard.figures import Mark, MarkKind


def gap(message: str, mend: str = "", path: str = "") -> Mark:
    """A mark that makes the result incomplete."""
    return Mark(MarkKind.GAP, message, mend, path)


def shares_gap(activity: str) -> Mark:
    """Owners' shares of an activity that are not the whole."""
    return gap(
        "The owners' shares are not 100%: part of this activity is on no return.",
        "Mend the shares.",
        f"/activities/{activity}/owners",
    )
