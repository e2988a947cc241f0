"""An activity's page by keyboard: set up, entries moved and noted, beside last year's, exported."""

from __future__ import annotations

import json
from decimal import Decimal

from half_yard.countries import compute
from half_yard.demo import MAIN_FILE, client_files, write_office
from half_yard.desktop.assets.asset_view import AssetView
from half_yard.desktop.pages.activity_view import Part
from half_yard.desktop.pages.comparison_view import LAST_YEAR
from half_yard.records import ReceivedForm
from half_yard.storage import to_text
from tests.desktop.window_case import Key, Modifier, WindowCase

ENTER = Key.Key_Return
LOFT, TUNING, HOUSE = "a00001", "a00002", "a00003"

HALVES = {"Electricity, first half", "Electricity, second half"}


class Page(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / MAIN_FILE)
        self.view = self.window.books.activity
        self.workspace = self.window.workspace

    def go(self, path: str) -> None:
        self.workspace.go_to(path)
        self.settle()

    def message(self) -> str:
        return self.window.message.words.text()


class SetUp(Page):
    def test_a_code_is_found_by_words_picked_and_explained(self) -> None:
        self.go(f"/activities/{TUNING}/code")
        self.press(Key.Key_A, Modifier.ControlModifier)
        self.type("sail making")
        self.press(Key.Key_Down)
        self.press(ENTER)
        self.press(Key.Key_Tab)
        self.assertEqual(self.workspace.file.activities[TUNING].code, "314000")
        field = f"/activities/{TUNING}/code"
        self.assertEqual(self.view.particulars.form._problems[field].text(), "Textile product mills")
        self.go(field)
        self.press(Key.Key_A, Modifier.ControlModifier)
        self.type("house", Key.Key_Tab)
        self.assertIn("could be", self.view.particulars.form._problems[field].text())
        self.assertEqual(self.workspace.file.activities[TUNING].code, "314000")

    def test_own_lines_are_made_by_typing_their_name(self) -> None:
        self.go(f"/activities/{LOFT}/own_lines/o00001")
        self.type("Dues", Key.Key_Tab)
        self.assertEqual(self.workspace.file.activities[LOFT].own_lines, {"o00001": "Dues"})
        self.go(f"/activities/{LOFT}/own_lines/o00002")
        self.type("Moorings", Key.Key_Tab)
        self.view.show_all()
        self.view.entries.table.start_new(1)
        self.press(ENTER)
        for typed in ("Harbor", "", "moorings", "80"):
            self.type(typed, ENTER)
        self.assertEqual(self.workspace.file.entries["e00094"].line, "own.o00002")
        self.assertEqual(self.amount(f"schedule_c.{LOFT}.owner/part_v_o00002"), 80)

    def test_the_aid_makes_a_rental_a_business_and_says_why(self) -> None:
        self.go(f"/activities/{HOUSE}/answers/services")
        self.press(Key.Key_Space)
        particulars = self.view.particulars
        self.assertIn("guests", particulars._advice.text())
        particulars.convert.click()
        self.assertEqual(self.workspace.file.activities[HOUSE].kind, "business")
        self.assertEqual(self.amount(f"schedule_c.{HOUSE}.owner/gross_receipts"), 18060)

    def test_duplicate_archive_remove_and_back(self) -> None:
        self.go(f"/activities/{LOFT}/name")
        self.view.particulars.duplicate()
        self.assertEqual(self.workspace.file.activities["a00005"].name, "Hallowell Sail & Canvas (2)")
        self.go(f"/activities/{LOFT}/name")
        self.view.particulars.switch_archive()
        self.assertEqual(self.amount("form_1040/total_income"), 54385)
        self.assertIn("archived", self.message())
        self.view.particulars.switch_archive()
        self.view.particulars.remove_activity()
        self.assertNotIn(LOFT, self.workspace.file.activities)
        for _ in range(4):
            self.workspace.undo()
        self.assertEqual(to_text(self.workspace.file), to_text(client_files()[MAIN_FILE]))


