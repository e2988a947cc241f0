"""The pages on the demo's files: typing, refusals, undo, threads, finder, files that are refused."""

from __future__ import annotations

import unittest
from decimal import Decimal
from pathlib import Path
from unittest import mock

from PySide6.QtCore import QModelIndex
from PySide6.QtWidgets import QApplication, QCheckBox, QLineEdit, QWidget

from half_yard.demo import MAIN_FILE, client_files
from half_yard.desktop.finder import FOUND_ROLE
from half_yard.desktop.listing import FEW
from half_yard.desktop.pages.client_list import by_amount
from half_yard.desktop.stages import Stage
from half_yard.desktop.thread_panel import ROW_ROLE
from half_yard.desktop.window import MainWindow
from half_yard.figures import Place
from half_yard.office.standing import standing_of
from half_yard.records import change
from half_yard.review.asking import open_questions
from half_yard.storage import read_file, to_text
from tests.desktop.window_case import DemoCase, Key, Modifier

ENTER = Key.Key_Return


class Typing(DemoCase):
    def edit(self, key: str, column: int, text: str) -> None:
        table = self.window.books.activity.entries.table
        self.assertTrue(table.show_record(key, column))
        self.press(ENTER)
        line = self.focused()
        assert isinstance(line, QLineEdit)
        line.selectAll()
        self.type(text, ENTER)

    def test_a_refused_amount_stays_as_typed_and_says_why(self) -> None:
        view = self.window.books.activity
        view.show_all()
        before = to_text(self.window.workspace.file)
        self.edit("e00001", 4, "41o6.50")
        self.assertEqual(to_text(self.window.workspace.file), before)
        self.assertEqual(view.model.data(view.model.index(0, 4)), "41o6.50")
        self.assertTrue(view.entries.refusal.isVisible())
        self.assertIn("“o” is not part of an amount", view.entries.refusal.text())
        self.edit("e00001", 4, "4106.50")
        self.assertFalse(view.entries.refusal.isVisible())
        self.assertEqual(str(self.window.workspace.file.entries["e00001"].amount), "4106.50")

    def test_the_effect_of_the_last_edit_is_shown(self) -> None:
        self.window.books.activity.show_all()
        self.edit("e00001", 4, "5186.50")
        self.assertEqual(self.window.workspace.effect(Place("form_1040", "total_income")), Decimal(1000))
        self.assertIn("last edit +1,000", self.window.carry.buttons["Total income"].accessibleName())

    def test_a_date_outside_the_year_is_kept_and_stopped(self) -> None:
        self.window.books.activity.show_all()
        self.edit("e00001", 0, "1/9/2024")
        self.assertEqual(str(self.window.workspace.file.entries["e00001"].date), "2024-01-09")
        self.window.workspace.look_at("/entries/e00001")
        self.assertIn("outside tax year 2025", " ".join(self.thread()))
        shown = self.window.books.activity.model.index(0, 5).data()
        self.assertEqual(shown, "nowhere")

    def test_undo_and_redo_everything(self) -> None:
        workspace = self.window.workspace
        start = to_text(workspace.file)
        self.window.books.activity.show_all()
        self.edit("e00001", 1, "Someone else")
        self.edit("e00002", 4, "1")
        self.window.books.activity.entries.table.show_record("e00003")
        self.press(Key.Key_Delete)
        self.assertNotIn("e00003", workspace.file.entries)
        self.window.books.make_activity("rental")
        self.window.books.activity.remove_activity()
        end = to_text(workspace.file)
        for _ in range(5):
            self.press(Key.Key_Z, Modifier.ControlModifier)
        self.assertEqual(to_text(workspace.file), start)
        for _ in range(5):
            self.press(Key.Key_Z, Modifier.ControlModifier | Modifier.ShiftModifier)
        self.assertEqual(to_text(workspace.file), end)

    def test_a_half_typed_new_entry_survives_going_elsewhere(self) -> None:
        view = self.window.books.activity
        view.show_all()
        view.entries.table.start_new(1)
        self.press(ENTER)
        self.type("Half typed", ENTER)
        self.press(Key.Key_Escape)
        view.statement.show_line(["office"])
        self.window.show_stage(Stage.RETURN)
        self.window.show_stage(Stage.BOOKS)
        view.show_all()
        last = view.model.rowCount() - 1
        self.assertEqual(view.model.index(last, 1).data(), "Half typed")

    def test_shares_and_numbers_are_checked_at_their_place(self) -> None:
        self.window.workspace.go_to("/activities/a00003/owners/owner")
        share = self.focused()
        assert isinstance(share, QLineEdit)
        share.selectAll()
        self.type("60", Key.Key_Tab)
        form = self.window.books.activity.particulars.form
        self.assertIn("do not add up", form._problems["/activities/a00003/owners/owner"].text())
        share.setFocus()
        share.selectAll()
        self.type("sixty", Key.Key_Tab)
        self.assertIn("no share", form._problems["/activities/a00003/owners/owner"].text())
        self.assertEqual(share.text(), "sixty")
        self.window.show_stage(Stage.CLIENTS)
        problem = self.window.clients.particulars.owner._problems["/people/owner/identity_number"]
        self.assertIn("never issued", problem.text())

    def test_a_full_disk_is_said_and_nothing_half_done(self) -> None:
        workspace = self.window.workspace
        before = to_text(workspace.file)
        view = self.window.books.activity
        view.show_all()
        full = OSError(28, "No space left on device")
        with mock.patch("half_yard.storage.journal.Journal.add", side_effect=full):
            self.edit("e00001", 4, "1")
            self.assertIn("No space left", view.entries.refusal.text())
            self.window.books.make_activity("rental")
            self.assertIn("No space left", self.window.message.words.text())
        self.assertEqual(to_text(workspace.file), before)
        self.assertEqual(view.model.data(view.model.index(0, 4)), "1")

    def test_a_question_changes_the_return(self) -> None:
        self.window.workspace.go_to("/activities/a00003/answers/trade_or_business")
        box = self.focused()
        assert isinstance(box, QCheckBox)
        before = self.amount("form_8995/business_income")
        self.press(Key.Key_Space)
        self.assertEqual(self.amount("form_8995/business_income"), before + 8790)

    def test_cost_of_goods_unfolds(self) -> None:
        self.window.books.choose("a00002")
        statement = self.window.books.activity.statement
        self.assertFalse(statement.show_line(["purchases"]))
        statement.show_line(["cost_of_goods"])
        statement.setFocus()
        self.press(ENTER)
        self.assertTrue(statement.show_line(["purchases"]))


