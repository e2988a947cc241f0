"""The window: the tape above, the page in the middle, the thread beside it, the carry strip below."""

from __future__ import annotations

import datetime
from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import Qt
from PySide6.QtGui import QCloseEvent, QKeyEvent, QResizeEvent
from PySide6.QtWidgets import (
    QApplication,
    QHBoxLayout,
    QMainWindow,
    QWidget,
)

from half_yard.countries import has_rules
from half_yard.desktop.actions import Action, bind_keys, menu_of, with_mnemonics
from half_yard.desktop.at_rest import collecting
from half_yard.desktop.carry_strip import CarryStrip
from half_yard.desktop.commands import Commands
from half_yard.desktop.conflict_line import ConflictLine
from half_yard.desktop.finder import Finder
from half_yard.desktop.message_bar import MessageBar
from half_yard.desktop.open_counts import OpenCounts
from half_yard.desktop.panes import Pane, tab_stops
from half_yard.desktop.parts import bare_column
from half_yard.desktop.recent_files import RecentFiles
from half_yard.desktop.safe_keeping import SafeKeeping
from half_yard.desktop.stage_pages import StagePages
from half_yard.desktop.stages import Stage, is_shared, stage_of
from half_yard.desktop.subjects import Subject
from half_yard.desktop.tape import Tape
from half_yard.desktop.thread_panel import ThreadPanel
from half_yard.desktop.workspace import Workspace
from half_yard.desktop.worn_line import WornLine
from half_yard.figures import Place
from half_yard.review.checked import check
from half_yard.storage import FileRefusedError, OpenFile, SealedFileError, real_path

if TYPE_CHECKING:
    from half_yard.desktop.assets.page import AssetsPage
    from half_yard.desktop.hand_over.page import HandOverPage
    from half_yard.desktop.looking_over.page import LookOverPage
    from half_yard.desktop.pages.books import BooksPage
    from half_yard.desktop.pages.clients import ClientsPage
    from half_yard.desktop.pages.return_page import ReturnPage
    from half_yard.desktop.shared.page import SharedPage
    from half_yard.desktop.side_by_side.page import SideBySidePage

MOST_BACK = 50
USUAL_SIZE, LEAST_SIZE = (1280, 800), (850, 500)
"""In device-independent pixels: 1280 x 800 at 144 dots to the inch are 853 x 533 of them."""
NARROW = 1100
"""The width of the window, in device-independent pixels, below which the thread is folded away."""


