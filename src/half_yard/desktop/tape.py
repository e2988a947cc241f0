"""The tape along the top: the stages in working order, drawn as a tape measure."""

from __future__ import annotations

from collections.abc import Mapping

from PySide6.QtCore import QSize, Qt, Signal
from PySide6.QtGui import QFontMetrics, QPainter, QPaintEvent, QPen, QResizeEvent
from PySide6.QtWidgets import QAbstractButton, QButtonGroup, QHBoxLayout, QSizePolicy

from half_yard.desktop import theme
from half_yard.desktop.panes import Pane
from half_yard.desktop.plain_words import PlainLabel, plain_tip
from half_yard.desktop.stages import Stage

HEIGHT = 50
BEGINS, MARK = 8, 11
"""Where the marks of the tape begin, and how far they are from each other, in pixels."""
NARROW = 1100
"""The width of the tape below which the stages stand closer, so that the client's name has room."""
WIDE_SIDES, CLOSE_SIDES = 34, 20
"""What a stage takes besides its words, in pixels."""


class StageButton(QAbstractButton):
    """One stage on the tape, with a count of what is open there."""

    def __init__(self, stage: Stage) -> None:
        super().__init__()
        self.stage = stage
        self._open = -1
        self._sides = WIDE_SIDES
        self.setCheckable(True)
        self.setText(stage.value)
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.show_open(0)

    @property
    def _mark(self) -> str:
        """How many are open, in words where there is room."""
        return str(self._open) if self._sides == CLOSE_SIDES else f"{self._open} open"

    def stand(self, sides: int) -> None:
        """Take so much room besides the words."""
        if sides != self._sides:
            self._sides = sides
            self.setFixedSize(self.sizeHint())
            self.update()

    def show_open(self, count: int) -> None:
        """Show how many findings are open."""
        if count == self._open:
            return
        self._open = count
        said = f"{count} open" if count else "nothing open"
        self.setAccessibleName(f"{self.stage.value}, {said}")
        self.setToolTip(plain_tip(f"{self.stage.value}: {said} · Ctrl+{list(Stage).index(self.stage) + 1}"))
        self.setFixedSize(self.sizeHint())
        self.update()

    def sizeHint(self) -> QSize:
        words = QFontMetrics(theme.title_font(12.5)).horizontalAdvance(self.text())
        mark = QFontMetrics(theme.text_font(9, italic=True)).horizontalAdvance(self._mark)
        return QSize(words + (mark + 9 if self._open > 0 else 0) + self._sides, HEIGHT)

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        inner = self.rect().adjusted(self._sides * 2 // 5, 0, -4, -12)
        painter.setPen(theme.INDIGO if self.isChecked() else theme.INK)
        painter.setFont(theme.title_font(12.5, bold=self.isChecked()))
        bounds = painter.boundingRect(inner, int(Qt.AlignmentFlag.AlignVCenter), self.text())
        painter.drawText(inner, int(Qt.AlignmentFlag.AlignVCenter), self.text())
        if self._open > 0:
            painter.setFont(theme.text_font(9, italic=True))
            painter.setPen(theme.MADDER)
            beside = inner.adjusted(bounds.width() + 9, 2, 0, 0)
            painter.drawText(beside, int(Qt.AlignmentFlag.AlignVCenter), self._mark)
        if self.isChecked():
            pen = QPen(theme.INDIGO, 2)
            pen.setDashPattern([3, 2])
            painter.setPen(pen)
            painter.drawLine(bounds.left(), bounds.bottom() + 4, bounds.right(), bounds.bottom() + 4)
        if self.hasFocus():
            painter.setPen(QPen(theme.INDIGO, 1.5))
            painter.drawRect(self.rect().adjusted(4, 4, -4, -14))


class _Client(PlainLabel):
    """Whose file is open, cut short at its end where there is too little room."""

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        painter = QPainter(self)
        painter.setPen(theme.INK)
        shown = self.fontMetrics().elidedText(self.text(), Qt.TextElideMode.ElideRight, self.width())
        painter.drawText(self.rect(), int(self.alignment()), shown)


class Tape(Pane):
    """The stages. Signals `chosen` with the stage that was picked."""

    chosen = Signal(object)

    def __init__(self) -> None:
        super().__init__()
        self.setFixedHeight(HEIGHT)
        self.setAccessibleName("Stages of the work")
        row = QHBoxLayout(self)
        row.setContentsMargins(8, 0, 14, 0)
        row.setSpacing(0)
        self._group = QButtonGroup(self)
        self.buttons = {stage: StageButton(stage) for stage in Stage}
        for button in self.buttons.values():
            self._group.addButton(button)
            row.addWidget(button)
            button.clicked.connect(lambda _checked=False, stage=button.stage: self.chosen.emit(stage))
        self._client = _Client()
        self._client.setFont(theme.title_font(12))
        self._client.setAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
        self._client.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Preferred)
        self._state = PlainLabel()
        self._state.setProperty("role", "soft")
        row.addWidget(self._client, 1)
        row.addSpacing(12)
        row.addWidget(self._state)
        row.setContentsMargins(8, 0, 16, 10)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        for button in self.buttons.values():
            button.stand(CLOSE_SIDES if event.size().width() < NARROW else WIDE_SIDES)

    def show_stage(self, stage: Stage) -> None:
        """Mark a stage as the one shown."""
        self.buttons[stage].setChecked(True)

    def show_counts(self, counts: Mapping[Stage, int]) -> None:
        """Show what is open in each stage."""
        for stage, button in self.buttons.items():
            button.show_open(counts.get(stage, 0))

    def show_client(self, title: str, state: str) -> None:
        """Show whose file is open and whether it is saved."""
        self._client.setText(title)
        self._client.setToolTip(plain_tip(title))
        self._state.setText(state)

    def paintEvent(self, event: QPaintEvent) -> None:
        part = event.rect()  # mostly what is said of the file, which changes with every edit
        painter = QPainter(self)
        painter.fillRect(part, theme.WELD_WASH)
        painter.setPen(QPen(theme.WALNUT, 1))
        bottom = self.height() - 1
        painter.drawLine(part.left(), bottom, part.right(), bottom)
        first = max(part.left() - BEGINS, 0) // MARK
        for number in range(first, max(part.right() - BEGINS, 0) // MARK + 1):
            length = 9 if number % 12 == 0 else 6 if number % 6 == 0 else 3
            x = BEGINS + number * MARK
            painter.drawLine(x, bottom - length, x, bottom)
