"""What the client keeps after the return, as a country's law has it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from half_yard.countries.results import Computation


@dataclass(frozen=True, slots=True)
class Kept:
    """Papers, and how long they are kept, in words."""

    what: str
    how_long: str


def nothing_known(computation: Computation) -> Sequence[Kept]:
    """It is not known what must be kept."""
    del computation
    return ()
