"""One asset under each book: regular tax, minimum tax, a state."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.desktop.assets.asset_part import AssetPart
from half_yard.desktop.assets.years_table import show_years, years_table
from half_yard.desktop.workspace import Workspace

BOOKS_HEIGHT, YEARS_SHOWN = 118, 12


class TreatmentsView(AssetPart):
    """One asset under each book, year by year, and all assets of this year with the difference."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self.table = years_table("The asset under each book", "Book")
        self.table.setFixedHeight(BOOKS_HEIGHT)
        self.totals = years_table("All assets under each book", "Book, all assets")
        self.column.addWidget(self.table)
        self.column.addWidget(self.totals, 1)

    def show_assets(self, current: str, selected: Sequence[str]) -> None:
        del selected
        key, file = current, self.workspace.file
        books = self.workspace.pack.one_by_one.treatments(file)
        known = [book for book in books if key in book.rows]
        name = file.assets[key].name if key in file.assets else ""
        self.heading.setText(f"{name or 'No asset'} under each book")
        first = min((book.years(key)[0] for book in known), default=file.tax_year)
        show_years(self.table, first, [(book.title, book.years(key)[1]) for book in known])
        years = range(file.tax_year, file.tax_year + YEARS_SHOWN)
        totals = {book.title: [book.total(year) for year in years] for book in books}
        regular = totals[books[0].title]
        beyond = {
            f"{title} less {books[0].title.lower()}": [
                amount - usual for amount, usual in zip(amounts, regular, strict=True)
            ]
            for title, amounts in totals.items()
            if title != books[0].title
        }
        show_years(self.totals, file.tax_year, [*totals.items(), *beyond.items()])
        self.words.setText("Above: the asset, every year of its life. Below: all depreciated assets.")
