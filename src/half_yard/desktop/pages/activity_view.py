"""One activity: its statement on the left, its entries or particulars on the right."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from pydantic import JsonValue
from PySide6.QtWidgets import QHBoxLayout, QScrollArea, QStackedWidget, QVBoxLayout, QWidget

from half_yard.desktop.fields import Field, FieldForm, FieldKind
from half_yard.desktop.line_view import LineRow, LineView
from half_yard.desktop.pages.line_rows import FOLDED_UNDER, statement_rows
from half_yard.desktop.parts import TableBlock, button
from half_yard.desktop.tables import Column, Kind, RecordModel, Source
from half_yard.desktop.workspace import Workspace
from half_yard.records import Activity, Edit, Entry, Record
from half_yard.records.capitalizing import into_asset
from half_yard.records.choices import Option
from half_yard.records.edits import Change
from half_yard.review import shares_add_up

STATEMENT_WIDTH = 328
STATEMENT_ROW = 19
LINE_COLUMN = 3
NOT_ON_RETURN = "Nothing of it goes on this return: an entry's thread says why."


class ActivityView(QWidget):
    """Choosing a line of the statement shows that line's entries; Enter goes on to type a new one."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self._activity = ""
        self._lines: tuple[str, ...] = ()
        self._unfolded = False
        self.statement = LineView("Statement of the activity", row_height=STATEMENT_ROW)
        self.statement.horizontalHeader().hide()
        self.statement.setFixedWidth(STATEMENT_WIDTH)
        self.statement.line_current.connect(self._line_chosen)
        self.statement.entry_wanted.connect(self._enter)
        self.model = RecordModel(workspace, self._source(), self._columns(), self)
        self.entries = TableBlock("Entries", self.model)
        self.entries.table.record_current.connect(self._entry_chosen)
        self.particulars = _Particulars(workspace)
        self._all = button("All entries", "Show the entries of every line")
        self._all.setCheckable(True)
        self._all.clicked.connect(self.show_all)
        self._switch = button("Particulars", "Name, owners and the questions that shape the schedule")
        self._switch.setCheckable(True)
        self._switch.clicked.connect(self._switch_view)
        self._asset = button(
            "Make it an asset", "Turn the entry under the cursor into an asset of the activity"
        )
        self._asset.clicked.connect(self.make_asset)
        self._remove = button("Remove activity", "Take the activity out, with its entries and assets")
        self._remove.clicked.connect(self.remove_activity)
        self._stack = QStackedWidget()
        self._stack.addWidget(self.entries)
        self._stack.addWidget(self.particulars)
        line = QHBoxLayout()
        line.addWidget(self._all)
        line.addWidget(self._switch)
        line.addStretch(1)
        line.addWidget(self._asset)
        line.addWidget(self._remove)
        right = QVBoxLayout()
        right.setSpacing(6)
        right.addLayout(line)
        right.addWidget(self._stack, 1)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(14)
        row.addWidget(self.statement)
        row.addLayout(right, 1)

    # -- the entries ---------------------------------------------------------------------------------

    def _source(self) -> Source:
        return Source(
            "entries",
            "entry",
            Entry,
            self._start,
            ("amount",),
            "a new entry",
            hint_column=1,
            belongs=self._belongs,
            beside=lambda: self._workspace.computation.stops,
        )

    def _belongs(self, entry: Entry) -> bool:
        return entry.activity == self._activity and (not self._lines or entry.line in self._lines)

    def _start(self) -> Mapping[str, JsonValue]:
        line = self._lines[0] if len(self._lines) == 1 else ""
        return {"activity": self._activity, "line": line}

    def _columns(self) -> Sequence[Column]:
        return (
            Column("Date", Kind.DATE, 70, "date", hint="month/day; may be left empty"),
            Column("Payee", Kind.TEXT, 130, "payee", stretch=True),
            Column("Memo", Kind.TEXT, 130, "memo", stretch=True),
            Column("Line", Kind.CHOICE, 112, "line", options=self._line_options),
            Column("Amount", Kind.AMOUNT, 94, "amount", hint="an amount or arithmetic such as 120*12+35"),
            Column("Lands on", Kind.COMPUTED, 68, shown=self._lands),
        )

    def _line_options(self, record: Record | None) -> Sequence[Option]:
        del record
        activity = self._workspace.file.activities[self._activity]
        lines = self._workspace.pack.statement_lines(activity)
        return [(line.key, f"{line.number} {line.title}") for line in lines]

    def _lands(self, key: str) -> str:
        if f"/entries/{key}" in self._workspace.computation.stops:
            return "nowhere"
        line = self._workspace.file.entries[key].line
        known = self._workspace.pack.statement_lines(self._workspace.file.activities[self._activity])
        number = next((item.number for item in known if item.key == line), "")
        return f"line {number}"

    def _entry_chosen(self, path: str) -> None:
        if path and self.entries.table.hasFocus():
            self._workspace.look_at(path)

    # -- showing -------------------------------------------------------------------------------------

    def show_activity(self, key: str) -> None:
        """Show an activity as it is now."""
        if key != self._activity:
            self._activity = key
            self._lines = ()
            self._unfolded = False
            self.statement.clearSelection()
            self._stack.setCurrentWidget(self.entries)
        self._show_statement()
        self._show_entries()
        self.particulars.show_activity(key)

    def _show_statement(self) -> None:
        computation, pack = self._workspace.computation, self._workspace.pack
        rows = statement_rows(computation, pack, self._activity, unfolded=self._unfolded)
        self.statement.rows_model.show_rows(rows)

    def _show_entries(self) -> None:
        known = self._workspace.pack.statement_lines(self._workspace.file.activities[self._activity])
        chosen = [line for line in known if line.key in self._lines]
        heading = f"{chosen[0].title}, line {chosen[0].number}" if chosen else "All entries"
        self.entries.heading.setText(heading)
        explanation = chosen[0].explanation if chosen else ""
        self.entries.explanation.setText(explanation if self.statement.rows_model.rows else NOT_ON_RETURN)
        self.entries.table.setColumnHidden(LINE_COLUMN, bool(chosen))
        self._all.setChecked(not chosen and self._stack.currentWidget() is self.entries)
        self._switch.setChecked(self._stack.currentWidget() is self.particulars)
        self.model.refresh()

    def _line_chosen(self, row: LineRow) -> None:
        if row.place is not None:
            self._workspace.look_at(row.place)
        self._lines = row.entries
        if self.statement.hasFocus():
            self._stack.setCurrentWidget(self.entries)
        self._show_entries()

    def _enter(self) -> None:
        """Go from a line to a new entry on it; from a computed line to all entries, or to what is folded
        away under it."""
        row = self.statement.current_row
        if row is not None and row.place is not None and row.place.line == FOLDED_UNDER:
            self._unfolded = True
            self._show_statement()
            self.statement.show_line(["purchases"])
            return
        self._stack.setCurrentWidget(self.entries)
        self._show_entries()
        self.entries.table.start_new()

    def show_all(self) -> None:
        """Show the entries of every line."""
        self._lines = ()
        self._stack.setCurrentWidget(self.entries)
        self._show_entries()
        self.entries.table.setFocus()

    def show_statement(self) -> None:
        """Put the cursor on the statement."""
        self._stack.setCurrentWidget(self.entries)
        self.statement.setFocus()

    def show_entry(self, key: str) -> None:
        """Show one entry on its line; one that is on no line, among all."""
        self._stack.setCurrentWidget(self.entries)
        self._lines = ()
        self.statement.show_line([self._workspace.file.entries[key].line])
        if self._workspace.file.entries[key].line not in self._lines:
            self._lines = ()
        self._show_entries()
        self.entries.table.show_record(key)

    def show_particulars(self, path: str) -> None:
        """Show the particulars, the cursor on the field at a path."""
        self._stack.setCurrentWidget(self.particulars)
        self._show_entries()
        self.particulars.form.focus_on(path)

    def _switch_view(self, checked: bool) -> None:
        self._stack.setCurrentWidget(self.particulars if checked else self.entries)
        self._show_entries()

    def focus(self) -> None:
        """Put the cursor where work goes on."""
        self.statement.setFocus()
        if not self.statement.currentIndex().isValid() and self.statement.rows_model.rows:
            self.statement.setCurrentIndex(self.statement.rows_model.index(0, 0))

    def make_asset(self) -> None:
        """Turn the current entry into an asset, and go to it to choose its class."""
        key = self.model.id_at(self.entries.table.currentIndex().row())
        if not key or self._stack.currentWidget() is not self.entries:
            self._workspace.said.emit("Choose an entry first: the one under the cursor becomes an asset.")
            return
        edit, asset = into_asset(self._workspace.file, key)
        if self._workspace.try_to(edit):
            self._workspace.go_to(f"/assets/{asset}")

    def remove_activity(self) -> None:
        """Take the activity out with all that belongs to it, in one edit that undo brings back."""
        file, key = self._workspace.file, self._activity
        changes = [
            Change(op="remove", path=f"/{collection}/{record_key}")
            for collection in ("entries", "assets")
            for record_key, record in getattr(file, collection).items()
            if record.activity == key
        ]
        changes.append(Change(op="remove", path=f"/activities/{key}"))
        name = file.activities[key].name or "the activity"
        if self._workspace.try_to(Edit(label=f"Removal of {name}", changes=tuple(changes))):
            self._workspace.said.emit(f"{name} is taken out, with what belonged to it. Undo brings it back.")


