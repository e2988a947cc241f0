"""The command line, run as a user runs it."""

import contextlib
import csv
import datetime
import io
import json
import os
import subprocess
import sys
import tempfile
import unittest
from decimal import Decimal
from pathlib import Path
from typing import Any
from unittest import mock

from half_yard.cli.main import main as cli_main
from half_yard.demo import MAIN_FILE, client_files
from half_yard.records import Asset, change
from half_yard.records.schema import schema_text
from half_yard.storage import OpenFile, read_file, to_text


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
    def run_command(
        *arguments: str, given: str = "", **environment: str
    ) -> "subprocess.CompletedProcess[str]":
        return subprocess.run(
            [sys.executable, "-m", "half_yard", *arguments],
            capture_output=True, encoding="utf-8", check=False, input=given,
            env={**os.environ, **environment},
        )  # fmt: skip

    def test_compute_as_json_has_stable_keys_and_decimal_strings(self) -> None:
        done = self.run_command("compute", str(self.main), "--json")
        document = json.loads(done.stdout)
        sheets = {
            sheet["key"]: {line["key"]: line for line in sheet["lines"]} for sheet in document["sheets"]
        }
        profit = sheets["schedule_c.a00001.owner"]["net_profit"]
        self.assertEqual((profit["amount"], profit["number"]), ("31229", "31"))
        self.assertEqual(sheets["form_1040"]["overpaid"]["amount"], "2190")
        self.assertFalse(document["complete"], "rows of its statement wait")
        self.assertEqual(document["unsaved_edits"], 0)
        self.assertEqual(done.returncode, 0)

    def test_compute_as_text(self) -> None:
        done = self.run_command("compute", str(self.main))
        self.assertRegex(done.stdout, r"31 +Net profit or loss +31,229")

    def test_trace_by_key_and_by_number(self) -> None:
        by_key = self.run_command("trace", str(self.main), "form_1040/taxable_income").stdout
        self.assertEqual(self.run_command("trace", str(self.main), "form_1040/15").stdout, by_key)
        self.assertIn("Adjusted gross income [form_1040/adjusted_gross_income]", by_key)
        self.assertIn("Tax computation worksheet, line 1", by_key)
        meals = self.run_command("trace", str(self.main), "schedule_c.a00001.owner/24b").stdout
        self.assertIn("26 U.S.C. 274(n)", meals)
        self.assertRegex(meals, r"\[/entries/e\d+/amount\]\n +As entered")

    def test_estimates_of_next_year(self) -> None:
        path, days = str(self.office / "Mbeki, Lwazi and Carina 2025.halfyard"), self.office / "days.ics"
        done = self.run_command("estimates", path, "--json", "--calendar", str(days))
        document = json.loads(done.stdout)
        self.assertEqual([each["due"] for each in document["instalments"]],
                         ["2026-04-15", "2026-06-15", "2026-09-15", "2027-01-15"])  # fmt: skip
        self.assertEqual(days.read_bytes().count(b"BEGIN:VEVENT"), 4)
        page = self.run_command("estimates", path, "--html").stdout
        self.assertIn("Voucher 1 of 4", page)
        self.assertIn("Nothing has to be paid ahead", self.run_command(
            "estimates", str(self.office / "Ravn, Torben 2025.halfyard")).stdout)  # fmt: skip

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
        self.assertEqual((rows[0]["name"], rows[0]["this_year"]), ("Cargo van, 9,350 lb", "5392.52"))
        self.assertEqual(json.loads(self.run_command("assets", str(self.main), "--json").stdout), rows)

    def test_every_book_of_every_asset(self) -> None:
        rows = json.loads(self.run_command("assets", str(self.main), "--books", "--json").stdout)
        self.assertEqual({row["book"] for row in rows}, {"Regular tax", "Minimum tax", "California"})
        as_csv = self.run_command("assets", str(self.main), "--books").stdout
        self.assertEqual(list(csv.DictReader(io.StringIO(as_csv, newline=""))), rows)

    def test_shared_things_and_their_lists(self) -> None:
        done = self.run_command("shared", str(self.main))
        self.assertRegex(done.stdout, r"Form 8829 +2,056 +refund [\d,]+ +back at a sale [\d,.]+ +chosen")
        things = json.loads(self.run_command("shared", str(self.main), "--json").stdout)["things"]
        self.assertEqual(
            [each["kind"] for each in things], ["home", "vehicle", "vehicle", "dwelling", "line"]
        )
        chosen = [method["title"] for each in things for choice in each["methods"] for method in choice
                  if method["chosen"]]  # fmt: skip
        self.assertEqual(chosen[:3], ["Form 8829", "Actual costs", "Standard mileage rate"])
        path, log = self.office / "Copy.halfyard", self.office / "log.csv"
        path.write_bytes(self.main.read_bytes())
        log.write_text("Date,To,Miles,For\n3/3,Union,12,piano\n3/4,Union,none,piano\n", encoding="utf-8")
        told = json.loads(self.run_command("log", str(path), "h00003", str(log), "--json").stdout)
        self.assertEqual((told["taken"], told["refused"][0]["line"]), (1, 3))
        self.assertEqual(len(read_file(path).trips), len(read_file(self.main).trips) + 1)
        self.assertEqual(self.run_command("log", str(path), "h00001", str(log)).returncode, 2)

    def test_a_list_of_sales_is_taken_in(self) -> None:
        path, sold = self.office / "Copy.halfyard", self.office / "sold.csv"
        path.write_bytes(self.main.read_bytes())
        rows = ("Security,Acquired,Date sold,Proceeds,Cost,Term", "40 sh,various,5/2/2025,900,(10),Long-term")
        sold.write_text("\n".join((*rows, "1 sh,,,x,1,")), encoding="utf-8")
        command = ("sales", str(path), str(sold), "--json")
        tried = json.loads(self.run_command(*command, "--dry-run").stdout)
        self.assertEqual((tried["taken"], tried["saved"]), (1, False))
        told = json.loads(self.run_command(*command, "--person", "spouse").stdout)
        self.assertEqual((told["taken"], told["refused"][0]["line"]), (1, 3))
        (sale,) = read_file(path).sales.values()
        self.assertEqual((sale.person, sale.held, str(sale.basis)), ("spouse", "long", "-10.00"))
        self.assertEqual(self.run_command(*command, "--person", "nobody").returncode, 2)

    def test_an_exchange_is_made_and_shown(self) -> None:
        ravn = self.office / "Ravn, Torben 2025.halfyard"
        calendar = self.office / "days.ics"
        done = self.run_command("exchanges", str(ravn), "--json", "--calendar", str(calendar))
        (shown,) = json.loads(done.stdout)["exchanges"]
        self.assertEqual((shown["recognized"], shown["deferred"]), ("1140.00", "182236.49"))
        self.assertEqual(shown["days"]["identify"], "2025-07-27")
        self.assertIn("BEGIN:VEVENT", calendar.read_text(encoding="utf-8"))
        path = self.office / "Copy.halfyard"
        path.write_bytes((self.office / "Lindqvist, Greta 2025.halfyard").read_bytes())
        made = (
            "exchange", str(path), "--give", "s00001=210000", "--give", "s00002=50000", "--on", "6/2",
            "--got", "Quay Street house=230000", "--got", "Land at Quay Street=40000", "--received", "6/20",
            "--set", "held=swap", "--set", "cash_paid=10000", "--set", "related_party=no",
        )  # fmt: skip
        tried = json.loads(self.run_command(*made, "--dry-run", "--json").stdout)
        self.assertEqual((tried["exchange"], tried["saved"]), ("x00001", False))
        self.assertEqual(read_file(path).exchanges, {})
        self.assertEqual(self.run_command(*made, "--json").returncode, 0)
        file = read_file(path)
        self.assertEqual(file.exchanges["x00001"].answers, {"related_party": False})
        self.assertEqual(len([each for each in file.assets.values() if each.got_in == "x00001"]), 2)
        more = self.run_command("exchange", str(path), "--in", "x00001", "--set", "costs=1200")
        self.assertEqual(more.returncode, 0)
        self.assertIn("Deferred", self.run_command("exchanges", str(path)).stdout)
        for wrong in (
            ("--set", "odd=1"),
            ("--give", "s00099=1"),
            ("--got", "Thing=5"),
            ("--set", "held=odd"),
        ):
            self.assertEqual(self.run_command("exchange", str(path), "--in", "x00001", *wrong).returncode, 2)

    def test_a_building_is_divided_by_a_cost_study(self) -> None:
        path = self.office / "Copy.halfyard"
        path.write_bytes((self.office / "Lindqvist, Greta 2025.halfyard").read_bytes())
        done = self.run_command("divide", str(path), "s00001", "Fence 6000", "--json")
        self.assertTrue(json.loads(done.stdout)["saved"])
        self.assertEqual(str(read_file(path).assets["s00004"].cost), "6000.00")
        self.assertEqual(self.run_command("divide", str(path), "s00001", "Fence").returncode, 2)

    def test_what_was_found_is_mended_at_once(self) -> None:
        path = self.office / "Typed.halfyard"
        file = read_file(self.main)
        office = Asset(
            activity="a00001", name="Shed at home", asset_class="nonresidential_building", share=Decimal(9),
            cost=Decimal(90000), in_service=datetime.date(2021, 5, 1),
        )  # fmt: skip
        typed = file.model_copy(update={"assets": {**file.assets, "s00099": office}})
        path.write_text(to_text(typed), encoding="utf-8")
        found = json.loads(self.run_command("check", str(path), "--json").stdout)["findings"]
        step = next(each for each in found if each["at_once"])
        self.assertEqual(step["path"], "/assets/s00099/activity")
        self.assertEqual(self.run_command("mend", str(path), "/assets/s00001").returncode, 2)
        self.run_command("mend", str(path), step["path"], "--dry-run")
        self.assertEqual(read_file(path).assets["s00099"].activity, "a00001")
        told = json.loads(self.run_command("mend", str(path), step["path"], "--json").stdout)
        self.assertTrue(told["saved"])
        self.assertEqual(read_file(path).assets["s00099"].activity, "h00001")

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

    def test_no_identity_number_reaches_the_terminal(self) -> None:
        for command in ("compute", "check", "books", "assets", "tray"):
            with self.subTest(command=command):
                printed = self.run_command(command, str(self.main))
                self.assertNotIn("000-41-7726", printed.stdout + printed.stderr)
                self.assertNotIn("000-63-1958", printed.stdout + printed.stderr)
        self.assertIn("•••-••-7726", self.run_command("check", str(self.main)).stdout)

    def test_edits_that_are_not_saved_are_said_or_counted(self) -> None:
        path = self.office / "Unsaved 2025.halfyard"
        path.write_bytes(self.main.read_bytes())
        opened = OpenFile.open(path)
        opened.edit(change("Amount", "/entries/e00001/amount", "900000.00"))
        opened.close()
        before, with_it = (
            self.run_command("compute", str(path), "--json", *more) for more in ((), ("--with-unsaved",))
        )
        self.assertIn("1 unsaved edit in the journal of Unsaved 2025.halfyard left out", before.stderr)
        self.assertEqual(json.loads(before.stdout)["unsaved_edits"], 1)
        self.assertEqual((json.loads(with_it.stdout)["unsaved_edits"], with_it.stderr), (0, ""))
        self.assertNotEqual(json.loads(before.stdout)["sheets"], json.loads(with_it.stdout)["sheets"])

    def test_any_locale(self) -> None:
        plain = self.run_command("check", str(self.main)).stdout
        for locale in ({"LC_ALL": "C"}, {"LC_ALL": "POSIX", "PYTHONUTF8": "0", "PYTHONCOERCECLOCALE": "0"},
                       {"PYTHONIOENCODING": "latin-1"}):  # fmt: skip
            with self.subTest(locale=locale):
                done = self.run_command("check", str(self.main), **locale)
                self.assertEqual((done.returncode, done.stdout), (0, plain))

    def test_what_is_wrong_is_one_line_and_never_1(self) -> None:
        for arguments, code, words, environment in (
            (("compte", str(self.main)), 2, "Did you mean “compute”?", {}),
            ((str(self.main), "second"), 2, "one too many", {}),
            ((), 2, "there is no display", {"DISPLAY": "", "WAYLAND_DISPLAY": "", "QT_QPA_PLATFORM": ""}),
            ((), 2, ":93", {"DISPLAY": ":93", "WAYLAND_DISPLAY": "", "QT_QPA_PLATFORM": "xcb"}),
            (("compute", str(self.office)), 2, "is a folder", {}),
            (("books", str(self.main), "--xlsx", str(self.main)), 2, "is a client file", {}),
            (("go-back", str(self.main), "nowhere"), 2, "There is no state nowhere", {}),
            (("take", str(self.main), str(self.main)), 2, "was not taken in", {}),
        ):  # fmt: skip
            with self.subTest(arguments=arguments, words=words):
                done = self.run_command(*arguments, **environment)
                self.assertEqual((done.returncode, len(done.stderr.splitlines())), (code, 1), done.stderr)
                if ":93" not in words:  # where Qt lacks a library of the system, that is said instead
                    self.assertIn(words, done.stderr)
        odd = mock.patch("half_yard.cli.computing.computed", side_effect=ZeroDivisionError("odd"))
        with odd, contextlib.redirect_stderr(io.StringIO()) as said:
            self.assertEqual(cli_main(["compute", str(self.main)]), 3)
        self.assertIn("the program made a mistake (ZeroDivisionError: odd)", said.getvalue())


