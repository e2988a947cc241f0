"""The office's clients by keyboard: assigned, gone on into next year, asked in proposed words, written to."""

from __future__ import annotations

import datetime
from unittest import mock

from PySide6.QtCore import Qt

from half_yard.demo import write_office
from half_yard.desktop.pages.client_list import DUE, PREPARES, WAITS, YEAR
from half_yard.desktop.stages import Stage
from half_yard.desktop.tables.cursor import CursorRules
from half_yard.records import change
from half_yard.standins import ServiceError
from half_yard.standins.outbox import Receipt
from half_yard.storage import read_file
from tests.desktop.window_case import Key, Modifier, WindowCase

ENTER, CTRL = Key.Key_Return, Modifier.ControlModifier
GIVEN_TO = "half_yard.office.sending.send.__defaults__"


class OfficeCase(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / "Oduya, Femi 2025.halfyard")
        self.workspace, self.clients = self.window.workspace, self.window.clients
        self.said: list[str] = []
        self.workspace.said.connect(self.said.append)
        self.window.show_stage(Stage.CLIENTS)
        self.clients.list.listing.finish()
        self.settle()

    def cell(self, client: str, column: int) -> str:
        files = self.clients.list.files
        rows = {str(files.model().index(row, 0).data()): row for row in range(files.rowCount())}
        return str(files.model().index(rows[client], column).data())

    def carry_out(self, table: CursorRules, name: str) -> None:
        """Do what the context menu of a table offers."""
        next(action for action in table.actions_here if action.name == name).act()

    def put_on(self, *clients: str) -> None:
        files = self.clients.list.files
        files.clearSelection()
        for row in range(files.rowCount()):
            name, year = (str(files.model().index(row, column).data()) for column in (0, YEAR))
            if name in clients and year == "2025":
                files.setCurrentCell(row, 0, files.selectionModel().SelectionFlag.Select)
                files.selectRow(row) if len(clients) == 1 else None
        files.setFocus()


class Clients(OfficeCase):
    def test_several_are_assigned_in_one_line_the_open_one_among_them(self) -> None:
        self.put_on("Oduya, Femi", "Ravn, Torben")
        self.carry_out(self.clients.list.files, "Assign the chosen clients")
        self.type("KL", Key.Key_Tab)
        self.type("JO", Key.Key_Tab)
        self.type("2026-10-15", ENTER)
        self.clients.list.listing.finish()
        for client in ("Oduya, Femi", "Ravn, Torben"):
            self.assertEqual((self.cell(client, PREPARES), self.cell(client, DUE)[:6]), ("KL", "Oct 15"))
        self.assertEqual(self.cell("Ravn, Torben", WAITS), "KL")
        self.assertEqual(self.workspace.file.assignment.asks, "JO")
        self.assertEqual(read_file(self.folder / "Ravn, Torben 2025.halfyard").assignment.prepares, "KL")
        self.press(Key.Key_Z, CTRL)
        self.assertEqual(self.workspace.file.assignment.prepares, "", "it is an edit like any other")

    def test_what_is_no_day_is_said_and_the_line_stays(self) -> None:
        self.put_on("Ravn, Torben")
        self.clients.ask_to_assign()
        self.clients.assign_line.due.setText("soon")
        self.press(ENTER)
        self.assertIn("“soon” is no date", self.clients._problem.text())
        self.assertTrue(self.clients.assign_line.isVisible())
        self.assertEqual(read_file(self.folder / "Ravn, Torben 2025.halfyard").assignment.prepares, "")

    def test_the_next_year_of_several_is_seen_before_it_is_made(self) -> None:
        self.put_on("Quill, Bettina", "Ravn, Torben")
        self.clients.show_next_years()
        view = self.clients.going_on
        self.wait_for(view.go.isEnabled)
        shown = [str(view.table.model().index(row, 1).data()) for row in range(2)]
        self.assertEqual(shown, ["Quill, Bettina 2026.halfyard", "Ravn, Torben 2026.halfyard"])
        self.assertFalse((self.folder / shown[0]).exists())
        view.go.click()
        self.settle()
        self.assertTrue(all((self.folder / name).exists() for name in shown))
        self.assertIn("2 files of next year are made", self.said[-1])
        self.put_on("Quill, Bettina")
        self.clients.show_next_years()
        self.wait_for(lambda: view.table.rowCount() > 0)
        self.assertIn("nothing changed since", str(view.table.model().index(0, 2).data()))
        self.assertFalse(view.go.isEnabled())

    def test_the_particulars_are_beside_the_list(self) -> None:
        self.clients.strip.setFocus()
        self.press(Key.Key_Right)
        self.settle()
        self.assertTrue(self.clients.particulars.isVisible())
        self.window.show_stage(Stage.BOOKS)
        self.window.show_stage(Stage.CLIENTS)
        self.assertTrue(self.clients.particulars.isVisible(), "it stays where it was")


