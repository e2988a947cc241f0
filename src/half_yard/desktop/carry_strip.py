"""The carry strip along the bottom: the figures from the activities to the owner's result."""

from __future__ import annotations

from decimal import Decimal

from PySide6.QtCore import QPoint, QSize, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QAbstractButton, QHBoxLayout, QSizePolicy, QWidget

from half_yard.countries import CarryPoint
from half_yard.desktop import theme
from half_yard.desktop.plain_words import PlainLabel
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import money_text

HEIGHT = 68
THREAD_Y = 12
RESULTS = {"Refund", "To pay"}


class CarryButton(QAbstractButton):
    """One figure of the chain, on its thread."""

    def __init__(self, point: CarryPoint) -> None:
        super().__init__()
        self.point = point
        self._amount, self._effect, self._final = "", Decimal(0), True
        self.setMinimumWidth(92)
        self.setFixedHeight(HEIGHT)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)

    def show_figure(self, amount: Decimal, effect: Decimal, *, final: bool) -> None:
        """Show the amount, what the last edit changed, and whether anything is missing below it."""
        shown = (money_text(amount), effect, final)
        if shown == (self._amount, self._effect, self._final):
            return
        self._amount, self._effect, self._final = shown
        changed = f", last edit {self._effect_text()}" if effect else ""
        missing = "" if final else ", not complete"
        self.setAccessibleName(f"{self.point.label} {self._amount}{changed}{missing}")
        self.setToolTip("" if final else "Something this figure needs is not computed: follow its thread.")
        self.update()

    def _effect_text(self) -> str:
        return f"+{money_text(self._effect)}" if self._effect > 0 else money_text(self._effect)

    def sizeHint(self) -> QSize:
        return QSize(120, HEIGHT)

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        pen = QPen(theme.INDIGO, 1.4)
        pen.setDashPattern([4, 3])
        painter.setPen(pen)
        painter.drawLine(0, THREAD_Y, self.width(), THREAD_Y)
        painter.setPen(QPen(theme.INDIGO, 1.4))
        painter.setBrush(theme.INDIGO if self._final else theme.LINEN)
        painter.drawEllipse(QPoint(12, THREAD_Y), 4, 4)
        inner = self.rect().adjusted(8, THREAD_Y + 7, -4, -4)
        left = int(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignTop)
        painter.setPen(theme.SOFT_INK)
        painter.setFont(theme.text_font(9))
        label = self.point.label if self._final else f"{self.point.label} *"
        painter.drawText(inner, left, label)
        painter.setPen(theme.INK)
        font = theme.text_font(12.5, bold=True)
        painter.setFont(font)
        top = inner.adjusted(0, 17, 0, 0)
        painter.drawText(top, left, self._amount)
        if self._effect:
            beside = painter.fontMetrics().horizontalAdvance(self._amount) + 7
            painter.setFont(theme.text_font(9.5, italic=True))
            painter.setPen(theme.LICHEN if self._effect > 0 else theme.MADDER)
            painter.drawText(top.adjusted(beside, 3, 0, 0), left, self._effect_text())
        if self.hasFocus():
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(QPen(theme.INDIGO, 1.5))
            painter.drawRect(self.rect().adjusted(2, 3, -3, -3))


class CarryStrip(QWidget):
    """The chain of figures. Clicking one follows its thread."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self.setFixedHeight(HEIGHT)
        self.setAccessibleName("Chain from activities to the result")
        self._row = QHBoxLayout(self)
        self._row.setContentsMargins(8, 0, 8, 0)
        self._row.setSpacing(0)
        self.buttons: dict[str, CarryButton] = {}
        self._empty = PlainLabel("Open a client, or make a new one, and its figures stand here.")
        self._empty.setProperty("role", "soft")
        self._row.addWidget(self._empty)
        workspace.changed.connect(self.refresh)

    def refresh(self) -> None:
        """Show the figures of the computation as it is now."""
        self._empty.setVisible(not self._workspace.is_open)
        if not self._workspace.is_open:
            return
        computation = self._workspace.computation
        if not self.buttons:
            self._make(computation.carry)
        refund = computation.line(self.buttons["Refund"].point.place).figure.amount
        for button in self.buttons.values():
            place = button.point.place
            figure = computation.line(place).figure
            button.show_figure(figure.amount, self._workspace.effect(place), final=not figure.gaps)
            if button.point.label in RESULTS:
                button.setVisible((button.point.label == "Refund") == (refund > 0))

    def _make(self, points: tuple[CarryPoint, ...]) -> None:
        for point in points:
            button = CarryButton(point)
            button.clicked.connect(lambda _checked=False, place=point.place: self._workspace.go_to(place))
            self.buttons[point.label] = button
            self._row.addWidget(button, 1)

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        painter = QPainter(self)
        painter.fillRect(self.rect(), theme.SHADE)
        painter.setPen(QPen(theme.RULE, 1))
        painter.drawLine(0, 0, self.width(), 0)
