"""An activity split between its owners, by their shares of everything."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
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
    """What an activity's assets carry on: depreciation, amortization, and what they give back as income."""

    depreciation: Figure = NOTHING
    amortization: Figure = NOTHING
    taken_back: Figure = NOTHING

    @staticmethod
    def of(form: Sheet | None, recapture: Sheet | None) -> OfAssets:
        """From the activity's Form 4562 and its part IV of Form 4797, where it has them."""
        return OfAssets(
            form["total"] if form else NOTHING,
            form["amortization"] if form and form.has("amortization") else NOTHING,
            recapture["taken_back"] if recapture else NOTHING,
        )

    @property
    def figures(self) -> tuple[Figure, ...]:
        """All that it carries."""
        return self.depreciation, self.amortization, self.taken_back

    def split(self, shares: Mapping[str, Figure]) -> dict[str, OfAssets]:
        """Each owner's part."""
        parts = [split(each, shares) for each in self.figures]
        return {owner: OfAssets(*(part[owner] for part in parts)) for owner in shares}

    @staticmethod
    def together(parts: Sequence[OfAssets]) -> OfAssets:
        """The parts of several owners added up again."""
        return OfAssets(
            *(together(list(each)) for each in zip(*(part.figures for part in parts), strict=True))
        )


def together(figures: Sequence[Figure]) -> Figure:
    """The sum of figures; a single one as it is."""
    return figures[0] if len(figures) == 1 else total(figures[0].label, figures)


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
    parts = of_assets.split(shares)
    return [
        Owned(person, {line: of_line[person] for line, of_line in lines.items()}, parts[person])
        for person in shares
        if person in frame.people
    ]
