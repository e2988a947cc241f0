"""The width of cloth: a thing drawn to its measure, divided into its uses."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal

from PySide6.QtCore import QRect, QSize, Qt
from PySide6.QtGui import QBrush, QColor, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from half_yard.desktop import theme

HEIGHT, CLOTH, ABOVE = 58, 26, 16
DYES = (theme.INDIGO, theme.LICHEN, theme.WALNUT, theme.MADDER)
MARKS, BETWEEN = 10, 14
"""The selvedge has a mark for each tenth of the whole; names stand so many pixels apart."""


@dataclass(frozen=True, slots=True)
class Piece:
    """A part of the cloth: whose it is, how much in percent; `bare` that it is nobody's business."""

    name: str
    percent: Decimal
    bare: bool = False


class Cloth(QWidget):
    """The pieces beside each other, to their measure, each named beneath."""

    def __init__(self) -> None:
        super().__init__()
        self._pieces: tuple[Piece, ...] = ()
        self.setFixedHeight(HEIGHT)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)

    def sizeHint(self) -> QSize:
        return QSize(600, HEIGHT)

    def show_pieces(self, pieces: Sequence[Piece]) -> None:
        """Show these pieces; they are the whole."""
        if tuple(pieces) == self._pieces:
            return
        self._pieces = tuple(pieces)
        words = ", ".join(f"{piece.name} {shown(piece.percent)}" for piece in pieces)
        self.setAccessibleName(f"Divided into: {words}" if pieces else "Not divided yet")
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        width = self.width() - 2
        left = named_to = 1
        whole = sum((piece.percent for piece in self._pieces), Decimal(0)) or Decimal(1)
        for number, piece in enumerate(self._pieces):
            wide = round(width * float(piece.percent / whole))
            cell = QRect(left, ABOVE, wide, CLOTH)
            dye = theme.STITCH if piece.bare else DYES[number % len(DYES)]
            self._weave(painter, cell, dye, number, bare=piece.bare)
            named_to = self._name(painter, max(left, named_to), cell, piece, dye)
            left += wide
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.setPen(QPen(theme.WALNUT, 1))
        painter.drawRect(QRect(1, ABOVE, width, CLOTH))
        for mark in range(MARKS + 1):
            x = 1 + width * mark // MARKS
            painter.drawLine(x, ABOVE - (7 if mark % 5 == 0 else 4), x, ABOVE)

    @staticmethod
    def _weave(painter: QPainter, cell: QRect, dye: QColor, number: int, *, bare: bool) -> None:
        """The piece itself; what is nobody's business is dotted, the others are woven this way and that."""
        painter.fillRect(cell, theme.BLEACHED if bare else theme.INDIGO_WASH)
        woven = Qt.BrushStyle.FDiagPattern if number % 2 else Qt.BrushStyle.BDiagPattern
        painter.fillRect(cell, QBrush(dye, Qt.BrushStyle.Dense7Pattern if bare else woven))
        painter.setPen(QPen(dye, 1.4))
        painter.drawLine(cell.right(), cell.top(), cell.right(), cell.bottom())

    def _name(self, painter: QPainter, left: int, cell: QRect, piece: Piece, dye: QColor) -> int:
        """The name beneath, behind the one before it; returns where the next may begin."""
        painter.setFont(theme.text_font(9.5, bold=not piece.bare))
        painter.setPen(theme.SOFT_INK if piece.bare else dye)
        words = f"{piece.name} {shown(piece.percent)}"
        metrics = painter.fontMetrics()
        room = QRect(
            left + 2, cell.bottom() + 1, min(metrics.horizontalAdvance(words) + 2, self.width() - left), 16
        )
        fits = metrics.elidedText(words, Qt.TextElideMode.ElideRight, room.width())
        painter.drawText(room, int(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignTop), fits)
        return room.right() + BETWEEN


def shown(percent: Decimal) -> str:
    """A percentage for reading, to a hundredth."""
    return f"{format(round(percent, 2).normalize(), 'f')}%"
