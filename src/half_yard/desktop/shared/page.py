"""The Shared use page: the things in a strip, the chosen one drawn to its measure, its methods side by side,
its tables, and its sheets beside them."""

from __future__ import annotations

from collections.abc import Mapping
from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QLineEdit, QStackedWidget, QVBoxLayout, QWidget

from half_yard.asked import Field, FieldKind
from half_yard.countries.shared_use import ThingKind
from half_yard.desktop.actions import menu_of
from half_yard.desktop.fields import FieldForm
from half_yard.desktop.line_view import LineRow, LineView
from half_yard.desktop.parts import Page, TableBlock, bare_column, button, soft
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.record_list_view import RecordListView
from half_yard.desktop.shared.cloth import Cloth
from half_yard.desktop.shared.doing import makers
from half_yard.desktop.shared.methods_view import MethodsView
from half_yard.desktop.shared.shown import pieces_of, rows_of
from half_yard.desktop.shared.tables import ThingTables
from half_yard.desktop.shared.which_part import Part, first_thing, offered
from half_yard.desktop.strip import Strip
from half_yard.desktop.subjects import collection_and_id
from half_yard.desktop.workspace import Workspace
from half_yard.figures import Place
from half_yard.interop import sheets_page
from half_yard.records import Thing, add, next_id, remove

ACROSS = 3
SHEETS = 5
"""So much of the width have the sheets, of twelve parts."""
EMPTY = (
    "Nothing is shared yet. What serves several uses ({kinds}): make it with New, type its costs once, and "
    "say what divides it."
)
NO_KINDS = (
    "The rules of this country know no shared things yet. A cost that is partly private takes its share on "
    "its entry: “utilities 60%”."
)


COLLECTION = {Part.USES: "uses", Part.COSTS: "entries", Part.LOG: "trips", Part.CALENDAR: "stays"}


