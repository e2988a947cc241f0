"""Giving the clients that are chosen to people of the office, by initials, in a line beneath the list."""

from __future__ import annotations

import datetime
from collections.abc import Callable, Sequence
from functools import partial
from pathlib import Path

from PySide6.QtWidgets import QHBoxLayout, QLineEdit, QWidget

from half_yard.desktop.parts import button, soft
from half_yard.desktop.typed_line import TypedLine
from half_yard.desktop.workspace import Workspace
from half_yard.office.assigning import assign, initials
from half_yard.office.closed_files import edit_closed
from half_yard.records import EditError
from half_yard.records.dates import read_date
from half_yard.storage import FileRefusedError, SealedFileError

WIDTH = 74


class AssignLine(QWidget):
    """Asks for initials and a day; what is left empty stays as it is in each file."""

    def __init__(self, workspace: Workspace, said: Callable[[str], None]) -> None:
        super().__init__()
        self._workspace, self._say = workspace, said
        self._paths: Sequence[Path] = ()
        self._whom = soft("")
        self._whom.setWordWrap(False)
        self.prepares = self._line("Prepared by", "initials")
        self.asks = self._line("Asked by", "initials")
        self.due = self._line("Due", "10/15/2026")
        self.due.setFixedWidth(WIDTH + 26)
        go = button("Assign")
        go.clicked.connect(self.carry_out)
        leave = button("Leave it")
        leave.clicked.connect(self.hide)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 4, 0, 4)
        row.addWidget(self._whom)
        for words, line in (("prepared by", self.prepares), ("asked by", self.asks), ("due", self.due)):
            row.addWidget(soft(words))
            row.addWidget(line)
        row.addWidget(go)
        row.addWidget(leave)
        row.addStretch(1)
        self.hide()

    def _line(self, name: str, hint: str) -> QLineEdit:
        line = TypedLine()
        line.setAccessibleName(name)
        line.setPlaceholderText(hint)
        line.setFixedWidth(WIDTH)
        line.returnPressed.connect(self.carry_out)
        return line

    def ask(self, paths: Sequence[Path], usual: str) -> None:
        """Ask to whom these clients are given; `usual` are the initials of whoever works here."""
        self._paths = paths
        self._whom.setText(paths[0].stem if len(paths) == 1 else f"{len(paths)} clients")
        self.prepares.setText(usual)
        self.asks.clear()
        self.due.clear()
        self.show()
        self.prepares.setFocus()
        self.prepares.selectAll()

    def carry_out(self) -> None:
        """Give the clients as it was typed; what can't be changed is said, and the rest is done."""
        try:
            due = read_date(self.due.text(), datetime.date.today().year)
            made = partial(
                assign,
                prepares=initials(self.prepares.text()) or None,
                asks=initials(self.asks.text()) or None,
                due=due,
            )
        except ValueError as error:
            self._say(str(error))
            return
        refused = []
        for path in self._paths:
            try:
                if path == self._workspace.path:
                    self._workspace.do(made(self._workspace.file))
                else:
                    edit_closed(path, self._workspace.keys, made)
            except (FileRefusedError, SealedFileError, EditError, OSError) as error:
                refused.append(f"{path.stem}: {error}")
        self.hide()
        self._say(" ".join(refused))
