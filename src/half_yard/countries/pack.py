"""What every country pack offers, and what it computes."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from decimal import Decimal
from enum import StrEnum
from functools import cached_property
from typing import Protocol

from half_yard.figures import Figure, Line, Place, Sheet, Threads
from half_yard.records import Activity, ClientFile
from half_yard.review import Finding, Level


@dataclass(frozen=True, slots=True)
class StatementLine:
    """A line of an activity's statement to which entries are sorted.

    `sheet_line` is the line key on the schedule; two statement lines may share one (meals). `receipt` says
    that money comes in on it; `also` are other words by which it is found.
    """

    key: str
    number: str
    title: str
    sheet_line: str
    explanation: str = ""
    receipt: bool = False
    also: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Question:
    """A yes/no question about an activity or asset, with the answer taken when none is given; `group` what it
    helps to decide together with others."""

    key: str
    text: str
    default: bool
    explanation: str = ""
    group: str = ""


@dataclass(frozen=True, slots=True)
class ManyAnswers:
    """A question about an activity with several answers, as (key, title)."""

    key: str
    text: str
    options: tuple[tuple[str, str], ...]
    explanation: str = ""


@dataclass(frozen=True, slots=True)
class KindAdvice:
    """Which kind an activity is by its answers, why, and which of its lines are called otherwise there."""

    kind: str
    why: str
    lines: Mapping[str, str]


@dataclass(frozen=True, slots=True)
class LineLimit:
    """The part of a statement line that the law lets count, and the words that say so."""

    share: Decimal
    words: str


@dataclass(frozen=True, slots=True)
class AssetDoubts:
    """Where costs may be assets: on which lines, above how many dollars, and what is asked of each."""

    lines: tuple[str, ...]
    above: Decimal
    questions: str


@dataclass(frozen=True, slots=True)
class Box:
    """A further box of a payer's form: its title, and what becomes of it."""

    key: str
    title: str
    explanation: str = ""

    def said_of(self, shown: str) -> str:
        """What becomes of the amount shown; nothing of none."""
        return self.explanation if shown else ""


@dataclass(frozen=True, slots=True)
class AssetKind:
    """A class of property as the preparer picks it: by its title or other words. `months` says that it is
    written off over months that the preparer gives, `elected` that a way to depreciate it can be elected, and
    `expensed` that a part of its cost can be expensed."""

    key: str
    title: str
    months: bool = False
    words: tuple[str, ...] = ()
    elected: bool = False
    expensed: bool = False


@dataclass(frozen=True, slots=True)
class FormKind:
    """A kind of information form: which of its boxes is the amount, the statement line that this belongs to,
    by kind of activity, its further boxes and ticks."""

    key: str
    title: str
    box: str
    lines: Mapping[str, str]
    boxes: tuple[Box, ...] = ()
    ticks: tuple[Box, ...] = ()


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


@dataclass(frozen=True, eq=False)
class AssetStory:
    """What depreciation does to one asset.

    `this_year` is its depreciation in cents. That of next year, `prior`, what the years before this one
    took, and `yearly`, every year by the table from `first_year` on, are made when first asked for. `parts`
    are those of this year that its form shows apart.
    """

    first_year: int
    this_year: Figure
    summary: str
    make_next_year: Callable[[], Figure]
    make_prior: Callable[[], Figure]
    make_yearly: Callable[[], tuple[Figure, ...]]
    parts: Mapping[str, Figure] = field(default_factory=dict)
    make_amounts: Callable[[], Sequence[Decimal]] = tuple

    @cached_property
    def next_year(self) -> Figure:
        """The depreciation of the year after this one, if nothing changes."""
        return self.make_next_year()

    @cached_property
    def prior(self) -> Figure:
        """The depreciation of the years before this one, as entered or by the table."""
        return self.make_prior()

    @cached_property
    def amounts(self) -> Sequence[Decimal]:
        """What every year of its life takes, in dollars: the amounts of `yearly`, made without it."""
        return self.make_amounts()

    @cached_property
    def yearly(self) -> tuple[Figure, ...]:
        """The depreciation of every year of its life by the table, in cents; none for land."""
        return self.make_yearly()


