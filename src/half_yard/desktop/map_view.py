"""The return's map as it is drawn: its sheets as cards in columns, the threads between them, the way of a
number."""

from __future__ import annotations

from collections.abc import Collection

from PySide6.QtCore import QPointF, QRect, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QKeyEvent, QPainter, QPainterPath, QPaintEvent, QPen, QResizeEvent
from PySide6.QtWidgets import QAbstractButton, QFrame, QScrollArea, QWidget

from half_yard.countries.sheet_map import Node, SheetMap
from half_yard.desktop import theme
from half_yard.desktop.plain_words import plain_tip

HEIGHT, GAP_DOWN = 33, 5
NARROWEST, WIDEST, GAP = 106, 184, 20
MARGIN = 4
TALLEST = 5
"""So many rows are seen at once; more are scrolled to."""


class SheetCard(QAbstractButton):
    """One sheet: what it is called and what it comes to."""

    def __init__(self, map_: MapCanvas) -> None:
        super().__init__(map_)
        self._map = map_
        self.node: Node | None = None
        self.current = False
        self.on_way = False
        self.setCheckable(True)

    def show_node(self, node: Node, *, current: bool, on_way: bool) -> None:
        """Show a node of the map."""
        if (self.node, self.current, self.on_way) == (node, current, on_way):
            return
        self.node, self.current, self.on_way = node, current, on_way
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus if current else Qt.FocusPolicy.ClickFocus)
        self.setChecked(current)
        line = node.line
        said = f", {line.title} {node.amount}" if line else ""
        several = f", {len(node.sheets)} sheets" if len(node.sheets) > 1 else ""
        self.setAccessibleName(" ".join(filter(None, (node.about, node.title))) + several + said)
        self.setToolTip(plain_tip(f"{node.title}\n{node.about}{several}{said}"))
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        if self.node is None:
            return
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        box = QRectF(self.rect()).adjusted(0.5, 0.5, -0.5, -0.5)
        painter.setBrush(theme.INDIGO_WASH if self.current else theme.BLEACHED)
        painter.setPen(QPen(theme.INDIGO if self.current or self.on_way else theme.RULE, 1.2))
        painter.drawRect(box)
        inner = self.rect().adjusted(6, 2, -6, -2)
        left = Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter
        right = Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter
        upper = QRect(inner.left(), inner.top(), inner.width(), inner.height() // 2)
        lower = upper.translated(0, inner.height() // 2)
        self._text(painter, upper, left, self.node.title, theme.INK, bold=self.current)
        line = self.node.line
        amount = self.node.amount
        unfinished = "*" if line and line.figure.gaps else ""
        painter.setFont(theme.text_font(9.5, bold=True))
        painter.setPen(theme.INK)
        painter.drawText(lower, int(right), f"{amount}{unfinished}")
        taken = painter.fontMetrics().horizontalAdvance(f"{amount}{unfinished}") + 6
        self._text(painter, lower.adjusted(0, 0, -taken, 0), left, self.node.about, theme.SOFT_INK)
        if self.hasFocus():
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(QPen(theme.INDIGO, 2))
            painter.drawRect(box.adjusted(1.5, 1.5, -1.5, -1.5))

    @staticmethod
    def _text(
        painter: QPainter,
        room: QRect,
        where: Qt.AlignmentFlag,
        words: str,
        colour: object,
        *,
        bold: bool = False,
    ) -> None:
        painter.setFont(theme.text_font(9, bold=bold))
        painter.setPen(colour)
        metrics = painter.fontMetrics()
        if metrics.horizontalAdvance(words) > room.width():
            words = words.removeprefix("Form ")  # a form is known by its number
        shown = metrics.elidedText(words, Qt.TextElideMode.ElideRight, room.width())
        painter.drawText(room, int(where), shown)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if not self._map.take_key(event):
            super().keyPressEvent(event)


class MapCanvas(QWidget):
    """The cards where they stand, and the threads painted beneath them."""

    def __init__(self, view: MapView) -> None:
        super().__init__()
        self._view = view
        self._map = SheetMap((), frozenset())
        self._way: Collection[tuple[str, str]] = ()
        self._cards: list[SheetCard] = []
        self._current = ""
        self._typed = ""

    @property
    def current(self) -> str:
        """The sheet that is chosen."""
        return self._current

    def show_map(self, map_: SheetMap, way: Collection[tuple[str, str]], current: str) -> None:
        """Show the map, the way of a number on it, and which sheet is chosen."""
        self._map, self._way, self._current = map_, way, current
        while len(self._cards) < len(map_.nodes):
            card = SheetCard(self)
            card.clicked.connect(lambda _checked=False, card=card: self._clicked(card))
            self._cards.append(card)
        on_way = {sheet for step in way for sheet in step}
        for number, card in enumerate(self._cards):
            card.setVisible(number < len(map_.nodes))
            if number < len(map_.nodes):
                node = map_.nodes[number]
                card.show_node(
                    node, current=current in node.sheets, on_way=bool(on_way.intersection(node.sheets))
                )
        self.lay_out()

    def lay_out(self) -> None:
        """Put the cards where they stand in the room there is."""
        columns = max(self._map.columns, 1)
        room = self._view.viewport().width() - 2 * MARGIN
        width = min(max((room - (columns - 1) * GAP) // columns, NARROWEST), WIDEST)
        spread = max((room - columns * width) // max(columns - 1, 1), GAP) if columns > 1 else 0
        for card, node in zip(self._cards, self._map.nodes, strict=False):
            left = MARGIN + node.column * (width + spread)
            card.setGeometry(left, MARGIN + node.row * (HEIGHT + GAP_DOWN), width, HEIGHT)
        self.setFixedSize(
            max(room, columns * width + (columns - 1) * spread) + 2 * MARGIN,
            2 * MARGIN + max(self._map.rows, 1) * (HEIGHT + GAP_DOWN) - GAP_DOWN,
        )
        self.update()

    def _clicked(self, card: SheetCard) -> None:
        if card.node is not None:
            self._view.chosen.emit(card.node.key)

    def _card_of(self, sheet: str) -> SheetCard | None:
        return next((card for card in self._cards if card.node and sheet in card.node.sheets), None)

    def card(self) -> SheetCard | None:
        """The card of the chosen sheet."""
        return self._card_of(self._current)

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        groups = {sheet: node.key for node in self._map.nodes for sheet in node.sheets}
        on_way = {(groups.get(start, start), groups.get(end, end)) for start, end in self._way}
        for edge in sorted(self._map.edges, key=lambda edge: (edge in on_way, edge)):
            start, end = (self._card_of(key) for key in edge)
            if start is not None and end is not None and start is not end:
                self._thread(painter, start.geometry(), end.geometry(), drawn=edge in on_way)

    @staticmethod
    def _thread(painter: QPainter, start: QRect, end: QRect, *, drawn: bool) -> None:
        """A thread from one card to another: solid where the number goes along it."""
        pen = QPen(theme.INDIGO if drawn else theme.STITCH, 1.6 if drawn else 0.8)
        if not drawn:
            pen.setDashPattern([4, 4])
        painter.setPen(pen)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        ahead = end.left() > start.right()
        out = (
            QPointF(start.right() + 1, start.center().y())
            if ahead
            else QPointF(start.center().x(), start.bottom())
        )
        into = QPointF(end.left(), end.center().y()) if ahead else QPointF(end.center().x(), end.top())
        path = QPainterPath(out)
        middle = (into.x() - out.x()) / 2
        path.cubicTo(out + QPointF(middle, 0), into - QPointF(middle, 0), into)
        painter.drawPath(path)

    # -- keys ----------------------------------------------------------------------------------------

    def take_key(self, event: QKeyEvent) -> bool:
        """Arrows go from card to card, letters to the sheet that has them; says whether the key was taken."""
        steps = {
            Qt.Key.Key_Left: (-1, 0), Qt.Key.Key_Right: (1, 0),
            Qt.Key.Key_Up: (0, -1), Qt.Key.Key_Down: (0, 1),
        }  # fmt: skip
        key = Qt.Key(event.key())
        if key in steps:
            self._typed = ""
            self._step(*steps[key])
            return True
        if key in {Qt.Key.Key_Return, Qt.Key.Key_Enter}:
            self._view.entered.emit()
            return True
        if (
            event.text().strip()
            and event.text().isprintable()
            and not event.modifiers() & Qt.KeyboardModifier.ControlModifier
        ):
            self._find(event.text())
            return True
        return False

    def _step(self, across: int, down: int) -> None:
        here = self._map.node_of(self._current)
        if here is None:
            return
        others = [node for node in self._map.nodes if node is not here]
        if across:
            beyond = [node for node in others if (node.column - here.column) * across > 0]
            joined = [
                node for node in beyond
                if (here.key, node.key) in self._map.edges or (node.key, here.key) in self._map.edges
            ]  # fmt: skip
            found = min(
                joined or beyond,
                key=lambda node: (abs(node.column - here.column), abs(node.row - here.row)), default=None,
            )  # fmt: skip
        else:
            beyond = [
                node for node in others if node.column == here.column and (node.row - here.row) * down > 0
            ]
            found = min(beyond, key=lambda node: abs(node.row - here.row), default=None)
        if found is not None:
            self._go(found)

    def _find(self, letters: str) -> None:
        """Go to the next sheet whose name has what was typed."""
        nodes = list(self._map.nodes)
        here = self._map.node_of(self._current)
        start = nodes.index(here) if here in nodes else 0
        for typed in (self._typed + letters, letters):
            wanted = typed.casefold()
            in_turn = nodes[start:] + nodes[:start]
            in_turn = in_turn if len(typed) > 1 else in_turn[1:] + in_turn[:1]
            for node in in_turn:
                if wanted in f"{node.title} {node.about}".casefold():
                    self._typed = typed
                    self._go(node)
                    return
        self._typed = ""

    def _go(self, node: Node) -> None:
        self._view.chosen.emit(node.key)
        if (card := self.card()) is not None:
            card.setFocus()


class MapView(QScrollArea):
    """The map, as high as it needs to be up to a few rows. Signals `chosen` with a sheet's key, `entered`
    when Enter asks for the lines of the chosen one."""

    chosen = Signal(str)
    entered = Signal()

    def __init__(self) -> None:
        super().__init__()
        self.setFrameShape(QFrame.Shape.NoFrame)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.setAccessibleName("Map of the return: what feeds what, from the activities to the result")
        self.canvas = MapCanvas(self)
        self.setWidget(self.canvas)
        self.setStyleSheet("QScrollArea, QScrollArea > QWidget > QWidget { background: transparent; }")

    def show_map(self, map_: SheetMap, way: Collection[tuple[str, str]], current: str) -> None:
        """Show a map, and the chosen sheet's card where it can be seen."""
        self.canvas.show_map(map_, way, current)
        self._fit()
        if (card := self.canvas.card()) is not None:
            self.ensureWidgetVisible(card, 8, 8)

    def _fit(self) -> None:
        wanted = self.canvas.height() + 2
        most = TALLEST * (HEIGHT + GAP_DOWN) + 2 * MARGIN
        bar = self.horizontalScrollBar().sizeHint().height()
        wide = self.canvas.width() > self.viewport().width()
        self.setFixedHeight(min(wanted, most) + (bar if wide else 0))

    def sizeHint(self) -> QSize:
        return QSize(600, self.height())

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self.canvas.lay_out()
        self._fit()

    def focus(self) -> None:
        """Put the cursor on the chosen sheet's card."""
        if (card := self.canvas.card()) is not None:
            card.setFocus()
