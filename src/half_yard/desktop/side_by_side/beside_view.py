"""The fittings beside the file: chosen lines and those that differ, a column for each, and why they part."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import (
    QFileDialog,
    QHBoxLayout,
    QLineEdit,
    QListWidgetItem,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from half_yard.countries import Computation
from half_yard.countries.side_by_side import Row, find_lines, rows_beside, where_they_part
from half_yard.desktop import theme
from half_yard.desktop.actions import Action
from half_yard.desktop.choice_box import ChoiceBox
from half_yard.desktop.last_years_file import computed_from
from half_yard.desktop.parts import (
    bare_column,
    button,
    in_a_row,
    plain_table,
    show_cells,
    soft,
    title,
    unwrapped,
)
from half_yard.desktop.plain_words import PlainLabel, plain_tip
from half_yard.desktop.strip import cut_short
from half_yard.desktop.strip_page import StripPart
from half_yard.desktop.tables.cursor import CursorList
from half_yard.desktop.typed_line import TypedLine
from half_yard.desktop.workspace import Workspace
from half_yard.figures import Place
from half_yard.figures.explain import exact_text, money_text
from half_yard.records.fitting_edits import copied, in_order, kept, moved, named, put_away, without
from half_yard.records.fittings import Fitting
from half_yard.records.wearing import taken
from half_yard.storage import SUFFIX

KEY_ROLE = Qt.ItemDataRole.UserRole + 1
LIST_WIDTH = 264
EDITS_HEIGHT = 96
SHORTEST_HEADING, ALL_HEADINGS = 14, 90
"""How many letters a heading has at the least, and all of them together."""
THE_FILE = "The file"
NOTHING_YET = (
    "A fitting is a list of edits that leaves the file as it is. Ctrl+T begins one: what is typed then goes "
    "there. Ready ones ask one thing at most."
)


class BesideView(StripPart):
    """Signals `wanted_ready` when the ready ones are to be shown."""

    wanted_ready = Signal()

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self._chosen: list[Place] = []
        self._others: list[tuple[str, Computation]] = []
        self._rows: list[Row] = []
        self._names: list[str] = []
        self.list = CursorList()
        self.list.setAccessibleName("Fittings")
        self.list.setFixedWidth(LIST_WIDTH)
        self.list.itemActivated.connect(lambda _item: self.wear())
        self.list.currentItemChanged.connect(lambda *_items: self._show_edits())
        self.list.offer(
            [
                Action("Wear it, or take it off", self.wear, "Ctrl+Return", enabled=self._has_one),
                Action("Name it", self._ask_for_name, "F2", enabled=self._has_one),
                Action("Copy it", self.copy, "Ctrl+D", enabled=self._has_one),
                Action("Move it up", lambda: self._move(-1), "Alt+Shift+Up", enabled=self._has_one),
                Action("Move it down", lambda: self._move(1), "Alt+Shift+Down", enabled=self._has_one),
                Action("Take it into the file", self.take, enabled=self._has_one),
                Action("Put it away", self.put_away, "Delete", enabled=self._has_one),
            ]
        )
        self.edits = CursorList()
        self.edits.setAccessibleName("Edits of the fitting")
        self.edits.setFixedSize(LIST_WIDTH, EDITS_HEIGHT)
        self.edits.setWordWrap(True)
        self.edits.offer([Action("Take it out of the fitting", self._take_out, "Delete")])
        self.name = TypedLine()
        self.name.setAccessibleName("Name of the fitting")
        self.name.returnPressed.connect(self._rename)
        self.name.hide()
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
        self.words.setPlaceholderText("add a line: its words or number…")
        self.words.setAccessibleName("Add a line")
        self.words.returnPressed.connect(self.add_line)
        self._why = soft("")
        self._note = PlainLabel()
        self._note.setProperty("role", "soft")
        self._note.setWordWrap(True)
        self._lay_out()
        workspace.opened.connect(self._forget)

    def _lay_out(self) -> None:
        begin = button("Try otherwise", "A new fitting, worn from now on")
        begin.clicked.connect(self.begin)
        ready = button("Ready ones…", "Those that are tried again and again, from the file's own facts")
        ready.clicked.connect(self.wanted_ready)
        left = QVBoxLayout()
        left.setSpacing(6)
        left.addWidget(title("Fittings", 12))
        left.addWidget(self.list, 1)
        left.addWidget(self.name)
        left.addWidget(self.edits)
        left.addWidget(self._note)
        left.addLayout(in_a_row(begin, ready))
        other = button("Beside a file…", "Another client, another year, or this one as it was")
        other.clicked.connect(self.ask_for_file)
        head = QHBoxLayout()
        for each in (unwrapped("Against"), self.against, self.differences, self.all_lines):
            head.addWidget(each)
        head.addWidget(self.words, 1)
        head.addWidget(other)
        right = QVBoxLayout()
        right.setSpacing(6)
        right.addLayout(head)
        right.addWidget(self.table, 1)
        right.addWidget(self._why)
        row = QHBoxLayout()
        row.setSpacing(14)
        row.addLayout(left)
        row.addLayout(right, 1)
        bare_column(self, 0).addLayout(row, 1)

    def _forget(self) -> None:
        self._chosen.clear()
        self._others.clear()

    @property
    def begins_at(self) -> QWidget:
        """The fittings."""
        return self.list

    @property
    def search_line(self) -> QLineEdit:
        """Where a line is looked for."""
        return self.words

    # -- the fittings --------------------------------------------------------------------------------

    @property
    def current(self) -> str:
        """The id of the fitting under the cursor; empty for none."""
        item = self.list.currentItem()
        return str(item.data(KEY_ROLE)) if item is not None else ""

    def _has_one(self) -> bool:
        return bool(self.current)

    def refresh(self) -> None:
        """Show the fittings as they are now, and what would be with each."""
        file, worn = self._workspace.open_file.file, self._workspace.fittings.worn
        current = self.current or worn
        self.list.blockSignals(True)
        self.list.clear()
        for key in in_order(file):
            name = file.fittings[key].name
            item = QListWidgetItem(f"{name}   worn" if key == worn else name)
            item.setData(KEY_ROLE, key)
            item.setToolTip(plain_tip(name))
            item.setFont(theme.text_font(bold=key == worn))
            self.list.addItem(item)
            if key == current:
                self.list.setCurrentItem(item)
        if self.list.currentItem() is None and self.list.count():
            self.list.setCurrentRow(0)
        self.list.blockSignals(False)
        self._show_edits()
        self._list_against()
        self._show()

    def _show_edits(self) -> None:
        file = self._workspace.open_file.file
        fitting = file.fittings.get(self.current)
        self.edits.clear()
        self._note.setText(NOTHING_YET if fitting is None else fitting.note)
        self._note.setVisible(bool(self._note.text()))
        if fitting is None:
            return
        problems = self._workspace.fittings.computed(file, self.current).problems
        for number, edit in enumerate(fitting.edits):
            why = problems.get(number)
            item = QListWidgetItem(f"{edit.label}: does not fit any more. {why}" if why else edit.label)
            if why:
                item.setForeground(theme.MADDER)
            self.edits.addItem(item)

    def begin(self) -> None:
        """Keep a new fitting and wear it."""
        count = len(self._workspace.open_file.file.fittings) + 1
        self.keep(Fitting(name=f"What if {count}", edits=()), wear=True)

    def keep(self, fitting: Fitting, *, wear: bool = False) -> None:
        """Keep a fitting in the file, and wear it where that is wanted."""
        edit, key = kept(self._workspace.open_file.file, fitting)
        if self._workspace.try_to(edit):
            if wear:
                self._workspace.wear(key)
            self._put_on(key)

    def _put_on(self, key: str) -> None:
        for row in range(self.list.count()):
            if self.list.item(row).data(KEY_ROLE) == key:
                self.list.setCurrentRow(row)

    def wear(self) -> None:
        """Wear the fitting under the cursor, or take it off."""
        if self.current:
            worn = self._workspace.fittings.worn
            self._workspace.wear("" if worn == self.current else self.current)

    def copy(self) -> None:
        """Keep a copy of the fitting under the cursor."""
        if self.current:
            edit, key = copied(self._workspace.open_file.file, self.current)
            if self._workspace.try_to(edit):
                self._put_on(key)

    def _move(self, step: int) -> None:
        edit = moved(self._workspace.open_file.file, self.current, step) if self.current else None
        if edit is not None:
            self._workspace.try_to(edit)

    def put_away(self) -> None:
        """Put the fitting under the cursor away; undo brings it back."""
        if self.current:
            self._workspace.try_to(put_away([self.current]))

    def take(self) -> None:
        """Take the fitting under the cursor into the file, as one edit; what does not fit is said."""
        workspace, key = self._workspace, self.current
        if not key:
            return
        file = workspace.open_file.file
        problems = workspace.fittings.computed(file, key).problems
        edit = taken(file, key)
        workspace.wear("")
        if workspace.try_to(edit):
            left = f" {len(problems)} of its edits did not fit and are left out." if problems else ""
            workspace.said.emit(f"{edit.label}.{left} Undo takes it back.")

    def _take_out(self) -> None:
        if self.current and self.edits.currentRow() >= 0:
            file = self._workspace.open_file.file
            self._workspace.try_to(without(file, self.current, self.edits.currentRow()))

    def _ask_for_name(self) -> None:
        self.name.setText(self._workspace.open_file.file.fittings[self.current].name)
        self.name.show()
        self.name.setFocus()
        self.name.selectAll()

    def _rename(self) -> None:
        self.name.hide()
        if self.current and self.name.text().strip():
            self._workspace.try_to(named(self.current, self.name.text().strip()))
        self.list.setFocus()

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
        show_cells(self.table, cells, right)
        self._mark(base)
        self.table.fit_columns()
        self._show_why()

    def _amounts(self, row: Row, base: int) -> list[str]:
        if not self.differences.isChecked():
            return [money_text(each) for each in row.amounts]
        return [
            money_text(row.amounts[base]) if number == base else exact_text(each) if each else "·"
            for number, each in enumerate(row.against(base))
        ]

    def _mark(self, base: int) -> None:
        """What differs stands out; the chain is strong."""
        for number, row in enumerate(self._rows):
            for column, change in enumerate(row.against(base), 1):
                if (item := self.table.item(number, column)) is not None:
                    item.setFont(theme.text_font(bold=row.chain))
                    item.setForeground(theme.INDIGO if change else theme.INK)

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
        computation = self._workspace.computation
        if computation.has_sheet(place.sheet) and computation.sheet(place.sheet).has(place.line):
            self._workspace.go_to(place)

    # -- other files ---------------------------------------------------------------------------------

    def ask_for_file(self) -> None:
        """Ask for another file, to stand beside this one until it is closed."""
        chosen, _ = QFileDialog.getOpenFileName(self, "Beside a file", "", f"Client files (*{SUFFIX})")
        if chosen:
            self.show_file(Path(chosen))

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
    """Names of columns as they have room."""
    return cut_short(names, max(SHORTEST_HEADING, ALL_HEADINGS // len(names)))


def _title(row: Row) -> str:
    if row.chain:
        return row.title
    number = f"{row.number} " if row.number else ""
    return f"{number}{row.title} · {row.sheet}"
