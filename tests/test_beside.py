"""Fittings: edits on a file that is not changed, and two computations compared."""

from __future__ import annotations

import contextlib
import io
import json
import tempfile
import unittest
from decimal import Decimal
from pathlib import Path

from half_yard.cli.main import main
from half_yard.countries import Computation, compute
from half_yard.countries.beside import lines_beside, what_moved
from half_yard.demo import MAIN_FILE, write_office
from half_yard.figures.remembered import Memory
from half_yard.records import EditError, change
from half_yard.records.fittings import Fitting
from half_yard.records.wearing import FittingError, applied, read_fittings
from half_yard.storage import OpenFile, read_file
from tests.files import sole_proprietor

BLIND = Fitting(name="if she were blind", edits=(change("Blind", "/people/owner/blind", value=True),))


class Beside(unittest.TestCase):
    def test_every_line_that_differs_and_no_other(self) -> None:
        file = sole_proprietor("60000")
        memory = Memory()
        now, then = compute(file, memory), compute(applied(file, BLIND), memory)
        found = {each.line.place: (each.before.amount, each.after.amount) for each in lines_beside(now, then)}
        pairs = {
            line.place: (line.figure.amount, then.line(line.place).figure.amount)
            for sheet in now.sheets
            for line in sheet.lines
        }
        self.assertEqual(found, {place: pair for place, pair in pairs.items() if pair[0] != pair[1]})
        self.assertEqual(to_amounts(then), to_amounts(compute(applied(file, BLIND))))

    def test_where_a_difference_begins(self) -> None:
        file = sole_proprietor("60000")
        more = change("Receipts", "/entries/e00001/amount", "61000")
        now, then = compute(file), compute(applied(file, Fitting(name="more", edits=(more,))))
        tax = next(
            each for each in lines_beside(now, then) if str(each.line.place) == "schedule_se.owner/tax"
        )
        begun = [(old.amount, new.amount, new.label) for old, new in what_moved(tax.before, tax.after)]
        self.assertEqual([each[:2] for each in begun], [(Decimal(60000), Decimal(61000))])

    def test_lines_that_only_one_of_them_has(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            write_office(Path(folder))
            file = read_file(Path(folder) / MAIN_FILE)
        without = file.model_copy(update={"assets": {}})
        found = lines_beside(compute(file), compute(without))
        gone = [each for each in found if each.line.place.sheet.startswith("form_4562")]
        self.assertTrue(gone)
        self.assertTrue(all(each.after.amount == 0 for each in gone))

    def test_one_or_several_are_read_and_what_is_none_is_refused(self) -> None:
        text = BLIND.model_dump_json()
        self.assertEqual(read_fittings(text), (BLIND,))
        self.assertEqual(read_fittings(f"[{text},{text}]"), (BLIND, BLIND))
        with self.assertRaises(FittingError):
            read_fittings('{"name": "no edits"}')
        nowhere = Fitting(name="?", edits=(change("?", "/people/nobody/blind", value=True),))
        with self.assertRaises(EditError):
            applied(sole_proprietor("1"), nowhere)

    def test_the_command_prints_both_and_the_differences(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            path, edits = Path(folder) / "Reed 2025.halfyard", Path(folder) / "edits.json"
            OpenFile.create(path, sole_proprietor("60000")).close()
            edits.write_text(BLIND.model_dump_json(), encoding="utf-8")
            said = self.said("compute", str(path), "--with", str(edits))
            self.assertIn("if she were blind", said)
            self.assertRegex(said, r"Standard deduction +15,750 +17,750 +2,000.00")
            document = json.loads(self.said("compute", str(path), "--with", str(edits), "--json"))
            self.assertEqual(document["without"]["tax_year"], 2025)
            found = {each["line"]: each["change"] for each in document["with"][0]["differences"]}
            self.assertEqual(Decimal(found["form_1040/standard_deduction"]), 2000)
            edits.write_text('{"name": 1}', encoding="utf-8")
            with contextlib.redirect_stderr(io.StringIO()) as refused:
                self.assertEqual(main(["compute", str(path), "--with", str(edits)]), 2)
            self.assertIn("edits.json", refused.getvalue())

    def said(self, *words: str) -> str:
        with contextlib.redirect_stdout(io.StringIO()) as out:
            self.assertEqual(main(list(words)), 0)
        return out.getvalue()


def to_amounts(computation: Computation) -> list[tuple[str, Decimal]]:
    return [(str(line.place), line.figure.amount) for sheet in computation.sheets for line in sheet.lines]
