"""Sheets of lines: where figures stand on a form or worksheet."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from half_yard.figures.figure import Figure, Mark, Place


@dataclass(frozen=True, slots=True)
class Line:
    """A figure with a place: the line's stable key, its printed number and its title."""

    place: Place
    number: str
    title: str
    figure: Figure
    section: str = ""


@dataclass(frozen=True, slots=True)
class Sheet:
    """A form or worksheet, filled in: `key` is stable over the years, titles are for reading."""

    key: str
    form: str
    subject: str
    lines: tuple[Line, ...]
    facts: tuple[tuple[str, str], ...] = ()
    notes: tuple[str, ...] = ()

    @property
    def title(self) -> str:
        """The form's name and whose it is."""
        return f"{self.form} · {self.subject}" if self.subject else self.form

    def line(self, key: str) -> Line:
        """The line with this stable key. Raises KeyError if the sheet has none."""
        for line in self.lines:
            if line.place.line == key:
                return line
        raise KeyError(key)

    def __getitem__(self, key: str) -> Figure:
        return self.line(key).figure

    def has(self, key: str) -> bool:
        """Whether the sheet has the line."""
        return any(line.place.line == key for line in self.lines)

    @property
    def marks(self) -> frozenset[Mark]:
        """Everything marked on any of the sheet's lines."""
        return frozenset[Mark]().union(*(line.figure.marks for line in self.lines))


@dataclass(slots=True)
class Page:
    """A sheet while it is being filled in, line after line, as its form reads.

    `numbers` are the year's own line numbers where they differ from the usual ones, by line key.
    """

    key: str
    form: str
    subject: str = ""
    numbers: Mapping[str, str] = field(default_factory=dict)
    section: str = ""
    facts: list[tuple[str, str]] = field(default_factory=list)
    notes: list[str] = field(default_factory=list)
    _lines: list[Line] = field(default_factory=list)

    def line(self, key: str, number: str, title: str, figure: Figure) -> Figure:
        """Put the figure on a line in whole dollars; returns the figure as that line."""
        return self._place(key, number, title, figure.in_dollars())

    def exact_line(self, key: str, number: str, title: str, figure: Figure) -> Figure:
        """Put a rate or an amount in cents on a worksheet line, without rounding."""
        return self._place(key, number, title, figure)

    def _place(self, key: str, number: str, title: str, figure: Figure) -> Figure:
        place = Place(self.key, key)
        placed = figure.at(place, title)
        self._lines.append(Line(place, self.numbers.get(key, number), title, placed, self.section))
        return placed

    def sheet(self) -> Sheet:
        """The finished sheet."""
        return Sheet(
            self.key, self.form, self.subject, tuple(self._lines), tuple(self.facts), tuple(self.notes)
        )
