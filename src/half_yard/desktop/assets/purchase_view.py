"""A property that was bought: from one settlement statement its building, its land, and what the loan
cost."""

from __future__ import annotations

import datetime
from collections.abc import Sequence
from decimal import Decimal

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QGridLayout, QWidget

from half_yard.countries.offered import Purchase
from half_yard.desktop.assets.asset_part import AssetPart
from half_yard.desktop.choice_box import ChoiceBox
from half_yard.desktop.parts import button, in_a_row, soft, unwrapped
from half_yard.desktop.search_completer import SearchCompleter
from half_yard.desktop.typed_line import TypedLine
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text
from half_yard.records import Asset
from half_yard.records.amounts import HUNDRED
from half_yard.records.choices import Option
from half_yard.records.reckoning import reckon
from half_yard.standins.assessment_roll import find_parcels

WORDS = (
    "Price and the costs that are added are divided as building and land are assessed; percentages do as "
    "well. What the loan cost is written off over it. What is paid ahead belongs to the books."
)
LINES = (
    ("name", "What it is called", "the address"), ("day", "Ready to be used or let", "month/day/year"),
    ("price", "Price", ""),
    ("added", "Costs that are added", "title, recording, survey, legal, transfer tax"),
    ("roll", "Find on the assessment roll", "words of the address, or the parcel"),
    ("building", "Building assessed at", "an amount, or percent such as 85%"),
    ("land", "Land assessed at", "an amount, or percent such as 15%"),
    ("loan_costs", "What the loan cost", "points, appraisal for the lender"),
    ("loan_months", "Months of the loan", "such as 360"),
)  # fmt: skip


class PurchaseView(AssetPart):
    """Nothing of it is in the file until it is added. Signals `left` when it is done or called off."""

    left = Signal()

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace, "A property that was bought", WORDS)
        self.activity, self.kind = ChoiceBox(), ChoiceBox()
        self.lines = {name: TypedLine() for name, _, _ in LINES}
        grid = QGridLayout()
        grid.setHorizontalSpacing(10)
        grid.setVerticalSpacing(3)
        places: list[tuple[str, QWidget]] = [("For which activity", self.activity), ("Building", self.kind)]
        self.parcel = soft("")
        for name, label, hint in LINES:
            line = self.lines[name]
            line.setPlaceholderText(hint)
            line.editingFinished.connect(self.preview)
            places.append((label, line))
            if name == "roll":
                places.append(("Found", self.parcel))
        for number, (label, widget) in enumerate(places):
            widget.setAccessibleName(label)
            row, column = divmod(number, 2)
            grid.addWidget(unwrapped(label), row, 2 * column)
            grid.addWidget(widget, row, 2 * column + 1)
            grid.setColumnStretch(2 * column + 1, 1)
        roll = self.lines["roll"]
        roll.setCompleter(SearchCompleter(_parcels, roll))
        roll.editingFinished.connect(self._take_parcel)
        self.result = soft("")
        self.add = button("Add them", "Add building, land and loan costs in one edit")
        self.add.clicked.connect(self.add_assets)
        leave = button("Leave it", "Add nothing")
        leave.clicked.connect(self.left)
        self.column.addLayout(grid)
        self.column.addWidget(self.result)
        self.column.addLayout(in_a_row(self.add, leave))
        self.column.addStretch(1)

    def show_assets(self, current: str, selected: Sequence[str]) -> None:
        del current, selected
        file, chosen = self.workspace.file, self.activity.currentData()
        self.activity.clear()
        for key, item in sorted(file.activities.items()):
            self.activity.addItem(item.name or key, key)
        self.activity.setCurrentIndex(max(self.activity.findData(chosen or self.workspace.activity), 0))
        if not self.kind.count():
            for key, words in self.workspace.pack.one_by_one.buildings.items():
                self.kind.addItem(words, key)
        self.preview()

    def start(self) -> None:
        """Begin anew, the cursor where typing begins."""
        for line in self.lines.values():
            line.clear()
        self.activity.setCurrentIndex(max(self.activity.findData(self.workspace.activity), 0))
        self.preview()
        self.lines["name"].setFocus()

    def _take_parcel(self) -> None:
        """Take what building and land are assessed at from the parcel that is named."""
        typed = self.lines["roll"].text().strip()
        found = find_parcels(typed) if typed else []
        exact = [parcel for parcel in found if parcel.title == typed] or list(found)
        self.parcel.setText(exact[0].title if len(exact) == 1 else f"{len(exact)} parcels" if typed else "")
        if len(exact) == 1:
            parcel = exact[0]
            self.lines["building"].setText(format(parcel.building, "f"))
            self.lines["land"].setText(format(parcel.land, "f"))
            if not self.lines["name"].text():
                self.lines["name"].setText(parcel.address.partition(",")[0])
            self.preview()

    def _amount(self, name: str) -> Decimal:
        text = self.lines[name].text().strip()
        return reckon(text) if text else Decimal(0)

    def _assessed(self) -> tuple[Decimal | None, Decimal | None]:
        """What building and land are assessed at; the percentage of one alone leaves the rest to the
        other."""
        typed = [self.lines[name].text().strip() for name in ("building", "land")]
        building, land = (reckon(text.removesuffix("%")) if text else None for text in typed)
        if land is None and building is not None and typed[0].endswith("%"):
            land = HUNDRED - building
        elif building is None and land is not None and typed[1].endswith("%"):
            building = HUNDRED - land
        return building, land

    def _purchase(self) -> Purchase:
        """What is typed. Raises ValueError, which says what is wrong."""
        months = self.lines["loan_months"].text().strip()
        if months and not months.isdecimal():
            raise ValueError(f"“{months}” is no count of months.")
        day: datetime.date | None = self.workspace.calendar.read(self.lines["day"].text())
        return Purchase(
            str(self.activity.currentData() or ""), self.lines["name"].text().strip() or "Property",
            str(self.kind.currentData()), day, self._amount("price"), self._amount("added"),
            *self._assessed(), self._amount("loan_costs"),
            int(months) if months else None,
        )  # fmt: skip

    def preview(self) -> None:
        """Say what would be added, or what is still missing."""
        if not self.workspace.is_open:
            return
        try:
            edit, _ = self.workspace.pack.one_by_one.purchase(self.workspace.file, self._purchase())
        except ValueError as error:
            self.result.setText(str(error))
            self.add.setEnabled(False)
            return
        made = [Asset.model_validate(change.value) for change in edit.changes]
        self.result.setText("\n".join(map(_said, made)))
        self.add.setEnabled(True)

    def add_assets(self) -> None:
        """Add the assets, and go to the building."""
        try:
            edit, building = self.workspace.pack.one_by_one.purchase(self.workspace.file, self._purchase())
        except ValueError as error:
            self.workspace.said.emit(str(error))
            return
        if self.workspace.try_to(edit):
            self.left.emit()
            self.workspace.go_to(f"/assets/{building}")


def _said(asset: Asset) -> str:
    """An asset that would be added, with the arithmetic of its cost."""
    how = f" = {asset.reckoning}" if asset.reckoning else ""
    return f"{asset.name}: {exact_text(asset.cost)}{how}"


def _parcels(typed: str) -> list[Option]:
    return [("", parcel.title) for parcel in find_parcels(typed)]
