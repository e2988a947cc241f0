"""A reading that goes on step by step, carried through at once."""

from __future__ import annotations

from collections.abc import Generator
from typing import TypeVar

T = TypeVar("T")


def to_the_end(steps: Generator[int, None, T]) -> T:
    """What a reading comes to, without a look at its progress."""
    while True:
        try:
            next(steps)
        except StopIteration as end:
            made: T = end.value
            return made
