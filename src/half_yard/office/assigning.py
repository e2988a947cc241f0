"""Giving a client to people of the office, by their initials."""

from __future__ import annotations

import datetime

from pydantic import JsonValue

from half_yard.countries import pack_for
from half_yard.records import Change, ClientFile, Edit

LONGEST = 8
"""So many letters has a person's mark at most."""


def due_day(file: ClientFile) -> datetime.date | None:
    """The day by which the return must be filed: as it was typed, or as the law has it; None where neither
    says."""
    return file.assignment.due or pack_for(file.country).due(file)


def assign(
    file: ClientFile, prepares: str | None = None, asks: str | None = None, due: datetime.date | None = None
) -> Edit:
    """The edit that gives a client to people of the office; what is None stays as it is. Raises ValueError
    for what are no initials."""
    found: dict[str, JsonValue] = {}
    for name, typed in (("prepares", prepares), ("asks", asks)):
        if typed is not None:
            found[name] = initials(typed)
    if due is not None:
        found["due"] = due.isoformat()
    now = file.assignment.model_dump(mode="json")
    steps = [
        Change(op="replace", path=f"/assignment/{name}", value=value)
        for name, value in found.items()
        if now[name] != value
    ]
    return Edit(label="Assigned", changes=tuple(steps))


def initials(typed: str) -> str:
    """A person's initials. Raises ValueError where they are too long to be any."""
    text = typed.strip()
    if len(text) > LONGEST:
        raise ValueError(f"“{text}” is too long for initials. Type up to {LONGEST} letters.")
    return text
