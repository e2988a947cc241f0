"""The whole return as a workbook (Office Open XML) with live formulas: every sheet with every line, each made
of the cells of the lines that it is made of; what is entered is listed among the details."""

from __future__ import annotations

import io
import re
from collections.abc import Mapping
from decimal import Decimal

from openpyxl import Workbook
from openpyxl.styles import Font
from openpyxl.worksheet.worksheet import Worksheet

from half_yard.countries import Computation
from half_yard.figures import Figure, Place, Sheet
from half_yard.figures.figure import Operation
from half_yard.interop.workbook_parts import MONEY, write_headings

HEADINGS, WIDTHS = ("Line", "Title", "Amount", "Not computed"), (8, 62, 18, 40)
DETAILS = "Details"
DETAIL_HEADINGS, DETAIL_WIDTHS = ("On", "What", "Amount"), (44, 52, 18)
AMOUNT = "C"
MANY = 6
"""A sum of more that is on no line than this is listed among the details."""
LONGEST, DEEPEST = 7800, 55
"""A formula that would be longer or deeper than a workbook takes is a number."""
NOT_IN_NAMES = re.compile(r"[\[\]:*?/\\']")
LONGEST_NAME = 31
FUNCTIONS = {
    Operation.SUM: "SUM({})", Operation.SMALLER: "MIN({})", Operation.LARGER: "MAX({})",
    Operation.DOLLARS: "ROUND({},0)", Operation.CENTS: "ROUND({},2)",
    Operation.THREE_PLACES: "ROUND({},3)", Operation.FOUR_PLACES: "ROUND({},4)",
    Operation.WITHOUT_CENTS: "TRUNC({})",
    Operation.WHOLE_UP: "CEILING({},1)", Operation.WHOLE_DOWN: "FLOOR({},1)",
}  # fmt: skip


def return_workbook(computation: Computation) -> bytes:
    """The workbook as bytes."""
    workbook = Workbook()
    first = workbook.active
    if not isinstance(first, Worksheet):
        raise TypeError("a new workbook has a sheet")
    workbook.remove(first)
    names = _names(computation.sheets)
    cells = {
        line.place: f"'{names[sheet.key]}'!{AMOUNT}{number}"
        for sheet in computation.sheets
        for number, line in enumerate(sheet.lines, 2)
    }
    made = [workbook.create_sheet(names[sheet.key]) for sheet in computation.sheets]
    details = _Details(workbook.create_sheet(DETAILS), cells)
    for sheet, page in zip(computation.sheets, made, strict=True):
        _fill(page, sheet, details)
    out = io.BytesIO()
    workbook.save(out)
    return out.getvalue()


def _names(sheets: tuple[Sheet, ...]) -> dict[str, str]:
    """A name for each sheet, as a workbook takes it: short, and no other's."""
    found: dict[str, str] = {}
    for sheet in sheets:
        plain = NOT_IN_NAMES.sub(" ", sheet.title)[:LONGEST_NAME].strip()
        number, name = 2, plain
        while name.casefold() in {each.casefold() for each in (*found.values(), DETAILS)}:
            name = f"{plain[: LONGEST_NAME - 4].strip()} {number}"
            number += 1
        found[sheet.key] = name
    return found


def _fill(page: Worksheet, sheet: Sheet, details: _Details) -> None:
    write_headings(page, HEADINGS, WIDTHS)
    for number, line in enumerate(sheet.lines, 2):
        gaps = "; ".join(mark.message for mark in line.figure.gaps)
        page.append([line.number, line.title, None, gaps])
        for column in "ABD":
            page[f"{column}{number}"].data_type = "s"
        cell = page[f"{AMOUNT}{number}"]
        cell.value = details.formula(line.figure, f"{sheet.title}: {line.title}")
        cell.number_format = MONEY
        if line.role.stands_out:
            page[f"B{number}"].font = cell.font = Font(bold=True)


class _Details:
    """The formulas of figures, and the sheet on which what they are made of is listed."""

    def __init__(self, page: Worksheet, cells: Mapping[Place, str]) -> None:
        self._page, self._cells = page, cells
        write_headings(page, DETAIL_HEADINGS, DETAIL_WIDTHS)
        self._last = 1

    def formula(self, figure: Figure, on: str) -> str | Decimal:
        """A figure as a formula; as a number where it is entered, or too long for one."""
        if not figure.parts:
            return figure.amount
        text = self._made(figure, on, 0)
        return f"={text}" if text is not None and len(text) < LONGEST else figure.amount

    def _row(self, figure: Figure, on: str) -> str | Decimal:
        text = self._part(figure, on, 0) if figure.parts else None
        return f"={text}" if text is not None and len(text) < LONGEST else figure.amount

    def _part(self, figure: Figure, on: str, depth: int) -> str | None:
        if figure.place is not None and figure.place in self._cells:
            return self._cells[figure.place]
        if not figure.parts or figure.operation is Operation.SUPPOSED:
            return f"({figure.amount})" if figure.amount < 0 else str(figure.amount)
        return self._made(figure, on, depth)

    def _made(self, figure: Figure, on: str, depth: int) -> str | None:
        """A figure made of its parts; None where it would be too deep."""
        if depth > DEEPEST:
            return None
        match figure.operation:
            case Operation.SUPPOSED:
                return str(figure.amount)
            case Operation.DECIDED | Operation.CARRIED:
                return self._part(figure.parts[0], on, depth + 1)
            case Operation.SUM if self._is_list(figure):
                return self._listed(figure, on)
        parts = [self._part(part, on, depth + 1) for part in figure.parts]
        known = [part for part in parts if part is not None]
        if len(known) < len(parts):
            return None
        match figure.operation:
            case Operation.DIFFERENCE:
                return f"({known[0]}-{'-'.join(known[1:])})" if known[1:] else known[0]
            case Operation.PRODUCT:
                return f"({'*'.join(known)})"
            case Operation.QUOTIENT:
                return f"({'/'.join(known)})"
            case _:
                return FUNCTIONS[figure.operation].format(",".join(known) or "0")

    @staticmethod
    def _is_list(figure: Figure) -> bool:
        return sum(part.place is None and not part.parts for part in figure.parts) > MANY

    def _listed(self, figure: Figure, on: str) -> str:
        """The parts of a sum, each in a row of the details."""
        # A part may be a list itself, whose rows come first.
        made = [(part.label, self._row(part, on)) for part in figure.parts]
        first = self._last + 1
        for label, value in made:
            self._page.append([on, label, value])
            self._last += 1
            for column in "AB":
                self._page[f"{column}{self._last}"].data_type = "s"
            self._page[f"C{self._last}"].number_format = MONEY
        return f"SUM('{DETAILS}'!C{first}:C{self._last})"
