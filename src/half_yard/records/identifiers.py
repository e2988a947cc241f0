"""Ids of records: a letter for the kind and a number that only grows, so that ids sort by age."""

from collections.abc import Iterable, Mapping
from typing import TypeVar

R = TypeVar("R")

LETTERS = {
    "activities": "a",
    "entries": "e",
    "assets": "s",
    "forms": "f",
    "wages": "w",
    "interest": "i",
    "estimated_payments": "p",
}
WIDTH = 5


def next_id(collection: str, records: Mapping[str, object]) -> str:
    """An id that sorts after all the ids of this collection, such as `e00042`."""
    letter = LETTERS[collection]
    numbers = (int(key[1:]) for key in records if key[:1] == letter and key[1:].isdecimal())
    return f"{letter}{max(numbers, default=0) + 1:0{WIDTH}d}"


def numbered(collection: str, records: Iterable[R]) -> dict[str, R]:
    """Records under fresh ids, in their order."""
    return {f"{LETTERS[collection]}{number:0{WIDTH}d}": record for number, record in enumerate(records, 1)}
