"""The return as a workbook: every formula, worked out again, comes to the amount of its line."""

from __future__ import annotations

import io
import re
import unittest
from collections.abc import Iterator
from decimal import ROUND_CEILING, ROUND_DOWN, ROUND_FLOOR, ROUND_HALF_UP, Decimal
from typing import Any

from openpyxl import load_workbook

from half_yard.countries import compute
from half_yard.demo import client_files
from half_yard.interop.return_workbook import return_workbook
from tests.files import client, wages

TOKEN = re.compile(r"'([^']+)'!C(\d+)(?::C(\d+))?|(\d+(?:\.\d+)?)|([A-Z]+)\(")


class Evaluator:
    """Formulas as a spreadsheet works them out, in exact decimals."""

    def __init__(self, made: bytes) -> None:
        self.book: Any = load_workbook(io.BytesIO(made))
        self._known: dict[tuple[str, int], Decimal] = {}

    def value(self, name: str, row: int) -> Decimal:
        if (name, row) not in self._known:
            cell = self.book[name][f"C{row}"].value
            is_formula = isinstance(cell, str) and cell.startswith("=")
            self._known[name, row] = self._evaluate(cell[1:]) if is_formula else Decimal(str(cell or 0))
        return self._known[name, row]

    def _evaluate(self, text: str) -> Decimal:
        def token(found: re.Match[str]) -> str:
            name, row, last, number, function = found.groups()
            if number:
                return f'D("{number}")'
            if function:
                return f"{function}("
            return f"*R({name!r}, {row}, {last})" if last else f"V({name!r}, {row})"

        def several(name: str, first: int, last: int) -> Iterator[Decimal]:
            return (self.value(name, row) for row in range(first, last + 1))

        known = {
            "D": Decimal, "V": self.value, "R": several,
            "SUM": lambda *parts: sum(parts, Decimal(0)),
            "MIN": lambda *parts: min(parts), "MAX": lambda *parts: max(parts),
            "ROUND": lambda amount, places: amount.quantize(Decimal(1).scaleb(-int(places)), ROUND_HALF_UP),
            "CEILING": lambda amount, _: amount.to_integral_value(ROUND_CEILING),
            "FLOOR": lambda amount, _: amount.to_integral_value(ROUND_FLOOR),
            "TRUNC": lambda amount: amount.to_integral_value(ROUND_DOWN),
        }  # fmt: skip
        made: Decimal = eval(TOKEN.sub(token, text), {"__builtins__": {}}, known)
        return made


class Workbook(unittest.TestCase):
    def test_every_formula_comes_to_its_line(self) -> None:
        for name, file in client_files().items():
            computation = compute(file)
            book = Evaluator(return_workbook(computation))
            live = 0
            for number, sheet in enumerate(computation.sheets):
                page = book.book.worksheets[number]
                for row, line in enumerate(sheet.lines, 2):
                    with self.subTest(name, line=str(line.place)):
                        self.assertEqual(page[f"B{row}"].value, line.title)
                        self.assertAlmostEqual(book.value(page.title, row), line.figure.amount, 9)
                    live += str(page[f"C{row}"].value).startswith("=")
            self.assertGreater(live, sum(len(sheet.lines) for sheet in computation.sheets) * 0.6)

    def test_a_change_runs_through(self) -> None:
        book = Evaluator(return_workbook(compute(client(2025, wages=wages("50000")))))
        page = book.book["Form 1040"]
        rows = {page[f"B{row}"].value: row for row in range(2, page.max_row + 1)}
        page[f"C{rows['Wages (Form W-2, box 1)']}"] = 51000
        self.assertEqual(book.value("Form 1040", rows["Adjusted gross income"]), 51000)
        self.assertEqual(book.value("Form 1040", rows["Taxable income"]), 51000 - 15750)

    def test_texts_stay_texts(self) -> None:
        file = client(2025, wages=wages("50000"))
        worst = file.wages["w00001"].model_copy(update={"employer": '=HYPERLINK("x")'})
        book = Evaluator(return_workbook(compute(file.model_copy(update={"wages": {"w00001": worst}}))))
        for page in book.book.worksheets:
            for row in page.iter_rows(min_row=2):
                for cell in row:
                    if cell.column_letter in "AB" and cell.value is not None:
                        self.assertNotEqual(cell.data_type, "f", cell.value)
