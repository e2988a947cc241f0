"""How a delimited file is laid out: the guess, its first rows as they stand and as they will be read."""

from __future__ import annotations

from collections.abc import Mapping
from itertools import islice

from pydantic import ValidationError
from PySide6.QtCore import Signal
from PySide6.QtWidgets import (
    QCheckBox,
    QHBoxLayout,
    QTableWidgetItem,
    QWidget,
)

from half_yard.desktop.choice_box import ChoiceBox
from half_yard.desktop.parts import bare_column, button, plain_table, soft, title
from half_yard.desktop.plain_words import PlainLabel
from half_yard.desktop.roles_table import RolesTable
from half_yard.desktop.tables.headed_model import RIGHT
from half_yard.desktop.typed_line import TypedLine
from half_yard.figures.explain import exact_text
from half_yard.records.dates import Calendar
from half_yard.statements import Layout
from half_yard.statements.delimited import DELIMITERS, ROLES, read_row
from half_yard.statements.written import DateStyle
from half_yard.texts import cells_of

SHOWN = 9
DELIMITER_NAMES = {",": "comma", ";": "semicolon", "\t": "tab", "|": "bar", "^": "caret", "~": "tilde"}
ROLE_NAMES: Mapping[str, str] = {
    "": "not taken", "date": "Date", "payee": "Payee", "memo": "Memo", "amount": "Amount",
    "paid_in": "Money in", "paid_out": "Money out", "balance": "Balance", "reference": "Reference",
}  # fmt: skip
READ_COLUMNS = ("Payee", "Line", "Date", "Memo", "Amount", "Balance")
AMOUNTS = (4, 5)


