"""Ids of records: a letter for the kind and a number that only grows, so that ids sort by age."""

from collections.abc import Iterable, Iterator
from itertools import count
from typing import TypeVar

R = TypeVar("R")

LETTERS = {
    "activities": "a",
    "entries": "e",
    "assets": "s",
    "forms": "f",
    "wages": "w",
    "interest": "i",
    "dividends": "d",
    "estimated_payments": "p",
    "statements": "b",
    "rows": "r",
    "sorting_rules": "u",
    "own_lines": "o",
    "account_answers": "n",
    "parts_aside": "q",
}
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
