"""What is said beneath the page, until another page is shown or something else is done."""

from __future__ import annotations

from PySide6.QtCore import Qt, QTimer
from PySide6.QtWidgets import QHBoxLayout

from half_yard.desktop import theme
from half_yard.desktop.aloud import say_aloud
from half_yard.desktop.panes import Pane
from half_yard.desktop.parts import button
from half_yard.desktop.plain_words import PlainLabel


class MessageBar(Pane):
    """One message, and a button that puts it away."""

    def __init__(self) -> None:
        super().__init__()
        self._just_said = False
        self.words = PlainLabel()
        self.words.setWordWrap(True)
        self.words.setAccessibleName("Message")
        dismiss = button("Put away", "Put the message away")
        dismiss.clicked.connect(self.hide)
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setStyleSheet(f"MessageBar, MessageBar QLabel {{ background: {theme.WELD_WASH.name()}; }}")
        bar = QHBoxLayout(self)
        bar.setContentsMargins(18, 4, 12, 4)
        bar.addWidget(self.words, 1)
        bar.addWidget(dismiss)
        self.hide()

    def say(self, message: str) -> None:
        """Say something, on the screen and to a screen reader."""
        self.words.setText(message)
        self.setVisible(bool(message))
        say_aloud(self, message)
        self._just_said = True
        QTimer.singleShot(0, self, self._was_said)

    def _was_said(self) -> None:
        self._just_said = False

    def end(self) -> None:
        """Put away what was said of something else than is done now."""
        if not self._just_said:
            self.hide()
