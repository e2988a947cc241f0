"""Small parts that several pages are made of."""

from __future__ import annotations

from collections.abc import Callable, Collection, Sequence

from PySide6.QtCore import Qt
from PySide6.QtGui import QShowEvent
from PySide6.QtWidgets import (
    QAbstractItemView,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QPushButton,
    QScrollArea,
    QTableWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from half_yard.desktop import theme
from half_yard.desktop.aloud import say_aloud
from half_yard.desktop.panes import Pane
from half_yard.desktop.plain_words import PlainLabel, plain_tip, take_role
from half_yard.desktop.tables import RecordModel, RecordTable
from half_yard.desktop.tables.cursor import CursorTableWidget
from half_yard.desktop.tables.dress import dress
from half_yard.desktop.tables.headed_model import RIGHT
from half_yard.desktop.workspace import Workspace


def title(text: str, size: float = 15) -> QLabel:
    """A title in the serif face."""
    label = PlainLabel(text)
    label.setFont(theme.title_font(size))
    return label


def soft(text: str) -> QLabel:
    """A quiet line of explanation."""
    label = PlainLabel(text)
    label.setProperty("role", "soft")
    label.setWordWrap(True)
    return label


def unwrapped(text: str) -> QLabel:
    """A quiet word or two in a row of fields."""
    label = soft(text)
    label.setWordWrap(False)
    return label


def bare_column(widget: QWidget, spacing: int) -> QVBoxLayout:
    """The layout of a widget whose parts stand beneath each other, with no room around them."""
    column = QVBoxLayout(widget)
    column.setContentsMargins(0, 0, 0, 0)
    column.setSpacing(spacing)
    return column


def in_a_row(*widgets: QWidget) -> QHBoxLayout:
    """Widgets beside each other, at the left."""
    row = QHBoxLayout()
    for widget in widgets:
        row.addWidget(widget)
    row.addStretch(1)
    return row


def button(text: str, tip: str = "") -> QPushButton:
    """A push button that the keyboard reaches."""
    made = QPushButton(text)
    made.setToolTip(plain_tip(tip))
    made.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
    made.setAutoDefault(True)
    return made


def scrolled(part: QWidget) -> QScrollArea:
    """A part that is scrolled where there is less room than it needs, so that nothing stands over another."""
    area = QScrollArea()
    area.setWidgetResizable(True)
    area.setFocusPolicy(Qt.FocusPolicy.NoFocus)
    area.setWidget(part)
    return area


class Page(Pane):
    """A page of the work. It shows the file as it is when it is seen, and keeps up while it is seen."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        workspace.changed.connect(self._keep_up)

    def _keep_up(self) -> None:
        if self.isVisible():
            self.refresh()

    def showEvent(self, event: QShowEvent) -> None:
        self.refresh()
        super().showEvent(event)

    def refresh(self) -> None:
        """Show the file as it is now."""

    def focus(self) -> None:
        """Put the cursor where work goes on."""

    def page_to_print(self) -> str:
        """What the page shows, as HTML to print; empty where there is nothing."""
        return ""

    def search_line(self) -> QLineEdit | None:
        """The line on which what the page shows is searched, if it has one."""
        return None


def plain_table(
    name: str, headings: Sequence[str], right: Collection[int] = (), grows: Collection[int] = (0,)
) -> CursorTableWidget:
    """A table that is read and chosen from; the columns numbered in `grows` take what is left, the headings
    of those in `right` stand at the right."""
    table = CursorTableWidget(0, len(headings))
    table.setHorizontalHeaderLabels(list(headings))
    dress(table, name)
    table.verticalHeader().setDefaultSectionSize(theme.ROW_HEIGHT + 2)
    table.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
    table.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
    table.horizontalHeader().setDefaultAlignment(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter)
    for section in right:
        if (heading := table.horizontalHeaderItem(section)) is not None:
            heading.setTextAlignment(RIGHT)
    table.fit_to(grows)
    return table


def show_cells(
    table: QTableWidget,
    rows: Sequence[Sequence[str]],
    right: Collection[int] = (),
    dressed: Callable[[QTableWidgetItem, int, int], None] | None = None,
) -> None:
    """Show rows that are read and chosen from, the columns numbered in `right` at the right; `dressed` gives
    a cell its looks, by row and column."""
    table.setRowCount(len(rows))
    # Each cell would be told of, and measured, for itself: they are told of together.
    model = table.model()
    model.blockSignals(True)
    for number, row in enumerate(rows):
        for column, text in enumerate(row):
            item = QTableWidgetItem(text)
            item.setToolTip(plain_tip(text))
            item.setFlags(Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable)
            if column in right:
                item.setTextAlignment(RIGHT)
            if dressed is not None:
                dressed(item, number, column)
            table.setItem(number, column, item)
    model.blockSignals(False)
    if rows:
        model.dataChanged.emit(model.index(0, 0), model.index(len(rows) - 1, len(rows[0]) - 1))
    if isinstance(table, CursorTableWidget):
        table.fit_columns()


class TableBlock(QWidget):
    """A record table under a heading, with what was refused said beneath it."""

    def __init__(self, heading: str, model: RecordModel, explanation: str = "") -> None:
        super().__init__()
        self.table = RecordTable(model, heading)
        self.heading = title(heading, 12)
        self.explanation = soft(explanation)
        self.refusal = PlainLabel()
        self.refusal.setProperty("role", "error")
        self.refusal.setWordWrap(True)
        self.refusal.hide()
        self.head = QHBoxLayout()
        self.head.addWidget(self.heading)
        self.head.addSpacing(8)
        self.head.addWidget(self.explanation, 1)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(3)
        column.addLayout(self.head)
        column.addWidget(self.table, 1)
        column.addWidget(self.refusal)
        model.refused.connect(self._refuse)
        self.table.said.connect(self._say)

    def _refuse(self, message: str) -> None:
        self._show(message, "error")

    def _say(self, message: str) -> None:
        self._show(message, "error" if "Not taken" in message else "soft")

    def _show(self, message: str, role: str) -> None:
        take_role(self.refusal, role)
        self.refusal.setText(message)
        self.refusal.setVisible(bool(message))
        say_aloud(self.refusal, message)
