"""The parts of the row under the cursor: its entries, and what is left of it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from pydantic import JsonValue
from PySide6.QtWidgets import QVBoxLayout, QWidget

from half_yard.desktop.parts import TableBlock
from half_yard.desktop.tables import Column, Kind, RecordModel, Source
from half_yard.desktop.targets import TargetColumn, target_options
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text
from half_yard.records import Entry
from half_yard.statements import RowState, TrayRow

HEIGHT = 128


class SplitView(QWidget):
    """A row that belongs to several lines is split here: an entry for each part."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self._row: TrayRow | None = None
        source = Source(
            "entries", "part", Entry, self._start, ("amount",), "type a line and an amount to split the row",
            belongs=lambda entry: self._row is not None and entry.from_row == self._row.name,
        )  # fmt: skip
        self.parts = TableBlock("Parts", RecordModel(workspace, source, self._columns(), self))
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addWidget(self.parts)
        self.setFixedHeight(HEIGHT)

    def _columns(self) -> Sequence[Column]:
        return (
            TargetColumn(
                "Goes to", Kind.CHOICE, 300, "line", options=self._options, workspace=self._workspace,
                hint="a line, with a share behind it where there is one, such as “utilities 60%”",
            ),
            Column("Amount", Kind.AMOUNT, 100, "amount"),
            Column("Memo", Kind.TEXT, 200, "memo", stretch=True),
        )  # fmt: skip

    def _options(self, record: object) -> list[tuple[str, str]]:
        del record
        return target_options(self._workspace.file, self._workspace.pack, asides=False)

    def _start(self) -> Mapping[str, JsonValue]:
        row = self._row
        if row is None:
            return {}
        day = row.row.date
        return {
            "activity": "", "line": "", "date": day.isoformat() if day else None, "payee": row.row.payee,
            "memo": row.row.memo, "from_row": row.name,
        }  # fmt: skip

    def show_row(self, row: TrayRow | None) -> None:
        """Show a row's parts; one that is set aside has none, and none means nothing to show."""
        self._row = row
        shown = row is not None and row.state is not RowState.ASIDE
        self.setVisible(shown)
        if row is not None and shown:
            name = row.row.payee or row.row.memo or "the row"
            self.parts.heading.setText(f"Parts of {name[:40]}, {exact_text(row.row.amount)}")
            left = f"{exact_text(abs(row.left))} left" if row.left else "nothing left"
            self.parts.explanation.setText(left)
            self.parts.table.records.refresh()