class LayoutView(QWidget):
    """Signals `taken` when the file is to be read as it is laid out here, `left` when it is not."""

    taken = Signal()
    left = Signal()

    def __init__(self) -> None:
        super().__init__()
        self.layout_now = Layout()
        self._text = ""
        self._calendar = Calendar(0)
        self._title = title("", 12)
        self._problem = PlainLabel()
        self._problem.setProperty("role", "error")
        self._problem.setWordWrap(True)
        self.account = TypedLine()
        self.account.setAccessibleName("Account")
        self.account.setPlaceholderText(
            "a name or number that stays the same, so that nothing comes in twice; Enter takes the file in"
        )
        self.delimiter = self._choice(
            "Between columns", [(DELIMITER_NAMES[item], item) for item in DELIMITERS]
        )
        self.dates = self._choice("Dates", [(style.value, style) for style in DateStyle])
        self.decimals = self._choice("Decimals behind", [("a point", "."), ("a comma", ",")])
        self.heading = self._choice("Headings in", [("no line", 0)])
        self.out_positive = QCheckBox("Money out has no minus")
        self.out_positive.clicked.connect(self._changed)
        self.raw = RolesTable("The file as it stands", {key: ROLE_NAMES[key] for key in ("", *ROLES)})
        self.raw.role_chosen.connect(self._set_role)
        self.read = plain_table("As it will be read", READ_COLUMNS, AMOUNTS)
        self._take = button("Take it in", "Read the whole file as it is laid out here")
        self._take.clicked.connect(self.taken)
        self.account.returnPressed.connect(self._take.click)
        leave = button("Leave it", "Take nothing in")
        leave.clicked.connect(self.left)
        column = bare_column(self, 5)
        column.addWidget(self._title)
        column.addLayout(_row(soft("Account"), self.account))
        column.addLayout(_row(*self._labelled(), self.out_positive))
        column.addWidget(soft("The file as it stands. Above each column: what it is."))
        column.addWidget(self.raw, 3)
        column.addWidget(soft("As it will be read"))
        column.addWidget(self.read, 2)
        column.addWidget(self._problem)
        end = QHBoxLayout()
        end.addWidget(self._take)
        end.addWidget(leave)
        end.addStretch(1)
        column.addLayout(end)

    def _choice(self, name: str, options: list[tuple[str, object]]) -> ChoiceBox:
        box = ChoiceBox()
        box.setAccessibleName(name)
        for words, value in options:
            box.addItem(words, value)
        box.activated.connect(self._changed)
        return box

    def _labelled(self) -> list[QWidget]:
        parts: list[QWidget] = []
        for box in (self.delimiter, self.dates, self.decimals, self.heading):
            label = soft(box.accessibleName())
            label.setWordWrap(False)
            label.setBuddy(box)
            parts += [label, box]
        return parts

    def show_file(self, name: str, text: str, layout: Layout, account: str, calendar: Calendar) -> None:
        """Show a file and how it seems to be laid out."""
        self._title.setText(name)
        self._text, self._calendar = text, calendar
        self.layout_now = layout
        self.account.setText(account)
        self.heading.clear()
        self.heading.addItem("no line", 0)
        for line, _ in islice(cells_of(text, layout.delimiter), SHOWN):
            self.heading.addItem(f"line {line}", line)
        self.refresh()
        self.account.setFocus()
        self.account.selectAll()

    def refresh(self) -> None:
        """Show the layout as it is now."""
        layout = self.layout_now
        for box, value in (
            (self.delimiter, layout.delimiter), (self.dates, layout.dates),
            (self.decimals, layout.decimal_sign), (self.heading, layout.heading),
        ):  # fmt: skip
            box.setCurrentIndex(max(box.findData(value), 0))
        self.out_positive.setChecked(layout.out_positive)
        self._show_raw()
        problems = self._show_read()
        self._problem.setText(layout.missing or "; ".join(problems))
        self._take.setEnabled(not layout.missing)

    def _changed(self) -> None:
        self.layout_now = self.layout_now.model_copy(
            update={
                "delimiter": self.delimiter.currentData(),
                "dates": DateStyle(self.dates.currentData()),
                "decimal_sign": self.decimals.currentData(),
                "heading": self.heading.currentData(),
                "out_positive": self.out_positive.isChecked(),
            }
        )
        self.refresh()

    def _set_role(self, number: int, role: str) -> None:
        """Say what a column is; another column that was it is nothing now."""
        columns = {
            known: column
            for known, column in self.layout_now.columns.items()
            if column != number and known != role
        }
        if role:
            columns[role] = number
        self.layout_now = self.layout_now.model_copy(update={"columns": columns})
        self.refresh()

    def _show_raw(self) -> None:
        rows = list(islice(cells_of(self._text, self.layout_now.delimiter), SHOWN))
        roles = {column: role for role, column in self.layout_now.columns.items()}
        headings = sum(line <= self.layout_now.heading for line, _ in rows)
        self.raw.show_rows([cells for _, cells in rows], roles, faint=headings)

    def _show_read(self) -> list[str]:
        """Show the first rows as they will be read; returns what is wrong with any of them."""
        problems = []
        self.read.setRowCount(0)
        for line, cells in islice(cells_of(self._text, self.layout_now.delimiter), SHOWN):
            if line <= self.layout_now.heading or self.layout_now.missing:
                continue
            try:
                row, balance = read_row(line, cells, self.layout_now)
            except ValidationError:
                problems.append(f"line {line}: a text or amount in it is too long")
                continue
            except ValueError as error:
                problems.append(f"line {line}: {error}")
                continue
            self.read.insertRow(self.read.rowCount())
            texts = (
                row.payee, str(line), self._calendar.text(row.date), row.memo, exact_text(row.amount),
                "" if balance is None else exact_text(balance),
            )  # fmt: skip
            for number, text in enumerate(texts):
                item = QTableWidgetItem(text)
                if number in AMOUNTS:
                    item.setTextAlignment(RIGHT)
                self.read.setItem(self.read.rowCount() - 1, number, item)
        return problems


def _row(*widgets: QWidget) -> QHBoxLayout:
    row = QHBoxLayout()
    for widget in widgets:
        row.addWidget(widget, 1 if isinstance(widget, TypedLine) else 0)
    if not any(isinstance(widget, TypedLine) for widget in widgets):
        row.addStretch(1)
    return row
