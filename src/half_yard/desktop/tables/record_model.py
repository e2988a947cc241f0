"""A table model over one collection of records, with a row for a new one at its end."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from typing import Any

from pydantic import JsonValue
from PySide6.QtCore import QAbstractTableModel, QModelIndex, QObject, Qt, Signal
from PySide6.QtGui import QColor

from half_yard.asked.columns import Column, Kind
from half_yard.desktop import theme
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.tables.headed_model import Index
from half_yard.desktop.tables.look import Look, alignment_of
from half_yard.desktop.tables.pasting import read_rows
from half_yard.desktop.tables.source import Source
from half_yard.desktop.workspace import Workspace
from half_yard.records import Change, Edit, add, next_id, remove
from half_yard.records.changing import changed_keys
from half_yard.records.collections import collection_and_id
from half_yard.records.identifiers import fresh_ids
from half_yard.records.naming import name_of
from half_yard.review.asking import asked_about, open_questions

PROBLEM_ROLE = Qt.ItemDataRole.UserRole + 1
COLUMN_ROLE = Qt.ItemDataRole.UserRole + 2
ASKED_ROLE = Qt.ItemDataRole.UserRole + 3
"""Of the first cell of a row: what the client is asked about its record; empty for nothing."""
NEW = ""
NEVER = object()
"""What no table was ever asked for."""
SHOWN_ORDER = {Kind.TEXT, Kind.CHOICE, Kind.COMPUTED, Kind.COMPUTED_AMOUNT}
"""The kinds of column that are sorted as they read; the others by their value."""


class RecordModel(QAbstractTableModel):
    """Shows records, takes what is typed, and keeps what it could not take with the reason."""

    refused = Signal(str)
    added = Signal(str)
    restarted = Signal()

    def __init__(
        self, workspace: Workspace, source: Source, columns: Sequence[Column], parent: QObject | None = None
    ) -> None:
        super().__init__(parent)
        self._workspace = workspace
        self.source = source
        self.columns = list(columns)
        self._ids: list[str] = []
        self._live = False
        self._sorted_by = (-1, False)
        self._shown_records: Mapping[str, Any] = {}
        self._all: Mapping[str, Any] = {}
        self._asked_for: object = NEVER
        self._beside: object = None
        self._marked: frozenset[str] = frozenset()
        self._draft: dict[str, JsonValue] = {}
        self._rejected: dict[tuple[str, int], tuple[str, str]] = {}
        workspace.opened.connect(self._start_over)

    def _start_over(self) -> None:
        """Another file is there: nothing of the one before is kept."""
        self._draft.clear()
        self._rejected.clear()
        self.refused.emit("")
        self._live = False
        self._asked_for = NEVER
        self.restarted.emit()

    # -- what is there -------------------------------------------------------------------------------

    @property
    def records(self) -> Mapping[str, Any]:
        """The whole collection."""
        if not self._workspace.is_open:
            return {}
        records: Mapping[str, Any] = getattr(self._workspace.file, self.source.collection)
        return records

    def refresh(self) -> None:
        """Show the records as they are now, keeping rows where they stay the same."""
        if not self._live:
            self.beginResetModel()
            self._live = self._workspace.is_open
            self._ids = []
            self.endResetModel()
        if self._refresh_changed():
            return
        belongs, before = self.source.belongs, self._shown_records
        self._all, self._asked_for = self.records, (self.source.asked_for(), self._sorted_by)
        records = sorted(self.records.items())
        if (group := self.source.group) is not None:
            records.sort(key=lambda item: group(item[1]))
        shown = {key: record for key, record in records if belongs(record)}
        self._forget_gone()
        ids, old = self._in_order(shown), self._ids
        self._shown_records = shown
        if ids == old:
            self._tell_changed(changed_keys(before, shown))
        elif (row := _added_at(old, ids)) is not None:
            self.beginInsertRows(QModelIndex(), row, row)
            self._ids = ids
            self.endInsertRows()
        else:
            self.beginResetModel()
            self._ids = ids
            self.endResetModel()

    def _refresh_changed(self) -> bool:
        """Show what changed of a few records, where the same ones as before belong here and stay in their
        order; says whether that was so. After an edit it is, and there may be thousands of others."""
        records, before = self.records, self._all
        asked_for = (self.source.asked_for(), self._sorted_by)
        ordered = self._sorted_by[0] >= 0 or self.source.group is not None
        if ordered or asked_for != self._asked_for or len(records) != len(before):
            return False
        changed = changed_keys(before, records)
        if any(key not in before for key in changed):
            return False
        shown, belongs = self._shown_records, self.source.belongs
        if any(belongs(records[key]) is not (key in shown) for key in changed):
            return False
        self._all = records
        here = {key: records[key] for key in changed if key in shown}
        self._shown_records = {**shown, **here}
        self._tell_changed(here)
        return True

    def _forget_gone(self) -> None:
        """Nothing is refused any more of a record that is gone."""
        kept = {
            place: what for place, what in self._rejected.items() if not place[0] or place[0] in self.records
        }
        if len(kept) < len(self._rejected):
            self._rejected = kept
            self.refused.emit(self.problem())

    def _tell_changed(self, changed: Collection[str]) -> None:
        """Have the rows drawn again whose records changed; all of them where what is computed beside did."""
        beside = self.source.beside() if self._live else None
        asked = self._asked_records() if self._live else frozenset[str]()
        turned, self._marked = asked ^ self._marked, asked
        last = len(self.columns) - 1
        if beside != self._beside:
            self._beside = beside
            if self._ids:
                self.dataChanged.emit(self.index(0, 0), self.index(len(self._ids) - 1, last))
        else:
            for row in map(self.row_of, {*changed, *turned} & self._shown_records.keys()):
                self.dataChanged.emit(self.index(row, 0), self.index(row, last))

    def id_at(self, row: int) -> str:
        """The id of the record in a row; empty for the row of a new one, and for none."""
        return self._ids[row] if 0 <= row < len(self._ids) else NEW

    def row_of(self, key: str) -> int:
        """The row of a record, or -1."""
        return self._ids.index(key) if key in self._ids else -1

    def path_at(self, row: int) -> str:
        """The JSON pointer of the record in a row; empty for the row of a new one."""
        key = self.id_at(row)
        return f"/{self.source.collection}/{key}" if key else ""

    def rowCount(self, parent: Index = QModelIndex()) -> int:  # noqa: B008
        if not self._live or parent.isValid():
            return 0
        return len(self._ids) + (0 if self.source.closed else 1)

    def columnCount(self, parent: Index = QModelIndex()) -> int:  # noqa: B008
        return 0 if parent.isValid() else len(self.columns)

    def flags(self, index: Index) -> Qt.ItemFlag:
        flags = Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable
        if index.isValid() and self.columns[index.column()].editable:
            flags |= Qt.ItemFlag.ItemIsEditable
        return flags

    def headerData(
        self, section: int, orientation: Qt.Orientation, role: int = Qt.ItemDataRole.DisplayRole
    ) -> Any:
        if orientation is not Qt.Orientation.Horizontal or not 0 <= section < len(self.columns):
            return None
        column = self.columns[section]
        if role == Qt.ItemDataRole.DisplayRole:
            return column.title
        if role == Qt.ItemDataRole.TextAlignmentRole:
            return alignment_of(column)
        if role == Qt.ItemDataRole.ToolTipRole:
            return column.hint or None
        return None

    def data(self, index: Index, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        if not index.isValid():
            return None
        row, column = index.row(), self.columns[index.column()]
        rejected = self._rejected.get((self.id_at(row), index.column()))
        match role:
            case Qt.ItemDataRole.DisplayRole:
                return rejected[0] if rejected else self._shown(row, column)
            case Qt.ItemDataRole.EditRole:
                return rejected[0] if rejected else self._typed(row, column)
            case Qt.ItemDataRole.ToolTipRole:
                said = rejected[1] if rejected else self._stop(row) or self._remark(row) or self._asked(row)
                return plain_tip(said) or None
            case Qt.ItemDataRole.AccessibleTextRole:
                asked = f", {asked}" if not index.column() and (asked := self._asked(row)) else ""
                return f"{column.title}: {self._shown(row, column) or 'empty'}{asked}"
            case _ if role == PROBLEM_ROLE:
                return rejected[1] if rejected else ""
            case _ if role == COLUMN_ROLE:
                return column
            case _ if role == ASKED_ROLE:
                return "" if index.column() else self._asked(row)
            case _:
                return None

    def look(self, row: int, number: int) -> Look:
        """What a cell looks like, for its delegate, which paints all of it."""
        column, rejected = self.columns[number], self._rejected.get((self.id_at(row), number))
        return Look(
            rejected[0] if rejected else self._shown(row, column),
            theme.WELD_WASH if column.kind is Kind.AMOUNT and self._remark(row) else None,
            self._colour(row, column, refused=rejected is not None),
            alignment_of(column),
            asked=not number and bool(self._asked(row)),
            refused=rejected is not None,
            editable=column.editable,
        )

    def _remark(self, row: int) -> str:
        key = self.id_at(row)
        return self.source.remark(key) if key else ""

    def _asked_records(self) -> frozenset[str]:
        about = (collection_and_id(each.about) for each in open_questions(self._workspace.file).values())
        return frozenset(key for collection, key in about if collection == self.source.collection)

    def _asked(self, row: int) -> str:
        path = self.path_at(row)
        waiting = asked_about(self._workspace.file, path).values() if path else ()
        return f"asked of the client: {' '.join(each.words for each in waiting)}" if waiting else ""

    def _stop(self, row: int) -> str:
        return self._workspace.computation.stops.get(self.path_at(row), "")

    def _colour(self, row: int, column: Column, *, refused: bool) -> QColor | None:
        if refused:
            return theme.MADDER
        if self.id_at(row) == NEW and column.field not in self._draft:
            return theme.SOFT_INK
        return None

    def _shown(self, row: int, column: Column) -> str:
        key, calendar = self.id_at(row), self._workspace.calendar
        if key != NEW:
            return column.text(key, self.records[key], calendar)
        if column.editable and (shown := column.draft_text({**self.source.start(), **self._draft}, calendar)):
            return shown
        hinted = column is self.columns[self.source.hint_column] and not self._draft
        return self.source.new_hint if hinted else ""

    def _typed(self, row: int, column: Column) -> str:
        key, calendar = self.id_at(row), self._workspace.calendar
        if key != NEW:
            return column.typed_text(self.records[key], calendar)
        return column.draft_text({**self.source.start(), **self._draft}, calendar)

    # -- what is typed -------------------------------------------------------------------------------

    def setData(self, index: Index, value: Any, role: int = Qt.ItemDataRole.EditRole) -> bool:
        if role != Qt.ItemDataRole.EditRole or not index.isValid():
            return False
        key, column, typed = self.id_at(index.row()), self.columns[index.column()], str(value)
        record = self.records[key] if key else None
        if typed == self._typed(index.row(), column) and (key, index.column()) not in self._rejected:
            return True
        try:
            values = column.read(typed, record, self._workspace.calendar)
            self._rejected.pop((key, index.column()), None)
            if key:
                self._change(key, column, values)
            else:
                self._draft |= values
                known = self.source.fill_in(self._draft)
                self._draft |= {name: value for name, value in known.items() if not self._draft.get(name)}
                self._add_if_ready()
        except ValueError as error:
            self._rejected.pop((key, index.column()), None)
            self._rejected[key, index.column()] = (typed, str(error))
            self.dataChanged.emit(index, index)
            self.refused.emit(self.problem())
            return False
        self.refused.emit(self.problem())
        row = index.row()
        self.dataChanged.emit(self.index(row, 0), self.index(row, len(self.columns) - 1))
        return True

    def forget_refused(self, index: Index) -> None:
        """Give a cell its old value back, where what was typed there was refused."""
        if self._rejected.pop((self.id_at(index.row()), index.column()), None) is not None:
            self.dataChanged.emit(index, index)
            self.refused.emit(self.problem())

    def problem(self) -> str:
        """What was typed last and could not be taken, with the reason; empty if there is nothing."""
        if not self._rejected:
            return ""
        (key, number), (_, reason) = list(self._rejected.items())[-1]
        where = self._called(key) if key else f"new {self.source.noun}"
        return f"{self.columns[number].title} of {where}: {reason}"

    def _change(self, key: str, column: Column, values: Mapping[str, JsonValue]) -> None:
        path = f"/{self.source.collection}/{key}"
        changes = tuple(
            Change(op="replace", path=f"{path}/{field}", value=value) for field, value in values.items()
        )
        self._workspace.do(Edit(label=f"{column.title} of {self._called(key)}", changes=changes))

    def _called(self, key: str) -> str:
        return name_of(self.records[key]) or self.source.noun

    def _add_if_ready(self) -> None:
        ready = self.source.ready
        if ready is not None and not ready(self._draft):
            return
        if ready is None and any(not self._draft.get(field) for field in self.source.needed):
            return
        key = next_id(self.source.collection, self.records)
        values = {**self.source.start(), **self._draft}
        record = self.source.record.model_validate(values)
        self._workspace.do(add(f"New {self.source.noun}", f"/{self.source.collection}/{key}", record))
        self._draft.clear()
        self.added.emit(key)

    def paste(self, text: str, columns: Sequence[Column]) -> str:
        """Add the rows of pasted text in one edit; returns what became of them, in words."""
        source, calendar = self.source, self._workspace.calendar
        pasted = read_rows(text, columns, source.record, source.start(), source.needed, calendar)
        ids = fresh_ids(source.collection, self.records)
        changes = tuple(
            Change(op="add", path=f"/{source.collection}/{key}", value=record.model_dump(mode="json"))
            for record, key in zip(pasted.records, ids, strict=False)
        )
        label = f"{len(changes)} pasted {source.noun} rows"
        if changes and not self._workspace.try_to(Edit(label=label, changes=changes)):
            return ""
        return pasted.said

    def sort(self, column: int, order: Qt.SortOrder = Qt.SortOrder.AscendingOrder) -> None:
        """Show the records in the order of a column; in the order in which they were made for -1."""
        self._sorted_by = (column, order is Qt.SortOrder.DescendingOrder)
        self.refresh()

    def _in_order(self, shown: Mapping[str, Any]) -> list[str]:
        number, backwards = self._sorted_by
        if not 0 <= number < len(self.columns):
            return list(shown)
        column, calendar = self.columns[number], self._workspace.calendar

        def place(key: str) -> tuple[bool, Any]:
            value = getattr(shown[key], column.field, None) if column.field else None
            if column.kind in SHOWN_ORDER:
                value = column.text(key, shown[key], calendar).casefold()
            # None sorts before everything, and is never compared with a value.
            return value is not None, value if value is not None else 0

        return sorted(shown, key=place, reverse=backwards)

    def remove_rows(self, rows: Sequence[int]) -> None:
        """Remove the records of these rows in one edit; on the new row, forget what was typed there."""
        keys = [key for key in map(self.id_at, rows) if key]
        if keys and self.source.take_out is not None:
            self._workspace.try_to(self.source.take_out(keys))
        elif keys:
            what = self._called(keys[0]) if len(keys) == 1 else f"{len(keys)} {self.source.noun} rows"
            self._workspace.try_to(
                remove(f"Removal of {what}", *(f"/{self.source.collection}/{key}" for key in keys))
            )
        else:
            self._draft.clear()
            self._rejected = {place: kept for place, kept in self._rejected.items() if place[0]}
            self.refused.emit(self.problem())
            last = self.rowCount() - 1
            self.dataChanged.emit(self.index(last, 0), self.index(last, len(self.columns) - 1))


def _added_at(before: Sequence[str], after: Sequence[str]) -> int | None:
    """The place of the one that was added among others that stayed in their order; None for any other
    change."""
    if len(after) != len(before) + 1:
        return None
    row = next((row for row, key in enumerate(before) if after[row] != key), len(before))
    return row if after[row + 1 :] == before[row:] else None
