"""Everything that is carried, on one sheet: what came from earlier years and from where, what was used of it,
and what goes on to next year, from the line that says so."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from decimal import Decimal
from typing import NamedTuple

from half_yard.countries.asking import Ask
from half_yard.figures import Figure, Page, Role, Sheet, carried, difference, entered, total
from half_yard.records import Carryover, ClientFile
from half_yard.records.naming import name_of

KEY = "carried_over"


class Carried(NamedTuple):
    """What is carried of a kind: what it belongs to, the year that it is from, the book."""

    kind: str
    of: str
    year: int
    book: str


def carryovers_of(file: ClientFile) -> Mapping[str, Carryover]:
    """What is carried in, by id."""
    return file.carryovers


def names_of(file: ClientFile) -> dict[str, str]:
    """What a carryover may belong to, by id: activities, shared things, assets, people."""
    found: dict[str, str] = {}
    for records in (file.people, file.assets, file.things, file.activities):
        found |= {key: name_of(record) or key for key, record in records.items()}
    return found


def carried_for(file: ClientFile, kind: str, of: str, book: str = "") -> tuple[tuple[str, Decimal], ...]:
    """What is carried in of a kind for a record, under a book: ids and dollars, to be read of the file."""
    every = sorted(file.carryovers.items())
    return tuple(
        (key, item.amount) for key, item in every if (item.kind, item.of, item.book) == (kind, of, book)
    )


def carried_in(ask: Ask, kind: str, of: str, label: str) -> Figure:
    """All that is carried in of a kind for a record. It is no part of its own."""
    every = ask.of(carried_for, kind, of)
    return total((entered(amount, label, f"/carryovers/{key}/amount") for key, amount in every), label)


def carryover_sheet(
    carryovers: Mapping[str, Carryover],
    names: Mapping[str, str],
    sheets: Iterable[Sheet],
    kinds: Mapping[str, str],
) -> Sheet | None:
    """The sheet of a file with these carryovers, names and sheets; `kinds` are the titles by kind. None where
    nothing is carried."""
    came = dict(_came(carryovers, kinds))
    goes = _goes(sheets, kinds)
    every = sorted({*came, *goes}, key=lambda each: (list(kinds).index(each.kind), *each[1:]))
    if not every:
        return None
    page = Page(KEY, "Carryovers", "from earlier years, and to the next", in_cents=True)
    for each in every:
        page.section = kinds[each.kind]
        words = ", ".join(filter(None, (names.get(each.of, each.of), _of_year(each.year), each.book)))
        before = f"{words}: " if words else ""
        key = ".".join(filter(None, (each.kind, each.of, str(each.year or ""), each.book)))
        start = end = None
        if each in came:
            start = page.line(f"{key}.in", "in", f"{before}from last year", came[each])
        if each in goes:
            end = page.line(f"{key}.out", "out", f"{before}to next year", goes[each], Role.SUBTOTAL)
        if start is not None and (end is None or end.amount < start.amount):
            used = difference(start, end) if end is not None else carried(start)
            page.line(f"{key}.used", "", f"{before}used or gone this year", used)
    return page.sheet()


def _of_year(year: int) -> str:
    return f"of {year}" if year else ""


def _came(carryovers: Mapping[str, Carryover], kinds: Mapping[str, str]) -> Iterator[tuple[Carried, Figure]]:
    found: dict[Carried, list[Figure]] = {}
    for key, item in sorted(carryovers.items()):
        if item.kind in kinds:
            leaf = entered(abs(item.amount), kinds[item.kind], f"/carryovers/{key}/amount", item.reckoning)
            found.setdefault(Carried(item.kind, item.of, int(item.year or 0), item.book), []).append(leaf)
    return ((each, total(leaves, kinds[each.kind])) for each, leaves in found.items())


def _goes(sheets: Iterable[Sheet], kinds: Mapping[str, str]) -> dict[Carried, Figure]:
    found: dict[Carried, list[Figure]] = {}
    for sheet in sheets:
        for line in sheet.carrying:
            carries = line.carries
            if carries is not None and carries.kind in kinds and line.figure.amount:
                each = Carried(carries.kind, carries.of or sheet.about, carries.year or 0, carries.book)
                found.setdefault(each, []).append(line.figure)
    return {
        each: total(figures, kinds[each.kind]) if _is_above(figures) else _turned(figures, kinds[each.kind])
        for each, figures in found.items()
    }


def _is_above(figures: Iterable[Figure]) -> bool:
    return sum(figure.amount for figure in figures) >= 0


def _turned(figures: Iterable[Figure], label: str) -> Figure:
    """A loss that its form prints below zero, by its size."""
    return difference(total(()), *figures, label=label)
