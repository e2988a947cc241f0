"""The methods that the law leaves for a thing, side by side: what each deducts and what the result would
be."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtGui import QHideEvent
from PySide6.QtWidgets import QGridLayout, QPushButton, QWidget

from half_yard.countries.methods_beside import MethodBeside, beside
from half_yard.countries.shared_use import Method
from half_yard.desktop import theme
from half_yard.desktop.at_rest import at_rest
from half_yard.desktop.parts import button, title, unwrapped
from half_yard.desktop.plain_words import PlainLabel, plain_tip
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import money_text

HEADINGS = ("Method", "Deducted", "5 years", "Result", "Carried", "Lost", "At a sale", "")
TIPS = {
    "5 years": "Deducted in five years, at this year's miles and costs",
    "Carried": "Carried to next year",
    "Lost": "Above the income and not carried to another year",
    "At a sale": "What has taken the basis down with it up to now: a sale gives it back",
}
OVER_YEARS, LOST = 2, 5
"""The columns that only vehicles and only homes have."""
NOT_YET = "…"


@dataclass(eq=False)
class _Row:
    """A method on screen: its cells, and its button where it is not chosen."""

    method: Method
    cells: Sequence[PlainLabel]
    choose: QPushButton | None


class MethodsView(QWidget):
    """A row for each method, the chosen one said in words. Hidden where there is nothing to choose.

    The chosen method stands at once; each other one is a computation of its own, made when typing rests. What
    stands in a column keeps the room that it once had, so that nothing moves while it waits, or with a digit.
    """

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(0, 0, 0, 0)
        self._grid.setHorizontalSpacing(14)
        self._grid.setVerticalSpacing(2)
        self._grid.setColumnStretch(0, 1)
        self._thing = ""
        self._choices: Sequence[Sequence[Method]] = ()
        self._rows: list[_Row] = []
        self._rest = at_rest(self, self.reckon)

    @property
    def buttons(self) -> list[QPushButton]:
        """Those that choose a method."""
        return [row.choose for row in self._rows if row.choose is not None]

    def show_thing(self, thing: str) -> None:
        """Show the methods of a thing as they are now."""
        workspace = self._workspace
        choices = workspace.pack.shared.methods(workspace.file, thing) if thing else ()
        if (thing, _shape(choices)) != (self._thing, _shape(self._choices)):
            self._lay_out(choices)
        self._thing, self._choices = thing, choices
        for row, method in zip(self._rows, (each for choice in choices for each in choice), strict=True):
            row.method = method
            self._fill(row, self._reckoned(method) if method.chosen else None)
        if any(not row.method.chosen for row in self._rows):
            self._rest.start()
        else:
            self._rest.stop()

    def hideEvent(self, event: QHideEvent) -> None:
        """What is not seen is not worked out: it is shown anew when it is seen again."""
        self._rest.stop()
        super().hideEvent(event)

    def reckon(self) -> None:
        """Work out the methods that are not chosen, each as if it were."""
        self._rest.stop()
        for row in self._rows:
            if not row.method.chosen:
                self._fill(row, self._reckoned(row.method))

    def _reckoned(self, method: Method) -> MethodBeside:
        workspace = self._workspace
        return beside(workspace.computation, workspace.pack, self._thing, method, workspace.compute_if)

    # -- the rows ------------------------------------------------------------------------------------

    def _lay_out(self, choices: Sequence[Sequence[Method]]) -> None:
        focused = [each.hasFocus() for each in self.buttons]
        self._rows = []
        while item := self._grid.takeAt(0):
            if widget := item.widget():
                widget.hide()
                widget.deleteLater()
        for column in range(len(HEADINGS)):
            self._grid.setColumnMinimumWidth(column, 0)
        line = 0
        for choice in choices:
            there = {OVER_YEARS: any(each.years for each in choice), LOST: any(each.lost for each in choice)}
            columns = [n for n in range(len(HEADINGS)) if there.get(n, True)]
            for column in columns:
                label = unwrapped(HEADINGS[column]) if column else title("Side by side", 11)
                label.setToolTip(plain_tip(TIPS.get(HEADINGS[column], "")))
                self._grid.addWidget(label, line, column, _side(column))
            for method in choice:
                line += 1
                self._rows.append(self._row(method, line, columns))
            line += 1
        self.setVisible(bool(choices))
        if any(focused) and (buttons := self.buttons):
            buttons[min(focused.index(True), len(buttons) - 1)].setFocus()

    def _row(self, method: Method, line: int, columns: Sequence[int]) -> _Row:
        cells = []
        for column in range(len(HEADINGS) - 1):
            label = PlainLabel("")
            label.setFont(theme.text_font(bold=method.chosen))
            cells.append(label)
            if column in columns:
                self._grid.addWidget(label, line, column, _side(column))
        if method.chosen:
            self._grid.addWidget(unwrapped("chosen"), line, len(cells))
            return _Row(method, cells, None)
        choose = button("Choose", method.barred or f"Choose: {method.title}")
        choose.setEnabled(not method.barred)
        self._grid.addWidget(choose, line, len(cells))
        row = _Row(method, cells, choose)
        choose.clicked.connect(partial(self._choose, row))
        return row

    def _choose(self, row: _Row, _checked: bool = False) -> None:
        self._workspace.try_to(row.method.edit)

    def _fill(self, row: _Row, each: MethodBeside | None) -> None:
        texts = _texts(each) if each is not None else [row.method.title, *[NOT_YET] * (len(row.cells) - 1)]
        for column, (cell, text) in enumerate(zip(row.cells, texts, strict=True)):
            if cell.text() != text:
                if column and self._grid.indexOf(cell) >= 0:
                    room = max(self._grid.columnMinimumWidth(column), cell.sizeHint().width())
                    self._grid.setColumnMinimumWidth(column, room)
                cell.setText(text)
        if row.choose is not None:
            _, deducted, _, result, *_ = texts
            row.choose.setAccessibleName(f"Choose {row.method.title}, {deducted} deducted, {result}")

    def choose_other(self) -> None:
        """Choose the first method that may be chosen and is not."""
        for each in self.buttons:
            if each.isEnabled():
                each.click()
                return


def _shape(choices: Sequence[Sequence[Method]]) -> list[list[tuple[str, bool, str]]]:
    """What of methods is laid out: their titles, which is chosen, why one may not be."""
    return [[(method.title, method.chosen, method.barred) for method in choice] for choice in choices]


def _texts(each: MethodBeside) -> list[str]:
    gets = "refund" if each.result >= 0 else "to pay"
    return [
        each.method.title,
        "" if each.deduction is None else money_text(each.deduction.amount),
        "" if each.years is None else f"{each.years.amount:,.0f}",
        f"{gets} {money_text(abs(each.result))}",
        money_text(each.carried) if each.carried else "nothing",
        money_text(each.lost.amount) if each.lost is not None and each.lost.amount else "nothing",
        money_text(each.given_back) if each.given_back else "nothing",
    ]


def _side(column: int) -> Qt.AlignmentFlag:
    across = Qt.AlignmentFlag.AlignRight if 0 < column < len(HEADINGS) - 1 else Qt.AlignmentFlag.AlignLeft
    return across | Qt.AlignmentFlag.AlignVCenter
