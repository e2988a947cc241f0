"""Sections of records: a table of one collection, as a country asks for it."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field

from pydantic import JsonValue

from half_yard.asked.columns import Column
from half_yard.records import ClientFile, Record
from half_yard.records.choices import Option

Now = Callable[[], ClientFile]
"""The file as it is at the moment of asking."""


def people_of(now: Now) -> Callable[[Record | None], Sequence[Option]]:
    """The people of the file as the options of a column."""

    def people(record: Record | None) -> Sequence[Option]:
        del record
        return [(key, person.name or key) for key, person in now().people.items()]

    return people


@dataclass(frozen=True)
class Section:
    """One collection of records under a heading: what one of them is called, which fields it can't do
    without, what a new one begins with, and its columns. `payer` is the field with the name of a form's
    payer, which a known number fills in; `boxes` say that its records have further boxes, `listed` that a
    list of them can be taken in, `opened` that it is there while it has no record yet; others take no room
    then, and are opened where they are needed."""

    collection: str
    heading: str
    explanation: str
    noun: str
    new_hint: str
    needed: tuple[str, ...]
    columns: Sequence[Column]
    start: Mapping[str, JsonValue] = field(default_factory=dict)
    hint_column: int = 0
    payer: str = ""
    boxes: bool = False
    listed: bool = False
    opened: bool = False