class Writing(OfficeCase):
    def setUp(self) -> None:
        super().setUp()
        self.page = self.window.look_over
        self.page.initials.setText("AB")
        self.window.show_stage(Stage.LOOK_OVER)
        self.page.choose("questions")
        self.questions = self.page.questions

    def test_proposed_questions_are_asked_in_one_edit_without_those_unticked(self) -> None:
        self.questions.show_proposals()
        view = self.questions.proposals
        ticks = [view.table.item(row, 0).checkState() for row in range(view.table.rowCount())]  # type: ignore[union-attr]
        self.assertEqual(ticks[0], Qt.CheckState.Unchecked, "a till sends no form")
        self.press(Key.Key_Down)
        self.press(Key.Key_Space)
        view.ask.click()
        self.assertEqual(len(self.workspace.file.questions), len(ticks) - 2)
        self.assertTrue(all(each.by == "AB" for each in self.workspace.file.questions.values()))
        self.press(Key.Key_Z, CTRL)
        self.assertEqual(self.workspace.file.questions, {})

    def test_the_letter_is_edited_beside_how_it_reads(self) -> None:
        self.questions.show_letter()
        view = self.questions.letter
        self.assertIn("Dear Femi Oduya", view.preview.toPlainText())
        view.words.setPlainText("Hello {someone}")
        self.assertIn("no field {someone}", view._problem.text())
        self.assertFalse(view.write.isEnabled())
        self.assertEqual(view.words.toPlainText(), "Hello {someone}", "what was typed stays")
        view.words.setPlainText("Hello {client}")
        self.assertIn("Hello Femi Oduya", view.preview.toPlainText())
        view.name.setText("Letter, short")
        view.name.setFocus()
        self.press(ENTER)
        self.assertEqual((self.folder / "Letter, short.txt").read_text(encoding="utf-8"), "Hello {client}")
        self.assertEqual(view.wording.currentText(), "Letter, short")
        view.name.setText("Words")
        view.keep_words()
        self.assertIn("begin the name with", view._problem.text())

    def test_a_letter_is_sent_and_kept_and_its_failures_are_said(self) -> None:
        self.page.ask_about("/people/owner/birth_date")
        self.questions.show_letter()
        view = self.questions.letter
        self.assertFalse(view.send.isEnabled(), "there is nobody to send it to")
        self.workspace.do(change("Mail", "/household/email", "femi@example.org"))
        self.settle()
        with mock.patch(GIVEN_TO, (self.down,)):
            view.send.click()
        self.assertEqual((self.said[-1], self.workspace.file.messages), ("It is down.", {}))
        for receipt, became in ((Receipt("", "No room."), "did not go. No room."), (Receipt("HO-7"), "HO-7")):
            with mock.patch(GIVEN_TO, (lambda _sent, receipt=receipt: receipt,)):
                view.send.click()
            self.assertIn(became, self.said[-1])
        self.assertEqual([each.number for each in self.workspace.file.messages.values()], ["", "HO-7"])
        self.assertIn("went as HO-7", str(view.sent.model().index(0, 3).data()))
        self.assertEqual(self.workspace.file.questions["v00001"].asked, (datetime.date.today(),))

    @staticmethod
    def down(_sent: bytes) -> Receipt:
        raise ServiceError("It is down.")


class Packets(OfficeCase):
    def test_parts_and_order_are_kept_for_all_clients(self) -> None:
        self.window.show_stage(Stage.HAND_OVER)
        paper = self.window.hand_over.paper
        paper.parts.setCurrentRow(0)
        self.press(Key.Key_Down, Modifier.AltModifier | Modifier.ShiftModifier)
        paper.parts.setCurrentRow(paper._order.index("cover"))
        self.press(Key.Key_Space)
        self.assertEqual((paper._order[:2], "cover" in paper.chosen), (["summary", "cover"], False))
        self.carry_out(paper.parts, "Keep this choice and order for all clients")
        self.window.open_path(self.folder / "Quill, Bettina 2025.halfyard")
        self.window.show_stage(Stage.HAND_OVER)
        self.settle()
        self.assertEqual((paper._order[:2], "cover" in paper.chosen), (["summary", "cover"], False))
        again = self.new_window()
        again.open_path(self.folder / "Mbeki, Lwazi and Carina 2025.halfyard")
        again.show_stage(Stage.HAND_OVER)
        self.assertEqual(again.hand_over.paper._order[:2], ["summary", "cover"])
