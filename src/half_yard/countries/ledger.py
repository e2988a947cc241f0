"""The ledger of a country: its kinds of activity, the lines of their statements, payers' forms."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.books import FormKind, StatementLine
from half_yard.countries.offered import AssetDoubts, LineLimit
from half_yard.records import Activity

INVENTORY = "inventory"
"""The kind of carryover that begins a year with the goods that the year before ended with."""


@dataclass(frozen=True, slots=True)
class ActivityKind:
    """A kind of activity: its title, what a new one is called, and the statement that it is reported on."""

    key: str
    title: str
    new: str
    statement: str


class Ledger(ABC):
    """Kinds of activity and their lines. What a country does not say otherwise is as here: nothing is
    limited, there are no forms of payers."""

    kinds: Mapping[str, ActivityKind] = {}
    form_kinds: Sequence[FormKind] = ()
    marketplace_lines: Mapping[str, str] = {}
    """The statement lines of a marketplace's rows, by the mark before their reference."""
    marketplace_kind: str = ""
    """The kind of activity that sells at a marketplace."""
    opening_lines: Mapping[str, str] = {}
    """Lines that begin a year with what the one before ended with, by the kind of carryover."""

    @abstractmethod
    def lines(self, activity: Activity) -> Sequence[StatementLine]:
        """The lines of an activity's statement, in the order of its schedule, the preparer's own behind."""

    def line_limit(self, year: int, activity: Activity, line: str) -> LineLimit | None:
        """What limits a statement line in a tax year; None where all of it counts."""
        del year, activity, line
        return None

    def form_due_from(self, year: int) -> Decimal | None:
        """From how much in a year, in dollars, who pays a business has to report it on a form; None where
        that is not known."""
        del year
        return None

    def asset_doubts(self, year: int) -> AssetDoubts:
        """Among which costs preparers look for assets in a tax year."""
        del year
        return AssetDoubts((), Decimal(0), "")