class SharedPage(Page):
    """One thing at a time."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self._chosen = ""
        self.strip = Strip("Shared things")
        self.strip.chosen.connect(self.choose)
        self.new = button("New…", "A new thing that serves several uses")
        self.new.setMenu(menu_of(lambda: makers(workspace, lambda: self), self))
        self._empty = soft("")
        self._empty.setAlignment(Qt.AlignmentFlag.AlignCenter)
        self.cloth = Cloth()
        self.fields = FieldForm(workspace, ACROSS)
        self.methods = MethodsView(workspace)
        self.use_fields = FieldForm(workspace)
        self.questions = FieldForm(workspace, 2)
        tables = ThingTables(workspace, lambda: self._chosen, self)
        self.tables: Mapping[Part, TableBlock] = {
            Part.USES: tables.uses(), Part.COSTS: tables.costs(), Part.LOG: tables.log(),
            Part.CALENDAR: tables.calendar(),
        }  # fmt: skip
        self.tables[Part.USES].table.record_current.connect(self._show_use)
        self.sheets = LineView("Sheets of the thing")
        self.sheets.line_current.connect(self._look)
        self._stack = QStackedWidget()
        self._list: RecordListView | None = None
        self._lay_out()
        workspace.at_each_file(self._opened)

    def _lay_out(self) -> None:
        head = QHBoxLayout()
        head.addWidget(self.strip, 1, Qt.AlignmentFlag.AlignTop)
        head.addWidget(self.new, 0, Qt.AlignmentFlag.AlignTop)
        self._switches = {part: button(part.value) for part in Part}
        switches = QHBoxLayout()
        for part, switch in self._switches.items():
            switch.setCheckable(True)
            switch.setAutoExclusive(True)
            switch.setToolTip(plain_tip(f"{part.value} ({part.key})"))
            switch.clicked.connect(lambda _checked=False, part=part: self.go_to_part(part))
            switches.addWidget(switch)
        switches.addStretch(1)
        self.leave = button("Take it out", "Take the thing out, with its uses, its log and its calendar")
        self.leave.clicked.connect(self.remove_thing)
        switches.addWidget(self.leave)
        self._switches[Part.USES].setChecked(True)
        self._shown_for = {**self.tables, Part.USES: self._with_use_fields(), Part.QUESTIONS: self.questions}
        for part in Part:
            self._stack.addWidget(self._shown_for[part])
        left = QVBoxLayout()
        left.setSpacing(6)
        left.addWidget(self.methods)
        left.addLayout(switches)
        left.addWidget(self._stack, 1)
        halves = QHBoxLayout()
        halves.setSpacing(14)
        halves.addLayout(left, 12 - SHEETS)
        halves.addWidget(self.sheets, SHEETS)
        self._body = QWidget()
        body = bare_column(self._body, 6)
        body.addWidget(self.cloth)
        body.addWidget(self.fields)
        body.addLayout(halves, 1)
        column = QVBoxLayout(self)
        column.setContentsMargins(18, 10, 14, 10)
        column.setSpacing(8)
        column.addLayout(head)
        column.addWidget(self._body, 1)
        column.addWidget(self._empty, 1)

    def _with_use_fields(self) -> QWidget:
        part = QWidget()
        column = QVBoxLayout(part)
        column.setContentsMargins(0, 0, 0, 0)
        column.addWidget(self.tables[Part.USES], 1)
        column.addWidget(self.use_fields)
        return part

    # -- what there is -------------------------------------------------------------------------------

    @property
    def thing(self) -> Thing | None:
        """The thing that is shown; None where there is none."""
        return self._workspace.file.things.get(self._chosen) if self._workspace.is_open else None

    @property
    def _kind(self) -> ThingKind | None:
        """The kind of the thing that is shown, where there is one that the country knows."""
        return self._workspace.pack.shared.kinds.get(self.thing.kind) if self.thing is not None else None

    def make(self, kind: ThingKind) -> None:
        """Make a new thing of a kind, and put the cursor on its name."""
        key = next_id("things", self._workspace.file.things)
        thing = Thing(kind=kind.key, name=kind.new[:1].upper() + kind.new[1:], measure=kind.measures[0])
        if self._workspace.try_to(add(f"New {kind.new}", f"/things/{key}", thing)):
            self._chosen = key
            self.refresh()
            self.switch_to(Part.USES)
            self.fields.focus_on(f"/things/{key}/name")

    def remove_thing(self) -> None:
        """Take the thing out with all that belongs to it alone; its costs and assets stay, and wait for
        another place."""
        file, key = self._workspace.file, self._chosen
        if key not in file.things:
            return
        paths = [
            f"/{collection}/{each}"
            for collection in ("uses", "trips", "stays")
            for each, record in getattr(file, collection).items()
            if record.thing == key
        ]
        self._workspace.try_to(remove(f"{file.things[key].name} taken out", *paths, f"/things/{key}"))

    def _opened(self) -> None:
        self._chosen = first_thing(self._workspace.file)

    # -- showing -------------------------------------------------------------------------------------

    def refresh(self) -> None:
        """Show the thing as it is now."""
        if not self._workspace.is_open:
            return
        file = self._workspace.file
        if self._chosen not in file.things:
            self._chosen = first_thing(file)
        names = [(key, item.name or "Not named", item.name) for key, item in sorted(file.things.items())]
        self.strip.show_names(names, self._chosen)
        self._body.setVisible(bool(self._chosen))
        self._empty.setVisible(not self._chosen)
        kinds = ", ".join(kind.new for kind in self._workspace.pack.shared.kinds.values())
        self._empty.setText(EMPTY.format(kinds=kinds) if kinds else NO_KINDS)
        self.new.setVisible(bool(self._workspace.pack.shared.kinds))
        thing = self.thing
        if thing is None:
            return
        kind = self._kind
        asked = self._workspace.pack.shared.fields(file, self._chosen)
        parts = offered(self._workspace.pack, file, self._chosen)
        for part, switch in self._switches.items():
            switch.setVisible(part in parts)
        if self.shown not in parts:
            self.switch_to(Part.USES)
        self.cloth.show_pieces(pieces_of(self._workspace.computation, self._chosen))
        questions = [field for field in asked if field.kind is FieldKind.ANSWER]
        self.questions.show_fields(questions, thing.name)
        besides = [field for field in asked if field.kind is not FieldKind.ANSWER]
        self.fields.show_fields([*self._fields(thing, kind), *besides])
        self.methods.show_thing(self._chosen)
        self._refresh_part(self.shown)
        self.sheets.rows_model.show_rows(rows_of(self._workspace.computation, self._chosen))

    @property
    def shown(self) -> Part:
        """The part that is shown beneath the thing."""
        return next(part for part, switch in self._switches.items() if switch.isChecked())

    def _fields(self, thing: Thing, kind: ThingKind | None) -> list[Field]:
        """What is asked of every thing."""
        shared, path = self._workspace.pack.shared, f"/things/{self._chosen}"
        measures = [(key, shared.measures[key].title) for key in (kind.measures if kind else ())]
        unit = shared.measures[thing.measure].unit if thing.measure in shared.measures else ""
        fields = [Field(f"{path}/name", "Name")]
        if len(measures) > 1:
            fields.append(Field(f"{path}/measure", "Divided by", FieldKind.CHOICE, measures))
        if not (kind and kind.calendar) and thing.measure != "percent":
            hint = "what its uses add up to"
            fields.append(
                Field(f"{path}/whole", f"All of it, {unit}", FieldKind.AMOUNT, hint=hint, optional=True)
            )
        if not (kind and (kind.calendar or kind.log)):
            fields.append(Field(f"{path}/reason", "It rests on"))
        fields += [
            Field(f"{path}/begins", "There from", FieldKind.DATE, hint="before this year"),
            Field(f"{path}/ends", "Until", FieldKind.DATE, hint="still there"),
        ]
        return fields

    def _show_use(self, path: str) -> None:
        key = collection_and_id(path)[1]
        known = self._workspace.is_open and key in self._workspace.file.uses
        fields = self._workspace.pack.shared.use_fields(self._workspace.file, key) if known else []
        self.use_fields.show_fields(fields)

    def _look(self, row: LineRow) -> None:
        if row.place is not None and self.sheets.hasFocus():
            self._workspace.look_at(row.place)

    # -- going ---------------------------------------------------------------------------------------

    def choose(self, key: str) -> None:
        """Show another thing."""
        if key != self._chosen:
            self._chosen = key
            self.refresh()
            self.switch_to(self._usual_part())
            self._workspace.look_at(f"/things/{key}")

    def _usual_part(self) -> Part:
        """Where work goes on with a thing: in its calendar or its log where it has one."""
        if self._kind is not None and self._kind.calendar:
            return Part.CALENDAR
        logged = any(trip.thing == self._chosen for trip in self._workspace.file.trips.values())
        return Part.LOG if logged else Part.USES

    def offers(self, part: Part) -> bool:
        """Whether the thing that is shown has such a part."""
        return part in offered(self._workspace.pack, self._workspace.file, self._chosen)

    @property
    def list_wanted(self) -> Part | None:
        """Of which part a list can be taken in; None where the thing has neither log nor calendar."""
        return next((part for part in (Part.LOG, Part.CALENDAR) if self.offers(part)), None)

    def list_view(self, part: Part) -> RecordListView:
        """A list on its way in, for the place of the table that it goes to. It is there only as long as it is
        needed, because it is higher than the others."""
        view = RecordListView(self._workspace, COLLECTION[part])
        view.left.connect(partial(self.go_to_part, part))
        return view

    def _drop_list(self) -> None:
        if self._list is not None:
            self._stack.removeWidget(self._list)
            self._list.deleteLater()
            self._list = None

    def ask_for_list(self) -> None:
        """Ask for a list of trips or stays, and show what it makes."""
        part = self.list_wanted
        if part is None:
            return
        view = self.list_view(part)
        if view.ask_for_file(self._chosen):
            self.show_list(part, view)

    def show_list(self, part: Part, view: RecordListView) -> None:
        """Show a list on its way in."""
        self._drop_list()
        self._list = view
        self._switches[part].setChecked(True)
        self._stack.addWidget(view)
        self._stack.setCurrentWidget(view)
        view.take.setFocus()

    def switch_to(self, part: Part) -> None:
        """Show a part beneath the thing."""
        self._switches[part].setChecked(True)
        # Its rows first: what takes the focus needs one to stand on.
        self._refresh_part(part)
        self._stack.setCurrentWidget(self._shown_for[part])
        self._drop_list()

    def _refresh_part(self, part: Part) -> None:
        if part in self.tables:
            self.tables[part].table.records.refresh()

    def go_to_part(self, part: Part) -> None:
        """Show a part beneath the thing, and put the cursor into its table."""
        self.switch_to(part)
        self._focus_part()

    def _focus_part(self) -> None:
        if self.shown in self.tables:
            self.tables[self.shown].table.setFocus()
        else:
            self.questions.setFocus()
            self.questions.focusNextChild()

    def show_subject(self, path: str) -> None:
        """Show what stands at a path: a thing, a use, a trip, a stay, a cost."""
        collection, key = collection_and_id(path)
        file = self._workspace.file
        if collection == "things":
            self._chosen = key
            self.refresh()
            self.switch_to(self._usual_part())
            if path.count("/") > 2 and not self.fields.focus_on(path):
                self.switch_to(Part.QUESTIONS)
                self.questions.focus_on(path)
            return
        for part, named in COLLECTION.items():
            record = getattr(file, named).get(key) if named == collection else None
            if record is not None:
                self._chosen = record.activity if part is Part.COSTS else record.thing
                self.refresh()
                self.switch_to(part)
                self.tables[part].table.show_record(key)
                if part is Part.USES and path.count("/") > 2:
                    self._show_use(path)
                    self.use_fields.focus_on(path)

    def show_place(self, place: Place) -> None:
        """Put the cursor on a line of the thing's sheets."""
        self.sheets.show_line((place.line,))

    def focus(self) -> None:
        """Put the cursor where work goes on."""
        if self._chosen:
            self._focus_part()
        elif self.new.isVisible():
            self.new.setFocus()

    def page_to_print(self) -> str:
        """The sheets of the thing that is shown."""
        computation, pack = self._workspace.computation, self._workspace.pack
        begins = tuple(pack.shared.sheets(self._workspace.file, self._chosen)) if self._chosen else ()
        sheets = [sheet for sheet in computation.sheets if begins and sheet.key.startswith(begins)]
        return sheets_page(computation, sheets) if sheets else ""

    def search_line(self) -> QLineEdit | None:
        """There is none: a thing has few records of each kind."""
        return None
