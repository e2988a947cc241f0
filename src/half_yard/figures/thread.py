"""Following figures: back to their parts and forward to the lines they feed."""

from __future__ import annotations

from collections.abc import Iterable
from decimal import Decimal

from half_yard.figures.figure import ZERO, Entered, Figure, Operation, Place
from half_yard.figures.rounding import to_cents, to_dollars
from half_yard.figures.sheet import Line, Sheet


def recompute(figure: Figure) -> Decimal:
    """The amount worked out again from the leaves below the figure; the thread's own proof."""
    known: dict[int, Decimal] = {}
    stack = [figure]
    while stack:
        top = stack[-1]
        waiting = [part for part in top.parts if id(part) not in known]
        if waiting:
            stack.extend(waiting)
            continue
        stack.pop()
        known[id(top)] = _evaluate(top, [known[id(part)] for part in top.parts])
    return known[id(figure)]


def _evaluate(figure: Figure, amounts: list[Decimal]) -> Decimal:
    match figure.operation:
        case Operation.SUM:
            return sum(amounts, ZERO)
        case Operation.DIFFERENCE:
            return amounts[0] - sum(amounts[1:], ZERO)
        case Operation.PRODUCT:
            return amounts[0] * amounts[1]
        case Operation.QUOTIENT:
            return amounts[0] / amounts[1]
        case Operation.SMALLER:
            return min(amounts)
        case Operation.LARGER:
            return max(amounts)
        case Operation.DOLLARS:
            return to_dollars(amounts[0])
        case Operation.CENTS:
            return to_cents(amounts[0])
        case Operation.CARRIED:
            return amounts[0]
        case Operation.ENTERED | Operation.RULE | Operation.STATED:
            return figure.amount


class Threads:
    """The reverse index of a computation's sheets: which lines a line or an entry feeds."""

    def __init__(self, sheets: Iterable[Sheet]) -> None:
        self._lines: dict[Place, Line] = {}
        self._fed: dict[Place, list[Line]] = {}
        self._landed: dict[str, list[Line]] = {}
        for sheet in sheets:
            for line in sheet.lines:
                self._lines[line.place] = line
        for line in self._lines.values():
            self._index(line)

    def _index(self, line: Line) -> None:
        seen: set[int] = set()
        stack = [line.figure]
        while stack:
            figure = stack.pop()
            if id(figure) in seen:
                continue
            seen.add(id(figure))
            if figure.place is not None and figure is not line.figure:
                _note(self._fed.setdefault(figure.place, []), line)
                continue
            if isinstance(figure.origin, Entered):
                path = figure.origin.path
                _note(self._landed.setdefault(path, []), line)
                _note(self._landed.setdefault(path.rpartition("/")[0], []), line)
            stack.extend(figure.parts)

    def fed_by(self, place: Place) -> tuple[Line, ...]:
        """The lines that the line at this place goes to next."""
        return tuple(self._fed.get(place, ()))

    def landing_of(self, path: str) -> tuple[Line, ...]:
        """The lines on which the value entered at this path, or any value of this record, arrives first."""
        return tuple(self._landed.get(path, ()))

    def line_at(self, place: Place) -> Line:
        """The line at a place. Raises KeyError if no sheet has it."""
        return self._lines[place]


def _note(lines: list[Line], line: Line) -> None:
    if not lines or lines[-1] is not line:
        lines.append(line)
