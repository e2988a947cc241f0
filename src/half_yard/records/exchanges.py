"""Exchanges of property for property of like kind: what holds for both sides of one besides the assets, which
name it as the exchange in which they were given up or received."""

from __future__ import annotations

from collections.abc import Mapping

from half_yard.records.amounts import Amount
from half_yard.records.record import Day, Key, Record, Text


class Exchange(Record):
    """What was given in one deal against what was got.

    `facts` are amounts besides the assets, in dollars (cash, debts, costs, or what the question says), `days`
    the days that the law looks at, `answers` and `choices` its questions, all by keys of the country's pack.
    """

    name: Text = ""
    facts: Mapping[Key, Amount] = {}
    days: Mapping[Key, Day] = {}
    answers: Mapping[Key, bool] = {}
    choices: Mapping[Key, Text] = {}
