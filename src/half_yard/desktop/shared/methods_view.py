"""The methods that the law leaves for a thing, side by side: what each deducts and what the result would
be."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QGridLayout, QPushButton, QWidget

from half_yard.countries.methods_beside import MethodBeside, methods_beside
from half_yard.desktop import theme
from half_yard.desktop.parts import button, soft, title
from half_yard.desktop.plain_words import PlainLabel
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import money_text

HEADINGS = ("Method", "Deducted", "In five years", "Result", "Carried on", "Back at a sale", "")
OVER_YEARS = 2
"""The column that only vehicles have."""


class MethodsView(QWidget):
    """A row for each method, the chosen one said in words. Hidden where there is nothing to choose."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(0, 0, 0, 0)
        self._grid.setHorizontalSpacing(14)
        self._grid.setVerticalSpacing(2)
        self._grid.setColumnStretch(0, 1)
        self._choices: Sequence[Sequence[MethodBeside]] = ()
        self.buttons: list[QPushButton] = []

    def show_thing(self, thing: str) -> None:
        """Show the methods of a thing as they are now."""
        found: Sequence[Sequence[MethodBeside]] = ()
        if thing:
            computation, pack = self._workspace.computation, self._workspace.pack
            found = methods_beside(computation, pack, thing, self._workspace.compute_if)
        if found == self._choices:
            return
        focused = [each.hasFocus() for each in self.buttons]
        self._choices = found
        self._empty()
        row = 0
        for choice in found:
            row = self._choice(choice, row)
        self.setVisible(bool(found))
        if any(focused) and self.buttons:
            self.buttons[min(focused.index(True), len(self.buttons) - 1)].setFocus()

    def _empty(self) -> None:
        self.buttons.clear()
        while item := self._grid.takeAt(0):
            if widget := item.widget():
                widget.hide()
                widget.deleteLater()

    def _choice(self, choice: Sequence[MethodBeside], row: int) -> int:
        over_years = any(each.years is not None for each in choice)
        for column, heading in enumerate(HEADINGS):
            if column == OVER_YEARS and not over_years:
                continue
            label = title("Side by side", 11) if not column else soft(heading)
            self._grid.addWidget(label, row, column, _side(column))
        for each in choice:
            row += 1
            self._method(each, row)
        return row + 1

    def _method(self, each: MethodBeside, row: int) -> None:
        gets = "refund" if each.result >= 0 else "to pay"
        cells = (
            each.method.title,
            "" if each.deduction is None else money_text(each.deduction.amount),
            "" if each.years is None else f"{each.years.amount:,.0f}",
            f"{gets} {money_text(abs(each.result))}",
            money_text(each.carried) if each.carried else "nothing",
            money_text(each.given_back) if each.given_back else "nothing",
        )
        for column, text in enumerate(cells):
            label = PlainLabel(text)
            label.setFont(theme.text_font(bold=each.method.chosen))
            self._grid.addWidget(label, row, column, _side(column))
        if each.method.chosen:
            self._grid.addWidget(soft("chosen"), row, len(cells))
            return
        choose = button("Choose", each.method.barred or f"Choose: {each.method.title}")
        choose.setAccessibleName(f"Choose {each.method.title}, {cells[1]} deducted, {cells[3]}")
        choose.setEnabled(not each.method.barred)
        choose.clicked.connect(lambda _checked=False, each=each: self._workspace.try_to(each.method.edit))
        self._grid.addWidget(choose, row, len(cells))
        self.buttons.append(choose)

    def choose_other(self) -> None:
        """Choose the first method that may be chosen and is not."""
        for each in self.buttons:
            if each.isEnabled():
                each.click()
                return


def _side(column: int) -> Qt.AlignmentFlag:
    across = Qt.AlignmentFlag.AlignRight if column in {1, 2, 3, 4, 5} else Qt.AlignmentFlag.AlignLeft
    return across | Qt.AlignmentFlag.AlignVCenter
