"""The finder: one key, a few letters, and any line, entry, asset, activity or command."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from functools import partial

from PySide6.QtCore import QEvent, QObject, Qt
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QFrame, QLineEdit, QListWidgetItem, QVBoxLayout, QWidget
from shiboken6 import isValid

from half_yard.countries import Computation, pack_for
from half_yard.countries.telling import line_name
from half_yard.desktop import theme
from half_yard.desktop.actions import Action
from half_yard.desktop.plain_words import PlainLabel
from half_yard.desktop.subjects import Subject
from half_yard.desktop.tables.cursor import CursorList
from half_yard.desktop.workspace import Workspace
from half_yard.figures import amount_text
from half_yard.records.choices import has_words

MOST, ALL_KEYS = 60, 1000
WIDTH, HEIGHT = 620, 420
FOUND_ROLE = Qt.ItemDataRole.UserRole + 1


@dataclass(frozen=True, slots=True)
class Findable:
    """Something to be found: its words, and where it leads or what it does; with neither it only says
    something."""

    words: str
    subject: Subject | None = None
    act: Callable[[], None] | None = None


def findables(computation: Computation) -> Iterator[Findable]:
    """Everything in a client file that can be gone to: what was typed before what is computed."""
    file = computation.file
    calendar = pack_for(file.country).country.calendar(file.tax_year)
    for key, person in file.people.items():
        yield Findable(f"Person · {person.name or key}", f"/people/{key}/first_name")
    for key, activity in sorted(file.activities.items()):
        yield Findable(f"Activity · {activity.name}", f"/activities/{key}")
    for key, thing in sorted(file.things.items()):
        yield Findable(f"Shared · {thing.name}", f"/things/{key}")
    for key, exchange in sorted(file.exchanges.items()):
        yield Findable(f"Exchange · {exchange.name}", f"/exchanges/{key}")
    for key, asset in sorted(file.assets.items()):
        yield Findable(f"Asset · {asset.name} · {asset.cost:,.2f}", f"/assets/{key}")
    for key, form in sorted(file.forms.items()):
        yield Findable(f"Form · {form.payer} · {form.kind} · {form.amount:,.2f}", f"/forms/{key}")
    for key, entry in sorted(file.entries.items()):
        day = calendar.text(entry.date)
        words = " · ".join(filter(None, ("Entry", entry.payee, entry.memo, day, f"{entry.amount:,.2f}")))
        yield Findable(words, f"/entries/{key}")
    for key, statement in sorted(file.statements.items()):
        yield Findable(
            f"Statement · {statement.name}", f"/statements/{key}/rows/{next(iter(statement.rows), '')}"
        )
    for key, rule in sorted(file.sorting_rules.items()):
        yield Findable(f"Sorting rule · {rule.words}", f"/sorting_rules/{key}")
    for sheet in computation.sheets:
        for line in sheet.lines:
            where = line_name(computation, line)
            yield Findable(f"{where} · {line.title} · {amount_text(line.figure)}", line.place)


def lines_of_books(computation: Computation, show: Callable[[str, str], None]) -> Iterator[Findable]:
    """The lines of every activity's books, by their titles and the words under which they are looked for."""
    file = computation.file
    ledger = pack_for(file.country).ledger
    for key, activity in sorted(file.activities.items()):
        for line in ledger.lines(activity):
            also = f" ({', '.join(line.also)})" if line.also else ""
            yield Findable(
                f"Books · {activity.name}, line {line.number} · {line.title}{also}",
                act=partial(show, key, line.key),
            )


def matching(words: str, known: list[tuple[str, Findable]], most: int = MOST) -> list[Findable]:
    """The first findables that have every word, those that begin a word with the first one in front."""
    wanted = words.casefold().replace(",", "").split()
    found = [(text, item) for text, item in known if has_words(text, wanted)]
    if wanted:
        found.sort(key=lambda pair: f" {wanted[0]}" not in f" {pair[0]}")
    return [item for _, item in found[:most]]


