"""An asset list on its way in: what each column is, what each row makes, and what earlier years took."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal
from functools import partial
from pathlib import Path

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QFileDialog, QTableWidgetItem

from half_yard.desktop import theme
from half_yard.desktop.assets.asset_part import AssetPart
from half_yard.desktop.choice_box import ChoiceBox
from half_yard.desktop.parts import button, in_a_row, plain_table, soft, unwrapped
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.reading import ProgressLine, Reading
from half_yard.desktop.roles_table import RolesTable, with_role
from half_yard.desktop.tables.headed_model import RIGHT
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text
from half_yard.interop.asset_list import (
    LARGEST_BYTES,
    MOST_ROWS,
    ROLES,
    Compared,
    ListRow,
    UnreadableListError,
    guess_columns,
    list_edit,
    list_rows,
    read_cells,
    settle_prior,
)

SHOWN = 4
COLUMNS = (
    "Remarks", "Line", "Asset", "Class", "In service", "Cost",
    "Earlier years", "Computed",
)  # fmt: skip
NUMBERS = {5, 6, 7}
NO_ROWS = "Choose a list: CSV or XLSX, with a line of headings."


class ListView(AssetPart):
    """Nothing of the list is in the file until it is taken in. Signals `left` when it is done or called
    off."""

    left = Signal()

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace, "An asset list", NO_ROWS)
        self._cells: list[list[str]] = []
        self._columns: dict[str, int] = {}
        self.rows: list[ListRow] = []
        self.activity = ChoiceBox()
        self.activity.setAccessibleName("Rows that name no activity belong to")
        self.activity.activated.connect(self.read)
        self.raw = RolesTable("The list as it stands", {"": "not taken", **ROLES})
        self.raw.role_chosen.connect(self._set_role)
        self.table = plain_table("The assets of the list", COLUMNS, NUMBERS)
        self.table.horizontalHeader().moveSection(0, len(COLUMNS) - 1)
        self.table.currentCellChanged.connect(self._say_remark)
        self.result, self.remark = soft(""), soft("")
        self.take = button("Take them in", "Add the assets of the list in one edit")
        self.take.clicked.connect(self.take_in)
        leave = button("Leave it", "Take nothing in")
        leave.clicked.connect(self.left)
        self.progress = ProgressLine(self.cancel)
        self._reading: Reading[list[list[str]]] | None = None
        self.column.addWidget(self.progress)
        self.column.addLayout(in_a_row(unwrapped("Rows that name no activity belong to"), self.activity))
        self.column.addWidget(self.raw, 2)
        self.column.addWidget(self.table, 3)
        self.column.addWidget(self.remark)
        self.column.addWidget(self.result)
        self.column.addLayout(in_a_row(self.take, leave))

    def show_assets(self, current: str, selected: Sequence[str]) -> None:
        del current, selected
        if self.activity.count():
            return
        file = self.workspace.file
        for key, item in sorted(file.activities.items()):
            self.activity.addItem(item.name or key, key)
        self.activity.setCurrentIndex(max(self.activity.findData(self.workspace.activity), 0))

    def ask_for_file(self) -> bool:
        """Ask which list, and show it; says whether there is one to show."""
        chosen, _ = QFileDialog.getOpenFileName(self, "An asset list", "", "Lists (*.csv *.txt *.tsv *.xlsx)")
        return bool(chosen) and self.show_file(Path(chosen))

    def show_file(self, path: Path) -> bool:
        """Read a list and show it; says whether it could be opened. It is read off the window's thread."""
        try:
            if path.stat().st_size > LARGEST_BYTES:
                raise UnreadableListError("It is too large to be a list of assets.")
            data = path.read_bytes()
        except OSError as error:
            self.workspace.said.emit(f"{path.name} can't be read: {error.strerror}.")
            return False
        except UnreadableListError as error:
            self.workspace.said.emit(f"{path.name} was not taken in. {error}")
            return False
        self.cancel()
        self.progress.start(path.name, MOST_ROWS)
        self._reading = Reading(
            read_cells(path.name, data), self.progress.show_line, partial(self._show_list, path.name),
            partial(self._refuse, path.name), UnreadableListError, self,
        )  # fmt: skip
        return True

    def cancel(self) -> None:
        """Call off the list that is being read, if one is."""
        if self._reading is not None:
            self._reading.cancel()
            self._reading = None
        self.progress.hide()

    def _refuse(self, name: str, problem: str) -> None:
        self.cancel()
        self.workspace.said.emit(f"{name} was not taken in. {problem}")

    def _show_list(self, name: str, cells: list[list[str]]) -> None:
        self.cancel()
        self.heading.setText(name)
        self.words.setText("Above each column: what it is. Nothing is in the file until you take it in.")
        self._cells, self._columns = cells, guess_columns(cells[0])
        self.activity.clear()
        self.show_assets("", ())
        self.read()
        self.take.setFocus()

    def _set_role(self, number: int, role: str) -> None:
        self._columns = with_role(self._columns, number, role)
        self.read()

    def read(self) -> None:
        """Read the list as its columns are laid out now."""
        file = self.workspace.file
        roles = {column: role for role, column in self._columns.items()}
        self.raw.show_rows(self._cells[: SHOWN + 1], roles, faint=1)
        rows = list_rows(file, self._cells, self._columns, str(self.activity.currentData() or ""))
        self.rows, compared = settle_prior(file, rows)
        taken = sum(row.asset is not None for row in self.rows)
        doubts = sum(bool(row.problems) for row in self.rows)
        differ = sum(each.differs for each in compared.values())
        self.result.setText(
            f"{taken} of {len(self.rows)} rows make an asset; {doubts} with a remark. "
            f"Of {len(compared)} that say what earlier years took, {differ} differ{'s' * (differ == 1)} from "
            "what is computed."
        )
        self.take.setEnabled(taken > 0)
        self.table.setRowCount(len(self.rows))
        for number, row in enumerate(self.rows):
            self._show(number, row, compared.get(row.line))

    def _show(self, number: int, row: ListRow, compared: Compared | None) -> None:
        asset, calendar = row.asset, self.workspace.calendar
        remarks = list(row.problems)
        if compared is not None and compared.differs:
            remarks.append(f"Earlier years differ by {exact_text(compared.listed - compared.computed)}")
        for question in self.workspace.pack.assets.questions(asset.asset_class) if asset else ():
            if asset is not None and asset.answers.get(question.key):
                remarks.append(f"Agrees with: {question.text.lower()}")
        titles = {kind.key: kind.short_title for kind in self.workspace.pack.assets.kinds}
        cells = (
            "; ".join(remarks), str(row.line), asset.name if asset else "",
            titles.get(asset.asset_class, "") if asset else "",
            calendar.text(asset.in_service) if asset else "", _money(asset.cost if asset else None),
            _money(asset.prior_depreciation if asset else None),
            _money(compared.computed if compared else None),
        )  # fmt: skip
        for column, text in enumerate(cells):
            item = QTableWidgetItem(text)
            item.setToolTip(plain_tip(text))
            if column in NUMBERS:
                item.setTextAlignment(RIGHT)
            if column == 0 and (row.problems or (compared is not None and compared.differs)):
                item.setForeground(theme.MADDER)
            self.table.setItem(number, column, item)

    def _say_remark(self, row: int, *_others: int) -> None:
        """Say what is remarked of the row under the cursor, in full."""
        item = self.table.item(row, 0)
        line = self.table.item(row, 1)
        said = item is not None and line is not None and item.text()
        self.remark.setText(f"Line {line.text()}. {item.text()}." if said and item and line else "")

    def take_in(self) -> None:
        """Add the assets in one edit."""
        edit = list_edit(self.workspace.file, self.rows)
        if self.workspace.try_to(edit):
            self.workspace.said.emit(f"{edit.label}. Undo takes it back.")
            self.left.emit()


def _money(amount: Decimal | None) -> str:
    return "" if amount is None else exact_text(amount)
