"""What the household has besides its activities, in the sections that its country asks for, and what is
carried in."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from pathlib import Path

from pydantic import JsonValue
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QStackedLayout, QVBoxLayout, QWidget

from half_yard.asked import Column, Kind, Section, people_of
from half_yard.desktop.pages.boxes_pane import BoxesPane
from half_yard.desktop.parts import TableBlock, button, scrolled, soft, title
from half_yard.desktop.payers import known_of_payer
from half_yard.desktop.record_list_view import RecordListView
from half_yard.desktop.subjects import collection_and_id
from half_yard.desktop.tables import RecordModel, Source
from half_yard.desktop.workspace import Workspace
from half_yard.records import Carryover, Record
from half_yard.records.choices import Option
from half_yard.records.collections import COLLECTIONS
from half_yard.review.expected import SENT_BY_PAYERS, still_to_come

BOXES_WIDTH = 284
MOST_ROWS = 6
"""So many rows a table shows of itself; more are scrolled to."""
EARLIER_YEARS = 20


class HouseholdView(QWidget):
    """A table for each section, and beside them the further boxes of the form under the cursor."""

    def __init__(self, workspace: Workspace, office: Callable[[], Iterable[Path]]) -> None:
        super().__init__()
        self._workspace = workspace
        self._office = office
        self._country = ""
        self._sections: dict[str, Section] = {}
        self._opened: set[str] = set()
        self.tables: dict[str, TableBlock] = {}
        self.openers: dict[str, QPushButton] = {}
        self.boxes = BoxesPane(workspace, narrow=True)
        self.boxes.setFixedWidth(BOXES_WIDTH)
        self._left = QVBoxLayout()
        self._left.setSpacing(6)
        self._boxes_part = QWidget()
        right = QVBoxLayout(self._boxes_part)
        right.setContentsMargins(0, 0, 0, 0)
        right.addWidget(title("More of it", 12))
        right.addWidget(self.boxes, 1)
        tables = QWidget()
        row = QHBoxLayout(tables)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(14)
        row.addLayout(self._left, 1)
        row.addWidget(self._boxes_part)
        self._stack = QStackedLayout(self)
        self._stack.addWidget(scrolled(tables))

    def _lay_out(self) -> None:
        """Make the tables that the open file's country asks for."""
        self._country = self._workspace.file.country
        while item := self._left.takeAt(0):
            if widget := item.widget():
                widget.hide()
                widget.deleteLater()
        asked = self._workspace.pack.asked
        sections = [*asked.sections(lambda: self._workspace.file)]
        if sections:
            sections.append(self._expected())
        if asked.carryovers:
            sections.append(self._carried())
        self._sections = {section.collection: section for section in sections}
        self._opened = {section.collection for section in sections if section.opened}
        self.tables = {key: self._block(section) for key, section in self._sections.items()}
        for block in self.tables.values():
            self._left.addWidget(block)
        self._left.addWidget(self._openers())
        self._left.addStretch(1)
        if not sections:
            self._left.addWidget(title("Nothing besides its activities is asked for here.", 12))
        self._boxes_part.setVisible(any(section.boxes for section in sections))

    def _openers(self) -> QWidget:
        """A button for each table that takes no room while it is empty."""
        row = QWidget()
        line = QHBoxLayout(row)
        line.setContentsMargins(0, 4, 0, 0)
        line.addWidget(soft("Also"))
        self.openers = {}
        for key, section in self._sections.items():
            opener = button(section.noun.capitalize(), f"{section.heading}: {section.explanation}")
            opener.clicked.connect(lambda _checked=False, key=key: self.open_section(key))
            self.openers[key] = opener
            line.addWidget(opener)
        line.addStretch(1)
        return row

    def open_section(self, collection: str) -> None:
        """Show a table that is empty, the cursor on its new row."""
        self._opened.add(collection)
        self.refresh()
        table = self.tables[collection].table
        table.start_new(self._sections[collection].hint_column)
        table.setFocus()

    def _expected(self) -> Section:
        """The forms that payers will send."""
        called = [(of, COLLECTIONS[of].called) for of in SENT_BY_PAYERS]

        def state(key: str) -> str:
            return "to come" if key in still_to_come(self._workspace.file) else "has come"

        return Section(
            collection="expected",
            heading="Expected forms",
            explanation="those of last year; each is looked for until one of the same payer is typed",
            noun="expected form",
            new_hint="wages, interest, dividends…",
            needed=("of",),
            columns=(
                Column("What", Kind.CHOICE, "of", options=lambda _record: called),
                Column("From", Kind.TEXT, "payer", stretch=True),
                Column("Whose", Kind.CHOICE, "person", options=people_of(lambda: self._workspace.file)),
                Column("Now", Kind.COMPUTED, shown=state),
            ),
        )

    def _carried(self) -> Section:
        """What earlier years carry in."""
        kinds = self._workspace.pack.asked.carryovers
        return Section(
            collection="carryovers",
            heading="Carried in from earlier years",
            explanation="as last year's return has it",
            noun="carryover",
            new_hint="what is carried in",
            needed=("kind", "amount"),
            columns=(
                Column(
                    "What",
                    Kind.CHOICE,
                    "kind",
                    options=lambda _record: list(kinds.items()),
                    stretch=True,
                ),
                Column("Of", Kind.CHOICE, "of", options=self._carried_of),
                Column(
                    "Year",
                    Kind.CHOICE,
                    "year",
                    options=self._earlier_years,
                    optional=True,
                    hint="that it comes from, where that matters",
                ),
                *self._book(),
                Column("Amount", Kind.AMOUNT, "amount"),
            ),
        )

    def _book(self) -> Sequence[Column]:
        """Under which book it was worked out, where the country has several."""
        books = self._workspace.pack.asked.books
        if not books:
            return ()
        hint = "where it is another than the regular tax"
        return (Column("Book", Kind.CHOICE, "book", options=lambda _record: books, hint=hint),)

    def _carried_of(self, record: Record | None) -> Sequence[Option]:
        """What a carryover may belong to."""
        asked, file = self._workspace.pack.asked, self._workspace.file
        kinds = [record.kind] if isinstance(record, Carryover) and record.kind else list(asked.carryovers)
        return list(dict.fromkeys(option for kind in kinds for option in asked.carried_of(file, kind)))

    def _earlier_years(self, record: Record | None) -> Sequence[Option]:
        """The years from which something may be carried in."""
        del record
        now = self._workspace.file.tax_year
        return [(str(year), str(year)) for year in range(now - 1, now - 1 - EARLIER_YEARS, -1)]

    def _block(self, section: Section) -> TableBlock:
        source = Source(
            section.collection, section.noun, COLLECTIONS[section.collection].record,
            lambda: section.start, section.needed, section.new_hint, hint_column=section.hint_column,
            fill_in=lambda typed: self._fill_in(section, typed),
            beside=lambda: (self._workspace.file.activities, self._workspace.file.people),
        )  # fmt: skip
        model = RecordModel(self._workspace, source, section.columns, self)
        block = TableBlock(section.heading, model, section.explanation)
        if section.listed:
            from_list = button("From a list…", "Take a list in: CSV, text or a workbook")
            from_list.clicked.connect(lambda: self.ask_for_list(section))
            block.head.addWidget(from_list)
        block.table.record_current.connect(self._look(section, block))
        return block

    def ask_for_list(self, section: Section) -> None:
        """Ask for a list of a section's records, and show what it makes; they are of whom a new one is."""
        view = self.list_view(section.collection)
        if view.ask_for_file(str(section.start.get("person", ""))):
            self._stack.setCurrentWidget(view)
        else:
            self._drop(view)

    def list_view(self, collection: str) -> RecordListView:
        """A list on its way in, in the place of the tables: it is there only as long as it is needed."""
        view = RecordListView(self._workspace, collection)
        view.left.connect(lambda: self._drop(view))
        self._stack.addWidget(view)
        return view

    def _drop(self, view: RecordListView) -> None:
        self._stack.removeWidget(view)
        view.deleteLater()
        self.refresh()

    def _fill_in(self, section: Section, typed: Mapping[str, JsonValue]) -> Mapping[str, JsonValue]:
        """Who the payer is, where the number is known."""
        number = str(typed.get("payer_number") or "")
        if not section.payer or not number:
            return {}
        known = known_of_payer(self._workspace.file, number, self._office, self._workspace.keys)
        return {section.payer: known["payer"], "payer_address": known["payer_address"]} if known else {}

    def _look(self, section: Section, block: TableBlock) -> Callable[[str], None]:
        def look(path: str) -> None:
            asked, file = self._workspace.pack.asked, self._workspace.file
            shown = path if section.boxes else ""
            fields = asked.further(file, shown) if shown else ()
            said = asked.said_at(file, shown)
            self.boxes.show_form(shown, fields, said, payer=asked.has_payer(file, shown))
            if path and block.table.hasFocus():
                self._workspace.look_at(path)

        return look

    def refresh(self) -> None:
        """Show the items as they are now."""
        if self._country != self._workspace.file.country:
            self._lay_out()
        for key, block in self.tables.items():
            block.table.records.refresh()
            there = key in self._opened or bool(getattr(self._workspace.file, key))
            block.setVisible(there)
            self.openers[key].setVisible(not there)
            block.table.show_at_least(min(block.table.records.rowCount(), MOST_ROWS))

    def show_subject(self, path: str) -> None:
        """Show the item at a path, the cursor on its box where the path names one."""
        collection, key = collection_and_id(path)
        if collection in self.tables:
            if self.tables[collection].isHidden():
                self._opened.add(collection)
                self.refresh()
            self.tables[collection].table.show_record(key)
            field = path.split("/")[3] if path.count("/") > 2 else ""
            if field and field not in {column.field for column in self._sections[collection].columns}:
                self.boxes.form.focus_on(path)

    def focus(self) -> None:
        """Put the cursor where work goes on."""
        there = (block for block in self.tables.values() if not block.isHidden())
        if (first := next(there, None)) is not None:
            first.table.setFocus()
