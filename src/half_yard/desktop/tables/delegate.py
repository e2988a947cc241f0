"""How a cell looks and is typed into: a stitched baseline where it can be, plain figures where not."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import (
    QAbstractItemModel,
    QModelIndex,
    QPersistentModelIndex,
    QRect,
    Qt,
)
from PySide6.QtGui import QPainter, QPen
from PySide6.QtWidgets import (
    QLineEdit,
    QStyle,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QWidget,
)

from half_yard.asked.columns import AMOUNTS, Column
from half_yard.desktop import theme
from half_yard.desktop.search_completer import SearchCompleter
from half_yard.desktop.tables.look import Look
from half_yard.desktop.tables.record_model import ASKED_ROLE, COLUMN_ROLE, PROBLEM_ROLE, RecordModel
from half_yard.desktop.typed_line import TypedLine

MARGIN = 6
ASKED, ASKED_WIDTH = "?", 12
"""Before a record about which the client is asked, and the room for it in pixels."""


class CellDelegate(QStyledItemDelegate):
    """Paints and edits the cells of a record table."""

    def paint(
        self, painter: QPainter, option: QStyleOptionViewItem, index: QModelIndex | QPersistentModelIndex
    ) -> None:
        model = index.model()
        look = model.look(index.row(), index.column()) if isinstance(model, RecordModel) else _look_of(index)
        painter.save()
        rect: QRect = option.rect
        state: QStyle.StateFlag = option.state
        ground = theme.INDIGO_WASH if state & QStyle.StateFlag.State_Selected else look.ground
        if ground is not None:
            painter.fillRect(rect, ground)
        inner = rect.adjusted(MARGIN, 0, -MARGIN, 0)
        if look.asked:
            painter.setPen(theme.MADDER)
            painter.setFont(theme.text_font(bold=True))
            painter.drawText(inner, Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter, ASKED)
            inner.setLeft(inner.left() + ASKED_WIDTH)
        if look.shown:
            painter.setPen(look.colour or theme.INK)
            painter.setFont(option.font)
            text = option.fontMetrics.elidedText(look.shown, Qt.TextElideMode.ElideRight, inner.width())
            painter.drawText(inner, int(look.alignment), text)
        if look.editable:
            stitch(painter, rect, refused=look.refused)
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
        if column.options is not None:
            model = index.model()
            record = model.records.get(model.id_at(index.row())) if isinstance(model, RecordModel) else None
            editor.setCompleter(SearchCompleter(partial(column.found, record), editor))
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


def _look_of(index: QModelIndex | QPersistentModelIndex) -> Look:
    """What a cell of another table looks like."""
    return Look(
        str(index.data(Qt.ItemDataRole.DisplayRole) or ""),
        index.data(Qt.ItemDataRole.BackgroundRole),
        index.data(Qt.ItemDataRole.ForegroundRole),
        index.data(Qt.ItemDataRole.TextAlignmentRole),
        asked=bool(index.data(ASKED_ROLE)),
        refused=bool(index.data(PROBLEM_ROLE)),
        editable=bool(index.flags() & Qt.ItemFlag.ItemIsEditable),
    )


class TypedCellDelegate(QStyledItemDelegate):
    """Paints the cells of a plain table that can be typed into with the stitched baseline."""

    def paint(
        self, painter: QPainter, option: QStyleOptionViewItem, index: QModelIndex | QPersistentModelIndex
    ) -> None:
        super().paint(painter, option, index)
        painter.save()
        stitch(painter, option.rect, refused=False)
        painter.restore()


def stitch(painter: QPainter, rect: QRect, *, refused: bool) -> None:
    """The stitched baseline of what is typed; in madder where it was refused."""
    pen = QPen(theme.MADDER if refused else theme.STITCH, 1.4 if refused else 1)
    pen.setDashPattern([2, 2] if refused else [4, 3])
    painter.setPen(pen)
    painter.drawLine(rect.left() + MARGIN, rect.bottom() - 2, rect.right() - MARGIN, rect.bottom() - 2)
