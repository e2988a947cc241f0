"""The window through the accessibility interface, as a screen reader meets it."""

from __future__ import annotations

from collections.abc import Iterator
from unittest import mock

from PySide6.QtGui import QAccessible, QAccessibleInterface
from PySide6.QtWidgets import QComboBox

from half_yard.demo import MAIN_FILE, write_office
from half_yard.desktop.stages import Stage
from tests.desktop.window_case import Key, WindowCase

DEEPEST = 14
HEADING = QAccessible.Role.ColumnHeader
TABLES = {QAccessible.Role.Table, QAccessible.Role.List, QAccessible.Role.Tree}


class ReadingAloud(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / MAIN_FILE)

    def controls(self, node: QAccessibleInterface, depth: int = 0) -> Iterator[QAccessibleInterface]:
        """Everything that can have the focus and is seen; what stands in tables is asked of them alone."""
        if depth > DEEPEST:
            return
        state = node.state()
        if depth and state.invisible:
            return
        if state.focusable:
            yield node
        if node.role() in TABLES:
            return
        for number in range(node.childCount()):
            child = node.child(number)
            if child is not None and child.isValid():
                yield from self.controls(child, depth + 1)

    def test_every_control_of_every_page_has_a_role_and_a_name(self) -> None:
        seen = 0
        for page, _ in self.pages():
            root = QAccessible.queryAccessibleInterface(self.window)
            assert root is not None
            for control in self.controls(root):
                name = control.text(QAccessible.Text.Name)
                self.assertTrue(name.strip(), (page, control.role(), control.object()))
                self.assertNotIn(
                    control.role(), {QAccessible.Role.NoRole, QAccessible.Role.Client}, (page, name)
                )
                if control.role() is QAccessible.Role.ComboBox:
                    self.assertTrue(control.relations(QAccessible.RelationFlag.Label), (page, name))
                seen += 1
        self.assertGreater(seen, 300)

    def test_the_fields_of_one_page_are_told_apart(self) -> None:
        self.window.show_stage(Stage.CLIENTS)
        self.window.clients.show_client()
        self.settle()
        root = QAccessible.queryAccessibleInterface(self.window.clients.particulars)
        assert root is not None
        names = [control.text(QAccessible.Text.Name) for control in self.controls(root)]
        self.assertEqual(len(names), len(set(names)), names)
        self.assertIn("Owner: First name", names)
        self.assertIn("Spouse: First name", names)

    def test_a_choice_has_its_name_and_its_value_apart(self) -> None:
        self.window.show_stage(Stage.CLIENTS)
        self.window.clients.show_client()
        box = next(
            each for each in self.window.clients.particulars.findChildren(QComboBox) if each.isVisible()
        )
        node = QAccessible.queryAccessibleInterface(box)
        assert node is not None
        # On Linux the name of a combo box is told by the label that belongs to it.
        labels = [
            each.text(QAccessible.Text.Name) for each, _ in node.relations(QAccessible.RelationFlag.Label)
        ]
        self.assertEqual(labels, ["Filing status"])
        self.assertEqual(node.text(QAccessible.Text.Value), "Married filing jointly")

    def test_tables_have_headings_and_figures_are_read_with_their_line(self) -> None:
        self.window.workspace.go_to("/activities/a00001")
        self.settle()
        view = self.window.books.activity
        table = QAccessible.queryAccessibleInterface(view.entries.table)
        assert table is not None
        cells = [table.child(number) for number in range(8)]
        heads = [cell.text(QAccessible.Text.Name) for cell in cells if cell and cell.role() is HEADING]
        self.assertEqual(heads[:3], ["Date", "Payee", "Memo"])
        model = view.statement.rows_model
        row = next(n for n, each in enumerate(model.rows) if each.title == "Gross receipts or sales")
        said = str(model.index(row, 2).data(11))  # Qt.ItemDataRole.AccessibleTextRole
        self.assertIn("line 1 Gross receipts or sales 101,375", said)

    def test_messages_refusals_and_names_cut_short_are_said_in_full(self) -> None:
        with (
            mock.patch("half_yard.desktop.aloud.QAccessible.isActive", return_value=True),
            mock.patch("half_yard.desktop.aloud.QAccessible.updateAccessibility") as said,
        ):
            self.window.say("Something to know.")
            view = self.window.books.activity
            view.show_all()
            view.entries.table.show_record("e00001", 3)
            self.press(Key.Key_Return)
            self.type("meals", Key.Key_Return)
            words = [call.args[0].message() for call in said.call_args_list]
        self.assertIn("Something to know.", words)
        self.assertTrue(any("could be several" in text for text in words), words)
        strip = self.window.books.strip
        whole = strip.item(0).data(11)
        self.assertTrue(whole.startswith("Hallowell Sail & Canvas "), whole)