class PayersForms(DemoCase):
    def states(self) -> dict[str, str]:
        payers = self.window.books.forms.payers
        cells = [(payers.item(row, 0), payers.item(row, 6)) for row in range(payers.rowCount())]
        return {who.text(): state.text() for who, state in cells if who and state}

    def test_the_demo_shows_each_state(self) -> None:
        self.window.books.choose("forms")
        states = self.states()
        self.assertEqual(states["Islesboro Sailing School"], "agrees, counted once")
        self.assertEqual(states["Camden Yacht Service, Inc."], "in both, counted once; more in the books")
        self.assertEqual(states["Owl's Head Marina"], "differs: the form says more")
        self.assertEqual(states["Rockport Opera House"], "on a form, not in the books")
        self.assertEqual(states["Schooner Meriwether"], "in the books, no form: fine")

    def test_a_form_that_arrives_late_changes_the_state_and_nothing_else(self) -> None:
        income = self.amount("form_1040/total_income")
        self.window.books.choose("forms")
        table = self.window.books.forms.forms.table
        table.start_new()
        self.press(ENTER)
        for cell in ("nec", "Hallowell Sail", "", "Thistle and Tern Inn", "6642"):
            self.type(cell, ENTER)
        self.press(Key.Key_Escape)
        self.assertEqual(self.window.workspace.file.forms["f00007"].kind, "1099-NEC")
        self.assertEqual(self.states()["Thistle and Tern Inn"], "agrees, counted once")
        self.assertEqual(self.amount("form_1040/total_income"), income)
        self.assertIn("Of 174,470.97 received, 70,705.00 is on forms", self.window.books.forms._share.text())

    def test_a_known_payer_is_filled_in_by_number(self) -> None:
        self.window.workspace.do(change("Number", "/forms/f00004/payer_number", "12-3456789"))
        self.window.books.choose("forms")
        self.window.books.forms.forms.table.start_new()
        self.press(ENTER)
        for cell in ("1099-K", "Hallowell Sail", "123456789", "", "50"):
            self.type(cell, ENTER)
        made = self.window.workspace.file.forms["f00007"]
        self.assertEqual((made.payer, made.payee_in_books), ("Tidewater Card Services", "Walk-in repairs"))

    def test_findings_and_payers_lead_to_the_form(self) -> None:
        self.window.workspace.go_to("/forms/f00005")
        self.assertIs(self.window.stage, Stage.BOOKS)
        self.assertIn("Gross receipts or sales", " ".join(self.thread()))
        payers = self.window.books.forms.payers
        payers.itemActivated.emit(payers.item(2, 0))
        table = self.window.books.forms.forms.table
        self.assertEqual(table.records.id_at(table.currentIndex().row()), "f00003")


