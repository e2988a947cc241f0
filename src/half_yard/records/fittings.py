"""Fittings: named lists of edits on a file, which is not changed by them until one is taken."""

from __future__ import annotations

from half_yard.records.record import Record, Text
from half_yard.records.steps import Edit


class Fitting(Record):
    """What could be otherwise: its name, the edits that make it so, one after another, what should be known
    of it, and its place among others, from the lowest rank on."""

    name: Text
    edits: tuple[Edit, ...]
    note: Text = ""
    rank: int = 0
