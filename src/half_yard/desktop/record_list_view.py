"""A log, a calendar or a list of sales on its way in: what each column is, and what each row makes."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QFileDialog, QTableWidgetItem, QVBoxLayout, QWidget

from half_yard.desktop.parts import button, in_a_row, plain_table, soft, title
from half_yard.desktop.roles_table import RolesTable, with_role
from half_yard.desktop.tables.headed_model import RIGHT
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text, money_text
from half_yard.interop.asset_list import UnreadableListError, cells_of
from half_yard.interop.record_list import (
    ROLES,
    SALES,
    STAYS,
    TRIPS,
    ListedRow,
    guess_columns,
    list_edit,
    listed_rows,
)
from half_yard.records import CapitalSale, Stay

SHOWN = 3
COLUMNS = {
    TRIPS: ("To", "Date", "For", "Miles", "Remarks"),
    STAYS: ("Was", "First day", "Last day", "Who", "Remarks"),
    SALES: ("Sold", "Acquired", "Sold on", "Proceeds", "Basis", "Remarks"),
}
NUMBERS = {TRIPS: (3,), STAYS: (), SALES: (3, 4)}


class RecordListView(QWidget):
    """Nothing of the list is in the file until it is taken in. Signals `left` when it is done or called
    off."""

    left = Signal()

    def __init__(self, workspace: Workspace, collection: str) -> None:
        super().__init__()
        self._workspace = workspace
        self._collection = collection
        self._of = ""
        self._cells: list[list[str]] = []
        self._columns: dict[str, int] = {}
        self.rows: list[ListedRow] = []
        self._heading = title("", 12)
        self.raw = RolesTable("The list as it stands", {"": "not taken", **ROLES[collection]})
        self.raw.role_chosen.connect(self._set_role)
        self.table = plain_table("What its rows make", COLUMNS[collection], NUMBERS[collection])
        self._result = soft("")
        self.take = button("Take them in", "Add the rows of the list in one edit")
        self.take.clicked.connect(self.take_in)
        leave = button("Leave it", "Take nothing in")
        leave.clicked.connect(self.left)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addWidget(self._heading)
        column.addWidget(soft("Above each column: what it is. Nothing is in the file until you take it in."))
        column.addWidget(self.raw, 2)
        column.addWidget(self.table, 3)
        column.addWidget(self._result)
        column.addLayout(in_a_row(self.take, leave))

    def ask_for_file(self, of: str) -> bool:
        """Ask which list, and show it; says whether there is one to show."""
        chosen, _ = QFileDialog.getOpenFileName(self, "A list", "", "Lists (*.csv *.txt *.tsv *.xlsx)")
        return bool(chosen) and self.show_file(of, Path(chosen))

    def show_file(self, of: str, path: Path) -> bool:
        """Read a list of a thing or a person and show it; says whether that could be done."""
        try:
            cells = cells_of(path)
        except UnreadableListError as error:
            self._workspace.said.emit(f"{path.name} was not taken in. {error}")
            return False
        self._of, self._cells = of, cells
        self._columns = guess_columns(self._collection, cells[0])
        self._heading.setText(path.name)
        self.read()
        self.take.setFocus()
        return True

    def _set_role(self, number: int, role: str) -> None:
        self._columns = with_role(self._columns, number, role)
        self.read()

    def read(self) -> None:
        """Read the list as its columns are laid out now."""
        roles = {column: role for role, column in self._columns.items()}
        self.raw.show_rows(self._cells[: SHOWN + 1], roles, faint=1)
        file = self._workspace.file
        self.rows = listed_rows(file, self._collection, self._of, self._cells, self._columns)
        self.table.setRowCount(len(self.rows))
        for number, row in enumerate(self.rows):
            for column, text in enumerate(self._shown(row)):
                item = QTableWidgetItem(text)
                if column in NUMBERS[self._collection]:
                    item.setTextAlignment(RIGHT)
                self.table.setItem(number, column, item)
        taken = sum(row.record is not None for row in self.rows)
        self._result.setText(f"{taken} of {len(self.rows)} rows make one." if self.rows else "")
        self.take.setEnabled(bool(taken))

    def _shown(self, row: ListedRow) -> tuple[str, ...]:
        calendar, shared = self._workspace.calendar, self._workspace.pack.shared
        record = row.record
        if record is None:
            return (f"line {row.line}", *([""] * (len(COLUMNS[self._collection]) - 2)), row.problem)
        if isinstance(record, CapitalSale):
            basis = "" if record.basis is None else exact_text(record.basis)
            days = (calendar.text(record.acquired), calendar.text(record.sold))
            return (record.name, *days, exact_text(record.proceeds), basis, "")
        if isinstance(record, Stay):
            was = shared.stays.get(record.kind, record.kind)
            return (was, calendar.text(record.begins), calendar.text(record.ends), record.guest, "")
        goes = shared.trips.get(record.activity) or self._workspace.file.called(record.activity)
        return (record.goal, calendar.text(record.date), goes, money_text(record.amount), "")

    def take_in(self) -> None:
        """Add the rows that make one, as one edit."""
        edit = list_edit(self._workspace.file, self._collection, self.rows)
        if self._workspace.try_to(edit):
            left = sum(row.record is None for row in self.rows)
            rest = f" {left} rows were left out: see their remarks in the list." if left else ""
            self._workspace.said.emit(f"{edit.label}.{rest} Undo takes it back.")
            self.left.emit()