class _Particulars(QScrollArea):
    """The fields of an activity."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self._key = ""
        self.setWidgetResizable(True)
        self.form = FieldForm(workspace)
        body = QWidget()
        column = QVBoxLayout(body)
        column.setContentsMargins(2, 4, 8, 0)
        column.addWidget(self.form)
        column.addStretch(1)
        self.setWidget(body)

    def show_activity(self, key: str) -> None:
        """Show an activity's fields."""
        self._key = key
        activity = self._workspace.file.activities[key]
        self.form.show_fields(self._fields(f"/activities/{key}", activity))

    def _share_problem(self, _shown: str) -> str:
        activity = self._workspace.file.activities.get(self._key)
        return "" if activity is None or shares_add_up(activity) else "The shares do not add up to 100."

    def _fields(self, path: str, activity: Activity) -> list[Field]:
        pack, file = self._workspace.pack, self._workspace.file
        fields = [
            Field(f"{path}/name", "Name"),
            Field(f"{path}/description", "What it does"),
        ]
        if activity.kind == "business":
            fields.append(Field(f"{path}/code", "Activity code", hint="six digits"))
        fields.append(
            Field(f"{path}/employer_number", "Employer number", problem=pack.employer_number_problem)
        )
        for part, label in (
            ("street", "Street"),
            ("city", "City"),
            ("region", "State"),
            ("postal_code", "ZIP"),
        ):
            fields.append(Field(f"{path}/address/{part}", label))
        if activity.kind == "rental":
            types = tuple((item, item) for item in pack.property_types)
            fields += [
                Field(f"{path}/property_type", "Kind of property", FieldKind.CHOICE, types),
                Field(f"{path}/days_rented", "Days rented at a fair price", FieldKind.DAYS),
                Field(f"{path}/days_personal", "Days of personal use", FieldKind.DAYS),
            ]
        for person, record in file.people.items():
            label = f"Share of {record.name or person}, percent"
            fields.append(
                Field(f"{path}/owners/{person}", label, FieldKind.PERCENT, problem=self._share_problem)
            )
        fields += [
            Field(
                f"{path}/answers/{question.key}", question.text, FieldKind.ANSWER, default=question.default,
                hint=question.explanation,
            )
            for question in pack.activity_questions(activity.kind)
        ]  # fmt: skip
        return fields
