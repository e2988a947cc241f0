"""What the window can do: each thing is declared once, and menus, the finder and the keys come from that."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from PySide6.QtGui import QKeySequence, QShortcut
from PySide6.QtWidgets import QMenu, QWidget

from half_yard.desktop.plain_words import plain_tip


def always() -> bool:
    """Whether something can be done that always can."""
    return True


@dataclass(frozen=True)
class Action:
    """Something to be done (a signal holds it weakly, so it has no slots): its name, what does it, its key
    where it has one, a tip, and whether it can be done now."""

    name: str
    act: Callable[[], None]
    key: str = ""
    tip: str = ""
    enabled: Callable[[], bool] = always

    @property
    def words(self) -> str:
        """Its name and its key, for a list in which it is looked for."""
        return f"{self.name} · key {self.key}" if self.key else self.name

    def trigger(self) -> None:
        """Do it, if it can be done now."""
        if self.enabled():
            self.act()


def bind_keys(actions: Sequence[Action], window: QWidget) -> None:
    """Let the keys of the actions hold in all of the window."""
    for action in actions:
        if action.key:
            QShortcut(QKeySequence(action.key), window).activated.connect(action.trigger)


def menu_of(actions: Sequence[Action], parent: QWidget) -> QMenu:
    """A menu of the actions, in which those that can be done now are enabled whenever it opens."""
    menu = QMenu(parent)
    menu.setToolTipsVisible(True)
    entries = [(action, menu.addAction(action.name, action.trigger)) for action in actions]
    for action, entry in entries:
        entry.setToolTip(plain_tip(action.tip or action.name))

    def enable() -> None:
        for action, entry in entries:
            entry.setEnabled(action.enabled())

    menu.aboutToShow.connect(enable)
    return menu
