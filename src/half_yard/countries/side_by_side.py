"""Computations beside each other: a row for each line that is chosen or that differs, a column for each."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.beside import what_moved
from half_yard.countries.methods_beside import comes_back
from half_yard.countries.results import Computation
from half_yard.figures import NOTHING, Figure, Line, Place, Role

MOST_REASONS = 6
TOGETHER = "Refund less owing, all returns together"


@dataclass(frozen=True, slots=True)
class Row:
    """A line beside itself: its place, number, title and sheet, and what it is in each computation, in
    dollars; zero where one has no such line. `chain` says that it is on the way to the result."""

    place: Place
    number: str
    title: str
    sheet: str
    figures: tuple[Figure, ...]
    chain: bool = False

    @property
    def amounts(self) -> tuple[Decimal, ...]:
        """What the line is in each computation."""
        return tuple(figure.amount for figure in self.figures)

    def against(self, base: int) -> tuple[Decimal, ...]:
        """By how much each differs from one of them."""
        return tuple(amount - self.amounts[base] for amount in self.amounts)


def rows_beside(
    made: Sequence[Computation], chosen: Iterable[Place] = (), *, differing: bool = False
) -> list[Row]:
    """The chain of every return, then the lines that were chosen, then, where that is wanted, every other
    line that is not the same in all, in the order of the sheets."""
    stops = list(dict.fromkeys(point.place for each in made for point in each.chain))
    labels = {point.place: point.label for each in reversed(made) for point in each.chain}
    wanted = dict.fromkeys([*stops, *chosen])
    rows = [_row(made, place, labels.get(place, "")) for place in wanted]
    rows[len(stops) : len(stops)] = _together(made)
    if differing:
        rows += [row for row in _every(made, wanted) if len(set(row.amounts)) > 1]
    return rows


def _together(made: Sequence[Computation]) -> list[Row]:
    """What comes back on all returns of a file less what is owed on them, where a file has several; Enter
    leads to the first of them."""
    if all(len(each.returns) == 1 for each in made):
        return []
    first = next((line for each in made for line in each.results(Role.REFUND)), None)
    figures = tuple(map(comes_back, made))
    return [] if first is None else [Row(first.place, "", TOGETHER, "", figures, chain=True)]


def _every(made: Sequence[Computation], but: Iterable[Place]) -> list[Row]:
    known = set(but)
    places: dict[Place, None] = {}
    for each in made:
        for sheet in each.sheets:
            places.update(dict.fromkeys(line.place for line in sheet.lines if line.place not in known))
    # What all have from the same memory is the very same figure: there is nothing to look into.
    return [_row(made, place) for place in places if not _is_one(made, place)]


def _is_one(made: Sequence[Computation], place: Place) -> bool:
    found = [each.find_line(place) for each in made]
    first = found[0]
    return first is not None and all(each is not None and each.figure is first.figure for each in found)


def _row(made: Sequence[Computation], place: Place, label: str = "") -> Row:
    found = [each.find_line(place) for each in made]
    line = next((each for each in found if each is not None), None)
    sheet = next((each.sheet(place.sheet) for each in made if each.has_sheet(place.sheet)), None)
    return Row(
        place=place,
        number=line.number if line is not None else "",
        title=label or (line.title if line is not None else str(place)),
        sheet=sheet.title if sheet is not None else "",
        figures=tuple(NOTHING if each is None else each.figure for each in found),
        chain=bool(label),
    )


def where_they_part(before: Figure, after: Figure) -> list[tuple[Figure, Figure]]:
    """The pairs of figures from which on two figures differ, at most a few, the largest differences first."""
    pairs = sorted(what_moved(before, after), key=lambda pair: -abs(pair[1].amount - pair[0].amount))
    return pairs[:MOST_REASONS]


def find_lines(made: Sequence[Computation], typed: str) -> list[Line]:
    """The lines whose sheet, number or title has all the words typed, of the first that has them."""
    words = typed.casefold().split()
    found: dict[Place, Line] = {}
    for each in made:
        for sheet in each.sheets:
            for line in sheet.lines:
                text = f"{sheet.title} {line.number} {line.title}".casefold()
                if words and all(word in text for word in words):
                    found.setdefault(line.place, line)
    return list(found.values())
