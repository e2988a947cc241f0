"""Who the return is for: people, filing status, address."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QScrollArea, QVBoxLayout, QWidget

from half_yard.desktop.fields import Field, FieldForm, FieldKind
from half_yard.desktop.parts import button, soft, title
from half_yard.desktop.workspace import Workspace
from half_yard.records import Person, add, remove


class PeopleView(QScrollArea):
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
                problem=pack.identity_problem, hint="nine digits", masks=pack.masked_number,
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