class NotOnTheReturn(DemoCase):
    def test_a_home_let_for_few_days_says_why_it_is_left_out(self) -> None:
        workspace = self.window.workspace
        for field, days in (("days_rented", 10), ("days_personal", 60)):
            workspace.do(change("Days", f"/activities/a00003/{field}", days))
        workspace.go_to("/entries/e00059")
        view = self.window.books.activity
        self.assertEqual(view.statement.rows_model.rows, [])
        self.assertIn("Nothing of it goes on this return", view.entries.explanation.text())
        self.assertIn("280A(g)", " ".join(self.thread()))
        self.assertEqual(self.amount("schedule_1/rental_income"), 0)


class RepairOrAsset(DemoCase):
    def test_a_repair_becomes_an_asset_and_goes_back(self) -> None:
        workspace = self.window.workspace
        before = workspace.file.entries["e00068"]
        workspace.go_to("/entries/e00068")
        self.window.books.activity.make_asset()
        self.assertIs(self.window.stage, Stage.ASSETS)
        self.assertEqual(workspace.file.assets["s00013"].made_from, before)
        self.assertIn("No class", " ".join(self.thread()))
        back = self.action("Make the asset an entry again")
        self.assertTrue(back.enabled())
        back.trigger()
        self.assertIs(self.window.stage, Stage.BOOKS)
        self.assertIn(before, workspace.file.entries.values())
        self.window.show_stage(Stage.ASSETS)
        self.assertFalse(back.enabled())

    def test_without_an_entry_under_the_cursor_it_says_so(self) -> None:
        self.window.books.activity.show_all()
        before = to_text(self.window.workspace.file)
        table = self.window.books.activity.entries.table
        table.start_new()
        self.window.books.activity.make_asset()
        self.assertIn("Choose an entry first", self.window.message.words.text())
        table.setCurrentIndex(QModelIndex())
        self.window.books.activity.make_asset()
        self.window.books.choose("household")
        self.find("command make the entry an asset")
        self.assertEqual(to_text(self.window.workspace.file), before)


