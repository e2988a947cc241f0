"""The parts of a row for a table, and beneath them what is left of it, where the next part is typed."""

from __future__ import annotations

from decimal import Decimal
from typing import Any

from PySide6.QtCore import QObject, Qt, Signal

from half_yard.desktop import theme
from half_yard.desktop.tables import COLUMN_ROLE, PROBLEM_ROLE, Column, Kind
from half_yard.desktop.tables.headed_model import HeadedModel, Index
from half_yard.desktop.targets import TargetColumn
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text
from half_yard.records.reckoning import reckon
from half_yard.statements import RowState, Target, TrayRow
from half_yard.statements.parts import Part, add_part, change_part, parts_of, remove_part
from half_yard.statements.targets import read_target, target_options, target_words

GOES_TO, AMOUNT, MEMO = range(3)
HEADINGS = ("Goes to", "Amount", "Memo")
HINT = "what is left: type a line, or “Aside:” and a reason"


class PartsModel(HeadedModel):
    """Signals `refused` with what could not be taken; empty when all is well."""

    refused = Signal(str)

    def __init__(self, workspace: Workspace, parent: QObject | None = None) -> None:
        super().__init__(HEADINGS, {AMOUNT}, parent)
        self._workspace = workspace
        self.row: TrayRow | None = None
        self.parts: list[Part] = []
        self._next: tuple[Target | None, Decimal | None] = (None, None)
        self._problem: tuple[int, int, str, str] | None = None
        self._columns = (
            TargetColumn(
                "Goes to", Kind.CHOICE, options=lambda _record: self._options(), workspace=workspace,
                asides=True,
            ),
            Column("Amount", Kind.AMOUNT),
            Column("Memo", Kind.TEXT),
        )  # fmt: skip

    def _options(self) -> list[tuple[str, str]]:
        return target_options(self._workspace.file, self._workspace.pack)

    def show(self, row: TrayRow | None) -> None:
        """Show the parts of a row; of none where it is wholly aside."""
        if row is None or self.row is None or row.name != self.row.name:
            self._next = (None, None)
        self.beginResetModel()
        self.row = row
        whole = row is None or (row.state is RowState.ASIDE and bool(row.row.set_aside))
        self.parts = [] if row is None or whole else parts_of(self._workspace.file, self._workspace.pack, row)
        self._problem = None
        self.endResetModel()

    @property
    def has_rest(self) -> bool:
        """Whether something of the row is left."""
        return self.row is not None and bool(self.row.left)

    def row_total(self) -> int:
        """How many parts there are, and the rest."""
        return len(self.parts) + self.has_rest

    def flags(self, index: Index) -> Qt.ItemFlag:
        flags = Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable
        typed = index.column() in {GOES_TO, AMOUNT}
        return flags | Qt.ItemFlag.ItemIsEditable if typed else flags

    def data(self, index: Index, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        if not index.isValid():
            return None
        number, column = index.row(), index.column()
        refused = self._problem if self._problem and self._problem[:2] == (number, column) else None
        rest = number >= len(self.parts)
        match role:
            case Qt.ItemDataRole.DisplayRole:
                return refused[2] if refused else self._text(number, column)
            case Qt.ItemDataRole.EditRole:
                return refused[2] if refused else self._typed(number, column)
            case Qt.ItemDataRole.TextAlignmentRole:
                return self.alignment(column)
            case Qt.ItemDataRole.ForegroundRole:
                return theme.MADDER if refused else (theme.SOFT_INK if rest else None)
            case Qt.ItemDataRole.AccessibleTextRole:
                return f"{HEADINGS[column]}: {self._text(number, column) or 'empty'}"
            case _ if role == PROBLEM_ROLE:
                return refused[3] if refused else ""
            case _ if role == COLUMN_ROLE:
                return self._columns[column]
            case _:
                return None

    def _left(self) -> Decimal:
        return abs(self.row.left) if self.row is not None else Decimal(0)

    def _text(self, number: int, column: int) -> str:
        if number >= len(self.parts):
            target, amount = self._next
            words = target_words(target, self._options()) if target else HINT
            return (words, exact_text(self._left() if amount is None else amount), "")[column]
        part = self.parts[number]
        words = target_words(part.target, self._options()) or "no line yet"
        return (words, exact_text(part.amount), part.memo)[column]

    def _typed(self, number: int, column: int) -> str:
        rest = number >= len(self.parts)
        if column == AMOUNT:
            amount = (self._next[1] or self._left()) if rest else self.parts[number].amount
            return format(amount, "f")
        target = self._next[0] if rest else self.parts[number].target
        return target_words(target, self._options()) if target else ""

    def setData(self, index: Index, value: Any, role: int = Qt.ItemDataRole.EditRole) -> bool:
        if role != Qt.ItemDataRole.EditRole or not index.isValid() or self.row is None:
            return False
        typed, number, column = str(value).strip(), index.row(), index.column()
        refused = self._problem is not None and self._problem[:2] == (number, column)
        if number < len(self.parts) and typed == self._typed(number, column) and not refused:
            return True
        self._problem = None
        try:
            if number < len(self.parts):
                self._change(self.parts[number], column, typed)
            else:
                self._take_next(column, typed)
        except ValueError as error:
            self._refuse(index, typed, str(error))
            return False
        self.refused.emit("")
        return True

    def refuses(self, index: Index, typed: str) -> bool:
        """Whether what was typed is no line and no amount; then it is said why."""
        if not typed.strip():
            return False
        try:
            if index.column() == AMOUNT:
                reckon(typed)
            else:
                read_target(typed, self._options())
        except ValueError as error:
            self._refuse(index, typed, str(error))
            return True
        return False

    def _refuse(self, index: Index, typed: str, reason: str) -> None:
        self._problem = (index.row(), index.column(), typed, reason)
        self.dataChanged.emit(index, index)
        self.refused.emit(reason)

    def forget_refused(self) -> None:
        """Give the cell that was refused its old value back."""
        if self._problem is not None:
            index = self.index(self._problem[0], self._problem[1])
            self._problem = None
            self.dataChanged.emit(index, index)
            self.refused.emit("")

    def _change(self, part: Part, column: int, typed: str) -> None:
        row, file, pack = self.row, self._workspace.file, self._workspace.pack
        if row is None:
            return
        if not typed:
            self._workspace.do(remove_part(row, part))
        elif column == AMOUNT:
            self._workspace.do(change_part(file, pack, row, part, amount=reckon(typed)))
        else:
            target = read_target(typed, self._options())
            self._workspace.do(change_part(file, pack, row, part, target=target))

    def _take_next(self, column: int, typed: str) -> None:
        """Take where the next part goes, or how much it is; with both it is made."""
        target, amount = self._next
        if column == GOES_TO:
            target = read_target(typed, self._options()) if typed else None
        else:
            amount = reckon(typed)
        if self.row is not None and target is not None and amount is not None:
            edit = add_part(self._workspace.file, self._workspace.pack, self.row, target, amount)
            self._next = (None, None)
            self._workspace.do(edit)
            return
        self._next = (target, amount)
        number = len(self.parts)
        self.dataChanged.emit(self.index(number, 0), self.index(number, MEMO))

    @property
    def waits_for_amount(self) -> bool:
        """Whether it is said where the next part goes, and not yet how much it is."""
        return self._next[0] is not None

    def remove(self, number: int) -> None:
        """Bring a part back to what is left of the row."""
        if self.row is not None and 0 <= number < len(self.parts):
            self._workspace.try_to(remove_part(self.row, self.parts[number]))
