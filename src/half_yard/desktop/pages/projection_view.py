"""The years to come: what all assets take, beside the same under another election."""

from __future__ import annotations

from PySide6.QtWidgets import QVBoxLayout, QWidget

from half_yard.desktop.parts import soft, title
from half_yard.desktop.workspace import Workspace
from half_yard.desktop.years_chart import YearsChart
from half_yard.desktop.years_table import show_years, years_table


class ProjectionView(QWidget):
    """The years to come by activity, beside the same without any special allowance of this year."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self.chart = YearsChart()
        self.table = years_table("Depreciation of the years to come", "Activity")
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(5)
        column.addWidget(title("Depreciation of the years to come", 12))
        column.addWidget(soft("Full: as elected. Open: elected out of this year's special allowance."))
        column.addWidget(self.chart)
        column.addWidget(self.table, 1)

    def refresh(self) -> None:
        """Show the years under the elections as they are, and under none of this year's allowances."""
        pack, file = self._workspace.pack, self._workspace.file
        now = pack.projection(file)
        out = {question.key: question.options[0][0] for question in pack.year_elections(file)}
        other = pack.projection(file.model_copy(update={"elections": {**file.elections, **out}}))
        count = max(now.years, other.years)
        years, others = ([each.total(index) for index in range(count)] for each in (now, other))
        self.chart.show_years(now.first_year, years, others)
        names = {key: activity.name or key for key, activity in file.activities.items()}
        rows = [(names[key], list(amounts)) for key, amounts in sorted(now.by_activity.items())]
        show_years(
            self.table, now.first_year, [*rows, ("Together", years), ("Without the allowance", others)]
        )
