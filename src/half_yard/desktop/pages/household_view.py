"""What the household has besides its activities: wages, interest, payments and what is carried in."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence

from pydantic import JsonValue
from PySide6.QtWidgets import QVBoxLayout, QWidget

from half_yard.desktop.fields import Field, FieldForm, FieldKind
from half_yard.desktop.parts import TableBlock
from half_yard.desktop.subjects import collection_and_id
from half_yard.desktop.tables import Column, Kind, RecordModel, Source
from half_yard.desktop.workspace import Workspace
from half_yard.records import EstimatedPayment, InterestStatement, Record, WageStatement
from half_yard.records.choices import Option


class HouseholdView(QWidget):
    """Three tables and a field."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(10)
        person = Column("Person", Kind.CHOICE, 150, "person", options=self._people)
        withheld = Column("Withheld", Kind.AMOUNT, 100, "withheld", optional=True)
        self.tables = {
            "wages": self._block(
                "Wages",
                "Form W-2",
                Source(
                    "wages", "wages", WageStatement, self._owner_first, ("wages",), "new employer here"
                ),
                (
                    Column("Employer", Kind.TEXT, 200, "employer", stretch=True),
                    person,
                    Column("Wages, box 1", Kind.AMOUNT, 110, "wages"),
                    Column(
                        "Social security, box 3", Kind.AMOUNT, 150, "social_security_wages",
                        optional=True, hint="left empty, it is taken to be the same as box 1",
                    ),
                    withheld,
                ),
            ),
            "interest": self._block(
                "Interest",
                "Form 1099-INT",
                Source(
                    "interest", "interest", InterestStatement, self._owner_first, ("interest",),
                    "new payer here",
                ),
                (
                    Column("Payer", Kind.TEXT, 200, "payer", stretch=True),
                    person,
                    Column("Interest", Kind.AMOUNT, 110, "interest"),
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
                    Column("Paid on", Kind.DATE, 110, "date"),
                    Column("Amount", Kind.AMOUNT, 110, "amount"),
                    Column("", Kind.COMPUTED, 40, shown=lambda _key: "", stretch=True),
                ),
            ),
        }  # fmt: skip
        for block in self.tables.values():
            column.addWidget(block, 1)
        self.carried = FieldForm(workspace)
        column.addWidget(self.carried)

    def _block(self, heading: str, explanation: str, source: Source, columns: Sequence[Column]) -> TableBlock:
        block = TableBlock(heading, RecordModel(self._workspace, source, columns, self), explanation)
        block.table.record_current.connect(self._look(block))
        return block

    def _look(self, block: TableBlock) -> Callable[[str], None]:
        def look(path: str) -> None:
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
        """Show the item at a path."""
        collection, key = collection_and_id(path)
        if collection in self.tables:
            self.tables[collection].table.show_record(key)
        else:
            self.carried.focus_on(path)
