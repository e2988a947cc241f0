"""This year beside the last, line by line, with what stands out said quietly."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QFileDialog, QHBoxLayout, QTableWidgetItem, QVBoxLayout, QWidget

from half_yard.countries import compute
from half_yard.desktop import theme
from half_yard.desktop.parts import button, plain_table, soft
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.tables.headed_model import RIGHT
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import money_text
from half_yard.figures.remembered import Memory
from half_yard.review.years import Beside, beside, history_edit, outcome_of
from half_yard.storage import SUFFIX, FileRefusedError, SealedFileError, read_file

COLUMNS = ("Line", "Sheet", "No.", "This year", "Last year", "Change", "What stands out")
AMOUNTS = (3, 4, 5)
UNKNOWN = (
    "What last year's return came to is not known here. A file that was made with Next year has it; or take "
    "it from last year's file."
)


class YearsView(QWidget):
    """The lines of the whole return; at first those that stand out."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self.rows: list[Beside] = []
        self.only = button("Only what stands out", "Or every line of this year and last")
        self.only.setCheckable(True)
        self.only.setChecked(True)
        self.only.clicked.connect(self.refresh)
        take = button("From last year's file…", "Take over what last year's return of this client came to")
        take.clicked.connect(self.ask_for_file)
        self._said = soft("")
        self.table = plain_table("This year beside the last", COLUMNS, right=AMOUNTS)
        self.table.itemActivated.connect(self._go)
        self.table.fit_to((0, 1))
        head = QHBoxLayout()
        head.addWidget(self._said, 1)
        head.addWidget(self.only)
        head.addWidget(take)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        column.addLayout(head)
        column.addWidget(self.table, 1)

    def refresh(self) -> None:
        """Show the lines as they are now."""
        computation = self._workspace.computation
        every = beside(computation.file, computation.sheets)
        self.rows = [row for row in every if row.remark] if self.only.isChecked() else every
        if str(computation.file.tax_year - 1) not in computation.file.history:
            self._said.setText(UNKNOWN)
        else:
            standing = sum(bool(row.remark) for row in every)
            words = f"{standing} of {len(every)} lines stand out" if standing else "No line stands out"
            self._said.setText(f"{words}. Enter goes to the line.")
        self.table.setRowCount(len(self.rows))
        for number, row in enumerate(self.rows):
            cells = (
                row.title, row.sheet, row.number, money_text(row.now), money_text(row.before),
                money_text(row.change), row.remark,
            )  # fmt: skip
            for column, text in enumerate(cells):
                item = QTableWidgetItem(text)
                item.setToolTip(plain_tip(text))
                item.setFlags(Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable)
                if column in AMOUNTS:
                    item.setTextAlignment(RIGHT)
                if row.line is None:
                    item.setForeground(theme.SOFT_INK)
                elif row.line.role.stands_out:
                    item.setFont(theme.text_font(bold=True))
                self.table.setItem(number, column, item)

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
        folder = str(self._workspace.path.parent) if self._workspace.path else ""
        chosen, _ = QFileDialog.getOpenFileName(self, "Last year's file", folder, f"Client files (*{SUFFIX})")
        if chosen:
            self.take_file(Path(chosen))

    def take_file(self, path: Path) -> None:
        """Take over what the return of a file came to, or say why not."""
        try:
            before = compute(read_file(path, self._workspace.keys), Memory())
            edit = history_edit(self._workspace.file, before.file.tax_year, outcome_of(before.sheets))
        except SealedFileError:
            self._workspace.said.emit(
                f"{path.name} is sealed. Open it once on the Clients page, so that its passphrase is known."
            )
            return
        except (FileRefusedError, ValueError, KeyError) as error:
            self._workspace.said.emit(f"Nothing was taken over. {error}")
            return
        if self._workspace.try_to(edit):
            self._workspace.said.emit(f"{edit.label} of {before.file.title} stands beside this year's.")