class Threads(DemoCase):
    def test_a_line_is_followed_back_to_an_entry_and_forward_to_the_result(self) -> None:
        workspace = self.window.workspace
        workspace.go_to(Place("schedule_c.a00001.owner", "repairs"))
        rows = self.thread()
        self.assertIn("Rounded half up to whole dollars | 1,696 | ", rows)
        self.assertIn("Singer of Seams | 783.15 | As entered", rows)
        self.assertTrue(any(row.startswith("Total expenses | 42,395") for row in rows))
        self.press(Key.Key_F6)
        steps = self.window.thread_panel.list
        self.assertIs(self.focused(), steps)
        shown = [steps.item(number).data(ROW_ROLE) for number in range(steps.count())]
        entry = next(number for number, row in enumerate(shown) if "Singer" in row.text and not row.told)
        steps.setCurrentRow(entry)
        self.press(ENTER)
        self.assertIs(self.window.stage, Stage.BOOKS)
        self.assertEqual(workspace.subject, "/entries/e00038")
        self.assertIn("Repairs and maintenance | 1,696 |", " ".join(self.thread()))
        self.press(Key.Key_Left, Modifier.AltModifier)
        self.assertEqual(workspace.subject, Place("schedule_c.a00001.owner", "repairs"))

    def test_a_gap_is_said_and_leads_to_where_it_is_mended(self) -> None:
        self.window.open_path(self.folder / "Lindqvist, Greta 2025.halfyard")
        workspace = self.window.workspace
        workspace.go_to(Place("form_1040", "total_tax"))
        self.assertNotIn("not complete", self.window.carry.buttons["Total tax"].accessibleName())
        key = next(iter(workspace.file.assets))
        workspace.do(change("In service", f"/assets/{key}/asset_class", "seven_year"))
        workspace.do(change("In service", f"/assets/{key}/in_service", "2006-05-05"))
        workspace.do(change("Ticks", f"/assets/{key}/answers", {}))
        workspace.go_to(Place("form_1040", "total_tax"))
        self.settle()
        self.assertIn("special depreciation allowance", self.thread()[0])
        self.assertIn("not complete", self.window.carry.buttons["Total tax"].accessibleName())
        self.window.thread_panel.list.itemActivated.emit(self.window.thread_panel.list.item(0))
        self.assertIs(self.window.stage, Stage.ASSETS)
        box = self.focused()
        assert isinstance(box, QCheckBox)
        self.press(Key.Key_Space)
        self.assertTrue(workspace.file.assets[key].answers["no_special_allowance"])

    def test_a_page_is_made_when_it_is_wanted_and_not_to_say_what_can_be_done(self) -> None:
        def made() -> list[Stage]:
            return [stage for stage in Stage if self.window.pages.has(stage)]

        self.assertEqual(made(), [Stage.CLIENTS, Stage.BOOKS])
        self.press(Key.Key_F3)
        self.type("", Key.Key_Escape)
        self.assertFalse(self.action("Duplicate the asset").enabled())
        self.assertEqual(made(), [Stage.CLIENTS, Stage.BOOKS])
        self.window.show_stage(Stage.ASSETS)
        self.assertTrue(self.action("Duplicate the asset").enabled())
        self.assertEqual(made(), [Stage.CLIENTS, Stage.BOOKS, Stage.ASSETS])

    def test_every_key_is_declared_once_and_listed(self) -> None:
        keys = [action.key for action in self.window.actions_here if action.key]
        self.assertEqual(len(keys), len(set(keys)))
        readme = (Path(__file__).parents[2] / "README.md").read_text(encoding="utf-8")
        for key in keys:
            self.assertIn(key.replace("Pg", "Page "), readme)
        self.press(Key.Key_F1)
        found = self.window.finder.list
        shown = [found.item(row).text() for row in range(found.count())]
        for key in keys:
            self.assertTrue(any(f"key {key}" in text for text in shown), key)

    def test_findings_lead_to_their_place(self) -> None:
        self.window.open_path(self.folder / "Lindqvist, Greta 2025.halfyard")
        self.window.show_stage(Stage.RETURN)
        findings = self.window.returns.findings
        self.assertIn("No line is chosen yet", findings.item(0).text())
        findings.itemActivated.emit(findings.item(0))
        self.assertIs(self.window.stage, Stage.BOOKS)
        self.assertEqual(self.window.workspace.subject, "/entries/e00005")

    def test_every_sheet_is_a_page_whose_lines_have_threads(self) -> None:
        page = self.window.returns
        self.window.show_stage(Stage.RETURN)
        computation = self.window.workspace.computation
        for sheet in computation.sheets:
            page.map.chosen.emit(sheet.key)
            places = [item.place for item in page.lines.rows_model.rows if item.place]
            self.assertEqual(places, [line.place for line in sheet.lines])
            for place in places:
                self.window.workspace.look_at(place)
                self.assertGreater(len(self.thread()), 1)

    def test_the_finder_reaches_lines_entries_and_commands(self) -> None:
        for words, subject in (
            ("taxable income form 1040 15", Place("form_1040", "taxable_income")),
            ("asset long-arm", "/assets/s00003"),
            ("crab pot", "/entries/e00044"),
            ("4,186.50", "/entries/e00001"),
        ):
            with self.subTest(words=words):
                self.find(words)
                self.assertEqual(self.window.workspace.subject, subject)
        self.press(Key.Key_F3)
        self.type("zzzz")
        self.assertIsNone(self.window.finder.list.currentItem())
        self.assertIn("Nothing has all of", self.window.finder.list.item(0).text())
        self.press(Key.Key_Escape)
        self.assertFalse(self.window.finder.isVisible())
        self.window.finder.open()
        self.assertIsNotNone(self.window.finder.list.item(0).data(FOUND_ROLE))


