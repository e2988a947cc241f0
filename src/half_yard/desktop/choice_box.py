"""A box to choose from, in which a choice is found by the letters of any of its words."""

from __future__ import annotations

from PySide6.QtCore import QElapsedTimer, QEvent
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QComboBox

from half_yard.desktop.plain_words import PlainLabel

PAUSE = 1200
"""Milliseconds after which letters begin anew."""


class ChoiceBox(QComboBox):
    """Typing goes to the first choice that has a word beginning so: “single” to “1 Single family
    residence”."""

    def __init__(self, *, labelled: bool = False) -> None:
        super().__init__()
        self._typed = ""
        self._since = QElapsedTimer()
        self._label = PlainLabel()
        self._label.setParent(self)
        if not labelled:
            self._label.setBuddy(self)
        self._label.hide()

    def setAccessibleName(self, name: str) -> None:
        super().setAccessibleName(name)
        self._label.setText(name)

    def changeEvent(self, event: QEvent) -> None:
        super().changeEvent(event)
        if event.type() is QEvent.Type.ParentChange:
            # What a screen reader calls a box is the label that stands beside it: where none is seen, this.
            self._label.setParent(self.parentWidget())

    def keyPressEvent(self, event: QKeyEvent) -> None:
        text = event.text()
        if not text.isprintable() or not text.strip():
            super().keyPressEvent(event)
            return
        if not self._since.isValid() or self._since.elapsed() > PAUSE:
            self._typed = ""
        self._since.restart()
        self._typed += text.casefold()
        found = self._place_of(self._typed)
        if found >= 0 and found != self.currentIndex():
            self.setCurrentIndex(found)
            self.activated.emit(found)

    def _place_of(self, typed: str) -> int:
        """The first choice that begins so, or else the first with a word that does; -1 for none."""
        titles = [self.itemText(number).casefold() for number in range(self.count())]
        whole = [number for number, title in enumerate(titles) if title.startswith(typed)]
        words = [number for number, title in enumerate(titles) if f" {typed}" in title]
        return next(iter(whole + words), -1)
