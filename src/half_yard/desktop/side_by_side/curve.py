"""A curve that is walked along by keyboard: each point is said, with how much the line moves there."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import QPointF, Qt, Signal
from PySide6.QtGui import QFocusEvent, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen, QPolygonF
from PySide6.QtWidgets import QSizePolicy, QWidget

from half_yard.countries.sweeping import Input, Jump, Point
from half_yard.desktop import theme
from half_yard.interop.curve import BOTTOM, LEFT, RIGHT, TOP, Plot, plot_of

FAR, HALF_TICK = 10, 45
"""So many points are stepped over by Page Up and Page Down."""


class Curve(QWidget):
    """Signals `reached` with the number of the point under the cursor."""

    reached = Signal(int)

    def __init__(self) -> None:
        super().__init__()
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setMinimumHeight(160)
        self.setAccessibleName("The curve: nothing is worked out yet")
        self._points: Sequence[Point] = ()
        self._jumps: Sequence[Jump] = ()
        self._input: Input | None = None
        self.at = 0

    def show_points(self, points: Sequence[Point], jumps: Sequence[Jump], moved: Input) -> None:
        """Show a curve, the cursor on its first point."""
        self._points, self._jumps, self._input = points, jumps, moved
        self.step_to(0)

    def step_to(self, number: int) -> None:
        """Put the cursor on a point."""
        self.at = min(max(number, 0), max(len(self._points) - 1, 0))
        self.reached.emit(self.at)
        self.update()

    def say(self, words: str) -> None:
        """What the point under the cursor is, for who can't see it."""
        self.setAccessibleName(f"The curve: {words}")

    def keyPressEvent(self, event: QKeyEvent) -> None:
        steps = {
            Qt.Key.Key_Left: self.at - 1, Qt.Key.Key_Right: self.at + 1, Qt.Key.Key_Home: 0,
            Qt.Key.Key_End: len(self._points), Qt.Key.Key_PageUp: self.at - FAR,
            Qt.Key.Key_PageDown: self.at + FAR,
        }  # fmt: skip
        key = Qt.Key(event.key())
        if key in steps:
            self.step_to(steps[key])
        elif key is Qt.Key.Key_J and self._jumps:
            values = [point.value for point in self._points]
            behind = [values.index(each.after.value) for each in self._jumps]
            self.step_to(next((each for each in behind if each > self.at), behind[0]))
        else:
            super().keyPressEvent(event)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        if self._points:
            plot = self._plot()
            x = event.position().x()
            self.step_to(min(range(len(plot.points)), key=lambda number: abs(plot.points[number][0] - x)))
        self.setFocus()

    def focusInEvent(self, event: QFocusEvent) -> None:
        super().focusInEvent(event)
        self.update()

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        self.update()

    def _plot(self) -> Plot:
        assert self._input is not None
        return plot_of(self._points, self._jumps, self._input, self.width(), self.height())

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.fillRect(self.rect(), theme.BLEACHED)
        focused = self.hasFocus()
        painter.setPen(QPen(theme.INDIGO if focused else theme.RULE, 2 if focused else 1))
        painter.drawRect(self.rect().adjusted(1, 1, -1, -1))
        if self._points:
            self._draw(painter, self._plot())

    def _draw(self, painter: QPainter, plot: Plot) -> None:
        floor = plot.height - BOTTOM
        painter.setPen(QPen(theme.WALNUT, 1))
        corners = (QPointF(LEFT, TOP), QPointF(LEFT, floor), QPointF(plot.width - RIGHT, floor))
        painter.drawPolyline(QPolygonF(corners))
        painter.setFont(theme.text_font(9))
        painter.setPen(theme.SOFT_INK)
        for tick in plot.across:
            left = min(int(tick.at) - HALF_TICK, self.width() - 2 * HALF_TICK - 4)
            place = (left, int(floor) + 4, 2 * HALF_TICK, 18)
            painter.drawText(*place, int(Qt.AlignmentFlag.AlignHCenter), tick.words)
        right = int(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
        for tick in plot.up:
            painter.drawText(2, int(tick.at) - 9, int(LEFT) - 8, 18, right, tick.words)
        points = [QPointF(x, y) for x, y in plot.points]
        painter.setPen(QPen(theme.INDIGO, 1.8))
        painter.drawPolyline(QPolygonF(points))
        painter.setPen(QPen(theme.MADDER, 1.6))
        painter.setBrush(theme.BLEACHED)
        for x, y in plot.jumps:
            painter.drawEllipse(QPointF(x, y), 4, 4)
        here = points[self.at]
        painter.setPen(QPen(theme.INK, 1, Qt.PenStyle.DotLine))
        painter.drawLine(QPointF(here.x(), TOP), QPointF(here.x(), floor))
        painter.setBrush(theme.INK)
        painter.drawEllipse(here, 3.5, 3.5)
