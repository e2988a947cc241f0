"""The Clients page: the office's files, and the open client's particulars."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import Signal
from PySide6.QtWidgets import (
    QFileDialog,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from half_yard.countries import COUNTRIES
from half_yard.desktop.actions import Action
from half_yard.desktop.choice_box import ChoiceBox
from half_yard.desktop.key_line import KeyLine
from half_yard.desktop.pages.assign_line import AssignLine
from half_yard.desktop.pages.client_list import ClientList
from half_yard.desktop.pages.earlier_view import EarlierView
from half_yard.desktop.pages.going_on_view import GoingOnView
from half_yard.desktop.pages.people_view import PeopleView
from half_yard.desktop.parts import Page, button, soft, title
from half_yard.desktop.plain_words import PlainLabel, plain_tip
from half_yard.desktop.recent_files import RecentFiles
from half_yard.desktop.strip import Strip
from half_yard.desktop.workspace import Workspace
from half_yard.records import ClientFile, apply, change
from half_yard.storage import (
    FINAL,
    SUFFIX,
    FileRefusedError,
    OpenFile,
    SealedFileError,
    office_seal,
)
from half_yard.storage.file_names import file_name

OFFICE, CLIENT = "all clients", "open client"


class ClientsPage(Page):
    """Signals `wanted` with the path of a file to open, `answered` with that of one to open at its
    questions."""

    wanted = Signal(object)
    answered = Signal(object)

    def __init__(self, workspace: Workspace, recent: RecentFiles) -> None:
        super().__init__(workspace)
        self._recent = recent
        self._refused: Path | None = None
        self.strip = Strip("Clients and the open one")
        self.strip.chosen.connect(self.choose)
        self.list = ClientList(workspace, recent)
        self.list.wanted.connect(self.wanted)
        self.particulars = PeopleView(workspace)
        self.earlier = EarlierView(workspace)
        self.earlier.left.connect(self.show_office)
        self.earlier.opened.connect(self.wanted)
        self.going_on = GoingOnView(workspace)
        self.going_on.left.connect(self._made_next_years)
        self._office = QWidget()
        self._fill_office(QVBoxLayout(self._office))
        self._stack = QStackedWidget()
        for part in (self._office, self.particulars, self.earlier, self.going_on):
            self._stack.addWidget(part)
        column = QVBoxLayout(self)
        column.setContentsMargins(18, 10, 14, 10)
        column.setSpacing(8)
        column.addWidget(self.strip)
        column.addWidget(self._stack, 1)
        workspace.opened.connect(self.refresh_files)

    def _fill_office(self, column: QVBoxLayout) -> None:
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        self._folder = soft("")
        self._folder.setWordWrap(False)
        head = QHBoxLayout()
        head.addWidget(self._folder, 1)
        for words, tip, act in (
            ("Folder…", "Choose the folder of the office's client files", self._ask_for_folder),
            ("Open a file…", "A client file from anywhere", self.ask_for_file),
            ("Earlier states", "The states that the chosen file had before", self.show_earlier),
            ("Assign…", "Give the chosen clients to people of the office", self.ask_to_assign),
            ("Next year…", "Make the files of the next year of the chosen clients", self.show_next_years),
        ):
            each = button(words, tip)
            each.clicked.connect(act)
            head.addWidget(each)
        column.addLayout(head)
        files = self.list.files
        files.offer(
            [
                Action("Open at what is asked", self._to_questions, "Ctrl+Return", enabled=files.has_rows),
                Action("Assign the chosen clients", self.ask_to_assign, enabled=files.has_rows),
                Action("Make the chosen clients' next year", self.show_next_years, enabled=files.has_rows),
                Action("Sort by this column", self.list.sort_here, enabled=files.has_rows),
            ]
        )
        column.addWidget(self.list, 1)
        self.assign_line = AssignLine(self._workspace, self._assigned)
        column.addWidget(self.assign_line)
        self.key_line = KeyLine()
        column.addWidget(self.key_line)
        column.addWidget(title("New client", 12))
        column.addLayout(self._new_client())
        self._problem = PlainLabel()
        self._problem.setProperty("role", "error")
        self._problem.setWordWrap(True)
        self._problem.hide()
        column.addWidget(self._problem)

    def _new_client(self) -> QGridLayout:
        grid = QGridLayout()
        grid.setHorizontalSpacing(10)
        self.first, self.last, self.year = QLineEdit(), QLineEdit(), QLineEdit()
        self.country = ChoiceBox(labelled=True)
        for key, country in COUNTRIES.items():
            self.country.addItem(country.name, key)
        self.country.setCurrentIndex(self.country.count() - 1)
        self.country.currentIndexChanged.connect(self._show_usual_year)
        self._show_usual_year()
        self.year.setFixedWidth(56)
        for number, (label, editor) in enumerate(
            (
                ("First name", self.first), ("Last name", self.last), ("Tax year", self.year),
                ("Country", self.country),
            )
        ):  # fmt: skip
            name = soft(label)
            name.setBuddy(editor)
            editor.setAccessibleName(f"New client: {label.lower()}")
            if isinstance(editor, QLineEdit):
                editor.returnPressed.connect(self.make_new)
            grid.addWidget(name, 0, number)
            grid.addWidget(editor, 1, number)
        make = button("Make")
        make.setAccessibleName("Make the file")
        make.clicked.connect(self.make_new)
        grid.addWidget(make, 1, 4)
        return grid

    def _show_usual_year(self) -> None:
        """Offer the last year for which returns are filed now in the country that is chosen."""
        self.year.setText(str(COUNTRIES[self.country.currentData()].year_now))

    def refresh(self) -> None:
        """Show the particulars as they are now."""
        is_open = self._workspace.is_open
        names = [(OFFICE, "All clients", "All clients")]
        if is_open:
            whose = f"{self._workspace.file.title}, {self._workspace.file.tax_year}"
            names.append((CLIENT, whose, whose))
        elif self._shown == CLIENT:
            self._stack.setCurrentWidget(self._office)
        self.strip.show_names(names, self._shown)
        self.list.show_open()
        self.particulars.refresh()

    @property
    def _shown(self) -> str:
        return CLIENT if self._stack.currentWidget() is self.particulars else OFFICE

    def choose(self, key: str) -> None:
        """Show the office's clients, or the particulars of the open one."""
        self._stack.setCurrentWidget(self.particulars if key == CLIENT else self._office)

    def show_earlier(self) -> None:
        """Show the earlier states of the file that is chosen in the list, or else of the open one."""
        path = self._refused or self.list.current or self._workspace.path
        if path is None:
            self.say("Choose a file in the list: its earlier states are shown then.")
            return
        self._stack.setCurrentWidget(self.earlier)
        self.earlier.show_file(path)

    def show_office(self) -> None:
        """Show the office's clients."""
        self._stack.setCurrentWidget(self._office)
        self.refresh()

    def show_client(self, path: str = "") -> None:
        """Show whose return the open file is, the cursor on the field at a path where one is given."""
        self._stack.setCurrentWidget(self.particulars)
        self.refresh()
        self.particulars.focus_on(path)

    # -- several clients -----------------------------------------------------------------------------

    def ask_to_assign(self) -> None:
        """Ask to whom the chosen clients are given."""
        if paths := self.list.chosen:
            self.assign_line.ask(paths, self._recent.initials)

    def _assigned(self, problem: str) -> None:
        self.say(problem)
        if self.assign_line.isHidden():
            self.refresh_files()
            self.list.files.setFocus()

    def show_next_years(self) -> None:
        """Show what would come of the next year of the chosen clients."""
        if paths := self.list.chosen:
            self._stack.setCurrentWidget(self.going_on)
            self.going_on.show_files(paths)

    def _made_next_years(self) -> None:
        self.refresh_files()
        self.show_office()
        self.list.files.setFocus()

    # -- sealed files --------------------------------------------------------------------------------

    def ask_to_unlock(self, name: str, wrapped: str, then: Callable[[], object]) -> None:
        """Ask for the passphrase of a sealed file or folder; with it, go on."""

        def unlock(passphrase: str) -> None:
            self._workspace.keys.unlock(wrapped, passphrase)
            self.say("")
            self.refresh_files()
            then()

        self.key_line.ask(f"{name} is sealed.", "Open", unlock)

    def ask_to_seal(self) -> None:
        """Ask for a passphrase and seal the open file with it."""

        def seal(passphrase: str) -> None:
            self._workspace.seal(passphrase)
            self._workspace.said.emit(f"The file is sealed. {FINAL}")

        if self._workspace.is_open:
            name = self._workspace.file.title
            self.key_line.ask(f"Seal {name}", "Seal it", seal, more=FINAL, twice=True)

    def ask_to_seal_folder(self) -> None:
        """Ask for a passphrase and seal every file of the office's folder, and all that will be made
        there."""
        folder = self._recent.folder
        if folder is None:
            self.say("Choose the office's folder first, with “Folder…”.")
            return

        def seal(passphrase: str) -> None:
            self.say(self._workspace.seal_folder(folder, passphrase))

        self.key_line.ask(f"Seal the folder {folder.name}", "Seal it all", seal, more=FINAL, twice=True)

    def unseal_folder(self) -> None:
        """Take the seal off every file of the office's folder."""
        if self._recent.folder is not None:
            try:
                self.say(self._workspace.unseal_folder(self._recent.folder))
            except (FileRefusedError, OSError) as error:
                self.say(str(error))

    def focus(self) -> None:
        """Put the cursor on the list of files, or on the particulars where those are shown."""
        if self._shown == CLIENT:
            self.particulars.begin()
        elif self._stack.currentWidget() is self._office:
            self.list.files.setFocus()

    # -- files ---------------------------------------------------------------------------------------

    def refresh_files(self) -> None:
        """List the files of the folder and those opened lately; how each stands follows when idle."""
        folder = self._recent.folder
        self._folder.setText(
            _short(folder) if folder else f"No folder is chosen yet: new files go to {_short(Path.home())}."
        )
        self._folder.setToolTip(plain_tip(str(folder or "")))
        self.list.refresh()

    def search_line(self) -> QLineEdit:
        """The line on which clients are looked for."""
        return self.list.line

    def _to_questions(self) -> None:
        if (path := self.list.current) is not None:
            self.answered.emit(path)

    def ask_for_file(self) -> None:
        """Let the preparer pick a client file from anywhere."""
        start = str(self._recent.folder or Path.home())
        name, _ = QFileDialog.getOpenFileName(
            self, "Open a client file", start, f"Client files (*{SUFFIX});;All files (*)"
        )
        if name:
            self.wanted.emit(Path(name))

    def _ask_for_folder(self) -> None:
        name = QFileDialog.getExistingDirectory(
            self, "Folder of client files", str(self._recent.folder or Path.home())
        )
        if name:
            self._recent.use_folder(Path(name))
            self.refresh_files()

    def say(self, problem: str, path: Path | None = None) -> None:
        """Say beneath the list why a file was not opened or made; “Earlier states” then is about its path."""
        self._refused = path
        self._problem.setText(problem)
        self._problem.setVisible(bool(problem))

    def make_new(self) -> None:
        """Make and open a file for the new client."""
        folder = self._recent.folder or Path.home()
        country = self.country.currentData()
        years = COUNTRIES[country].years
        if not (self.year.text().strip().isdecimal() and int(self.year.text()) in years):
            self.say(f"“{self.year.text()}” is no tax year with rules. Type {years[0]} to {years[-1]}.")
            self.year.setFocus()
            return
        if not (self.first.text().strip() or self.last.text().strip()):
            self.say("A new client needs a name. Type the first and last name.")
            self.first.setFocus()
            return
        if not folder.is_dir():
            self.say(f"The folder {_short(folder)} is not there. Choose another with “Folder…”.")
            return
        year = int(self.year.text())
        file = ClientFile.new(country, year)
        for field, editor in (("first_name", self.first), ("last_name", self.last)):
            file, _ = apply(file, change("Name", f"/people/owner/{field}", editor.text().strip()))
        name = file_name(self.first.text(), self.last.text(), year, [path.name for path in folder.glob("*")])
        try:
            made = OpenFile.create(folder / name, file, office_seal(folder, self._workspace.keys))
        except SealedFileError as error:
            self.ask_to_unlock(f"The folder {folder.name}", error.wrapped, self.make_new)
            return
        except FileRefusedError as error:
            self.say(str(error))
            return
        except OSError as error:
            self.say(f"{folder} can't be written to: {error.strerror}. Choose another folder.")
            return
        made.close()
        self.first.clear()
        self.last.clear()
        self.say("")
        self.wanted.emit(folder / name)


def _short(folder: Path) -> str:
    home = Path.home()
    if folder == home:
        return "the home folder"
    return f"~/{folder.relative_to(home)}" if folder.is_relative_to(home) else str(folder)
