"""Who the return is for: people, filing status, address."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QScrollArea, QVBoxLayout, QWidget

from half_yard.asked import Field, FieldKind
from half_yard.desktop.fields import FieldForm
from half_yard.desktop.parts import bare_column, button, soft, title
from half_yard.desktop.workspace import Workspace
from half_yard.records import Person, add, remove


class PeopleView(QScrollArea):
    """Who the return is for: people, filing status, address."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self.setWidgetResizable(True)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
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
        forms = bare_column(self._forms, 8)
        self.household = FieldForm(workspace)
        self.owner = FieldForm(workspace)
        self.spouse = FieldForm(workspace)
        self._spouse_button = button("")
        self._spouse_button.clicked.connect(self._toggle_spouse)
        self.address = FieldForm(workspace)
        self.office = FieldForm(workspace)
        self._filing, self._first, self._second = title("Filing", 12), title("", 12), title("", 12)
        for heading, form in (
            (self._filing, self.household), (self._first, self.owner), (self._second, self.spouse),
        ):  # fmt: skip
            forms.addWidget(heading)
            forms.addWidget(form)
        line = QHBoxLayout()
        line.addWidget(self._spouse_button)
        line.addStretch(1)
        forms.addLayout(line)
        forms.addWidget(title("Address", 12))
        forms.addWidget(self.address)
        forms.addWidget(title("In the office", 12))
        forms.addWidget(self.office)
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
        owner, spouse = self._roles
        self._title.setText(f"{file.title}, {file.tax_year}")
        fields = pack.asked.household_fields(file)
        self._filing.setVisible(bool(fields))
        self.household.show_fields(fields)
        self._first.setText(pack.country.roles[owner])
        self._second.setText(pack.country.roles[spouse])
        self.owner.show_fields(self._person(owner), pack.country.roles[owner])
        both = spouse in file.people
        self.spouse.show_fields(self._person(spouse) if both else [], pack.country.roles[spouse])
        called = pack.country.roles[spouse].lower()
        self._spouse_button.setText(f"Remove the {called}" if both else f"Add a {called}")
        self.office.show_fields(self._assignment())
        self.address.show_fields(list(pack.country.address_fields("/household/address")))

    @property
    def _roles(self) -> tuple[str, str]:
        """The ids of the two persons of a file."""
        owner, spouse, *_ = self._workspace.pack.country.roles
        return owner, spouse

    def _person(self, key: str) -> list[Field]:
        path, workspace = f"/people/{key}", self._workspace
        number, order = workspace.pack.country.person_number, workspace.calendar.hint
        return [
            Field(f"{path}/first_name", "First name"),
            Field(f"{path}/last_name", "Last name"),
            Field(f"{path}/birth_date", "Born on", FieldKind.BIRTHDAY, hint=f"{order}/year"),
            Field(
                f"{path}/identity_number", number.title, problem=number.problem, hint=number.hint,
                masks=number.masked,
            ),
            *workspace.pack.asked.person_fields(workspace.file, key),
        ]  # fmt: skip

    def _assignment(self) -> list[Field]:
        workspace = self._workspace
        by_law = workspace.pack.due(workspace.file)
        said = f"by law {workspace.calendar.text(by_law)}" if by_law is not None else ""
        return [
            Field("/assignment/prepares", "Prepared by", hint="initials"),
            Field("/assignment/asks", "Client asked by", hint="initials"),
            Field("/assignment/due", "Due", FieldKind.DATE, hint=said),
        ]

    def _toggle_spouse(self) -> None:
        spouse, path = self._roles[1], f"/people/{self._roles[1]}"
        called = self._workspace.pack.country.roles[spouse]
        if spouse in self._workspace.file.people:
            self._workspace.try_to(remove(f"Removal of the {called.lower()}", path))
        elif self._workspace.try_to(add(called, path, Person())):
            self.spouse.focus_on(f"{path}/first_name")

    def begin(self) -> None:
        """Put the cursor on the first field."""
        self.owner.focus_on("/people/owner/first_name")

    def focus_on(self, path: str) -> None:
        """Put the cursor on the field at a path."""
        for form in (self.household, self.owner, self.spouse, self.address, self.office):
            if form.focus_on(path):
                return
