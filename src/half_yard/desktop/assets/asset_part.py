"""What every part beneath the table of assets offers."""

from __future__ import annotations

from abc import abstractmethod
from collections.abc import Sequence

from PySide6.QtWidgets import QVBoxLayout, QWidget

from half_yard.desktop.parts import soft, title
from half_yard.desktop.workspace import Workspace


class AssetPart(QWidget):
    """A part: a title, a line of words beneath it, and what it is about. It is shown for the asset under the
    cursor and those that are selected."""

    def __init__(self, workspace: Workspace, heading: str = "", words: str = "") -> None:
        super().__init__()
        self.workspace = workspace
        self.heading = title(heading, 12)
        self.words = soft(words)
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(0, 0, 0, 0)
        self.column.setSpacing(5)
        self.column.addWidget(self.heading)
        self.column.addWidget(self.words)

    @abstractmethod
    def show_assets(self, current: str, selected: Sequence[str]) -> None:
        """Show the part for the current asset's id, empty where there is none, and the selected ones'."""

    def focus_on(self, path: str) -> bool:
        """Put the cursor on the field at a path; says whether the part has it."""
        del path
        return False
