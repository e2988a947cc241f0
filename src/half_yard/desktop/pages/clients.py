"""The Clients page: the office's files on the left, the open client's particulars on the right."""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from pathlib import Path

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import (
    QFileDialog,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QStackedWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from half_yard.countries import COUNTRIES
from half_yard.desktop import theme
from half_yard.desktop.actions import Action
from half_yard.desktop.choice_box import ChoiceBox
from half_yard.desktop.key_line import KeyLine
from half_yard.desktop.listing import Listing
from half_yard.desktop.office import RecentFiles, Standing
from half_yard.desktop.pages.earlier_view import EarlierView
from half_yard.desktop.pages.people_view import PeopleView
from half_yard.desktop.parts import Page, button, plain_table, soft, title
from half_yard.desktop.plain_words import PlainLabel, plain_tip
from half_yard.desktop.workspace import Workspace
from half_yard.records import ClientFile, apply, change
from half_yard.storage import (
    FINAL,
    SUFFIX,
    FileRefusedError,
    OpenFile,
    SealedFileError,
    office_seal,
    real_path,
)
from half_yard.storage.file_names import file_name

PATH_ROLE = Qt.ItemDataRole.UserRole + 1
COLUMNS = ("Client", "Year", "Stands at", "Result")
NAME = 0
LEFT_WIDTH = 470
NUMBER, WIDEST_NUMBER = re.compile(r"\d[\d,]*"), 12


def by_amount(words: str) -> str:
    """Words as they are sorted: alike ones by their numbers."""
    return NUMBER.sub(lambda found: found[0].replace(",", "").zfill(WIDEST_NUMBER), words)


class ClientsPage(Page):
    """Signals `wanted` with the path of a file to open, `answered` with that of one to open at its
    questions."""

    wanted = Signal(object)
    answered = Signal(object)

    def __init__(self, workspace: Workspace, recent: RecentFiles) -> None:
        super().__init__(workspace)
        self._recent = recent
        self._refused: Path | None = None
        self.listing = Listing(workspace.keys, self)
        self.listing.stands.connect(self._show_standing)
        self.listing.reached.connect(self._show_reached)
        row = QHBoxLayout(self)
        row.setContentsMargins(18, 14, 14, 10)
        row.setSpacing(24)
        left = QWidget()
        left.setFixedWidth(LEFT_WIDTH)
        self._fill_left(QVBoxLayout(left))
        row.addWidget(left)
        self.particulars = PeopleView(workspace)
        self.earlier = EarlierView(workspace)
        self.earlier.left.connect(self.show_particulars)
        self.earlier.opened.connect(self.wanted)
        self._right = QStackedWidget()
        for part in (self.particulars, self.earlier):
            self._right.addWidget(part)
        row.addWidget(self._right, 1)
        workspace.opened.connect(self.refresh_files)

    def _fill_left(self, column: QVBoxLayout) -> None:
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        head = QHBoxLayout()
        head.addWidget(title("Clients"))
        head.addStretch(1)
        earlier_button = button("Earlier states", "The states that the chosen file had before")
        earlier_button.clicked.connect(self.show_earlier)
        open_button = button("Open a file…", "A client file from anywhere")
        open_button.clicked.connect(self.ask_for_file)
        folder_button = button("Folder…", "Choose the folder of the office's client files")
        folder_button.clicked.connect(self._ask_for_folder)
        head.addWidget(earlier_button)
        head.addWidget(open_button)
        head.addWidget(folder_button)
        column.addLayout(head)
        self._folder = soft("")
        self._folder.setWordWrap(False)
        column.addWidget(self._folder)
        self._rows: dict[Path, int] = {}
        self._standings: dict[Path, Standing] = {}
        self._sorted_by = (NAME, False)
        self.line = QLineEdit()
        self.line.setPlaceholderText("a name, a year, “asked”, “to pay”…")
        self.line.setAccessibleName("Find clients")
        self.line.textChanged.connect(self.find_clients)
        self._reached = soft("")
        self._reached.setWordWrap(False)
        finding = QHBoxLayout()
        finding.addWidget(self.line, 1)
        finding.addWidget(self._reached)
        column.addLayout(finding)
        self.files = plain_table("Client files", COLUMNS)
        self.files.itemActivated.connect(self._activate)
        self.files.offer(
            [
                Action(
                    "Open at what is asked", self._to_questions, "Ctrl+Return", enabled=self.files.has_rows
                ),
                Action("Sort by this column", self._sort_here, enabled=self.files.has_rows),
            ]
        )
        header = self.files.horizontalHeader()
        header.setSectionsClickable(True)
        header.sectionClicked.connect(self.sort_by)
        column.addWidget(self.files, 1)
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
        self.particulars.refresh()

    def show_earlier(self) -> None:
        """Show the earlier states of the file that is chosen in the list, or else of the open one."""
        item = self.files.item(self.files.currentRow(), 0)
        path = self._refused or (item.data(PATH_ROLE) if item is not None else self._workspace.path)
        if path is None:
            self.say("Choose a file in the list: its earlier states are shown then.")
            return
        self._right.setCurrentWidget(self.earlier)
        self.earlier.show_file(path)

    def show_particulars(self) -> None:
        """Show whose return the open file is."""
        self._right.setCurrentWidget(self.particulars)
        self.files.setFocus()

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
        """Put the cursor on the list of files."""
        self.files.setFocus()

    # -- files ---------------------------------------------------------------------------------------

    def refresh_files(self) -> None:
        """List the files of the folder and those opened lately; how each stands follows when idle."""
        paths = self._in_order(self._recent.paths())
        folder = self._recent.folder
        self._folder.setText(
            _short(folder) if folder else f"No folder is chosen yet: new files go to {_short(Path.home())}."
        )
        self._folder.setToolTip(plain_tip(str(folder or "")))
        self.files.setRowCount(len(paths))
        self._rows = {path: row for row, path in enumerate(paths)}
        for row, path in enumerate(paths):
            self._set_row(row, path, Standing(path.stem, "", "…", ""))
            if real_path(path) == self._workspace.path:
                self.files.setCurrentCell(row, 0)
        self.listing.start(paths, self._workspace.path)
        self.find_clients()

    def _show_standing(self, path: Path, standing: Standing) -> None:
        self._standings[path] = standing
        self._set_row(self._rows[path], path, standing)
        self._show_if_found(self._rows[path])

    def _show_reached(self, known: int, of: int) -> None:
        self._reached.setText(f"{known} of {of} looked at" if known < of else "")

    def finish_listing(self) -> None:
        """Work out at once how every file stands."""
        self.listing.finish()

    def find_clients(self) -> None:
        """Show the clients that have every word typed, in their name, year, state or result."""
        for row in range(self.files.rowCount()):
            self._show_if_found(row)

    def _show_if_found(self, row: int) -> None:
        words = self.line.text().casefold().split()
        cells = (self.files.item(row, column) for column in range(len(COLUMNS)))
        text = " ".join(item.text() for item in cells if item is not None).casefold()
        self.files.setRowHidden(row, not all(word in text for word in words))

    def sort_by(self, column: int) -> None:
        """Show the clients in the order of a column; backwards at the second time."""
        before, backwards = self._sorted_by
        self._sorted_by = (column, column == before and not backwards)
        self.refresh_files()

    def _sort_here(self) -> None:
        self.sort_by(self.files.currentColumn())

    def _in_order(self, paths: Sequence[Path]) -> list[Path]:
        """The files by the column that sorts; those of which nothing is known yet last."""
        column, backwards = self._sorted_by
        if column == NAME:
            return list(reversed(paths)) if backwards else list(paths)
        known = [path for path in paths if path in self._standings]

        def cell(path: Path) -> str:
            standing = self._standings[path]
            return by_amount(("", standing.year, standing.state, standing.result)[column])

        known.sort(key=cell, reverse=backwards)
        return known + [path for path in paths if path not in self._standings]

    def search_line(self) -> QLineEdit:
        """The line on which clients are looked for."""
        return self.line

    def _set_row(self, row: int, path: Path, standing: Standing) -> None:
        current = real_path(path) == self._workspace.path
        elsewhere = f", in {self._recent.place_of(path)}" if path.parent != self._recent.folder else ""
        cells = (f"{standing.title}{elsewhere}", standing.year, standing.state, standing.result)
        for column, text in enumerate(cells):
            item = QTableWidgetItem(text)
            item.setData(PATH_ROLE, path)
            item.setToolTip(plain_tip(text if column > 1 else str(path)))
            item.setFont(theme.text_font(bold=current))
            self.files.setItem(row, column, item)

    def _to_questions(self) -> None:
        item = self.files.currentItem()
        if item is not None:
            self.answered.emit(item.data(PATH_ROLE))

    def _activate(self, item: QTableWidgetItem) -> None:
        self.wanted.emit(item.data(PATH_ROLE))

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
