"""What was found: what stops filing, what is not computed, what to judge; a reason typed beside a warning or
a note judges it, and it comes back when its words change."""

from __future__ import annotations

import datetime
from collections.abc import Callable

from PySide6.QtCore import Qt, QTimer
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QTableWidgetItem, QWidget

from half_yard.desktop import theme
from half_yard.desktop.actions import Action
from half_yard.desktop.parts import bare_column, plain_table, soft
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.strip_page import StripPart
from half_yard.desktop.subjects import record_of
from half_yard.desktop.tables import COLUMN_ROLE, CellDelegate, Column, Kind
from half_yard.desktop.workspace import Workspace
from half_yard.review import Level
from half_yard.review.judged import JUDGED, Found, found, judge

FOUND, LEVEL, BECAUSE, BY = range(4)
COLUMNS = ("What was found, and what mends it", "Kind", "Seen, because", "By")
KINDS = {
    Level.ERROR: "Stops filing", Level.INCOMPLETE: "Not computed", Level.WARNING: "To judge",
    Level.NOTE: "Note",
}  # fmt: skip
ORDER = list(KINDS)
BECAUSE_WIDTH, PADDING = 240, 10


class FoundView(StripPart):
    """The findings, the gravest first, what was judged last."""

    def __init__(self, workspace: Workspace, initials: Callable[[], str]) -> None:
        super().__init__(workspace)
        self._initials = initials
        self.rows: list[Found] = []
        self._standing = soft("")
        self.table = plain_table("What was found", COLUMNS)
        self.table.setWordWrap(True)
        self.table.grows = None
        self.table.setEditTriggers(
            self.table.EditTrigger.AnyKeyPressed
            | self.table.EditTrigger.DoubleClicked
            | self.table.EditTrigger.EditKeyPressed
        )
        self.table.setItemDelegateForColumn(BECAUSE, CellDelegate(self.table))
        self.table.itemChanged.connect(self._typed)
        self.table.itemActivated.connect(self._go)
        self.table.offer(
            [
                Action("Mend it at once", self._mend_at_once, "Ctrl+Return", enabled=self._has_step),
                Action("Say why it may stay", self._say_why, "F2", enabled=self._can_be_judged),
                self.table.copying,
            ]
        )
        column = bare_column(self, 4)
        column.addWidget(self._standing)
        column.addWidget(self.table, 1)

    @property
    def begins_at(self) -> QWidget:
        """The findings."""
        return self.table

    def refresh(self) -> None:
        """Show the findings as they are now."""
        computation = self._workspace.computation
        every = found(computation.file, computation.findings)
        self.rows = sorted(
            every, key=lambda each: (each.judgement is not None, ORDER.index(each.finding.level))
        )
        self._standing.setText(_standing(self.rows))
        self.table.blockSignals(True)
        self.table.setRowCount(len(self.rows))
        for number, row in enumerate(self.rows):
            self._show_row(number, row)
        self.table.blockSignals(False)
        self._fit()

    def _show_row(self, number: int, row: Found) -> None:
        finding, judgement = row.finding, row.judgement
        words = f"{finding.message} {finding.mend}".strip()
        if finding.step is not None:
            words += f" Ctrl+Enter: {finding.step.label}."
        by = ""
        if judgement is not None:
            by = f"{judgement.by} {self._workspace.calendar.text(judgement.on)}".strip()
        kind = KINDS[finding.level]
        cells = (words, kind, judgement.because if judgement is not None else "", by)
        for column, text in enumerate(cells):
            item = QTableWidgetItem(text)
            flags = Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable
            if column == BECAUSE:
                item.setData(COLUMN_ROLE, Column("Seen, because", Kind.TEXT))
                item.setToolTip(plain_tip(text))
                item.setTextAlignment(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter)
                if finding.level in JUDGED:
                    flags |= Qt.ItemFlag.ItemIsEditable
            item.setFlags(flags)
            if column != BECAUSE and (judgement is not None or finding.level is Level.NOTE):
                item.setForeground(theme.SOFT_INK)
            elif column == LEVEL and finding.level is Level.ERROR:
                item.setForeground(theme.MADDER)
            item.setData(Qt.ItemDataRole.AccessibleTextRole, f"{COLUMNS[column]}: {text or 'empty'}")
            self.table.setItem(number, column, item)

    def _fit(self) -> None:
        """Give the words the width that is left, and every row the height of its words."""
        self.table.resizeColumnToContents(LEVEL)
        self.table.resizeColumnToContents(BY)
        self.table.setColumnWidth(BECAUSE, BECAUSE_WIDTH)
        taken = sum(self.table.columnWidth(column) for column in (LEVEL, BECAUSE, BY))
        self.table.setColumnWidth(FOUND, max(BECAUSE_WIDTH, self.table.viewport().width() - taken))
        self.table.resizeRowsToContents()
        for number in range(self.table.rowCount()):
            self.table.setRowHeight(number, self.table.rowHeight(number) + PADDING)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        # Only then has the table its new width.
        QTimer.singleShot(0, self, self._fit)

    @property
    def current(self) -> Found | None:
        """The finding under the cursor."""
        row = self.table.currentRow()
        return self.rows[row] if 0 <= row < len(self.rows) else None

    @property
    def about(self) -> str:
        """The path of what the finding under the cursor is about."""
        return self.current.finding.path if self.current is not None else ""

    def _typed(self, item: QTableWidgetItem) -> None:
        if item.column() != BECAUSE or self.current is None:
            return
        row = self.rows[item.row()]
        try:
            edit = judge(self._workspace.file, row, item.text(), self._initials(), datetime.date.today())
        except ValueError as error:
            self._workspace.said.emit(str(error))
            return
        if edit is not None:
            self._workspace.try_to(edit)

    def _go(self, item: QTableWidgetItem) -> None:
        path = self.rows[item.row()].finding.path
        if item.column() != BECAUSE and path:
            self._workspace.go_to(record_of(path))

    def _has_step(self) -> bool:
        return self.current is not None and self.current.finding.step is not None

    def _mend_at_once(self) -> None:
        if self.current is not None and self.current.finding.step is not None:
            self._workspace.try_to(self.current.finding.step)

    def _can_be_judged(self) -> bool:
        return self.current is not None and self.current.finding.level in JUDGED

    def _say_why(self) -> None:
        self.table.setCurrentCell(self.table.currentRow(), BECAUSE)
        self.table.editItem(self.table.currentItem())


def _standing(rows: list[Found]) -> str:
    """How many of each kind there are, in words."""
    parts = []
    for level, words in KINDS.items():
        count = sum(row.finding.level is level and row.judgement is None for row in rows)
        if count:
            parts.append(f"{words.lower()}: {count}")
    judged = sum(row.judgement is not None for row in rows)
    if judged:
        parts.append(f"seen: {judged}")
    return f"{', '.join(parts).capitalize()}." if parts else "Nothing was found."
