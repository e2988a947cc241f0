"""Ready fittings: what a preparer tries again and again, made from the file's own facts."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from half_yard.countries.results import Computation
from half_yard.records.fittings import Fitting

Make = Callable[[str], Fitting]


@dataclass(frozen=True, slots=True)
class Ready:
    """A fitting that is ready to be made: what it is in words, and what makes it. `asks` is the one thing
    that has to be said first, empty where nothing has, and `usual` what is proposed; the answer is given as
    typed, and the making raises ValueError, with what to type instead, where it can't be read."""

    key: str
    title: str
    make: Make
    asks: str = ""
    usual: str = ""


def none_ready(computation: Computation) -> Sequence[Ready]:
    """Nothing is ready."""
    del computation
    return ()
