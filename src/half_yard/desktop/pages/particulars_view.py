"""Everything that is set up for an activity, in one place, and what is done with it as a whole."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import chain, groupby

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QScrollArea, QVBoxLayout, QWidget

from half_yard.asked import Field, FieldKind, heading
from half_yard.desktop.fields import FieldForm
from half_yard.desktop.parts import button, soft
from half_yard.desktop.workspace import Workspace
from half_yard.records import Activity
from half_yard.records.activities import archived, converted, duplicate, removed
from half_yard.records.identifiers import next_id
from half_yard.review import shares_add_up


class ParticularsView(QScrollArea):
    """The fields of an activity, the advice on its kind, and the buttons for the whole of it."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self._key = ""
        self.setWidgetResizable(True)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.form = FieldForm(workspace)
        self._advice = soft("")
        self.convert = button("", "Change the kind of the activity; its entries go to the lines of that kind")
        self.convert.clicked.connect(self.change_kind)
        self._duplicate = button("Duplicate", "A new activity set up like this one, without its entries")
        self._duplicate.clicked.connect(self.duplicate)
        self.archive = button("Archive", "Keep it, and leave it off the return")
        self.archive.clicked.connect(self.switch_archive)
        self.remove = button("Remove activity", "Take the activity out, with its entries, forms and assets")
        self.remove.clicked.connect(self.remove_activity)
        line = QHBoxLayout()
        for part in (self._duplicate, self.archive, self.remove):
            line.addWidget(part)
        line.addStretch(1)
        body = QWidget()
        column = QVBoxLayout(body)
        column.setContentsMargins(2, 4, 8, 4)
        column.addWidget(self.form)
        column.addWidget(self._advice)
        advice = QHBoxLayout()
        advice.addWidget(self.convert)
        advice.addStretch(1)
        column.addLayout(advice)
        column.addSpacing(10)
        column.addLayout(line)
        column.addStretch(1)
        self.setWidget(body)

    def show_activity(self, key: str) -> None:
        """Show an activity's fields."""
        self._key = key
        activity = self._workspace.file.activities[key]
        self.form.show_fields(list(self._fields(f"/activities/{key}", activity)))
        self.archive.setText("Take out of the archive" if activity.archived else "Archive")
        advice = self._workspace.pack.asked.kind_advice(activity)
        self._advice.setVisible(advice is not None)
        self.convert.setVisible(advice is not None and advice.kind != activity.kind)
        if advice is not None:
            self._advice.setText(f"By these answers: {advice.why}")
            self.convert.setText(f"Make it: {self._workspace.pack.ledger.kinds[advice.kind].title}")

    # -- the fields ----------------------------------------------------------------------------------

    def _fields(self, path: str, activity: Activity) -> Iterator[Field]:
        file, pack = self._workspace.file, self._workspace.pack
        asked, country = pack.asked, pack.country
        yield heading(path, "What it is")
        yield Field(f"{path}/name", "Name")
        yield Field(f"{path}/description", "What it does")
        yield from asked.activity_fields(file, self._key)
        number = country.business_number
        yield Field(f"{path}/employer_number", number.title, problem=number.problem, hint=number.hint)
        yield heading(path, "Where and when")
        home = file.household.address
        owners = {part: f"{value} (the owner's)" for part, value in home if value}
        yield from country.address_fields(f"{path}/address", owners)
        yield Field(f"{path}/started", "Started", FieldKind.DATE, hint="if in this year or not long before")
        yield Field(f"{path}/ended", "Ended", FieldKind.DATE, hint="if in this year")
        yield from self._owners(path)
        yield heading(path, "How it is run")
        yield from (question.field(path) for question in asked.activity_choices(activity.kind))
        questions = asked.questions_of(file, self._key)
        yield from (question.field(path) for question in questions if not question.group)
        yield heading(path, "Own lines among other expenses")
        fresh = next_id("own_lines", activity.own_lines)
        for number_of, key in enumerate(chain(sorted(activity.own_lines), [fresh]), 1):
            hint = "a name, such as Memberships" if key == fresh else ""
            yield Field(f"{path}/own_lines/{key}", f"Line {number_of}", hint=hint)
        for group, together in groupby(questions, lambda question: question.group):
            if group:
                yield heading(path, group)
                yield from (question.field(path) for question in together)

        if facts := asked.activity_facts(file, self._key):
            yield heading(f"{path}/facts", "Of this year, in numbers")
            yield from facts

    def _owners(self, path: str) -> Iterator[Field]:
        file, pack = self._workspace.file, self._workspace.pack
        yield heading(path, "Whose it is")
        for person, record in file.people.items():
            label = f"Share of {record.name or person}, percent"
            yield Field(f"{path}/owners/{person}", label, FieldKind.PERCENT, problem=self._share_problem)
        if len(file.people) > 1:
            kind = file.activities[self._key].kind
            yield from (question.field(path) for question in pack.asked.owners_choices(kind))

    def _share_problem(self, _shown: str) -> str:
        activity = self._workspace.file.activities.get(self._key)
        return "" if activity is None or shares_add_up(activity) else "The shares do not add up to 100."

    # -- the whole of it -----------------------------------------------------------------------------

    def duplicate(self) -> None:
        """Make an activity set up like this one, and show it."""
        edit, key = duplicate(self._workspace.file, self._key)
        if self._workspace.try_to(edit):
            self._workspace.go_to(f"/activities/{key}/name")

    def switch_archive(self) -> None:
        """Put the activity into the archive, or take it out."""
        edit = archived(self._workspace.file, self._key)
        if self._workspace.try_to(edit):
            self._workspace.said.emit(f"{edit.label}. Undo takes it back.")

    def change_kind(self) -> None:
        """Make the activity what the advice says it is."""
        file = self._workspace.file
        advice = self._workspace.pack.asked.kind_advice(file.activities[self._key])
        if advice is None:
            return
        other = file.activities[self._key].model_copy(update={"kind": advice.kind})
        known = {line.key for line in self._workspace.pack.ledger.lines(other)}
        self._workspace.try_to(converted(file, self._key, advice.kind, advice.lines, known))

    def remove_activity(self) -> None:
        """Take the activity out with all that belongs to it, in one edit that undo brings back."""
        edit = removed(self._workspace.file, self._key)
        name = self._workspace.file.activities[self._key].name or "The activity"
        if self._workspace.try_to(edit):
            self._workspace.said.emit(f"{name} is taken out, with what belonged to it. Undo brings it back.")
