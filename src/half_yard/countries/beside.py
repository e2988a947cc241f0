"""Two computations beside each other: the lines that differ, and in a line the figures that made it so."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.results import Computation
from half_yard.figures import NOTHING, Figure, Line, Operation, Place


@dataclass(frozen=True, eq=False)
class LineBeside:
    """A line of either computation or of both, with its figure in each; nothing where one has no such
    line."""

    line: Line
    title: str
    before: Figure
    after: Figure

    @property
    def change(self) -> Decimal:
        """How much more it is in the second computation, in dollars."""
        return self.after.amount - self.before.amount


def lines_beside(before: Computation, after: Computation) -> Iterator[LineBeside]:
    """The lines whose amounts differ, in the order of the sheets; those that only the first has stand
    behind."""
    lines_before = _lines(before)
    for place, (title, line) in _lines(after).items():
        earlier = lines_before.pop(place, None)
        found = NOTHING if earlier is None else earlier[1].figure
        # What both have from the same memory is the same figure: there is nothing to look into.
        if found is not line.figure and found.amount != line.figure.amount:
            yield LineBeside(line, title, found, line.figure)
    for title, line in lines_before.values():
        if line.figure.amount:
            yield LineBeside(line, title, line.figure, NOTHING)


def _lines(computation: Computation) -> dict[Place, tuple[str, Line]]:
    return {line.place: (sheet.title, line) for sheet in computation.sheets for line in sheet.lines}


def what_moved(before: Figure, after: Figure) -> Iterator[tuple[Figure, Figure]]:
    """The pairs of figures in which a change begins: their amounts differ, and either they have no parts, or
    they are not made alike, or no pair of their parts differs. Each pair once."""
    seen: set[tuple[int, int]] = set()
    waiting = [(before, after)]
    while waiting:
        old, new = map(_unrounded, waiting.pop())
        if old is new or old.amount == new.amount or (id(old), id(new)) in seen:
            continue
        seen.add((id(old), id(new)))
        pairs = _pairs(old, new)
        if pairs:
            waiting += reversed(pairs)
        else:
            yield old, new


def _unrounded(figure: Figure) -> Figure:
    """What a figure was rounded or carried from: whether that was needed makes no difference."""
    while figure.operation in {Operation.DOLLARS, Operation.CENTS, Operation.CARRIED}:
        figure = figure.parts[0]
    return figure


def _pairs(old: Figure, new: Figure) -> list[tuple[Figure, Figure]]:
    """The parts that differ, pair by pair; none where the two are not made of the same parts."""
    if old.operation is not new.operation or len(old.parts) != len(new.parts):
        return []
    return [
        (was, now)
        for was, now in zip(old.parts, new.parts, strict=True)
        if was is not now and was.amount != now.amount
    ]
