"""Sheets of lines: where figures stand on a form or worksheet."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from enum import StrEnum
from functools import cache
from typing import Final

from half_yard.figures.figure import Figure, Mark, MarkKind, Place


class Role(StrEnum):
    """What a line is to its sheet, so that nobody has to know it by its key."""

    LINE = "line"
    COST = "worked out elsewhere"
    GROSS = "what came in, before costs"
    PERSONAL = "what stays personal"
    SUBTOTAL = "subtotal"
    TOTAL = "total"
    RESULT = "result"
    LIMITED = "result as the law lets it count"
    REFUND = "refund"
    OWED = "owed"

    @property
    def stands_out(self) -> bool:
        """Whether the sheet comes to something on such a line."""
        return self not in {Role.LINE, Role.COST}


@dataclass(frozen=True, slots=True)
class Carries:
    """What next year's file takes from a line: a carryover of a kind, the year that it is from where that
    counts, the book under which it was worked out where that is not the regular one, and what it belongs to
    where that is not what the sheet is about."""

    kind: str
    year: int | None = None
    book: str = ""
    of: str = ""


@dataclass(slots=True, eq=False)
class Line:
    """A figure with a place: the line's stable key, its printed number, its title, what it is, and what next
    year takes from it. Like a figure it is compared by identity, and final to the type checker alone: a file
    of many activities fills in two thousand lines after an edit."""

    place: Final[Place]
    number: Final[str]
    title: Final[str]
    figure: Final[Figure]
    section: Final[str] = ""
    role: Final[Role] = Role.LINE
    carries: Final[Carries | None] = None


@dataclass(frozen=True, slots=True)
class Sheet:
    """A form or worksheet, filled in: `key` is stable over the years, titles are for reading; `about` is the
    activity or person that it is about, where it is about one; `statement` says that it is the statement on
    which that activity is reported, `assets` that it is the schedule of its assets."""

    key: str
    form: str
    subject: str
    lines: tuple[Line, ...]
    facts: tuple[tuple[str, str], ...] = ()
    notes: tuple[str, ...] = ()
    about: str = ""
    statement: bool = False
    assets: bool = False
    in_cents: bool = False
    carrying: tuple[Line, ...] = ()
    """The lines from which next year's file takes something."""

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

    @property
    def key_line(self) -> Line | None:
        """The line that says most of the sheet: what is settled, its result, or else its last total or
        line."""
        settled = [line for line in self.lines if line.role in {Role.REFUND, Role.OWED}]
        if settled:
            return next((line for line in settled if line.figure.amount), settled[-1])
        for role in (Role.LIMITED, Role.RESULT, Role.TOTAL, Role.SUBTOTAL):
            found = [line for line in self.lines if line.role is role]
            if found:
                return found[-1]
        return self.lines[-1] if self.lines else None


@dataclass(slots=True)
class Page:
    """A sheet while it is being filled in, line after line, as its form reads.

    `numbers` are the year's own line numbers where they differ from the usual ones, by line key; `in_cents`
    says that the form keeps cents, `supposed` that it shows what would be under an assumption, so that
    nothing of it is carried to next year, `loose` that it is only worked out, to see whether the form belongs
    to the return or under an assumption: its figures are on no line; `ordered` that the sheet has its lines
    in the order of their numbers, whichever part filled them in.
    """

    key: str
    form: str
    subject: str = ""
    numbers: Mapping[str, str] = field(default_factory=dict)
    section: str = ""
    facts: Sequence[tuple[str, str]] = ()
    notes: list[str] = field(default_factory=list)
    about: str = ""
    statement: bool = False
    assets: bool = False
    in_cents: bool = False
    supposed: bool = False
    loose: bool = False
    ordered: bool = False
    lines: list[Line] = field(default_factory=list)

    def line(
        self,
        key: str,
        number: str,
        title: str,
        figure: Figure,
        role: Role = Role.LINE,
        carries: Carries | None = None,
    ) -> Figure:
        """Put the figure on a line, in whole dollars, or in cents on a form that keeps them; returns the
        figure as that line."""
        rounded = figure.in_cents() if self.in_cents else figure.in_dollars()
        return self._place(key, number, title, rounded, role, carries)

    def exact_line(
        self,
        key: str,
        number: str,
        title: str,
        figure: Figure,
        role: Role = Role.LINE,
        carries: Carries | None = None,
    ) -> Figure:
        """Put a rate or an amount in cents on a worksheet line, without rounding."""
        return self._place(key, number, title, figure, role, carries)

    def _place(
        self, key: str, number: str, title: str, figure: Figure, role: Role, carries: Carries | None
    ) -> Figure:
        place = Place(self.key, key)
        placed = figure.named(title) if self.loose else figure.at(place, title)
        if self.numbers:
            number = self.numbers.get(key, number)
        if self.supposed or self.loose:
            carries = None
        self.lines.append(Line(place, number, title, placed, self.section, role, carries))
        return placed

    def in_order(self) -> None:
        """Put the lines into the order of their printed numbers: a form has it, whichever of them was worked
        out first. A line without a number stays behind the one that it was filled in after."""
        groups: list[list[Line]] = []
        for line in self.lines:
            if line.number or not groups:
                groups.append([line])
            else:
                groups[-1].append(line)
        groups.sort(key=lambda group: _for_sorting(group[0].number))
        self.lines = [line for group in groups for line in group]

    def sheet(self) -> Sheet:
        """The sheet as it is filled in, saying so where values of it are provisional."""
        if self.ordered:
            self.in_order()
        marked = [line.figure.marks for line in self.lines if line.figure.marks]
        provisional = {
            mark.message for marks in marked for mark in marks if mark.kind is MarkKind.PROVISIONAL
        }
        return Sheet(
            key=self.key,
            form=self.form,
            subject=self.subject,
            lines=tuple(self.lines),
            facts=tuple(self.facts),
            notes=(*self.notes, *sorted(provisional)),
            about=self.about,
            statement=self.statement,
            assets=self.assets,
            in_cents=self.in_cents,
            carrying=tuple(line for line in self.lines if line.carries is not None),
        )

    def like(self, *, loose: bool = False) -> Page:
        """An empty page with the same head."""
        # What dataclasses.replace does, five times as fast: each part of a form begins with one.
        return Page(
            self.key,
            self.form,
            self.subject,
            self.numbers,
            facts=self.facts,
            about=self.about,
            statement=self.statement,
            assets=self.assets,
            in_cents=self.in_cents,
            supposed=self.supposed,
            loose=loose,
            ordered=self.ordered,
        )


@cache
def _for_sorting(number: str) -> tuple[int, str]:
    """A printed number: 8 before 15a, and that before 15b."""
    letters = number.lstrip("0123456789")
    return int(number[: len(number) - len(letters)] or 0), letters
