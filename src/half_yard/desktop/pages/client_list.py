"""The office's clients: how each stands, found by words, sorted by any column."""

from __future__ import annotations

import datetime
import re
from collections.abc import Sequence
from pathlib import Path

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import (
    QAbstractItemView,
    QHBoxLayout,
    QLineEdit,
    QTableWidgetItem,
    QWidget,
)

from half_yard.desktop import theme
from half_yard.desktop.listing import Listing
from half_yard.desktop.parts import bare_column, plain_table, soft
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.recent_files import RecentFiles
from half_yard.desktop.workspace import Workspace
from half_yard.office.standing import Standing, standing
from half_yard.storage import real_path

PATH_ROLE = Qt.ItemDataRole.UserRole + 1
COLUMNS = ("Client", "Year", "Stands at", "Client owes", "Waits for", "By", "Due", "Result")
NAME, YEAR, STATE, OWES, WAITS, PREPARES, DUE, RESULT = range(len(COLUMNS))
NUMBER, WIDEST_NUMBER = re.compile(r"\d[\d,]*"), 12
NEVER = "9"
"""Sorts what has no day after every day."""


def by_amount(words: str) -> str:
    """Words as they are sorted: alike ones by their numbers."""
    return NUMBER.sub(lambda found: found[0].replace(",", "").zfill(WIDEST_NUMBER), words)


class ClientList(QWidget):
    """Signals `wanted` with the path of a file to open."""

    wanted = Signal(object)

    def __init__(self, workspace: Workspace, recent: RecentFiles) -> None:
        super().__init__()
        self._workspace, self._recent = workspace, recent
        self._rows: dict[Path, int] = {}
        self._open: Path | None = None
        """The one that is open, as it is listed."""
        self._standings: dict[Path, Standing] = {}
        self._sorted_by = (NAME, False)
        self.listing = Listing(workspace.keys, self)
        self.listing.stands.connect(self._show_standing)
        self.listing.reached.connect(self._show_reached)
        self.line = QLineEdit()
        self.line.setPlaceholderText("a name, a year, “asked”, “past”, initials, “to pay”…")
        self.line.setAccessibleName("Find clients")
        self.line.textChanged.connect(self.show_found)
        self._reached = soft("")
        self._reached.setWordWrap(False)
        finding = QHBoxLayout()
        finding.addWidget(self.line, 1)
        finding.addWidget(self._reached)
        self.files = plain_table("Client files", COLUMNS)
        self.files.setSelectionMode(QAbstractItemView.SelectionMode.ExtendedSelection)
        self.files.itemActivated.connect(lambda item: self.wanted.emit(item.data(PATH_ROLE)))
        header = self.files.horizontalHeader()
        header.setSectionsClickable(True)
        header.sectionClicked.connect(self.sort_by)
        column = bare_column(self, 6)
        column.addLayout(finding)
        column.addWidget(self.files, 1)

    # -- what is listed ------------------------------------------------------------------------------

    def refresh(self) -> None:
        """List the files of the folder and those opened lately; how each stands follows when idle."""
        paths = self._in_order(self._recent.paths())
        self.files.setRowCount(len(paths))
        self._rows = {path: row for row, path in enumerate(paths)}
        self._open = next((path for path in paths if real_path(path) == self._workspace.path), None)
        for row, path in enumerate(paths):
            self._set_row(row, path, Standing(path.stem, state="…"))
            if path == self._open:
                self.files.setCurrentCell(row, 0)
        self.show_open()
        self.listing.start([path for path in paths if path != self._open])
        self.show_found()

    def show_open(self) -> None:
        """Show how the open file stands as it is worked on, saved or not."""
        if self._open is not None:
            found = standing(self._workspace.computed_without(), datetime.date.today())
            self._show_standing(self._open, found)

    def _show_standing(self, path: Path, found: Standing) -> None:
        self._standings[path] = found
        self._set_row(self._rows[path], path, found)
        self._show_if_found(self._rows[path])

    def _show_reached(self, known: int, of: int) -> None:
        self._reached.setText(f"{known} of {of} looked at" if known < of else "")

    def _set_row(self, row: int, path: Path, found: Standing) -> None:
        current = path == self._open
        elsewhere = f", in {self._recent.place_of(path)}" if path.parent != self._recent.folder else ""
        cells = (
            f"{found.title}{elsewhere}", found.year, found.state, found.owes, found.waits_for,
            found.prepares, found.due_words, found.result,
        )  # fmt: skip
        for column, text in enumerate(cells):
            item = QTableWidgetItem(text)
            item.setData(PATH_ROLE, path)
            item.setToolTip(plain_tip(text if column > YEAR else str(path)))
            item.setFont(theme.text_font(bold=current))
            self.files.setItem(row, column, item)

    # -- what is found and in which order ------------------------------------------------------------

    def show_found(self) -> None:
        """Show the clients that have every word typed in one of their columns."""
        for row in range(self.files.rowCount()):
            self._show_if_found(row)

    def _show_if_found(self, row: int) -> None:
        words = self.line.text().casefold().split()
        cells = (self.files.item(row, column) for column in range(len(COLUMNS)))
        text = " ".join(item.text() for item in cells if item is not None).casefold()
        self.files.setRowHidden(row, not all(word in text for word in words))

    def sort_by(self, column: int) -> None:
        """Show the clients in the order of a column; backwards at the second time."""
        before, backwards = self._sorted_by
        self._sorted_by = (column, column == before and not backwards)
        self.refresh()

    def sort_here(self) -> None:
        """Sort by the column that the cursor is in."""
        self.sort_by(self.files.currentColumn())

    def _in_order(self, paths: Sequence[Path]) -> list[Path]:
        """The files by the column that sorts; those of which nothing is known yet last."""
        column, backwards = self._sorted_by
        if column == NAME:
            return list(reversed(paths)) if backwards else list(paths)
        known = [path for path in paths if path in self._standings]
        known.sort(key=lambda path: _sorted_as(self._standings[path], column), reverse=backwards)
        return known + [path for path in paths if path not in self._standings]

    # -- what is chosen ------------------------------------------------------------------------------

    @property
    def current(self) -> Path | None:
        """The file that the cursor is on."""
        item = self.files.item(self.files.currentRow(), NAME)
        return item.data(PATH_ROLE) if item is not None else None

    @property
    def chosen(self) -> list[Path]:
        """The files that are selected and shown, or else that of the cursor, in their order."""
        rows = sorted({index.row() for index in self.files.selectedIndexes()})
        items = [self.files.item(row, NAME) for row in rows if not self.files.isRowHidden(row)]
        paths = [item.data(PATH_ROLE) for item in items if item is not None]
        return paths or [path for path in [self.current] if path is not None]


def _sorted_as(found: Standing, column: int) -> str:
    if column == DUE:
        return found.due.isoformat() if found.due is not None else NEVER
    words = {
        YEAR: found.year, STATE: found.state, OWES: found.owes, WAITS: found.waits_for,
        PREPARES: found.prepares, RESULT: found.result,
    }  # fmt: skip
    return by_amount(words[column])
