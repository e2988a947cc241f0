"""The rows of an activity's statement and of a sheet."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal

from half_yard.books import StatementLine
from half_yard.countries import Computation, Pack
from half_yard.desktop.line_view import LineRow
from half_yard.figures import Line, Role, Sheet
from half_yard.records import ClientFile
from half_yard.review.asking import asked_about
from half_yard.review.checked import standing

ENDS = {Role.RESULT, Role.LIMITED}
"""The lines that end a statement; what stands behind them is a part of its own."""


def statement_rows(
    computation: Computation, pack: Pack, activity: str, *, unfolded: bool = False
) -> list[LineRow]:
    """The rows of one activity, in the order of its schedule; amounts are of all owners together.

    A section that stands behind the result (cost of goods sold) is folded away until it is used, or
    `unfolded`.
    """
    sheets = computation.statement_sheets(activity)
    if not sheets:
        return []
    known: dict[str, list[StatementLine]] = {}
    for item in pack.ledger.lines(computation.file.activities[activity]):
        known.setdefault(item.sheet_line, []).append(item)
    totals = computation.statements.get(activity, {})
    together = _together(sheets)
    first = [lines[0] for lines in together]
    rows = []
    asked = asked_lines(computation.file, sheets)
    behind = _behind(first)
    used = unfolded or any(item.key in totals for key in _keys(behind) for item in known.get(key, ()))
    for line, figures in zip(first, ([each.figure for each in lines] for lines in together), strict=True):
        if line in behind and not used:
            break
        own = known.get(line.place.line, [])
        unfinished = any(figure.gaps for figure in figures)
        for item in own if len(own) > 1 else ():
            entered = totals[item.key].amount if item.key in totals else Decimal(0)
            rows.append(LineRow(item.number, item.title, entered, line.place, (item.key,)))
        amount = sum((figure.amount for figure in figures), Decimal(0))
        keys = tuple(item.key for item in own) if len(own) == 1 else ()
        strong = line.role.stands_out
        rows.append(
            LineRow(
                number=line.number,
                title=line.title,
                amount=amount,
                place=line.place,
                entries=keys,
                strong=strong,
                unfinished=unfinished,
                in_cents=sheets[0].in_cents,
                asked=line.place.line in asked,
            )
        )
    return rows


def folded_under(computation: Computation, pack: Pack, activity: str) -> tuple[str, str] | None:
    """The line of a statement whose section stands behind the result, and the first line of that section to
    which entries are sorted; None where there is no such section."""
    lines = [lines[0] for lines in _together(computation.statement_sheets(activity))]
    behind = _keys(_behind(lines))
    known = pack.ledger.lines(computation.file.activities[activity])
    sorted_to = [item.key for item in known if item.sheet_line in behind]
    for line in lines:
        feeding = {part.place.line for part in line.figure.parts if part.place is not None}
        if line.place.line not in behind and feeding & behind and sorted_to:
            return line.place.line, sorted_to[min(1, len(sorted_to) - 1)]
    return None


def _behind(lines: Sequence[Line]) -> Sequence[Line]:
    ends = [number for number, line in enumerate(lines) if line.role in ENDS]
    return lines[ends[-1] + 1 :] if ends else []


def _together(sheets: Sequence[Sheet]) -> list[list[Line]]:
    """The lines of all owners' sheets by their keys, in the form's order: an owner's sheet may lack a line
    that another's has."""
    order: list[str] = []
    found: dict[str, list[Line]] = {}
    for sheet in sheets:
        place = 0
        for line in sheet.lines:
            key = line.place.line
            if key not in found:
                order.insert(place, key)
            place = order.index(key) + 1
            found.setdefault(key, []).append(line)
    return [found[key] for key in order]


def asked_lines(file: ClientFile, sheets: Sequence[Sheet]) -> set[str]:
    """The lines of sheets about which the client is asked."""
    found = (each.about for sheet in sheets for each in asked_about(file, sheet.key).values())
    return {about.partition("/")[2] for about in found}


def _keys(lines: Sequence[Line]) -> set[str]:
    return {line.place.line for line in lines}


def sheet_rows(file: ClientFile, sheet: Sheet) -> list[LineRow]:
    """The rows of any sheet, its sections as headings, with the marks of review that stand."""
    rows: list[LineRow] = []
    checked, asked = standing(file, [sheet]), asked_lines(file, [sheet])
    section = ""
    for line in sheet.lines:
        if line.section != section and line.section:
            rows.append(LineRow("", line.section, Decimal(0), None))
        section = line.section
        figure = line.figure
        strong, unfinished = line.role.stands_out, bool(figure.gaps)
        rows.append(
            LineRow(
                number=line.number,
                title=line.title,
                amount=figure.amount,
                place=line.place,
                entries=(),
                strong=strong,
                unfinished=unfinished,
                in_cents=sheet.in_cents,
                checked=checked[str(line.place)].by if str(line.place) in checked else "",
                asked=line.place.line in asked,
            )
        )
    return rows
