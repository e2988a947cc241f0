"""The thread panel: what the number under the cursor is made of, by which rule, and where it goes."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from functools import lru_cache
from itertools import islice

from PySide6.QtCore import QModelIndex, QPersistentModelIndex, QPoint, QRect, QSignalBlocker, QSize, Qt
from PySide6.QtGui import QFontMetrics, QPainter, QPen
from PySide6.QtWidgets import (
    QAbstractItemView,
    QListWidgetItem,
    QStyle,
    QStyleOptionViewItem,
    QVBoxLayout,
)

from half_yard.countries import Computation
from half_yard.countries.telling import Row, joined, line_name, thread_rows
from half_yard.desktop import theme
from half_yard.desktop.at_rest import at_rest
from half_yard.desktop.panes import Pane
from half_yard.desktop.plain_words import PlainLabel
from half_yard.desktop.subjects import Subject, collection_and_id, find_record, record_of
from half_yard.desktop.tables.cursor import CursorList
from half_yard.desktop.tables.drawn_once import DrawnOnce
from half_yard.desktop.workspace import Workspace
from half_yard.figures import Place, amount_text
from half_yard.figures.explain import money_text
from half_yard.records import Record
from half_yard.records.collections import COLLECTIONS
from half_yard.records.naming import amount_of, name_of

WIDTH = 300
ROW_ROLE = Qt.ItemDataRole.UserRole + 1
INDENT = 12
LEFT = 26
ROW_WIDTH = WIDTH - 40


class ThreadPanel(Pane):
    """Shows the thread of the workspace's subject. Enter on a step follows it."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self._rows: list[Row] = []
        self.setProperty("role", "thread")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setFixedWidth(WIDTH)
        column = QVBoxLayout(self)
        column.setContentsMargins(14, 12, 12, 10)
        column.setSpacing(2)
        self._where = PlainLabel()
        self._where.setProperty("role", "soft")
        self._where.setWordWrap(True)
        self._title = PlainLabel()
        self._title.setFont(theme.title_font(13))
        self._title.setWordWrap(True)
        self._amount = PlainLabel()
        self._amount.setFont(theme.text_font(19, bold=True))
        self.list = CursorList()
        self.list.setItemDelegate(_StepDelegate(self.list, theme.SHADE))
        self.list.setProperty("role", "bare")
        self.list.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.list.setVerticalScrollMode(QAbstractItemView.ScrollMode.ScrollPerPixel)
        self.list.setAccessibleName("Thread: what it is made of and where it goes")
        self.list.itemActivated.connect(self._follow)
        self.list.itemClicked.connect(self._follow)
        hint = PlainLabel("F6 steps in · Enter follows · F4 folds it away")
        hint.setProperty("role", "soft")
        hint.setFont(theme.text_font(9))
        column.addWidget(self._where)
        column.addWidget(self._title)
        column.addWidget(self._amount)
        column.addSpacing(4)
        column.addWidget(self.list, 1)
        column.addWidget(hint)
        self._rest = at_rest(self, self.refresh)
        workspace.changed.connect(self._keep_up)
        workspace.looked_at.connect(self._look)

    def _look(self) -> None:
        """Begin at the top of another subject's thread."""
        self.list.setCurrentRow(-1)
        self.refresh()
        self.list.scrollToTop()

    def refresh(self) -> None:
        """Show the thread of the subject as it is now."""
        self._rest.stop()
        self._show(list(self._thread()))

    def _keep_up(self) -> None:
        """Show as much of the thread as is seen; the rest of it follows when typing rests."""
        seen = self._seen()
        rows = list(islice(self._thread(), seen))
        if len(rows) == seen:
            rows += self._rows[seen:]
            self._rest.start()
        self._show(rows)

    def _seen(self) -> int:
        """How many rows there are down to the last that is seen of those that are shown."""
        lowest = self.list.indexAt(QPoint(0, self.list.viewport().height() - 1))
        return lowest.row() + 1 if lowest.isValid() else len(self._rows) + 1

    def _thread(self) -> Iterator[Row]:
        subject = self._workspace.subject
        computation = self._workspace.computation if self._workspace.is_open else None
        if computation is None or subject is None or not self._head(computation, subject):
            self._say("Thread", "No number is chosen", "")
            return iter([Row("Choose a line or an entry: what it is made of stands here.")])
        return thread_rows(computation, subject)

    def _show(self, rows: list[Row]) -> None:
        """Show these rows, drawing only those again that are not as they were. As long as each is as high as
        before, the others stand where they are and nothing is laid out anew."""
        before = self._rows
        changed = [n for n, row in enumerate(rows) if n >= len(before) or before[n] != row]
        if len(rows) == len(before) and all(_height(before[n]) == _height(rows[n]) for n in changed):
            with QSignalBlocker(self.list.model()):
                self._set(rows, changed)
            for number in changed:
                self.list.viewport().update(self.list.visualItemRect(self.list.item(number)))
        else:
            self._set(rows, changed)
        self._rows = rows

    def _set(self, rows: list[Row], changed: Sequence[int]) -> None:
        for number in changed:
            row = rows[number]
            if number >= self.list.count():
                self.list.addItem(QListWidgetItem())
            item = self.list.item(number)
            item.setData(ROW_ROLE, row)
            item.setData(Qt.ItemDataRole.AccessibleTextRole, joined(row.text, row.amount, row.below))
            passive = Qt.ItemFlag.ItemIsEnabled
            item.setFlags(passive if row.heading else passive | Qt.ItemFlag.ItemIsSelectable)
        while self.list.count() > len(rows):
            self.list.takeItem(self.list.count() - 1)

    def _head(self, computation: Computation, subject: Subject) -> bool:
        if isinstance(subject, Place):
            if not computation.has_sheet(subject.sheet):
                return False
            try:
                line = computation.line(subject)
            except KeyError:
                return False
            where = line_name(computation, line)
            self._say(where, line.title, amount_text(line.figure))
            return True
        record = find_record(self._workspace.file, subject)
        if record is None:
            return False
        amount = amount_of(record)
        known = COLLECTIONS.get(collection_and_id(subject)[0])
        where = known.called if known else "Entered"
        self._say(
            where,
            name_of(record) or self._of_thing(record) or "Not named",
            "" if amount is None else money_text(amount),
        )
        return True

    def _of_thing(self, record: Record) -> str:
        """The name of the shared thing to which a record without a name belongs."""
        file, thing = self._workspace.file, getattr(record, "thing", "")
        return file.things[thing].name if thing in file.things else ""

    def _say(self, where: str, title: str, amount: str) -> None:
        self._where.setText(where)
        self._title.setText(title)
        self._amount.setText(amount)
        self._amount.setVisible(bool(amount))

    def _follow(self, item: QListWidgetItem) -> None:
        row: Row = item.data(ROW_ROLE)
        if row.subject is not None:
            self._workspace.go_to(record_of(row.subject))


