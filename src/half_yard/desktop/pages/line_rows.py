"""The rows of an activity's statement and of a sheet."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal

from half_yard.countries import Computation, Pack
from half_yard.desktop.line_view import LineRow
from half_yard.figures import Line, Sheet

# The lines on which a schedule comes to a result, by their stable keys.
RESULTS = {
    "gross_income", "total_expenses", "net_profit", "income_or_loss", "allowed_loss", "cost_of_goods_sold",
    "total", "tax", "deduction", "total_income", "adjusted_gross_income", "taxable_income", "total_tax",
    "payments", "overpaid", "owed",
}  # fmt: skip
# The lines that end a statement; what stands behind them is a part of its own.
ENDS = {"net_profit", "income_or_loss", "allowed_loss"}
FOLDED_UNDER = "cost_of_goods"


def statement_rows(
    computation: Computation, pack: Pack, activity: str, *, unfolded: bool = False
) -> list[LineRow]:
    """The rows of one activity, in the order of its schedule; amounts are of all owners together.

    A section that stands behind the result (cost of goods sold) is folded away until it is used, or
    `unfolded`.
    """
    sheets = [
        computation.sheet(key)
        for key in pack.statement_sheets(computation.file, activity)
        if computation.has_sheet(key)
    ]
    if not sheets:
        return []
    known = pack.statement_lines(computation.file.activities[activity])
    totals = computation.statements.get(activity, {})
    together = _together(sheets)
    first = [lines[0] for lines in together]
    rows = []
    ends = [number for number, line in enumerate(first) if line.place.line in ENDS]
    behind = first[ends[-1] + 1 :] if ends else []
    used = unfolded or any(item.key in totals for item in known if item.sheet_line in _keys(behind))
    for line, figures in zip(first, ([each.figure for each in lines] for lines in together), strict=True):
        if line in behind and not used:
            break
        own = [item for item in known if item.sheet_line == line.place.line]
        unfinished = any(figure.gaps for figure in figures)
        for item in own if len(own) > 1 else ():
            entered = totals[item.key].amount if item.key in totals else Decimal(0)
            rows.append(LineRow(item.number, item.title, entered, line.place, (item.key,)))
        amount = sum((figure.amount for figure in figures), Decimal(0))
        keys = tuple(item.key for item in own)
        rows.append(
            LineRow(
                line.number,
                line.title,
                amount,
                line.place,
                keys if len(own) == 1 else (),
                line.place.line in RESULTS,
                unfinished,
            )
        )
    return rows


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


def _keys(lines: Sequence[Line]) -> set[str]:
    return {line.place.line for line in lines}


def sheet_rows(sheet: Sheet) -> list[LineRow]:
    """The rows of any sheet, its sections as headings."""
    rows: list[LineRow] = []
    section = ""
    for line in sheet.lines:
        if line.section != section and line.section:
            rows.append(LineRow("", line.section, Decimal(0), None))
        section = line.section
        figure = line.figure
        rows.append(
            LineRow(
                line.number,
                line.title,
                figure.amount,
                line.place,
                strong=line.place.line in RESULTS,
                unfinished=bool(figure.gaps),
            )
        )
    return rows
