"""How two amounts stand to each other."""

from __future__ import annotations

from decimal import Decimal
from enum import StrEnum


class Comparison(StrEnum):
    """How the two figures of a test are compared."""

    ABOVE = "is above"
    AT_LEAST = "is at least"
    BELOW = "is below"
    AT_MOST = "is not above"
    NOT_BELOW = "is not below"
    LESS = "is less than"

    @property
    def is_asked(self) -> bool:
        """Whether it is what was asked, not the opposite that was found instead."""
        return self in {Comparison.ABOVE, Comparison.AT_LEAST, Comparison.BELOW}

    def holds(self, left: Decimal, right: Decimal) -> bool:
        """Whether the one amount stands so to the other."""
        match self:
            case Comparison.ABOVE:
                return left > right
            case Comparison.AT_LEAST | Comparison.NOT_BELOW:
                return left >= right
            case Comparison.BELOW | Comparison.LESS:
                return left < right
            case Comparison.AT_MOST:
                return left <= right


OPPOSITE = {
    Comparison.ABOVE: Comparison.AT_MOST,
    Comparison.BELOW: Comparison.NOT_BELOW,
    Comparison.AT_LEAST: Comparison.LESS,
}