class _StepDelegate(DrawnOnce):
    """Paints a step: the thread on the left with its knots, words and number, the rule in small."""

    def sizeHint(self, option: QStyleOptionViewItem, index: QModelIndex | QPersistentModelIndex) -> QSize:
        del option
        return QSize(ROW_WIDTH, _height(index.data(ROW_ROLE)))

    def looks(self, index: QModelIndex | QPersistentModelIndex) -> Row:
        row: Row = index.data(ROW_ROLE)
        return row

    def draw(
        self, painter: QPainter, option: QStyleOptionViewItem, index: QModelIndex | QPersistentModelIndex
    ) -> None:
        row: Row = index.data(ROW_ROLE)
        rect = QRect(option.rect.left(), option.rect.top(), ROW_WIDTH, option.rect.height())
        state: QStyle.StateFlag = option.state
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if row.heading:
            painter.setFont(theme.text_font(9.5, bold=True))
            painter.setPen(theme.INDIGO)
            bottom = int(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignBottom)
            painter.drawText(rect.adjusted(2, 0, 0, -3), bottom, row.text)
            painter.restore()
            return
        if state & QStyle.StateFlag.State_Selected:
            painter.fillRect(rect, theme.INDIGO_WASH)
        self._thread(painter, rect, row)
        words, below = (box.translated(rect.left(), rect.top() + 4) for box in _boxes(row))
        wrap = int(Qt.TextFlag.TextWordWrap)
        painter.setFont(theme.text_font(10))
        painter.setPen(theme.MADDER if row.warns else theme.INK)
        painter.drawText(words, wrap, row.text)
        painter.drawText(rect.adjusted(0, 4, -6, 0), int(Qt.AlignmentFlag.AlignRight), row.amount)
        painter.setFont(theme.text_font(9))
        painter.setPen(theme.INDIGO if row.subject is not None else theme.SOFT_INK)
        painter.drawText(below, wrap, row.below)
        if state & QStyle.StateFlag.State_HasFocus:
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(QPen(theme.INDIGO, 1.5))
            painter.drawRect(rect.adjusted(1, 1, -2, -2))
        painter.restore()

    @staticmethod
    def _thread(painter: QPainter, rect: QRect, row: Row) -> None:
        x = rect.left() + 8 + row.depth * INDENT
        colour = theme.MADDER if row.warns else theme.INDIGO
        pen = QPen(colour, 1.2)
        pen.setDashPattern([3, 2.5])
        painter.setPen(pen)
        painter.drawLine(x, rect.top(), x, rect.bottom())
        painter.setPen(QPen(colour, 1.2))
        painter.setBrush(colour if row.subject is not None else theme.SHADE)
        painter.drawEllipse(QRect(x - 3, rect.top() + 9, 6, 6))


def _height(row: Row) -> int:
    if row.heading:
        return 28
    words, below = _boxes(row)
    return 8 + words.height() + below.height()


def _boxes(row: Row) -> tuple[QRect, QRect]:
    """Where a step's words and the small print below them stand, from the row's upper left corner."""
    amount = QFontMetrics(theme.text_font(10)).horizontalAdvance(row.amount) + 14 if row.amount else 6
    return _laid_out(row.text, row.below, row.depth, amount)


@lru_cache(maxsize=4096)
def _laid_out(text: str, small_print: str, depth: int, amount: int) -> tuple[QRect, QRect]:
    """The same, beside an amount that takes so many pixels."""
    left = LEFT - 6 + depth * INDENT
    wrap = int(Qt.TextFlag.TextWordWrap)
    room = QRect(left, 0, max(ROW_WIDTH - left - amount, 60), 1000)
    words = QFontMetrics(theme.text_font(10)).boundingRect(room, wrap, text)
    words.setWidth(room.width())
    if not small_print:
        return words, QRect(left, words.bottom(), 0, 0)
    under = QRect(left, words.bottom() + 1, max(ROW_WIDTH - left - 6, 60), 1000)
    below = QFontMetrics(theme.text_font(9)).boundingRect(under, wrap, small_print)
    below.setWidth(under.width())
    return words, below
