"""The carry strip along the bottom: the figures from the activities to the owner's result."""

from __future__ import annotations

from decimal import Decimal

from PySide6.QtCore import QPoint, QSize, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QAbstractButton, QHBoxLayout, QSizePolicy

from half_yard.countries import CarryPoint
from half_yard.desktop import theme
from half_yard.desktop.panes import Pane
from half_yard.desktop.parts import button
from half_yard.desktop.plain_words import PlainLabel, plain_tip
from half_yard.desktop.subjects import Subject
from half_yard.desktop.workspace import Workspace
from half_yard.figures import Place, Role
from half_yard.figures.explain import line_text, money_text

HEIGHT = 68
THREAD_Y = 12
BELOW_THREAD = THREAD_Y + 7
BELOW_LABEL = BELOW_THREAD + 17
RESULTS = {Role.REFUND, Role.OWED}


class CarryButton(QAbstractButton):
    """One figure of the chain, on its thread."""

    def __init__(self, point: CarryPoint) -> None:
        super().__init__()
        self.point = point
        self._amount, self._effect, self._final = "", Decimal(0), True
        self._changed = ""
        self.setMinimumWidth(92)
        self.setFixedHeight(HEIGHT)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)

    def show_figure(self, amount: str, effect: Decimal, *, final: bool) -> None:
        """Show the amount, what the last edit changed, and whether anything is missing below it."""
        shown = (amount, effect, final)
        if shown == (self._amount, self._effect, self._final):
            return
        if final != self._final:
            self.update()
        self._amount, self._effect, self._final = shown
        self._changed = f"{'+' if effect > 0 else ''}{money_text(effect)}" if effect else ""
        changed = f", last edit {self._changed}" if effect else ""
        missing = "" if final else ", not complete"
        self.setAccessibleName(f"{self.point.label} {self._amount}{changed}{missing}")
        incomplete = "" if final else " Something it needs is not computed: follow its thread."
        self.setToolTip(plain_tip(f"{self.point.label} {self._amount}{changed}.{incomplete}"))
        self.update(self.rect().adjusted(0, BELOW_LABEL, 0, 0))

    def sizeHint(self) -> QSize:
        return QSize(120, HEIGHT)

    def paintEvent(self, event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        left = int(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignTop)
        inner = self.rect().adjusted(8, BELOW_THREAD, -4, -4)
        if event.rect().top() < BELOW_LABEL:  # an edit changes only what is beneath it
            self._draw_thread(painter)
            painter.setPen(theme.SOFT_INK)
            painter.setFont(theme.text_font(9))
            label = self.point.label if self._final else f"{self.point.label} *"
            fits = painter.fontMetrics().elidedText(label, Qt.TextElideMode.ElideRight, inner.width())
            painter.drawText(inner, left, fits)
        painter.setPen(theme.INK)
        painter.setFont(theme.text_font(12.5, bold=True))
        top = inner.adjusted(0, BELOW_LABEL - BELOW_THREAD, 0, 0)
        painter.drawText(top, left, self._amount)
        if self._changed:
            beside = painter.fontMetrics().horizontalAdvance(self._amount) + 7
            painter.setFont(theme.text_font(9.5, italic=True))
            painter.setPen(theme.LICHEN if self._effect > 0 else theme.MADDER)
            if beside + painter.fontMetrics().horizontalAdvance(self._changed) <= inner.width():
                painter.drawText(top.adjusted(beside, 3, 0, 0), left, self._changed)
        if self.hasFocus():
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(QPen(theme.INDIGO, 1.5))
            painter.drawRect(self.rect().adjusted(2, 3, -3, -3))

    def _draw_thread(self, painter: QPainter) -> None:
        pen = QPen(theme.INDIGO, 1.4)
        pen.setDashPattern([4, 3])
        painter.setPen(pen)
        painter.drawLine(0, THREAD_Y, self.width(), THREAD_Y)
        painter.setPen(QPen(theme.INDIGO, 1.4))
        painter.setBrush(theme.INDIGO if self._final else theme.LINEN)
        painter.drawEllipse(QPoint(12, THREAD_Y), 4, 4)


class CarryStrip(Pane):
    """The chain of figures of a return. Clicking one follows its thread; where a file gives several returns,
    the button in front goes on to the next."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self.setFixedHeight(HEIGHT)
        self.setAccessibleName("Chain from activities to the result")
        self._row = QHBoxLayout(self)
        self._row.setContentsMargins(8, 0, 8, 0)
        self._row.setSpacing(0)
        self._shown = ""
        self._points: tuple[CarryPoint, ...] = ()
        self.switch = button("", "Show the chain of the next return")
        self.switch.clicked.connect(self._next)
        self.switch.hide()
        self._row.addWidget(self.switch)
        self.buttons: dict[str, CarryButton] = {}
        self._empty = PlainLabel("Open a client, or make a new one, and its figures stand here.")
        self._empty.setProperty("role", "soft")
        self._row.addWidget(self._empty)
        workspace.changed.connect(self.refresh)
        workspace.looked_at.connect(self._look)

    def refresh(self) -> None:
        """Show the figures of the computation as it is now."""
        self._empty.setVisible(not self._workspace.is_open)
        if not self._workspace.is_open:
            return
        computation = self._workspace.computation
        returns = computation.returns
        shown = next((each for each in returns if each.key == self._shown), returns[0])
        self.switch.setVisible(len(returns) > 1)
        self.switch.setText(shown.title)
        if shown.carry != self._points:
            self._make(shown.carry)
        refund = computation.result_of(shown, Role.REFUND)
        has_refund = refund is not None and bool(refund.figure.amount)
        for each in self.buttons.values():
            line = computation.line(each.point.place)
            effect = self._workspace.effect(each.point.place)
            amount = line_text(line.figure, in_cents=computation.sheet(each.point.place.sheet).in_cents)
            each.show_figure(amount, effect, final=not line.figure.gaps)
            if line.role in RESULTS:
                each.setVisible((line.role is Role.REFUND) == has_refund)

    def _make(self, points: tuple[CarryPoint, ...]) -> None:
        """A button for each stop of a chain, in place of those of another."""
        for old in self.buttons.values():
            self._row.removeWidget(old)
            old.hide()
            old.deleteLater()
        self.buttons = {}
        self._points = points
        for point in points:
            made = CarryButton(point)
            made.clicked.connect(lambda _checked=False, place=point.place: self._workspace.go_to(place))
            self.buttons[point.label] = made
            self._row.addWidget(made, 1)

    def _next(self) -> None:
        """Show the chain of the next return."""
        keys = [each.key for each in self._workspace.computation.returns]
        here = keys.index(self._shown) if self._shown in keys else 0
        self._shown = keys[(here + 1) % len(keys)]
        self.refresh()

    def _look(self, subject: Subject) -> None:
        """Show the chain of the return that a line is on."""
        if isinstance(subject, Place):
            for each in self._workspace.computation.returns:
                if subject.sheet == each.chief and each.key != self._shown:
                    self._shown = each.key
                    self.refresh()

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        painter = QPainter(self)
        painter.fillRect(self.rect(), theme.SHADE)
        painter.setPen(QPen(theme.RULE, 1))
        painter.drawLine(0, 0, self.width(), 0)
