"""A list beneath a line that is typed on, of what is found for the words typed."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import TypeGuard

from PySide6.QtCore import QEvent, QObject, QStringListModel, Qt
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QApplication, QCompleter, QLineEdit

from half_yard.records.choices import Option

LEAVING_KEYS = {
    Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Tab, Qt.Key.Key_Backtab, Qt.Key.Key_Escape,
}  # fmt: skip
NARROWEST = 280
NOTHING = "nothing has all of these words"


class SearchCompleter(QCompleter):
    """Offers what a search finds. Enter and Tab take the one that the arrow keys have reached, or else what
    is typed, and go on as they do on any line; so does Escape, which gives up what was typed."""

    def __init__(self, search: Callable[[str], Sequence[Option]], line: QLineEdit) -> None:
        self._found = QStringListModel()
        super().__init__(self._found, line)
        self._search = search
        self._line = line
        self.setCompletionMode(QCompleter.CompletionMode.UnfilteredPopupCompletion)
        self.setMaxVisibleItems(14)
        if popup := self.popup():
            popup.setMinimumWidth(NARROWEST)
            popup.setAccessibleName("Choices that fit")

    def offer(self) -> None:
        """Show what is found for what is typed."""
        self.setCompletionPrefix(self._line.text())
        self.complete()

    def splitPath(self, path: str) -> list[str]:
        """Called with what is typed so far: search for it."""
        found = [f"{key} {title}".strip() for key, title in self._search(path)]
        self._found.setStringList(found or [NOTHING])
        return [path]

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        popup = self.popup()
        if popup is not None and watched is popup and _leaves(event):
            chosen = popup.currentIndex()
            popup.hide()
            if event.key() != Qt.Key.Key_Escape and chosen.isValid() and chosen.data() != NOTHING:
                self._line.setText(str(chosen.data()))
                self._line.setModified(True)
            again = QKeyEvent(QEvent.Type.KeyPress, event.key(), event.modifiers(), event.text())
            QApplication.sendEvent(self._line, again)
            return True
        return super().eventFilter(watched, event)


def _leaves(event: QEvent) -> TypeGuard[QKeyEvent]:
    """Whether the event is the press of a key that ends the typing."""
    pressed = event.type() == QEvent.Type.KeyPress
    return pressed and isinstance(event, QKeyEvent) and event.key() in LEAVING_KEYS
