"""A strip of names to choose from, in one or more rows: the sheets of a return, the activities of a file."""

from __future__ import annotations

from collections.abc import Sequence
from contextlib import nullcontext

from PySide6.QtCore import QModelIndex, QPersistentModelIndex, QSignalBlocker, Qt, Signal
from PySide6.QtGui import QPainter, QResizeEvent
from PySide6.QtWidgets import QListView, QListWidgetItem, QStyledItemDelegate, QStyleOptionViewItem, QWidget

from half_yard.desktop import theme
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.tables.cursor import CursorList
from half_yard.desktop.tables.drawn_once import DrawnOnce

KEY_ROLE = Qt.ItemDataRole.UserRole + 1
TALLEST = 128
LOWEST = 30
ITEM_PADDING = 18


def cut_short(names: Sequence[str], longest: int) -> list[str]:
    """The names, none longer than so many letters: cut at the end, or in the middle where two would then read
    alike."""

    def at_end(name: str) -> str:
        return name if len(name) <= longest else f"{name[: longest - 1].rstrip()}…"

    ends = [at_end(name) for name in names]
    half = (longest - 1) // 2
    return [
        end
        if len(name) <= longest or ends.count(end) == 1
        else f"{name[: longest - 1 - half].rstrip()}…{name[-half:].lstrip()}"
        for name, end in zip(names, ends, strict=True)
    ]


class _Name(DrawnOnce):
    """A name of the strip, as the list itself would draw it."""

    def looks(self, index: QModelIndex | QPersistentModelIndex) -> str:
        return str(index.data())

    def draw(
        self, painter: QPainter, option: QStyleOptionViewItem, index: QModelIndex | QPersistentModelIndex
    ) -> None:
        QStyledItemDelegate.paint(self, painter, option, index)


class Strip(CursorList):
    """Names in reading order, as many rows as they need up to a limit. Signals `chosen` with a key."""

    chosen = Signal(str)

    def __init__(self, name: str, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setFlow(QListView.Flow.LeftToRight)
        self.setWrapping(True)
        self.setResizeMode(QListView.ResizeMode.Adjust)
        self.setSpacing(1)
        self.setFixedHeight(LOWEST)
        self.setAccessibleName(name)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setProperty("role", "bare")
        self.setStyleSheet(
            f"QListWidget::item {{ padding: 2px 7px; border-bottom: 1px dashed {theme.STITCH.name()}; }}"
            f"QListWidget::item:selected {{ border-bottom: 2px solid {theme.INDIGO.name()}; }}"
        )
        self.setItemDelegate(_Name(self, theme.LINEN))
        self._shown: list[tuple[str, str, str]] = []
        self.currentItemChanged.connect(self._changed)

    def show_names(self, names: Sequence[tuple[str, str, str]], current: str) -> None:
        """Show names as (key, text, whole text), the one with the current key chosen. As long as each is as
        wide as before, nothing is laid out anew."""
        if [key for key, _, _ in names] != [key for key, _, _ in self._shown]:
            self.blockSignals(True)
            self.clear()
            for key, _, _ in names:
                item = QListWidgetItem()
                item.setData(KEY_ROLE, key)
                self.addItem(item)
            self.blockSignals(False)
            self._shown = [(key, "", "") for key, _, _ in names]
        changed = [row for row, name in enumerate(names) if name != self._shown[row]]
        are_as_wide = all(
            self.width_of([names[row][1]]) == self.width_of([self._shown[row][1]]) for row in changed
        )
        with QSignalBlocker(self.model()) if are_as_wide else nullcontext():
            for row in changed:
                self._set(self.item(row), names[row])
        self._shown = list(names)
        if not are_as_wide:
            self.fit()
        for row in changed:
            self.viewport().update(self.visualItemRect(self.item(row)))
        keys = [key for key, _, _ in names]
        if current in keys and self.currentRow() != keys.index(current):
            self.setCurrentRow(keys.index(current))

    @staticmethod
    def _set(item: QListWidgetItem, name: tuple[str, str, str]) -> None:
        _, text, whole = name
        item.setText(text)
        item.setToolTip(plain_tip(whole))
        amount = text.rpartition("   ")[2] if "   " in text else ""
        item.setData(Qt.ItemDataRole.AccessibleTextRole, f"{whole} {amount}".strip())

    def width_of(self, texts: Sequence[str]) -> int:
        """The width that texts take beside each other, in pixels."""
        return sum(self.fontMetrics().horizontalAdvance(text) + ITEM_PADDING for text in texts)

    def fit(self) -> None:
        """Take the rows that the names need."""
        if not self.count():
            return
        self.doItemsLayout()
        last = self.visualItemRect(self.item(self.count() - 1))
        rows = last.bottom() + self.verticalScrollBar().value() + 6
        self.setFixedHeight(min(max(rows, LOWEST), TALLEST))
        self.scrollToItem(self.currentItem() or self.item(0))

    def _changed(self, item: QListWidgetItem | None) -> None:
        if item is not None:
            self.chosen.emit(item.data(KEY_ROLE))

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        if event.size().width() != event.oldSize().width():
            self.fit()
