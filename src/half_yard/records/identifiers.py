"""Ids of records: a letter for the kind and a number that only grows, so that ids sort by age."""

from collections.abc import Iterable, Iterator
from itertools import count
from typing import TypeVar

from half_yard.records.collections import COLLECTIONS

R = TypeVar("R")

WITHIN = {"rows": "r", "own_lines": "o", "parts_aside": "q"}
"""The letters of records that stand within others."""
LETTERS = {**{name: item.letter for name, item in COLLECTIONS.items() if item.letter}, **WITHIN}
WIDTH = 5


def fresh_ids(collection: str, records: Iterable[str]) -> Iterator[str]:
    """Ids that sort after all the ids given of this collection, one after another."""
    letter = LETTERS[collection]
    numbers = (int(key[1:]) for key in records if key[:1] == letter and key[1:].isdecimal())
    return (f"{letter}{number:0{WIDTH}d}" for number in count(max(numbers, default=0) + 1))


def next_id(collection: str, records: Iterable[str]) -> str:
    """An id that sorts after all the ids of this collection, such as `e00042`."""
    return next(fresh_ids(collection, records))


def numbered(collection: str, records: Iterable[R]) -> dict[str, R]:
    """Records under fresh ids, in their order."""
    return dict(zip(fresh_ids(collection, ()), records, strict=False))
