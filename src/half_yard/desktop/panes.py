"""The parts of the window between which F6 steps, and in each of which Tab goes round in the order in which
it is laid out, whatever was made when."""

from __future__ import annotations

from collections.abc import Iterator

from PySide6.QtCore import Qt
from PySide6.QtWidgets import (
    QAbstractItemView,
    QApplication,
    QGridLayout,
    QLayout,
    QScrollArea,
    QSplitter,
    QStackedWidget,
    QWidget,
)


class Pane(QWidget):
    """A part of the window in which Tab stays."""

    def focusNextPrevChild(self, forward: bool) -> bool:
        every = list(tab_stops(self))
        if not every:
            return False
        here = _place_of(QApplication.focusWidget(), every)
        step = 1 if forward else -1
        to = every[(here + step) % len(every)] if here >= 0 else every[0 if forward else -1]
        to.setFocus(Qt.FocusReason.TabFocusReason if forward else Qt.FocusReason.BacktabFocusReason)
        bring_into_view(to)
        return True

    def enter(self) -> bool:
        """Put the focus where it was in the pane, or on its first stop; says whether there is one."""
        every = list(tab_stops(self))
        inside = self.focusWidget()
        wanted = inside if inside in every else next(iter(every), None)
        if wanted is None:
            return False
        wanted.setFocus(Qt.FocusReason.TabFocusReason)
        bring_into_view(wanted)
        return True


def tab_stops(part: QWidget) -> Iterator[QWidget]:
    """What Tab stops at in a part of the window, in the order in which it is laid out."""
    for child in _laid_out(part):
        if not child.isVisible() or not child.isEnabled():
            continue
        if child.focusPolicy() & Qt.FocusPolicy.TabFocus and not isinstance(child, QScrollArea):
            yield child
        yield from tab_stops(child)


def _laid_out(part: QWidget) -> list[QWidget]:
    """What a part is made of, in order."""
    if isinstance(part, QScrollArea):
        return _there(part.widget())
    if isinstance(part, QSplitter):
        return _there(*(part.widget(number) for number in range(part.count())))
    if isinstance(part, QStackedWidget):
        return _there(part.currentWidget())
    if isinstance(part, QAbstractItemView):
        return _by_place(part.viewport())  # what stands in cells
    if (layout := part.layout()) is not None:
        return list(_widgets_of(layout))
    return _by_place(part) if part.focusPolicy() is Qt.FocusPolicy.NoFocus else []


def _there(*widgets: QWidget | None) -> list[QWidget]:
    return [widget for widget in widgets if widget is not None]


def _by_place(part: QWidget) -> list[QWidget]:
    children = [child for child in part.children() if isinstance(child, QWidget) and not child.isWindow()]
    return sorted(children, key=lambda child: (child.y(), child.x()))


def _widgets_of(layout: QLayout) -> Iterator[QWidget]:
    numbers = list(range(layout.count()))
    if isinstance(layout, QGridLayout):
        numbers.sort(key=lambda number: layout.getItemPosition(number)[:2])  # type: ignore[index]
    for number in numbers:
        item = layout.itemAt(number)
        if item is None:
            continue
        if (widget := item.widget()) is not None:
            yield widget
        elif (inner := item.layout()) is not None:
            yield from _widgets_of(inner)


def _place_of(widget: QWidget | None, every: list[QWidget]) -> int:
    """Where the focus is among the stops, which may be around what has it; -1 where it is at none."""
    while widget is not None:
        if widget in every:
            return every.index(widget)
        widget = widget.parentWidget()
    return -1


def bring_into_view(widget: QWidget) -> None:
    """Scroll whatever a widget stands in, so that it is seen."""
    around = widget.parentWidget()
    while around is not None:
        if isinstance(around, QScrollArea):
            around.ensureWidgetVisible(widget, 12, 24)
        around = around.parentWidget()
