"""Payers' information forms, and how each payer's forms and the books stand to each other."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from decimal import Decimal
from pathlib import Path

from pydantic import JsonValue
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QStackedWidget, QTableWidgetItem, QWidget

from half_yard.countries import PayerMatch
from half_yard.countries.offered import box_fields
from half_yard.desktop import theme
from half_yard.desktop.pages.boxes_pane import BoxesPane
from half_yard.desktop.parts import TableBlock, bare_column, button, plain_table, soft
from half_yard.desktop.payers import known_of_payer
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.subjects import collection_and_id
from half_yard.desktop.tables import Column, Kind, NameColumn, RecordModel, Source
from half_yard.desktop.tables.headed_model import RIGHT
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text
from half_yard.records import ReceivedForm, Record
from half_yard.records.choices import Option
from half_yard.records.naming import same_name

PAYER_COLUMNS = (
    "Payer", "Activity", "Line", "On forms", "In the books",
    "Difference", "State",
)  # fmt: skip
ACROSS = 4
AMOUNTS = (3, 4, 5)
FORM_ROLE = Qt.ItemDataRole.UserRole + 1


class FormsView(QWidget):
    """The forms above, as they are typed; every payer of the file below."""

    def __init__(self, workspace: Workspace, office: Callable[[], Iterable[Path]]) -> None:
        super().__init__()
        self._workspace = workspace
        self._office = office
        source = Source(
            "forms", "form", ReceivedForm, self._start, ("kind", "amount"), "a new form", hint_column=3,
            beside=lambda: (workspace.file.activities, workspace.computation.stops), fill_in=self._fill_in,
        )  # fmt: skip
        self.forms = TableBlock(
            "Payers' forms", RecordModel(workspace, source, self._columns(), self),
            "a form for money that the books have changes nothing",
        )  # fmt: skip
        self.forms.table.record_current.connect(self._form_chosen)
        self.payers = plain_table("Payers", PAYER_COLUMNS, right=AMOUNTS)
        self.payers.itemActivated.connect(self._payer_chosen)
        self._share = soft("")
        column = bare_column(self, 4)
        column.addWidget(self.forms, 1)
        column.addSpacing(8)
        column.addLayout(self._switches())
        self._stack = QStackedWidget()
        self._stack.addWidget(self._payers_part())
        self.boxes = BoxesPane(workspace, ACROSS)
        self._stack.addWidget(self.boxes)
        column.addWidget(self._stack, 1)

    def _switches(self) -> QHBoxLayout:
        line = QHBoxLayout()
        self._show_payers = button("Payers", "Every payer: what is on forms, what is in the books")
        self._show_boxes = button(
            "Boxes of the form", "The payer's address, the form's further boxes, the state's"
        )
        for number, switch in enumerate((self._show_payers, self._show_boxes)):
            switch.setCheckable(True)
            switch.setAutoExclusive(True)
            switch.clicked.connect(lambda _checked=False, number=number: self._stack.setCurrentIndex(number))
            line.addWidget(switch)
        self._show_payers.setChecked(True)
        line.addStretch(1)
        return line

    def _payers_part(self) -> QWidget:
        part = QWidget()
        column = bare_column(part, 4)
        column.addWidget(self._share)
        column.addWidget(self.payers, 1)
        return part

    def _columns(self) -> Sequence[Column]:
        return (
            Column("Form", Kind.CHOICE, "kind", options=self._kinds, said_of=self._workspace.said_of),
            Column("Activity", Kind.CHOICE, "activity", options=self._activities),
            Column(
                "Number",
                Kind.TEXT,
                "payer_number",
                hint="the payer's employer or personal number",
                masks=self._workspace.masked_payer,
            ),
            NameColumn("Payer", Kind.TEXT, "payer", options=self._payees, stretch=True),
            Column("Amount", Kind.AMOUNT, "amount", hint="as the form prints it, before any fees"),
            Column("Fees", Kind.AMOUNT, "fees", optional=True, hint="kept of a gross amount"),
            Column("Refunds", Kind.AMOUNT, "refunds", optional=True, hint="given back out of a gross"),
            Column("Withheld", Kind.AMOUNT, "withheld", optional=True),
            NameColumn(
                "In the books as",
                Kind.TEXT,
                "payee_in_books",
                options=self._payees,
                hint="if under another name",
                known_only=True,
            ),
        )

    def _start(self) -> Mapping[str, JsonValue]:
        return {"activity": self._workspace.activity}

    def _fill_in(self, typed: Mapping[str, JsonValue]) -> Mapping[str, JsonValue]:
        """What is known of the payer with the number typed."""
        return dict(
            known_of_payer(
                self._workspace.file, str(typed.get("payer_number") or ""), self._office, self._workspace.keys
            )
        )

    def _kinds(self, record: Record | None) -> Sequence[Option]:
        del record
        return [(kind.key, kind.title) for kind in self._workspace.pack.ledger.form_kinds]

    def _payees(self, record: Record | None) -> Sequence[Option]:
        """The names in the books: those of the form's activity, or of all for a new form."""
        activity = record.activity if isinstance(record, ReceivedForm) else ""
        names = {
            same_name(entry.payee): entry.payee
            for entry in self._workspace.file.entries.values()
            if entry.payee and activity in {"", entry.activity}
        }
        return [("", name) for name in sorted(names.values(), key=str.casefold)]

    def _activities(self, record: Record | None) -> Sequence[Option]:
        del record
        return [(key, item.name or key) for key, item in sorted(self._workspace.file.activities.items())]

    def refresh(self) -> None:
        """Show the forms and payers as they are now."""
        self.forms.table.records.refresh()
        matches = self._workspace.computation.matches
        self.payers.setRowCount(len(matches))
        for row, match in enumerate(matches):
            self._show_match(row, match)
        self._share.setText(_share_words(matches))
        self._show_boxes_of_form()

    def _show_match(self, row: int, match: PayerMatch) -> None:
        activity = self._workspace.file.activities[match.activity]
        lines = self._workspace.pack.ledger.lines(activity)
        number = next((line.number for line in lines if line.key == match.line), "")
        cells = (
            match.payer or "no name", activity.name, number, _dollars(match.on_forms),
            _dollars(match.in_books), _dollars(match.difference) if match.forms else "", match.state.value,
        )  # fmt: skip
        for column, text in enumerate(cells):
            item = QTableWidgetItem(text)
            item.setToolTip(plain_tip(text))
            item.setData(FORM_ROLE, match.forms[0] if match.forms else "")
            if column in AMOUNTS:
                item.setTextAlignment(RIGHT)
            if not match.forms:
                item.setForeground(theme.SOFT_INK)
            self.payers.setItem(row, column, item)

    def _show_boxes_of_form(self) -> None:
        """The boxes of the form under the cursor."""
        path = self.forms.table.records.path_at(self.forms.table.currentIndex().row())
        form = self._workspace.file.forms.get(collection_and_id(path)[1])
        kind = next(
            (kind for kind in self._workspace.pack.ledger.form_kinds if form and kind.key == form.kind), None
        )
        fields = box_fields(path, kind.boxes, kind.ticks) if kind else []
        self.boxes.show_form(path if form else "", fields)

    def _form_chosen(self, path: str) -> None:
        self._show_boxes_of_form()
        if path and self.forms.table.hasFocus():
            self._workspace.look_at(path)

    def _payer_chosen(self, item: QTableWidgetItem) -> None:
        if key := item.data(FORM_ROLE):
            self.forms.table.show_record(key)

    def show_subject(self, path: str) -> None:
        """Show the form at a path, the cursor on its box where the path names one."""
        self.forms.table.show_record(collection_and_id(path)[1])
        if path.count("/") > 3:
            self._show_boxes.click()
            self._show_boxes_of_form()
            self.boxes.form.focus_on(path)


def _share_words(matches: Sequence[PayerMatch]) -> str:
    """How much of what was received is on forms."""
    received = [match for match in matches if match.receipt]
    whole = sum((max(match.on_forms, match.in_books) for match in received), Decimal(0))
    on_forms = sum((match.on_forms for match in received), Decimal(0))
    if not whole:
        return "Nothing is received yet."
    return f"Of {whole:,.2f} received, {on_forms:,.2f} is on forms ({on_forms / whole:.0%})."


def _dollars(amount: Decimal) -> str:
    return exact_text(amount) if amount else "·"
