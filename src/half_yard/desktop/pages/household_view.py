"""What the household has besides its activities: wages, interest, payments and what is carried in."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from pathlib import Path

from pydantic import JsonValue
from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from half_yard.desktop.fields import Field, FieldForm, FieldKind
from half_yard.desktop.pages.boxes_pane import BoxesPane
from half_yard.desktop.parts import TableBlock, title
from half_yard.desktop.payers import known_of_payer
from half_yard.desktop.subjects import collection_and_id
from half_yard.desktop.tables import Column, Kind, RecordModel, Source
from half_yard.desktop.workspace import Workspace
from half_yard.records import (
    DividendStatement,
    EstimatedPayment,
    InterestStatement,
    Record,
    WageStatement,
)
from half_yard.records.choices import Option

BOXES_WIDTH = 292
LAST_PAYMENT_MONTH = 3
"""Nothing is paid towards a year before its April: a day of January is the last instalment's (Form
1040-ES)."""
FORMS = ("wages", "interest", "dividends")


class HouseholdView(QWidget):
    """Four tables and a field, and beside them the further boxes of the form under the cursor."""

    def __init__(self, workspace: Workspace, office: Callable[[], Iterable[Path]]) -> None:
        super().__init__()
        self._workspace = workspace
        self._office = office
        person = Column("Person", Kind.CHOICE, 112, "person", options=self._people)
        number = Column(
            "Number", Kind.TEXT, 86, "payer_number", hint="a known number fills in the payer",
            masks=workspace.masked_payer,
        )  # fmt: skip
        withheld = Column("Withheld", Kind.AMOUNT, 84, "withheld", optional=True)
        self.tables = {
            "wages": self._block(
                "Wages", "Form W-2",
                self._source("wages", "wages", WageStatement, "wages", "new employer", "employer"),
                (
                    number,
                    Column("Employer", Kind.TEXT, 120, "employer", stretch=True),
                    person,
                    Column("Box 1", Kind.AMOUNT, 84, "wages", hint="taxable wages"),
                    Column(
                        "Box 3", Kind.AMOUNT, 84, "social_security_wages", optional=True,
                        hint="social security wages; left empty, they are taken to be the same as box 1",
                    ),
                    withheld,
                ),
            ),
            "interest": self._block(
                "Interest", "Form 1099-INT",
                self._source("interest", "interest", InterestStatement, "interest", "new payer", "payer"),
                (
                    number,
                    Column("Payer", Kind.TEXT, 120, "payer", stretch=True),
                    person,
                    Column("Interest", Kind.AMOUNT, 84, "interest", hint="box 1"),
                    withheld,
                ),
            ),
            "dividends": self._block(
                "Dividends", "Form 1099-DIV",
                self._source("dividends", "dividends", DividendStatement, "ordinary", "new payer", "payer"),
                (
                    number,
                    Column("Payer", Kind.TEXT, 120, "payer", stretch=True),
                    person,
                    Column("Ordinary", Kind.AMOUNT, 84, "ordinary", hint="box 1a, with the qualified"),
                    Column("Qualified", Kind.AMOUNT, 84, "qualified", optional=True, hint="box 1b"),
                    withheld,
                ),
            ),
            "estimated_payments": self._block(
                "Estimated tax payments",
                "for this tax year, also those paid in January after it",
                Source(
                    "estimated_payments", "payment", EstimatedPayment, dict, ("amount",), "month/day"
                ),
                (
                    Column("Paid on", Kind.DATE, 110, "date", next_year_until=LAST_PAYMENT_MONTH),
                    Column("Amount", Kind.AMOUNT, 110, "amount"),
                    Column("", Kind.COMPUTED, 40, shown=lambda _key: "", stretch=True),
                ),
            ),
        }  # fmt: skip
        self.carried = FieldForm(workspace)
        self.boxes = BoxesPane(workspace)
        self.boxes.setFixedWidth(BOXES_WIDTH)
        left = QVBoxLayout()
        left.setSpacing(6)
        for block in self.tables.values():
            left.addWidget(block, 1)
        left.addWidget(self.carried)
        right = QVBoxLayout()
        right.addWidget(title("Boxes of the form", 12))
        right.addWidget(self.boxes, 1)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(14)
        row.addLayout(left, 1)
        row.addLayout(right)

    def _source(
        self, collection: str, noun: str, record: type[Record], amount: str, hint: str, name: str
    ) -> Source:
        """The source of one of the persons' forms; a known number fills in who the payer is."""

        def fill_in(typed: Mapping[str, JsonValue]) -> Mapping[str, JsonValue]:
            known = known_of_payer(
                self._workspace.file, str(typed.get("payer_number") or ""), self._office, self._workspace.keys
            )
            return {name: known["payer"], "payer_address": known["payer_address"]} if known else {}

        return Source(
            collection, noun, record, self._owner_first, (amount,), hint, hint_column=1, fill_in=fill_in
        )

    def _block(self, heading: str, explanation: str, source: Source, columns: Sequence[Column]) -> TableBlock:
        block = TableBlock(heading, RecordModel(self._workspace, source, columns, self), explanation)
        block.table.record_current.connect(self._look(block))
        return block

    def _look(self, block: TableBlock) -> Callable[[str], None]:
        def look(path: str) -> None:
            collection = collection_and_id(path)[0]
            known = collection in FORMS
            self.boxes.show_form(
                path if known else "", self._workspace.pack.forms_boxes(collection) if known else ()
            )
            if path and block.table.hasFocus():
                self._workspace.look_at(path)

        return look

    def _people(self, record: Record | None) -> Sequence[Option]:
        del record
        return [(key, person.name or key) for key, person in self._workspace.file.people.items()]

    @staticmethod
    def _owner_first() -> Mapping[str, JsonValue]:
        return {"person": "owner"}

    def refresh(self) -> None:
        """Show the items as they are now."""
        for block in self.tables.values():
            block.table.records.refresh()
        self.carried.show_fields(
            [
                Field(
                    "/business_loss_carried_in", "Qualified business loss carried in (Form 8995, line 3)",
                    FieldKind.AMOUNT,
                )
            ]
        )  # fmt: skip

    def show_subject(self, path: str) -> None:
        """Show the item at a path, the cursor on its box where the path names one."""
        collection, key = collection_and_id(path)
        if collection in self.tables:
            self.tables[collection].table.show_record(key)
            if path.count("/") > 3:
                self.boxes.form.focus_on(path)
        else:
            self.carried.focus_on(path)
