"""What another program made of the open file, and which of the two states goes on: asked in its place."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QVBoxLayout

from half_yard.desktop.panes import Pane
from half_yard.desktop.parts import button, in_a_row, soft, title

KEPT = "Whichever goes on, the other is kept among the earlier states."
MOST_SHOWN = 6


class ConflictLine(Pane):
    """Signals `ours` to save the state here, `theirs` to go on with the one on disk."""

    ours = Signal()
    theirs = Signal()

    def __init__(self) -> None:
        super().__init__()
        self.words = title("", 11.5)
        self.words.setWordWrap(True)
        self.differs = soft("")
        self.keep = button("Save what is here", "The state on disk is kept among the earlier states")
        self.keep.clicked.connect(self.ours)
        self.take = button("Go on with what is on disk", "The state here is kept among the earlier states")
        self.take.clicked.connect(self.theirs)
        later = button("Later", "Nothing is written; the edits stay in the journal")
        later.clicked.connect(self.hide)
        column = QVBoxLayout(self)
        column.setContentsMargins(18, 8, 12, 8)
        column.setSpacing(4)
        column.addWidget(self.words)
        column.addWidget(self.differs)
        column.addLayout(in_a_row(self.keep, self.take, later))
        self.hide()

    def ask(self, words: str, differs: Sequence[str]) -> None:
        """Ask which goes on, with what the two do not have alike."""
        more = f"; and {len(differs) - MOST_SHOWN} more" if len(differs) > MOST_SHOWN else ""
        self.words.setText(words)
        self.differs.setText(
            f"On disk, against what is here: {'; '.join(differs[:MOST_SHOWN])}{more}. {KEPT}"
        )
        self.show()
        self.keep.setFocus()
