"""Totals of an activity's entries by month and by payee, of the line chosen or of all."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal

from PySide6.QtWidgets import QHBoxLayout, QTableWidget, QTableWidgetItem, QVBoxLayout, QWidget

from half_yard.countries.totals import NO_MONTH, Together, by_month, by_payee
from half_yard.desktop import theme
from half_yard.desktop.parts import plain_table, title
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.tables.headed_model import RIGHT
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text
from half_yard.records.dates import MONTHS

IN, OUT, COUNT = 1, 2, 3
AMOUNTS = (IN, OUT, COUNT)
AMOUNT_HEADINGS = ("In", "Out", "Entries")


class TotalsView(QWidget):
    """Two tables beside each other."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self.heading = title("", 12)
        self.months = _table("Totals by month", "Month")
        self.months.setColumnHidden(COUNT, True)
        self.payees = _table("Totals by payee", "Payee")
        row = QHBoxLayout()
        row.setSpacing(12)
        row.addWidget(self.months, 5)
        row.addWidget(self.payees, 7)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addWidget(self.heading)
        column.addLayout(row, 1)

    def show_lines(self, activity: str, lines: tuple[str, ...]) -> None:
        """Show the totals of an activity's entries on some lines, or on all, without what lands nowhere."""
        file, stops = self._workspace.file, self._workspace.computation.stops
        known = self._workspace.pack.ledger.lines(file.activities[activity])
        receipts = {line.key for line in known if line.receipt}
        chosen = [line for line in known if line.key in lines]
        entries = [
            (entry, entry.line in receipts)
            for key, entry in file.entries.items()
            if entry.activity == activity
            and (not lines or entry.line in lines)
            and f"/entries/{key}" not in stops
        ]
        name = f"{chosen[0].title}, line {chosen[0].number}" if chosen else "All entries"
        self.heading.setText(f"{name}: by month and by payee, in full")
        months = by_month(entries)
        rows = [
            (name, months.get(number, Together("", Decimal(0), Decimal(0), 0)))
            for number, name in enumerate(MONTHS, 1)
        ]
        if NO_MONTH in months:
            rows.append(("No date", months[NO_MONTH]))
        _fill(self.months, rows)
        _fill(self.payees, [(item.name or "No payee", item) for item in by_payee(entries)])


def _table(name: str, heading: str) -> QTableWidget:
    table = plain_table(name, (heading, *AMOUNT_HEADINGS))
    for section in AMOUNTS:
        if item := table.horizontalHeaderItem(section):
            item.setTextAlignment(RIGHT)
    return table


def _fill(table: QTableWidget, rows: Sequence[tuple[str, Together]]) -> None:
    """The rows, and their sum behind them."""
    whole = Together(
        "",
        sum((item.money_in for _, item in rows), Decimal(0)),
        sum((item.money_out for _, item in rows), Decimal(0)),
        sum(item.count for _, item in rows),
    )
    table.setColumnHidden(IN, not whole.money_in)
    table.setColumnHidden(OUT, not whole.money_out)
    table.setRowCount(len(rows) + 1)
    for number, (name, item) in enumerate([*rows, ("Sum", whole)]):
        cells = (name, _shown(item.money_in), _shown(item.money_out), str(item.count or "·"))
        for column, text in enumerate(cells):
            cell = QTableWidgetItem(text)
            cell.setToolTip(plain_tip(text))
            if column in AMOUNTS:
                cell.setTextAlignment(RIGHT)
            if number == len(rows):
                cell.setFont(theme.text_font(bold=True))
            table.setItem(number, column, cell)


def _shown(amount: Decimal) -> str:
    return exact_text(amount) if amount else "·"
