"""One activity: its statement on the left, its entries, totals, comparison or particulars on the right."""

from __future__ import annotations

from enum import Enum
from functools import cached_property

from PySide6.QtCore import Signal
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QHBoxLayout, QStackedWidget, QVBoxLayout, QWidget

from half_yard.desktop.actions import Action
from half_yard.desktop.line_rows import folded_under, statement_rows
from half_yard.desktop.line_view import LineRow, LineView
from half_yard.desktop.pages.comparison_view import ComparisonView
from half_yard.desktop.pages.entries_view import EntriesView
from half_yard.desktop.pages.particulars_view import ParticularsView
from half_yard.desktop.pages.totals_view import TotalsView
from half_yard.desktop.parts import button
from half_yard.desktop.subjects import collection_and_id
from half_yard.desktop.workspace import Workspace


class Part(Enum):
    """What is shown on the right: the words on its button."""

    ENTRIES = "All entries"
    TOTALS = "Totals"
    COMPARISON = "Last year"
    PARTICULARS = "Particulars"


TIPS = {
    Part.ENTRIES: "Show the entries of every line",
    Part.TOTALS: "By month and by payee, of the line chosen or of all",
    Part.COMPARISON: "Every line beside last year's, and what limits it",
    Part.PARTICULARS: "What it is, whose, how it is run",
}
STATEMENT_WIDTH, STATEMENT_PART = (328, 460), 4
"""How wide the statement is at least and at most, and which part of the page it takes between."""
STATEMENT_ROW = 19
NOT_ON_RETURN = "Nothing of it goes on this return: an entry's thread says why."


