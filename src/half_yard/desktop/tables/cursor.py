"""Where the cursor of a table or list is: what it is on is what is acted upon.

One rule for all of them. What takes the focus has a cursor, which is seen; keys that move the cursor take the
selection along; what is done is done to the rows that are selected, or else to the row of the cursor.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING, Any

from PySide6.QtCore import QEvent, QItemSelectionModel, QModelIndex, QPoint, Qt
from PySide6.QtGui import QContextMenuEvent, QFocusEvent, QKeyEvent
from PySide6.QtWidgets import QApplication, QListWidget, QTableView, QTableWidget

from half_yard.desktop.actions import Action, bind_keys, menu_of
from half_yard.desktop.tables.headed_model import Index
from half_yard.desktop.tables.pasting import as_rows

if TYPE_CHECKING:
    from PySide6.QtWidgets import QAbstractItemView as View
else:
    View = object

Flag = QItemSelectionModel.SelectionFlag
MOVES = {
    Qt.Key.Key_Up, Qt.Key.Key_Down, Qt.Key.Key_Home, Qt.Key.Key_End, Qt.Key.Key_PageUp, Qt.Key.Key_PageDown,
    Qt.Key.Key_Left, Qt.Key.Key_Right,
}  # fmt: skip


class CursorRules(View):
    """What every table and list does; stands before the view among the bases."""

    is_arrived_at = False
    """Whether the cursor is put somewhere only because the focus comes."""
    actions_here: tuple[Action, ...] = ()
    """What can be done here: its keys hold while the focus is here, and its menu opens from here."""

    def offer(self, actions: Sequence[Action]) -> None:
        """Offer more that can be done here."""
        self.actions_here = (*self.actions_here, *actions)
        bind_keys(actions, self, Qt.ShortcutContext.WidgetShortcut)

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        if not self.actions_here:
            super().contextMenuEvent(event)
            return
        at = event.globalPos()
        if event.reason() is QContextMenuEvent.Reason.Keyboard:
            cell = self.visualRect(self.currentIndex())
            at = self.viewport().mapToGlobal(QPoint(cell.left() + 12, cell.bottom()))
        menu = menu_of(lambda: self.actions_here, self)
        menu.aboutToHide.connect(menu.deleteLater)
        menu.popup(at)

    def first_cell(self) -> QModelIndex:
        """Where the cursor begins: on the first row that can be chosen."""
        model = self.model()
        for row in range(model.rowCount()):
            index = model.index(row, 0)
            if index.flags() & Qt.ItemFlag.ItemIsSelectable:
                return index
        return QModelIndex()

    def focusInEvent(self, event: QFocusEvent) -> None:
        if not self.currentIndex().isValid() and event.reason() is not Qt.FocusReason.MouseFocusReason:
            self.is_arrived_at = True
            self.setCurrentIndex(self.first_cell())
            self.is_arrived_at = False
        super().focusInEvent(event)

    def selectionCommand(self, index: Index, event: QEvent | None = None) -> Flag:
        if isinstance(event, QKeyEvent) and event.key() in MOVES:
            held = event.modifiers()
            if held & Qt.KeyboardModifier.ControlModifier and not held & Qt.KeyboardModifier.ShiftModifier:
                return Flag.ClearAndSelect | Flag.Rows
        return super().selectionCommand(index, event)

    def acted_on(self) -> list[int]:
        """The rows that something is done to, from above: those that are seen to be selected, which follow
        the cursor, or else its own."""
        current = self.currentIndex().row()
        selected = sorted({index.row() for index in self.selectionModel().selectedRows()})
        return selected or ([current] if current >= 0 else [])

    def has_rows(self) -> bool:
        """Whether there is a row that something can be done to."""
        return bool(self.acted_on())

    def shown_columns(self) -> list[int]:
        """The columns that can be seen, from the left."""
        return list(range(self.model().columnCount()))

    def copy(self) -> None:
        """Put the selected rows on the clipboard, with their headings, as a spreadsheet takes them."""
        model, columns = self.model(), self.shown_columns()
        heads = [str(model.headerData(column, Qt.Orientation.Horizontal) or "") for column in columns]
        rows = [
            [str(model.index(row, column).data() or "") for column in columns] for row in self.copied_rows()
        ]
        QApplication.clipboard().setText(as_rows([heads, *rows]))

    def copied_rows(self) -> list[int]:
        """The rows that are copied."""
        return self.acted_on()

    @property
    def copying(self) -> Action:
        """Copying the selected rows."""
        return Action("Copy the selected rows", self.copy, "Ctrl+C", enabled=self.has_rows)


class CursorTable(CursorRules, QTableView):
    """A table over a model."""

    def shown_columns(self) -> list[int]:
        return [column for column in range(self.model().columnCount()) if not self.isColumnHidden(column)]


class CursorTableWidget(CursorRules, QTableWidget):
    """A table that keeps its own items."""

    def __init__(self, *size: Any) -> None:
        super().__init__(*size)
        self.offer([self.copying])


class CursorList(CursorRules, QListWidget):
    """A list."""
