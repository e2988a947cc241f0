"""A passphrase, asked for in its place: to open what is sealed, or to seal."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtWidgets import QApplication, QHBoxLayout, QLineEdit, QVBoxLayout, QWidget

from half_yard.desktop.parts import button, soft, title
from half_yard.desktop.plain_words import PlainLabel
from half_yard.desktop.typed_line import TypedLine
from half_yard.storage import FileRefusedError


class KeyLine(QWidget):
    """Asks for a passphrase, twice where it is a new one, and hands it to whoever asked. What that refuses is
    said beneath, and the line stays."""

    def __init__(self) -> None:
        super().__init__()
        self._take: Callable[[str], None] = lambda _passphrase: None
        self._twice = False
        self._words = title("", 11.5)
        self._words.setWordWrap(True)
        self._more = soft("")
        self.first, self.second = self._line("Passphrase"), self._line("The same again")
        self._problem = PlainLabel()
        self._problem.setProperty("role", "error")
        self._problem.setWordWrap(True)
        self.go = button("Open")
        self.go.clicked.connect(self.take)
        leave = button("Leave it")
        leave.clicked.connect(self.leave)
        row = QHBoxLayout()
        for part in (self.first, self.second):
            row.addWidget(part, 1)
        row.addWidget(self.go)
        row.addWidget(leave)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 6, 0, 6)
        column.setSpacing(4)
        column.addWidget(self._words)
        column.addWidget(self._more)
        column.addLayout(row)
        column.addWidget(self._problem)
        self.hide()

    def _line(self, name: str) -> TypedLine:
        line = TypedLine()
        line.setEchoMode(QLineEdit.EchoMode.Password)
        line.setAccessibleName(name)
        line.setPlaceholderText(name.lower())
        line.returnPressed.connect(self._go_on)
        return line

    def ask(
        self, words: str, deed: str, take: Callable[[str], None], *, more: str = "", twice: bool = False
    ) -> None:
        """Ask for a passphrase with these words; `deed` is what the button does with it."""
        self._take, self._twice = take, twice
        self._words.setText(words)
        self._more.setText(more)
        self._more.setVisible(bool(more))
        self.go.setText(deed)
        self.second.setVisible(twice)
        self._clear()
        self.show()
        self.first.setFocus()

    def _clear(self) -> None:
        for line in (self.first, self.second):
            line.clear()
        self._say("")

    def _say(self, problem: str) -> None:
        self._problem.setText(problem)
        self._problem.setVisible(bool(problem))

    def _go_on(self) -> None:
        if self._twice and self.first.hasFocus():
            self.second.setFocus()
        else:
            self.take()

    def take(self) -> None:
        """Hand over what was typed; a passphrase that is refused stays to be typed again."""
        if self._twice and self.first.text() != self.second.text():
            self._say("The two are not the same. Type them again.")
            self.first.setFocus()
            self.first.selectAll()
            return
        self._say("One moment…")
        QApplication.processEvents()  # deriving a key takes a third of a second
        try:
            self._take(self.first.text())
        except (FileRefusedError, OSError) as error:
            self._say(str(error))
            self.first.setFocus()
            self.first.selectAll()
            return
        self.leave()

    def leave(self) -> None:
        """Ask no more, and keep nothing that was typed."""
        self._clear()
        self.hide()