class MainWindow(QMainWindow):
    """The frame, and the keys that hold everywhere."""

    def __init__(self, recent: RecentFiles) -> None:
        super().__init__()
        self.workspace = Workspace()
        self.recent = recent
        self._back: list[Subject] = []
        self._thread_wanted: bool | None = None
        self.setWindowTitle("Half Yard")
        self.resize(*(recent.size or USUAL_SIZE))
        self.setMinimumSize(*LEAST_SIZE)
        self.tape = Tape()
        self.pages = StagePages(self.workspace, recent)
        self.thread_panel = ThreadPanel(self.workspace)
        self.carry = CarryStrip(self.workspace)
        self.worn_line = WornLine(self.workspace)
        self.conflict, self.message = ConflictLine(), MessageBar()
        self._lay_out()  # before there are pages: what is put into something else is dressed anew
        self.safe = SafeKeeping(self.workspace, self.clients, self.conflict, self)
        self.commands = Commands(self)
        self.finder = Finder(self.workspace, lambda: self.actions_here, self.commands.besides, self._centre)
        bind_keys(self.actions_here, self)
        menus = self.commands.menus
        for menu, name in zip(menus.values(), with_mnemonics(list(menus)), strict=True):
            self.menuBar().addMenu(menu_of(menu, self, name))
        self.tape.chosen.connect(self.show_stage)
        self.clients.wanted.connect(self.open_path)
        self.clients.answered.connect(self._open_at_questions)
        self.open_counts = OpenCounts(self.workspace, self.tape)
        self.workspace.changed.connect(collecting(self, self.workspace.tidy).start)
        self.workspace.changed.connect(self._refresh_tape)
        self.workspace.changed.connect(self.message.end)
        self.pages.currentChanged.connect(self.message.end)
        self.workspace.asked_for.connect(self._show_subject)
        self.workspace.said.connect(self.say)
        self.show_stage(Stage.CLIENTS)
        self.clients.refresh_files()
        self.thread_panel.refresh()

    def fold_thread(self) -> None:
        """Fold the thread away, or show it again; from then on it stays so at every size."""
        self._thread_wanted = not self.thread_panel.isVisible()
        self._fit_thread()

    def _fit_thread(self) -> None:
        """Where the window is narrow the page has the room of the thread, unless the thread is wanted."""
        wide = self.width() >= NARROW
        self.thread_panel.setVisible(wide if self._thread_wanted is None else self._thread_wanted)

    def _lay_out(self) -> None:
        middle = QHBoxLayout()
        middle.setSpacing(0)
        middle.addWidget(self.pages, 1)
        middle.addWidget(self.thread_panel)
        self._centre = QWidget()
        column = bare_column(self._centre, 0)
        column.addWidget(self.tape)
        column.addWidget(self.worn_line)
        column.addLayout(middle, 1)
        column.addWidget(self.conflict)
        column.addWidget(self.message)
        column.addWidget(self.carry)
        self.setCentralWidget(self._centre)

    @property
    def actions_here(self) -> tuple[Action, ...]:
        """Everything that the window does now, each with its key where it has one."""
        return self.commands.every

    # -- files ---------------------------------------------------------------------------------------

    def open_path(self, path: Path) -> bool:
        """Open a client file, or say why not; says whether it is open."""
        path = Path(path)
        if self.workspace.path is not None and real_path(path) == self.workspace.path:
            self.show_stage(Stage.BOOKS)
            return True
        try:
            opened = OpenFile.open(path, self.workspace.keys)
        except SealedFileError as error:
            self.show_stage(Stage.CLIENTS)
            self.clients.ask_to_unlock(path.name, error.wrapped, partial(self.open_path, path))
            return False
        except FileRefusedError as error:
            self._refuse(str(error), path)
            return False
        file = opened.file
        if not has_rules(file):
            opened.close()
            self._refuse(f"{path.name}: there are no rules for “{file.country}” {file.tax_year}.")
            return False
        self._take_focus()
        self.message.hide()
        try:
            self.workspace.take(opened)
        except (FileRefusedError, OSError) as error:
            opened.close()
            self.safe.not_saved(error)
            return False
        self.recent.note(path)
        self.clients.refresh_files()
        self._back.clear()
        self.clients.say("")
        if file.activities:
            self.clients.show_office()
            self.show_stage(Stage.BOOKS)
        else:
            self.clients.show_client()
            self.show_stage(Stage.CLIENTS)
        return True

    def _refuse(self, problem: str, path: Path | None = None) -> None:
        self.show_stage(Stage.CLIENTS)
        self.clients.say(problem, path)

    def _let_go(self, *, as_opened: bool = False) -> bool:
        """Save and let go of the open file; says whether that worked."""
        self._take_focus()
        try:
            self.workspace.release(as_opened=as_opened)
        except (FileRefusedError, OSError) as error:
            self.safe.not_saved(error)
            return False
        return True

    def _take_focus(self) -> None:
        """Let an editor that is being typed in hand over what it holds."""
        focused = QApplication.focusWidget()
        if focused is not None:
            focused.clearFocus()
            if QApplication.focusWidget() is None and focused.isVisible():
                focused.setFocus()

    def save(self) -> None:
        """Save the open file, or say why it can't be."""
        self._take_focus()
        try:
            self.workspace.save()
        except (FileRefusedError, OSError) as error:
            self.safe.not_saved(error)

    def closeEvent(self, event: QCloseEvent) -> None:
        if self._let_go():
            self.clients.list.listing.end()
            if not self.isMaximized():
                self.recent.note_size(self.width(), self.height())
            event.accept()
        else:
            event.ignore()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Escape that nothing else had a use for puts the message away."""
        if event.key() == Qt.Key.Key_Escape and self.message.isVisible():
            self.message.hide()
        else:
            super().keyPressEvent(event)

    def quit(self) -> None:
        """Save, and end the program."""
        self.close()

    def quit_as_opened(self) -> None:
        """Quit after an experiment: the file is as it was opened, the experiment among the earlier states."""
        if self._let_go(as_opened=True):
            self.close()

    # -- moving about --------------------------------------------------------------------------------

    @property
    def stage(self) -> Stage:
        """The stage that is shown."""
        return self.pages.stage

    @property
    def clients(self) -> ClientsPage:
        """The page of the office's clients."""
        return self.pages.clients

    @property
    def books(self) -> BooksPage:
        """The page of the books."""
        return self.pages.books

    @property
    def shared(self) -> SharedPage:
        """The page of the things that serve several uses."""
        return self.pages.shared

    @property
    def assets(self) -> AssetsPage:
        """The page of the assets."""
        return self.pages.assets

    @property
    def returns(self) -> ReturnPage:
        """The page of the return."""
        return self.pages.returns

    @property
    def beside(self) -> SideBySidePage:
        """The page of what would be otherwise."""
        return self.pages.beside

    @property
    def look_over(self) -> LookOverPage:
        """The page of what is found, compared and asked."""
        return self.pages.look_over

    @property
    def hand_over(self) -> HandOverPage:
        """The page of what leaves the office."""
        return self.pages.hand_over

    def show_stage(self, stage: Stage) -> None:
        """Show a stage's page and put the cursor where its work goes on."""
        page = self.pages.show_stage(stage)
        self.tape.show_stage(stage)
        page.focus()

    def step_stage(self, step: int) -> None:
        """Show the stage so many steps further, round."""
        stages = list(Stage)
        self.show_stage(stages[(stages.index(self.stage) + step) % len(stages)])

    def _show_subject(self, subject: Subject) -> None:
        if not self.workspace.is_open:
            return
        if self.workspace.subject is not None and self.workspace.subject != subject:
            self._back = [*self._back[-MOST_BACK:], self.workspace.subject]
        stage = stage_of(subject)
        if isinstance(subject, str) and is_shared(self.workspace.file, subject):
            stage = Stage.SHARED
        self.pages.show_stage(stage)
        self.tape.show_stage(stage)
        if isinstance(subject, Place):
            self.returns.show_place(subject)
        elif stage is Stage.CLIENTS:
            self.clients.show_client(subject)
        elif stage is Stage.BOOKS:
            self.books.show_subject(subject)
        elif stage is Stage.SHARED:
            self.shared.show_subject(subject)
        elif stage is Stage.ASSETS:
            self.assets.show_subject(subject)
        elif stage is Stage.BESIDE:
            self.beside.show_fitting(subject)
        elif stage is Stage.HAND_OVER:
            self.hand_over.show_filings()
        elif stage is Stage.LOOK_OVER:
            self.look_over.show_subject(subject)

    @property
    def can_go_back(self) -> bool:
        """Whether there is something to go back to."""
        return bool(self._back)

    def go_back(self) -> None:
        """Follow the thread back to where it was before."""
        if self._back:
            subject = self._back.pop()
            self.workspace.subject = None
            self.workspace.go_to(subject)

    def step_pane(self, step: int) -> None:
        """Step to the next part of the window that can be worked in, or to the one before."""
        page = self.pages.of(self.stage)
        order: list[Pane] = [
            page,
            self.thread_panel,
            self.worn_line,
            self.conflict,
            self.message,
            self.carry,
            self.tape,
        ]
        panes = [pane for pane in order if pane.isVisible() and next(tab_stops(pane), None) is not None]
        focused = QApplication.focusWidget()
        here = next((n for n, pane in enumerate(panes) if focused and pane.isAncestorOf(focused)), -1)
        to = panes[(here + step) % len(panes)] if panes else page
        if to is page and not page.focusWidget():
            self.show_stage(self.stage)
        else:
            to.enter()

    def _open_at_questions(self, path: Path) -> None:
        if self.open_path(path):
            self.show_stage(Stage.LOOK_OVER)
            self.look_over.show_answers()

    def ask_client(self) -> None:
        """Ask the client about what the cursor is on: on the Look over page that of its part, elsewhere what
        the thread shows."""
        if self.stage is Stage.LOOK_OVER and self.look_over.about:
            self.look_over.ask_about(self.look_over.about)
        else:
            self.look_over.ask_about(self.workspace.subject)

    def check(self, *, whole: bool) -> None:
        """Mark the line that the thread shows as checked, or the whole of its sheet; where it is marked, take
        that off."""
        workspace, subject = self.workspace, self.workspace.subject
        if not isinstance(subject, Place) or not workspace.computation.has_sheet(subject.sheet):
            return
        sheet, line = workspace.computation.sheet(subject.sheet), "" if whole else subject.line
        try:
            edit = check(workspace.file, sheet, line, self.look_over.initials.text(), datetime.date.today())
        except ValueError as error:
            self.say(str(error))
            return
        workspace.try_to(edit)

    # -- saying --------------------------------------------------------------------------------------

    def say(self, message: str) -> None:
        """Say something beneath the page, until another page is shown or something else is done."""
        self.message.say(message)

    def _refresh_tape(self) -> None:
        if not self.workspace.is_open:
            return
        opened = self.workspace.open_file
        unsaved = opened.unsaved
        state = f"{unsaved} unsaved edit{'s' if unsaved > 1 else ''}" if unsaved else "saved"
        if opened.why_look_only:
            state = "to look at only"
        if opened.seal is not None:
            state += ", sealed"
        file = self.workspace.file
        self.tape.show_client(f"{file.title}, {file.tax_year}", state)
        self.setWindowTitle(f"{file.title} {file.tax_year} · Half Yard")

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._fit_thread()
        if self.finder.isVisible():
            self.finder.fit()
