"""Following figures: back to their parts and forward to the lines they feed."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from functools import partial

from half_yard.figures.figure import Figure, Operation, Place
from half_yard.figures.origin import Entered, Gathered
from half_yard.figures.remembered import Remembered
from half_yard.figures.rounding import (
    ZERO,
    to_cents,
    to_dollars,
    to_places,
    whole_down,
    whole_up,
    without_cents,
)
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


ROUNDED = {
    Operation.DOLLARS: to_dollars,
    Operation.CENTS: to_cents,
    Operation.THREE_PLACES: lambda amount: to_places(amount, 3),
    Operation.FOUR_PLACES: lambda amount: to_places(amount, 4),
    Operation.WITHOUT_CENTS: without_cents,
    Operation.WHOLE_UP: whole_up,
    Operation.WHOLE_DOWN: whole_down,
}


def _evaluate(figure: Figure, amounts: list[Decimal]) -> Decimal:
    if figure.operation in ROUNDED:
        return ROUNDED[figure.operation](amounts[0])
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
        case Operation.CARRIED | Operation.SUPPOSED:
            return amounts[0]
        case Operation.DECIDED:
            if figure.found is None or not figure.found.holds(amounts[1], amounts[2]):
                raise ArithmeticError(f"{figure.label}: its test comes out otherwise")
            return amounts[0]
        case _:
            return figure.amount


@dataclass(frozen=True, slots=True)
class _Feeding:
    """What the lines of one sheet are made of, by line and by place, and which of them are made of a line, by
    its place."""

    each: Mapping[Line, tuple[Place, ...]]
    made_of: Mapping[Place, tuple[Place, ...]]
    fed: Mapping[Place, Sequence[Line]]


class Threads:
    """The way forward through a computation's sheets: which lines a line or an entry feeds.

    It is worked out sheet by sheet: after an edit only for those that it changed.
    """

    def __init__(self, sheets: Iterable[Sheet]) -> None:
        self._sheets = {sheet.key: sheet for sheet in sheets}

    def made_of(self, place: Place) -> tuple[Place, ...]:
        """The lines that the line at this place is made of."""
        sheet = self._sheets.get(place.sheet)
        return _feeding_of(sheet).made_of.get(place, ()) if sheet is not None else ()

    def fed_by(self, place: Place) -> tuple[Line, ...]:
        """The lines that the line at this place goes to next."""
        feeding = (_feeding_of(sheet) for sheet in self._sheets.values())
        return tuple(line for each in feeding for line in each.fed.get(place, ()))

    def landing_of(self, path: str) -> tuple[Line, ...]:
        """The lines on which the value entered at this path, or any value below it, arrives first; the path
        is that of a record or of something in it."""
        return tuple(self.landings_of(path))

    def landings_of(self, path: str) -> Iterator[Line]:
        """The same lines, each looked for when it is wanted."""
        below = f"{path}/"
        for sheet in self._sheets.values():
            for line, entered in _landings_of(sheet).of(_record_of(path)):
                if any(each == path or each.startswith(below) for each in entered):
                    yield line


Landed = Sequence[tuple[Line, Sequence[str]]]
"""The lines on which something of a record arrives first, each with the paths of what was entered there."""


class _Landings:
    """What lands on a sheet. What is asked of it once, as after an edit, is looked for, on lines that are the
    very ones of before no further; when something else is asked, all of it is indexed and looked up."""

    __slots__ = ("_before", "_index", "_searched", "_sheet")

    def __init__(self, sheet: Sheet, last: _Landings | None) -> None:
        self._sheet = sheet
        self._before = ("", {}) if last is None else last._searched
        self._searched: tuple[str, Mapping[Line, Sequence[str]]] = ("", {})
        self._index: Mapping[str, Landed] | None = None

    def of(self, record: str) -> Landed:
        """What of a record lands here."""
        if self._index is None and not self._searched[0]:
            known = self._before[1] if self._before[0] == record else {}
            found = {
                line: known[line] if line in known else _entered_of(line, record)
                for line in self._sheet.lines
            }
            self._searched, self._before = (record, found), ("", {})
        if self._index is None:
            if self._searched[0] == record:
                return [(line, entered) for line, entered in self._searched[1].items() if entered]
            self._index = _find_landed(self._sheet)
        return self._index.get(record, ())


LANDED: Remembered[_Landings] = Remembered()


def _landings_of(sheet: Sheet) -> _Landings:
    return LANDED.renewed(sheet.key, (sheet.lines,), partial(_Landings, sheet))


def _entered_of(line: Line, record: str) -> list[str]:
    return [path for path in entered_on(line, record) if _record_of(path) == record]


def entered_on(line: Line, begins: str = "") -> list[str]:
    """The paths of what arrives first on a line, of those that begin so: those of a record, or of all of a
    collection."""
    figure = line.figure
    if type(figure.origin) is Entered:
        return [figure.origin.path] if figure.origin.path.startswith(begins) else []
    stack = [part for part in figure.parts if part.place is None]
    found: dict[Figure, str] = {}
    seen: set[Figure] = set()
    while stack:
        part = stack.pop()
        origin = part.origin
        if not part.parts:
            if type(origin) is Entered and origin.path.startswith(begins):
                found[part] = origin.path
        elif part.operation is not Operation.SUPPOSED and part not in seen:
            seen.add(part)
            if not begins or type(origin) is not Gathered or origin.may_have(begins):
                stack += [each for each in part.parts if each.place is None]
    return list(found.values())


def _find_landed(sheet: Sheet) -> Mapping[str, Landed]:
    found: dict[str, list[tuple[Line, Sequence[str]]]] = {}
    for line in sheet.lines:
        by_record: dict[str, list[str]] = {}
        for path in entered_on(line):
            by_record.setdefault(_record_of(path), []).append(path)
        for record, entered in by_record.items():
            found.setdefault(record, []).append((line, entered))
    return found


def _record_of(path: str) -> str:
    """The path of the record, or of the part of the household, in which something was entered."""
    return "/".join(path.split("/", 3)[:3])


FEEDING: Remembered[_Feeding] = Remembered()


def _feeding_of(sheet: Sheet) -> _Feeding:
    """What feeds what on a sheet, made when it is first asked for; of a line that is the very one of before
    it is not looked for again."""
    return FEEDING.renewed(sheet.key, (sheet.lines,), partial(_make_feeding, sheet))


def _make_feeding(sheet: Sheet, last: _Feeding | None) -> _Feeding:
    known = {} if last is None else last.each
    each = {line: known[line] if line in known else _feeding(line.figure) for line in sheet.lines}
    fed: dict[Place, list[Line]] = {}
    for line, places in each.items():
        for place in places:
            fed.setdefault(place, []).append(line)
    return _Feeding(each, {line.place: places for line, places in each.items()}, fed)


def _feeding(figure: Figure) -> tuple[Place, ...]:
    """The lines from which a line's figure is made, each once."""
    places: dict[Place, None] = {}
    stack = [figure]
    while stack:
        for part in stack.pop().parts:
            if part.place is not None:
                places[part.place] = None
            elif part.parts and part.operation is not Operation.SUPPOSED:
                stack.append(part)
    return tuple(places)
