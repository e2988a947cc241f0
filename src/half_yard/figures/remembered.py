"""Remembering what was made from immutable things, so that computing again after an edit works out only
what the edit touched.

Nothing is remembered by value: the very same things, not ones like them, must come again, so what is given
back is what would be made.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable
from operator import is_
from typing import Generic, TypeVar

V = TypeVar("V")


class Remembered(Generic[V]):
    """Values by key, each with the things it was made from; the last value of a key is kept."""

    def __init__(self) -> None:
        self._kept: dict[Hashable, tuple[tuple[object, ...], V]] = {}

    def get(self, key: Hashable, made_from: tuple[object, ...], make: Callable[[], V]) -> V:
        """The value of a key made from these things, made now if it was not made from them before."""
        kept = self._kept.get(key)
        if kept is not None and len(kept[0]) == len(made_from) and all(map(is_, kept[0], made_from)):
            return kept[1]
        value = make()
        self._kept[key] = (made_from, value)
        return value
