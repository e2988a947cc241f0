"""The Hand over page: what goes on paper, what is filed, and the file of next year."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.desktop.hand_over.filing_view import FilingView
from half_yard.desktop.hand_over.next_year_view import NextYearView
from half_yard.desktop.hand_over.paper_view import PaperView
from half_yard.desktop.recent_files import RecentFiles
from half_yard.desktop.strip_page import StripPage
from half_yard.desktop.workspace import Workspace

PAPER, FILING, NEXT_YEAR = "paper", "filing", "next_year"
NAMES = (
    (PAPER, "On paper", "Every sheet as pages"), (FILING, "Filing", "The return sent, and what came back"),
    (NEXT_YEAR, "Next year", "The file of next year"),
)  # fmt: skip


class HandOverPage(StripPage):
    """What leaves the office, and what the next year begins with."""

    def __init__(self, workspace: Workspace, recent: RecentFiles) -> None:
        self.paper, self.filing = PaperView(workspace, recent), FilingView(workspace)
        self.next_year = NextYearView(workspace)
        parts = {PAPER: self.paper, FILING: self.filing, NEXT_YEAR: self.next_year}
        super().__init__(workspace, "What is handed over", parts)

    def names(self) -> Sequence[tuple[str, str, str]]:
        """The same for every file."""
        return NAMES

    def show_filings(self) -> None:
        """Show what was sent and what came back."""
        self._chosen = FILING
        self.refresh()
        self.focus()

    def page_to_print(self) -> str:
        """The parts that are ticked."""
        return self.paper.page_to_print() if self.part is self.paper else ""
