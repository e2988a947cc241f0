"""Every year of an asset laid open: how each was computed, beside the same by hand; to be copied as text."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal

from PySide6.QtWidgets import QApplication, QHBoxLayout, QTableWidgetItem

from half_yard.countries.results import YearRow
from half_yard.desktop.assets.asset_part import AssetPart
from half_yard.desktop.parts import button, plain_table
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.tables.headed_model import LEFT, RIGHT
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text

COLUMNS = (
    "From which table, and what else counts", "Year", "Takes", "Of", "Rate",
    "By hand", "Beyond it", "The same by hand",
)  # fmt: skip
WORDS = {0, 7}
NUMBERS = range(1, 7)


class EveryYearView(AssetPart):
    """A row a year."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self._lines: list[str] = []
        self.table = plain_table("Every year of the asset", COLUMNS, NUMBERS)
        header = self.table.horizontalHeader()
        header.moveSection(0, len(COLUMNS) - 2)
        self.copy = button("Copy as text", "The whole computation, for a letter or the file")
        self.copy.clicked.connect(self.copy_text)
        self.column.addWidget(self.table, 1)
        line = QHBoxLayout()
        line.addWidget(self.copy)
        line.addStretch(1)
        self.column.addLayout(line)

    def show_assets(self, current: str, selected: Sequence[str]) -> None:
        del selected
        story = self.workspace.computation.stories.get(current)
        asset = self.workspace.file.assets.get(current)
        self.heading.setText(asset.name or "Not named" if asset else "")
        self.words.setText(story.summary if story else "It is not depreciated.")
        rows = story.rows if story else ()
        self._lines = [f"{self.heading.text()}: {self.words.text()}", *map(_line, rows)]
        self.copy.setEnabled(bool(rows))
        self.table.setRowCount(len(rows))
        this_year = self.workspace.file.tax_year
        for number, row in enumerate(rows):
            for column, text in enumerate(_cells(row)):
                item = QTableWidgetItem(text)
                item.setTextAlignment(LEFT if column in WORDS else RIGHT)
                item.setToolTip(plain_tip(text if column in WORDS else ""))
                font = item.font()
                font.setBold(row.year == this_year)
                item.setFont(font)
                self.table.setItem(number, column, item)
            if row.year == this_year:
                self.table.setCurrentCell(number, 0)

    def copy_text(self) -> None:
        """Put every year on the clipboard as lines of text."""
        QApplication.clipboard().setText("\n".join(self._lines) + "\n")
        self.workspace.said.emit(f"{len(self._lines) - 1} years are on the clipboard.")


def _cells(row: YearRow) -> tuple[str, ...]:
    hand = row.by_hand
    return (
        row.words, str(row.year), exact_text(row.taken.amount),
        "" if row.basis is None else exact_text(row.basis), "" if row.rate is None else _percent(row.rate),
        "" if hand is None else exact_text(hand.amount),
        "" if row.beyond_hand is None else exact_text(row.beyond_hand), "" if hand is None else hand.words,
    )  # fmt: skip


def _percent(rate: Decimal) -> str:
    """A rate in percent, with two decimal places or as many as its table prints."""
    percent = (rate * 100).quantize(Decimal("0.00001")).normalize()
    return f"{percent:.2f}%" if percent == percent.quantize(Decimal("0.01")) else f"{percent:f}%"


def _line(row: YearRow) -> str:
    """A year as one line of text."""
    parts = [f"{row.year}: {exact_text(row.taken.amount)}"]
    if row.basis is not None and row.rate is not None:
        parts.append(f"= {exact_text(row.basis)} × {_percent(row.rate)}")
    if row.words:
        parts.append(f"({row.words})")
    if row.by_hand is not None:
        parts.append(f"By hand: {row.by_hand.words} = {exact_text(row.by_hand.amount)}")
    return " ".join(parts)
