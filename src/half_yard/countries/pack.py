"""The names behind which every country stands."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from decimal import Decimal
from typing import Protocol

from half_yard.countries.offered import (
    AssetBases,
    AssetDoubts,
    AssetKind,
    AssetOrigin,
    Box,
    FormKind,
    FoundAmount,
    KindAdvice,
    LineLimit,
    ManyAnswers,
    Purchase,
    Question,
    StatementLine,
    WhatIf,
)
from half_yard.countries.results import Computation, Projection, Treatment
from half_yard.records import Activity, Asset, ClientFile, Edit


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

    @property
    def origins(self) -> Mapping[str, AssetOrigin]:
        """The ways in which an asset comes, by key; the usual has an empty key."""
        ...

    def find_class(self, words: str, kind: str) -> str:
        """The class that words name, for an activity of a kind; empty where they name none for sure."""
        ...

    def bases(self, asset: Asset) -> AssetBases:
        """An asset's unadjusted basis by how it came."""
        ...

    @property
    def buildings(self) -> Mapping[str, str]:
        """The titles of the classes of building that may be bought now, by key."""
        ...

    def purchase(self, file: ClientFile, bought: Purchase) -> tuple[Edit, str]:
        """The edit that adds the assets of a property that was bought, and the building's id. Raises
        ValueError, which says what is missing."""
        ...

    def treatments(self, file: ClientFile) -> Sequence[Treatment]:
        """The years of the depreciated assets under each book, the regular tax first."""
        ...

    def projection(self, file: ClientFile) -> Projection:
        """What the assets of a file take every year from its tax year on, as it is elected."""
        ...

    def what_if(self, file: ClientFile, asked: WhatIf) -> ClientFile:
        """The file as it would be otherwise."""
        ...

    def expensing_for_income(self, file: ClientFile, asset: str, wanted: Decimal) -> FoundAmount:
        """What to expense of an asset to bring taxable income to an amount in dollars. Raises ValueError,
        which says why, where it can't be."""
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

    def masked_number(self, number: str) -> str:
        """A person's identity number for showing, most of it hidden."""
        ...

    def masked_payer_number(self, number: str) -> str:
        """A payer's number for showing, most of it hidden where it may be a person's."""
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
