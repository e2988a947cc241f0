"""The order in which Tab goes through what is made late: Qt puts it behind all that was there before."""

from __future__ import annotations

from itertools import pairwise

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QWidget


def place_of_tab(parent: QWidget) -> QWidget:
    """Something that is never seen nor reached, and keeps a place in the order for what is made later."""
    place = QWidget(parent)
    place.setFocusPolicy(Qt.FocusPolicy.TabFocus)
    place.hide()
    return place


def tab_through(*widgets: QWidget) -> None:
    """Have Tab go from each of the widgets to the next. Each must be one that can have the focus."""
    for before, after in pairwise(widgets):
        QWidget.setTabOrder(before, after)


def tab_into(before: QWidget, part: QWidget) -> None:
    """Have Tab go from a widget through all that a part is made of, in the order in which it was made."""
    # The lists that drop down from a choice are windows of their own.
    inside = [each for each in part.findChildren(QWidget) if each.window() is before.window()]
    tab_through(before, *(each for each in inside if each.focusPolicy() & Qt.FocusPolicy.TabFocus))
