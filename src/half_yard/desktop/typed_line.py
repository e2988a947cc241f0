"""The line that is typed on."""

from PySide6.QtCore import QEvent
from PySide6.QtGui import QKeyEvent, QKeySequence
from PySide6.QtWidgets import QLineEdit


class TypedLine(QLineEdit):
    """A line edit that keeps undo and redo to itself only while it has typing to take back, so that
    otherwise they reach the window and take back the last edit of the file."""

    def event(self, event: QEvent) -> bool:
        if isinstance(event, QKeyEvent) and event.type() == QEvent.Type.ShortcutOverride:
            undo = event.matches(QKeySequence.StandardKey.Undo) and not self.isUndoAvailable()
            redo = event.matches(QKeySequence.StandardKey.Redo) and not self.isRedoAvailable()
            if undo or redo:
                event.ignore()
                return False
        return super().event(event)


def named_line(name: str, hint: str, width: int) -> TypedLine:
    """A line with its name, what stands in it while it is empty, and its width in pixels."""
    line = TypedLine()
    line.setAccessibleName(name)
    line.setPlaceholderText(hint)
    line.setFixedWidth(width)
    return line
