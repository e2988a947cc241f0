"""What a country pack offers for choosing and asking, in small records."""

from __future__ import annotations

import datetime
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.asked import Field, FieldKind
from half_yard.books import Box


@dataclass(frozen=True, slots=True)
class Question:
    """A yes/no question about an activity or asset, with the answer taken when none is given; `group` what it
    helps to decide together with others; `anew` says that it is asked anew every year."""

    key: str
    text: str
    default: bool
    explanation: str = ""
    group: str = ""
    anew: bool = False

    def of(self, answers: Mapping[str, bool]) -> bool:
        """The answer given, or the default."""
        return answers.get(self.key, self.default)

    def field(self, path: str) -> Field:
        """The question as it is asked of the record at a path."""
        return Field(
            f"{path}/answers/{self.key}", self.text, FieldKind.ANSWER, default=self.default,
            hint=self.explanation,
        )  # fmt: skip


@dataclass(frozen=True, slots=True)
class ManyAnswers:
    """A question about an activity with several answers, as (key, title); `anew` as for a question."""

    key: str
    text: str
    options: tuple[tuple[str, str], ...]
    explanation: str = ""
    anew: bool = False

    def field(self, path: str) -> Field:
        """The question as it is asked of the record at a path."""
        options = tuple(option for option in self.options if option[0])
        empty = dict(self.options).get("", "")
        return Field(
            f"{path}/choices/{self.key}", self.text, FieldKind.CHOICE, options, hint=self.explanation,
            empty=empty,
        )  # fmt: skip


def box_fields(path: str, boxes: Sequence[Box], ticks: Sequence[Box] = ()) -> list[Field]:
    """The further boxes of the form at a path, and what is ticked on it."""
    amounts = [
        Field(f"{path}/boxes/{box.key}", box.title, FieldKind.AMOUNT, optional=True, meaning=box.said_of)
        for box in boxes
    ]
    return amounts + [
        Field(f"{path}/ticks/{box.key}", box.title, FieldKind.ANSWER, default=False, hint=box.explanation)
        for box in ticks
    ]


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
class Elsewhere:
    """What people look for under words that name no line here: where it goes instead, or that it is not in
    the program and what to do. `leads_to` is what to do in the window, as one of `LEADS`; empty where nothing
    is."""

    words: tuple[str, ...]
    says: str
    leads_to: str = ""


NEW_ASSET, HOUSEHOLD, FORMS, ACTIVITY = "a new asset", "the household", "forms", "the activity"
SHARED = "shared use"
EXCHANGES, LEAVING = "exchanges", "leaving"
LEADS = (NEW_ASSET, HOUSEHOLD, FORMS, ACTIVITY, SHARED, EXCHANGES, LEAVING)


@dataclass(frozen=True, slots=True)
class AssetDoubts:
    """Where costs may be assets: on which lines, above how many dollars, and what is asked of each."""

    lines: tuple[str, ...]
    above: Decimal
    questions: str


@dataclass(frozen=True, slots=True)
class AssetKind:
    """A class of property as the preparer picks it: by its title or other words. `elected` says that a way to
    depreciate it can be elected; `facts` say what the class is."""

    key: str
    title: str
    words: tuple[str, ...] = ()
    elected: bool = False
    facts: str = ""

    @property
    def short_title(self) -> str:
        """The title without what is in parentheses."""
        return self.title.partition(" (")[0]


@dataclass(frozen=True, slots=True)
class AssetOrigin:
    """A way in which an asset comes: what its `cost` is, what else counts, and the words that say how."""

    title: str
    cost: str
    boxes: tuple[Box, ...]
    law: str


@dataclass(frozen=True, slots=True)
class AssetBases:
    """An asset's unadjusted basis in dollars: for depreciation, for a gain, for a loss."""

    depreciation: Decimal
    gain: Decimal
    loss: Decimal


@dataclass(frozen=True, slots=True)
class Purchase:
    """A property that was bought, amounts in dollars: `added` are costs that count to the basis, `building`
    and `land` what they are assessed at, or their percentages, None where neither was said; `loan_costs` are
    written off over `loan_months`."""

    activity: str
    name: str
    asset_class: str
    day: datetime.date | None
    price: Decimal
    added: Decimal
    building: Decimal | None
    land: Decimal | None
    loan_costs: Decimal
    loan_months: int | None


@dataclass(frozen=True, slots=True)
class PoolLife:
    """The life of the pool in which an asset is, or of the asset by itself: what has come and gone in words,
    and what each year takes, as (title, first year, dollars by year), the first as it is claimed; `own` is
    what the asset takes by itself this year, in dollars, None where only its pool does."""

    words: str
    rows: tuple[tuple[str, int, tuple[Decimal, ...]], ...]
    own: Decimal | None = None


@dataclass(frozen=True, slots=True)
class WhatIf:
    """What could be otherwise: no special allowance for this year's property; of an asset another amount
    expensed, in dollars, or its sale in a year."""

    no_allowance: bool = False
    asset: str = ""
    expensed: Decimal | None = None
    sold_in: int | None = None


@dataclass(frozen=True, slots=True)
class FoundAmount:
    """An amount that was looked for, what it brings the income to, and what nothing and all of it would, in
    dollars."""

    amount: Decimal
    income: Decimal
    without: Decimal
    with_all: Decimal
