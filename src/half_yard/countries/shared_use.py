"""What a country offers for things that serve several uses: their kinds, what divides them, the methods there
are."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from half_yard.asked import Field
from half_yard.books import StatementLine
from half_yard.countries.measuring_things import SIDE_BY_SIDE
from half_yard.countries.tax_years import days_of
from half_yard.countries.things_as_used import thing_of_asset
from half_yard.records import Asset, ClientFile, Edit, Thing, Use


@dataclass(frozen=True, slots=True)
class Measure:
    """Something measured that divides a thing: its title and the unit that it is counted in."""

    title: str
    unit: str


@dataclass(frozen=True, slots=True)
class ThingKind:
    """A kind of thing: its title, what a new one is called, the words by which it is found, what may divide
    it, the lines of its costs, and whether it has a log of trips or a calendar of stays."""

    key: str
    title: str
    new: str
    words: tuple[str, ...]
    measures: tuple[str, ...]
    lines: tuple[StatementLine, ...]
    log: bool = False
    calendar: bool = False


@dataclass(frozen=True, slots=True)
class Method:
    """A way in which the law lets a thing's costs be counted. `edit` chooses it, `amount` is the sheet and
    line on which its deduction stands, `years` the line of the same sheet with that of several years and
    `lost` that of what is lost by it, where there are such, `barred` why it may not be chosen."""

    title: str
    edit: Edit
    chosen: bool
    amount: tuple[str, str]
    barred: str = ""
    years: str = ""
    lost: str = ""


class SharedUse:
    """Offers nothing; a country's own offers what its law knows."""

    kinds: Mapping[str, ThingKind] = {}
    measures: Mapping[str, Measure] = {}
    only: Mapping[str, str] = {}
    """What a cost may be for alone besides one of the uses, by key."""
    stays: Mapping[str, str] = {}
    """What the days of a dwelling may be, by key."""
    stay_words: Sequence[tuple[str, str]] = ()
    """The words under which those are found, their titles among them, as (key, words)."""
    trips: Mapping[str, str] = {}
    """What a trip may be for besides an activity, by key."""
    of_the_year: frozenset[str] = frozenset()
    """The facts of things and uses that are asked anew every year."""

    def fields(self, file: ClientFile, thing: str) -> Sequence[Field]:
        """What is asked of a thing besides its name, its days and its measure."""
        del file, thing
        return ()

    def use_fields(self, file: ClientFile, use: str) -> Sequence[Field]:
        """What is asked of a use besides how much it is."""
        del file, use
        return ()

    def methods(self, file: ClientFile, thing: str) -> Sequence[Sequence[Method]]:
        """The choices of method that a thing has, each with all its methods."""
        del file, thing
        return ()

    def as_used(self, file: ClientFile) -> ClientFile:
        """The file with the business use of every asset of a thing."""
        return file

    def next_year(self, file: ClientFile) -> tuple[Mapping[str, Thing], Mapping[str, Use]]:
        """Things and uses as they go on: what was measured of the year is measured anew; area and percent
        stay."""
        _, last = days_of(file)
        with_assets = {thing_of_asset(file, asset) for asset in file.assets.values()}
        things = {
            key: self._thing_next_year(thing)
            for key, thing in file.things.items()
            if thing.ends is None or thing.ends > last or key in with_assets
        }
        uses = {}
        for key, use in file.uses.items():
            if use.thing not in things or (use.ends is not None and use.ends <= last):
                continue
            stays = things[use.thing].measure in SIDE_BY_SIDE
            facts = {name: value for name, value in use.facts.items() if name not in self.of_the_year}
            uses[key] = use.model_copy(
                update={"facts": facts} if stays else {"facts": facts, "amount": None, "reckoning": ""}
            )
        return things, uses

    def _thing_next_year(self, thing: Thing) -> Thing:
        facts = {key: value for key, value in thing.facts.items() if key not in self.of_the_year}
        if (ended := thing.facts.get("odometer_ended")) is not None:
            facts["odometer_begun"] = ended
        stays = thing.measure in SIDE_BY_SIDE
        return thing.model_copy(update={"facts": facts, "whole": thing.whole if stays else None})

    def assets_next_year(self, file: ClientFile) -> Mapping[str, Asset]:
        """The assets, those of things with the business use that was measured this year."""
        year, used = str(file.tax_year), self.as_used(file).assets
        return {
            key: asset.model_copy(update={"shares": {**asset.shares, year: used[key].shares[year]}})
            if used[key] is not asset and year in used[key].shares
            else asset
            for key, asset in file.assets.items()
        }

    def sheets(self, file: ClientFile, thing: str) -> Sequence[str]:
        """What the keys of the sheets begin with that show how a thing was computed, the chief one first."""
        del file, thing
        return ()
