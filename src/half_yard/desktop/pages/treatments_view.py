"""One asset under each book: regular tax, minimum tax, a state."""

from __future__ import annotations

from PySide6.QtWidgets import QVBoxLayout, QWidget

from half_yard.desktop.parts import soft, title
from half_yard.desktop.workspace import Workspace
from half_yard.desktop.years_table import show_years, years_table
from half_yard.figures.explain import exact_text

BOOKS_HEIGHT = 118


class TreatmentsView(QWidget):
    """One asset under each book, year by year, and all assets of this year with the difference."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self._title = title("", 12)
        self.together = soft("")
        self.table = years_table("The asset under each book", "Book")
        self.table.setFixedHeight(BOOKS_HEIGHT)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(5)
        for part in (self._title, self.table, self.together):
            column.addWidget(part)

    def show_asset(self, key: str) -> None:
        """Show an asset's years under each book, and the totals of this year."""
        file = self._workspace.file
        books = self._workspace.pack.treatments(file)
        known = [book for book in books if key in book.rows]
        name = file.assets[key].name if key in file.assets else ""
        self._title.setText(f"{name or 'No asset'} under each book")
        first = min((book.years(key)[0] for book in known), default=file.tax_year)
        show_years(self.table, first, [(book.title, book.years(key)[1]) for book in known])
        sums = [book.total(file.tax_year) for book in books]
        said = [f"{book.title} {exact_text(whole)}" for book, whole in zip(books, sums, strict=True)]
        more = [
            f"{book.title} {exact_text(whole - sums[0])}"
            for book, whole in zip(books[1:], sums[1:], strict=True)
        ]
        self.together.setText(
            f"All depreciated assets in {file.tax_year}: {'; '.join(said)}. "
            f"Difference from the regular tax: {'; '.join(more)}."
        )
