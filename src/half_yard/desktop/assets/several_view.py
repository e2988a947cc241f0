"""Several assets at once: one answer for all that are selected, or all of them leaving at one price."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from decimal import Decimal

from pydantic import JsonValue
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QTableWidgetItem

from half_yard.asked import Field, FieldKind, read_field
from half_yard.desktop.assets.asset_part import AssetPart
from half_yard.desktop.choice_box import ChoiceBox
from half_yard.desktop.parts import button, in_a_row, plain_table, unwrapped
from half_yard.desktop.tables import TypedCellDelegate
from half_yard.desktop.tables.headed_model import RIGHT
from half_yard.desktop.typed_line import named_line
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text
from half_yard.records import Asset, Change, Edit
from half_yard.records.choices import read_choice
from half_yard.records.dividing import leave_together
from half_yard.records.reckoning import reckon

VALUE = 3
SETTINGS = {
    "activity": "Activity", "asset_class": "Class", "method": "Method", "share": "Business use, %",
    "acquired": "Acquired", "in_service": "In service",
}  # fmt: skip


class SeveralView(AssetPart):
    """The selected assets, with the value by which a price for all is divided."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace, "Several at once")
        self._keys: tuple[str, ...] = ()
        self.setting = ChoiceBox()
        self.setting.setAccessibleName("What is set for all selected")
        self.answer = named_line("For all of them", "the same for all of them", 230)
        self.apply = button("Set for all", "One edit for all that are selected")
        self.apply.clicked.connect(self.set_for_all)
        self.answer.returnPressed.connect(self.set_for_all)
        self.day = named_line("Day on which they leave", "day", 90)
        self.how = ChoiceBox()
        self.how.setAccessibleName("How they leave")
        self.price = named_line("Price of all", "price of all", 100)
        self.costs = named_line("Cost of the sale of all", "cost of the sale", 110)
        self.leave = button("Leave together", "Price and cost are divided by the values below")
        self.leave.clicked.connect(self.let_leave)
        columns = ("Asset", "Cost", "Left of its basis", "Value")
        self.table = plain_table("The selected assets", columns, range(1, len(columns)))
        self.table.setItemDelegateForColumn(VALUE, TypedCellDelegate(self.table))
        self.table.setEditTriggers(self.table.EditTrigger.AllEditTriggers)
        self.column.addLayout(in_a_row(unwrapped("Set"), self.setting, self.answer, self.apply))
        self.column.addLayout(
            in_a_row(unwrapped("Or let all leave:"), self.how, self.day, self.price, self.costs, self.leave)
        )
        self.column.addWidget(self.table, 1)

    def show_assets(self, current: str, selected: Sequence[str]) -> None:
        keys = tuple(selected) or ((current,) if current else ())
        file, pack = self.workspace.file, self.workspace.pack
        self.words.setText(
            f"{len(keys)} selected. Shift or Ctrl with the arrow keys or the mouse selects more above. "
            "Values: what each would sell for by itself; what is left of the basis is proposed."
        )
        if not self.how.count():
            for key, words in pack.assets.disposals.items():
                self.how.addItem(words, key)
        self._fill_settings()
        if keys == self._keys and self.table.rowCount() == len(keys):
            return
        self._keys = keys
        self.table.setRowCount(len(keys))
        for row, key in enumerate(keys):
            asset, story = file.assets[key], self.workspace.computation.stories.get(key)
            basis = pack.one_by_one.bases(self.workspace.computation, key).depreciation
            taken = story.taken.amount if story else Decimal(0)
            left = exact_text(max(basis - taken, Decimal(0)))
            for column, text in enumerate((asset.name, exact_text(basis), left, left)):
                item = QTableWidgetItem(text)
                if column:
                    item.setTextAlignment(RIGHT)
                if column != VALUE:
                    item.setFlags(item.flags() & ~Qt.ItemFlag.ItemIsEditable)
                self.table.setItem(row, column, item)

    def _fill_settings(self) -> None:
        """What can be set for all: some fields, and the questions of the classes that are selected."""
        known = dict(SETTINGS)
        for key in self._keys:
            asset = self.workspace.file.assets.get(key)
            for question in self.workspace.pack.assets.questions(asset.asset_class) if asset else ():
                known[f"answers/{question.key}"] = f"{question.text} (yes or no)"
        if [self.setting.itemData(row) for row in range(self.setting.count())] == list(known):
            return
        chosen = self.setting.currentData()
        self.setting.clear()
        for key, words in known.items():
            self.setting.addItem(words, key)
        self.setting.setCurrentIndex(max(self.setting.findData(chosen), 0))

    def _value(self) -> JsonValue:
        """What is typed, as the value of the field that is set. Raises ValueError."""
        typed, field = self.answer.text().strip(), str(self.setting.currentData())
        pack, file = self.workspace.pack, self.workspace.file
        if field.startswith("answers/"):
            if typed.casefold() not in {"yes", "no"}:
                raise ValueError("Type yes or no.")
            return typed.casefold() == "yes"
        options: dict[str, Callable[[], list[tuple[str, str]]]] = {
            "activity": lambda: [(key, item.name or key) for key, item in sorted(file.activities.items())],
            "asset_class": lambda: [
                (kind.key, words) for kind in pack.assets.kinds for words in (*kind.words, kind.title)
            ],
            "method": lambda: list(pack.one_by_one.methods.items()),
        }
        if field in options:
            return read_choice(typed, options[field]())
        kind = FieldKind.PERCENT if field == "share" else FieldKind.DATE
        return read_field(Field(field, "", kind, optional=True), typed, self.workspace.calendar)

    def set_for_all(self) -> None:
        """Set what is typed for all that are selected, in one edit."""
        field = str(self.setting.currentData())
        try:
            value = self._value()
        except ValueError as error:
            self.workspace.said.emit(str(error))
            return
        changes = tuple(self._change(key, field, value) for key in self._keys)
        words = f"{self.setting.currentText()} of {len(changes)} assets"
        if changes and self.workspace.try_to(Edit(label=words, changes=changes)):
            self.answer.clear()
            self.workspace.said.emit(f"{words} set. Undo takes it back.")

    def _change(self, key: str, field: str, value: JsonValue) -> Change:
        asset: Asset = self.workspace.file.assets[key]
        new = field.startswith("answers/") and field.partition("/")[2] not in asset.answers
        return Change(op="add" if new else "replace", path=f"/assets/{key}/{field}", value=value)

    def let_leave(self) -> None:
        """Let all that are selected leave service, the price divided by the values."""
        try:
            values = {}
            for row, key in enumerate(self._keys):
                item = self.table.item(row, VALUE)
                values[key] = reckon(item.text() if item is not None else "")
            day = self.workspace.calendar.read(self.day.text())
            if day is None:
                raise ValueError("Type the day on which they leave.")
            costs = reckon(self.costs.text()) if self.costs.text().strip() else Decimal(0)
            how, price = str(self.how.currentData()), reckon(self.price.text())
            edit = leave_together(self.workspace.file, values, day, how, price, costs)
        except ValueError as error:
            self.workspace.said.emit(str(error))
            return
        if self.workspace.try_to(edit):
            self.workspace.said.emit(f"{len(values)} assets leave together. Undo takes it back.")
