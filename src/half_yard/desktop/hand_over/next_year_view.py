"""Next year's file from the window: what it brings before it is made, and what has changed since."""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QTableWidgetItem, QWidget

from half_yard.countries.labels import label_of
from half_yard.countries.next_year import carried_on, next_year
from half_yard.countries.next_year_again import bring, changed_since
from half_yard.countries.telling import line_name
from half_yard.desktop.parts import bare_column, button, in_a_row, plain_table, show_cells, soft, title
from half_yard.desktop.strip_page import StripPart
from half_yard.desktop.workspace import Workspace
from half_yard.figures import Line
from half_yard.figures.explain import exact_text
from half_yard.records import ClientFile, EditError
from half_yard.storage import FileRefusedError, OpenFile, SealedFileError, read_file
from half_yard.storage.file_names import next_years_name

COLUMNS = ("What goes along", "From", "Amount")
AGAIN = ("What has changed since", "There", "It would be")
GOES, AMOUNT = 0, 2
Row = tuple[str, str, str]


class NextYearView(StripPart):
    """While there is no file yet: what goes along, activities to be left by taking their tick off. Once there
    is one: what has changed since."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self._left: set[str] = set()
        self._activities: list[str] = []
        self.heading = title("", 12)
        self._said = soft("")
        self.table = plain_table("What goes along", COLUMNS, right=(AMOUNT,))
        self.table.itemChanged.connect(self._ticked)
        self.make = button("Make it", "Write the file beside this one")
        self.make.clicked.connect(self.write)
        self.again = button("Bring what has changed", "What was typed there stays")
        self.again.clicked.connect(self.bring_again)
        column = bare_column(self, 6)
        column.addWidget(self.heading)
        column.addWidget(self._said)
        column.addWidget(self.table, 1)
        column.addLayout(in_a_row(self.make, self.again))
        workspace.opened.connect(self._left.clear)

    @property
    def path(self) -> Path | None:
        """Where next year's file is, or would be."""
        path = self._workspace.path
        return path.with_name(next_years_name(path, self._workspace.file.tax_year)) if path else None

    @property
    def begins_at(self) -> QWidget:
        """What goes along."""
        return self.table

    def refresh(self) -> None:
        """Show what goes along now, or what has changed."""
        path = self.path
        if path is None:
            return
        self.heading.setText(path.name)
        there = path.exists()
        self.make.setVisible(not there)
        self.again.setVisible(there)
        self.table.blockSignals(True)
        try:
            made = self._made()
            rows = self._changed(made, path) if there else self._going_on(made)
        except (ValueError, FileRefusedError, SealedFileError, OSError) as error:
            self._say(str(error), COLUMNS, [])
            self.make.setEnabled(False)
            self.again.setEnabled(False)
        else:
            self.make.setEnabled(not there)
            self.again.setEnabled(there and bool(rows))
            self._say(self._words(there=there, count=len(rows)), AGAIN if there else COLUMNS, rows)
        self.table.blockSignals(False)

    def _made(self) -> ClientFile:
        if self._workspace.fittings.worn:
            raise ValueError("A fitting is worn: take it off first. Next year begins with what is.")
        return next_year(self._workspace.computation, self._workspace.pack, self._left)

    def _words(self, *, there: bool, count: int) -> str:
        if there:
            many = f"{count} things have" if count != 1 else "One thing has"
            return f"It was made before. {many if count else 'Nothing has'} changed here since."
        warning = f" {self._workspace.file.tax_year} is not complete: what is carried may change."
        more = "" if self._workspace.computation.complete else warning
        return f"It is not made yet. An activity whose tick is taken off stays behind.{more}"

    def _say(self, words: str, headings: Sequence[str], rows: Sequence[Row]) -> None:
        self._said.setText(words)
        self.table.setHorizontalHeaderLabels(list(headings))
        show_cells(self.table, rows, (AMOUNT,))
        for number, key in enumerate(self._activities if headings is COLUMNS else ()):
            goes = self.table.item(number, GOES)
            if goes is not None:
                goes.setFlags(goes.flags() | Qt.ItemFlag.ItemIsUserCheckable)
                ticked = key not in self._left
                goes.setCheckState(Qt.CheckState.Checked if ticked else Qt.CheckState.Unchecked)

    def _going_on(self, made: ClientFile) -> list[Row]:
        """The activities first, those too that stay behind; then everything that is carried; then how many of
        all else."""
        file, computation, pack = self._workspace.file, self._workspace.computation, self._workspace.pack
        self._activities = sorted({*made.activities, *self._left} & file.activities.keys())
        rows: list[Row] = [(file.called(key), "activity", "") for key in self._activities]
        rows += [
            (_words(each.line), line_name(computation, each.line), exact_text(each.amount))
            for each in carried_on(computation)
        ]
        rows += [
            (label_of(pack, made, f"/household/facts/{key}"), "this year's result", exact_text(amount))
            for key, amount in made.household.facts.items()
        ]
        counts = (
            ("people", made.people), ("dependants", made.dependants), ("assets", made.assets),
            ("shared things", made.things), ("sorting rules", made.sorting_rules),
            ("questions that wait", made.questions),
        )  # fmt: skip
        rows += [(f"{len(records)} {words}", "", "") for words, records in counts if records]
        return rows

    def _changed(self, made: ClientFile, path: Path) -> list[Row]:
        there = read_file(path, self._workspace.keys)
        return [(each.words, each.has, each.would_have) for each in changed_since(made, there)]

    def _ticked(self, item: QTableWidgetItem) -> None:
        key = self._activities[item.row()]
        if item.checkState() is Qt.CheckState.Checked:
            self._left.discard(key)
        else:
            self._left.add(key)
        try:
            self._made()
        except ValueError as error:
            self._left.discard(key)
            self._workspace.said.emit(str(error))
        self.refresh()

    def write(self) -> None:
        """Make next year's file, or say why not."""
        path = self.path
        if path is None:
            return
        try:
            OpenFile.create(path, self._made(), self._workspace.open_file.seal).close()
        except (ValueError, FileRefusedError, OSError) as error:
            self._workspace.said.emit(f"{path.name} is not made. {error}")
            return
        self._workspace.said.emit(f"{path.name} is made. Check the household and the answers there.")
        self.refresh()

    def bring_again(self) -> None:
        """Bring what has changed since into next year's file, as one edit there."""
        path = self.path
        if path is None:
            return
        try:
            opened = OpenFile.open(path, self._workspace.keys)
            try:
                edit = bring(changed_since(self._made(), opened.file))
                opened.edit(edit)
                opened.save()
            finally:
                opened.close()
        except (EditError, FileRefusedError, SealedFileError, OSError, ValueError) as error:
            self._workspace.said.emit(f"Nothing was brought into {path.name}. {error}")
            return
        self._workspace.said.emit(f"{len(edit.changes)} changes are brought into {path.name}.")
        self.refresh()


def _words(line: Line) -> str:
    return f"{line.title} ({line.section})" if line.section else line.title
