"""Side by side by keyboard: trying otherwise, wearing, ready ones, a curve, taking one into the file."""

from __future__ import annotations

from pathlib import Path
from unittest import mock

from PySide6.QtWidgets import QApplication

from half_yard.desktop.stages import Stage
from half_yard.figures import Place
from half_yard.records import ClientFile, change
from half_yard.records.fittings import Fitting
from tests.desktop.window_case import DemoCase, Key, Modifier

ENTER, CTRL, ALT_SHIFT = (
    Key.Key_Return,
    Modifier.ControlModifier,
    Modifier.AltModifier | Modifier.ShiftModifier,
)
SAVING = "PySide6.QtWidgets.QFileDialog.getSaveFileName"
OPENING = "PySide6.QtWidgets.QFileDialog.getOpenFileName"


class SideBySide(DemoCase):
    def setUp(self) -> None:
        super().setUp()
        self.workspace, self.page = self.window.workspace, self.window.beside
        self.said: list[str] = []
        self.workspace.said.connect(self.said.append)

    @property
    def kept(self) -> ClientFile:
        """The file as it is, whatever is worn."""
        return self.workspace.open_file.file

    def refund(self) -> int:
        return self.amount("form_1040/overpaid")

    def cell(self, row: int, column: int) -> str:
        return str(self.page.beside.table.model().index(row, column).data())

    def test_what_is_typed_goes_into_the_fitting_and_nothing_in_the_file_changes(self) -> None:
        before, refund = self.kept, self.refund()
        self.workspace.go_to("/entries/e00001")
        self.settle()
        self.press(Key.Key_T, CTRL)
        line = self.window.worn_line
        self.assertTrue(line.isVisible())
        self.assertIn("Nothing in the file changes", line.words.text())
        self.workspace.do(change("More", "/entries/e00001/amount", "9000.00"))
        self.workspace.do(change("More", "/entries/e00001/amount", "14186.50"))
        self.assertEqual((self.kept.entries, self.kept.people), (before.entries, before.people))
        worn = self.kept.fittings[self.workspace.fittings.worn]
        self.assertEqual(len(worn.edits), 1, "setting the same field again is one edit")
        self.assertLess(self.refund(), refund)
        against = self.workspace.effect(Place("form_1040", "overpaid"))
        self.assertLess(against, 0, "the strip shows it against the file")
        self.press(Key.Key_Z, CTRL)
        (edit,) = self.kept.fittings[self.workspace.fittings.worn].edits
        self.assertEqual(edit.changes[0].value, "9000.00")
        self.press(Key.Key_T, CTRL)
        self.assertFalse(line.isVisible())
        self.assertEqual(self.refund(), refund)

    def test_what_only_would_be_is_not_sent_and_begins_no_year(self) -> None:
        self.workspace.wear("F00001")
        self.window.show_stage(Stage.HAND_OVER)
        self.window.hand_over.choose("filing")
        self.assertFalse(self.window.hand_over.filing.send.isEnabled())
        self.assertIn("A fitting is worn", self.window.hand_over.filing._said.text())
        self.window.hand_over.choose("next_year")
        self.assertIn("A fitting is worn", self.window.hand_over.next_year._said.text())
        self.assertFalse(self.window.hand_over.next_year.make.isEnabled())

    def test_the_table_has_a_column_for_each_and_says_why_they_part(self) -> None:
        self.window.show_stage(Stage.BESIDE)
        self.settle()
        view = self.page.beside
        refunds = [self.cell(7, column) for column in range(5)]
        self.assertEqual(refunds, ["Refund", "2,190", "5,642", "3,242", "2,748"])
        view.table.setCurrentCell(3, 2)
        self.assertIn("Deductible part of self-employment tax", view._why.text())
        view.differences.click()
        self.assertEqual([self.cell(7, column) for column in (1, 2)], ["2,190", "3,452"])
        view.all_lines.click()
        self.assertGreater(view.table.rowCount(), 40)
        view.all_lines.click()
        view.words.setFocus()
        self.type("total adjustments", ENTER)
        self.assertIn("Schedule 1", self.cell(9, 0))
        self.type("zzz", ENTER)
        self.assertIn("No line has all", self.said[-1])

    def test_eight_are_kept_named_copied_moved_and_put_away(self) -> None:
        self.window.show_stage(Stage.BESIDE)
        view = self.page.beside
        for number in range(5):
            view.fittings.keep(Fitting(name=f"Fitting {number}", edits=()))
        self.assertEqual((view.fittings.list.count(), view.table.columnCount()), (8, 10))
        view.fittings.list.setFocus()
        view.fittings.list.setCurrentRow(7)
        self.press(Key.Key_F2)
        self.type("Named", ENTER)
        self.assertEqual(view.fittings.list.item(7).text(), "Named")
        self.press(Key.Key_Up, ALT_SHIFT)
        self.assertEqual(view.fittings.list.item(6).text(), "Named")
        self.press(Key.Key_D, CTRL)
        self.assertEqual(view.fittings.list.item(8).text(), "Named, again")
        self.press(Key.Key_Delete)
        self.assertEqual(view.fittings.list.count(), 8)
        self.press(Key.Key_Z, CTRL)
        self.assertEqual(view.fittings.list.count(), 9)

    def test_one_is_taken_into_the_file_and_undone(self) -> None:
        self.window.show_stage(Stage.BESIDE)
        view = self.page.beside
        before = self.kept
        view.fittings.list.setCurrentRow(2)
        view.fittings.take()
        self.assertEqual(self.refund(), 2748)
        self.assertEqual((len(self.kept.fittings), len(self.kept.items)), (2, len(before.items) + 1))
        self.press(Key.Key_Z, CTRL)
        self.assertEqual(self.kept, before)

    def test_a_ready_one_asks_one_thing(self) -> None:
        self.window.show_stage(Stage.BESIDE)
        self.page.choose("ready")
        self.page.focus()
        view = self.page.ready
        self.type("more estimated")
        view.table.setFocus()
        self.press(ENTER)
        self.type("much", ENTER)
        self.assertIn("not part of an amount", view._problem.text())
        view.answer.selectAll()
        self.type("2500", ENTER)
        self.settle()
        self.assertEqual(self.page.beside.fittings.list.currentItem().text(), "2,500 more estimated tax")
        self.assertEqual(self.cell(7, 5), "4,690")

    def test_a_curve_is_walked_along_and_written(self) -> None:
        self.workspace.go_to("/entries/e00001")
        self.window.show_stage(Stage.BESIDE)
        self.page.choose("sweep")
        view = self.page.sweep
        self.assertTrue(view.input.text().startswith("Entry: Camden Yacht Service"))
        for line, text in ((view.least, "0"), (view.most, "60000"), (view.step, "5000")):
            line.setText(text)
        view.go.click()
        self.wait_for(lambda: len(view.points) == 13)
        self.assertIs(QApplication.focusWidget(), view.curve)
        first = view._said.text()
        self.press(Key.Key_Right, times=3)
        self.assertEqual(view.curve.at, 3)
        self.assertNotEqual(view._said.text(), first)
        self.assertIn("15,000", view.curve.accessibleName())
        for name, begins in (("a.csv", b"value,amount"), ("a.svg", b"<svg"), ("a.png", b"\x89PNG")):
            target = Path(self.folder) / name
            with mock.patch(SAVING, return_value=(str(target), "")):
                view.ask_to_write()
            self.assertTrue(target.read_bytes().startswith(begins), name)

    def test_what_can_not_be_worked_out_is_said_in_its_place(self) -> None:
        self.window.show_stage(Stage.BESIDE)
        self.page.choose("sweep")
        view = self.page.sweep
        view.draw()
        self.assertIn("Say what is moved", view._problem.text())
        view.input.setText("/entries/e00001/amount")
        for line, text in ((view.least, "0"), (view.most, "100"), (view.step, "0")):
            line.setText(text)
        view.draw()
        self.assertIn("no end", view._problem.text())
        view.step.setText("50")
        view.target.setText("1")
        view.find_target()
        self.wait_for(lambda: "can't be met" in view._problem.text())
        self.assertIn("comes nearest", view._problem.text())

    def test_the_years_ahead_and_another_file_stand_beside(self) -> None:
        self.window.show_stage(Stage.BESIDE)
        self.page.choose("ahead")
        view = self.page.ahead
        last = view.table.rowCount() - 1
        before = str(view.table.model().index(last, 1).data())
        view.rate.setText("12")
        view.refresh()
        self.assertNotEqual(str(view.table.model().index(last, 1).data()), before)
        view.rate.setText("much")
        view.refresh()
        self.assertIn("not part of", view._said.text())
        view.rate.setText("4")
        self.page.choose("fittings")
        other = self.folder / "Quill, Bettina 2025.halfyard"
        with mock.patch(OPENING, return_value=(str(other), "")):
            self.page.beside.ask_for_file()
        self.assertEqual(self.cell(0, 5), "22,987")
        self.workspace.do(change("More", "/entries/e00001/amount", "14186.50"))
        self.page.beside.show_morning()
        self.assertEqual((self.cell(7, 1), self.cell(7, 6)), ("0", "2,190"))
        page = self.page.page_to_print()
        self.assertIn("As the day began", page)
        self.assertIn("The employer would pay", page)
