"""The pages of the stages, each made when it is first wanted, so that the window is there sooner."""

from __future__ import annotations

from functools import cached_property
from typing import TYPE_CHECKING, TypeVar

from PySide6.QtWidgets import QStackedWidget, QWidget

from half_yard.desktop.pages.clients import ClientsPage
from half_yard.desktop.parts import Page, scrolled
from half_yard.desktop.recent_files import RecentFiles
from half_yard.desktop.stages import Stage
from half_yard.desktop.workspace import Workspace

if TYPE_CHECKING:
    from half_yard.desktop.assets.page import AssetsPage
    from half_yard.desktop.hand_over.page import HandOverPage
    from half_yard.desktop.looking_over.page import LookOverPage
    from half_yard.desktop.pages.books import BooksPage
    from half_yard.desktop.pages.return_page import ReturnPage
    from half_yard.desktop.shared.page import SharedPage
    from half_yard.desktop.side_by_side.page import SideBySidePage

P = TypeVar("P", bound=Page)


class StagePages(QStackedWidget):
    """A page for each stage, one of which is shown. The later stages are not even loaded before."""

    def __init__(self, workspace: Workspace, recent: RecentFiles) -> None:
        super().__init__()
        self._workspace = workspace
        self._recent = recent
        self._areas: dict[Stage, QWidget] = {}
        self.stage = Stage.CLIENTS
        """The one that is shown."""

    @cached_property
    def clients(self) -> ClientsPage:
        """The office's clients, and what is said of the open one."""
        return self._added(Stage.CLIENTS, ClientsPage(self._workspace, self._recent))

    @cached_property
    def books(self) -> BooksPage:
        """The books of the activities."""
        from half_yard.desktop.pages.books import BooksPage  # noqa: PLC0415

        return self._added(Stage.BOOKS, BooksPage(self._workspace, self._recent.paths))

    @cached_property
    def shared(self) -> SharedPage:
        """The things that serve several uses."""
        from half_yard.desktop.shared.page import SharedPage  # noqa: PLC0415

        return self._added(Stage.SHARED, SharedPage(self._workspace))

    @cached_property
    def assets(self) -> AssetsPage:
        """The assets and their schedules."""
        from half_yard.desktop.assets.page import AssetsPage  # noqa: PLC0415

        return self._added(Stage.ASSETS, AssetsPage(self._workspace))

    @cached_property
    def returns(self) -> ReturnPage:
        """The sheets of the return."""
        from half_yard.desktop.pages.return_page import ReturnPage  # noqa: PLC0415

        return self._added(Stage.RETURN, ReturnPage(self._workspace))

    @cached_property
    def beside(self) -> SideBySidePage:
        """The file beside what it would be otherwise."""
        from half_yard.desktop.side_by_side.page import SideBySidePage  # noqa: PLC0415

        return self._added(Stage.BESIDE, SideBySidePage(self._workspace))

    @cached_property
    def look_over(self) -> LookOverPage:
        """What is found, compared and asked."""
        from half_yard.desktop.looking_over.page import LookOverPage  # noqa: PLC0415

        return self._added(Stage.LOOK_OVER, LookOverPage(self._workspace, self._recent))

    @cached_property
    def hand_over(self) -> HandOverPage:
        """What leaves the office."""
        from half_yard.desktop.hand_over.page import HandOverPage  # noqa: PLC0415

        return self._added(Stage.HAND_OVER, HandOverPage(self._workspace, self._recent))

    def _added(self, stage: Stage, page: P) -> P:
        area = self._areas[stage] = scrolled(page)
        self.addWidget(area)
        return page

    def has(self, stage: Stage) -> bool:
        """Whether the page of a stage is made: it was wanted before."""
        return stage in self._areas

    def of(self, stage: Stage) -> Page:
        """The page of a stage."""
        match stage:
            case Stage.CLIENTS:
                return self.clients
            case Stage.BOOKS:
                return self.books
            case Stage.SHARED:
                return self.shared
            case Stage.ASSETS:
                return self.assets
            case Stage.RETURN:
                return self.returns
            case Stage.BESIDE:
                return self.beside
            case Stage.LOOK_OVER:
                return self.look_over
            case Stage.HAND_OVER:
                return self.hand_over

    def show_stage(self, stage: Stage) -> Page:
        """Show the page of a stage; gives it."""
        page, self.stage = self.of(stage), stage
        self.setCurrentWidget(self._areas[stage])
        return page
