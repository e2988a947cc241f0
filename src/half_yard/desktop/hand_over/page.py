"""The Hand over page: what goes on paper, what is filed, and the file of next year."""

from __future__ import annotations

from PySide6.QtWidgets import QStackedWidget, QVBoxLayout

from half_yard.desktop.hand_over.filing_view import FilingView
from half_yard.desktop.hand_over.next_year_view import NextYearView
from half_yard.desktop.hand_over.paper_view import PaperView
from half_yard.desktop.parts import Page
from half_yard.desktop.strip import Strip
from half_yard.desktop.workspace import Workspace

PAPER, FILING, NEXT_YEAR = "paper", "filing", "next_year"
NAMES = (
    (PAPER, "On paper", "Every sheet as pages"), (FILING, "Filing", "The return sent, and what came back"),
    (NEXT_YEAR, "Next year", "The file of next year"),
)  # fmt: skip


class HandOverPage(Page):
    """One part at a time, chosen in the strip above."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self._chosen = PAPER
        self.strip = Strip("What is handed over")
        self.strip.chosen.connect(self.choose)
        self.paper = PaperView(workspace)
        self.filing = FilingView(workspace)
        self.next_year = NextYearView(workspace)
        self._parts: dict[str, PaperView | FilingView | NextYearView] = {
            PAPER: self.paper, FILING: self.filing, NEXT_YEAR: self.next_year,
        }  # fmt: skip
        self._stack = QStackedWidget()
        for part in self._parts.values():
            self._stack.addWidget(part)
        column = QVBoxLayout(self)
        column.setContentsMargins(18, 10, 14, 10)
        column.setSpacing(8)
        column.addWidget(self.strip)
        column.addWidget(self._stack, 1)

    def refresh(self) -> None:
        """Show the chosen part as it is now."""
        if not self._workspace.is_open:
            return
        self.strip.show_names(NAMES, self._chosen)
        self._stack.setCurrentWidget(self._parts[self._chosen])
        self._parts[self._chosen].refresh()

    def choose(self, key: str) -> None:
        """Show a part."""
        if key != self._chosen:
            self._chosen = key
            self.refresh()

    def show_filings(self) -> None:
        """Show what was sent and what came back."""
        self._chosen = FILING
        self.refresh()
        self.focus()

    def page_to_print(self) -> str:
        """The parts that are ticked."""
        return self.paper.page_to_print() if self._chosen == PAPER else ""

    def focus(self) -> None:
        """Put the cursor where work goes on."""
        part = self._parts[self._chosen]
        (part.parts if isinstance(part, PaperView) else part.table).setFocus()
