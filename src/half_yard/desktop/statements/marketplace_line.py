"""Asking the simulated marketplace for its statements: a token, the months, and what came of it."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from half_yard.desktop.choice_box import ChoiceBox
from half_yard.desktop.parts import button, soft
from half_yard.desktop.plain_words import PlainLabel
from half_yard.desktop.typed_line import TypedLine
from half_yard.records import Statement
from half_yard.records.dates import MONTHS
from half_yard.standins import Marketplace, ServiceError
from half_yard.standins.marketplace import NAME, TOKENS
from half_yard.statements import UnreadableError
from half_yard.statements.marketplace import read_marketplace

ALL = 0


class MarketplaceLine(QWidget):
    """Signals `fetched` with the statements that came, `left` when none are wanted."""

    fetched = Signal(object)
    left = Signal()

    def __init__(self) -> None:
        super().__init__()
        self._year = 0
        self.token = TypedLine()
        self.token.setAccessibleName("Token of the marketplace")
        self.token.setPlaceholderText("the client's token")
        self.token.returnPressed.connect(self.fetch)
        self.month = ChoiceBox()
        self.month.setAccessibleName("Month")
        self.month.addItem("the whole year", ALL)
        for number, name in enumerate(MONTHS, 1):
            self.month.addItem(name, number)
        ask = button("Fetch")
        ask.clicked.connect(self.fetch)
        leave = button("Leave it")
        leave.clicked.connect(self.left)
        self._said = PlainLabel()
        self._said.setProperty("role", "error")
        self._said.setWordWrap(True)
        row = QHBoxLayout()
        row.addWidget(PlainLabel(NAME))
        for part in (self.token, self.month, ask, leave):
            row.addWidget(part, 1 if part is self.token else 0)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 4, 0, 4)
        column.setSpacing(3)
        column.addLayout(row)
        known = "; ".join(f"{token} {what}" for token, what in TOKENS.items())
        column.addWidget(
            soft(f"A stand-in that ships with the program, without a network. Its tokens: {known}.")
        )
        column.addWidget(self._said)
        self.hide()

    def open(self, year: int) -> None:
        """Show the line for a tax year."""
        self._year = year
        self._said.setText("")
        self.show()
        self.token.setFocus()

    def fetch(self) -> None:
        """Ask for the months that are chosen; all of them come, or none."""
        month = self.month.currentData()
        months = range(1, 13) if month == ALL else (month,)
        try:
            service = Marketplace(self.token.text())
            statements: list[Statement] = [
                read_marketplace(service.fetch(self._year, each)) for each in months
            ]
        except (ServiceError, UnreadableError) as error:
            self._said.setText(str(error))
            return
        self.hide()
        self.fetched.emit(statements)