class Entries(Page):
    def test_selected_entries_are_moved_to_another_activity_with_a_share(self) -> None:
        self.go(f"/activities/{LOFT}")
        self.view.statement.show_line(["utilities"])
        self.view.entries.table.selectAll()
        move = self.view.entries_view.move_to
        move.setFocus()
        self.type("piano 25 util 50%", ENTER)
        moved = [
            entry
            for entry in self.workspace.file.entries.values()
            if entry.memo.startswith("Electricity, ") and "half" in entry.memo
        ]
        self.assertEqual({(entry.activity, entry.share) for entry in moved}, {(TUNING, Decimal(50))})
        self.assertIn("2 entries moved", self.message())
        self.workspace.undo()
        self.assertEqual(self.amount(f"schedule_c.{LOFT}.owner/utilities"), 2980)

    def test_moving_asks_for_a_selection_and_a_line(self) -> None:
        self.go(f"/activities/{LOFT}")
        self.view.show_all()
        self.view.entries.table.clearSelection()
        self.view.entries_view.move_selected()
        self.assertIn("Select entries first", self.message())
        self.view.entries.table.selectRow(0)
        self.view.entries_view.move_to.setText("no such line")
        self.view.entries_view.move_selected()
        self.assertIn("none of the choices", self.message())

    def test_entries_are_found_by_words_and_amount(self) -> None:
        self.go(f"/activities/{LOFT}")
        self.view.show_all()
        for words, count in (("quill", 3), ("quill 307.92", 1), ("otter", 0), ("", 48)):
            self.view.entries_view.words.setText(words)
            self.assertEqual(self.view.model.rowCount() - 1, count)

    def test_notes_and_shares_are_typed_beneath(self) -> None:
        self.go("/entries/e00040/note")
        self.type("ask for the receipt", Key.Key_Tab)
        self.assertEqual(self.workspace.file.entries["e00040"].note, "ask for the receipt")
        row = self.view.model.row_of("e00040")
        self.assertEqual(self.view.model.index(row, 5).data(), "line 22 †")
        self.go("/entries/e00040/share")
        self.type("50", Key.Key_Tab)
        self.assertEqual(self.view.model.index(row, 5).data(), "line 22, 50% †")
        self.assertEqual(self.amount(f"schedule_c.{LOFT}.owner/supplies"), 649)
        self.go(f"/activities/{LOFT}/notes/supplies")
        self.type("twice a year", Key.Key_Tab)
        self.assertEqual(self.workspace.file.activities[LOFT].notes["supplies"], "twice a year")

    def test_larger_repairs_are_looked_at_by_themselves(self) -> None:
        self.go(f"/activities/{HOUSE}")
        entries = self.view.entries_view
        entries.larger.click()
        self.assertEqual((entries.above.text(), self.view.model.rowCount()), ("2,500", 1))
        self.assertIn("restore it", entries.block.explanation.text())
        entries.above.setFocus()
        self.press(Key.Key_A, Modifier.ControlModifier)
        self.type("400", ENTER)
        self.assertEqual(self.view.model.rowCount() - 1, 2)
        entries.larger.click()
        self.assertEqual(self.view.model.rowCount() - 1, 13)

    def test_a_digit_too_many_stands_out_beside_its_line(self) -> None:
        self.go("/entries/e00005")
        row = self.view.model.row_of("e00005")
        self.assertIsNone(self.view.model.look(row, 4).ground)
        self.view.model.setData(self.view.model.index(row, 4), "53407.50")
        self.assertIn("far above", self.workspace.computation.unusual["/entries/e00005"])
        self.assertIsNotNone(self.view.model.look(row, 4).ground)
        self.assertIn("?", self.view.model.index(row, 5).data())


class Beside(Page):
    def test_last_years_amounts_are_typed_and_taken_from_its_file(self) -> None:
        self.go(f"/activities/{TUNING}/last_year/supplies")
        table = self.view.comparison.table
        table.editItem(table.currentItem())
        self.type("1500", ENTER)
        self.assertEqual(self.workspace.file.activities[TUNING].last_year["supplies"], 1500)
        row = next(n for n in range(table.rowCount()) if table.item(n, 0).text() == "Supplies")  # type: ignore[union-attr]
        self.assertEqual(table.item(row, 6).text(), "369.26")  # type: ignore[union-attr]
        table.item(row, LAST_YEAR).setText("about 5")  # type: ignore[union-attr]
        self.assertIn("not part of an amount", self.view.comparison._refusal.text())
        table.item(row, LAST_YEAR).setText("")  # type: ignore[union-attr]
        self.assertEqual(dict(self.workspace.file.activities[TUNING].last_year), {})
        before = client_files()[MAIN_FILE].model_copy(update={"tax_year": 2024})
        path = self.folder / "last.halfyard"
        path.write_text(to_text(before), encoding="utf-8")
        self.view.comparison.take_file(path)
        known = compute(before).sheet(f"schedule_c.{TUNING}.spouse")["net_profit"].amount
        self.assertEqual(self.workspace.file.activities[TUNING].last_year["net_profit"], known)
        self.view.comparison.take_file(self.folder / MAIN_FILE)
        self.assertIn("Choose the one of 2024", self.message())

    def test_totals_follow_the_line(self) -> None:
        self.go(f"/activities/{LOFT}")
        self.view.switch_to(Part.TOTALS)
        self.view.statement.setFocus()
        self.view.statement.show_line(["utilities"])
        totals = self.view.totals
        self.assertEqual(totals.payees.item(0, 0).text(), "Penobscot Power")  # type: ignore[union-attr]
        self.assertEqual(totals.payees.item(1, 2).text(), "2,333.36")  # type: ignore[union-attr]
        self.assertEqual(totals.months.item(2, 2).text(), "1,093.27")  # type: ignore[union-attr]

    def test_the_books_are_exported_as_the_name_says(self) -> None:
        books = self.window.books
        for name in ("books.csv", "books.json", "books.xlsx"):
            books.export(self.folder / name)
            self.assertIn(name, self.message())
        self.assertEqual(len(json.loads((self.folder / "books.json").read_text())), 93)
        self.assertTrue((self.folder / "books.xlsx").read_bytes().startswith(b"PK"))
        books.export(self.folder / "nowhere" / "books.csv")
        self.assertIn("can't be written", self.message())


