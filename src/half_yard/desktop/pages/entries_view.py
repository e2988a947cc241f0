"""The entries of an activity: found, typed, moved between lines and activities, noted."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal

from pydantic import JsonValue
from PySide6.QtCore import Signal
from PySide6.QtWidgets import QHBoxLayout, QWidget

from half_yard.asked import Field, FieldKind
from half_yard.countries import AssetDoubts, StatementLine
from half_yard.desktop.actions import Action
from half_yard.desktop.fields import FieldForm
from half_yard.desktop.parts import TableBlock, bare_column, button
from half_yard.desktop.search_completer import SearchCompleter
from half_yard.desktop.subjects import collection_and_id
from half_yard.desktop.tables import Column, Kind, RecordModel, Source
from half_yard.desktop.typed_line import TypedLine
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text
from half_yard.records import Change, Edit, Entry, Record
from half_yard.records.capitalizing import into_asset
from half_yard.records.choices import Option, has_words, with_all_words
from half_yard.records.dates import Calendar
from half_yard.records.reckoning import reckon
from half_yard.statements.targets import read_target, split_share, target_options

LINE_COLUMN = 3
NOTED = "†"


@dataclass(frozen=True)
class LineColumn(Column):
    """The line that an entry belongs to; a share typed behind it is the entry's."""

    def read(self, typed: str, record: Record | None, calendar: Calendar) -> dict[str, JsonValue]:
        """The line, and the share where one was typed. Raises ValueError with what to type instead."""
        line, share = split_share(typed)
        values = super().read(line, record, calendar)
        return values if share is None else {**values, "share": format(share, "f")}


