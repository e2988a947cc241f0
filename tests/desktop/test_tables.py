"""Tables of records: going from cell to cell, new rows, several rows at once, large and negative amounts."""

from __future__ import annotations

from collections.abc import Iterator

from PySide6.QtCore import QItemSelectionModel, QModelIndex, Qt
from PySide6.QtWidgets import QAbstractItemView, QApplication, QLineEdit

from half_yard.demo import MAIN_FILE, write_office
from half_yard.desktop.stages import Stage
from half_yard.desktop.tables import RecordModel, RecordTable
from half_yard.figures.explain import exact_text, money_text
from half_yard.records import remove
from half_yard.storage import to_text
from tests.desktop.window_case import Key, Modifier, WindowCase

ENTER, TAB = Key.Key_Return, Key.Key_Tab
LINE, AMOUNT, LANDS = 3, 4, 5


class TableCase(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / MAIN_FILE)
        self.view = self.window.books.activity
        self.view.show_all()

    @property
    def table(self) -> RecordTable:
        return self.view.entries.table

    @property
    def model(self) -> RecordModel:
        return self.view.model

    def text(self, row: int, column: int) -> str:
        return str(self.model.index(row, column).data() or "")

    def new_entry(self, *cells: str) -> None:
        self.table.start_new()
        self.press(ENTER)
        for cell in cells:
            self.type(cell, ENTER)


class Going(TableCase):
    def test_enter_and_tab_go_on_and_shift_tab_goes_back(self) -> None:
        self.table.show_record("e00001", 1)
        self.press(ENTER)
        self.press(ENTER)
        self.assertEqual(self.table.currentIndex().column(), 2)
        self.press(TAB)
        self.assertEqual(self.table.currentIndex().column(), LINE)
        self.press(Key.Key_Backtab, Modifier.ShiftModifier)
        self.assertEqual(self.table.currentIndex().column(), 2)
        self.press(Key.Key_Escape)
        self.assertIs(self.focused(), self.table)
        self.assertEqual(self.window.workspace.open_file.unsaved, 0)
        self.press(TAB)
        self.assertIsNot(self.focused(), self.table)

    def test_computed_cells_are_passed_over_and_not_typed_into(self) -> None:
        self.table.show_record("e00001", AMOUNT)
        self.press(ENTER)
        self.press(TAB)
        at = self.table.currentIndex()
        self.assertEqual((at.row(), at.column()), (1, 0))
        self.assertFalse(self.model.index(0, LANDS).flags() & Qt.ItemFlag.ItemIsEditable)

    def test_escape_gives_the_old_value_back(self) -> None:
        self.table.show_record("e00001", 1)
        self.press(ENTER)
        self.type("gone")
        self.press(Key.Key_Escape)
        self.assertEqual(self.text(0, 1), "Camden Yacht Service")


class New(TableCase):
    def test_a_row_becomes_an_entry_with_its_amount_and_the_next_begins(self) -> None:
        before = self.model.rowCount()
        self.new_entry("4/1", "Sail shop", "Thread", "22 sup", "3*12.10")
        self.assertEqual(self.model.rowCount(), before + 1)
        entry = self.window.workspace.file.entries["e00094"]
        self.assertEqual((entry.line, str(entry.amount), entry.reckoning), ("supplies", "36.30", "3*12.10"))
        at = self.table.currentIndex()
        self.assertEqual((at.row(), at.column()), (before, 0))
        self.press(Key.Key_Escape)
        self.table.show_record("e00094", AMOUNT)
        self.press(ENTER)
        line = self.focused()
        assert isinstance(line, QLineEdit)
        self.assertEqual(line.text(), "3*12.10")

    def test_a_choice_that_could_be_several_is_refused_and_kept(self) -> None:
        self.new_entry("4/1", "Sail shop", "Thread", "meals")
        self.assertIn("could be several", self.view.entries.refusal.text())
        self.assertEqual(self.text(self.model.rowCount() - 1, LINE), "meals")
        self.assertNotIn("e00094", self.window.workspace.file.entries)

    def test_the_arrow_keys_pick_from_the_list_of_choices(self) -> None:
        self.new_entry("4/1", "Sail shop", "Thread")
        self.type("meals", Key.Key_Down, Key.Key_Down, ENTER)
        self.type("10", ENTER)
        self.assertEqual(self.window.workspace.file.entries["e00094"].line, "restaurant_meals")

    def test_an_entry_without_a_line_is_kept_and_stopped(self) -> None:
        self.new_entry("", "Someone", "", "", "12")
        self.assertEqual(self.window.workspace.file.entries["e00094"].line, "")
        self.assertEqual(self.text(self.model.row_of("e00094"), LANDS), "nowhere")

    def test_delete_on_the_new_row_forgets_what_was_typed(self) -> None:
        self.table.start_new(1)
        self.press(ENTER)
        self.type("Half typed", ENTER)
        self.press(Key.Key_Escape)
        self.press(Key.Key_Delete)
        self.assertEqual(self.text(self.model.rowCount() - 1, 1), "a new entry")

    def test_household_tables(self) -> None:
        self.window.books.choose("household")
        tables = self.window.books.household.tables
        for name, cells in (
            ("wages", ("", "Marina", "ines", "5000.50", "", "410")),
            ("interest", ("", "Savings bank", "julian", "88.12", "")),
            ("estimated_payments", ("1/15/2026", "500")),
        ):
            tables[name].table.start_new()
            self.press(ENTER)
            for cell in cells:
                self.type(cell, ENTER)
            self.press(Key.Key_Escape)
        file = self.window.workspace.file
        self.assertEqual(
            (file.wages["w00002"].person, str(file.wages["w00002"].withheld)), ("owner", "410.00")
        )
        self.assertIsNone(file.wages["w00002"].social_security_wages)
        self.assertEqual(file.interest["i00002"].person, "spouse")
        self.assertEqual(str(file.estimated_payments["p00005"].date), "2026-01-15")
        self.assertEqual(self.amount("form_1040/wages"), 28847)


