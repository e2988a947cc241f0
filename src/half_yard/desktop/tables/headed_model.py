"""What table models have in common that show a list of rows under fixed headings."""

from __future__ import annotations

from abc import abstractmethod
from collections.abc import Collection, Sequence
from typing import Any

from PySide6.QtCore import QAbstractTableModel, QModelIndex, QObject, QPersistentModelIndex, Qt

Index = QModelIndex | QPersistentModelIndex
LEFT = Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter
RIGHT = Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter


class HeadedModel(QAbstractTableModel):
    """Rows under headings; the columns numbered in `right` stand at the right, with their headings."""

    def __init__(
        self, headings: Sequence[str], right: Collection[int], parent: QObject | None = None
    ) -> None:
        super().__init__(parent)
        self._headings, self._right = headings, right

    @abstractmethod
    def row_total(self) -> int:
        """How many rows there are."""

    def alignment(self, section: int) -> Qt.AlignmentFlag:
        """Where a column stands."""
        return RIGHT if section in self._right else LEFT

    def rowCount(self, parent: Index = QModelIndex()) -> int:  # noqa: B008
        return 0 if parent.isValid() else self.row_total()

    def columnCount(self, parent: Index = QModelIndex()) -> int:  # noqa: B008
        return 0 if parent.isValid() else len(self._headings)

    def headerData(
        self, section: int, orientation: Qt.Orientation, role: int = Qt.ItemDataRole.DisplayRole
    ) -> Any:
        if orientation is Qt.Orientation.Horizontal and role == Qt.ItemDataRole.DisplayRole:
            return self._headings[section]
        return self.alignment(section) if role == Qt.ItemDataRole.TextAlignmentRole else None
