"""What the window can do: each thing is declared once, and menus, the finder and the keys come from that."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from PySide6.QtCore import Qt
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


def bind_keys(
    actions: Sequence[Action],
    part: QWidget,
    where: Qt.ShortcutContext = Qt.ShortcutContext.WindowShortcut,
) -> None:
    """Let the keys of the actions hold in all of the window, or in a part of it."""
    for action in actions:
        if action.key:
            shortcut = QShortcut(QKeySequence(action.key), part)
            shortcut.setContext(where)
            shortcut.activated.connect(action.trigger)


def menu_of(actions: Callable[[], Sequence[Action]], parent: QWidget, title: str = "") -> QMenu:
    """A menu of the actions that there are whenever it opens; those that can be done then are enabled. A
    letter of each is its mnemonic."""
    menu = QMenu(title, parent)
    menu.setToolTipsVisible(True)

    def fill() -> None:
        menu.clear()
        every = actions()
        for action, name in zip(every, with_mnemonics([action.name for action in every]), strict=True):
            entry = menu.addAction(f"{name}\t{action.key}" if action.key else name, action.trigger)
            entry.setToolTip(plain_tip(action.tip or action.name))
            entry.setEnabled(action.enabled())

    menu.aboutToShow.connect(fill)
    return menu


def with_mnemonics(names: Sequence[str]) -> list[str]:
    """The names, each with a letter marked that no other has: the first of a word if one is left, or else
    any; none where all are taken."""
    taken: set[str] = set()
    found = []
    for name in names:
        starts = [number for number, letter in enumerate(name) if number == 0 or name[number - 1] == " "]
        every = [*starts, *(number for number in range(len(name)) if number not in starts)]
        free = [number for number in every if name[number].isalpha() and name[number].casefold() not in taken]
        if free:
            taken.add(name[free[0]].casefold())
            before, after = name[: free[0]].replace("&", "&&"), name[free[0] :].replace("&", "&&")
            found.append(f"{before}&{after}")
        else:
            found.append(name.replace("&", "&&"))
    return found
