"""Lines of a sheet as a table: number, title and amount, read by eye and walked by keyboard."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from typing import Any

from PySide6.QtCore import QModelIndex, QPersistentModelIndex, QRect, Qt, QTimer, Signal
from PySide6.QtGui import QColor, QFont, QFontMetrics, QKeyEvent, QPainter, QPen
from PySide6.QtWidgets import (
    QAbstractItemView,
    QHeaderView,
    QStyle,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QWidget,
)

from half_yard.desktop import theme
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.tables.cursor import CursorTable
from half_yard.desktop.tables.headed_model import HeadedModel, Index
from half_yard.figures import Place
from half_yard.figures.explain import exact_text, money_text

HEADINGS = ("Line", "", "Amount")
TITLE, AMOUNT = 1, 2
MARGIN, LEADER_GAP, LEAST_LEADER = 3, 14, 40
"""Beside the words of a cell, between a title and the dots that lead to its amount, and the least that these
are drawn for, in pixels."""


@dataclass(frozen=True, slots=True)
class LineRow:
    """A line, or a heading where it has no place. `entries` are the keys of the statement lines that
    entries are sorted to here; none for a computed line; `checked` the initials of who checked it; `asked`
    whether the client is asked about it."""

    number: str
    title: str
    amount: Decimal
    place: Place | None
    entries: tuple[str, ...] = ()
    strong: bool = False
    unfinished: bool = False
    in_cents: bool = False
    checked: str = ""
    asked: bool = False

    @property
    def words(self) -> str:
        """The title, with a star where something is not computed, who checked it, and whether the client is
        asked about it."""
        star, by = " *" if self.unfinished else "", f"   ✓ {self.checked}" if self.checked else ""
        return f"{self.title}{star}{by}{'   ? asked' if self.asked else ''}"

    @property
    def shown(self) -> str:
        """The amount for reading; a dot where there is nothing."""
        if self.place is None:
            return ""
        if not self.amount and not self.strong:
            return "·"
        return exact_text(self.amount) if self.in_cents else money_text(self.amount)

    @property
    def cells(self) -> tuple[str, str, str]:
        """What stands in each column."""
        return self.number, self.words, self.shown

    def look(self, column: int) -> tuple[QFont, QColor]:
        """Headings are titles, results bold; numbers, and all of a line without anything on it, are soft."""
        if self.place is None:
            return theme.title_font(11), theme.INK
        empty = not self.amount and not self.strong
        return theme.text_font(bold=self.strong), theme.SOFT_INK if empty or column == 0 else theme.INK


class LineModel(HeadedModel):
    """The rows for a table view. Signals `replaced` when others are there."""

    replaced = Signal()

    def __init__(self) -> None:
        super().__init__(HEADINGS, {AMOUNT})
        self.rows: list[LineRow] = []

    def show_rows(self, rows: list[LineRow]) -> None:
        """Show these rows, keeping the view's place where their lines are the same."""
        same = [row.place for row in rows] == [row.place for row in self.rows]
        if same and rows:
            before, self.rows = self.rows, rows
            for number, (old, new) in enumerate(zip(before, rows, strict=True)):
                if old != new:
                    self._tell_changed(number, old, new)
            return
        self.beginResetModel()
        self.rows = rows
        self.endResetModel()
        self.replaced.emit()

    def _tell_changed(self, number: int, old: LineRow, new: LineRow) -> None:
        """Have the cells of a line drawn again that look otherwise: mostly its amount alone."""
        for column, (was, words) in enumerate(zip(old.cells, new.cells, strict=True)):
            if words != was or new.look(column) != old.look(column):
                cell = self.index(number, column)
                self.dataChanged.emit(cell, cell)

    def row_total(self) -> int:
        """How many rows there are."""
        return len(self.rows)

    def flags(self, index: Index) -> Qt.ItemFlag:
        heading = index.isValid() and self.rows[index.row()].place is None
        return Qt.ItemFlag.ItemIsEnabled if heading else super().flags(index)

    def data(self, index: Index, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        if not index.isValid():
            return None
        row = self.rows[index.row()]
        match role:
            case Qt.ItemDataRole.DisplayRole:
                return row.cells[index.column()]
            case Qt.ItemDataRole.TextAlignmentRole:
                return self.alignment(index.column())
            case Qt.ItemDataRole.ToolTipRole:
                missing = "\n* Something this line needs is not computed: see the thread."
                return plain_tip(f"{row.title}{missing}" if row.unfinished else row.title)
            case Qt.ItemDataRole.AccessibleTextRole:
                checked = f", checked by {row.checked}" if row.checked else ""
                asked = ", the client is asked" if row.asked else ""
                return f"line {row.number} {row.title} {row.shown}{checked}{asked}"
            case _:
                return None


class _LineDelegate(QStyledItemDelegate):
    """Paints the cells of a line, and dots that lead from its title to its amount. It asks the row itself: to
    ask the model for each thing that a style wants to know takes longer than to draw it."""

    def __init__(self, model: LineModel, parent: QWidget) -> None:
        super().__init__(parent)
        self._model = model

    def paint(
        self, painter: QPainter, option: QStyleOptionViewItem, index: QModelIndex | QPersistentModelIndex
    ) -> None:
        rect: QRect = option.rect
        state: QStyle.StateFlag = option.state
        row, column = self._model.rows[index.row()], index.column()
        is_chosen = bool(state & QStyle.StateFlag.State_Selected)
        if is_chosen:
            painter.fillRect(rect, theme.INDIGO_WASH)
        text = row.cells[column]
        if not text:
            return
        painter.save()
        font, colour = row.look(column)
        painter.setFont(font)
        painter.setPen(theme.INK if is_chosen else colour)
        inner, metrics = rect.adjusted(MARGIN, 0, -MARGIN, 0), painter.fontMetrics()
        long = metrics.horizontalAdvance(text)
        if long > inner.width():
            text = metrics.elidedText(text, Qt.TextElideMode.ElideRight, inner.width())
        painter.drawText(inner, int(self._model.alignment(column)), text)
        if column == TITLE and row.place is not None:
            self._lead(painter, rect.left() + long + LEADER_GAP, rect)
        painter.restore()

    @staticmethod
    def _lead(painter: QPainter, start: int, rect: QRect) -> None:
        if rect.right() - start < LEAST_LEADER:
            return
        pen = QPen(theme.STITCH, 1)
        pen.setDashPattern([1, 5])
        painter.setPen(pen)
        base = rect.center().y() + 5
        painter.drawLine(start, base, rect.right() - 4, base)


class LineView(CursorTable):
    """The lines. Signals `line_current` with the row under the cursor, `entry_wanted` on Enter."""

    least_rows = 7
    line_current = Signal(object)
    entry_wanted = Signal()

    def __init__(self, name: str, *, row_height: int = theme.ROW_HEIGHT - 2) -> None:
        super().__init__()
        self.rows_model = LineModel()
        self.setModel(self.rows_model)
        self.setAccessibleName(name)
        self.setShowGrid(False)
        self.setTabKeyNavigation(False)
        self.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        self.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.verticalHeader().hide()
        self.verticalHeader().setMinimumSectionSize(16)
        self.verticalHeader().setDefaultSectionSize(row_height)
        header = self.horizontalHeader()
        header.setHighlightSections(False)
        self.setItemDelegate(_LineDelegate(self.rows_model, self))
        self._fit_numbers()
        self.rows_model.replaced.connect(self._fit_numbers)
        header.setSectionResizeMode(TITLE, QHeaderView.ResizeMode.Stretch)
        self.offer([self.copying])

    def _fit_numbers(self) -> None:
        """Give the numbers of the lines, and the amounts, the room that the longest needs."""
        metrics = QFontMetrics(theme.text_font(bold=True))
        rows = self.rows_model.rows
        numbers = max((metrics.horizontalAdvance(row.number) for row in rows), default=0)
        amounts = max((metrics.horizontalAdvance(row.shown) for row in rows), default=0)
        header = self.horizontalHeader()
        header.resizeSection(0, max(38, numbers + 10))
        header.resizeSection(AMOUNT, max(78, amounts + 14))

    @property
    def current_row(self) -> LineRow | None:
        """The row under the cursor."""
        number = self.currentIndex().row()
        return self.rows_model.rows[number] if 0 <= number < len(self.rows_model.rows) else None

    def show_line(self, keys: Sequence[str]) -> bool:
        """Make the row of one of these line keys current; says whether there is one."""
        for number, row in enumerate(self.rows_model.rows):
            if row.place is not None and (row.place.line in keys or set(keys) & set(row.entries)):
                self.setCurrentIndex(self.rows_model.index(number, 0))
                QTimer.singleShot(0, self, self._reveal)
                return True
        return False

    def _reveal(self) -> None:
        """Scroll to the current row, once a view that was just shown has its size."""
        self.scrollTo(self.currentIndex())

    def currentChanged(self, current: Index, previous: Index) -> None:
        super().currentChanged(current, previous)
        if (row := self.current_row) is not None:
            self.line_current.emit(row)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in {Qt.Key.Key_Return, Qt.Key.Key_Enter}:
            self.entry_wanted.emit()
        else:
            super().keyPressEvent(event)
