"""What was given weighed against what was got: two lengths of cloth from the same end, and the gain in
them."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal

from PySide6.QtCore import QRect, QSize, Qt
from PySide6.QtGui import QBrush, QColor, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from half_yard.countries.exchanging import Balance, Weight
from half_yard.desktop import theme
from half_yard.figures.explain import money_text

LEFT, ROW, GAP, PAD = 84, 30, 7, 6
HEIGHT = 3 * (ROW + GAP)
NARROWEST = 26
"""In pixels: what is narrower has its name in the tip and in the description alone."""


class Weighing(QWidget):
    """A row for each side, to one scale, and beneath them the gain, divided into what is taxed and what is
    deferred. Property of like kind is woven, what stands besides is dotted."""

    def __init__(self) -> None:
        super().__init__()
        self._balance = Balance((), (), None, None, None, ())
        self.setFixedHeight(HEIGHT)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)

    def sizeHint(self) -> QSize:
        return QSize(600, HEIGHT)

    def show_balance(self, balance: Balance) -> None:
        """Show both sides and what they come to."""
        self._balance = balance
        self.setAccessibleName(self._words())
        self.update()

    def _words(self) -> str:
        sides = (("Given", self._balance.given), ("Got", self._balance.got))
        words = [
            f"{side}: {', '.join(f'{each.name} {money_text(each.amount)}' for each in weights) or 'nothing'}"
            for side, weights in sides
        ]
        return ". ".join([*words, *(f"{name} {money_text(amount)}" for name, amount in self._gain())])

    def _gain(self) -> list[tuple[str, Decimal]]:
        """The parts of the gain that are known."""
        named = (("Taxed now", self._balance.recognized), ("Deferred", self._balance.deferred))
        return [(name, amount) for name, amount in named if amount is not None]

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        given, got, gain = self._balance.given, self._balance.got, self._gain()
        whole = max(_sum(given), _sum(got), sum((abs(each) for _, each in gain), Decimal(0)), Decimal(1))
        scale = (self.width() - LEFT - 2) / float(whole)
        for number, (title, weights) in enumerate((("Given", given), ("Got", got))):
            top = number * (ROW + GAP)
            self._title(painter, top, title, money_text(_sum(weights)) if weights else "nothing yet")
            left = LEFT
            for each in weights:
                wide = max(round(float(each.amount) * scale), 0)
                dye = theme.INDIGO if each.like_kind else theme.WALNUT
                words = f"{each.name} {money_text(each.amount)}"
                _piece(painter, QRect(left, top, wide, ROW), dye, words, woven=each.like_kind)
                left += wide
        self._show_gain(painter, 2 * (ROW + GAP), scale, gain)

    def _show_gain(
        self, painter: QPainter, top: int, scale: float, gain: Sequence[tuple[str, Decimal]]
    ) -> None:
        realized = self._balance.realized
        self._title(painter, top, "Gain", "" if realized is None else money_text(realized))
        if not gain:
            painter.setPen(theme.SOFT_INK)
            room = QRect(LEFT, top, self.width() - LEFT, ROW)
            painter.drawText(
                room, int(Qt.AlignmentFlag.AlignVCenter), "Type what it was worth, or what came."
            )
            return
        left = LEFT
        for (name, amount), dye in zip(gain, (theme.MADDER, theme.LICHEN), strict=True):
            wide = round(abs(float(amount)) * scale)
            words = f"{name} {money_text(amount)}"
            painter.setFont(theme.text_font(10, bold=True))
            shown = painter.fontMetrics().horizontalAdvance(words) + 2 * PAD + 6
            fits = wide >= shown
            room = QRect(left, top, wide, ROW)
            _piece(painter, room, dye, words if fits else "", woven=name == "Deferred")
            if not fits:
                # What is nothing, or too narrow for its name, has it behind itself.
                painter.setPen(dye)
                behind = QRect(left + wide + 4, top, shown, ROW)
                painter.drawText(behind, int(Qt.AlignmentFlag.AlignVCenter), words)
                left += 4 + shown
            left += wide

    @staticmethod
    def _title(painter: QPainter, top: int, title: str, amount: str) -> None:
        """The name of a row, and beneath it what it comes to."""
        painter.setFont(theme.text_font(10, bold=True))
        painter.setPen(theme.INK)
        half = ROW // 2
        place = int(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter)
        painter.drawText(QRect(0, top, LEFT - 8, half), place, title)
        painter.setFont(theme.text_font(9.5))
        painter.setPen(theme.SOFT_INK)
        painter.drawText(QRect(0, top + half, LEFT - 8, half), place, amount)


def _piece(painter: QPainter, cell: QRect, dye: QColor, words: str, *, woven: bool) -> None:
    """A piece of cloth with its name on it, as far as there is room."""
    if cell.width() <= 0:
        return
    painter.fillRect(cell, theme.INDIGO_WASH if woven else theme.BLEACHED)
    pattern = Qt.BrushStyle.BDiagPattern if woven else Qt.BrushStyle.Dense7Pattern
    painter.fillRect(cell, QBrush(dye, pattern))
    painter.setPen(QPen(dye, 1.2))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.drawRect(cell)
    painter.setFont(theme.text_font(10, bold=woven))
    metrics = painter.fontMetrics()
    inside = cell.adjusted(PAD, 5, -PAD, -5)
    if cell.width() < NARROWEST or not words:
        return
    fits = metrics.elidedText(words, Qt.TextElideMode.ElideRight, inside.width() - 6)
    ground = QRect(
        inside.left(), inside.top(), min(metrics.horizontalAdvance(fits) + 6, inside.width()), inside.height()
    )
    painter.fillRect(ground, theme.BLEACHED)
    painter.setPen(dye)
    painter.drawText(ground, int(Qt.AlignmentFlag.AlignCenter), fits)


def _sum(weights: Sequence[Weight]) -> Decimal:
    return sum((each.amount for each in weights), Decimal(0))
