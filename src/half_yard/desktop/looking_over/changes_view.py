"""What was changed today, field by field."""

from __future__ import annotations

import datetime

from PySide6.QtWidgets import QTableWidgetItem, QWidget

from half_yard.countries.labels import label_of
from half_yard.desktop.parts import bare_column, plain_table, show_cells, soft
from half_yard.desktop.strip_page import StripPart
from half_yard.desktop.subjects import record_of
from half_yard.desktop.workspace import Workspace
from half_yard.records.differing import changed_fields
from half_yard.storage import FileRefusedError, first_of_day

COLUMNS = ("What was changed", "It was", "It is")
LONGEST = 60


class ChangesView(StripPart):
    """Against the first state of today that is kept; Enter goes to the field."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self._paths: list[str] = []
        self._said = soft("")
        self.table = plain_table("Changes of today", COLUMNS)
        self.table.itemActivated.connect(self._go)
        column = bare_column(self, 4)
        column.addWidget(self._said)
        column.addWidget(self.table, 1)

    @property
    def begins_at(self) -> QWidget:
        """The changes."""
        return self.table

    @property
    def about(self) -> str:
        """The field under the cursor."""
        row = self.table.currentRow()
        return self._paths[row] if 0 <= row < len(self._paths) else ""

    def refresh(self) -> None:
        """Show what is otherwise than the day began."""
        workspace = self._workspace
        opened = workspace.open_file
        first = first_of_day(opened, workspace.keys, datetime.date.today())
        before, since = opened.as_opened, "it was opened"
        try:
            if first is not None:
                before, since = first.read(), f"{first.when:%H:%M} today"
        except FileRefusedError:
            pass  # a copy that is damaged: then what is known of this session
        found = changed_fields(before, workspace.file)
        self._paths = [path for path, _, _ in found]
        rows = [
            (label_of(workspace.pack, workspace.file, path), _shown(was), _shown(now))
            for path, was, now in found
        ]
        many = f"{len(rows)} fields are" if len(rows) != 1 else "One field is"
        self._said.setText(
            f"{many} otherwise since {since}." if rows else f"Nothing has changed since {since}."
        )
        show_cells(self.table, rows)

    def _go(self, item: QTableWidgetItem) -> None:
        self._workspace.go_to(record_of(self._paths[item.row()]))


def _shown(value: object) -> str:
    """A value as one reads it; a record by what it is called."""
    if value is None or value == "":
        return "—"
    if isinstance(value, dict):
        named = (value.get(key) for key in ("name", "payee", "employer", "payer", "words", "message"))
        return str(next(filter(None, named), "a record"))
    text = ", ".join(map(str, value)) if isinstance(value, list) else str(value)
    return text if len(text) <= LONGEST else f"{text[:LONGEST]}…"