class Files(DemoCase):
    def test_the_list_says_how_each_file_stands(self) -> None:
        self.window.clients.list.listing.finish()
        files = self.window.clients.list.files
        cells = [[files.item(row, column) for column in (0, 2)] for row in range(files.rowCount())]
        table = {who.text(): state.text() for who, state in cells if who and state}
        self.assertEqual(
            table,
            {
                "Adeyemi, Margaux and Piers": "Complete",
                "Castellan, Rosa and Anders Bly": "Refused",
                "Hallowell, Ines and Julian": "Not all sorted",
                "Laframboise, Odette": "Not all computed",
                "Lindqvist, Greta": "2 to mend",
                "Mbeki, Lwazi and Carina": "Complete",
                "Oduya, Femi": "Not all computed",
                "Quill, Bettina": "Filed",
                "Ravn, Torben": "Complete",
                "Yarrow, Tess and Ewan": "Complete",
            },
        )

    def test_clients_are_found_by_words_and_looked_at_again_only_when_they_changed(self) -> None:
        clients = self.window.clients
        clients.list.listing.finish()
        self.window.show_stage(Stage.CLIENTS)
        self.press(Key.Key_F, Modifier.ControlModifier)
        self.type("asked")
        shown = [
            row for row in range(clients.list.files.rowCount()) if not clients.list.files.isRowHidden(row)
        ]
        found = [clients.list.files.item(row, 0) for row in shown]
        names = [item.text() for item in found if item]
        self.assertEqual(names, ["Lindqvist, Greta", "Mbeki, Lwazi and Carina"])
        clients.list.line.clear()
        again = mock.patch("half_yard.desktop.listing.standing_of", wraps=standing_of)
        with again as looked:
            clients.refresh_files()
            clients.list.listing.finish()
        looked.assert_not_called()

    def test_clients_are_sorted_by_how_they_stand(self) -> None:
        clients = self.window.clients
        clients.list.listing.finish()

        def states() -> list[str]:
            items = [clients.list.files.item(row, 2) for row in range(clients.list.files.rowCount())]
            return [item.text() for item in items if item is not None]

        clients.list.sort_by(2)
        clients.list.listing.finish()
        self.assertEqual(states(), sorted(states()))
        clients.list.sort_by(2)
        clients.list.listing.finish()
        self.assertEqual(states(), sorted(states(), reverse=True))
        self.assertLess(by_amount("to pay 9,000"), by_amount("to pay 18,902"))

    def test_a_client_is_opened_where_it_is_answered(self) -> None:
        clients = self.window.clients
        clients.list.listing.finish()
        self.window.show_stage(Stage.CLIENTS)
        files = clients.list.files
        rows = {str(files.model().index(row, 0).data()): row for row in range(files.rowCount())}
        clients.list.files.setCurrentCell(rows["Mbeki, Lwazi and Carina"], 0)
        clients.list.files.setFocus()
        self.press(ENTER, Modifier.ControlModifier)
        self.settle()
        file = self.window.workspace.file
        self.assertEqual((file.title, self.window.stage), ("Mbeki, Lwazi and Carina", Stage.LOOK_OVER))
        key = next(iter(open_questions(file)))
        self.press(Key.Key_F2)
        self.type("14800", ENTER)
        self.assertEqual(self.window.workspace.file.questions[key].answer, "14800")

    def test_many_clients_are_looked_at_in_a_process_of_their_own(self) -> None:
        text = to_text(client_files()["Oduya, Femi 2025.halfyard"])
        for number in range(FEW + 4):
            (self.folder / f"Client {number:02d} 2025.halfyard").write_text(text, encoding="utf-8")
        clients = self.window.clients
        clients.refresh_files()
        self.assertTrue(clients.list.listing.is_active)
        self.wait_for(lambda: not clients.list.listing.is_active)
        items = [clients.list.files.item(row, 2) for row in range(clients.list.files.rowCount())]
        states = {item.text() for item in items if item is not None}
        self.assertIn("Not all computed", states)
        self.assertNotIn("…", states)

    def test_a_damaged_file_is_refused_in_words_and_the_open_one_stays(self) -> None:
        damaged = self.folder / "Damaged 2025.halfyard"
        damaged.write_text("{", encoding="utf-8")
        self.assertFalse(self.window.open_path(damaged))
        self.assertIn("damaged or cut off", self.window.clients._problem.text())
        self.assertEqual(self.window.workspace.path, self.folder / MAIN_FILE)

    def test_a_second_window_cannot_open_the_same_file(self) -> None:
        other = self.new_window()
        self.assertFalse(other.open_path(self.folder / MAIN_FILE))
        self.assertIn("another window", other.clients._problem.text())

    def test_closing_saves_and_recovered_edits_are_said(self) -> None:
        path = self.folder / MAIN_FILE
        self.window.workspace.go_to("/people/owner/first_name")
        name = self.focused()
        assert isinstance(name, QLineEdit)
        name.selectAll()
        self.type("Inez")
        self.window.close()
        self.assertEqual(read_file(path).people["owner"].first_name, "Inez")
        self.assertEqual(QApplication.topLevelWidgets().count(self.window), 1)

    def test_everything_that_takes_the_focus_has_a_name(self) -> None:
        for stage in Stage:
            self.window.show_stage(stage)
            for widget in self.window.findChildren(QWidget):
                if widget.isVisible() and widget.focusPolicy().value & 1 and _speaks(widget, self.window):
                    name = widget.accessibleName() or getattr(widget, "text", lambda: "")()
                    self.assertTrue(name, f"{type(widget).__name__} on {stage.value}")


def _speaks(widget: QWidget, window: MainWindow) -> bool:
    """Whether a widget is one that people use, not a part of another widget or a mere container."""
    own = type(widget).__module__.startswith("half_yard") or isinstance(widget, QLineEdit | QCheckBox)
    return own and widget is not window and not widget.objectName().startswith("qt_")


if __name__ == "__main__":
    unittest.main()
