"""Statements of accounts as they were taken in, row by row, and the rules that sort them."""

from __future__ import annotations

from collections.abc import Mapping

from pydantic import Field

from half_yard.records.amounts import Amount, Percent
from half_yard.records.record import Date, Key, Record, Text

ALREADY_IN = "Already here, in"
"""How the reason begins why a row is set aside that another statement has."""


class AsidePart(Record):
    """A part of a row that is no business of the books: its amount in dollars with the row's sign, and
    why."""

    amount: Amount
    reason: Text


class StatementRow(Record):
    """One movement of an account. `amount` is in dollars, above zero for money in.

    `reference` is the bank's own mark of the movement; `source_line` the line of the imported file;
    `set_aside` why it is no business of the books, empty while it is theirs; `parts_aside` the parts of it
    that are none, where the rest has gone elsewhere.
    """

    date: Date = None
    payee: Text = ""
    memo: Text = ""
    amount: Amount
    reference: Text = ""
    source_line: int = 0
    set_aside: Text = ""
    parts_aside: Mapping[Key, AsidePart] = Field(default_factory=dict)

    @property
    def is_double(self) -> bool:
        """Whether it is set aside because another statement has it already."""
        return self.set_aside.startswith(ALREADY_IN)


class Statement(Record):
    """A statement: where it came from, its account, its balances in dollars where it names them, its rows.

    `layout` is what files of the same source have in common, such as their headings; `broken` are the rows of
    the imported file that could not be read, in words.
    """

    name: Text = ""
    account: Text = ""
    layout: Text = ""
    opening: Amount | None = None
    closing: Amount | None = None
    rows: Mapping[Key, StatementRow] = {}
    broken: tuple[Text, ...] = ()


class SortingRule(Record):
    """Where rows go whose payee or memo has these words: to a line of an activity, in whole or by a share
    in percent, or aside for a reason."""

    words: Text = ""
    activity: Text = ""
    line: Text = ""
    share: Percent | None = None
    set_aside: Text = ""


class AccountAnswer(Record):
    """Whether two names of accounts mean one account, as the preparer said."""

    one: Text
    other: Text
    same: bool