class Forms(Page):
    def test_a_known_number_fills_in_the_payer_from_file_office_and_directory(self) -> None:
        forms = self.window.books.forms.forms.table
        other = next(path for path in self.folder.glob("*.halfyard") if path.name != MAIN_FILE)
        record = ReceivedForm(payer="Otter Press", payer_number="07-9990001", amount=Decimal(5))
        known = client_files()[other.name].model_copy(update={"forms": {"f00001": record}})
        other.write_text(to_text(known), encoding="utf-8")
        self.window.books.choose("forms")
        for number, name in (("07-9990001", "Otter Press"), ("071100387", "Owl's Head Marina")):
            forms.start_new()
            self.press(ENTER)
            for typed in ("nec", "sail", number):
                self.type(typed, ENTER)
            self.press(Key.Key_Escape)
            row = forms.records.rowCount() - 1
            self.assertEqual(forms.records.index(row, 3).data(), name)
            forms.records.setData(forms.records.index(row, 4), "100")
        added = self.workspace.file.forms["f00008"]
        self.assertEqual((added.payer, added.payer_address.city), ("Owl's Head Marina", "Owls Head"))

    def test_boxes_are_typed_and_land(self) -> None:
        self.go("/forms/f00006/boxes/points")
        self.type("900", Key.Key_Tab)
        self.assertEqual(self.workspace.file.forms["f00006"].boxes, {"points": Decimal(900)})
        words = " ".join(finding.message for finding in self.workspace.computation.findings)
        self.assertIn("points of 900.00 are written off over the loan", words)
        self.go("/forms/f00006/boxes/points")
        self.press(Key.Key_A, Modifier.ControlModifier)
        self.press(Key.Key_Delete)
        self.press(Key.Key_Tab)
        self.assertEqual(dict(self.workspace.file.forms["f00006"].boxes), {})

    def test_dividends_interest_and_their_boxes_reach_the_return(self) -> None:
        household = self.window.books.household
        self.window.books.choose("household")
        household.open_section("dividends")
        self.settle()
        self.press(ENTER)
        for typed in ("Fathom Funds", "ines", "500", "200", "40"):
            self.type(typed, ENTER)
        self.press(Key.Key_Escape)
        self.assertEqual(self.amount("form_1040/ordinary_dividends"), 500)
        self.assertEqual(self.amount("form_1040/qualified_dividends"), 200)
        self.assertEqual(self.amount("form_1040/withheld_elsewhere"), 40)
        self.assertFalse(self.workspace.computation.complete, "lower rates are not computed, and it says so")
        self.go("/interest/i00001/boxes/treasury")
        self.type("100", Key.Key_Tab)
        self.assertEqual(self.amount("form_1040/taxable_interest"), 513)
        self.go("/interest/i00001/boxes/penalty")
        self.type("30", Key.Key_Tab)
        self.assertEqual(self.amount("schedule_1/early_withdrawal"), 30)
        self.go("/wages/w00001/boxes/social_security_tax")
        self.type("99", Key.Key_Tab)
        words = " ".join(finding.message for finding in self.workspace.computation.findings)
        self.assertIn("social security tax is 99.00, by its wages it would be 1,556.70", words)


class WrittenOff(Page):
    def test_points_are_made_an_asset_and_go_over_the_loan(self) -> None:
        self.go(f"/activities/{HOUSE}")
        before = self.amount(f"schedule_e.{HOUSE}/mortgage_interest")
        self.view.statement.show_line(["mortgage_interest"])
        self.view.entries.table.start_new()
        self.press(ENTER)
        for typed in ("4/10", "Penbay Bank", "2 points on the loan", "3600"):
            self.type(typed, ENTER)
        self.press(Key.Key_Escape)
        self.view.entries.table.show_record("e00094")
        self.find("make the entry an asset")
        page = self.window.assets
        row = page.model.row_of("s00013")
        page.model.setData(page.model.index(row, 2), "points")
        self.assertIn("how many months", self.workspace.computation.stops["/assets/s00013"])
        page.view(AssetView).focus_on("/assets/s00013/months")
        self.type("360", Key.Key_Tab)
        self.assertEqual(self.amount(f"schedule_e.{HOUSE}/mortgage_interest"), before + 90)
