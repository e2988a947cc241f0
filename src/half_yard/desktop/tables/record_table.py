"""The view of a record table: everything by keyboard, what was refused said beneath."""

from __future__ import annotations

from PySide6.QtCore import QItemSelection, QModelIndex, Qt, QTimer, Signal
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import (
    QAbstractItemView,
    QApplication,
    QWidget,
)

from half_yard.asked.columns import Column
from half_yard.desktop.actions import Action
from half_yard.desktop.tables.cursor import CursorTable
from half_yard.desktop.tables.delegate import ASKED_WIDTH
from half_yard.desktop.tables.dress import dress
from half_yard.desktop.tables.headed_model import Index
from half_yard.desktop.tables.record_model import ASKED_ROLE, PROBLEM_ROLE, RecordModel
from half_yard.desktop.tables.typed_table import ENTER, Hint, TypedTable

CursorAction = QAbstractItemView.CursorAction


class RecordTable(TypedTable):
    """Enter or typing edits a cell; Enter and Tab then go on to the next cell that can be typed into.
    Arrow keys move between cells, Tab leaves the table, Delete takes the selected rows out.

    Ctrl+V adds rows from a spreadsheet, Ctrl+C takes the selected ones there. A click on a heading sorts by
    it, forwards, backwards and back to the order in which the rows were made.

    Signals `record_current` with the path of the current record, `said` with words for the reader.
    """

    record_current = Signal(str)
    said = Signal(str)

    def __init__(self, model: RecordModel, name: str, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._records = model
        self.setModel(model)
        dress(self, name)
        self.setHorizontalScrollMode(QAbstractItemView.ScrollMode.ScrollPerPixel)
        self.setVerticalScrollMode(QAbstractItemView.ScrollMode.ScrollPerItem)
        header = self.horizontalHeader()
        header.setSectionsClickable(True)
        header.sectionClicked.connect(self.sort_by)
        stretch = [number for number, column in enumerate(model.columns) if column.stretch]
        self.fit_to(stretch, [number for number, column in enumerate(model.columns) if column.goes_first])
        model.modelReset.connect(self._after_reset)
        model.restarted.connect(self._start_over)
        self._current_id = ""
        self._just_added = ""
        model.added.connect(self._added)
        self.offer(
            [
                Action("Type into the cell", self.type_here, "F2"),
                *(
                    []
                    if model.source.closed
                    else [Action("Go to the row of a new one", self.start_new, "Ins")]
                ),
                Action("Take the selected rows out", self.remove_rows, "Del", enabled=self.has_rows),
                self.copying,
                *(
                    []
                    if model.source.closed
                    else [Action("Paste rows from a spreadsheet", self.paste, "Ctrl+V")]
                ),
                Action("Sort by this column", self._sort_here, enabled=self.has_rows),
            ]
        )

    def _added(self, key: str) -> None:
        # Only what is typed here is gone on from; a record may be added from elsewhere.
        self._just_added = key if self.is_editing else ""

    def _wanted(self, column: int, rows: range) -> int:
        wanted, model = super()._wanted(column, rows), self._records
        is_asked = not column and any(model.index(row, 0).data(ASKED_ROLE) for row in rows)
        return wanted + ASKED_WIDTH if is_asked else wanted

    @property
    def records(self) -> RecordModel:
        """The model."""
        return self._records

    def show_record(self, key: str, column: int = 0) -> bool:
        """Make a record current; says whether the table has it."""
        row = self._records.row_of(key)
        if row >= 0:
            self.setCurrentIndex(self._records.index(row, column))
            self.setFocus()
            QTimer.singleShot(0, self, self._reveal)
        return row >= 0

    def _reveal(self) -> None:
        """Scroll to the current row, once a table that was just shown has its size."""
        self.scrollTo(self.currentIndex())

    def start_new(self, column: int = 0) -> None:
        """Go to the row of a new record."""
        self.setCurrentIndex(self._records.index(self._records.rowCount() - 1, column))
        self.setFocus()

    def currentChanged(self, current: Index, previous: Index) -> None:
        super().currentChanged(current, previous)
        if current.isValid():
            self._current_id = self._records.id_at(current.row())
            self.record_current.emit(self._records.path_at(current.row()))

    def selectionChanged(self, selected: QItemSelection, deselected: QItemSelection) -> None:
        super().selectionChanged(selected, deselected)
        self.viewport().update()

    def sort_by(self, column: int) -> None:
        """Sort by a column: forwards, backwards at the second time, not at the third."""
        header = self.horizontalHeader()
        again = header.isSortIndicatorShown() and header.sortIndicatorSection() == column
        backwards = again and header.sortIndicatorOrder() is Qt.SortOrder.DescendingOrder
        if backwards:
            header.setSortIndicatorShown(False)
            self._records.sort(-1)
            return
        order = Qt.SortOrder.DescendingOrder if again else Qt.SortOrder.AscendingOrder
        header.setSortIndicatorShown(True)
        header.setSortIndicator(column, order)
        self._records.sort(column, order)

    def _sort_here(self) -> None:
        self.sort_by(self.currentIndex().column())

    def _start_over(self) -> None:
        self._current_id = ""
        self.setCurrentIndex(QModelIndex())

    def _after_reset(self) -> None:
        row = self._records.row_of(self._current_id) if self._current_id else -1
        if row >= 0:
            self.setCurrentIndex(self._records.index(row, 0))

    def first_cell(self) -> QModelIndex:
        """On the row of a new record, so that typing never goes over one that is there."""
        first = self._records.index(self._records.rowCount() - 1, 0)
        return first if first.flags() & Qt.ItemFlag.ItemIsEditable else self._next_cell(first, 1)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if self.is_editing:
            super().keyPressEvent(event)
        elif event.key() in ENTER:
            index = self.currentIndex()
            if index.isValid() and index.flags() & Qt.ItemFlag.ItemIsEditable:
                self.open_cell(index)
            else:
                self._go_on(CursorAction.MoveNext)
        else:
            super().keyPressEvent(event)

    def paste(self) -> None:
        """Add the rows of the clipboard, their cells in the order of the columns that can be typed into."""
        said = self._records.paste(QApplication.clipboard().text(), self._typed_columns())
        if said:
            self.said.emit(said)

    def copied_rows(self) -> list[int]:
        """The selected rows that hold a record."""
        return [row for row in self.acted_on() if self._records.id_at(row)]

    def _typed_columns(self) -> list[Column]:
        """The columns that are shown and can be typed into."""
        return [
            column
            for number, column in enumerate(self._records.columns)
            if column.editable and not self.isColumnHidden(number)
        ]

    def remove_rows(self) -> None:
        """Take the selected rows out, or the one under the cursor."""
        if rows := self.acted_on():
            self._records.remove_rows(rows)
            self.setCurrentIndex(self._records.index(min(rows[0], self._records.rowCount() - 1), 0))

    def refuses(self, typed: str) -> bool:
        """Whether the cell of the cursor was refused when it was handed over."""
        del typed
        return bool(self.currentIndex().data(PROBLEM_ROLE))

    def forget_refused(self) -> None:
        """Give the cell of the cursor its old value back."""
        self._records.forget_refused(self.currentIndex())

    def close_cell(self, editor: QWidget, hint: Hint) -> None:
        """Close a cell and open the next that can be typed into."""
        if hint is Hint.SubmitModelCache:
            hint = Hint.EditNextItem
        if (row := self._records.row_of(self._just_added)) >= 0 and hint is Hint.EditNextItem:
            # The row of a new record has moved down; go on from the record that it became.
            column = self.currentIndex().column()
            CursorTable.closeEditor(self, editor, Hint.NoHint)
            self.setCurrentIndex(self._records.index(row, column))
            self._go_on(CursorAction.MoveNext)
            self.edit(self.currentIndex())
        else:
            CursorTable.closeEditor(self, editor, hint)
        self._just_added = ""

    def moveCursor(self, action: CursorAction, modifiers: Qt.KeyboardModifier) -> QModelIndex:
        if action not in {CursorAction.MoveNext, CursorAction.MovePrevious}:
            return super().moveCursor(action, modifiers)
        return self._next_cell(self.currentIndex(), 1 if action is CursorAction.MoveNext else -1)

    def _next_cell(self, start: QModelIndex, step: int) -> QModelIndex:
        """The next cell that is shown and can be typed into; the start where there is none."""
        columns = self._records.columnCount()
        position = start.row() * columns + start.column() + step
        while 0 <= position < self._records.rowCount() * columns:
            index = self._records.index(position // columns, position % columns)
            hidden = self.isColumnHidden(index.column())
            if index.flags() & Qt.ItemFlag.ItemIsEditable and not hidden:
                return index
            position += step
        return start

    def _go_on(self, action: CursorAction) -> None:
        self.setCurrentIndex(self.moveCursor(action, Qt.KeyboardModifier.NoModifier))
