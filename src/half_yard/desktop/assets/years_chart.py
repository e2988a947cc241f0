"""The years to come as a chart: a bar a year, and beside it the same year under another election."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from half_yard.desktop import theme
from half_yard.figures.explain import money_text

HEIGHT, TOP, BOTTOM, LEFT = 112, 18, 20, 8


class YearsChart(QWidget):
    """Full bars are the years as they are; open ones beside them the years under the other election."""

    def __init__(self) -> None:
        super().__init__()
        self.setFixedHeight(HEIGHT)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self._first, self._years, self._others = 0, [Decimal(0)], [Decimal(0)]

    def show_years(self, first: int, years: Sequence[Decimal], others: Sequence[Decimal]) -> None:
        """Show amounts in dollars from the first year on."""
        self._first, self._years, self._others = first, list(years), list(others)
        words = ", ".join(
            f"{first + number} {money_text(amount)}" for number, amount in enumerate(years[:12])
        )
        self.setAccessibleName(f"Depreciation of the years to come: {words}")
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        most = max([*self._years, *self._others, Decimal(1)])
        count = max(len(self._years), len(self._others), 1)
        step = (self.width() - 2 * LEFT) / count
        whole = self.height() - TOP - BOTTOM
        painter.setFont(theme.text_font(8.5))
        for number in range(count):
            x = LEFT + number * step
            for amounts, full in ((self._years, True), (self._others, False)):
                amount = amounts[number] if number < len(amounts) else Decimal(0)
                height = float(amount / most) * whole
                width = max(min(step * 0.36, 22), 2)
                bar = QRectF(x + (0 if full else width + 1), self.height() - BOTTOM - height, width, height)
                painter.setPen(QPen(theme.INDIGO, 1))
                painter.setBrush(theme.INDIGO if full else theme.INDIGO_WASH)
                painter.drawRect(bar)
            if step > 26 or number % 5 == 0:
                painter.setPen(theme.SOFT_INK)
                place = QRectF(x - 4, self.height() - BOTTOM + 2, max(step, 34), BOTTOM)
                painter.drawText(place, int(Qt.AlignmentFlag.AlignLeft), str(self._first + number))
        painter.setPen(QPen(theme.WALNUT, 1))
        painter.drawLine(0, self.height() - BOTTOM, self.width(), self.height() - BOTTOM)
        painter.setPen(theme.SOFT_INK)
        painter.drawText(LEFT, TOP - 5, f"at the most {money_text(most)} a year")
