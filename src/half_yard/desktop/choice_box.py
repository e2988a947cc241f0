"""A box to choose from, in which a choice is found by the letters of any of its words."""

from __future__ import annotations

from PySide6.QtCore import QElapsedTimer
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QComboBox

PAUSE = 1200
"""Milliseconds after which letters begin anew."""


class ChoiceBox(QComboBox):
    """Typing goes to the first choice that has a word beginning so: “single” to “1 Single family
    residence”."""

    def __init__(self) -> None:
        super().__init__()
        self._typed = ""
        self._since = QElapsedTimer()

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
