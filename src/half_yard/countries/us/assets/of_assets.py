"""What the assets of an activity carry on to its schedule, in one record that owners divide."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from half_yard.figures import NOTHING_ENTERED, Figure, together
from half_yard.sharing import split


@dataclass(frozen=True, slots=True)
class OfAssets:
    """What an activity's assets carry on: depreciation, amortization, and what they give back as income."""

    depreciation: Figure = NOTHING_ENTERED
    amortization: Figure = NOTHING_ENTERED
    taken_back: Figure = NOTHING_ENTERED

    @property
    def figures(self) -> tuple[Figure, ...]:
        """All that it carries."""
        return self.depreciation, self.amortization, self.taken_back

    def split(self, shares: Mapping[str, Figure]) -> dict[str, OfAssets]:
        """Each owner's part."""
        parts = [split(each, shares) for each in self.figures]
        return {owner: OfAssets(*(part[owner] for part in parts)) for owner in shares}

    @staticmethod
    def together(parts: Sequence[OfAssets]) -> OfAssets:
        """The parts of several owners added up again."""
        columns = zip(*(part.figures for part in parts), strict=True)
        return OfAssets(*(together(each, each[0].label) for each in columns))
