"""How Canada keeps assets: in pools, a class of an activity each."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.countries.asset_keeping import AssetKeeping
from half_yard.countries.ca.classes import CLASSES, DISPOSALS, RELATIVE, find_class
from half_yard.countries.offered import Question

FROM_A_RELATIVE = Question(
    RELATIVE, "Bought from a relative who had it", False,
    "Then there is no accelerated first year, and the half-year rule applies (Regulations 1104(4))",
)  # fmt: skip


class CanadaAssetKeeping(AssetKeeping):
    """Classes 8, 10 and 50."""

    kinds = tuple(CLASSES.values())
    disposals = DISPOSALS

    def find_class(self, words: str, kind: str) -> str:
        """By what things are called."""
        return find_class(words, kind)

    def questions(self, asset_class: str) -> Sequence[Question]:
        """Whether the accelerated first year applies."""
        return (FROM_A_RELATIVE,) if asset_class in CLASSES else ()
