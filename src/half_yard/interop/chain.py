"""The chain of a return as a picture: from the activities to the result, a knot for each stop."""

from __future__ import annotations

from collections.abc import Sequence

from reportlab.lib.colors import HexColor
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.platypus import Flowable

from half_yard.interop.paper import INK, SOFT, STRONG_TEXT, TEXT

IN_A_ROW = 4
ROW_HEIGHT, KNOT = 58, 3.2
THREAD = "#2c3a6b"

Stop = tuple[str, str, str]
"""A label, where it stands, and an amount, all in words."""


class Chain(Flowable):
    """The stops on a thread, so many in a row; the last one, the result, is strong."""

    def __init__(self, stops: Sequence[Stop]) -> None:
        super().__init__()
        self._stops = stops

    def wrap(self, *room: float) -> tuple[float, float]:
        """As wide as the page, a row for every few stops."""
        self.width = room[0]
        rows = -(-len(self._stops) // IN_A_ROW)
        return room[0], rows * ROW_HEIGHT + 6

    def draw(self) -> None:
        """Draw the thread of each row, its knots, and what stands there."""
        step = self.width / IN_A_ROW
        _, height = self.wrap(self.width)
        for number, (label, _, amount) in enumerate(self._stops):
            row, column = divmod(number, IN_A_ROW)
            x, y = column * step + 4, height - row * ROW_HEIGHT - 14
            is_last = number == len(self._stops) - 1
            self.canv.setStrokeColor(HexColor(THREAD))
            self.canv.setFillColor(HexColor(THREAD))
            self.canv.setLineWidth(1)
            if not is_last:
                self.canv.setDash(4, 2)
                self.canv.line(x, y, x + step - 4 if column == IN_A_ROW - 1 else x + step, y)
                self.canv.setDash()
            self.canv.circle(x, y, KNOT + is_last, stroke=0, fill=1)
            self._say(x - 3, y - 17, label, TEXT, 8.5, SOFT, step - 6)
            self._say(x - 3, y - 31, amount, STRONG_TEXT, 13 if is_last else 11, INK, step - 6)

    def _say(self, x: float, y: float, words: str, face: str, size: float, ink: str, room: float) -> None:
        """Write words no wider than there is room: smaller where they are."""
        width = stringWidth(words, face, size)
        fitting = size if width <= room else size * room / width
        self.canv.setFillColor(HexColor(ink))
        self.canv.setFont(face, fitting)
        self.canv.drawString(x, y, words)
