"""The earlier states of a file: looked into, and gone back to."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QTableWidgetItem, QVBoxLayout, QWidget

from half_yard.countries import compute, has_rules
from half_yard.desktop.parts import button, in_a_row, plain_table, soft, title
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.tables.headed_model import RIGHT
from half_yard.desktop.workspace import Workspace
from half_yard.figures.remembered import Memory
from half_yard.office.standing import result_in_words
from half_yard.records import ClientFile
from half_yard.records.differing import differences
from half_yard.storage import (
    EarlierState,
    FileRefusedError,
    SealedFileError,
    earlier_states,
    put_in_place,
    read_file,
    real_path,
)

COLUMNS = ("State", "When", "Differs", "Result")
NOTHING = "No earlier state is kept yet: the first save makes one."
SEALED = "It is sealed. Open it first: its earlier states are shown then."
ABOUT = (
    "The last saved states are kept beside the file. Going back is an edit like any other: undo takes it "
    "back, and the state of now is kept at the next save."
)


class EarlierView(QWidget):
    """Signals `left` when it is done, `opened` with a path to open where a damaged file was mended."""

    left = Signal()
    opened = Signal(object)

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self._path = Path()
        self._states: list[EarlierState] = []
        self._inside: list[str] = []
        self._now: ClientFile | None = None
        self.heading = title("Earlier states")
        self.table = plain_table("Earlier states", COLUMNS, {2, 3})
        self.table.currentCellChanged.connect(lambda row, *_others: self._look_into(row))
        self.inside = soft("")
        self.back = button("Go back to it", "Bring this state back, as one edit")
        self.back.clicked.connect(self.go_back)
        self.table.itemActivated.connect(self.back.setFocus)
        leave = button("Leave it as it is")
        leave.clicked.connect(self.left)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 6, 0)
        column.setSpacing(8)
        column.addWidget(self.heading)
        column.addWidget(soft(ABOUT))
        column.addWidget(self.table, 1)
        column.addWidget(self.inside)
        column.addLayout(in_a_row(self.back, leave))

    def show_file(self, path: Path) -> None:
        """Show the earlier states of the file at a path, whether it is open, closed or can't be read."""
        workspace = self._workspace
        opened = workspace.open_file if workspace.is_open and workspace.path == real_path(path) else None
        self._path = real_path(path)
        self._states, sealed = earlier_states(self._path, workspace.keys, opened), False
        try:
            self._now = opened.file if opened else read_file(self._path, workspace.keys)
        except SealedFileError:
            self._now, self._states, sealed = None, [], True
        except FileRefusedError:
            self._now = None
        self.heading.setText(f"Earlier states of {self._path.stem}")
        self.back.setText("Go back to it" if self._now else "Put it in its place")
        self.table.setRowCount(len(self._states))
        self._inside = [self._show(row, state) for row, state in enumerate(self._states)]
        self.inside.setText("" if self._states else (SEALED if sealed else NOTHING))
        self.back.setEnabled(bool(self._states))
        if self._states:
            self.table.setCurrentCell(0, 0)
            self._look_into(0)
        self.table.setFocus()

    def _show(self, row: int, state: EarlierState) -> str:
        """Show a state in its row; returns in words what it has otherwise than now."""
        differs = result = ""
        try:
            file = state.read()
        except FileRefusedError as error:
            result, inside = "can't be read", str(error)
        else:
            result = result_in_words(compute(file, Memory())) if has_rules(file) else ""
            if self._now is None:
                inside = f"{file.title}, {file.tax_year}: {len(file.entries)} entries."
            elif found := differences(self._now, file):
                differs, inside = str(len(found)), f"Going back: {'; '.join(found)}."
            else:
                differs, inside = "nothing", "It is the same as now."
        when = f"{state.when:%Y-%m-%d  %H:%M}"
        for column, text in enumerate((state.words, when, differs, result)):
            item = QTableWidgetItem(text)
            item.setToolTip(plain_tip(text))
            if column > 1:
                item.setTextAlignment(RIGHT)
            item.setFlags(Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable)
            self.table.setItem(row, column, item)
        return inside

    def _look_into(self, row: int) -> None:
        """Say what the state under the cursor has otherwise than now."""
        if 0 <= row < len(self._inside):
            self.inside.setText(self._inside[row])

    def go_back(self) -> None:
        """Go back to the state under the cursor."""
        row = self.table.currentRow()
        if not 0 <= row < len(self._states):
            return
        state = self._states[row]
        if self._now is None:
            self._put_in_place(state)
            return
        if self._workspace.path != self._path:
            self.opened.emit(self._path)
        if self._workspace.path == self._path and self._workspace.go_back_to(state):
            self.left.emit()

    def _put_in_place(self, state: EarlierState) -> None:
        try:
            said = put_in_place(self._path, state)
        except (FileRefusedError, OSError) as error:
            self.inside.setText(str(error))
            return
        self.opened.emit(self._path)
        self._workspace.said.emit(" ".join(said))
        self.left.emit()
