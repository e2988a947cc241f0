"""An activity split between its owners, by their shares of everything."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.us.on_return import OnReturn
from half_yard.figures import Figure, Sheet, entered, total
from half_yard.records import Activity
from half_yard.sharing import split

HUNDRED = Decimal(100)
NOTHING = total("nothing entered", ())


@dataclass(frozen=True, slots=True)
class OfAssets:
    """What an activity's Form 4562 carries on: its depreciation and its amortization."""

    depreciation: Figure = NOTHING
    amortization: Figure = NOTHING

    @staticmethod
    def of(form: Sheet | None) -> OfAssets:
        """From the form, where the activity has one."""
        if form is None:
            return OfAssets()
        has = any(line.place.line == "amortization" for line in form.lines)
        return OfAssets(form["total"], form["amortization"] if has else NOTHING)


@dataclass(frozen=True, slots=True)
class Owned:
    """One owner's part of an activity: its statement lines and what comes of its assets."""

    person: str
    lines: Mapping[str, Figure]
    of_assets: OfAssets

    def on(self, line: str) -> Figure:
        """The owner's part of a statement line, in cents."""
        return self.lines.get(line, NOTHING)


def owned_parts(
    frame: OnReturn, key: str, activity: Activity, totals: Mapping[str, Figure], of_assets: OfAssets
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
    depreciation, amortization = split(of_assets.depreciation, shares), split(of_assets.amortization, shares)
    return [
        Owned(
            person,
            {line: parts[person] for line, parts in lines.items()},
            OfAssets(depreciation[person], amortization[person]),
        )
        for person in shares
        if person in frame.people
    ]
