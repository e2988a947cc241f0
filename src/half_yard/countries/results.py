"""What a country pack computes from a file."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from decimal import Decimal
from functools import cached_property
from typing import TYPE_CHECKING, NamedTuple, Protocol

if TYPE_CHECKING:  # it takes a tenth of a second, which the start of the program has no need of
    from half_yard.depreciation.many import ManyYears

from half_yard.books import PayerMatch
from half_yard.depreciation import Convention
from half_yard.depreciation.by_hand import HandYear
from half_yard.figures import Figure, Line, Place, Role, Sheet, Threads, difference, total
from half_yard.figures.rounding import to_cents
from half_yard.records import ClientFile
from half_yard.review import Finding, Level


@dataclass(frozen=True, slots=True)
class YearRow:
    """One year of an asset: what it takes, of which basis at which rate, in words where that stands and what
    else counts, and the arithmetic by hand to compare with; amounts in dollars, the rate a part of one."""

    year: int
    taken: Figure
    basis: Decimal | None = None
    rate: Decimal | None = None
    words: str = ""
    by_hand: HandYear | None = None

    @property
    def beyond_hand(self) -> Decimal | None:
        """What the rate takes beyond the arithmetic by hand; None where there is none to compare."""
        if self.by_hand is None or self.basis is None or self.rate is None:
            return None
        return to_cents(self.basis * self.rate) - self.by_hand.amount


class YearsOfAsset(Protocol):
    """What an asset takes in the years around the tax year, made when it is asked for."""

    def before(self) -> Figure:
        """The depreciation of the years before this one, as entered or by the table."""
        ...

    def after(self) -> Figure:
        """The depreciation of the year after this one, if nothing changes."""
        ...

    def every(self) -> tuple[Figure, ...]:
        """The depreciation of every year of its life by the table, in cents; none for land."""
        ...

    def amounts(self) -> Sequence[Decimal]:
        """What every year takes, in dollars: the amounts of `every`, made without it."""
        ...

    def straight_line(self) -> Figure | None:
        """What straight line would have taken up to this year, with what was expensed; None where it is
        that anyway."""
        ...

    def rows(self) -> Sequence[YearRow]:
        """Every year laid open; nothing where there are no rates."""
        ...


@dataclass(frozen=True, slots=True, eq=False)
class PlainYears:
    """Years that stand as they are: what those before this one took, each of them, and the one after it."""

    taken_before: Figure
    years: tuple[Figure, ...]
    next: Figure

    def before(self) -> Figure:
        """As they were given."""
        return self.taken_before

    def after(self) -> Figure:
        """The year after this one."""
        return self.next

    def every(self) -> tuple[Figure, ...]:
        """Every year of its life, in cents."""
        return self.years

    def amounts(self) -> Sequence[Decimal]:
        """What every year takes, in dollars."""
        return [figure.amount for figure in self.years]

    def straight_line(self) -> None:
        """None: they are that anyway."""
        return

    def rows(self) -> Sequence[YearRow]:
        """None: there are no rates."""
        return ()


@dataclass(frozen=True, eq=False)
class AssetStory:
    """What depreciation does to one asset.

    `this_year` is its depreciation in cents; the other years, from `first_year` on, are made when first asked
    for. `parts` are those of this year that its form shows apart, `taken_back` what of earlier years this
    year gives back because the business use fell. `counts` is what of this year takes the basis down, where
    that is not all of it; `besides` what else has taken it down up to now. `way` is its life, method and
    convention in words, and `convention` that itself, of what has such; `rate_basis` of what came this year
    the dollars that its rate is taken of.
    """

    first_year: int
    this_year: Figure
    summary: str
    years: YearsOfAsset
    parts: Mapping[str, Figure] = field(default_factory=dict)
    taken_back: Figure | None = None
    way: str = ""
    convention: Convention | None = None
    rate_basis: Decimal = Decimal(0)
    counts: Figure | None = None
    besides: Figure | None = None

    @cached_property
    def next_year(self) -> Figure:
        """The depreciation of the year after this one, if nothing changes."""
        return self.years.after()

    @cached_property
    def prior(self) -> Figure:
        """The depreciation of the years before this one, as entered or by the table."""
        return self.years.before()

    @cached_property
    def depreciated(self) -> Figure:
        """All depreciation up to and with this year's, less what this year gives back."""
        this_year = self.this_year if self.counts is None else self.counts
        taken = total((self.prior, this_year), "depreciation allowed")
        return taken if self.taken_back is None else difference(taken, self.taken_back, label=taken.label)

    @cached_property
    def taken(self) -> Figure:
        """All that has taken its basis down up to and with this year."""
        taken = self.depreciated
        return taken if self.besides is None else total((taken, self.besides), taken.label)

    @cached_property
    def amounts(self) -> Sequence[Decimal]:
        """What every year of its life takes, in dollars: the amounts of `yearly`, made without it."""
        return self.years.amounts()

    @cached_property
    def rows(self) -> Sequence[YearRow]:
        """Every year laid open; of what has no rates just what it takes."""
        plain = enumerate(self.yearly, self.first_year)
        return self.years.rows() or [YearRow(year, figure) for year, figure in plain]

    @cached_property
    def yearly(self) -> tuple[Figure, ...]:
        """The depreciation of every year of its life by the table, in cents; none for land."""
        return self.years.every()


