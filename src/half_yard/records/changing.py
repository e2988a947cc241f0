"""What changed of a collection: records are immutable, so one that is another object was changed."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from itertools import compress
from operator import is_, is_not
from typing import TypeVar

R = TypeVar("R")


def changed_keys(before: Mapping[str, R], now: Mapping[str, R]) -> tuple[str, ...]:
    """The ids of records that were not there before, or were others. A collection may have thousands, of
    which an edit changes a few: no step of this is made in Python for each."""
    in_the_same_order = len(before) == len(now) and all(map(is_, before, now))
    were = before.values() if in_the_same_order else map(before.get, now)
    return tuple(compress(now, map(is_not, now.values(), were)))


def gone_keys(before: Mapping[str, R], now: Mapping[str, R], changed: Collection[str]) -> set[str]:
    """The ids of records that are not there any more, where these have changed."""
    added = sum(key not in before for key in changed)
    return before.keys() - now.keys() if len(before) + added > len(now) else set()
