"""The years ahead of the file and of each fitting, and all of it in today's money by a rate that is typed."""

from __future__ import annotations

from collections.abc import Callable
from decimal import Decimal

from PySide6.QtWidgets import QWidget

from half_yard.countries import Computation
from half_yard.countries.years_ahead import SHOWN, Ahead, years_ahead
from half_yard.desktop.parts import bare_column, in_a_row, plain_table, show_cells, soft, title, unwrapped
from half_yard.desktop.side_by_side.beside_view import headings
from half_yard.desktop.strip_page import StripPart
from half_yard.desktop.typed_line import named_line
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text, money_text
from half_yard.records.amounts import HUNDRED
from half_yard.records.reckoning import reckon_percent

ABOUT = (
    "What assets still take in years to come is taxed then at the rate that is typed, and discounted to "
    "today; what is carried on stands beside it and is in no sum."
)


class YearsAheadView(StripPart):
    """Rows are the years, columns the file and its fittings."""

    def __init__(self, workspace: Workspace, columns: Callable[[], list[tuple[str, Computation]]]) -> None:
        super().__init__(workspace)
        self._columns = columns
        self.taxed_at = named_line("Taxed at, percent", "30", 64)
        self.rate = named_line("Discounted at, percent a year", "4", 64)
        for line, usual in ((self.taxed_at, "30"), (self.rate, "4")):
            line.setText(usual)
            line.editingFinished.connect(self.refresh)
        self._said = soft(ABOUT)
        self.table = plain_table("The years ahead", ("",), grows=(0,))
        column = bare_column(self, 6)
        column.addWidget(title("The years ahead", 12))
        column.addLayout(
            in_a_row(
                unwrapped("Later years are taxed at"), self.taxed_at, unwrapped("percent, discounted at"),
                self.rate, unwrapped("percent a year"),
            )
        )  # fmt: skip
        column.addWidget(self.table, 1)
        column.addWidget(self._said)

    @property
    def begins_at(self) -> QWidget:
        """The years."""
        return self.table

    def refresh(self) -> None:
        """Show the years as they are now."""
        try:
            taxed, rate = (reckon_percent(line.text()) / HUNDRED for line in (self.taxed_at, self.rate))
        except ValueError as error:
            self._said.setText(str(error))
            return
        self._said.setText(ABOUT)
        columns = self._columns()
        made = years_ahead([each for _, each in columns], self._workspace.pack)
        names = [name for name, _ in columns]
        self.table.setColumnCount(len(names) + 1)
        self.table.setHorizontalHeaderLabels(["", *headings(names)])
        right = range(1, len(names) + 1)
        show_cells(self.table, self._rows(made, taxed, rate), right)
        self.table.fit_columns()

    def _rows(self, made: list[Ahead], taxed: Decimal, rate: Decimal) -> list[list[str]]:
        year = self._workspace.file.tax_year
        rows = [
            [f"{year}: refund, or below zero to pay", *(money_text(each.result) for each in made)],
            [f"{year}: depreciation", *(exact_text(each.this_year) for each in made)],
        ]
        rows += [
            [f"{year + 1 + number}: depreciation", *(exact_text(each.shown[number]) for each in made)]
            for number in range(SHOWN)
        ]
        rows += [
            ["The rest", *(exact_text(each.rest) for each in made)],
            [f"Carried to {year + 1}", *(exact_text(each.carried) for each in made)],
            ["In all, in today's money", *(exact_text(each.in_all(taxed, rate)) for each in made)],
        ]
        return rows
