"""The fittings beside the file: chosen lines and those that differ, a column for each, and why they part."""

from __future__ import annotations

import datetime
import textwrap
from functools import partial
from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtWidgets import (
    QFileDialog,
    QHBoxLayout,
    QLineEdit,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from half_yard.countries import Computation, compute
from half_yard.countries.side_by_side import Row, find_lines, rows_beside, where_they_part
from half_yard.desktop import theme
from half_yard.desktop.choice_box import ChoiceBox
from half_yard.desktop.last_years_file import computed_from
from half_yard.desktop.parts import (
    bare_column,
    button,
    plain_table,
    show_cells,
    soft,
    unwrapped,
)
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.side_by_side.fittings_list import FittingsList
from half_yard.desktop.strip import cut_short
from half_yard.desktop.strip_page import StripPart
from half_yard.desktop.typed_line import TypedLine
from half_yard.desktop.workspace import Workspace
from half_yard.figures import Place
from half_yard.figures.explain import exact_text, money_text
from half_yard.interop.beside_page import beside_page
from half_yard.records.fitting_edits import in_order
from half_yard.storage import SUFFIX, FileRefusedError, first_of_day

SHORTEST_HEADING, ALL_HEADINGS = 10, 72
"""How many letters a line of a heading has at the least, and those of all columns together."""
THE_FILE = "The file"


class BesideView(StripPart):
    """The fittings at the left, the lines at the right."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self._chosen: list[Place] = []
        self._others: list[tuple[str, Computation]] = []
        self._rows: list[Row] = []
        self._names: list[str] = []
        self.fittings = FittingsList(workspace)
        self.table = plain_table("Side by side", ("Line", THE_FILE), grows=(0,))
        self.table.itemActivated.connect(self._go)
        self.table.currentCellChanged.connect(lambda *_cells: self._show_why())
        self.against = ChoiceBox()
        self.against.setAccessibleName("Against")
        self.against.activated.connect(lambda _index: self._show())
        self.differences = button("Differences", "Or the amounts themselves")
        self.all_lines = button("All that differ", "Or the chain and the lines that were added")
        for each in (self.differences, self.all_lines):
            each.setCheckable(True)
            each.clicked.connect(self._show)
        self.words = TypedLine()
        self.words.setPlaceholderText("add a line…")
        self.words.setAccessibleName("Add a line: its words or its number")
        self.words.returnPressed.connect(self.add_line)
        self._why = soft("")
        self._lay_out()
        workspace.opened.connect(self._forget)

    def _lay_out(self) -> None:
        morning = button("This morning", "The file as the day began, or as it was opened")
        morning.clicked.connect(self.show_morning)
        other = button("Beside a file…", "Another client, or another year")
        other.clicked.connect(self.ask_for_file)
        head = QHBoxLayout()
        for each in (unwrapped("Against"), self.against, self.differences, self.all_lines):
            head.addWidget(each)
        head.addWidget(self.words, 1)
        head.addWidget(morning)
        head.addWidget(other)
        right = QVBoxLayout()
        right.setSpacing(6)
        right.addLayout(head)
        right.addWidget(self.table, 1)
        right.addWidget(self._why)
        row = QHBoxLayout()
        row.setSpacing(14)
        row.addWidget(self.fittings)
        row.addLayout(right, 1)
        bare_column(self, 0).addLayout(row, 1)

    def _forget(self) -> None:
        self._chosen.clear()
        self._others.clear()

    @property
    def begins_at(self) -> QWidget:
        """The fittings."""
        return self.fittings.list

    @property
    def search_line(self) -> QLineEdit:
        """Where a line is looked for."""
        return self.words

    def refresh(self) -> None:
        """Show the fittings as they are now, and what would be with each."""
        self.fittings.refresh()
        self._list_against()
        self._show()

    # -- the table -----------------------------------------------------------------------------------

    def columns(self) -> list[tuple[str, Computation]]:
        """What stands beside each other: the file, its fittings, and other files."""
        workspace = self._workspace
        file = workspace.open_file.file
        fitted = [
            (file.fittings[key].name, workspace.fittings.computed(file, key).computation)
            for key in in_order(file)
        ]
        return [(THE_FILE, workspace.computed_without()), *fitted, *self._others]

    def _list_against(self) -> None:
        chosen = max(self.against.currentIndex(), 0)
        file = self._workspace.open_file.file
        fitted = [file.fittings[key].name for key in in_order(file)]
        names = [THE_FILE, *fitted, *(name for name, _ in self._others)]
        if names != self._names:
            self.against.clear()
            for name in names:
                self.against.addItem(name, name)
            self.against.setCurrentIndex(min(chosen, len(names) - 1))

    def _show(self) -> None:
        columns = self.columns()
        names = [name for name, _ in columns]
        self._rows = rows_beside(
            [made for _, made in columns], self._chosen, differing=self.all_lines.isChecked()
        )
        right = range(1, len(columns) + 1)
        base = max(self.against.currentIndex(), 0)
        cells = [(_title(row), *self._amounts(row, base)) for row in self._rows]
        if names != self._names:
            self.table.setColumnCount(len(columns) + 1)
            self.table.setHorizontalHeaderLabels(["Line", *headings(names)])
            for section in right:
                if (heading := self.table.horizontalHeaderItem(section)) is not None:
                    heading.setTextAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
                    heading.setToolTip(plain_tip(names[section - 1]))
            self._names = names
        show_cells(self.table, cells, right, partial(self._dress, base))
        self._show_why()

    def _amounts(self, row: Row, base: int) -> list[str]:
        if not self.differences.isChecked():
            return [money_text(each) for each in row.amounts]
        return [
            money_text(row.amounts[base]) if number == base else money_text(each) if each else "·"
            for number, each in enumerate(row.against(base))
        ]

    def _dress(self, base: int, item: QTableWidgetItem, number: int, column: int) -> None:
        """What differs stands out; the chain is strong."""
        row = self._rows[number]
        if column and row.chain:
            item.setFont(theme.text_font(bold=True))
        if column and row.amounts[column - 1] != row.amounts[base]:
            item.setForeground(theme.INDIGO)

    def add_line(self) -> None:
        """Add the line that has the words typed, or say which have."""
        found = find_lines([made for _, made in self.columns()], self.words.text())
        if not found:
            self._workspace.said.emit(f"No line has all of “{self.words.text()}”.")
        elif len({line.title for line in found}) > 1 and len(found) > 1:
            names = "; ".join(f"{line.title}, {line.place.sheet}" for line in found[:4])
            words = f"{len(found)} lines have “{self.words.text()}”: {names}. Type more of one."
            self._workspace.said.emit(words)
        else:
            self._chosen += [line.place for line in found if line.place not in self._chosen]
            self.words.clear()
            self._show()

    def _cell(self) -> tuple[Row, int] | None:
        row, column = self.table.currentRow(), self.table.currentColumn()
        return (self._rows[row], column - 1) if 0 <= row < len(self._rows) else None

    def _show_why(self) -> None:
        """Say from where on the column under the cursor differs from the one it stands against."""
        cell = self._cell()
        base = max(self.against.currentIndex(), 0)
        if cell is None or cell[1] < 0 or cell[1] == base:
            self._why.setText("Enter goes to the line. On an amount it is said here why it differs.")
            return
        row, column = cell
        pairs = where_they_part(row.figures[base], row.figures[column])
        if not pairs:
            self._why.setText("They do not differ here.")
            return
        words = "; ".join(
            f"{new.label or old.label} {exact_text(old.amount)} → {exact_text(new.amount)}"
            for old, new in pairs
        )
        self._why.setText(f"From here on they differ, because: {words}.")

    def _go(self, item: QTableWidgetItem) -> None:
        place = self._rows[item.row()].place
        if self._workspace.computation.find_line(place) is not None:
            self._workspace.go_to(place)

    def page_to_print(self) -> str:
        """What stands side by side, with what should be known of the fittings."""
        file = self._workspace.open_file.file
        title_of = f"{file.title}, {file.tax_year}: side by side"
        notes = [f"{each.name}: {each.note}" for each in file.fittings.values() if each.note]
        return beside_page(title_of, [name for name, _ in self.columns()], self._rows, notes)

    # -- other files ---------------------------------------------------------------------------------

    def ask_for_file(self) -> None:
        """Ask for another file, to stand beside this one until it is closed."""
        chosen, _ = QFileDialog.getOpenFileName(self, "Beside a file", "", f"Client files (*{SUFFIX})")
        if chosen:
            self.show_file(Path(chosen))

    def show_morning(self) -> None:
        """Put the file as the day began beside it, or as it was opened."""
        opened = self._workspace.open_file
        first = first_of_day(opened, self._workspace.keys, datetime.date.today())
        try:
            before = opened.as_opened if first is None else first.read()
        except FileRefusedError as error:
            self._workspace.said.emit(str(error))
            return
        self._others.append(("As the day began", compute(before)))
        self.refresh()

    def show_file(self, path: Path) -> None:
        """Put another file beside this one, or say why that can't be."""
        try:
            made = computed_from(self._workspace, path)
        except ValueError as error:
            self._workspace.said.emit(str(error))
            return
        self._others.append((f"{made.file.title}, {made.file.tax_year}", made))
        self.refresh()


def headings(names: list[str]) -> list[str]:
    """Names of columns as they have room, over two lines."""
    longest = max(SHORTEST_HEADING, ALL_HEADINGS // len(names))
    return [
        "\n".join(textwrap.wrap(name, longest, max_lines=2, placeholder="…"))
        for name in cut_short(names, 2 * longest)
    ]


def _title(row: Row) -> str:
    if row.chain:
        return row.title
    number = f"{row.number} " if row.number else ""
    return f"{number}{row.title} · {row.sheet}"
