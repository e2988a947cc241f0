"""How a cell looks and is typed into: a stitched baseline where it can be, plain figures where not."""

from __future__ import annotations

from typing import TypeGuard

from PySide6.QtCore import (
    QAbstractItemModel,
    QEvent,
    QModelIndex,
    QObject,
    QPersistentModelIndex,
    QRect,
    QStringListModel,
    Qt,
)
from PySide6.QtGui import QKeyEvent, QPainter, QPen
from PySide6.QtWidgets import (
    QApplication,
    QCompleter,
    QLineEdit,
    QStyle,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QWidget,
)

from half_yard.desktop import theme
from half_yard.desktop.tables.columns import AMOUNTS, Column, Kind
from half_yard.desktop.tables.record_model import COLUMN_ROLE, PROBLEM_ROLE, RecordModel
from half_yard.desktop.typed_line import TypedLine

MARGIN = 6
TAKING_KEYS = {Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Tab, Qt.Key.Key_Backtab}


class CellDelegate(QStyledItemDelegate):
    """Paints and edits the cells of a record table."""

    def paint(
        self, painter: QPainter, option: QStyleOptionViewItem, index: QModelIndex | QPersistentModelIndex
    ) -> None:
        painter.save()
        rect: QRect = option.rect
        state: QStyle.StateFlag = option.state
        selected = bool(state & QStyle.StateFlag.State_Selected)
        if selected:
            painter.fillRect(rect, theme.INDIGO_WASH)
        colour = index.data(Qt.ItemDataRole.ForegroundRole)
        painter.setPen(colour or theme.INK)
        painter.setFont(option.font)
        inner = rect.adjusted(MARGIN, 0, -MARGIN, 0)
        shown = str(index.data(Qt.ItemDataRole.DisplayRole) or "")
        alignment = index.data(Qt.ItemDataRole.TextAlignmentRole)
        text = option.fontMetrics.elidedText(shown, Qt.TextElideMode.ElideRight, inner.width())
        painter.drawText(inner, int(alignment), text)
        if index.flags() & Qt.ItemFlag.ItemIsEditable:
            _stitch(painter, rect, refused=bool(index.data(PROBLEM_ROLE)))
        if state & QStyle.StateFlag.State_HasFocus:
            painter.setPen(QPen(theme.INDIGO, 1.5))
            painter.drawRect(rect.adjusted(1, 1, -2, -2))
        painter.restore()

    def createEditor(
        self, parent: QWidget, option: QStyleOptionViewItem, index: QModelIndex | QPersistentModelIndex
    ) -> QWidget:
        del option
        column: Column = index.data(COLUMN_ROLE)
        editor = TypedLine(parent)
        editor.setFrame(False)
        editor.setStyleSheet(f"background: {theme.BLEACHED.name()};")
        editor.setAccessibleName(column.title)
        if column.kind in AMOUNTS:
            editor.setAlignment(Qt.AlignmentFlag.AlignRight)
        if column.kind is Kind.CHOICE and column.options is not None:
            model = index.model()
            record = model.records.get(model.id_at(index.row())) if isinstance(model, RecordModel) else None
            editor.setCompleter(ChoiceCompleter([title for _, title in column.options(record)], editor))
        return editor

    def setEditorData(self, editor: QWidget, index: QModelIndex | QPersistentModelIndex) -> None:
        if isinstance(editor, QLineEdit):
            editor.setText(str(index.data(Qt.ItemDataRole.EditRole) or ""))
            editor.selectAll()

    def setModelData(
        self, editor: QWidget, model: QAbstractItemModel, index: QModelIndex | QPersistentModelIndex
    ) -> None:
        if isinstance(editor, QLineEdit):
            model.setData(index, editor.text())

    def updateEditorGeometry(
        self, editor: QWidget, option: QStyleOptionViewItem, index: QModelIndex | QPersistentModelIndex
    ) -> None:
        del index
        editor.setGeometry(option.rect)


def _stitch(painter: QPainter, rect: QRect, *, refused: bool) -> None:
    pen = QPen(theme.MADDER if refused else theme.STITCH, 1.4 if refused else 1)
    pen.setDashPattern([2, 2] if refused else [4, 3])
    painter.setPen(pen)
    painter.drawLine(rect.left() + MARGIN, rect.bottom() - 2, rect.right() - MARGIN, rect.bottom() - 2)


def _takes(event: QEvent) -> TypeGuard[QKeyEvent]:
    """Whether the event is the press of a key that takes what is typed."""
    pressed = event.type() == QEvent.Type.KeyPress
    return pressed and isinstance(event, QKeyEvent) and event.key() in TAKING_KEYS


class ChoiceCompleter(QCompleter):
    """Offers the choices that have all the words typed in them. Enter and Tab take the one that the arrow
    keys have reached, or else what is typed, and go on as they do in any cell."""

    def __init__(self, titles: list[str], line: QLineEdit) -> None:
        self._found = QStringListModel(titles)
        super().__init__(self._found, line)
        self._titles = [(title.casefold(), title) for title in titles]
        self._line = line
        self.setCompletionMode(QCompleter.CompletionMode.UnfilteredPopupCompletion)
        self.setMaxVisibleItems(14)
        if popup := self.popup():
            popup.setMinimumWidth(280)

    def splitPath(self, path: str) -> list[str]:
        """Called with what is typed so far: offer what has all of its words."""
        words = path.casefold().split()
        self._found.setStringList(
            [title for text, title in self._titles if all(word in text for word in words)]
        )
        return [path]

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        popup = self.popup()
        if popup is not None and watched is popup and _takes(event):
            chosen = popup.currentIndex()
            popup.hide()
            if chosen.isValid():
                self._line.setText(str(chosen.data()))
            again = QKeyEvent(QEvent.Type.KeyPress, event.key(), event.modifiers(), event.text())
            QApplication.sendEvent(self._line, again)
            return True
        return super().eventFilter(watched, event)
