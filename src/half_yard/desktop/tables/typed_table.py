"""What is typed into the cells of a table: a cell that refuses it stays open, with what was typed, the reason
and the choices that fit."""

from __future__ import annotations

from abc import abstractmethod

from PySide6.QtCore import Qt
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QAbstractItemDelegate, QAbstractItemView, QApplication, QLineEdit, QWidget

from half_yard.desktop.search_completer import SearchCompleter
from half_yard.desktop.tables.cursor import CursorTable
from half_yard.desktop.tables.delegate import CellDelegate
from half_yard.desktop.tables.headed_model import Index
from half_yard.desktop.tables.record_model import PROBLEM_ROLE

Hint = QAbstractItemDelegate.EndEditHint
ENTER = {Qt.Key.Key_Return, Qt.Key.Key_Enter}
LEAVING = {Hint.SubmitModelCache, Hint.EditNextItem, Hint.EditPreviousItem}
"""How an editor is left by a key that takes what is typed; Escape and the mouse leave it otherwise."""


class TypedTable(CursorTable):
    """Enter and typing open a cell. Enter and Tab close it where what was typed can be taken; where not, the
    cell stays open until it can, or until Escape gives the old value back."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setItemDelegate(CellDelegate(self))

    @abstractmethod
    def refuses(self, typed: str) -> bool:
        """Whether what was typed into the cell of the cursor can't be taken; the reason is said."""

    @abstractmethod
    def forget_refused(self) -> None:
        """Give the cell of the cursor its old value back."""

    @abstractmethod
    def close_cell(self, editor: QWidget, hint: Hint) -> None:
        """Close a cell of which what was typed is taken, and go on."""

    @property
    def is_editing(self) -> bool:
        """Whether a cell is open."""
        return self.state() is QAbstractItemView.State.EditingState

    def open_cell(self, index: Index) -> None:
        """Open a cell; in one that was refused, to type on."""
        self.edit(index)
        editor = self.indexWidget(index)
        if isinstance(editor, QLineEdit) and index.data(PROBLEM_ROLE):
            editor.end(False)

    def type_here(self) -> None:
        """Open the cell of the cursor, or the next one that can be typed into."""
        index = self.currentIndex()
        if index.flags() & Qt.ItemFlag.ItemIsEditable:
            self.open_cell(index)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        index = self.currentIndex()
        refused = bool(index.data(PROBLEM_ROLE)) and event.text().isprintable() and bool(event.text())
        if refused and not self.is_editing and event.key() not in ENTER:
            self.open_cell(index)
            if (editor := self.indexWidget(index)) is not None:
                QApplication.sendEvent(editor, event)
            return
        super().keyPressEvent(event)

    def closeEditor(self, editor: QWidget, hint: Hint) -> None:
        if hint is Hint.RevertModelCache:
            self.forget_refused()
        elif hint in LEAVING and isinstance(editor, QLineEdit) and self.refuses(editor.text()):
            editor.setFocus()
            editor.end(False)
            if isinstance(completer := editor.completer(), SearchCompleter):
                completer.offer()
            return
        self.close_cell(editor, hint)
