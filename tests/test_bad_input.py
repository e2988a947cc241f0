"""Bad input is refused or set right in words: nothing ends in a traceback, nothing grows without bounds."""

import io
import json
import unittest
import zipfile
from decimal import Decimal
from typing import Any

from benchmarks.long_run.asked_files import asked_files
from benchmarks.long_run.damage import damaged_journals, full_disk
from benchmarks.long_run.edited_files import edited_files
from benchmarks.long_run.kills import kills
from benchmarks.long_run.mutations import mutated_files, mutated_imports, workbook
from benchmarks.long_run.outcome import Outcome

from half_yard.countries import compute
from half_yard.interop import assets_text, books_text
from half_yard.interop.asset_list import MOST_ROWS, UnreadableListError, read_cells
from half_yard.records import Change, Edit, EditError, Entry, apply
from half_yard.records.dates import DateError, read_birthday, read_date
from half_yard.records.reckoning import ReckoningError, reckon
from half_yard.statements import UnreadableError, guess_layout, read_delimited, read_ofx
from half_yard.storage import FileRefusedError, read_document, to_text
from half_yard.storage.document import LARGEST_BYTES
from half_yard.texts import BrokenLine, cells_of, inert, rows_of, to_the_end
from tests.files import BUSINESS, business, client, sole_proprietor
from tests.test_storage import OnDisk


class ClientFiles(unittest.TestCase):
    def refused(self, data: bytes) -> str:
        with self.assertRaises(FileRefusedError) as caught:
            read_document(data, "odd.halfyard")
        self.assertLess(len(str(caught.exception)), 800)
        return str(caught.exception)

    def changed(self, **fields: Any) -> bytes:
        return json.dumps({**json.loads(to_text(sole_proprietor("5"))), **fields}).encode()

    def test_odd_documents(self) -> None:
        text = to_text(sole_proprietor("5")).encode()
        for data, words in (
            (text.replace(b"2025", b"9" * 5000, 1), "has 5,000 digits"),
            (text.replace(b'"tax_year": 2025', b'"tax_year": 2025, "tax_year": 2024'), "stands twice"),
            (text.replace(b"2025", b"NaN", 1), "NaN is no number"),
            (text.replace(b'"5.00"', b'"1e999999"'), "/entries/e00001/amount"),
            (text.replace(b'"5.00"', b"1e999"), "decimal string"),
            (self.changed(entries={"a/b": {}}), "/entries"),
            (self.changed(entries={"\u00b2": {}}), "/entries"),
            (self.changed(short_years={"20250": 3}), "/short_years"),
            (self.changed(tax_year=20250), "/tax_year"),
            (self.changed(elections={"x": "\ud800"}), "lone surrogate"),
            (b"[" * 100_000, "nested too deeply"),
            (b"{" + b" " * LARGEST_BYTES + b"}", "too large"),
        ):  # fmt: skip
            with self.subTest(words=words):
                self.assertIn(words, self.refused(data))

    def test_signs_that_control_a_terminal_become_spaces(self) -> None:
        data = self.changed(people={"owner": {"first_name": "Ol\x1b[31mive\u202e", "last_name": "R\need"}})
        owner = read_document(data, "odd").file.people["owner"]
        self.assertEqual((owner.first_name, owner.last_name), ("Ol [31mive ", "R eed"))

    def test_an_edit_can_make_no_id_that_a_path_cannot_hold(self) -> None:
        entry = Entry(activity=BUSINESS, amount=Decimal(1)).model_dump(mode="json")
        for key in ("", "a~1b", "\u00b2", "x" * 81):
            step = Change(op="add", path=f"/entries/{key}", value=entry)
            with self.subTest(key=key), self.assertRaises(EditError):
                apply(sole_proprietor("5"), Edit(label="odd", changes=(step,)))


class Statements(unittest.TestCase):
    def test_a_stray_quote_costs_its_own_line(self) -> None:
        rows = [f"03/{day:02}/2025,Payee {day},-{day}.00" for day in range(1, 29)] * 6
        rows[40] = '03/05/2025,"Stray,-5.00'
        rows[90] = '03/05/2025,"5"" pipe","-5.00"'
        rows[91] = '03/05/2025,"over\ntwo lines",-6.00'
        text = "\n".join(["Date,Payee,Amount", *rows])
        statement = to_the_end(read_delimited(text, guess_layout(text), "odd", "1234"))
        self.assertEqual(len(statement.rows), len(rows) - 1)
        self.assertEqual(
            statement.broken, ("line 42: a quotation mark in it opens a cell and does not close it",)
        )
        self.assertEqual({row.payee for row in statement.rows.values()} & {'5" pipe', "over two lines"},
                         {'5" pipe', "over two lines"})  # fmt: skip

    def test_lines_stay_bounded(self) -> None:
        wide = list(rows_of("," * 600, ","))
        self.assertEqual(wide, [BrokenLine(1, "it has more than 500 cells")])
        self.assertIn("longer than", str(next(rows_of("x" * 200_000, ","))))
        self.assertEqual(list(cells_of('a,b\n"c\nd,e', ",")), [(1, ["a", "b"]), (3, ["d", "e"])])
        many = b"<OFX><STMTRS>" + b"<STMTTRN><DTPOSTED>20250101<TRNAMT>1e999999</STMTTRN>" * 500
        (statement,) = to_the_end(read_ofx(many, "odd"))
        self.assertEqual((len(statement.rows), statement.broken[-1]), (0, "and 300 more"))
        with self.assertRaisesRegex(UnreadableError, "more than 30,000 rows"):
            rows = "Date,Amount\n" + "03/03/2025,1.00\n" * 30_001
            to_the_end(read_delimited(rows, guess_layout(rows), "long", "1"))


