"""The year's elections in one place, with what each changes; and the years to come under them."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal

from PySide6.QtWidgets import QHeaderView, QTableWidget, QTableWidgetItem, QVBoxLayout, QWidget

from half_yard.countries import ManyAnswers
from half_yard.desktop.fields import Field, FieldForm, FieldKind
from half_yard.desktop.parts import RIGHT, plain_table, soft, title
from half_yard.desktop.workspace import Workspace
from half_yard.desktop.years_chart import YearsChart
from half_yard.figures.explain import exact_text, money_text
from half_yard.records import ClientFile

NAME_WIDTH = 220
BOOKS_HEIGHT = 118
YEAR_WIDTH = 84
CARRIED = (
    ("/expensing_carried_in", "Section 179 carried in"),
    ("/section_1231_losses", "Section 1231 losses of the last five years"),
)


class ElectionsView(QWidget):
    """A field for each class of this year's assets, and for what is carried in."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self.form = FieldForm(workspace, 2)
        self.effect = soft("")
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        column.addWidget(title("Elections of the year", 12))
        column.addWidget(self.form)
        column.addWidget(self.effect)
        column.addStretch(1)

    def refresh(self) -> None:
        """Show the elections, and what each class would take otherwise."""
        pack, file = self._workspace.pack, self._workspace.file
        asked = pack.year_elections(file)
        fields = [
            Field(
                f"/elections/{question.key}", question.text, FieldKind.CHOICE, question.options,
                hint=question.explanation,
            )
            for question in asked
        ]  # fmt: skip
        fields += [Field(path, label, FieldKind.AMOUNT) for path, label in CARRIED]
        self.form.show_fields(fields)
        self.effect.setText(self._effects(file, asked))

    def _effects(self, file: ClientFile, asked: Sequence[ManyAnswers]) -> str:
        """What this year's depreciation would be under the answers that were not given."""
        pack = self._workspace.pack
        now = pack.projection(file).total(0)
        words = []
        for question in asked:
            chosen = file.elections.get(question.key, "")
            for key, name in (("", "as the law has it"), *question.options):
                other = pack.projection(with_election(file, question.key, key)).total(0)
                if key != chosen and other != now:
                    sign = "+" if other > now else ""
                    subject = question.text.partition(", ")[2]
                    words.append(f"{subject}, {name.lower()}: {sign}{money_text(other - now)}")
        if not words:
            return "No other answer would change this year's depreciation."
        said = "This year's depreciation would change, and that of later years back: "
        return said + "; ".join(words) + "."


def with_election(file: ClientFile, key: str, answer: str) -> ClientFile:
    """The file with another answer to an election."""
    return file.model_copy(update={"elections": {**file.elections, key: answer}})


class ProjectionView(QWidget):
    """The years to come by activity, beside the same without any special allowance of this year."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self.chart = YearsChart()
        self.table = years_table("Depreciation of the years to come", "Activity")
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(5)
        column.addWidget(title("Depreciation of the years to come", 12))
        column.addWidget(soft("Full: as elected. Open: elected out of this year's special allowance."))
        column.addWidget(self.chart)
        column.addWidget(self.table, 1)

    def refresh(self) -> None:
        """Show the years under the elections as they are, and under none of this year's allowances."""
        pack, file = self._workspace.pack, self._workspace.file
        now = pack.projection(file)
        out = {question.key: question.options[0][0] for question in pack.year_elections(file)}
        other = pack.projection(file.model_copy(update={"elections": {**file.elections, **out}}))
        count = max(now.years, other.years)
        years, others = ([each.total(index) for index in range(count)] for each in (now, other))
        self.chart.show_years(now.first_year, years, others)
        names = {key: activity.name or key for key, activity in file.activities.items()}
        rows = [(names[key], list(amounts)) for key, amounts in sorted(now.by_activity.items())]
        show_years(
            self.table, now.first_year, [*rows, ("Together", years), ("Without the allowance", others)]
        )


def years_table(name: str, heading: str) -> QTableWidget:
    """A table of years: names in the first column, a column a year behind it."""
    table = plain_table(name, ((heading, NAME_WIDTH),))
    table.horizontalHeader().setSectionResizeMode(0, QHeaderView.ResizeMode.Fixed)
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
    for row, (name, amounts) in enumerate(rows):
        table.setItem(row, 0, QTableWidgetItem(name))
        for number in range(count):
            amount = amounts[number] if number < len(amounts) else Decimal(0)
            item = QTableWidgetItem(exact_text(amount) if amount else "·")
            item.setTextAlignment(RIGHT)
            table.setItem(row, number + 1, item)


class BooksView(QWidget):
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
        known = [book for book in books if key in book.years]
        name = file.assets[key].name if key in file.assets else ""
        self._title.setText(f"{name or 'No asset'} under each book")
        first = min((book.years[key][0] for book in known), default=file.tax_year)
        show_years(self.table, first, [(book.title, book.years[key][1]) for book in known])
        sums = [sum((book.taken(each, file.tax_year) for each in book.years), Decimal(0)) for book in books]
        said = [f"{book.title} {exact_text(whole)}" for book, whole in zip(books, sums, strict=True)]
        more = [
            f"{book.title} {exact_text(whole - sums[0])}"
            for book, whole in zip(books[1:], sums[1:], strict=True)
        ]
        self.together.setText(
            f"All depreciated assets in {file.tax_year}: {'; '.join(said)}. "
            f"Difference from the regular tax: {'; '.join(more)}."
        )
