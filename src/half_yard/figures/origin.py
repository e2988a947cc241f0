"""Where figures come from: what was entered, the rules of the law, and sums of records."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from typing import Final


@dataclass(slots=True, eq=False)
class Entered:
    """Where a leaf was entered: a JSON pointer (RFC 6901) into the client file."""

    path: Final[str]
    detail: Final[str] = ""


@dataclass(slots=True, eq=False)
class Gathered:
    """That a sum is of records of one collection alone, each by its id: whoever looks for another record need
    not look among them."""

    collection: Final[str]
    records: Final[Collection[str]]

    def may_have(self, path: str) -> bool:
        """Whether what was entered at a path, of a record or of all of a collection, may be among them."""
        _, collection, *record = path.split("/", 3)
        return collection == self.collection and (not record or not record[0] or record[0] in self.records)


@dataclass(frozen=True, slots=True)
class RuleValue:
    """A value of the law: its key in the year's rules and the published source that states it."""

    key: str
    year: int
    source: str
    unit: str
