"""An activity's lines beside last year's: what was typed, what of it counts, what changed and why."""

from __future__ import annotations

from decimal import Decimal
from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QTableWidgetItem, QVBoxLayout, QWidget

from half_yard.countries.comparison import Compared, compare, from_last_year
from half_yard.desktop import theme
from half_yard.desktop.last_years_file import ask_for_last_year, computed_from
from half_yard.desktop.parts import button, plain_table, soft, title
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.tables import COLUMN_ROLE, CellDelegate, Column, Kind
from half_yard.desktop.tables.headed_model import RIGHT
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text
from half_yard.records import Change, Edit
from half_yard.records.reckoning import reckon

LINE, NUMBER, TYPED, SHARE, COUNTS, LAST_YEAR, CHANGE, LIMIT = range(8)
COLUMNS = (
    "This activity",
    "Line", "Typed", "Share", "Counts", "Last year", "Change",
    "What limits it",
)  # fmt: skip
AMOUNTS = (TYPED, SHARE, COUNTS, LAST_YEAR, CHANGE)
KEY_ROLE = Qt.ItemDataRole.UserRole + 9


class ComparisonView(QWidget):
    """Last year's column is typed into, or taken from last year's file."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self._activity = ""
        self._column = Column("Last year", Kind.AMOUNT)
        self.table = plain_table("Lines beside last year's", COLUMNS, right=AMOUNTS)
        self.table.setEditTriggers(
            self.table.EditTrigger.AnyKeyPressed
            | self.table.EditTrigger.DoubleClicked
            | self.table.EditTrigger.EditKeyPressed
        )
        self.table.setItemDelegateForColumn(LAST_YEAR, CellDelegate(self.table))
        self.table.verticalHeader().setDefaultSectionSize(theme.ROW_HEIGHT - 2)
        self.table.itemChanged.connect(self._typed)
        take = button("From last year's file…", "Take over what last year's return of this client had")
        take.clicked.connect(self.ask_for_file)
        head = QHBoxLayout()
        head.addWidget(title("This year and last", 12))
        head.addWidget(soft("Type last year's amounts, or take them from its file."), 1)
        head.addWidget(take)
        self._refusal = soft("")
        self._refusal.setProperty("role", "error")
        self._refusal.hide()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addLayout(head)
        column.addWidget(self.table, 1)
        column.addWidget(self._refusal)

    def show_activity(self, key: str) -> None:
        """Show an activity's lines as they are now."""
        rows = compare(self._workspace.computation, self._workspace.pack, key)
        self.table.blockSignals(True)
        self.table.setRowCount(len(rows))
        self._activity = key
        for number, row in enumerate(rows):
            self._show_row(number, row)
        self.table.blockSignals(False)

    def _show_row(self, number: int, row: Compared) -> None:
        unusual = self._workspace.computation.unusual.get(
            f"/activities/{self._activity}/last_year/{row.key}", ""
        )
        share = row.share
        cells = (
            row.title, row.number, "" if row.typed is None else _shown(row.typed),
            "" if share is None else f"{share:.0f}%", _shown(row.counts),
            "" if row.last_year is None else exact_text(row.last_year),
            "" if row.change is None else _shown(row.change),
            "; ".join(filter(None, (row.limit, "ten times last year?" if unusual else ""))),
        )  # fmt: skip
        for column, text in enumerate(cells):
            item = QTableWidgetItem(text)
            item.setToolTip(plain_tip(unusual or text))
            item.setData(KEY_ROLE, row.key)
            flags = Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable
            if column == LAST_YEAR:
                flags |= Qt.ItemFlag.ItemIsEditable
                item.setData(COLUMN_ROLE, self._column)
            item.setFlags(flags)
            if column in AMOUNTS:
                item.setTextAlignment(RIGHT)
            if column != LAST_YEAR and not row.counts and not row.last_year:
                item.setForeground(theme.SOFT_INK)
            if unusual and column == COUNTS:
                item.setBackground(theme.WELD_WASH)
            if row.stands_out:
                item.setFont(theme.text_font(bold=True))
            self.table.setItem(number, column, item)

    def _typed(self, item: QTableWidgetItem) -> None:
        if item.column() != LAST_YEAR:
            return
        key = item.data(KEY_ROLE)
        known = self._workspace.file.activities[self._activity].last_year
        path = f"/activities/{self._activity}/last_year/{key}"
        typed = item.text().strip()
        try:
            amount = reckon(typed) if typed else None
            if amount is None and key in known:
                self._workspace.do(
                    Edit(label="Last year's amount", changes=(Change(op="remove", path=path),))
                )
            elif amount is not None and known.get(key) != amount:
                op = "replace" if key in known else "add"
                step = Change.model_validate({"op": op, "path": path, "value": format(amount, "f")})
                self._workspace.do(Edit(label="Last year's amount", changes=(step,)))
        except ValueError as error:
            self._refusal.setText(str(error))
            self._refusal.show()
            return
        self._refusal.hide()

    def focus_on(self, line: str) -> None:
        """Put the cursor on last year's amount of a line."""
        for row in range(self.table.rowCount()):
            item = self.table.item(row, LAST_YEAR)
            if item is not None and item.data(KEY_ROLE) == line:
                self.table.setCurrentItem(item)
        self.table.setFocus()

    def ask_for_file(self) -> None:
        """Ask for last year's file, and take its amounts over."""
        path = ask_for_last_year(self._workspace, self)
        if path is not None:
            self.take_file(path)

    def take_file(self, path: Path) -> None:
        """Take over last year's amounts from its file, or say why not."""
        try:
            before = computed_from(self._workspace, path)
            edit, names = from_last_year(self._workspace.file, before, self._workspace.pack)
        except ValueError as error:
            self._workspace.said.emit(str(error))
            return
        if names and self._workspace.try_to(edit):
            self._workspace.said.emit(f"Last year's amounts are taken over: {', '.join(names)}.")
        elif not names:
            self._workspace.said.emit("No activity of that file has the name of one here.")


def _shown(amount: Decimal) -> str:
    return exact_text(amount) if amount else "·"
