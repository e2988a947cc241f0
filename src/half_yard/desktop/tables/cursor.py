"""Where the cursor of a table or list is: what it is on is what is acted upon.

One rule for all of them. What takes the focus has a cursor, which is seen; keys that move the cursor take the
selection along; what is done is done to the rows that are selected, or else to the row of the cursor.
"""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from typing import TYPE_CHECKING, Any

from PySide6.QtCore import QEvent, QItemSelectionModel, QModelIndex, QPoint, QSize, Qt
from PySide6.QtGui import (
    QContextMenuEvent,
    QFocusEvent,
    QKeyEvent,
    QPaintEvent,
    QRegion,
    QResizeEvent,
    QShowEvent,
)
from PySide6.QtWidgets import QApplication, QListWidget, QTableView, QTableWidget

from half_yard.desktop.actions import Action, bind_keys, menu_of
from half_yard.desktop.tables.fitting import fitted
from half_yard.desktop.tables.headed_model import Index
from half_yard.desktop.tables.pasting import as_rows

# These rules stand before a view among the bases of each class below, and may not be one themselves: two
# views can't be one. The type checker reads them as a view all the same.
if TYPE_CHECKING:
    View = QTableView
else:
    View = object

NARROWEST = 220
LEAST_COLUMN, PADDING = 36, 16
MEASURED, FEW = 60, 3
"""How many rows are measured for the width of columns, and how many are measured again one by one."""
Flag = QItemSelectionModel.SelectionFlag
MOVES = {
    Qt.Key.Key_Up, Qt.Key.Key_Down, Qt.Key.Key_Home, Qt.Key.Key_End, Qt.Key.Key_PageUp, Qt.Key.Key_PageDown,
    Qt.Key.Key_Left, Qt.Key.Key_Right,
}  # fmt: skip
FEWEST_ROWS = 2


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
        return self.rows_selected() or ([current] if current >= 0 else [])

    def rows_selected(self) -> list[int]:
        """The rows that are selected, from above."""
        return sorted({index.row() for index in self.selectionModel().selectedRows()})

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


class TableRules(CursorRules):
    """What every table does besides: its columns share its width by what they hold."""

    grows: Collection[int] | None = None
    """The columns that take the width that is left; None where the columns keep the widths they have."""
    goes_first: Sequence[int] = ()
    """The columns that say what others say: where there is too little room, they go, in this order."""
    least_rows: int = FEWEST_ROWS
    """How many rows are seen at least."""
    _gone: frozenset[int] = frozenset()
    _measured: Mapping[int, int] = {}

    def sizeHint(self) -> QSize:
        return QSize(NARROWEST, (self.least_rows + 1) * self.verticalHeader().defaultSectionSize() + 14)

    def minimumSizeHint(self) -> QSize:
        return self.sizeHint()

    def show_at_least(self, rows: int) -> None:
        """Have so many rows seen at least, and never fewer than two."""
        if self.least_rows != max(rows, FEWEST_ROWS):
            self.least_rows = max(rows, FEWEST_ROWS)
            self.updateGeometry()

    def shown_columns(self) -> list[int]:
        """The columns that can be seen, in their order."""
        return [column for column in range(self.model().columnCount()) if not self.isColumnHidden(column)]

    def fit_to(self, grows: Collection[int], goes_first: Sequence[int] = ()) -> None:
        """Let the columns share the width from now on."""
        self.grows, self.goes_first = grows, goes_first
        self.horizontalHeader().setMinimumSectionSize(LEAST_COLUMN)
        model = self.model()
        for told in (model.modelReset, model.rowsInserted, model.layoutChanged):
            told.connect(self.fit_columns)
        model.dataChanged.connect(self._fit_changed)

    def fit_columns(self) -> None:
        """Measure what every column holds, and give it its share."""
        if self.grows is not None and self.isVisible():
            self._measured = {column: self._wanted(column, range(MEASURED)) for column in self._columns()}
            self._share(self.grows)

    def _columns(self) -> list[int]:
        """The columns that share the width, those that have gone for want of room among them."""
        columns = range(self.model().columnCount())
        return [column for column in columns if not self.isColumnHidden(column) or column in self._gone]

    def _share(self, grows: Collection[int]) -> None:
        room, wanted, gone = self.viewport().width(), dict(self._measured), set[int]()
        for column in self.goes_first:
            if column in wanted and sum(wanted.values()) > room:
                wanted.pop(column)
                gone.add(column)
        for column in gone ^ self._gone:
            self.setColumnHidden(column, column in gone)
        self._gone = frozenset(gone)
        kept = list(wanted)
        least = [min(wanted[column], self._heading(column)) for column in kept]
        places = {number for number, column in enumerate(kept) if column in grows}
        for column, width in zip(kept, fitted(list(wanted.values()), least, room, places), strict=True):
            if width != self.columnWidth(column):
                self.setColumnWidth(column, width)

    def _heading(self, column: int) -> int:
        text = str(self.model().headerData(column, Qt.Orientation.Horizontal) or "")
        return max(self.horizontalHeader().fontMetrics().size(0, text).width() + PADDING, LEAST_COLUMN)

    def _wanted(self, column: int, rows: range) -> int:
        model, metrics = self.model(), self.fontMetrics()
        texts = (str(model.index(row, column).data() or "") for row in rows if row < model.rowCount())
        widest = max((metrics.horizontalAdvance(text) for text in texts), default=0)
        return max(widest + PADDING, self._heading(column))

    def _fit_changed(self, first: Index, last: Index) -> None:
        """Fit anew where a cell that changed wants more than any of its column did."""
        if last.row() - first.row() > FEW:
            self._measured = {}  # too many to look at now: the next time the width changes they are
        if self.grows is None or not self._measured or first.row() >= MEASURED:
            return
        rows = range(first.row(), last.row() + 1)
        changed = (column for column in range(first.column(), last.column() + 1) if column in self._measured)
        if any(self._wanted(column, rows) > self._measured[column] for column in changed):
            self.fit_columns()

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        if event.size().width() == event.oldSize().width():
            return
        if self.grows is None or list(self._measured) != self._columns():
            self.fit_columns()
        elif self.isVisible():
            self._share(self.grows)  # what they hold has not changed

    def showEvent(self, event: QShowEvent) -> None:
        super().showEvent(event)
        self.fit_columns()


class CursorTable(TableRules, QTableView):
    """A table over a model."""


class CursorTableWidget(TableRules, QTableWidget):
    """A table that keeps its own items."""

    least_rows = 3

    def __init__(self, *size: Any) -> None:
        super().__init__(*size)
        self.offer([self.copying])


class CursorList(CursorRules, QListWidget):
    """A list. `drawn` is what of it is being drawn: Qt has all items drawn between two that changed."""

    drawn = QRegion()

    def paintEvent(self, event: QPaintEvent) -> None:
        self.drawn = event.region()
        super().paintEvent(event)
