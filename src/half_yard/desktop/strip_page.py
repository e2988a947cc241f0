"""A page of several parts, one at a time, chosen in the strip above."""

from __future__ import annotations

from abc import abstractmethod
from collections.abc import Mapping, Sequence

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QStackedWidget, QVBoxLayout, QWidget

from half_yard.desktop.parts import Page
from half_yard.desktop.strip import Strip
from half_yard.desktop.workspace import Workspace


class StripPart(QWidget):
    """A part of such a page, of an open file."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace

    @property
    def begins_at(self) -> QWidget:
        """Where work goes on."""
        return self

    @property
    def about(self) -> str:
        """What stands under the cursor: the path of a record or field, or a line as sheet/line; empty for
        nothing."""
        return ""

    def refresh(self) -> None:
        """Show the file as it is now."""


class StripPage(Page):
    """`parts` are by key; the first is shown at first."""

    def __init__(
        self, workspace: Workspace, name: str, parts: Mapping[str, StripPart], beside: Sequence[QWidget] = ()
    ) -> None:
        super().__init__(workspace)
        self._chosen = next(iter(parts))
        self._parts = parts
        self.strip = Strip(name)
        self.strip.chosen.connect(self.choose)
        self._stack = QStackedWidget()
        for part in parts.values():
            self._stack.addWidget(part)
        head = QHBoxLayout()
        head.addWidget(self.strip, 1, Qt.AlignmentFlag.AlignTop)
        for each in beside:
            head.addWidget(each)
        column = QVBoxLayout(self)
        column.setContentsMargins(18, 10, 14, 10)
        column.setSpacing(8)
        column.addLayout(head)
        column.addWidget(self._stack, 1)

    @abstractmethod
    def names(self) -> Sequence[tuple[str, str, str]]:
        """The parts for the strip, as (key, text, whole text), of an open file."""

    @property
    def part(self) -> StripPart:
        """The part that is shown."""
        return self._parts[self._chosen]

    def refresh(self) -> None:
        """Show the chosen part as it is now."""
        if self._workspace.is_open:
            self.strip.show_names(self.names(), self._chosen)
            self._stack.setCurrentWidget(self.part)
            self.part.refresh()

    def choose(self, key: str) -> None:
        """Show a part."""
        if key != self._chosen:
            self._chosen = key
            self.refresh()

    def focus(self) -> None:
        """Put the cursor where work goes on."""
        self.part.begins_at.setFocus()
