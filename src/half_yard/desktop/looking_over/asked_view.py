"""What was asked and answered, what holds where nothing was, and what is not part of the computation."""

from __future__ import annotations

from PySide6.QtWidgets import QHBoxLayout, QTableWidgetItem, QWidget

from half_yard.countries.what_was_asked import Asked, everything_asked, left_aside
from half_yard.desktop import theme
from half_yard.desktop.parts import bare_column, button, plain_table, show_cells, soft
from half_yard.desktop.strip_page import StripPart
from half_yard.desktop.subjects import record_of
from half_yard.desktop.workspace import Workspace

COLUMNS = ("About", "What is asked", "Answer")


class AskedView(StripPart):
    """At first all of it; Enter goes to the field."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self.rows: list[Asked] = []
        self.only = button("Only what was not answered", "Or all that was asked")
        self.only.setCheckable(True)
        self.only.clicked.connect(self.refresh)
        self._said = soft("")
        self._aside = soft("")
        self.table = plain_table("What was asked", COLUMNS, grows=(1, 2))
        self.table.itemActivated.connect(self._go)
        head = QHBoxLayout()
        head.addWidget(self._said, 1)
        head.addWidget(self.only)
        column = bare_column(self, 4)
        column.addLayout(head)
        column.addWidget(self.table, 1)
        column.addWidget(self._aside)

    @property
    def begins_at(self) -> QWidget:
        """What was asked."""
        return self.table

    @property
    def about(self) -> str:
        """The field under the cursor."""
        row = self.table.currentRow()
        return self.rows[row].field.path if 0 <= row < len(self.rows) else ""

    def refresh(self) -> None:
        """Show what was asked as it is answered now."""
        pack = self._workspace.pack
        every = everything_asked(pack, self._workspace.file)
        unanswered = sum(not each.is_answered for each in every)
        self._said.setText(
            f"{len(every)} things were asked; {unanswered} are not answered, and what holds then is said."
        )
        self.rows = [each for each in every if not each.is_answered] if self.only.isChecked() else every
        show_cells(self.table, [(each.about, each.field.label, each.words) for each in self.rows])
        for row, each in enumerate(self.rows):
            for column in range(len(COLUMNS)) if not each.is_answered else ():
                if (item := self.table.item(row, column)) is not None:
                    item.setForeground(theme.SOFT_INK)
        words = "; ".join(words for words, _ in left_aside(pack))
        self._aside.setText(f"Not part of it: {words}." if words else "")
        self._aside.setVisible(bool(words))

    def _go(self, item: QTableWidgetItem) -> None:
        self._workspace.go_to(record_of(self.rows[item.row()].field.path))
