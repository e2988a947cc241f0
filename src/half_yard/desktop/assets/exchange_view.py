"""Exchanges of property: both sides against each other, filled in in any order, and what they come to."""

from __future__ import annotations

import datetime
from collections.abc import Mapping, Sequence
from pathlib import Path

from pydantic import JsonValue
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QStackedWidget, QVBoxLayout, QWidget

from half_yard.desktop.assets.asset_columns import AssetColumns
from half_yard.desktop.assets.asset_part import AssetPart
from half_yard.desktop.assets.weighing import Weighing
from half_yard.desktop.fields import FieldForm
from half_yard.desktop.line_rows import sheet_rows
from half_yard.desktop.line_view import LineRow, LineView
from half_yard.desktop.parts import TableBlock, button, in_a_row, soft, unwrapped
from half_yard.desktop.search_completer import SearchCompleter
from half_yard.desktop.strip import Strip
from half_yard.desktop.subjects import collection_and_id
from half_yard.desktop.tables import Column, Kind, RecordModel, Source
from half_yard.desktop.typed_line import TypedLine
from half_yard.desktop.workspace import Workspace
from half_yard.desktop.writing_out import ask_where, written_out
from half_yard.interop.deadlines import calendar_of
from half_yard.records import Asset, Edit
from half_yard.records.choices import Option, with_all_words

NONE_YET = (
    "No property is exchanged in this file. Type behind “Give up” what is given; what is received, cash, "
    "debts and days follow in any order, and what comes of it stands here from the first number on."
)
SIDES, SHEET = "Both sides", "Line by line"
ACROSS = 3
ROWS = 5
"""How many rows of a side are always seen."""