@dataclass(frozen=True, slots=True)
class Projection:
    """What assets take every year from `first_year` on, in dollars, by activity; this year's by class."""

    first_year: int
    by_activity: Mapping[str, tuple[Decimal, ...]]
    by_class: Mapping[str, Decimal]

    def total(self, index: int) -> Decimal:
        """What all activities take in a year; the first has index 0."""
        return sum((years[index] for years in self.by_activity.values() if index < len(years)), Decimal(0))

    @property
    def years(self) -> int:
        """How many years have any."""
        return max((len(years) for years in self.by_activity.values()), default=0)


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
        """Whether nothing is known to be missing: no error, and no gap on any line of the chain."""
        return not any(finding.level in {Level.ERROR, Level.INCOMPLETE} for finding in self.findings)


class Pack(Protocol):
    """A country: its years, its words for records, its checks and its computation."""

    @property
    def name(self) -> str:
        """The country's name."""
        ...

    @property
    def years(self) -> range:
        """The tax years with rules."""
        ...

    @property
    def filing_statuses(self) -> Mapping[str, str]:
        """The titles of the filing statuses by key."""
        ...

    @property
    def activity_kinds(self) -> Mapping[str, str]:
        """The titles of the kinds of activity by key."""
        ...

    @property
    def property_types(self) -> Sequence[str]:
        """The kinds of let property, as the schedule lists them."""
        ...

    @property
    def asset_kinds(self) -> Sequence[AssetKind]:
        """The classes of property, in the order in which they are offered."""
        ...

    def forms_boxes(self, collection: str) -> Sequence[Box]:
        """The further boxes of the forms about a person: of wages, interest or dividends."""
        ...

    def activity_choices(self, kind: str) -> Sequence[ManyAnswers]:
        """The questions with several answers about an activity of this kind."""
        ...

    def find_codes(self, typed: str) -> Sequence[tuple[str, str]]:
        """Activity codes with their titles that fit the words or digits typed, the best first."""
        ...

    def code_title(self, code: str) -> str:
        """The title of an activity code; empty for one that is not known."""
        ...

    def kind_advice(self, activity: Activity) -> KindAdvice | None:
        """Which kind an activity is by its answers, where that is a question."""
        ...

    @property
    def methods(self) -> Mapping[str, str]:
        """The titles of the ways of depreciation that can be elected, by key; the usual has an empty key."""
        ...

    @property
    def disposals(self) -> Mapping[str, str]:
        """The titles of the ways in which an asset leaves service, by key."""
        ...

    def projection(self, file: ClientFile) -> Projection:
        """What the assets of a file take every year from its tax year on, as it is elected."""
        ...

    def year_elections(self, file: ClientFile) -> Sequence[ManyAnswers]:
        """The elections for whole classes of this year's assets, by their key in the file."""
        ...

    def asset_doubts(self, year: int) -> AssetDoubts:
        """Among which costs preparers look for assets in a tax year."""
        ...

    def line_limit(self, year: int, activity: Activity, line: str) -> LineLimit | None:
        """What limits a statement line in a tax year; None where all of it counts."""
        ...

    @property
    def marketplace_lines(self) -> Mapping[str, str]:
        """The statement lines of a marketplace's rows, by the mark before their reference."""
        ...

    @property
    def form_kinds(self) -> Sequence[FormKind]:
        """The kinds of information forms that payers file."""
        ...

    def statement_lines(self, activity: Activity) -> Sequence[StatementLine]:
        """The lines of an activity's statement, in the order of its schedule, the preparer's own behind."""
        ...

    def activity_questions(self, kind: str) -> Sequence[Question]:
        """The yes/no questions about an activity of this kind."""
        ...

    def asset_questions(self, asset_class: str) -> Sequence[Question]:
        """The yes/no questions about an asset of this class."""
        ...

    def identity_problem(self, number: str) -> str:
        """What is wrong with a person's identity number; empty when nothing is."""
        ...

    def employer_number_problem(self, number: str) -> str:
        """What is wrong with a business's number; empty when nothing is."""
        ...

    def payer_number_problem(self, number: str) -> str:
        """What is wrong with a payer's number, a business's or a person's; empty when nothing is."""
        ...

    def statement_sheets(self, file: ClientFile, activity: str) -> Sequence[str]:
        """The keys of the sheets on which an activity's statement is filled in."""
        ...

    def compute(self, file: ClientFile) -> Computation:
        """Everything that follows from the file."""
        ...
