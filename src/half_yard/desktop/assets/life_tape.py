"""An asset's life drawn as a tape measure: a mark a year, what is taken, and the same under the other
books."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal

from PySide6.QtCore import QRect, QSize, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QSizePolicy, QWidget

from half_yard.countries.results import AssetStory
from half_yard.desktop import theme

TOP, TAPE, ROW, LEFT = 18, 28, 16, 184
WIDEST, ROOMY = 66, 52
MOST_BOOKS = 2
HEIGHT = TOP + TAPE + 4 + ROW * (1 + MOST_BOOKS)
Years = tuple[str, int, Sequence[Decimal]]
"""A book's title, the first year, and what every year takes in dollars."""


class LifeTape(QWidget):
    """The tape of one asset. Years before this one are dyed, this year stands out, later ones are bare.
    Beneath stand the amounts of the regular tax, and those of the books that differ."""

    def __init__(self) -> None:
        super().__init__()
        self.setFixedHeight(HEIGHT)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self._rows: Sequence[Years] = ()
        self._year, self._otherwise = 0, ""

    def sizeHint(self) -> QSize:
        return QSize(600, HEIGHT)

    def show_story(self, story: AssetStory | None, year: int, books: Sequence[Years] = ()) -> None:
        """Show an asset's life, `year` being the tax year, and beneath it the years under other books."""
        years = [figure.amount for figure in story.yearly] if story is not None else []
        rows = [("Regular tax", story.first_year, years), *books] if story is not None and years else []
        self.show_rows(rows, year, story.summary if story else "")

    def show_rows(self, rows: Sequence[Years], year: int, otherwise: str = "") -> None:
        """Show years, the first row's on the tape, and beneath it all of them; words where there are none. A
        row without a year, as of what has cost nothing, is left out."""
        self._rows = [row for row in rows if row[2]][: 1 + MOST_BOOKS]
        self._year, self._otherwise = year, otherwise
        self.setAccessibleName(self._words())
        self.update()

    def _words(self) -> str:
        if not self._rows:
            return "No depreciation"
        _, first, years = self._rows[0]
        others = "".join(f"; {title} differs" for title, _, _ in self._rows[1:])
        return f"Depreciation from {first} to {first + len(years) - 1}{others}"

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if not self._rows:
            painter.setPen(theme.SOFT_INK)
            place = int(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignTop)
            painter.drawText(self.rect(), place, self._otherwise)
            return
        start = self._rows[0][1]
        count = max(first + len(years) for _, first, years in self._rows) - start
        step = min(WIDEST, (self.width() - LEFT - 8) / count)
        for number in range(count):
            left = LEFT + int(number * step)
            width = LEFT + int(step * (number + 1)) - left
            self._mark(painter, QRect(left, TOP, width, TAPE), start + number, count, step)
        painter.setPen(QPen(theme.WALNUT, 1))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawRect(QRect(LEFT, TOP, int(step * count), TAPE))
        for number, row in enumerate(self._rows):
            self._amounts(painter, TOP + TAPE + 4 + number * ROW, row, start, step)

    def _mark(self, painter: QPainter, cell: QRect, year: int, count: int, step: float) -> None:
        """One year on the tape, with its number above where there is room."""
        now = year == self._year
        fill = theme.INDIGO if now else theme.STITCH if year < self._year else theme.WELD_WASH
        painter.fillRect(cell, fill)
        painter.setPen(QPen(theme.WALNUT, 1))
        depth = 14 if year % 5 == 0 else 8
        painter.drawLine(cell.left(), cell.bottom() - depth, cell.left(), cell.bottom())
        painter.setFont(theme.text_font(9, bold=now))
        painter.setPen(theme.INDIGO if now else theme.SOFT_INK)
        sparse = count > 12 and year % 5 == 0 and abs(year - self._year) > 1
        if step >= ROOMY or now or sparse:
            wide = cell.adjusted(-16, -TOP, 16, -TAPE)
            painter.drawText(wide, int(Qt.AlignmentFlag.AlignCenter), str(year))

    def _amounts(self, painter: QPainter, top: int, row: Years, first: int, step: float) -> None:
        """A book's amounts beneath the tape: all where there is room, else those of this year and the
        next."""
        title, own_first, years = row
        painter.setFont(theme.text_font(9))
        painter.setPen(theme.SOFT_INK)
        left = int(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter)
        name = painter.fontMetrics().elidedText(title, Qt.TextElideMode.ElideRight, LEFT - 8)
        painter.drawText(QRect(2, top, LEFT - 6, ROW), left, name)
        for number, amount in enumerate(years):
            year = own_first + number
            now = year == self._year
            if step < ROOMY and not now:
                continue
            painter.setFont(theme.text_font(9, bold=now))
            painter.setPen(theme.INDIGO if now else theme.SOFT_INK)
            place = QRect(LEFT + int((year - first) * step) - 20, top, int(step) + 40, ROW)
            painter.drawText(place, int(Qt.AlignmentFlag.AlignCenter), f"{amount:,.0f}")
