"""What is said aloud: a screen reader is told of messages that appear away from the cursor."""

from __future__ import annotations

from PySide6.QtGui import QAccessible, QAccessibleAnnouncementEvent
from PySide6.QtWidgets import QWidget


def say_aloud(part: QWidget, words: str) -> None:
    """Have a screen reader say words that a part of the window has begun to show; nothing for none."""
    if words and QAccessible.isActive():
        QAccessible.updateAccessibility(QAccessibleAnnouncementEvent(part, words))