class Finder(QFrame):
    """A sheet of paper over the page with a line to type on and what was found below."""

    def __init__(
        self,
        workspace: Workspace,
        actions: Callable[[], Sequence[Action]],
        besides: Callable[[], Sequence[Findable]],
        parent: QWidget,
    ) -> None:
        super().__init__(parent)
        self._workspace = workspace
        self._actions, self._besides = actions, besides
        self._known: list[tuple[str, Findable]] = []
        self._back: QWidget | None = None
        self._most = MOST
        self.setStyleSheet(
            f"Finder {{ background: {theme.BLEACHED.name()}; border: 2px solid {theme.WALNUT.name()}; }}"
        )
        column = QVBoxLayout(self)
        column.setContentsMargins(16, 12, 16, 12)
        self._title = PlainLabel()
        self._title.setFont(theme.title_font(12))
        self.line = QLineEdit()
        self.line.setFont(theme.text_font(13))
        self.line.setAccessibleName("Find")
        self.line.setPlaceholderText("a few letters or an amount")
        self.list = CursorList()
        self.list.setFrameShape(QFrame.Shape.NoFrame)
        self.list.setAccessibleName("Found")
        self.list.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.list.setTextElideMode(Qt.TextElideMode.ElideRight)
        column.addWidget(self._title)
        column.addWidget(self.line)
        column.addWidget(self.list, 1)
        self.line.textChanged.connect(self._search)
        self.line.returnPressed.connect(self._choose)
        self.list.itemActivated.connect(self._choose)
        self.list.itemClicked.connect(self._choose)
        self.line.installEventFilter(self)
        self.hide()

    def open(self) -> None:
        """Show the finder over its parent, ready to type."""
        known = [
            Findable(f"Command · {action.words}", act=action.act)
            for action in self._actions()
            if action.enabled()
        ]
        known += self._besides()
        if self._workspace.is_open:
            known += findables(self._workspace.computation)
        self._title.setText("Find a line, entry, asset, activity or command")
        self._most = MOST
        self._show(known)

    def open_keys(self, here: Sequence[Action]) -> None:
        """Show the keys and commands: those of the page that is shown, then those of everywhere."""
        self._title.setText("Keys and commands, of this page and of everywhere")
        self._most = ALL_KEYS
        self._show(
            [
                *(Findable(f"Here · {action.words}", act=action.trigger) for action in here),
                *(Findable(f"Everywhere · {action.words}", act=action.trigger) for action in self._actions()),
            ]
        )

    def _show(self, known: Sequence[Findable]) -> None:
        parent = self.parentWidget()
        self._back = parent.focusWidget() if parent else None
        self._known = [(item.words.casefold().replace(",", ""), item) for item in known]
        self.fit()
        self.line.clear()
        self._search("")
        self.show()
        self.raise_()
        self.line.setFocus()

    def fit(self) -> None:
        """Take the room that there is over the page."""
        if parent := self.parentWidget():
            width = min(WIDTH, parent.width() - 40)
            self.setGeometry((parent.width() - width) // 2, 64, width, min(HEIGHT, parent.height() - 150))

    def close_finder(self) -> None:
        """Hide it and give the focus back."""
        self.hide()
        # A cell's editor is gone by now: typing ended when the finder took the focus.
        if self._back is not None and isValid(self._back):
            self._back.setFocus()

    def _search(self, words: str) -> None:
        self.list.clear()
        for item in matching(words, self._known, self._most):
            row = QListWidgetItem(item.words)
            row.setData(FOUND_ROLE, item)
            self.list.addItem(row)
        if self.list.count():
            self.list.setCurrentRow(0)
        else:
            row = QListWidgetItem(f"Nothing has all of “{words}”. Try fewer letters.")
            row.setFlags(Qt.ItemFlag.NoItemFlags)
            self.list.addItem(row)

    def _choose(self) -> None:
        row = self.list.currentItem()
        item: Findable | None = row.data(FOUND_ROLE) if row else None
        if item is None or (item.act is None and item.subject is None):
            return
        self.close_finder()
        if item.act is not None:
            item.act()
        elif item.subject is not None:
            self._workspace.go_to(item.subject)

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        if watched is self.line and isinstance(event, QKeyEvent) and event.type() == QEvent.Type.KeyPress:
            step = {Qt.Key.Key_Down: 1, Qt.Key.Key_Up: -1, Qt.Key.Key_PageDown: 10, Qt.Key.Key_PageUp: -10}
            if event.key() in step:
                last = self.list.count() - 1
                self.list.setCurrentRow(max(0, min(last, self.list.currentRow() + step[Qt.Key(event.key())])))
                return True
        return super().eventFilter(watched, event)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Escape:
            self.close_finder()
        else:
            super().keyPressEvent(event)
