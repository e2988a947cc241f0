"""How much is open in each stage, said on the tape: what is found wrong is looked for when typing rests."""

from __future__ import annotations

from PySide6.QtCore import QObject

from half_yard.desktop.at_rest import at_rest
from half_yard.desktop.stages import open_counts
from half_yard.desktop.tape import Tape
from half_yard.desktop.workspace import Workspace


class OpenCounts(QObject):
    """Keeps the counts on the tape: of a file just opened at once, after an edit when typing rests."""

    def __init__(self, workspace: Workspace, tape: Tape) -> None:
        super().__init__(tape)
        self._workspace = workspace
        self._tape = tape
        rest = at_rest(self, self.count)
        workspace.opened.connect(self.count)
        workspace.changed.connect(rest.start)

    def count(self) -> None:
        """Count now."""
        if self._workspace.is_open:
            self._tape.show_counts(open_counts(self._workspace.computation))
