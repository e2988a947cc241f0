"""What a country offers for things that serve several uses: their kinds, what divides them, the methods there
are."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from half_yard.asked import Field
from half_yard.books import StatementLine
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

    def next_year(self, file: ClientFile) -> tuple[Mapping[str, Thing], Mapping[str, Use]]:
        """The things and their uses with which next year begins."""
        return file.things, file.uses

    def assets_next_year(self, file: ClientFile) -> Mapping[str, Asset]:
        """The assets as this year has settled them."""
        return file.assets

    def sheets(self, file: ClientFile, thing: str) -> Sequence[str]:
        """What the keys of the sheets begin with that show how a thing was computed, the chief one first."""
        del file, thing
        return ()
