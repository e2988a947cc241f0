"""A form that came back from the client: which answer goes where, before any is taken."""

from __future__ import annotations

import datetime
from pathlib import Path

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QWidget

from half_yard.countries.answering import goes_to
from half_yard.countries.labels import label_of
from half_yard.desktop.parts import bare_column, button, in_a_row, plain_table, show_cells, soft, title
from half_yard.desktop.workspace import Workspace
from half_yard.interop.answers_form import Returned, UnreadableFormError, cells_of_form, returned, taken
from half_yard.interop.asset_list import UnreadableListError

COLUMNS = ("Question", "Answer", "What comes of it")


class AnswersView(QWidget):
    """Signals `left` when the answers are taken in or left."""

    left = Signal()

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self._of: Path | None = None
        self._cells: list[list[str]] = []
        self.rows: list[Returned] = []
        self._heading = title("", 12)
        self.table = plain_table("Answers that came back", COLUMNS, grows=(0, 2))
        self.take = button("Take them in", "Carry each answer that fits into its field, in one edit")
        self.take.clicked.connect(self.take_in)
        leave = button("Leave it", "Take nothing in")
        leave.clicked.connect(self.left)
        column = bare_column(self, 6)
        column.addWidget(self._heading)
        column.addWidget(soft("An answer goes to its field as if it were typed there; none has yet."))
        column.addWidget(self.table, 1)
        column.addLayout(in_a_row(self.take, leave))

    def show_form(self, path: Path) -> bool:
        """Read a form and show its answers; says whether that could be done."""
        workspace = self._workspace
        try:
            self._cells, self._of = cells_of_form(path), workspace.path
            self._read()
        except (UnreadableListError, UnreadableFormError) as error:
            workspace.said.emit(f"{path.name} was not taken in. {error}")
            return False
        if not self.rows:
            workspace.said.emit(f"{path.name} has no answer in it.")
            return False
        self._heading.setText(path.name)
        return True

    def refresh(self) -> None:
        """Look again where the answers would go; they are left where another client is open now."""
        if self._workspace.path == self._of:
            self._read()
        else:
            self.left.emit()

    def _read(self) -> None:
        workspace = self._workspace
        self.rows = returned(workspace.pack, workspace.file, self._cells, datetime.date.today())
        cells = [
            (row.words or row.key, row.answer, row.problem or self._goes_to(row.key)) for row in self.rows
        ]
        show_cells(self.table, cells)
        self.take.setEnabled(any(row.edit is not None for row in self.rows))

    def _goes_to(self, question: str) -> str:
        pack, file = self._workspace.pack, self._workspace.file
        field = goes_to(pack, file, file.questions[question].about)
        return f"goes to {label_of(pack, file, field)}" if field else "is kept in the list"

    def take_in(self) -> None:
        """Carry the answers that fit into their fields."""
        kept = sum(row.edit is not None for row in self.rows)
        left = len(self.rows) - kept
        if self._workspace.try_to(taken(self.rows)):
            rest = f" {left} did not fit and are left out." if left else ""
            self._workspace.said.emit(f"{kept} answers taken in.{rest} Undo takes them back.")
            self.left.emit()
