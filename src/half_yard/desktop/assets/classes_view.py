"""The classes of an activity: what each pool began with, what came and went, what is allowed, what is
left."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.desktop.assets.asset_part import AssetPart
from half_yard.desktop.line_rows import sheet_rows
from half_yard.desktop.line_view import LineRow, LineView
from half_yard.desktop.workspace import Workspace


class ClassesView(AssetPart):
    """The schedule of the activity's classes, line by line; what a class began with is carried in."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace, "Classes", "What a class begins with is carried in, under Household.")
        self.lines = LineView("Lines of the classes")
        self.lines.line_current.connect(self._look)
        self.column.addWidget(self.lines, 1)

    def show_assets(self, current: str, selected: Sequence[str]) -> None:
        del selected
        asset = self.workspace.file.assets.get(current)
        activity = asset.activity if asset else self.workspace.activity
        known = self.workspace.file.activities.get(activity)
        self.heading.setText(f"Classes of {known.name}" if known and known.name else "Classes")
        sheets = self.workspace.computation.asset_sheets(activity)
        file = self.workspace.file
        self.lines.rows_model.show_rows([row for sheet in sheets for row in sheet_rows(file, sheet)])

    def _look(self, row: LineRow) -> None:
        if row.place is not None and self.lines.hasFocus():
            self.workspace.look_at(row.place)