class ActivityView(QWidget):
    """Choosing a line of the statement shows that line's entries; Enter goes on to type a new one. Signals
    `export_wanted` when the books are to go out."""

    export_wanted = Signal()

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self._activity = ""
        self._lines: tuple[str, ...] = ()
        self._unfolded = False
        self.statement = LineView("Statement of the activity", row_height=STATEMENT_ROW)
        self.statement.horizontalHeader().hide()
        self.statement.setFixedWidth(STATEMENT_WIDTH[0])
        self.statement.line_current.connect(self._line_chosen)
        self.statement.entry_wanted.connect(self._enter)
        self.statement.offer([Action("A new entry on the line (Enter)", self._enter, "Ins")])
        self.entries_view = EntriesView(workspace)
        self.entries_view.left.connect(self.focus)
        self.entries = self.entries_view.block
        self.model = self.entries_view.model
        self._shown = Part.ENTRIES
        self._switches = {part: button(part.value, tip) for part, tip in TIPS.items()}
        self._switches[Part.ENTRIES].clicked.connect(self.show_all)
        self._stack = QStackedWidget()
        self._stack.addWidget(self.entries_view)
        line = QHBoxLayout()
        for part, switch in self._switches.items():
            switch.setCheckable(True)
            line.addWidget(switch)
            if part is not Part.ENTRIES:
                switch.clicked.connect(
                    lambda checked, part=part: self.switch_to(part if checked else Part.ENTRIES)
                )
        line.addStretch(1)
        export = button("Export…", "The books of every activity as a workbook with live totals, CSV or JSON")
        export.clicked.connect(self.export_wanted)
        line.addWidget(export)
        right = QVBoxLayout()
        right.setSpacing(6)
        right.addLayout(line)
        right.addWidget(self._stack, 1)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(14)
        row.addWidget(self.statement)
        row.addLayout(right, 1)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        least, most = STATEMENT_WIDTH
        self.statement.setFixedWidth(max(least, min(most, event.size().width() // STATEMENT_PART)))

    # The parts beside the entries are made when they are first shown, so that the window is there sooner.

    @cached_property
    def totals(self) -> TotalsView:
        """The totals by month and payee."""
        return TotalsView(self._workspace)

    @cached_property
    def comparison(self) -> ComparisonView:
        """The lines beside last year's."""
        return ComparisonView(self._workspace)

    @cached_property
    def particulars(self) -> ParticularsView:
        """What the activity is and how it is run."""
        return ParticularsView(self._workspace)

    # -- showing -------------------------------------------------------------------------------------

    def show_activity(self, key: str) -> None:
        """Show an activity as it is now."""
        if key != self._activity:
            self._activity = key
            self._lines = ()
            self._unfolded = False
            self.statement.clearSelection()
            self._shown = Part.ENTRIES
        self._show_statement()
        self._show_right()

    def _show_statement(self) -> None:
        computation, pack = self._workspace.computation, self._workspace.pack
        rows = statement_rows(computation, pack, self._activity, unfolded=self._unfolded)
        self.statement.rows_model.show_rows(rows)
        # Beside last year's, every line stands in the comparison: it has the room of the statement too.
        self.statement.setVisible(self._shown is not Part.COMPARISON)

    def _show_right(self) -> None:
        landed = "" if self.statement.rows_model.rows else NOT_ON_RETURN
        self.entries_view.show_lines(self._activity, self._lines, landed=landed)
        shown: QWidget = self.entries_view
        match self._shown:
            case Part.TOTALS:
                shown = self.totals
                self.totals.show_lines(self._activity, self._lines)
            case Part.COMPARISON:
                shown = self.comparison
                self.comparison.show_activity(self._activity)
            case Part.PARTICULARS:
                shown = self.particulars
                self.particulars.show_activity(self._activity)
        if self._stack.indexOf(shown) < 0:
            self._stack.addWidget(shown)
        self._stack.setCurrentWidget(shown)
        for part, switch in self._switches.items():
            switch.setChecked(part is self._shown and not (part is Part.ENTRIES and self._lines))

    def switch_to(self, part: Part) -> None:
        """Show a part on the right."""
        self._shown = part
        self._show_statement()
        self._show_right()

    def _line_chosen(self, row: LineRow) -> None:
        if row.place is not None:
            self._workspace.look_at(row.place)
        if self.statement.is_arrived_at:
            return  # what is shown beside it stays until the cursor is moved
        self._lines = row.entries
        if self.statement.hasFocus() and self._shown is not Part.TOTALS:
            self._shown = Part.ENTRIES
        self._show_right()

    def _enter(self) -> None:
        """Go from a line to a new entry on it; from a computed line to all entries, or to what is folded
        away under it."""
        row = self.statement.current_row
        folded = folded_under(self._workspace.computation, self._workspace.pack, self._activity)
        if row is not None and row.place is not None and folded and row.place.line == folded[0]:
            self._unfolded = True
            self._show_statement()
            self.statement.show_line([folded[1]])
            return
        self._lines = row.entries if row is not None else ()
        self.switch_to(Part.ENTRIES)
        self.entries.table.start_new()

    def show_all(self) -> None:
        """Show the entries of every line."""
        self._lines = ()
        self.switch_to(Part.ENTRIES)
        self.entries.table.setFocus()

    def show_statement(self) -> None:
        """Put the cursor on the statement."""
        self.switch_to(Part.ENTRIES)
        self.statement.setFocus()

    def show_line(self, line: str) -> None:
        """Put the cursor on a line of the statement, also one that is folded away."""
        self.show_statement()
        if not self.statement.show_line([line]):
            self._unfolded = True
            self._show_statement()
            self.statement.show_line([line])

    def show_entry(self, path: str) -> None:
        """Show the entry at a path on its line; one that is on no line, among all."""
        entry = self._workspace.file.entries[collection_and_id(path)[1]]
        self._shown = Part.ENTRIES
        self.entries_view.words.clear()
        self._show_statement()
        self.statement.show_line([entry.line])
        row = self.statement.current_row
        self._lines = row.entries if row is not None and entry.line in row.entries else ()
        self._show_right()
        self.entries_view.show_entry(path)

    def show_particulars(self, path: str) -> None:
        """Show the particulars, the cursor on the field at a path; last year's amounts and the notes of lines
        are elsewhere."""
        parts = path.split("/")
        if len(parts) > 4 and parts[3] == "last_year":
            self.switch_to(Part.COMPARISON)
            self.comparison.focus_on(parts[4])
            return
        if len(parts) > 4 and parts[3] == "notes":
            self.switch_to(Part.ENTRIES)
            self.statement.show_line([parts[4]])
            self.entries_view.notes.focus_on(path)
            return
        self.switch_to(Part.PARTICULARS)
        self.particulars.form.focus_on(path)

    def focus(self) -> None:
        """Put the cursor where work goes on."""
        if self.statement.isHidden():
            self.comparison.table.setFocus()
            return
        self.statement.setFocus()
        if not self.statement.currentIndex().isValid() and self.statement.rows_model.rows:
            self.statement.setCurrentIndex(self.statement.rows_model.index(0, 0))

    def make_asset(self) -> None:
        """Turn the current entry into an asset, and go to it to choose its class."""
        self.entries_view.make_asset()

    def remove_activity(self) -> None:
        """Take the activity out with all that belongs to it."""
        self.particulars.show_activity(self._activity)
        self.particulars.remove_activity()
