"""The map of a return: its sheets by what feeds what, from the activities to the result.

A sheet stands in the column that its longest way to the result gives it. Sheets that are empty are left out,
and the sheets of an activity stand as one where there are many activities. Where two sheets wait for each
other, the one that comes later in the computation is taken to be fed by the other.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from half_yard.countries.results import Computation
from half_yard.figures import Line, Place, Sheet
from half_yard.figures.explain import line_text

FEW = 6
"""Up to so many activities each of their sheets stands for itself."""


@dataclass(frozen=True, slots=True)
class Node:
    """A sheet, or all sheets of an activity, on the map: what it is called, about what, the line that says
    most of it, its column (0 is farthest from the result) and its row. `key` is the sheet that it leads
    to."""

    key: str
    sheets: tuple[str, ...]
    title: str
    about: str
    line: Line | None
    column: int
    row: int
    in_cents: bool = False

    @property
    def amount(self) -> str:
        """What it comes to, for reading."""
        return "" if self.line is None else line_text(self.line.figure, in_cents=self.in_cents)


@dataclass(frozen=True, slots=True)
class SheetMap:
    """The nodes, and which feeds which, by their keys."""

    nodes: tuple[Node, ...]
    edges: frozenset[tuple[str, str]]

    @property
    def columns(self) -> int:
        """How many columns there are."""
        return 1 + max((node.column for node in self.nodes), default=-1)

    @property
    def rows(self) -> int:
        """How many rows the longest column has."""
        return 1 + max((node.row for node in self.nodes), default=-1)

    def node_of(self, sheet: str) -> Node | None:
        """The node that a sheet stands in; None for one that is not on the map."""
        return next((node for node in self.nodes if sheet in node.sheets), None)


def map_of(computation: Computation, chosen: str = "") -> SheetMap:
    """The map of all returns of a computation. The chosen sheet is on it whether it is empty or not, and the
    sheets of its activity stand for themselves."""
    chiefs = {each.chief for each in computation.returns}
    shown = [sheet for sheet in computation.sheets if _has_something(sheet) or sheet.key in {*chiefs, chosen}]
    groups = dict(_groups(computation, shown, chosen))
    order = {key: number for number, key in enumerate(dict.fromkeys(groups.values()))}
    edges = {
        (groups[made_of], groups[sheet.key])
        for sheet in shown
        for made_of in _feeding(computation, sheet)
        if made_of in groups and groups[made_of] != groups[sheet.key]
    }
    onward: dict[str, set[str]] = {}
    for start, end in edges:
        if order[start] < order[end]:
            onward.setdefault(start, set()).add(end)
    far: dict[str, int] = {}
    for key in sorted(order, key=lambda key: -order[key]):
        far[key] = 1 + max((far[end] for end in onward.get(key, ())), default=-1)
    fed = {start for start, _ in edges}
    alone = {key for key in order if key not in chiefs and key not in fed}
    # Columns in which nothing stands are closed up; what feeds nothing stands with what feeds it.
    used = sorted({far[key] for key in order if key not in chiefs and key not in alone} - {0}, reverse=True)
    column_of = {distance: number for number, distance in enumerate(used)}
    by_key = {sheet.key: sheet for sheet in computation.sheets}
    columns = {key: len(used) if key in chiefs or not used else column_of.get(far[key], 0) for key in order}
    for key in alone:
        columns[key] = max((columns[start] for start, end in edges if end == key), default=0)
    nodes, rows = [], dict[int, int]()
    for key in order:
        column = columns[key]
        sheets = tuple(sheet for sheet, group in groups.items() if group == key)
        sheet = by_key[key]
        folded = len(sheets) > 1
        name = sheet.subject if folded or sheet.about else sheet.form
        about = sheet.form if folded or sheet.about else sheet.subject
        nodes.append(
            Node(
                key=key,
                sheets=sheets,
                title=name,
                about=about,
                line=sheet.key_line,
                column=column,
                row=rows.get(column, 0),
                in_cents=sheet.in_cents,
            )
        )
        rows[column] = rows.get(column, 0) + 1
    return SheetMap(tuple(nodes), frozenset(edges))


def _has_something(sheet: Sheet) -> bool:
    return any(line.figure.amount or line.figure.gaps for line in sheet.lines)


def _groups(computation: Computation, shown: Iterable[Sheet], chosen: str) -> Iterator[tuple[str, str]]:
    """Each sheet with the one that it stands under: itself, or its activity's statement where there are
    many."""
    activities = computation.file.activities
    unfolded = computation.sheet(chosen).about if chosen and computation.has_sheet(chosen) else ""
    statements: dict[str, str] = {}
    for sheet in shown:
        if sheet.statement and sheet.about in activities:
            statements.setdefault(sheet.about, sheet.key)
    folds = len(statements) > FEW
    for sheet in shown:
        under = statements.get(sheet.about, "") if folds and sheet.about != unfolded else ""
        yield sheet.key, under or sheet.key


def _feeding(computation: Computation, sheet: Sheet) -> Iterator[str]:
    """The sheets from which a sheet takes something."""
    for line in sheet.lines:
        for place in computation.threads.made_of(line.place):
            yield place.sheet


def way_of(computation: Computation, place: Place) -> set[tuple[str, str]]:
    """The way of a line's number: the steps from sheet to sheet back to where it comes from and on to where
    it goes."""
    threads = computation.threads
    steps: set[tuple[str, str]] = set()
    for onward in (False, True):
        seen, waiting = {place}, [place]
        while waiting:
            here = waiting.pop()
            nexts = [line.place for line in threads.fed_by(here)] if onward else threads.made_of(here)
            for there in nexts:
                if there.sheet != here.sheet:
                    steps.add((here.sheet, there.sheet) if onward else (there.sheet, here.sheet))
                if there not in seen:
                    seen.add(there)
                    waiting.append(there)
    return steps
