"""Names are shown as they are: nothing in them is taken for markup, so that none can load a picture or a
link.

A test holds every label and every tooltip of the program to these two.
"""

from __future__ import annotations

from html import escape

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QLabel


class PlainLabel(QLabel):
    """A label whose words are just words."""

    def __init__(self, text: str = "") -> None:
        super().__init__()
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.setText(text)


def take_role(label: QLabel, role: str) -> None:
    """Have a label look as the style sheet has that role."""
    if label.property("role") != role:
        label.setProperty("role", role)
        label.style().polish(label)  # so that the style sheet sees the role


def plain_tip(text: str) -> str:
    """A text for a tooltip, which would take what looks like markup for it."""
    return f'<span style="white-space: pre-wrap">{escape(text)}</span>' if "<" in text else text
