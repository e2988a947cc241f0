"""The command line, run as a user runs it."""

import csv
import io
import json
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

from half_yard.demo import MAIN_FILE
from half_yard.records.schema import schema_text
from half_yard.storage import read_file


class CommandLine(unittest.TestCase):
    office: Path
    main: Path

    @classmethod
    def setUpClass(cls) -> None:
        folder = tempfile.TemporaryDirectory(prefix="half yard ")
        cls.addClassCleanup(folder.cleanup)
        cls.office = Path(folder.name) / "Demo office"
        cls.main = cls.office / MAIN_FILE
        made = cls.run_command("demo", str(cls.office))
        assert made.returncode == 0, made.stderr

    @staticmethod
    def run_command(*arguments: str) -> "subprocess.CompletedProcess[str]":
        return subprocess.run(
            [sys.executable, "-m", "half_yard", *arguments], capture_output=True, text=True, check=False
        )

    def test_compute_as_json_has_stable_keys_and_decimal_strings(self) -> None:
        done = self.run_command("compute", str(self.main), "--json")
        document = json.loads(done.stdout)
        sheets = {
            sheet["key"]: {line["key"]: line for line in sheet["lines"]} for sheet in document["sheets"]
        }
        profit = sheets["schedule_c.a00001.owner"]["net_profit"]
        self.assertEqual((profit["amount"], profit["number"]), ("37252", "31"))
        self.assertEqual(sheets["form_1040"]["overpaid"]["amount"], "628")
        self.assertFalse(document["complete"], "rows of its statement wait")
        self.assertEqual(document["unsaved_edits"], 0)
        self.assertEqual(done.returncode, 0)

    def test_compute_as_text(self) -> None:
        done = self.run_command("compute", str(self.main))
        self.assertRegex(done.stdout, r"31 +Net profit or loss +37,252")

    def test_trace_by_key_and_by_number(self) -> None:
        by_key = self.run_command("trace", str(self.main), "form_1040/taxable_income").stdout
        self.assertEqual(self.run_command("trace", str(self.main), "form_1040/15").stdout, by_key)
        self.assertIn("Adjusted gross income: the line [form_1040/adjusted_gross_income]", by_key)
        self.assertIn("Tax computation worksheet, line 1", by_key)
        meals = self.run_command("trace", str(self.main), "schedule_c.a00001.owner/24b").stdout
        self.assertIn("26 U.S.C. 274(n)", meals)
        self.assertIn("entered at /entries/", meals)

    def test_check_exits_with_1_on_errors(self) -> None:
        self.assertEqual(self.run_command("check", str(self.main)).returncode, 0)
        done = self.run_command("check", str(self.office / "Lindqvist, Greta 2025.halfyard"))
        self.assertEqual(done.returncode, 1)
        self.assertIn("error: Nail and Shingle 2,874.35: No line is chosen yet.", done.stdout)
        self.assertIn("incomplete: the result is not final", done.stdout)

    def test_books_as_csv_and_json_hold_every_entry(self) -> None:
        path = self.office / "Lindqvist, Greta 2025.halfyard"
        rows = list(csv.DictReader(io.StringIO(self.run_command("books", str(path)).stdout)))
        self.assertEqual(rows, json.loads(self.run_command("books", str(path), "--json").stdout))
        self.assertEqual(len(rows), len(read_file(path).entries))
        rent, unsorted = rows[0], rows[4]
        self.assertEqual((rent["line"], rent["number"], rent["amount"]), ("rents", "3", "14760.00"))
        self.assertEqual(
            (rent["activity"], rent["date"], rent["stopped"]), ("Cable Street cottage", "2025-12-31", "")
        )
        self.assertIn("No line is chosen", unsorted["stopped"])

    def test_books_as_a_workbook_and_assets_as_csv_and_json(self) -> None:
        target = self.office / "books.xlsx"
        done = self.run_command("books", str(self.main), "--xlsx", str(target))
        self.assertEqual((done.returncode, done.stdout.strip()), (0, str(target)))
        self.assertTrue(target.read_bytes().startswith(b"PK"))
        done = self.run_command("books", str(self.main), "--xlsx", str(self.office / "nowhere" / "b.xlsx"))
        self.assertEqual(done.returncode, 2)
        rows = list(
            csv.DictReader(io.StringIO(self.run_command("assets", str(self.main)).stdout, newline=""))
        )
        self.assertEqual((rows[0]["name"], rows[0]["this_year"]), ("Cargo van, 9,350 lb", "6044.16"))
        self.assertEqual(json.loads(self.run_command("assets", str(self.main), "--json").stdout), rows)

    def test_schema(self) -> None:
        self.assertEqual(self.run_command("schema").stdout, schema_text())

    def test_what_is_wrong_goes_to_standard_error_with_2(self) -> None:
        for arguments, words in (
            (("compute", "not there.halfyard"), "is not there"),
            (("trace", str(self.main), "form_1040/99"), "there is no line"),
            (("nonsense-option",), ""),
        ):
            with self.subTest(arguments=arguments):
                done = self.run_command(*arguments) if words else self.run_command("--nonsense")
                self.assertEqual((done.returncode, done.stdout), (2, ""))
                self.assertIn(words, done.stderr)

    def test_a_year_without_rules(self) -> None:
        old = self.office / "old.halfyard"
        text = self.main.read_text(encoding="utf-8").replace('"tax_year": 2025', '"tax_year": 2019')
        old.write_text(text, encoding="utf-8")
        done = self.run_command("check", str(old))
        self.assertEqual(done.returncode, 2)
        self.assertIn("2021 to 2026", done.stderr)
