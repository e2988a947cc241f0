"""How all tables that are worked in by keyboard look and behave."""

from PySide6.QtWidgets import QAbstractItemView, QHeaderView, QTableView

from half_yard.desktop import theme


def dress(table: QTableView, name: str) -> None:
    """Whole rows are selected, typing edits, Tab leaves the table; `name` is what a screen reader says."""
    table.setAccessibleName(name)
    table.setShowGrid(False)
    table.setTabKeyNavigation(False)
    table.setWordWrap(False)
    table.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
    table.setSelectionMode(QAbstractItemView.SelectionMode.ExtendedSelection)
    table.setEditTriggers(
        QAbstractItemView.EditTrigger.AnyKeyPressed
        | QAbstractItemView.EditTrigger.DoubleClicked
        | QAbstractItemView.EditTrigger.EditKeyPressed
    )
    table.verticalHeader().hide()
    table.verticalHeader().setDefaultSectionSize(theme.ROW_HEIGHT)
    table.verticalHeader().setSectionResizeMode(QHeaderView.ResizeMode.Fixed)
    table.horizontalHeader().setHighlightSections(False)
