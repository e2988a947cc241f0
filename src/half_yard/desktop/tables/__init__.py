"""Tables of records that are edited in place."""

from half_yard.asked.columns import Column, Kind, NameColumn
from half_yard.desktop.tables.delegate import CellDelegate, TypedCellDelegate
from half_yard.desktop.tables.record_model import COLUMN_ROLE, PROBLEM_ROLE, RecordModel
from half_yard.desktop.tables.record_table import RecordTable
from half_yard.desktop.tables.source import Source

__all__ = [
    "COLUMN_ROLE",
    "PROBLEM_ROLE",
    "CellDelegate",
    "Column",
    "Kind",
    "NameColumn",
    "RecordModel",
    "RecordTable",
    "Source",
    "TypedCellDelegate",
]