class Working(unittest.TestCase):
    """The steps of the books from the command line, in the order in which they are done."""

    STATEMENT = "Date,Description,Amount\n3/3/2025,Rowan Telephone,-40.00\n3/4/2025,Otters,200.00\n"

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory(prefix="half yard ")
        self.addCleanup(folder.cleanup)
        self.path = Path(folder.name) / MAIN_FILE
        self.path.write_text(to_text(client_files()[MAIN_FILE]), encoding="utf-8")
        self.statement = Path(folder.name) / "march.csv"
        self.statement.write_text(self.STATEMENT, encoding="utf-8")

    def run_json(self, command: str, *arguments: str) -> dict[str, Any]:
        done = CommandLine.run_command(command, str(self.path), *arguments, "--json")
        self.assertEqual((done.returncode, done.stderr), (0, ""))
        document: dict[str, Any] = json.loads(done.stdout)
        return document

    def refused(self, command: str, *arguments: str) -> str:
        done = CommandLine.run_command(command, str(self.path), *arguments)
        self.assertEqual((done.returncode, done.stdout), (2, ""))
        return done.stderr

    def test_take_sort_split(self) -> None:
        before = self.path.read_bytes()
        tried = self.run_json("take", str(self.statement), "--account", "Checking", "--dry-run")
        self.assertEqual((tried["statements"][0]["rows"], tried["saved"]), (2, False))
        self.assertEqual(self.path.read_bytes(), before)
        layout = self.statement.with_name("layout.json")
        layout.write_text(json.dumps(tried["statements"][0]["layout"]), encoding="utf-8")
        taken = self.run_json("take", str(self.statement), "--account", "Checking", "--layout", str(layout))
        self.assertEqual((taken["statements"][0]["statement"], taken["saved"]), ("b00002", True))
        rows = {row["row"]: row for row in self.run_json("tray", "--waiting")["rows"]}
        self.assertIn("rule", rows["b00002/r00001"]["state"])
        ruled = self.run_json("sort", "--rules", "--row", "b00002/r00001")
        self.assertEqual([each["row"] for each in ruled["sorted"]], ["b00002/r00001"])
        self.assertIn("form_1040/total_income", [line["line"] for line in ruled["lines"]])
        split = self.run_json("split", "b00002/r00002", "120=spar rents", "rest=Aside: personal")
        self.assertEqual((split["left"], len(split["changes"])), ("0.00", 2))
        self.assertIn(
            "is left", self.refused("split", "b00002/r00002", "1=Aside: personal").replace("Nothing", "is")
        )
        self.run_json("sort", "--to", "Aside: personal", "--row", "b00002/r00001")
        file = read_file(self.path)
        row = file.statements["b00002"].rows["r00001"]
        self.assertEqual(row.set_aside, "personal")
        self.assertEqual([e.amount for e in file.entries.values() if e.from_row.startswith("b00002")], [120])

    def test_an_account_under_two_names_must_be_said(self) -> None:
        self.run_json("take", str(self.statement), "--account", "Checking")
        again = ("take", str(self.statement), "--account", "Savings")
        self.assertIn("Is it the same account?", self.refused(*again))
        same = self.run_json(*again, "--same-as", "Checking")
        self.assertEqual((same["statements"][0]["statement"], same["statements"][0]["here_already"]), ("", 2))
        other = self.run_json("take", str(self.statement), "--account", "Card", "--not", "Checking")
        self.assertEqual(other["statements"][0]["here_already"], 0)

    def test_states_and_going_back(self) -> None:
        self.run_json("take", str(self.statement), "--account", "Checking")
        done = CommandLine.run_command("states", str(self.path), "--json")
        (state,) = json.loads(done.stdout)
        done = CommandLine.run_command("go-back", str(self.path), state["name"])
        self.assertIn("statements: 1 gone (march)", done.stdout)
        self.assertNotIn("b00002", read_file(self.path).statements)
        self.path.write_text("{", encoding="utf-8")
        done = CommandLine.run_command("go-back", str(self.path), state["name"])
        self.assertIn("is again as it was", done.stdout)
        self.assertEqual(read_file(self.path), client_files()[MAIN_FILE])

    def test_sealing(self) -> None:
        phrase = "tide tables and twine\n"
        run = CommandLine.run_command
        self.assertEqual(run("seal", str(self.path), "--passphrase-stdin", given=phrase).returncode, 0)
        self.assertIn("is sealed. Give its passphrase", self.refused("compute"))
        kept = self.path.with_name("phrase.txt")
        kept.write_text(phrase, encoding="utf-8")
        done = run("check", str(self.path), "--passphrase-file", str(kept))
        self.assertEqual((done.returncode, done.stderr), (0, ""))
        done = run("check", str(self.path), "--passphrase-stdin", given="something else\n")
        self.assertIn("not its passphrase", done.stderr)
        kept.write_text("another long phrase\n", encoding="utf-8")
        run("seal", str(self.path), "--passphrase-stdin", "--new-passphrase-file", str(kept), given=phrase)
        done = run("unseal", str(self.path), "--passphrase-file", str(kept))
        self.assertEqual(done.returncode, 0, done.stderr)
        self.assertEqual(read_file(self.path), client_files()[MAIN_FILE])
