"""The next year of several clients: what each file would bring, before any is made."""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QWidget

from half_yard.desktop.parts import bare_column, button, in_a_row, plain_table, show_cells, soft, title
from half_yard.desktop.reading import ProgressLine, Reading
from half_yard.desktop.workspace import Workspace
from half_yard.office.going_on import Ahead, carry_out, look_ahead
from half_yard.storage import FileRefusedError

COLUMNS = ("Client", "File", "What goes along, or has changed")


class GoingOnView(QWidget):
    """Signals `left` when it is done."""

    left = Signal()

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self._every: list[Ahead] = []
        self._reading: Reading[list[Ahead]] | None = None
        self._said = soft("")
        self.table = plain_table("Next year of several clients", COLUMNS, grows=(2,))
        self.go = button("Make them", "Write the files that are not there, and bring what has changed")
        self.go.clicked.connect(self.carry_out)
        leave = button("Leave it", "Make nothing")
        leave.clicked.connect(self.leave)
        self.progress = ProgressLine(self.leave)
        column = bare_column(self, 6)
        column.addWidget(title("Next year"))
        column.addWidget(self._said)
        column.addWidget(self.table, 1)
        column.addWidget(self.progress)
        column.addLayout(in_a_row(self.go, leave))

    def show_files(self, paths: Sequence[Path]) -> None:
        """Look what would come of these files, and show it."""
        self.table.setRowCount(0)
        self.go.setEnabled(False)
        self._said.setText("Nothing is made yet.")
        self.progress.start(f"{len(paths)} clients", len(paths))
        steps = look_ahead(paths, self._workspace.keys)
        self._reading = Reading(
            steps, self.progress.show_line, self._show, self._refused, FileRefusedError, self
        )

    def _show(self, every: list[Ahead]) -> None:
        self._over()
        self._every = every
        show_cells(self.table, [(each.title, each.to.name, each.words or each.problem) for each in every])
        new = sum(each.made is not None for each in every)
        changed = sum(bool(each.changed) for each in every)
        self._said.setText(
            f"{new} files would be made, {changed} have something to be brought, "
            f"{len(every) - new - changed} stay as they are. What was typed in them stays."
        )
        self.go.setEnabled(bool(new or changed))
        self.table.setFocus()

    def _refused(self, reason: str) -> None:
        self._over()
        self._said.setText(reason)

    def _over(self) -> None:
        self._reading = None
        self.progress.hide()

    def carry_out(self) -> None:
        """Make the files, and say what was refused."""
        refused = carry_out(self._every, self._workspace.keys)
        made = sum(each.made is not None or bool(each.changed) for each in self._every) - len(refused)
        self._workspace.said.emit(" ".join([f"{made} files of next year are made or brought up.", *refused]))
        self.left.emit()

    def leave(self) -> None:
        """Look no further, and make nothing."""
        if self._reading is not None:
            self._reading.cancel()
        self._over()
        self.left.emit()