@dataclass(frozen=True, slots=True)
class Projection:
    """What assets take every year from `first_year` on, in dollars, by activity or shared thing."""

    first_year: int
    by_activity: Mapping[str, tuple[Decimal, ...]]

    def total(self, index: int) -> Decimal:
        """What all activities take in a year; the first has index 0."""
        return sum((years[index] for years in self.by_activity.values() if index < len(years)), Decimal(0))

    @property
    def years(self) -> int:
        """How many years have any."""
        return max((len(years) for years in self.by_activity.values()), default=0)


@dataclass(frozen=True, eq=False)
class Treatment:
    """The same assets under one book: their ids, and what each takes year by year, row by row."""

    title: str
    keys: tuple[str, ...]
    taken: ManyYears

    @cached_property
    def rows(self) -> Mapping[str, int]:
        """The row of each asset."""
        return {key: row for row, key in enumerate(self.keys)}

    def years(self, key: str) -> tuple[int, list[Decimal]]:
        """An asset's first year, and what it takes from then on, in dollars. Raises KeyError if it has
        none."""
        return self.taken.years(self.rows[key])

    def total(self, year: int) -> Decimal:
        """What all assets take in a year, in dollars."""
        return self.taken.total(year)


@dataclass(frozen=True, slots=True)
class CarryPoint:
    """A stop on the chain from activities to the owner's result; the first place not zero is shown."""

    label: str
    place: Place


@dataclass(frozen=True, slots=True)
class Return:
    """A return that a file gives: of one person, or of a couple together. `people` are those whose income is
    on it, `chief` the sheet that everything of it comes to, `carry` its chain from the activities to the
    result."""

    key: str
    title: str
    people: tuple[str, ...]
    chief: str
    carry: tuple[CarryPoint, ...]


class Whole(NamedTuple):
    """All sheets; `statements` the whole amounts of each activity by statement line, before any split between
    owners; the stories of assets by id; `stops` by record path why something entered lands nowhere."""

    sheets: tuple[Sheet, ...]
    statements: Mapping[str, Mapping[str, Figure]]
    stories: Mapping[str, AssetStory]
    stops: Mapping[str, str]