class Several(TableCase):
    def test_several_rows_are_removed_in_one_edit(self) -> None:
        before = to_text(self.window.workspace.file)
        self.table.setFocus()
        selection = self.table.selectionModel()
        selection.clear()
        for row in (1, 3, 4):
            selection.select(
                self.model.index(row, 0),
                QItemSelectionModel.SelectionFlag.Select | QItemSelectionModel.SelectionFlag.Rows,
            )
        self.press(Key.Key_Delete)
        kept = self.window.workspace.file.entries
        self.assertFalse({"e00002", "e00004", "e00005"} & set(kept))
        self.assertIn("e00003", kept)
        self.assertEqual(self.window.workspace.open_file.unsaved, 1)
        self.press(Key.Key_Z, Modifier.ControlModifier)
        self.assertEqual(to_text(self.window.workspace.file), before)

    def test_the_cursor_stays_on_its_record_when_rows_before_it_go(self) -> None:
        self.table.show_record("e00010", 1)
        self.window.workspace.do(remove("Removal", "/entries/e00002"))
        self.assertEqual(self.model.id_at(self.table.currentIndex().row()), "e00010")

    def test_another_file_begins_afresh(self) -> None:
        self.table.start_new(1)
        self.press(ENTER)
        self.type("Half typed", ENTER)
        self.press(Key.Key_Escape)
        self.window.open_path(self.folder / "Oduya, Femi 2025.halfyard")
        self.view.show_all()
        self.assertEqual(self.text(self.model.rowCount() - 1, 1), "a new entry")
        self.assertEqual(self.model.rowCount(), len(self.window.workspace.file.entries) + 1)


class Amounts(TableCase):
    def test_large_and_negative_amounts_are_shown_whole(self) -> None:
        self.new_entry("4/1", "Shipyard", "Refit", "22", "-1234567.89")
        row = self.model.row_of("e00094")
        self.assertEqual(self.text(row, AMOUNT), "−1,234,567.89")
        width = self.table.columnWidth(AMOUNT) - 12
        self.assertLessEqual(self.table.fontMetrics().horizontalAdvance("−1,234,567.89"), width)
        self.assertEqual(self.amount("schedule_c.a00001.owner/supplies"), 846 - 1234568)

    def test_amounts_for_reading(self) -> None:
        decimal = self.window.workspace.file.entries["e00001"].amount
        self.assertEqual(exact_text(decimal), "4,186.50")
        self.assertEqual(exact_text(-decimal), "−4,186.50")
        self.assertEqual(money_text(decimal - decimal), "0")


