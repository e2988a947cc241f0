"""What changed of a collection: records are immutable, so one that is another object was changed."""

from __future__ import annotations

from collections import deque
from collections.abc import Callable, Collection, Hashable, Mapping
from itertools import compress
from operator import is_not
from typing import TypeVar

R = TypeVar("R")
K = TypeVar("K", bound=Hashable)
Compared = tuple[Mapping[str, object], Mapping[str, object], tuple[str, ...]]
COMPARED: deque[Compared] = deque(maxlen=4)
"""The collections that were compared last, with what was found: after an edit the computation and each table
of the page ask the same."""


def changed_keys(before: Mapping[str, R], now: Mapping[str, R]) -> tuple[str, ...]:
    """The ids of records that were not there before, or were others."""
    for were, are, found in COMPARED:
        if were is before and are is now:
            return found
    changed = _changed(before, now)
    COMPARED.append((before, now, changed))
    return changed


def _changed(before: Mapping[str, R], now: Mapping[str, R]) -> tuple[str, ...]:
    """A collection may have thousands, of which an edit changes a few: no step of this is made in Python for
    each."""
    in_the_same_order = list(before) == list(now)
    were = before.values() if in_the_same_order else map(before.get, now)
    return tuple(compress(now, map(is_not, now.values(), were)))


def gone_keys(before: Mapping[str, R], now: Mapping[str, R], changed: Collection[str]) -> set[str]:
    """The ids of records that are not there any more, where these have changed."""
    if not before:
        return set()
    added = sum(key not in before for key in changed)
    return before.keys() - now.keys() if len(before) + added > len(now) else set()


class Opened(dict[K, dict[str, R]]):
    """Copies of groups of records by id, each made when it is first asked for, to be changed: the groups of
    before stay as they are. `before` gives those by their keys."""

    def __init__(self, before: Callable[[K], Mapping[str, R]]) -> None:
        super().__init__()
        self._before = before

    def __missing__(self, key: K) -> dict[str, R]:
        opened = self[key] = dict(self._before(key))
        return opened
