"""This year beside the last, line by line, with what stands out said quietly."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtWidgets import QHBoxLayout, QTableWidgetItem, QWidget

from half_yard.desktop import theme
from half_yard.desktop.last_years_file import ask_for_last_year, computed_from
from half_yard.desktop.parts import bare_column, button, plain_table, show_cells, soft
from half_yard.desktop.strip_page import StripPart
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import money_text
from half_yard.review.years import Beside, beside, history_edit, outcome_of

COLUMNS = ("Line", "Sheet", "No.", "This year", "Last year", "Change", "What stands out")
AMOUNTS = (3, 4, 5)
UNKNOWN = (
    " What last year's return came to is not known here. A file that was made with Next year has it; or take "
    "it from last year's file."
)


class YearsView(StripPart):
    """The lines of the whole return; at first those that stand out."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self.rows: list[Beside] = []
        self.only = button("Only what stands out", "Or every line of this year and last")
        self.only.setCheckable(True)
        self.only.setChecked(True)
        self.only.clicked.connect(self.refresh)
        take = button("From last year's file…", "Take over what last year's return of this client came to")
        take.clicked.connect(self.ask_for_file)
        self._said = soft("")
        self.table = plain_table("This year beside the last", COLUMNS, right=AMOUNTS, grows=(0, 1))
        self.table.itemActivated.connect(self._go)
        head = QHBoxLayout()
        head.addWidget(self._said, 1)
        head.addWidget(self.only)
        head.addWidget(take)
        column = bare_column(self, 4)
        column.addLayout(head)
        column.addWidget(self.table, 1)

    @property
    def begins_at(self) -> QWidget:
        """The lines."""
        return self.table

    def refresh(self) -> None:
        """Show the lines as they are now."""
        computation = self._workspace.computation
        every = beside(computation.file, computation.sheets)
        self.rows = [row for row in every if row.remark] if self.only.isChecked() else every
        standing = sum(bool(row.remark) for row in every)
        words = f"{standing} of {len(every)} lines stand out" if standing else "No line stands out"
        known = str(computation.file.tax_year - 1) in computation.file.history
        self._said.setText(f"{words}. Enter goes to the line.{'' if known else UNKNOWN}")
        show_cells(self.table, [_cells(row) for row in self.rows], AMOUNTS)
        for number, row in enumerate(self.rows):
            for column in range(len(COLUMNS)):
                item = self.table.item(number, column)
                if item is not None and row.line is None:
                    item.setForeground(theme.SOFT_INK)
                elif item is not None and row.line is not None and row.line.role.stands_out:
                    item.setFont(theme.text_font(bold=True))

    def _go(self, item: QTableWidgetItem) -> None:
        line = self.rows[item.row()].line
        if line is not None:
            self._workspace.go_to(line.place)

    @property
    def about(self) -> str:
        """The line under the cursor, as sheet/line."""
        row = self.table.currentRow()
        line = self.rows[row].line if 0 <= row < len(self.rows) else None
        return str(line.place) if line is not None else ""

    def ask_for_file(self) -> None:
        """Ask for last year's file, and take over what it came to."""
        path = ask_for_last_year(self._workspace, self)
        if path is not None:
            self.take_file(path)

    def take_file(self, path: Path) -> None:
        """Take over what the return of a file came to, or say why not."""
        try:
            before = computed_from(self._workspace, path)
            edit = history_edit(self._workspace.file, before.file.tax_year, outcome_of(before.sheets))
        except ValueError as error:
            self._workspace.said.emit(str(error))
            return
        if self._workspace.try_to(edit):
            self._workspace.said.emit(f"{edit.label} of {before.file.title} stands beside this year's.")


def _cells(row: Beside) -> tuple[str, ...]:
    amounts = ("" if each is None else money_text(each) for each in (row.now, row.before, row.change))
    return (row.title, row.sheet, row.number, *amounts, row.remark)