class EntriesView(QWidget):
    """The entries of some lines of an activity, or of all its lines. Signals `left` on the way back to the
    statement."""

    left = Signal()

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self._activity = ""
        self._lines: tuple[str, ...] = ()
        self._wanted: list[str] = []
        self._least: Decimal | None = None
        self._numbers: Mapping[str, str] = {}
        self.model = RecordModel(workspace, self._source(), self._columns(), self)
        self.block = TableBlock("Entries", self.model)
        self.block.table.record_current.connect(self._chosen)
        self.block.table.offer(
            [
                Action("Make it an asset", self.make_asset, enabled=lambda: bool(self.current)),
                Action("Back to the statement", self.left.emit, "Esc"),
            ]
        )
        self.words = TypedLine()
        self.words.setAccessibleName("Find entries")
        self.words.setPlaceholderText("find by words or amount")
        self.words.textChanged.connect(self._find)
        self.move_to = TypedLine()
        self.move_to.setAccessibleName("Move the selected entries to")
        self.move_to.setPlaceholderText("move the selected to a line")
        self.move_to.setToolTip(
            "A line of any activity, with a share behind it where there is one: “utilities 60%”"
        )
        self.move_to.setCompleter(SearchCompleter(self._find_targets, self.move_to))
        self.move_to.returnPressed.connect(self.move_selected)
        asset = button("Make it an asset", "Turn the entry under the cursor into an asset of the activity")
        asset.clicked.connect(self.make_asset)
        self.larger = button("Repair or asset?", "Only repairs and supplies above an amount, to look at each")
        self.larger.setCheckable(True)
        self.larger.clicked.connect(self._switch_larger)
        self.above = TypedLine()
        self.above.setAccessibleName("Repairs and supplies above")
        self.above.setFixedWidth(72)
        self.above.editingFinished.connect(self._refresh_found)
        self.above.hide()
        self.notes = FieldForm(workspace)
        line = QHBoxLayout()
        line.addWidget(self.words, 1)
        line.addWidget(self.move_to, 1)
        line.addWidget(self.above)
        line.addWidget(self.larger)
        line.addWidget(asset)
        column = bare_column(self, 4)
        column.addLayout(line)
        column.addWidget(self.block, 1)
        column.addWidget(self.notes)

    def _source(self) -> Source:
        return Source(
            "entries", "entry", Entry, self._start, ("amount",), "a new entry", hint_column=1,
            belongs=self._belongs, asked_for=self._asked_for, beside=self._beside, remark=self._remark,
        )  # fmt: skip

    def _asked_for(self) -> object:
        return (self._activity, self._lines, tuple(self._wanted), self._least)

    def _belongs(self, entry: Entry) -> bool:
        if entry.activity != self._activity:
            return False
        if self._least is not None:
            return entry.line in self._doubts.lines and entry.amount > self._least
        if self._lines and entry.line not in self._lines:
            return False
        if not self._wanted:
            return True
        text = f"{entry.payee} {entry.memo} {entry.note} {entry.amount:.2f}".casefold()
        return has_words(text, self._wanted)

    def _beside(self) -> object:
        computation = self._workspace.computation
        return (computation.stops, computation.unusual, self._numbers)

    def _remark(self, key: str) -> str:
        return self._workspace.computation.unusual.get(f"/entries/{key}", "")

    def _start(self) -> Mapping[str, JsonValue]:
        line = self._lines[0] if len(self._lines) == 1 else ""
        return {"activity": self._activity, "line": line}

    def _columns(self) -> Sequence[Column]:
        return (
            Column("Date", Kind.DATE, "date", hint="month/day; may be left empty"),
            Column("Payee", Kind.TEXT, "payee", stretch=True),
            Column("Memo", Kind.TEXT, "memo", stretch=True),
            LineColumn(
                "Line",
                Kind.CHOICE,
                "line",
                options=self._line_options,
                later=True,
                said_of=self._workspace.said_of,
            ),
            Column("Amount", Kind.AMOUNT, "amount", hint="an amount or arithmetic such as 120*12+35"),
            Column("Lands on", Kind.COMPUTED, shown=self._lands, goes_first=True),
        )

    def _known(self) -> Sequence[StatementLine]:
        file = self._workspace.file
        return self._workspace.pack.ledger.lines(file.activities[self._activity])

    def _line_options(self, record: Record | None) -> Sequence[Option]:
        del record
        return [
            (line.key, f"{line.number} {words}")
            for line in self._known()
            for words in (*line.also, line.title)
        ]

    def _lands(self, key: str) -> str:
        entry = self._workspace.file.entries[key]
        mark = f" {NOTED}" if entry.note else ""
        doubt = " ?" if self._remark(key) else ""
        if f"/entries/{key}" in self._workspace.computation.stops:
            return f"nowhere{mark}"
        share = "" if entry.share is None else f", {entry.share.normalize():f}%"
        return f"line {self._numbers.get(entry.line, '')}{share}{doubt}{mark}"

    # -- showing -------------------------------------------------------------------------------------

    def show_lines(self, activity: str, lines: tuple[str, ...], *, landed: str) -> None:
        """Show an activity's entries on some lines, or on all; `landed` says that nothing of it counts."""
        if activity != self._activity:
            self.words.clear()
            self.larger.setChecked(False)
            self.above.hide()
            self._least = None
        self._activity, self._lines = activity, lines
        self._numbers = {line.key: line.number for line in self._known()}
        chosen = [line for line in self._known() if line.key in lines]
        heading = f"{chosen[0].title}, line {chosen[0].number}" if chosen else "All entries"
        explanation = landed or self._brought() or (chosen[0].explanation if chosen else "")
        if self._least is not None:
            heading, explanation = f"Repairs and supplies above {self._least:,}", self._doubts.questions
        self.block.heading.setText(heading)
        self.block.explanation.setText(explanation)
        self.block.table.setColumnHidden(LINE_COLUMN, bool(chosen) and self._least is None)
        self.model.refresh()
        self._show_notes()

    def _brought(self) -> str:
        """What shared things bring to the line that is shown."""
        computation = self._workspace.computation
        totals = computation.statements.get(self._activity, {})
        parts = [
            (computation.sheet(part.place.sheet).subject, part.amount)
            for line in self._lines
            for part in (totals[line].parts if line in totals else ())
            if part.place is not None
        ]
        words = " and ".join(f"{exact_text(amount)} from {name}" for name, amount in parts)
        return f"Also here: {words} (Shared use)." if words else ""

    def _targets(self) -> list[Option]:
        return target_options(self._workspace.file, self._workspace.pack, asides=False)

    def _find_targets(self, typed: str) -> Sequence[Option]:
        """The lines that have the words typed, looked up when they are typed: there are hundreds."""
        return with_all_words(self._targets())(typed)

    @property
    def _doubts(self) -> AssetDoubts:
        return self._workspace.pack.ledger.asset_doubts(self._workspace.file.tax_year)

    def _switch_larger(self, checked: bool) -> None:
        """Show only repairs and supplies above an amount, or all entries again."""
        self.above.setVisible(checked)
        self.above.setText(f"{self._doubts.above:,}" if checked else "")
        self._refresh_found()

    def _refresh_found(self) -> None:
        try:
            self._least = reckon(self.above.text()) if self.larger.isChecked() else None
        except ValueError as error:
            self._workspace.said.emit(str(error))
            return
        self.show_lines(self._activity, self._lines, landed="")

    def _find(self, words: str) -> None:
        self._wanted = words.casefold().replace(",", "").split()
        self.model.refresh()

    def _chosen(self, path: str) -> None:
        if path and self.block.table.hasFocus():
            self._workspace.look_at(path)
        self._show_notes()

    @property
    def current(self) -> str:
        """The id of the entry under the cursor; empty where there is none."""
        return self.model.id_at(self.block.table.currentIndex().row())

    def _show_notes(self) -> None:
        """The note and the share of the entry under the cursor, and the note of the line."""
        fields = []
        if key := self.current:
            fields += [
                Field(f"/entries/{key}/note", "Note on the entry"),
                Field(
                    f"/entries/{key}/share", "Share of it, percent", FieldKind.PERCENT,
                    hint="all of it", optional=True,
                ),
            ]  # fmt: skip
        if len(self._lines) == 1:
            fields.append(Field(f"/activities/{self._activity}/notes/{self._lines[0]}", "Note on the line"))
        self.notes.show_fields(fields)

    def show_entry(self, path: str) -> None:
        """Make the entry at a path current, the cursor on its note or share where the path names one."""
        self.block.table.show_record(collection_and_id(path)[1])
        if path.count("/") > 2:
            self._show_notes()
            self.notes.focus_on(path)

    # -- doing ---------------------------------------------------------------------------------------

    def _selected(self) -> list[str]:
        rows = self.block.table.rows_selected()
        return [key for key in map(self.model.id_at, rows) if key]

    def move_selected(self) -> None:
        """Move the selected entries to the line typed, of this activity or another, in one edit."""
        keys = self._selected()
        if not keys:
            self._workspace.said.emit("Select entries first: those that are selected are moved.")
            return
        try:
            target = read_target(self.move_to.text(), self._targets())
        except ValueError as error:
            self._workspace.said.emit(str(error))
            return
        if not target.line:
            return
        fields: dict[str, JsonValue] = {"activity": target.activity, "line": target.line}
        if target.share is not None:
            fields["share"] = format(target.share, "f")
        changes = tuple(
            Change(op="replace", path=f"/entries/{key}/{field}", value=value)
            for key in keys
            for field, value in fields.items()
        )
        words = f"{len(keys)} entr{'y' if len(keys) == 1 else 'ies'} moved"
        if self._workspace.try_to(Edit(label=words, changes=changes)):
            self._workspace.said.emit(f"{words} to {self.move_to.text().strip()}. Undo takes it back.")
            self.move_to.clear()
            self.block.table.setFocus()

    def make_asset(self) -> None:
        """Turn the current entry into an asset, and go to it to choose its class."""
        if not (key := self.current) or not self.isVisible():
            self._workspace.said.emit("Choose an entry first: the one under the cursor becomes an asset.")
            return
        edit, asset = into_asset(self._workspace.file, key)
        if self._workspace.try_to(edit):
            self._workspace.go_to(f"/assets/{asset}")