class Refused(TableCase):
    """A cell that refuses what was typed stays open until it can be taken or is given up."""

    def setUp(self) -> None:
        super().setUp()
        self.table.show_record("e00001", LINE)
        self.before = self.text(0, LINE)
        self.press(ENTER)
        self.type("meals", TAB)

    def typed(self) -> str:
        line = self.table.indexWidget(self.table.currentIndex())
        assert isinstance(line, QLineEdit), "the cell was closed"
        return line.text()

    def choices(self) -> list[str]:
        popup = QApplication.activePopupWidget()
        assert isinstance(popup, QAbstractItemView), "no choices are shown"
        return [str(popup.model().index(row, 0).data()) for row in range(popup.model().rowCount())]

    def test_tab_does_not_leave_it_and_the_choices_that_fit_are_shown(self) -> None:
        self.press(TAB, times=3)
        self.assertEqual(self.typed(), "meals")
        self.assertIn("could be several", self.view.entries.refusal.text())
        self.assertTrue(self.choices())
        self.assertTrue(all("meals" in choice.casefold() for choice in self.choices()))
        self.assertIs(self.window.stage, Stage.BOOKS)
        self.assertEqual(self.window.workspace.open_file.unsaved, 0)

    def test_an_arrow_and_enter_pick_one(self) -> None:
        self.type("", Key.Key_Down, ENTER)
        self.assertIn("meals", self.window.workspace.file.entries["e00001"].line)
        self.assertEqual(self.view.entries.refusal.text(), "")

    def test_typing_on_goes_on_with_what_is_there(self) -> None:
        self.type(" res")
        self.assertEqual(self.typed(), "meals res")
        self.type("", TAB)
        self.assertEqual(self.window.workspace.file.entries["e00001"].line, "restaurant_meals")

    def test_escape_gives_the_old_value_back_at_once(self) -> None:
        self.press(Key.Key_Escape)
        self.assertIs(self.focused(), self.table)
        self.assertEqual(self.text(0, LINE), self.before)
        self.assertEqual(self.view.entries.refusal.text(), "")

    def test_later_leaves_it_unsorted_on_purpose(self) -> None:
        self.assertIn("“later” leaves it unsorted", self.view.entries.refusal.text())
        self.press(Key.Key_A, Modifier.ControlModifier)
        self.type("later", TAB)
        self.assertEqual(self.window.workspace.file.entries["e00001"].line, "")
        self.assertEqual(self.table.currentIndex().column(), AMOUNT)

    def test_what_was_refused_when_the_cell_was_left_by_mouse_is_typed_on(self) -> None:
        self.press(Key.Key_Escape)
        self.press(ENTER)
        self.type("meals")
        self.view.entries_view.words.setFocus()
        self.settle()
        self.assertEqual(self.text(0, LINE), "meals")
        self.table.setFocus()
        self.type(" ")
        self.type("res")
        self.assertEqual(self.typed(), "meals res")


class Cursor(TableCase):
    """What the cursor is on is what is acted upon, in every table and list of every page."""

    def views(self) -> Iterator[QAbstractItemView]:
        """Every table and list that can be seen now, but for what drops down."""
        for view in self.window.findChildren(QAbstractItemView):
            tabbed = view.focusPolicy() & Qt.FocusPolicy.TabFocus
            if view.isVisible() and view.window() is self.window and tabbed and view.model().rowCount():
                yield view

    def test_what_takes_the_focus_has_a_cursor_and_the_selection_follows_it(self) -> None:
        seen = 0
        for page, _ in self.pages():
            for view in list(self.views()):
                where = (page, view.accessibleName())
                view.clearFocus()
                view.setCurrentIndex(QModelIndex())
                view.setFocus(Qt.FocusReason.TabFocusReason)
                self.settle()
                if not view.hasFocus():
                    continue
                self.assertTrue(view.currentIndex().isValid(), where)
                for key in (Key.Key_End, Key.Key_Home):
                    self.press(key, Modifier.ControlModifier)
                    rows = {index.row() for index in view.selectionModel().selectedRows(0)}
                    at = view.currentIndex()
                    if view.selectionMode() is not QAbstractItemView.SelectionMode.NoSelection:
                        self.assertLessEqual(rows, {at.row()}, where)
                seen += 1
        self.assertGreater(seen, 20)

    def test_delete_after_the_last_row_was_gone_to_removes_that_one(self) -> None:
        self.table.show_record("e00001")
        last = self.model.id_at(self.model.rowCount() - 2)
        self.press(Key.Key_End, Modifier.ControlModifier)
        self.press(Key.Key_Up, Modifier.ControlModifier)
        self.press(Key.Key_Delete)
        self.assertIn("e00001", self.window.workspace.file.entries)
        self.assertNotIn(last, self.window.workspace.file.entries)

    def test_typing_into_a_table_that_was_tabbed_into_makes_a_new_record(self) -> None:
        self.window.books.choose("forms")
        table = self.window.books.forms.forms.table
        forms = dict(self.window.workspace.file.forms)
        table.setFocus(Qt.FocusReason.TabFocusReason)
        self.type("nec", ENTER)
        self.assertEqual(dict(self.window.workspace.file.forms), forms)
        self.assertEqual(table.records.id_at(table.currentIndex().row()), "")
