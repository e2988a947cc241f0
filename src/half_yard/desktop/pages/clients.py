"""The Clients page: the office's files on the left, the open client's particulars on the right."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import Qt, QTimer, Signal
from PySide6.QtWidgets import (
    QFileDialog,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QScrollArea,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from half_yard.countries import PACKS
from half_yard.desktop import theme
from half_yard.desktop.fields import Field, FieldForm, FieldKind
from half_yard.desktop.office import RecentFiles, Standing, file_name, standing_of
from half_yard.desktop.parts import Page, button, plain_table, soft, title
from half_yard.desktop.workspace import Workspace
from half_yard.records import ClientFile, Person, add, apply, change, remove
from half_yard.storage import SUFFIX, FileRefusedError, OpenFile

PATH_ROLE = Qt.ItemDataRole.UserRole + 1
COLUMNS = (("Client", 170), ("Year", 46), ("Stands at", 118), ("Result", 104))
COUNTRY = "us"
LEFT_WIDTH = 452


class ClientsPage(Page):
    """Signals `wanted` with the path of a file to open."""

    wanted = Signal(object)

    def __init__(self, workspace: Workspace, recent: RecentFiles) -> None:
        super().__init__(workspace)
        self._recent = recent
        self._waiting: list[Path] = []
        self._timer = QTimer(self)
        self._timer.setInterval(0)
        self._timer.timeout.connect(self._stand_next)
        row = QHBoxLayout(self)
        row.setContentsMargins(18, 14, 14, 10)
        row.setSpacing(24)
        left = QWidget()
        left.setFixedWidth(LEFT_WIDTH)
        self._fill_left(QVBoxLayout(left))
        row.addWidget(left)
        self.particulars = Particulars(workspace)
        row.addWidget(self.particulars, 1)
        workspace.opened.connect(self.refresh_files)

    def _fill_left(self, column: QVBoxLayout) -> None:
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        head = QHBoxLayout()
        head.addWidget(title("Clients"))
        head.addStretch(1)
        open_button = button("Open a file…", "A client file from anywhere")
        open_button.clicked.connect(self.ask_for_file)
        folder_button = button("Folder…", "Choose the folder of the office's client files")
        folder_button.clicked.connect(self._ask_for_folder)
        head.addWidget(open_button)
        head.addWidget(folder_button)
        column.addLayout(head)
        self._folder = soft("")
        self._folder.setWordWrap(False)
        column.addWidget(self._folder)
        self.files = plain_table("Client files", COLUMNS)
        self.files.itemActivated.connect(self._activate)
        column.addWidget(self.files, 1)
        column.addWidget(title("New client", 12))
        column.addLayout(self._new_client())
        self._problem = QLabel()
        self._problem.setProperty("role", "error")
        self._problem.setWordWrap(True)
        self._problem.hide()
        column.addWidget(self._problem)

    def _new_client(self) -> QGridLayout:
        grid = QGridLayout()
        grid.setHorizontalSpacing(10)
        self.first, self.last, self.year = QLineEdit(), QLineEdit(), QLineEdit(str(self._usual_year()))
        self.year.setFixedWidth(64)
        for number, (label, editor) in enumerate(
            (("First name", self.first), ("Last name", self.last), ("Tax year", self.year))
        ):
            name = soft(label)
            name.setBuddy(editor)
            editor.setAccessibleName(f"New client: {label.lower()}")
            editor.returnPressed.connect(self.make_new)
            grid.addWidget(name, 0, number)
            grid.addWidget(editor, 1, number)
        make = button("Make the file")
        make.clicked.connect(self.make_new)
        grid.addWidget(make, 1, 3)
        return grid

    @staticmethod
    def _usual_year() -> int:
        years = PACKS[COUNTRY].years
        return years[-1] - 1

    def refresh(self) -> None:
        """Show the particulars as they are now."""
        self.particulars.refresh()

    def focus(self) -> None:
        """Put the cursor on the list of files."""
        self.files.setFocus()

    # -- files ---------------------------------------------------------------------------------------

    def refresh_files(self) -> None:
        """List the files of the folder and those opened lately; how each stands follows when idle."""
        paths = self._recent.paths()
        folder = self._recent.folder
        self._folder.setText(
            _short(folder) if folder else f"No folder is chosen yet: new files go to {_short(Path.home())}."
        )
        self._folder.setToolTip(str(folder or ""))
        self.files.setRowCount(len(paths))
        for row, path in enumerate(paths):
            self._set_row(row, path, Standing(path.stem, "", "…", ""))
            if path.resolve() == (self._workspace.path or Path()).resolve():
                self.files.setCurrentCell(row, 0)
        self._waiting = paths
        self._timer.start()

    def _stand_next(self) -> None:
        row = self.files.rowCount() - len(self._waiting)
        if not self._waiting:
            self._timer.stop()
            return
        path = self._waiting.pop(0)
        self._set_row(row, path, standing_of(path))

    def finish_listing(self) -> None:
        """Work out at once how every file stands."""
        while self._timer.isActive():
            self._stand_next()

    def _set_row(self, row: int, path: Path, standing: Standing) -> None:
        current = path.resolve() == (self._workspace.path or Path()).resolve()
        for column, text in enumerate((standing.title, standing.year, standing.state, standing.result)):
            item = QTableWidgetItem(text)
            item.setData(PATH_ROLE, path)
            item.setToolTip(text if column == 2 else str(path))
            item.setFont(theme.text_font(bold=current))
            self.files.setItem(row, column, item)

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

    def say(self, problem: str) -> None:
        """Say beneath the list why a file was not opened or made."""
        self._problem.setText(problem)
        self._problem.setVisible(bool(problem))

    def make_new(self) -> None:
        """Make and open a file for the new client."""
        folder = self._recent.folder or Path.home()
        years = PACKS[COUNTRY].years
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
        file = ClientFile.new(COUNTRY, year)
        for field, editor in (("first_name", self.first), ("last_name", self.last)):
            file, _ = apply(file, change("Name", f"/people/owner/{field}", editor.text().strip()))
        name = file_name(self.first.text(), self.last.text(), year, [path.name for path in folder.glob("*")])
        try:
            made = OpenFile.create(folder / name, file)
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


class Particulars(QScrollArea):
    """Who the return is for: people, filing status, address."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self.setWidgetResizable(True)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        body = QWidget()
        column = QVBoxLayout(body)
        column.setContentsMargins(0, 0, 6, 0)
        column.setSpacing(8)
        self._title = title("No client is open")
        self._empty = soft(
            "Choose a client on the left and press Enter, or type a name below the list to make a new one."
        )
        column.addWidget(self._title)
        column.addWidget(self._empty)
        self._forms = QWidget()
        forms = QVBoxLayout(self._forms)
        forms.setContentsMargins(0, 0, 0, 0)
        forms.setSpacing(8)
        self.household = FieldForm(workspace)
        self.owner = FieldForm(workspace)
        self.spouse = FieldForm(workspace)
        self._spouse_button = button("Add a spouse")
        self._spouse_button.clicked.connect(self._toggle_spouse)
        self.address = FieldForm(workspace)
        for heading, form in (("Filing", self.household), ("Owner", self.owner), ("Spouse", self.spouse)):
            forms.addWidget(title(heading, 12))
            forms.addWidget(form)
        line = QHBoxLayout()
        line.addWidget(self._spouse_button)
        line.addStretch(1)
        forms.addLayout(line)
        forms.addWidget(title("Address", 12))
        forms.addWidget(self.address)
        column.addWidget(self._forms)
        column.addStretch(1)
        self._forms.hide()
        self.setWidget(body)

    def refresh(self) -> None:
        """Show the open client."""
        there = self._workspace.is_open
        self._forms.setVisible(there)
        self._empty.setVisible(not there)
        if not there:
            self._title.setText("No client is open")
            return
        file, pack = self._workspace.file, self._workspace.pack
        self._title.setText(f"{file.title}, {file.tax_year}")
        self.household.show_fields(
            [
                Field(
                    "/household/filing_status", "Filing status", FieldKind.CHOICE,
                    tuple(pack.filing_statuses.items()),
                )
            ]
        )  # fmt: skip
        self.owner.show_fields(self._person("owner"))
        spouse = "spouse" in file.people
        self.spouse.show_fields(self._person("spouse") if spouse else [])
        self._spouse_button.setText("Remove the spouse" if spouse else "Add a spouse")
        self.address.show_fields(
            [
                Field("/household/address/street", "Street"),
                Field("/household/address/city", "City"),
                Field("/household/address/region", "State"),
                Field("/household/address/postal_code", "ZIP code"),
            ]
        )

    def _person(self, key: str) -> list[Field]:
        path = f"/people/{key}"
        pack = self._workspace.pack
        return [
            Field(f"{path}/first_name", "First name"),
            Field(f"{path}/last_name", "Last name"),
            Field(f"{path}/birth_date", "Born on", FieldKind.BIRTHDAY, hint="month/day/year"),
            Field(
                f"{path}/identity_number", "Social security number",
                problem=pack.identity_problem, hint="nine digits",
            ),
            Field(f"{path}/blind", "Blind", FieldKind.ANSWER, default=False),
        ]  # fmt: skip

    def _toggle_spouse(self) -> None:
        if "spouse" in self._workspace.file.people:
            self._workspace.try_to(remove("Removal of the spouse", "/people/spouse"))
        elif self._workspace.try_to(add("Spouse", "/people/spouse", Person())):
            self.spouse.focus_on("/people/spouse/first_name")

    def focus_on(self, path: str) -> None:
        """Put the cursor on the field at a path."""
        for form in (self.household, self.owner, self.spouse, self.address):
            if form.focus_on(path):
                return


def _short(folder: Path) -> str:
    home = Path.home()
    if folder == home:
        return "the home folder"
    return f"~/{folder.relative_to(home)}" if folder.is_relative_to(home) else str(folder)
