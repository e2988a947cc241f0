"""The rows of the tray for a table: each with where it goes, or where it might."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from decimal import Decimal
from typing import Any

from PySide6.QtCore import QObject, Qt, Signal

from half_yard.desktop import theme
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.tables import COLUMN_ROLE, PROBLEM_ROLE, Kind
from half_yard.desktop.tables.headed_model import HeadedModel, Index
from half_yard.desktop.targets import TargetColumn
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text
from half_yard.records import ClientFile
from half_yard.records.choices import LATER, Option, has_words, is_later
from half_yard.statements import Proposal, RowState, Target, Tray, TrayRow, proposals, set_aside, sort_rows
from half_yard.statements.targets import read_target, target_options, target_words

DATE, PAYEE, MEMO, IN, OUT, GOES_TO, STATE = range(7)
HEADINGS = ("Date", "Payee", "Memo", "In", "Out", "Goes to", "State")
EVERY = ""


class TrayModel(HeadedModel):
    """Shows the rows of one statement or of all, and sorts them by what is typed.

    `applies_to` gives the rows to which something typed in one row applies: all that are selected.
    """

    refused = Signal(str)

    def __init__(self, workspace: Workspace, parent: QObject | None = None) -> None:
        super().__init__(HEADINGS, {IN, OUT}, parent)
        self._workspace = workspace
        self.tray = Tray({})
        self.rows: list[TrayRow] = []
        self.proposals: Mapping[str, Proposal] = {}
        self._file: ClientFile | None = None
        self._all_proposals: Mapping[str, Proposal] = {}
        self.options: list[Option] = []
        self.applies_to: Callable[[int], Sequence[int]] = lambda row: (row,)
        self._column = TargetColumn(
            "Goes to", Kind.CHOICE, options=lambda _record: self.options, workspace=workspace, asides=True
        )
        self._problem: tuple[str, str, str] | None = None

    def show(self, statement: str, words: str, *, open_only: bool) -> None:
        """Show the rows of a statement, or of every one, that have all the words."""
        self.beginResetModel()
        self._work_out()
        wanted = words.casefold().replace(",", "").split()
        rows = self.tray.rows.get(statement, ()) if statement != EVERY else self.tray.all_rows()
        self.rows = [row for row in rows if _is_shown(row, wanted, open_only=open_only)]
        known = self._all_proposals
        self.proposals = {row.name: known[row.name] for row in self.rows if row.name in known}
        self.endResetModel()

    def _work_out(self) -> None:
        """The tray and its proposals, once for each state of the file: finding rows changes neither."""
        file, pack = self._workspace.file, self._workspace.pack
        if file is self._file:
            return
        self._file = file
        self.tray = Tray.of(file, pack)
        self.options = target_options(file, pack)
        waiting = ((row.name, row.row) for row in self.tray.all_rows() if row.state is RowState.WAITING)
        self._all_proposals = proposals(file, waiting, pack.ledger.marketplace_lines)

    def row_of(self, name: str) -> int:
        """The number of a row by its name, or -1."""
        return next((number for number, row in enumerate(self.rows) if row.name == name), -1)

    def row_at(self, number: int) -> TrayRow | None:
        """The row with a number, if there is one."""
        return self.rows[number] if 0 <= number < len(self.rows) else None

    # -- the table -----------------------------------------------------------------------------------

    def row_total(self) -> int:
        """How many rows are shown."""
        return len(self.rows)

    def flags(self, index: Index) -> Qt.ItemFlag:
        flags = Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable
        return flags | Qt.ItemFlag.ItemIsEditable if index.column() == GOES_TO else flags

    def data(self, index: Index, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        if not index.isValid():
            return None
        row, column = self.rows[index.row()], index.column()
        problem = self._problem if self._problem and self._problem[0] == row.name else None
        refused = problem is not None and column == GOES_TO
        match role:
            case Qt.ItemDataRole.DisplayRole:
                return problem[1] if problem and refused else self._text(row, column)
            case Qt.ItemDataRole.EditRole:
                return problem[1] if problem and refused else self._typed(row)
            case Qt.ItemDataRole.TextAlignmentRole:
                return self.alignment(column)
            case Qt.ItemDataRole.ForegroundRole:
                if refused:
                    return theme.MADDER
                return (
                    theme.SOFT_INK
                    if row.state in {RowState.ASIDE, RowState.WAITING} and column > OUT
                    else None
                )
            case Qt.ItemDataRole.ToolTipRole:
                return plain_tip(problem[2] if problem and refused else self._text(row, column)) or None
            case Qt.ItemDataRole.AccessibleTextRole:
                return f"{HEADINGS[column]}: {self._text(row, column) or 'empty'}"
            case _ if role == PROBLEM_ROLE:
                return problem[2] if problem and refused else ""
            case _ if role == COLUMN_ROLE:
                return self._column
            case _:
                return None

    def _text(self, row: TrayRow, column: int) -> str:
        match column:
            case 0:
                return self._workspace.calendar.text(row.row.date)
            case 1:
                return row.row.payee
            case 2:
                return row.row.memo
            case 3:
                return exact_text(row.row.amount) if row.row.amount > 0 else ""
            case 4:
                return exact_text(-row.row.amount) if row.row.amount <= 0 else ""
            case 5:
                return self._goes_to(row)
            case _:
                return self._state(row)

    def _goes_to(self, row: TrayRow) -> str:
        if row.state is RowState.WAITING:
            proposal = self.proposals.get(row.name)
            return f"{self._words(proposal.target)} ?" if proposal else ""
        parts = f"{row.parts} part{'' if row.parts == 1 else 's'}, see beneath"
        return self._typed(row) or parts

    def _entry_target(self, row: TrayRow) -> Target:
        # The rows may be of a file that was let go and are shown once more before they are worked out anew.
        file = self._file or self._workspace.file
        entry = file.entries[row.entries[0]]
        return Target(entry.activity, entry.line, entry.share)

    def _words(self, target: Target) -> str:
        words = target_words(target, self.options)
        return f"{words}, in the books" if target.entry else words

    def _state(self, row: TrayRow) -> str:
        if row.state is RowState.WAITING and (proposal := self.proposals.get(row.name)):
            return proposal.why
        if row.state is RowState.PART:
            return f"{exact_text(abs(row.left))} left"
        return row.state.value

    def _typed(self, row: TrayRow) -> str:
        if row.state is RowState.WAITING:
            proposal = self.proposals.get(row.name)
            return self._words(proposal.target) if proposal else ""
        if row.row.set_aside:
            return f"Aside: {row.row.set_aside}"
        # Of a row in parts what is typed goes for the rest, so no part stands for the whole.
        whole = len(row.entries) == 1 and not row.left and not row.row.parts_aside
        return self._words(self._entry_target(row)) if whole else ""

    # -- sorting -------------------------------------------------------------------------------------

    def setData(self, index: Index, value: Any, role: int = Qt.ItemDataRole.EditRole) -> bool:
        if role != Qt.ItemDataRole.EditRole or not index.isValid():
            return False
        row, typed = self.rows[index.row()], str(value).strip()
        typed = "" if is_later(typed) else typed
        rows = [self.rows[number] for number in self.applies_to(index.row())]
        proposal = self.proposals.get(row.name)
        unchanged = typed == self._typed(row)
        self._problem = None
        try:
            if proposal is not None and unchanged:
                self.take_proposals(rows)
            elif not typed:
                # Nothing typed where nothing stood takes nothing back: Enter on a row in parts keeps them.
                if not unchanged:
                    self._clear(rows)
            elif not unchanged or len(rows) > 1:
                target = read_target(typed, self.options)
                self._do([(each, target) for each in rows])
        except ValueError as error:
            self._refuse(index, typed, str(error))
            return False
        self.refused.emit("")
        return True

    def refuses(self, index: Index, typed: str) -> bool:
        """Whether the row of a cell can't go where was typed; then it is said why."""
        typed = typed.strip()
        if not typed or is_later(typed) or typed == self._typed(self.rows[index.row()]):
            return False
        try:
            read_target(typed, self.options)
        except ValueError as error:
            said = f"{error} {self._workspace.said_of(typed)}".strip()
            self._refuse(index, typed, f"{said} “{LATER}” leaves it waiting.")
            return True
        return False

    def _refuse(self, index: Index, typed: str, reason: str) -> None:
        row = self.rows[index.row()]
        self._problem = (row.name, typed, reason)
        self.dataChanged.emit(index, index)
        self.refused.emit(f"{row.row.payee or row.row.memo or 'Row'}: {reason}")

    def forget_refused(self) -> None:
        """Give the row that was refused its old target back."""
        if self._problem is not None:
            self._problem = None
            self.dataChanged.emit(self.index(0, GOES_TO), self.index(len(self.rows) - 1, GOES_TO))
            self.refused.emit("")

    def bring_back(self, number: int) -> None:
        """Bring a row, or all that are selected with it, back into the tray, with all their parts."""
        self._clear([self.rows[each] for each in self.applies_to(number)])

    def _clear(self, rows: Sequence[TrayRow]) -> None:
        """Bring rows that were sorted or set aside back into the tray."""
        placed = [row for row in rows if row.state is not RowState.WAITING]
        if placed:
            self._workspace.do(set_aside(placed, ""))

    def take_proposals(self, rows: Sequence[TrayRow]) -> int:
        """Sort the rows as proposed, in one edit; returns how many there were."""
        wanted = [(row, self.proposals[row.name].target) for row in rows if row.name in self.proposals]
        if wanted:
            self._do(wanted)
        return len(wanted)

    def _do(self, wanted: Sequence[tuple[TrayRow, Target]]) -> None:
        self._workspace.do(sort_rows(self._workspace.file, self._workspace.pack, wanted))


def _is_shown(row: TrayRow, wanted: Sequence[str], *, open_only: bool) -> bool:
    if open_only and not row.state.is_open:
        return False
    if not wanted:
        return True
    text = f"{row.row.payee} {row.row.memo} {_plain(row.row.amount)} {row.row.set_aside}".casefold()
    return has_words(text, wanted)


def _plain(amount: Decimal) -> str:
    return format(abs(amount), ".2f")