@dataclass(frozen=True, eq=False)
class Computation:
    """Everything computed from one file, each when it is first asked for: `make` works out the whole, `alone`
    single sheets by key, for those who want no more than their lines."""

    file: ClientFile
    make: Callable[[], Whole]
    make_matches: Callable[[], tuple[PayerMatch, ...]]
    make_findings: Callable[[], tuple[Finding, ...]]
    returns: tuple[Return, ...]
    alone: Mapping[str, Callable[[], Sheet]] = field(default_factory=dict)
    make_unusual: Callable[[], Mapping[str, str]] = dict
    facts_of_next_year: Callable[[], Mapping[str, Decimal]] = dict
    """What this year's result says to the household of next year's file, in dollars by the keys of its
    questions; worked out when it is asked for."""
    facts_of_people: Callable[[], Mapping[str, Mapping[str, Decimal]]] = dict
    """The same, to the people by their ids."""
    taken_of_assets: Callable[[], Mapping[str, Decimal]] = dict
    """What was taken up to the end of the year of assets that say so themselves, in dollars by id: what next
    year's file has as that of earlier years."""

    @cached_property
    def _whole(self) -> Whole:
        return self.make()

    @cached_property
    def _index(self) -> dict[str, Sheet]:
        return {sheet.key: sheet for sheet in self.sheets}

    def _found(self, key: str) -> Sheet | None:
        """A sheet for its lines: by itself, as long as the whole is not wanted."""
        if key in self.alone and "_whole" not in self.__dict__:
            return self.alone[key]()
        return self._index.get(key)

    @property
    def sheets(self) -> tuple[Sheet, ...]:
        """Every sheet, what feeds others before what it feeds."""
        return self._whole.sheets

    @property
    def statements(self) -> Mapping[str, Mapping[str, Figure]]:
        """The whole amounts of each activity by statement line, before any split between owners."""
        return self._whole.statements

    @property
    def stories(self) -> Mapping[str, AssetStory]:
        """The stories of the assets by id."""
        return self._whole.stories

    @property
    def stops(self) -> Mapping[str, str]:
        """Why something entered lands nowhere, by record path."""
        return self._whole.stops

    @cached_property
    def matches(self) -> tuple[PayerMatch, ...]:
        """Every payer: what is on forms, what is in the books; worked out when first asked for."""
        return self.make_matches()

    @cached_property
    def unusual(self) -> Mapping[str, str]:
        """Why the size of something entered is worth a look, by record path; looked for when first asked
        for."""
        return self.make_unusual()

    @cached_property
    def findings(self) -> tuple[Finding, ...]:
        """What was found, the gravest first, looked for when first asked for: what is only compared is not
        looked over."""
        return self.make_findings()

    @cached_property
    def threads(self) -> Threads:
        """The reverse index of all figures, built when first asked for."""
        return Threads(self.sheets)

    def sheet(self, key: str) -> Sheet:
        """The sheet with this key. Raises KeyError if the file has none."""
        return self._index[key]

    @property
    def chain(self) -> Iterator[CarryPoint]:
        """The stops on the chains of all returns; where there are several, each says of which it is."""
        if len(self.returns) == 1:
            return iter(self.returns[0].carry)
        return (
            replace(point, label=f"{point.label}, {each.title}")
            for each in self.returns
            for point in each.carry
        )

    def result_of(self, of: Return, role: Role) -> Line | None:
        """The line of a return that is its refund, or what is owed on it; None where it has no such line."""
        sheet = self._found(of.chief)
        lines = sheet.lines if sheet is not None else ()
        return next((line for line in lines if line.role is role), None)

    def results(self, role: Role) -> list[Line]:
        """The lines of all returns that are their refund, or what is owed on them."""
        found = (self.result_of(each, role) for each in self.returns)
        return [line for line in found if line is not None]

    def came_of(self, asset: str) -> list[Line]:
        """The lines that say what came of an asset that left service in the year."""
        return [
            line
            for sheet in self.sheets
            for line in sheet.lines
            if line.place.line.startswith(f"{asset}.") and line.role.stands_out
        ]

    def asset_sheets(self, activity: str) -> list[Sheet]:
        """The schedules of an activity's assets."""
        return [sheet for sheet in self.sheets if sheet.assets and sheet.about == activity]

    def statement_sheets(self, activity: str) -> list[Sheet]:
        """The sheets on which an activity's statement is filled in, one for each owner who files one."""
        return [sheet for sheet in self.sheets if sheet.statement and sheet.about == activity]

    def result_of_activity(self, activity: str) -> Decimal:
        """What an activity's statement comes to, of all owners on a return together, in dollars."""
        lines = (line for sheet in self.statement_sheets(activity) for line in sheet.lines)
        return sum((line.figure.amount for line in lines if line.role is Role.RESULT), Decimal(0))

    def has_sheet(self, key: str) -> bool:
        """Whether this file has the sheet."""
        return key in self._index

    def line(self, place: Place) -> Line:
        """The line at a place. Raises KeyError if there is none."""
        sheet = self._found(place.sheet)
        if sheet is None:
            raise KeyError(place.sheet)
        return sheet.line(place.line)

    def find_line(self, place: Place) -> Line | None:
        """The line at a place; None where there is none."""
        sheet = self._found(place.sheet)
        return sheet.line(place.line) if sheet is not None and sheet.has(place.line) else None

    @property
    def complete(self) -> bool:
        """Whether there is no error, nothing waits to be sorted or answered, and no line of the chain lacks a
        computation."""
        return not any(finding.level in {Level.ERROR, Level.INCOMPLETE} for finding in self.findings)
