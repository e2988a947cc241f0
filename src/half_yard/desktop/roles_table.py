"""The first rows of a file with columns, and above each column what it is."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QHeaderView, QTableWidget, QTableWidgetItem

from half_yard.desktop import theme
from half_yard.desktop.choice_box import ChoiceBox
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.tables.cursor import CursorTableWidget


def with_role(columns: Mapping[str, int], number: int, role: str) -> dict[str, int]:
    """The column of each role, after one was given another, or none: each role has one column."""
    others = {known: column for known, column in columns.items() if column != number and known != role}
    return {**others, role: number} if role else others


class RolesTable(CursorTableWidget):
    """Signals `role_chosen` with a column's number and the role that was chosen for it."""

    role_chosen = Signal(int, str)

    def __init__(self, name: str, roles: Mapping[str, str]) -> None:
        super().__init__()
        self._roles = roles
        self.setAccessibleName(name)
        self.verticalHeader().hide()
        self.horizontalHeader().hide()
        self.setShowGrid(False)
        self.setTabKeyNavigation(False)
        self.setEditTriggers(QTableWidget.EditTrigger.NoEditTriggers)

    def show_rows(self, rows: Sequence[Sequence[str]], roles: Mapping[int, str], faint: int) -> None:
        """Show rows under the roles of their columns, the first `faint` of them as headings."""
        width = max((len(cells) for cells in rows), default=0)
        self.clear()
        self.setRowCount(len(rows) + 1)
        self.setColumnCount(width)
        self.horizontalHeader().setSectionResizeMode(QHeaderView.ResizeMode.Stretch)
        self.verticalHeader().setDefaultSectionSize(theme.ROW_HEIGHT)
        for number in range(width):
            self.setCellWidget(0, number, self._box(number, roles.get(number, "")))
        for line, cells in enumerate(rows, 1):
            for number, cell in enumerate(cells):
                item = QTableWidgetItem(cell)
                item.setToolTip(plain_tip(cell))
                if line <= faint or number not in roles:
                    item.setForeground(theme.SOFT_INK)
                self.setItem(line, number, item)

    def _box(self, number: int, role: str) -> ChoiceBox:
        box = ChoiceBox()
        box.setAccessibleName(f"Column {number + 1} is")
        for known, words in self._roles.items():
            box.addItem(words, known)
        box.setCurrentIndex(box.findData(role))
        choose: Callable[[int], None] = lambda _row: self.role_chosen.emit(number, box.currentData())  # noqa: E731
        box.activated.connect(choose)
        return box
