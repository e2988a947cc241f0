"""The Books page: each activity's statement with its entries, and what the household has besides."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from decimal import Decimal
from functools import cached_property
from pathlib import Path
from typing import TYPE_CHECKING, TypeVar

from PySide6.QtCore import Qt
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QHBoxLayout, QLineEdit, QStackedWidget, QVBoxLayout, QWidget

from half_yard.desktop.pages.activity_view import ActivityView
from half_yard.desktop.pages.activity_view import Part as ActivityPart
from half_yard.desktop.pages.which_part import BESIDES, FORMS, HOUSEHOLD, STATEMENTS
from half_yard.desktop.parts import Page, button, soft
from half_yard.desktop.strip import Strip, cut_short
from half_yard.desktop.subjects import collection_and_id
from half_yard.desktop.workspace import Workspace
from half_yard.desktop.writing_out import ask_where, written_out
from half_yard.figures.explain import money_text
from half_yard.interop import books_text, sheets_page
from half_yard.records import Activity, add, next_id
from half_yard.records.collections import Work, work_on

if TYPE_CHECKING:
    from half_yard.desktop.pages.forms_view import FormsView
    from half_yard.desktop.pages.household_view import HouseholdView
    from half_yard.desktop.statements import TrayView

P = TypeVar("P", bound=QWidget)
EXPORTS = "Workbook (*.xlsx);;CSV (*.csv);;JSON (*.json)"
NAME_LENGTHS, MANY_LENGTH = (40, 30, 24, 20, 16), 24
"""So many letters of an activity's name are shown at most: the first of these with which all fit in a
row, or the last where they take several rows."""


class BooksPage(Page):
    """The activities in a strip above, the chosen one below."""

    def __init__(self, workspace: Workspace, office: Callable[[], Iterable[Path]]) -> None:
        super().__init__(workspace)
        self._chosen = ""
        column = QVBoxLayout(self)
        column.setContentsMargins(18, 10, 14, 10)
        column.setSpacing(8)
        head = QHBoxLayout()
        self.strip = Strip("Activities")
        self.strip.chosen.connect(self.choose)
        head.addWidget(self.strip, 1, Qt.AlignmentFlag.AlignTop)
        self._makers = QHBoxLayout()
        head.addLayout(self._makers)
        self._made_for = ""
        self._fitted_for: tuple[object, ...] = ()
        self._short: list[str] = []
        column.addLayout(head)
        self._office = office
        self.activity = ActivityView(workspace)
        self.activity.export_wanted.connect(self.ask_to_export)
        self._empty = soft("")
        self._empty.setAlignment(Qt.AlignmentFlag.AlignCenter)
        self._stack = QStackedWidget()
        for part in (self.activity, self._empty):
            self._stack.addWidget(part)
        column.addWidget(self._stack, 1)
        workspace.at_each_file(self._opened)

    # The parts beside the activities are loaded and made when they are first shown, as the pages are.

    @cached_property
    def tray(self) -> TrayView:
        """The statements and the tray of their rows."""
        from half_yard.desktop.statements import TrayView  # noqa: PLC0415

        return self._added(TrayView(self._workspace))

    @cached_property
    def forms(self) -> FormsView:
        """The payers' forms."""
        from half_yard.desktop.pages.forms_view import FormsView  # noqa: PLC0415

        return self._added(FormsView(self._workspace, self._office))

    @cached_property
    def household(self) -> HouseholdView:
        """What the household has besides."""
        from half_yard.desktop.pages.household_view import HouseholdView  # noqa: PLC0415

        return self._added(HouseholdView(self._workspace, self._office))

    def _added(self, part: P) -> P:
        self._stack.addWidget(part)
        return part

    def _opened(self) -> None:
        self._chosen = next(iter(sorted(self._workspace.file.activities)), "")
        self._offer_kinds()

    def _offer_kinds(self) -> None:
        """A button for a new activity of each kind that the country has."""
        if self._made_for == self._workspace.file.country:
            return
        self._made_for = self._workspace.file.country
        while item := self._makers.takeAt(0):
            if widget := item.widget():
                widget.deleteLater()
        kinds = self._workspace.pack.ledger.kinds
        for key, kind in kinds.items():
            make = button(kind.new, kind.title)
            make.clicked.connect(lambda _checked=False, kind=key: self.make_activity(kind))
            self._makers.addWidget(make, 0, Qt.AlignmentFlag.AlignTop)
        statements = "; ".join(
            f"{kind.title.partition(' (')[0].lower()}: {kind.statement}" for kind in kinds.values()
        )
        self._empty.setText(f"No activity yet. Make one above ({statements}), or choose Household.")

    def refresh(self) -> None:
        """Show the activities as they are now."""
        if not self._workspace.is_open:
            return
        activities = self._workspace.file.activities
        if self._chosen not in {*activities, STATEMENTS, FORMS, HOUSEHOLD}:
            self._chosen = next(iter(sorted(activities)), "")
        self.refresh_names()
        self._show_chosen()

    def _names(self) -> list[tuple[str, str, str]]:
        """The activities for the strip: their ids, names with results, whole names. The names are as long
        as all of them fit beside each other, or else cut short so that each can still be told from the
        others."""
        file, computation = self._workspace.file, self._workspace.computation
        keys = sorted(file.activities)
        whole = [file.activities[key].name or "Not named" for key in keys]
        results = [money_text(computation.result_of_activity(key)) for key in keys]
        short = self._short_names(whole, results)
        return [
            (key, f"{name}   {result}", full)
            for key, name, result, full in zip(keys, short, results, whole, strict=True)
        ]

    def _short_names(self, whole: Sequence[str], results: Sequence[str]) -> list[str]:
        """The names as long as all fit in a row, worked out when they, their results' lengths or the room
        are others than before."""
        room = self.strip.viewport().width()
        fitted_for = (*whole, *map(len, results), room)
        if fitted_for != self._fitted_for:
            self._fitted_for = fitted_for
            besides = [title for _, title, _ in BESIDES]
            for longest in NAME_LENGTHS:
                self._short = cut_short(whole, longest)
                texts = [f"{name}   {result}" for name, result in zip(self._short, results, strict=True)]
                if self.strip.width_of([*texts, *besides]) <= room:
                    break
            else:
                self._short = cut_short(whole, MANY_LENGTH)
        return self._short

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self.refresh_names()

    def refresh_names(self) -> None:
        """Show the activities in the strip as they are now."""
        if self._workspace.is_open:
            self.strip.show_names([*self._names(), *BESIDES], self._chosen)

    def choose(self, key: str) -> None:
        """Show an activity, or the household."""
        if key != self._chosen:
            self._chosen = key
            self.refresh()

    def _show_chosen(self) -> None:
        if self._chosen == HOUSEHOLD:
            self._stack.setCurrentWidget(self.household)
            self.household.refresh()
        elif self._chosen == STATEMENTS:
            self._stack.setCurrentWidget(self.tray)
            self.tray.refresh()
        elif self._chosen == FORMS:
            self._stack.setCurrentWidget(self.forms)
            self.forms.refresh()
        elif self._chosen:
            self._workspace.show_activity(self._chosen)
            self._stack.setCurrentWidget(self.activity)
            self.activity.show_activity(self._chosen)
        else:
            self._stack.setCurrentWidget(self._empty)

    def make_activity(self, kind: str) -> None:
        """Make a new activity of the owner and show its particulars."""
        if not self._workspace.is_open:
            return
        key = next_id("activities", self._workspace.file.activities)
        name = self._workspace.pack.ledger.kinds[kind].new
        owner = next(iter(self._workspace.pack.country.roles))
        record = Activity(kind=kind, name=name, owners={owner: Decimal(100)})
        if not self._workspace.try_to(add(name, f"/activities/{key}", record)):
            return
        self.choose(key)
        self.activity.show_particulars(f"/activities/{key}/name")

    def ask_to_export(self) -> None:
        """Ask where the books go, and write them there."""
        if not self._workspace.is_open:
            return
        name = f"{self._workspace.file.title} {self._workspace.file.tax_year} books"
        chosen = ask_where(
            self._workspace, self, "Export the books", name=name, ending=".xlsx", kinds=EXPORTS
        )
        if chosen:
            self.export(chosen)

    def export(self, path: Path) -> None:
        """Write the books as the ending of the name says: XLSX, JSON, or else CSV."""
        self._workspace.said.emit(written_out("books", path, lambda: self._exported(path.suffix.casefold())))

    def _exported(self, ending: str) -> bytes:
        computation = self._workspace.computation
        if ending == ".xlsx":
            # The library of workbooks takes a quarter of a second to load: only when it is needed.
            from half_yard.interop.books_workbook import books_workbook  # noqa: PLC0415

            return books_workbook(computation)
        return books_text(computation, as_json=ending == ".json").encode()

    def show_subject(self, path: str) -> None:
        """Show what stands at a path: an entry, an activity's particulars, an item of the household."""
        collection, key = collection_and_id(path)
        file, work = self._workspace.file, work_on(path)
        if work is Work.HOUSEHOLD:
            self.choose(HOUSEHOLD)
            self.household.show_subject(path)
        elif work is Work.STATEMENTS:
            self.choose(STATEMENTS)
            self.tray.show_subject(path)
        elif work is Work.FORMS:
            self.choose(FORMS)
            self.forms.show_subject(path)
        elif collection == "activities" and key in file.activities:
            self.choose(key)
            if path.count("/") > 2:
                self.activity.show_particulars(path)
            else:
                self.activity.show_statement()
        elif collection == "entries" and key in file.entries:
            activity = file.entries[key].activity
            if activity in file.activities:
                self.choose(activity)
                self.activity.show_entry(path)

    def page_to_print(self) -> str:
        """The statement of the activity that is shown."""
        computation = self._workspace.computation
        sheets = computation.statement_sheets(self._chosen)
        return sheets_page(computation, sheets) if sheets else ""

    def search_line(self) -> QLineEdit | None:
        """Where the rows of statements are found, or the entries of an activity."""
        if self._chosen == STATEMENTS:
            return self.tray.words
        if self._workspace.is_open and self._chosen in self._workspace.file.activities:
            self.activity.switch_to(ActivityPart.ENTRIES)
            return self.activity.entries_view.words
        return None

    def show_statement(self) -> None:
        """Put the cursor on the statement of the activity that is shown, or was last."""
        if self._workspace.activity:
            self.choose(self._workspace.activity)
            self.activity.show_statement()

    def show_line(self, activity: str, line: str) -> None:
        """Put the cursor on a line of an activity's statement, its entries beside it."""
        self.choose(activity)
        self.activity.show_line(line)

    def focus(self) -> None:
        """Put the cursor where work goes on."""
        if self._chosen == STATEMENTS:
            self.tray.focus()
        elif self._chosen == FORMS:
            self.forms.forms.table.setFocus()
        elif self._chosen == HOUSEHOLD:
            self.household.focus()
        elif self._chosen:
            self.activity.focus()
