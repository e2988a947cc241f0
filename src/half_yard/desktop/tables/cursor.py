"""Where the cursor of a table or list is: what it is on is what is acted upon.

One rule for all of them. What takes the focus has a cursor, which is seen; keys that move the cursor take the
selection along; what is done is done to the rows that are selected, or else to the row of the cursor.
"""

from __future__ import annotations

from typing import TYPE_CHECKING

from PySide6.QtCore import QEvent, QItemSelectionModel, QModelIndex, Qt
from PySide6.QtGui import QFocusEvent, QKeyEvent
from PySide6.QtWidgets import QListWidget, QTableView, QTableWidget

from half_yard.desktop.tables.headed_model import Index

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


class CursorTable(CursorRules, QTableView):
    """A table over a model."""


class CursorTableWidget(CursorRules, QTableWidget):
    """A table that keeps its own items."""


class CursorList(CursorRules, QListWidget):
    """A list."""