class ExchangeView(AssetPart):
    """One exchange at a time."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self.heading.hide()
        self._chosen = ""
        self._columns = AssetColumns(workspace)
        self.strip = Strip("Exchanges")
        self.strip.chosen.connect(self.choose)
        self.give = TypedLine()
        self.give.setAccessibleName("Give up")
        self.give.setPlaceholderText("words of an asset that is given up")
        self.give.setCompleter(SearchCompleter(self._may_be_given, self.give))
        self.give.returnPressed.connect(self.give_up)
        self.weighing = Weighing()
        self.words_missing, self.days = soft(""), soft("")
        self.about = FieldForm(workspace, ACROSS)
        self.given_fields, self.got_fields = FieldForm(workspace), FieldForm(workspace)
        self.said = FieldForm(workspace)
        self.given = TableBlock(
            "Given up", self._model(self._given(), self._given_columns()), "its value then"
        )
        self.got = TableBlock(
            "Received",
            self._model(self._got(), self._got_columns()),
            "each by itself: building, land, furniture",
        )
        for block in (self.given, self.got):
            block.table.record_current.connect(self._look_at)
            block.table.setMinimumHeight((ROWS + 1) * block.table.verticalHeader().defaultSectionSize())
        self.sheet = LineView("Lines of the exchange")
        self.sheet.line_current.connect(self._look)
        self.another = button("Another exchange", "One more exchange, beside those that are here")
        self.another.clicked.connect(lambda: self.begin([]))
        self.days_kept = button("Calendar file…", "Write the days of the exchange as a calendar file (.ics)")
        self.days_kept.clicked.connect(self.ask_for_calendar)
        self.off = button("Call it off", "What was given is kept, what was received goes; undo takes it back")
        self.off.clicked.connect(self.call_off)
        self._switches = {name: button(name) for name in (SIDES, SHEET)}
        self._stack = QStackedWidget()
        self._lay_out()

    def _lay_out(self) -> None:
        head = in_a_row(unwrapped("Give up"), self.give, self.another)
        head.setStretch(1, 1)
        switches = QHBoxLayout()
        for number, switch in enumerate(self._switches.values()):
            switch.setCheckable(True)
            switch.setAutoExclusive(True)
            switch.clicked.connect(lambda _checked=False, number=number: self._stack.setCurrentIndex(number))
            switches.addWidget(switch)
        self._switches[SIDES].setChecked(True)
        switches.addWidget(self.days, 1)
        switches.addWidget(self.days_kept)
        switches.addWidget(self.off)
        sides = QWidget()
        grid = QGridLayout(sides)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setHorizontalSpacing(18)
        for column, (table, fields) in enumerate(
            ((self.given, self.given_fields), (self.got, self.got_fields))
        ):
            grid.setColumnStretch(column, 1)
            grid.addWidget(table, 0, column)
            grid.addWidget(fields, 1, column, Qt.AlignmentFlag.AlignTop)
        grid.addWidget(self.said, 2, 0, 1, 2)
        grid.setRowStretch(0, 1)
        self._stack.addWidget(sides)
        self._stack.addWidget(self.sheet)
        self.body = QWidget()
        body = QVBoxLayout(self.body)
        body.setContentsMargins(0, 0, 0, 0)
        body.addWidget(self.weighing)
        body.addWidget(self.words_missing)
        body.addWidget(self.about)
        body.addLayout(switches)
        body.addWidget(self._stack, 1)
        self.column.addLayout(head)
        self.column.addWidget(self.strip)
        self.column.addWidget(self.body, 1)
        self.column.addStretch(0)

    # -- what can be done -------------------------------------------------------------------------------

    def _has_one(self) -> bool:
        return self.workspace.is_open and self._chosen in self.workspace.file.exchanges

    def _may_be_given(self, typed: str) -> Sequence[Option]:
        offered = self.workspace.pack.exchanges.may_be_given(self.workspace.file)
        found = with_all_words([(key, name) for key, name in offered.items()])(typed)
        return [(name, "") for _, name in found]

    def give_up(self) -> None:
        """Give up the asset that is named, in the exchange that is shown, or in a new one."""
        exchanges, file = self.workspace.pack.exchanges, self.workspace.file
        typed = self.give.text().strip().casefold()
        offered = exchanges.may_be_given(file)
        found = [key for key, name in offered.items() if name.casefold() == typed]
        found = found or [key for key, name in offered.items() if typed and typed in name.casefold()]
        if len(found) != 1:
            many = "Several assets fit" if found else "No asset in service fits"
            self.workspace.said.emit(f"{many}: type more of its name, or choose from the list.")
            return
        if self._has_one():
            done = self.workspace.try_to(exchanges.give(file, self._chosen, found[0]))
        else:
            done = self.begin(found)
        if done:
            self.give.setText("")  # which, unlike clearing, leaves nothing that undo would bring back

    def begin(self, assets: Sequence[str]) -> bool:
        """Begin an exchange in which these assets are given up; says whether it could be."""
        edit, key = self.workspace.pack.exchanges.begin(self.workspace.file, assets)
        done = self.workspace.try_to(edit)
        if done:
            self._chosen = key
            self.show_assets("", ())
        return done

    def call_off(self) -> None:
        """Take the exchange out: what was given is kept, what was received goes."""
        if self._has_one():
            edit = self.workspace.pack.exchanges.call_off(self.workspace.file, self._chosen)
            if self.workspace.try_to(edit):
                self.workspace.said.emit(f"{edit.label}. Undo takes it back.")

    def ask_for_calendar(self) -> None:
        """Ask where the days of the exchange go, and write them there."""
        name = f"{self.workspace.file.exchanges[self._chosen].name} days"
        chosen = ask_where(
            self.workspace, self, "Days of the exchange", name=name, ending=".ics", kinds="Calendar (*.ics)"
        )
        if chosen:
            self.workspace.said.emit(self.write_calendar(chosen))

    def write_calendar(self, path: Path) -> str:
        """Write the days of the exchange as a calendar file; returns what became of it, in words."""
        file = self.workspace.file
        days = self.workspace.pack.exchanges.deadlines(file, self._chosen)
        return written_out("days", path, lambda: calendar_of(file, self._chosen, days))

    # -- the tables -------------------------------------------------------------------------------------

    def _model(self, source: Source, columns: Sequence[Column]) -> RecordModel:
        return RecordModel(self.workspace, source, columns, self)

    def _given(self) -> Source:
        return Source(
            "assets", "asset", Asset, dict, (), "", asked_for=lambda: self._chosen, closed=True,
            belongs=lambda asset: asset.given_in == self._chosen != "", take_out=self._keep,
        )  # fmt: skip

    def _keep(self, keys: Sequence[str]) -> Edit:
        return self.workspace.pack.exchanges.keep(keys)

    def _got(self) -> Source:
        return Source(
            "assets", "asset", Asset, self._start, ("name", "asset_class", "in_service", "cost"),
            "type what is received here", belongs=lambda asset: asset.got_in == self._chosen != "",
            asked_for=lambda: self._chosen, fill_in=self._propose,
        )  # fmt: skip

    def _start(self) -> Mapping[str, JsonValue]:
        return self.workspace.pack.exchanges.received(self.workspace.file, self._chosen)

    def _propose(self, typed: Mapping[str, JsonValue]) -> Mapping[str, JsonValue]:
        return self._columns.propose({**self._start(), **typed})

    def _given_columns(self) -> Sequence[Column]:
        return (
            Column("Asset", Kind.COMPUTED, shown=self._name, stretch=True),
            Column("Transferred", Kind.DATE, "disposed", hint="month/day/year"),
            Column(
                "Value", Kind.AMOUNT, "proceeds", optional=True, hint="what it was worth when it was given"
            ),
        )

    def _name(self, key: str) -> str:
        return self.workspace.file.assets[key].name or "Not named"

    def _got_columns(self) -> Sequence[Column]:
        return (
            Column("Asset", Kind.TEXT, "name", stretch=True),
            Column("Class", Kind.CHOICE, "asset_class", options=self._columns.classes),
            Column("Received", Kind.DATE, "in_service", hint="month/day/year; when it was ready to be used"),
            Column("Value", Kind.AMOUNT, "cost", hint="what it was worth when it was received"),
        )

    # -- showing ----------------------------------------------------------------------------------------

    def choose(self, key: str) -> None:
        """Show another exchange."""
        if key != self._chosen:
            self._chosen = key
            self.show_assets("", ())
            self.workspace.look_at(f"/exchanges/{key}")

    def show_assets(self, current: str, selected: Sequence[str]) -> None:
        del current, selected
        file, exchanges = self.workspace.file, self.workspace.pack.exchanges
        if self._chosen not in file.exchanges:
            self._chosen = next(iter(sorted(file.exchanges)), "")
        names = [(key, each.name or "Not named", each.name) for key, each in sorted(file.exchanges.items())]
        self.another.setVisible(bool(names))
        self.strip.setVisible(len(names) > 1)
        self.strip.show_names(names, self._chosen)
        self.body.setVisible(bool(self._chosen))
        self.words.setText("" if self._chosen else NONE_YET)
        self.words.setVisible(not self._chosen)
        if not self._chosen:
            return
        computation = self.workspace.computation
        balance = exchanges.balance(computation, self._chosen)
        self.weighing.show_balance(balance)
        self.words_missing.setText("  ·  ".join(balance.words))
        self.words_missing.setVisible(bool(balance.words))
        calendar = self.workspace.calendar
        days = exchanges.deadlines(file, self._chosen)
        self.days_kept.setEnabled(bool(days))
        today = datetime.date.today()
        self.days.setText(
            "  ·  ".join(
                f"{each.title} {calendar.text(each.day)}{_days_left(each.day, today)}" for each in days
            )
        )
        fields = exchanges.fields(file, self._chosen)
        self.about.show_fields(fields.about)
        self.given_fields.show_fields(fields.given, "Given")
        self.got_fields.show_fields(fields.got, "Got")
        self.said.show_fields(fields.said)
        for block in (self.given, self.got):
            block.table.records.refresh()
        key = exchanges.sheet(self._chosen)
        there = computation.has_sheet(key)
        rows = sheet_rows(computation.file, computation.sheet(key)) if there else []
        self.sheet.rows_model.show_rows(rows)

    def _look(self, row: LineRow) -> None:
        if row.place is not None and self.sheet.hasFocus():
            self.workspace.look_at(row.place)

    def _look_at(self, path: str) -> None:
        if path and (self.given.table.hasFocus() or self.got.table.hasFocus()):
            self.workspace.look_at(path)

    def focus_on(self, path: str) -> bool:
        key = collection_and_id(path)[1]
        if key in self.workspace.file.exchanges and key != self._chosen:
            self._chosen = key
            self.show_assets("", ())
        forms = (self.about, self.given_fields, self.got_fields, self.said)
        return any(form.focus_on(path) for form in forms)

    def start(self) -> None:
        """Put the cursor where an exchange begins."""
        self.give.setFocus()


def _days_left(day: datetime.date, today: datetime.date) -> str:
    """How many days are left, counted down; nothing where the day has passed."""
    left = (day - today).days
    return "" if left < 0 else " (today)" if not left else f" ({left} day{'s' * (left > 1)} left)"
