"""An asset's life drawn as a tape measure: a mark a year, what is taken and what is left."""

from __future__ import annotations

from decimal import Decimal

from PySide6.QtCore import QRect, QSize, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from half_yard.countries.results import AssetStory
from half_yard.desktop import theme

HEIGHT = 96
TOP, TAPE = 22, 34
WIDEST = 64


class LifeTape(QWidget):
    """The tape of one asset. Years before this one are dyed, this year stands out, later ones are bare."""

    def __init__(self) -> None:
        super().__init__()
        self.setFixedHeight(HEIGHT)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self._story: AssetStory | None = None
        self._year = 0

    def sizeHint(self) -> QSize:
        return QSize(600, HEIGHT)

    def show_story(self, story: AssetStory | None, year: int) -> None:
        """Show an asset's life, `year` being the tax year."""
        self._story, self._year = story, year
        self.setAccessibleName(self._words())
        self.update()

    def _words(self) -> str:
        if self._story is None or not self._story.yearly:
            return "No depreciation"
        last = self._story.first_year + len(self._story.yearly) - 1
        return f"Depreciation from {self._story.first_year} to {last}"

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        story = self._story
        if story is None or not story.yearly:
            painter.setPen(theme.SOFT_INK)
            words = story.summary if story else "Choose an asset: its life is drawn here."
            painter.drawText(
                self.rect(), int(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter), words
            )
            return
        count = len(story.yearly)
        step = min(WIDEST, (self.width() - 12) / count)
        roomy = step >= 52
        for number, figure in enumerate(story.yearly):
            year = story.first_year + number
            cell = QRect(int(number * step) + 4, TOP, int(step * (number + 1)) - int(step * number), TAPE)
            self._year_mark(painter, cell, year, figure.amount, roomy=roomy, count=count)
        painter.setPen(QPen(theme.WALNUT, 1))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawRect(QRect(4, TOP, int(step * count), TAPE))

    def _year_mark(
        self, painter: QPainter, cell: QRect, year: int, amount: Decimal, *, roomy: bool, count: int
    ) -> None:
        now = year == self._year
        fill = theme.INDIGO if now else theme.STITCH if year < self._year else theme.WELD_WASH
        painter.fillRect(cell, fill)
        painter.setPen(QPen(theme.WALNUT, 1))
        painter.drawLine(
            cell.left(), cell.bottom() - (14 if year % 5 == 0 else 8), cell.left(), cell.bottom()
        )
        centre = int(Qt.AlignmentFlag.AlignHCenter | Qt.AlignmentFlag.AlignVCenter)
        painter.setFont(theme.text_font(9, bold=now))
        painter.setPen(theme.INDIGO if now else theme.SOFT_INK)
        if roomy or now or (count > 12 and year % 5 == 0 and abs(year - self._year) > 1):
            wide = cell.adjusted(-16, -TOP, 16, -TAPE)
            painter.drawText(wide, centre, str(year))
        if roomy or now:
            below = QRect(cell.left() - 24, cell.bottom() + 3, cell.width() + 48, 18)
            painter.drawText(below, centre, f"{amount:,.0f}")
