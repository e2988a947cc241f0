"""The years to come: what all assets take, beside the same if something were otherwise."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtWidgets import QCheckBox

from half_yard.countries.offered import FoundAmount, WhatIf
from half_yard.desktop.assets.asset_part import AssetPart
from half_yard.desktop.assets.years_chart import YearsChart
from half_yard.desktop.assets.years_table import show_years, years_table
from half_yard.desktop.parts import button, in_a_row, soft, unwrapped
from half_yard.desktop.typed_line import TypedLine, named_line
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import money_text
from half_yard.records import change
from half_yard.records.reckoning import reckon
from half_yard.records.wearing import applied

FIRST, LAST = 1900, 2200


class ProjectionView(AssetPart):
    """The years to come by activity; what could be otherwise is typed above them and changes nothing."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(
            workspace,
            "Depreciation of the years to come",
            "Full bars: as elected. Open bars: if it were otherwise, which changes nothing in the file.",
        )
        self._current = ""
        self._found: FoundAmount | None = None
        self.no_allowance = QCheckBox("")
        self.no_allowance.clicked.connect(self.refresh)
        self.expensed = self._line("expensed of it", "amount", 92)
        self.sold_in = self._line("sold in", "year", 56)
        self.wanted = self._line("Taxable income to reach", "amount", 92)
        self.wanted.returnPressed.connect(self.find_amount)
        self.look = button("Find", "Find the amount to expense that brings taxable income there")
        self.look.clicked.connect(self.find_amount)
        self.take = button("Elect it", "Expense what was found")
        self.take.clicked.connect(self.elect)
        self.take.hide()
        self.result = soft("")
        self._about = soft("")
        self._about.setWordWrap(False)
        self._expensing = unwrapped("")
        self.chart = YearsChart()
        self.table = years_table("Depreciation of the years to come", "Activity")
        self.column.addLayout(
            in_a_row(
                unwrapped("If:"), self.no_allowance, self._about, self._expensing, self.expensed,
                unwrapped("or sold in"), self.sold_in,
            )
        )  # fmt: skip
        finding = in_a_row(unwrapped("To bring taxable income to"), self.wanted, self.look, self.take)
        finding.insertWidget(4, self.result, 100)
        self.column.addLayout(finding)
        self.column.addWidget(self.chart)
        self.column.addWidget(self.table, 1)

    def _line(self, name: str, hint: str, width: int) -> TypedLine:
        line = named_line(name, hint, width)
        line.editingFinished.connect(self.refresh)
        return line

    def show_assets(self, current: str, selected: Sequence[str]) -> None:
        del selected
        if current != self._current:
            self._current = current
            for line in (self.expensed, self.sold_in):
                line.clear()
            self._forget()
        self.refresh()

    def _forget(self) -> None:
        self._found = None
        self.take.hide()
        self.result.setText("")

    def _asked(self) -> WhatIf:
        """What is typed to be otherwise. Raises ValueError."""
        expensed, sold_in = self.expensed.text().strip(), self.sold_in.text().strip()
        if sold_in and not (sold_in.isdecimal() and FIRST <= int(sold_in) <= LAST):
            raise ValueError(f"“{sold_in}” is no year.")
        return WhatIf(
            self.no_allowance.isChecked(), self._current, reckon(expensed) if expensed else None,
            int(sold_in) if sold_in else None,
        )  # fmt: skip

    def refresh(self) -> None:
        """Show the years as they are, and as they would be."""
        if not self.workspace.is_open:
            return
        pack, file = self.workspace.pack, self.workspace.file
        self._expensing.setText(self.expensing)
        self.no_allowance.setText(f"no {pack.one_by_one.allowance} this year")
        asset = file.assets.get(self._current)
        self._about.setText(f"{asset.name[:28]}:" if asset else "")
        try:
            asked = self._asked()
        except ValueError as error:
            self.workspace.said.emit(str(error))
            return
        otherwise = WhatIf(no_allowance=True) if asked == WhatIf(asset=self._current) else asked
        years_of = pack.one_by_one.projection
        scenario = pack.one_by_one.otherwise(file, otherwise)
        now, other = years_of(file), years_of(applied(file, scenario))
        named = scenario.name[:1].upper() + scenario.name[1:]
        count = max(now.years, other.years)
        years, others = ([each.total(index) for index in range(count)] for each in (now, other))
        self.chart.show_years(now.first_year, years, others)
        rows = [(file.called(key), list(amounts)) for key, amounts in sorted(now.by_activity.items())]
        change_by = [then - as_is for then, as_is in zip(others, years, strict=True)]
        show_years(
            self.table, now.first_year,
            [
                ("Together", years), (named, others), ("Difference", change_by),
                *rows,
            ],
        )  # fmt: skip

    @property
    def expensing(self) -> str:
        """What the country calls taking a part of the cost at once."""
        return self.workspace.pack.one_by_one.expensing

    def find_amount(self) -> None:
        """Find the amount to expense that brings taxable income to what is typed."""
        self._forget()
        try:
            wanted = reckon(self.wanted.text())
            if self._current not in self.workspace.file.assets:
                raise ValueError("Choose an asset first: it is the one that is expensed.")
            found = self.workspace.pack.one_by_one.expensing_for_income(
                self.workspace.file, self._current, wanted
            )
        except ValueError as error:
            self.result.setText(str(error))
            return
        self._found = found
        self.take.setVisible(found.amount > 0)
        called = self.expensing.capitalize()
        words = f"{called} of {money_text(found.amount)} brings it to {money_text(found.income)}"
        if found.income > wanted:
            words = f"Not to be reached: {words[:1].lower()}{words[1:]} at the least"
        self.result.setText(
            f"{words}. With nothing expensed {money_text(found.without)}, with all of it "
            f"{money_text(found.with_all)}."
        )

    def elect(self) -> None:
        """Expense what was found."""
        if self._found is not None:
            path, amount = f"/assets/{self._current}/expensed", format(self._found.amount, "f")
            self.workspace.try_to(change(self.expensing.capitalize(), path, amount))
            self.take.hide()
