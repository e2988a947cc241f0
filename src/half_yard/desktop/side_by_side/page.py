"""The Side by side page: fittings beside the file, the ready ones, a sweep, the years ahead."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtWidgets import QLineEdit

from half_yard.desktop.side_by_side.beside_view import BesideView
from half_yard.desktop.side_by_side.ready_view import ReadyView
from half_yard.desktop.side_by_side.sweep_view import SweepView
from half_yard.desktop.side_by_side.years_view import YearsAheadView
from half_yard.desktop.strip_page import StripPage
from half_yard.desktop.workspace import Workspace

BESIDE, READY, SWEEP, AHEAD = "fittings", "ready", "sweep", "ahead"
NAMES = (
    (BESIDE, "Fittings", "What could be otherwise, beside the file"),
    (READY, "Ready ones", "From the file's own facts"),
    (SWEEP, "Over a range", "One input over a range"),
    (AHEAD, "Years ahead", "This year and those to come"),
)


class SideBySidePage(StripPage):
    """What could be otherwise."""

    def __init__(self, workspace: Workspace) -> None:
        self.beside = BesideView(workspace)
        self.ready = ReadyView(workspace, self.beside.fittings.keep)
        self.sweep = SweepView(workspace)
        self.ahead = YearsAheadView(workspace, self.beside.columns)
        parts = {BESIDE: self.beside, READY: self.ready, SWEEP: self.sweep, AHEAD: self.ahead}
        super().__init__(workspace, "Side by side", parts)
        self.beside.fittings.wanted_ready.connect(lambda: self._show(READY))
        self.ready.left.connect(lambda: self._show(BESIDE))

    def names(self) -> Sequence[tuple[str, str, str]]:
        """The same for every file."""
        return NAMES

    def _show(self, key: str) -> None:
        self.choose(key)
        self.focus()

    def try_otherwise(self) -> None:
        """Begin a fitting that is worn from now on, or take off the one that is worn."""
        if self._workspace.fittings.worn:
            self._workspace.wear("")
        else:
            self.beside.fittings.begin()

    def show_fitting(self, path: str) -> None:
        """Show the fittings beside the file."""
        del path
        self._show(BESIDE)
        self.refresh()

    def page_to_print(self) -> str:
        """What stands side by side."""
        return self.beside.page_to_print() if self.part is self.beside else ""

    def search_line(self) -> QLineEdit | None:
        """Where a line is added, or a ready one found."""
        return {self.beside: self.beside.words, self.ready: self.ready.words}.get(self.part)
