"""What a country pack computes from a file."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from decimal import Decimal
from enum import StrEnum
from functools import cached_property
from typing import TYPE_CHECKING

if TYPE_CHECKING:  # it takes a tenth of a second, which the start of the program has no need of
    from numpy import int64
    from numpy.typing import NDArray

from half_yard.depreciation.by_hand import HandYear
from half_yard.figures import Figure, Line, Place, Sheet, Threads, difference, total
from half_yard.figures.rounding import to_cents
from half_yard.records import ClientFile
from half_yard.review import Finding, Level


class MatchState(StrEnum):
    """How a payer's forms and the books stand to each other."""

    AGREES = "agrees, counted once"
    FORM_ONLY = "on a form, not in the books"
    BOOKS_ONLY = "in the books, no form: fine"
    BOTH = "in both, counted once; more in the books"
    DIFFERS = "differs: the form says more"


@dataclass(frozen=True, slots=True)
class PayerMatch:
    """What one payer's forms say and what the books received from the same payer, in dollars.

    `difference` is what the forms say beyond the books, or the books beyond the forms where it is below
    zero; `booked_as` the payer's name as it is compared; `receipt` is false for what was paid.
    """

    payer: str
    booked_as: str
    activity: str
    line: str
    on_forms: Decimal
    in_books: Decimal
    difference: Decimal
    state: MatchState
    forms: tuple[str, ...]
    receipt: bool = True


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


@dataclass(frozen=True, eq=False)
class AssetStory:
    """What depreciation does to one asset.

    `this_year` is its depreciation in cents. That of next year, `prior`, what the years before this one
    took, and `yearly`, every year by the table from `first_year` on, are made when first asked for. `parts`
    are those of this year that its form shows apart, `taken_back` what of earlier years this year gives back
    because the business use fell; `make_straight_line` makes what straight line would have taken up to this
    year, with what was expensed; `make_rows` lays every year open.
    """

    first_year: int
    this_year: Figure
    summary: str
    make_next_year: Callable[[], Figure]
    make_prior: Callable[[], Figure]
    make_yearly: Callable[[], tuple[Figure, ...]]
    parts: Mapping[str, Figure] = field(default_factory=dict)
    make_amounts: Callable[[], Sequence[Decimal]] = tuple
    taken_back: Figure | None = None
    make_straight_line: Callable[[], Figure] | None = None
    make_rows: Callable[[], Sequence[YearRow]] = tuple

    @cached_property
    def next_year(self) -> Figure:
        """The depreciation of the year after this one, if nothing changes."""
        return self.make_next_year()

    @cached_property
    def prior(self) -> Figure:
        """The depreciation of the years before this one, as entered or by the table."""
        return self.make_prior()

    @cached_property
    def taken(self) -> Figure:
        """All depreciation up to and with this year's, less what this year gives back."""
        taken = total("depreciation allowed", (self.prior, self.this_year))
        return taken if self.taken_back is None else difference(taken.label, taken, self.taken_back)

    @cached_property
    def amounts(self) -> Sequence[Decimal]:
        """What every year of its life takes, in dollars: the amounts of `yearly`, made without it."""
        return self.make_amounts()

    @cached_property
    def rows(self) -> Sequence[YearRow]:
        """Every year laid open; of what has no rates just what it takes."""
        years = enumerate(self.yearly, self.first_year)
        return self.make_rows() or [YearRow(year, figure) for year, figure in years]

    @cached_property
    def yearly(self) -> tuple[Figure, ...]:
        """The depreciation of every year of its life by the table, in cents; none for land."""
        return self.make_yearly()


@dataclass(frozen=True, slots=True)
class Projection:
    """What assets take every year from `first_year` on, in dollars, by activity."""

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
    """The same assets under one book: their ids, the first year of each, and what every year of its life
    takes in cents, as an array of assets by years with zeros behind the last."""

    title: str
    keys: tuple[str, ...]
    first: NDArray[int64]
    cents: NDArray[int64]

    @cached_property
    def rows(self) -> Mapping[str, int]:
        """The row of each asset."""
        return {key: row for row, key in enumerate(self.keys)}

    def years(self, key: str) -> tuple[int, list[Decimal]]:
        """An asset's first year, and what it takes from then on, in dollars. Raises KeyError if it has
        none."""
        row = self.rows[key]
        taken = self.cents[row].tolist()
        while taken and not taken[-1]:
            taken.pop()
        return int(self.first[row]), [_dollars(each) for each in taken]

    def total(self, year: int) -> Decimal:
        """What all assets take in a year, in dollars."""
        index = year - self.first
        there = (index >= 0) & (index < self.cents.shape[1])
        return _dollars(int(self.cents[there.nonzero()[0], index[there]].sum()))


def _dollars(cents: int) -> Decimal:
    return Decimal(cents).scaleb(-2)


@dataclass(frozen=True, slots=True)
class CarryPoint:
    """A stop on the chain from activities to the owner's result; the first place not zero is shown."""

    label: str
    place: Place


@dataclass(frozen=True, eq=False)
class Computation:
    """Everything computed from one file.

    `statements` holds the whole amounts of each activity by statement line, before any split between
    owners; `stops` says by record path why something entered lands nowhere, `unusual` why its size
    is worth a look.
    """

    file: ClientFile
    sheets: tuple[Sheet, ...]
    statements: Mapping[str, Mapping[str, Figure]]
    stories: Mapping[str, AssetStory]
    make_matches: Callable[[], tuple[PayerMatch, ...]]
    stops: Mapping[str, str]
    unusual: Mapping[str, str]
    findings: tuple[Finding, ...]
    carry: tuple[CarryPoint, ...]
    _index: dict[str, Sheet] = field(init=False, repr=False)

    def __post_init__(self) -> None:
        object.__setattr__(self, "_index", {sheet.key: sheet for sheet in self.sheets})

    @cached_property
    def matches(self) -> tuple[PayerMatch, ...]:
        """Every payer: what is on forms, what is in the books; worked out when first asked for."""
        return self.make_matches()

    @cached_property
    def threads(self) -> Threads:
        """The reverse index of all figures, built when first asked for."""
        return Threads(self.sheets)

    def sheet(self, key: str) -> Sheet:
        """The sheet with this key. Raises KeyError if the file has none."""
        return self._index[key]

    def has_sheet(self, key: str) -> bool:
        """Whether this file has the sheet."""
        return key in self._index

    def line(self, place: Place) -> Line:
        """The line at a place. Raises KeyError if there is none."""
        return self._index[place.sheet].line(place.line)

    @property
    def complete(self) -> bool:
        """Whether there is no error, nothing waits to be sorted or answered, and no line of the chain lacks a
        computation."""
        return not any(finding.level in {Level.ERROR, Level.INCOMPLETE} for finding in self.findings)
