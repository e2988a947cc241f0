"""A table of years: a row a name, a column a year."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal

from PySide6.QtWidgets import QTableWidget, QTableWidgetItem

from half_yard.desktop.parts import plain_table
from half_yard.desktop.tables.headed_model import RIGHT
from half_yard.figures.explain import exact_text

NAME_WIDTH, WIDEST_NAME, PADDING, YEAR_WIDTH = 200, 340, 20, 84


def years_table(name: str, heading: str) -> QTableWidget:
    """A table of years: names in the first column, a column a year behind it."""
    table = plain_table(name, (heading,))
    table.grows = None
    table.setColumnWidth(0, NAME_WIDTH)
    return table


def show_years(table: QTableWidget, first: int, rows: Sequence[tuple[str, Sequence[Decimal]]]) -> None:
    """Show what every row takes in each year, in dollars, from the first year on."""
    count = max((len(amounts) for _, amounts in rows), default=0)
    heading = table.horizontalHeaderItem(0)
    name = heading.text() if heading is not None else ""
    table.setColumnCount(count + 1)
    table.setHorizontalHeaderLabels([name, *(str(first + number) for number in range(count))])
    for number in range(1, count + 1):
        table.setColumnWidth(number, YEAR_WIDTH)
        if (heading := table.horizontalHeaderItem(number)) is not None:
            heading.setTextAlignment(RIGHT)
    table.setRowCount(len(rows))
    widest = max((table.fontMetrics().horizontalAdvance(name) for name, _ in rows), default=0)
    table.setColumnWidth(0, min(max(NAME_WIDTH, widest + PADDING), WIDEST_NAME))
    for row, (name, amounts) in enumerate(rows):
        table.setItem(row, 0, QTableWidgetItem(name))
        for number in range(count):
            amount = amounts[number] if number < len(amounts) else Decimal(0)
            item = QTableWidgetItem(exact_text(amount) if amount else "·")
            item.setTextAlignment(RIGHT)
            table.setItem(row, number + 1, item)
