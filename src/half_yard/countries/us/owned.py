"""An activity split between its owners, by their shares of everything."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.us.on_return import OnReturn
from half_yard.figures import Figure, entered, total
from half_yard.records import Activity
from half_yard.sharing import split

HUNDRED = Decimal(100)
NOTHING = total("nothing entered", ())


@dataclass(frozen=True, slots=True)
class Owned:
    """One owner's part of an activity: its statement lines and its depreciation."""

    person: str
    lines: Mapping[str, Figure]
    depreciation: Figure

    def on(self, line: str) -> Figure:
        """The owner's part of a statement line, in cents."""
        return self.lines.get(line, NOTHING)


def owned_parts(
    frame: OnReturn, key: str, activity: Activity, totals: Mapping[str, Figure], depreciation: Figure
) -> list[Owned]:
    """The parts of the owners who are on this return; the parts of others are on no sheet of it."""
    shares = {
        person: entered(
            share / HUNDRED, f"{frame.name(person)}'s share", f"/activities/{key}/owners/{person}"
        )
        for person, share in sorted(activity.owners.items())
        if share
    }
    if not shares:
        return []
    lines = {line: split(whole, shares) for line, whole in totals.items()}
    depreciations = split(depreciation, shares)
    return [
        Owned(person, {line: parts[person] for line, parts in lines.items()}, depreciations[person])
        for person in shares
        if person in frame.people
    ]
