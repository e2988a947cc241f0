"""Tables of records that are edited in place."""

from half_yard.desktop.tables.columns import Column, Kind
from half_yard.desktop.tables.record_model import RecordModel, Source
from half_yard.desktop.tables.record_table import RecordTable

__all__ = ["Column", "Kind", "RecordModel", "RecordTable", "Source"]