class Workbooks(unittest.TestCase):
    def claiming(self, old: bytes, new: bytes) -> bytes:
        out = io.BytesIO()
        with zipfile.ZipFile(io.BytesIO(workbook())) as before, zipfile.ZipFile(out, "w") as after:
            for name in before.namelist():
                data = before.read(name)
                after.writestr(name, data.replace(old, new) if "sheet1" in name else data)
        return out.getvalue()

    def test_what_a_sheet_claims_of_its_size_is_not_believed(self) -> None:
        for data in (
            self.claiming(b'ref="A1:H5"', b'ref="A1:XFD1048576"'),
            self.claiming(
                b"</sheetData>", b'<row r="1048576"><c r="XFD1048576"><v>1</v></c></row></sheetData>'
            ),
        ):
            cells = to_the_end(read_cells("list.xlsx", data))
            self.assertEqual(cells[1][0], "Band saw")
            self.assertEqual(max(map(len, cells)), 7)
            self.assertLess(len(cells), MOST_ROWS)

    def test_one_that_unpacks_to_too_much_is_refused(self) -> None:
        cells = b"<row>" + b"<c/>" * 900_000 + b"</row></sheetData>"
        with self.assertRaisesRegex(UnreadableListError, "unpacks to more"):
            to_the_end(read_cells("list.xlsx", self.claiming(b"</sheetData>", cells)))


class Typed(unittest.TestCase):
    def test_amounts(self) -> None:
        for typed, amount in (("(45)", -45), ("( $1,200.50 )", "-1200.5"), ("(45)*2", 90), ("(40+5)", 45)):
            with self.subTest(typed=typed):
                self.assertEqual(reckon(typed), Decimal(amount))
        self.assertEqual(reckon("6 / 1 / 24"), Decimal("0.25"))
        for typed in ("6/1/24", " 12/31/2025 "):
            with self.assertRaisesRegex(ReckoningError, "looks like a date"):
                reckon(typed)

    def test_days_of_payments_and_birthdays(self) -> None:
        self.assertEqual(str(read_date("1/15", 2025, next_year_until=3)), "2026-01-15")
        self.assertEqual(str(read_date("0115", 2025, next_year_until=3)), "2026-01-15")
        self.assertEqual(str(read_date("4/15", 2025, next_year_until=3)), "2025-04-15")
        self.assertEqual(str(read_date("1/15/25", 2025, next_year_until=3)), "2025-01-15")
        for typed in ("3/14", "Mar 14", "0314"):
            with self.assertRaisesRegex(DateError, "has no year"):
                read_birthday(typed, 2025)
        self.assertEqual(str(read_birthday("3/14/45", 2025)), "1945-03-14")
        self.assertEqual(str(read_birthday("3/14/62", 2025)), "1962-03-14")
        self.assertEqual(str(read_birthday("03141962", 2025)), "1962-03-14")
        with self.assertRaisesRegex(DateError, "after tax year"):
            read_birthday("3/14/2026", 2025)


class Spreadsheets(unittest.TestCase):
    def test_no_cell_of_an_export_runs(self) -> None:
        for cell in ("=1+1", "+cmd|' /C calc'!A0", "-2+3", "@SUM(A1)", "\t=1", "\r=1"):
            self.assertEqual(inert(cell), f"'{cell}")
        for cell in ("-45.00", "+3", "-1,200.50", "Gull", "", "5-year", "-12%"):
            self.assertEqual(inert(cell), cell)
        entry = Entry(activity=BUSINESS, line="supplies", payee="=HYPERLINK(1)", amount=Decimal(-5))
        computation = compute(client(activities={BUSINESS: business(name="@x")}, entries={"e00001": entry}))
        text = books_text(computation)
        self.assertIn(",'=HYPERLINK(1),", text)
        self.assertIn(",'@x,", text)
        self.assertIn(",-5.00,", text)
        self.assertNotIn("'", books_text(computation, as_json=True))
        self.assertTrue(assets_text(computation).startswith("asset,"))


class ShortOfTheLongRun(OnDisk):
    """A sample of each part of benchmarks.long_run."""

    def clean(self, outcome: Outcome) -> None:
        self.assertGreater(outcome.trials, 0)
        self.assertTrue(outcome.is_clean, str(outcome))

    def test_kills(self) -> None:
        self.clean(kills(self.path.parent, 12))

    def test_a_full_disk(self) -> None:
        (self.path.parent / "size").mkdir()
        self.clean(full_disk(self.path.parent, 8))

    def test_a_damaged_journal(self) -> None:
        self.clean(damaged_journals(self.path.parent, 41))

    def test_files_made_by_what_is_asked(self) -> None:
        made = asked_files(120, 3)
        self.clean(made)
        self.assertEqual(made.used, made.trials)

    def test_files_edited_step_by_step(self) -> None:
        edited = edited_files(24, 3)
        self.clean(edited)
        self.assertEqual(edited.used, edited.trials)

    def test_mutated_files_and_imports(self) -> None:
        mutated = mutated_files(400, 3)
        self.clean(mutated)
        self.assertGreater(mutated.used, mutated.trials // 10)
        self.clean(mutated_imports(240, 3))
