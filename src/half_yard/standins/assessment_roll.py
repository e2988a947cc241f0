"""A simulated roll of tax assessments: made-up parcels with what their land and building are assessed at."""

from __future__ import annotations

import json
import re
from collections.abc import Sequence
from functools import cache
from importlib import resources

from half_yard.records import Record
from half_yard.records.amounts import Amount


class Parcel(Record):
    """A parcel of the roll, assessed in dollars for a year."""

    parcel: str
    address: str
    year: int
    land: Amount
    building: Amount

    @property
    def title(self) -> str:
        """The parcel as it is picked."""
        return f"{self.address} ({self.parcel}, {self.year})"


def find_parcels(typed: str) -> Sequence[Parcel]:
    """The parcels with an address or number of which a word begins with every word typed."""
    wanted = _words(typed)
    return [
        parcel
        for parcel in _roll()
        if all(any(known.startswith(word) for known in _words(parcel.title)) for word in wanted)
    ]


def _words(text: str) -> list[str]:
    return re.findall(r"[\w-]+", text.casefold())


@cache
def _roll() -> tuple[Parcel, ...]:
    text = resources.files(__package__).joinpath("assessments.json").read_text(encoding="utf-8")
    return tuple(Parcel.model_validate(item) for item in json.loads(text))
