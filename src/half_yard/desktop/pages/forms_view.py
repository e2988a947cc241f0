"""Payers' information forms, and how each payer's forms and the books stand to each other."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from decimal import Decimal

from pydantic import JsonValue
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QTableWidgetItem, QVBoxLayout, QWidget

from half_yard.countries import PayerMatch
from half_yard.desktop import theme
from half_yard.desktop.parts import TableBlock, plain_table, soft, title
from half_yard.desktop.subjects import collection_and_id
from half_yard.desktop.tables import Column, Kind, RecordModel, Source
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text
from half_yard.records import ReceivedForm, Record
from half_yard.records.choices import Option

PAYER_COLUMNS = (
    ("Payer", 160), ("Activity", 150), ("Line", 46), ("On forms", 92), ("In the books", 92),
    ("Difference", 92), ("State", 262),
)  # fmt: skip
AMOUNTS = (3, 4, 5)
RIGHT = Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter
FORM_ROLE = Qt.ItemDataRole.UserRole + 1


class FormsView(QWidget):
    """The forms above, as they are typed; every payer of the file below."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        source = Source(
            "forms", "form", ReceivedForm, self._start, ("kind", "amount"), "a new form", hint_column=3,
            beside=lambda: (workspace.file.activities, workspace.computation.stops), fill_in=self._fill_in,
        )  # fmt: skip
        self.forms = TableBlock(
            "Payers' forms", RecordModel(workspace, source, self._columns(), self),
            "a form for money that the books have changes nothing",
        )  # fmt: skip
        self.forms.table.record_current.connect(self._form_chosen)
        self.payers = plain_table("Payers", PAYER_COLUMNS)
        for section in AMOUNTS:
            if heading := self.payers.horizontalHeaderItem(section):
                heading.setTextAlignment(RIGHT)
        self.payers.itemActivated.connect(self._payer_chosen)
        self._share = soft("")
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(4)
        column.addWidget(self.forms, 1)
        column.addSpacing(8)
        column.addWidget(title("Payers", 12))
        column.addWidget(self._share)
        column.addWidget(self.payers, 1)

    def _columns(self) -> Sequence[Column]:
        return (
            Column("Form", Kind.CHOICE, 118, "kind", options=self._kinds),
            Column("Activity", Kind.CHOICE, 116, "activity", options=self._activities),
            Column("Number", Kind.TEXT, 88, "payer_number", hint="the payer's employer or personal number"),
            Column("Payer", Kind.TEXT, 140, "payer", stretch=True),
            Column("Amount", Kind.AMOUNT, 88, "amount", hint="as the form prints it, before any fees"),
            Column("Fees", Kind.AMOUNT, 62, "fees", optional=True, hint="kept of a gross amount"),
            Column("Refunds", Kind.AMOUNT, 66, "refunds", optional=True, hint="given back out of a gross"),
            Column("Withheld", Kind.AMOUNT, 70, "withheld", optional=True),
            Column("In the books as", Kind.TEXT, 112, "payee_in_books", hint="if under another name"),
        )

    def _start(self) -> Mapping[str, JsonValue]:
        return {"activity": next(iter(sorted(self._workspace.file.activities)), "")}

    def _fill_in(self, typed: Mapping[str, JsonValue]) -> Mapping[str, JsonValue]:
        """What is known of a payer whose number is on another form of the file."""
        digits = _digits(str(typed.get("payer_number") or ""))
        for form in self._workspace.file.forms.values():
            if digits and _digits(form.payer_number) == digits:
                return {"payer": form.payer, "payee_in_books": form.payee_in_books}
        return {}

    def _kinds(self, record: Record | None) -> Sequence[Option]:
        del record
        return [(kind.key, kind.title) for kind in self._workspace.pack.form_kinds]

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

    def _show_match(self, row: int, match: PayerMatch) -> None:
        activity = self._workspace.file.activities[match.activity]
        lines = self._workspace.pack.statement_lines(activity)
        number = next((line.number for line in lines if line.key == match.line), "")
        cells = (
            match.payer or "no name", activity.name, number, _dollars(match.on_forms),
            _dollars(match.in_books), _dollars(match.difference) if match.forms else "", match.state.value,
        )  # fmt: skip
        for column, text in enumerate(cells):
            item = QTableWidgetItem(text)
            item.setToolTip(text)
            item.setData(FORM_ROLE, match.forms[0] if match.forms else "")
            if column in AMOUNTS:
                item.setTextAlignment(RIGHT)
            if not match.forms:
                item.setForeground(theme.SOFT_INK)
            self.payers.setItem(row, column, item)

    def _form_chosen(self, path: str) -> None:
        if path and self.forms.table.hasFocus():
            self._workspace.look_at(path)

    def _payer_chosen(self, item: QTableWidgetItem) -> None:
        if key := item.data(FORM_ROLE):
            self.forms.table.show_record(key)

    def show_subject(self, path: str) -> None:
        """Show the form at a path."""
        self.forms.table.show_record(collection_and_id(path)[1])


def _share_words(matches: Sequence[PayerMatch]) -> str:
    """How much of what was received is on forms."""
    received = [match for match in matches if match.receipt]
    whole = sum((max(match.on_forms, match.in_books) for match in received), Decimal(0))
    on_forms = sum((match.on_forms for match in received), Decimal(0))
    if not whole:
        return "Nothing is received yet."
    return f"Of {whole:,.2f} received, {on_forms:,.2f} is on forms ({on_forms / whole:.0%})."


def _digits(number: str) -> str:
    return "".join(sign for sign in number if sign.isdecimal())


def _dollars(amount: Decimal) -> str:
    return exact_text(amount) if amount else "·"
