"""The ready fittings: what is tried again and again, each with one question at most."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QHBoxLayout

from half_yard.countries.ready import Ready
from half_yard.desktop.parts import bare_column, button, in_a_row, plain_table, show_cells, soft, title
from half_yard.desktop.plain_words import PlainLabel
from half_yard.desktop.strip_page import StripPart
from half_yard.desktop.typed_line import TypedLine
from half_yard.desktop.workspace import Workspace
from half_yard.records.fittings import Fitting

COLUMNS = ("What could be otherwise", "Asks")


class ReadyView(StripPart):
    """Signals `left` when one was made, or none is wanted."""

    left = Signal()

    def __init__(self, workspace: Workspace, keep: Callable[[Fitting], None]) -> None:
        super().__init__(workspace)
        self._keep = keep
        self._every: list[Ready] = []
        self.words = TypedLine()
        self.words.setPlaceholderText("wages, sold, status, a name…")
        self.words.setAccessibleName("Find a ready one")
        self.words.textChanged.connect(self._find)
        self.table = plain_table("Ready ones", COLUMNS)
        self.table.itemActivated.connect(lambda _item: self._begin())
        self.table.currentCellChanged.connect(lambda *_cells: self._show_question())
        self._asks = soft("")
        self.answer = TypedLine()
        self.answer.setFixedWidth(120)
        self.answer.returnPressed.connect(self.make)
        self._problem = PlainLabel()
        self._problem.setProperty("role", "error")
        self._problem.setWordWrap(True)
        make = button("Make it", "It comes beside the file; nothing in the file changes")
        make.clicked.connect(self.make)
        leave = button("Leave it")
        leave.clicked.connect(self.left)
        question = QHBoxLayout()
        question.addWidget(self._asks)
        question.addWidget(self.answer)
        question.addStretch(1)
        column = bare_column(self, 6)
        column.addWidget(title("Ready ones", 12))
        column.addWidget(self.words)
        column.addWidget(self.table, 1)
        column.addLayout(question)
        column.addWidget(self._problem)
        column.addLayout(in_a_row(make, leave))

    @property
    def begins_at(self) -> TypedLine:
        """Where one is looked for."""
        return self.words

    def refresh(self) -> None:
        """Show what applies to the file."""
        self._every = list(self._workspace.pack.ready(self._workspace.computed_without()))
        show_cells(self.table, [(each.title, each.asks) for each in self._every])
        self._find()
        self._show_question()

    def _find(self) -> None:
        words = self.words.text().casefold().split()
        for row, each in enumerate(self._every):
            self.table.setRowHidden(row, not all(word in each.title.casefold() for word in words))
        shown = [row for row in range(len(self._every)) if not self.table.isRowHidden(row)]
        if shown and self.table.currentRow() not in shown:
            self.table.setCurrentCell(shown[0], 0)

    @property
    def _current(self) -> Ready | None:
        row = self.table.currentRow()
        there = 0 <= row < len(self._every) and not self.table.isRowHidden(row)
        return self._every[row] if there else None

    def _show_question(self) -> None:
        each = self._current
        asks = each.asks if each is not None else ""
        self._asks.setText(asks)
        self.answer.setVisible(bool(asks))
        self.answer.setAccessibleName(asks or "Answer")
        self.answer.setText(each.usual if each is not None else "")
        self._problem.hide()

    def _begin(self) -> None:
        """Answer the question first, where there is one."""
        if self.answer.isVisible():
            self.answer.setFocus()
            self.answer.selectAll()
        else:
            self.make()

    def make(self) -> None:
        """Make the one under the cursor, or say what is wrong with the answer."""
        each = self._current
        if each is None:
            return
        try:
            fitting = each.make(self.answer.text())
        except ValueError as error:
            self._problem.setText(str(error))
            self._problem.show()
            self.answer.setFocus()
            return
        self._keep(fitting)
        self.left.emit()
