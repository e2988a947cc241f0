"""Whether a statement's account is one that the file has under another name: asked in its place, kept."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QVBoxLayout, QWidget

from half_yard.desktop.parts import button, in_a_row, soft, title

WHY = (
    "Rows that are here already are set aside, so that nothing counts twice. The answer is kept in the file."
)


class AccountQuestion(QWidget):
    """Signals `asked` when it asks, `answered` with whether it is the same account, `left` when nothing is to
    be taken in."""

    asked = Signal()
    answered = Signal(bool)
    left = Signal()

    def __init__(self) -> None:
        super().__init__()
        self.words = title("", 11.5)
        self.words.setWordWrap(True)
        self.same = button("The same account", "Set aside what is here already")
        self.same.clicked.connect(lambda: self.answered.emit(True))
        self.other = button("Another account", "Take every row in")
        self.other.clicked.connect(lambda: self.answered.emit(False))
        self.leave = button("Leave it", "Answer later")
        self.leave.clicked.connect(self.left)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 4, 0, 4)
        column.setSpacing(4)
        column.addWidget(self.words)
        column.addWidget(soft(WHY))
        column.addLayout(in_a_row(self.same, self.other, self.leave))
        self.hide()

    def ask(self, words: str) -> None:
        """Ask, the cursor on the answer that loses nothing by a slip: both can be undone."""
        self.words.setText(words)
        self.show()
        self.asked.emit()
        self.same.setFocus()
