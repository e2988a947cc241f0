"""Questions that may be asked: each with a tick, asked together."""

from __future__ import annotations

import datetime
from collections.abc import Callable

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QWidget

from half_yard.countries.labels import label_of
from half_yard.countries.proposing import Proposal, proposals
from half_yard.desktop.parts import bare_column, button, in_a_row, plain_table, show_cells, soft, title
from half_yard.desktop.workspace import Workspace
from half_yard.review.asking import ask_together

COLUMNS = ("Question", "About")
WORDS = 0
ABOUT = "What was looked for and is not there. Space takes a tick off; the words are changed in the list."


class ProposalsView(QWidget):
    """Signals `left` when the questions are asked or left."""

    left = Signal()

    def __init__(self, workspace: Workspace, initials: Callable[[], str]) -> None:
        super().__init__()
        self._workspace, self._initials = workspace, initials
        self.proposed: list[Proposal] = []
        self.table = plain_table("Questions that may be asked", COLUMNS)
        self.ask = button("Ask those with a tick", "They come into the list, in these words")
        self.ask.clicked.connect(self.ask_them)
        leave = button("Leave it", "Ask nothing")
        leave.clicked.connect(self.left)
        column = bare_column(self, 6)
        column.addWidget(title("What may be asked", 12))
        column.addWidget(soft(ABOUT))
        column.addWidget(self.table, 1)
        column.addLayout(in_a_row(self.ask, leave))

    def show_proposals(self) -> bool:
        """Look what may be asked, and show it; says whether there is anything."""
        pack, file = self._workspace.pack, self._workspace.file
        self.proposed = proposals(self._workspace.computation, pack)
        show_cells(self.table, [(each.words, label_of(pack, file, each.about)) for each in self.proposed])
        for row, each in enumerate(self.proposed):
            if (item := self.table.item(row, WORDS)) is not None:
                item.setFlags(item.flags() | Qt.ItemFlag.ItemIsUserCheckable)
                item.setCheckState(Qt.CheckState.Checked if each.is_likely else Qt.CheckState.Unchecked)
        return bool(self.proposed)

    def ask_them(self) -> None:
        """Ask what has a tick, in one edit."""
        ticked = [each for row, each in enumerate(self.proposed) if self._has_tick(row)]
        edit = ask_together(
            self._workspace.file, [(each.about, each.words) for each in ticked], self._initials(),
            datetime.date.today(),
        )  # fmt: skip
        if not ticked or self._workspace.try_to(edit):
            self.left.emit()

    def _has_tick(self, row: int) -> bool:
        item = self.table.item(row, WORDS)
        return item is not None and item.checkState() is Qt.CheckState.Checked
