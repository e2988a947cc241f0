"""Items of a list that are drawn once for as long as they look the same."""

from __future__ import annotations

from abc import abstractmethod
from collections import OrderedDict
from collections.abc import Hashable

from PySide6.QtCore import QModelIndex, QPersistentModelIndex, QRect
from PySide6.QtGui import QColor, QPainter, QPixmap
from PySide6.QtWidgets import QStyle, QStyledItemDelegate, QStyleOptionViewItem

from half_yard.desktop.tables.cursor import CursorList

KEPT = 120
"""So many pictures are kept; a list shows fewer items at once."""
State = QStyle.StateFlag
LOOKS_OTHERWISE = State.State_Selected | State.State_HasFocus | State.State_Active | State.State_MouseOver


class DrawnOnce(QStyledItemDelegate):
    """Keeps a picture of each item: when one changes, a list lays itself out and draws all of them again.

    `ground` is what the items stand on.
    """

    def __init__(self, parent: CursorList, ground: QColor) -> None:
        super().__init__(parent)
        self._list = parent
        self._ground = ground
        self._pictures: OrderedDict[Hashable, QPixmap] = OrderedDict()

    @abstractmethod
    def looks(self, index: QModelIndex | QPersistentModelIndex) -> Hashable:
        """All that the look of an item depends on, but its size and its state."""

    @abstractmethod
    def draw(
        self, painter: QPainter, option: QStyleOptionViewItem, index: QModelIndex | QPersistentModelIndex
    ) -> None:
        """Draw an item."""

    def paint(
        self, painter: QPainter, option: QStyleOptionViewItem, index: QModelIndex | QPersistentModelIndex
    ) -> None:
        rect: QRect = option.rect
        if not self._list.drawn.intersects(rect):
            return
        sharp = painter.device().devicePixelRatio()
        state = option.state & LOOKS_OTHERWISE
        key = (self.looks(index), state.value, rect.width(), rect.height(), sharp)
        picture = self._pictures.get(key)
        if picture is None:
            picture = self._pictures[key] = self._picture(option, index, sharp)
            if len(self._pictures) > KEPT:
                self._pictures.popitem(last=False)
        self._pictures.move_to_end(key)
        painter.drawPixmap(rect.topLeft(), picture)

    def _picture(
        self, option: QStyleOptionViewItem, index: QModelIndex | QPersistentModelIndex, sharp: float
    ) -> QPixmap:
        picture = QPixmap(option.rect.size() * sharp)
        picture.setDevicePixelRatio(sharp)
        picture.fill(self._ground)
        alone = QStyleOptionViewItem(option)
        alone.rect = QRect(option.rect)
        alone.rect.moveTo(0, 0)
        painter = QPainter(picture)
        self.draw(painter, alone, index)
        painter.end()
        return picture
