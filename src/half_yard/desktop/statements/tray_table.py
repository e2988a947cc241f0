"""The table of the tray: Enter types where a row goes, a second Enter takes it and goes on to the next."""

from __future__ import annotations

from PySide6.QtCore import QItemSelectionModel, Signal
from PySide6.QtGui import QFocusEvent, QKeyEvent
from PySide6.QtWidgets import (
    QLineEdit,
    QWidget,
)

from half_yard.desktop.actions import Action
from half_yard.desktop.statements.tray_model import (
    GOES_TO,
    MEMO,
    PAYEE,
    TrayModel,
)
from half_yard.desktop.tables.cursor import CursorTable
from half_yard.desktop.tables.dress import dress
from half_yard.desktop.tables.headed_model import Index
from half_yard.desktop.tables.typed_table import ENTER, Hint, TypedTable


class TrayTable(TypedTable):
    """What is typed with several rows selected applies to all of them. Signals `row_current` with the name of
    the row under the cursor."""

    row_current = Signal(str)

    def __init__(self, model: TrayModel) -> None:
        super().__init__()
        self._rows = model
        self._current = ("", 0)
        self._typed: str | None = None
        self.setModel(model)
        dress(self, "Rows of statements")
        self.fit_to((PAYEE, MEMO))
        model.applies_to = self._applies_to
        model.modelReset.connect(self._after_reset)
        self.offer(
            [
                Action("Type where the row goes", self.type_here, "F2", enabled=self.has_rows),
                Action("Bring the rows back into the tray", self._bring_back, "Del", enabled=self.has_rows),
                self.copying,
            ]
        )

    def _applies_to(self, row: int) -> list[int]:
        acted = self.acted_on()
        return acted if row in acted else [row]

    def selected_rows(self) -> list[int]:
        """The numbers of the rows that are selected, where there are several; otherwise all."""
        selected = self.rows_selected()
        return selected if len(selected) > 1 else list(range(self._rows.rowCount()))

    def show_row(self, name: str) -> bool:
        """Make a row current; says whether it is shown."""
        number = self._rows.row_of(name)
        if number >= 0:
            self.setCurrentIndex(self._rows.index(number, GOES_TO))
            self.scrollTo(self.currentIndex())
        return number >= 0

    @property
    def current_name(self) -> str:
        """The name of the row under the cursor."""
        return self._current[0]

    def currentChanged(self, current: Index, previous: Index) -> None:
        super().currentChanged(current, previous)
        row = self._rows.row_at(current.row())
        if row is not None:
            self._current = (row.name, current.row())
            self.row_current.emit(row.name)

    def _after_reset(self) -> None:
        """Stay on the row that was current; where it is not shown any more, on the one in its place."""
        name, number = self._current
        if not self.show_row(name) and self._rows.rowCount():
            self.setCurrentIndex(self._rows.index(min(number, self._rows.rowCount() - 1), GOES_TO))
        elif not self._rows.rowCount():
            self.row_current.emit("")

    def focusInEvent(self, event: QFocusEvent) -> None:
        super().focusInEvent(event)
        if self.currentIndex().isValid():
            self.row_current.emit(self._current[0])

    def keyPressEvent(self, event: QKeyEvent) -> None:
        current = self.currentIndex()
        if self.is_editing or not current.isValid():
            super().keyPressEvent(event)
        elif event.key() in ENTER:
            self.type_here()
        else:
            if event.text().strip():
                self._to_target(current.row())
            super().keyPressEvent(event)

    def type_here(self) -> None:
        """Type where the row of the cursor goes."""
        self._to_target(self.currentIndex().row())
        self.open_cell(self.currentIndex())

    def _bring_back(self) -> None:
        self._rows.bring_back(self.currentIndex().row())

    def _to_target(self, row: int) -> None:
        """Move to the cell that is typed into, leaving the selection as it is."""
        index = self._rows.index(row, GOES_TO)
        self.selectionModel().setCurrentIndex(index, QItemSelectionModel.SelectionFlag.NoUpdate)

    def commitData(self, editor: QWidget) -> None:
        # What is typed sorts the row, which shows the rows anew: that waits until the editor is closed.
        if isinstance(editor, QLineEdit):
            self._typed = editor.text()

    def refuses(self, typed: str) -> bool:
        """Whether no row can go where was typed."""
        return self._rows.refuses(self.currentIndex(), typed)

    def forget_refused(self) -> None:
        """Give the row its old target back."""
        self._typed = None
        self._rows.forget_refused()

    def close_cell(self, editor: QWidget, hint: Hint) -> None:
        """Close the cell, sort the row, and go on to the next."""
        name, typed = self._current[0], self._typed
        self._typed = None
        CursorTable.closeEditor(self, editor, Hint.NoHint)
        self.setFocus()
        number = self._rows.row_of(name)
        if typed is None or number < 0:
            return
        taken = self._rows.setData(self._rows.index(number, GOES_TO), typed)
        # A row that is still shown after it was sorted is gone on from; another has made room already.
        number = self._rows.row_of(name)
        forward = taken and hint in {Hint.SubmitModelCache, Hint.EditNextItem}
        if forward and 0 <= number < self._rows.rowCount() - 1:
            self.setCurrentIndex(self._rows.index(number + 1, GOES_TO))
