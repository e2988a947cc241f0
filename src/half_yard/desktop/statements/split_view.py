"""The parts of the row under the cursor: where each goes, and what is left of it."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import (
    QHBoxLayout,
    QWidget,
)

from half_yard.desktop.actions import Action
from half_yard.desktop.parts import bare_column, soft, title
from half_yard.desktop.statements.parts_model import AMOUNT, GOES_TO, MEMO, PartsModel
from half_yard.desktop.tables.cursor import CursorTable
from half_yard.desktop.tables.dress import dress
from half_yard.desktop.tables.typed_table import ENTER, Hint, TypedTable
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text
from half_yard.statements import TrayRow

HEIGHT = 138


class PartsTable(TypedTable):
    """Enter types into a cell and goes on to the next; Delete brings a part back to what is left."""

    def __init__(self, model: PartsModel) -> None:
        super().__init__()
        self._parts = model
        self.setModel(model)
        dress(self, "Parts of the row")
        self.fit_to((MEMO,))
        self._place = (0, 0)
        self._typed: str | None = None
        model.modelReset.connect(self._after_reset)
        self.offer(
            [
                Action("Type into the cell", self.type_here, "F2", enabled=self.has_rows),
                Action("Bring the part back to what is left", self._bring_back, "Del", enabled=self.has_rows),
                self.copying,
            ]
        )

    def start_new(self) -> None:
        """Go to what is left."""
        self._place = (max(self._parts.rowCount() - 1, 0), GOES_TO)
        self._after_reset()
        self.setFocus()

    def _after_reset(self) -> None:
        row, column = self._place
        if self._parts.rowCount():
            self.setCurrentIndex(self._parts.index(min(row, self._parts.rowCount() - 1), column))

    def _bring_back(self) -> None:
        index = self.currentIndex()
        self._place = (index.row(), index.column())
        self._parts.remove(index.row())

    def keyPressEvent(self, event: QKeyEvent) -> None:
        index = self.currentIndex()
        if self.is_editing or not index.isValid():
            super().keyPressEvent(event)
            return
        self._place = (index.row(), index.column())
        if event.key() in ENTER:
            self.open_cell(index)
        else:
            super().keyPressEvent(event)

    def commitData(self, editor: QWidget) -> None:
        # What is typed shows the parts anew: that waits until the editor is closed.
        self._typed = str(editor.property("text"))

    def refuses(self, typed: str) -> bool:
        """Whether what was typed is no line and no amount."""
        return self._parts.refuses(self.currentIndex(), typed)

    def forget_refused(self) -> None:
        """Give the cell its old value back."""
        self._typed = None
        self._parts.forget_refused()

    def close_cell(self, editor: QWidget, hint: Hint) -> None:
        """Close the cell, take what was typed, and go on."""
        row, column = self.currentIndex().row(), self.currentIndex().column()
        typed, self._typed = self._typed, None
        CursorTable.closeEditor(self, editor, Hint.NoHint)
        self.setFocus()
        if typed is None:
            return
        forward = hint in {Hint.SubmitModelCache, Hint.EditNextItem}
        self._place = (row, column)
        if not self._parts.setData(self._parts.index(row, column), typed) or not forward:
            return
        if self._parts.waits_for_amount:
            self.setCurrentIndex(self._parts.index(row, AMOUNT))
            self.edit(self.currentIndex())
        else:
            self._place = (row + 1, GOES_TO) if column == AMOUNT else (row, AMOUNT)
            self._after_reset()


class SplitView(QWidget):
    """A row that belongs to several places is split here. Signals `refused` with what can't be taken."""

    refused = Signal(str)

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self.model = PartsModel(workspace, self)
        self.model.refused.connect(self.refused)
        self.table = PartsTable(self.model)
        self.heading = title("Parts", 12)
        self.explanation = soft("")
        head = QHBoxLayout()
        head.addWidget(self.heading)
        head.addSpacing(8)
        head.addWidget(self.explanation, 1)
        column = bare_column(self, 3)
        column.addLayout(head)
        column.addWidget(self.table, 1)
        self.setFixedHeight(HEIGHT)

    def show_row(self, row: TrayRow | None) -> None:
        """Show a row's parts; one that is wholly aside has none, and none means nothing to show."""
        shown = row is not None and not row.row.set_aside
        self.setVisible(shown)
        self.model.show(row if shown else None)
        if row is not None and shown:
            name = row.row.payee or row.row.memo or "the row"
            self.heading.setText(f"Parts of {name[:40]}, {exact_text(row.row.amount)}")
            self.explanation.setText(f"{exact_text(abs(row.left))} left" if row.left else "nothing left")
