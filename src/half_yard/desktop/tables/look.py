"""What a cell of a record table looks like."""

from __future__ import annotations

from dataclasses import dataclass

from PySide6.QtCore import Qt
from PySide6.QtGui import QColor

from half_yard.asked.columns import AMOUNTS, Column


@dataclass(frozen=True, slots=True)
class Look:
    """The words, what they stand on and in which colour where that is not the usual one, on which side;
    whether the record is asked about, what was typed was refused, and the cell can be typed into."""

    shown: str
    ground: QColor | None
    colour: QColor | None
    alignment: Qt.AlignmentFlag
    asked: bool
    refused: bool
    editable: bool


def alignment_of(column: Column) -> Qt.AlignmentFlag:
    """On which side a column's cells stand: amounts at the right."""
    side = Qt.AlignmentFlag.AlignRight if column.kind in AMOUNTS else Qt.AlignmentFlag.AlignLeft
    return side | Qt.AlignmentFlag.AlignVCenter
