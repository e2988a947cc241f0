"""The Assets page: every asset of the file in one table, and the life of the one under the cursor."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from enum import Enum
from functools import cached_property

from pydantic import JsonValue
from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from half_yard.countries.results import AssetStory
from half_yard.desktop import theme
from half_yard.desktop.fields import Field, FieldForm, FieldKind
from half_yard.desktop.life_tape import LifeTape
from half_yard.desktop.pages.elections_view import ElectionsView
from half_yard.desktop.pages.projection_view import ProjectionView
from half_yard.desktop.pages.treatments_view import TreatmentsView
from half_yard.desktop.parts import Page, TableBlock, button, soft, title
from half_yard.desktop.subjects import collection_and_id
from half_yard.desktop.tables import Column, Kind, RecordModel, Source
from half_yard.desktop.workspace import Workspace
from half_yard.figures import Figure
from half_yard.figures.explain import exact_text, money_text
from half_yard.records import Asset, Record
from half_yard.records.capitalizing import back_into_entry
from half_yard.records.choices import Option
from half_yard.records.duplicating import duplicate_asset

ACROSS = 4


class Part(Enum):
    """What is shown beneath the table: the words on its button."""

    ASSET = "This asset"
    ELECTIONS = "Elections"
    PROJECTION = "Years to come"
    BOOKS = "Three books"


class AssetsPage(Page):
    """The table above, the tape of the current asset's life below."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self._current = ""
        self._shown = Part.ASSET
        self.model = RecordModel(workspace, self._source(), self._columns(), self)
        self.assets = TableBlock(
            "Assets", self.model, "what it is, for which activity, its class, when in service, its cost"
        )
        self.assets.heading.setFont(theme.title_font(15))
        self.assets.table.record_current.connect(self._chosen)
        self.model.added.connect(self._added)
        self._together = soft("")
        self._title = title("", 12)
        self._summary = soft("")
        self.tape = LifeTape()
        self.questions = FieldForm(workspace, ACROSS)
        self.duplicate = button("Duplicate", "A new asset like this one, without what has happened to it")
        self.duplicate.clicked.connect(self.make_duplicate)
        self.back = button("Back to an entry", "It was typed as a cost first: make it one again")
        self.back.clicked.connect(self.make_entry)
        column = QVBoxLayout(self)
        column.setContentsMargins(18, 14, 14, 10)
        column.setSpacing(6)
        column.addWidget(self.assets, 1)
        column.addWidget(self._together)
        column.addLayout(self._switches())
        self._life = self._life_part()
        self._column = column
        column.addWidget(self._life)
        workspace.opened.connect(self._opened)

    def _life_part(self) -> QWidget:
        part = QWidget()
        column = QVBoxLayout(part)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(5)
        for each in (self._title, self._summary, self.tape, self.questions):
            column.addWidget(each)
        return part

    def _switches(self) -> QHBoxLayout:
        line = QHBoxLayout()
        tips = {
            Part.ASSET: "The life of the asset under the cursor, and what is elected for it",
            Part.ELECTIONS: "What is elected for whole classes, and what it changes",
            Part.PROJECTION: "What all assets take in the years to come",
            Part.BOOKS: "The asset under the cursor for the regular tax, the minimum tax and a state",
        }
        self._parts = {}
        for part, tip in tips.items():
            switch = button(part.value, tip)
            switch.setCheckable(True)
            switch.setAutoExclusive(True)
            switch.clicked.connect(lambda _checked=False, part=part: self.switch_to(part))
            line.addWidget(switch)
            self._parts[part] = switch
        self._parts[Part.ASSET].setChecked(True)
        line.addStretch(1)
        for each in (self.back, self.duplicate):
            line.addWidget(each)
        return line

    @cached_property
    def elections(self) -> ElectionsView:
        """The year's elections, made when they are first shown."""
        return ElectionsView(self._workspace)

    @cached_property
    def projection(self) -> ProjectionView:
        """The years to come, made when they are first shown."""
        return ProjectionView(self._workspace)

    @cached_property
    def treatments(self) -> TreatmentsView:
        """The asset under each book, made when it is first shown."""
        return TreatmentsView(self._workspace)

    def switch_to(self, part: Part) -> None:
        """Show a part beneath the table."""
        self._shown = part
        self._parts[part].setChecked(True)
        shown: QWidget = self._life
        match part:
            case Part.ELECTIONS:
                shown = self.elections
            case Part.PROJECTION:
                shown = self.projection
            case Part.BOOKS:
                shown = self.treatments
        if self._column.indexOf(shown) < 0:
            self._column.addWidget(shown)
        for number in range(self._column.indexOf(self._life), self._column.count()):
            item = self._column.itemAt(number)
            if item is not None and (widget := item.widget()) is not None:
                widget.setVisible(widget is shown)
        self._show_part()

    def _show_part(self) -> None:
        if self._shown is Part.ELECTIONS:
            self.elections.refresh()
        elif self._shown is Part.PROJECTION:
            self.projection.refresh()
        elif self._shown is Part.BOOKS:
            self.treatments.show_asset(self._current)
        else:
            self._show_life()

    def _source(self) -> Source:
        needed = ("name", "asset_class", "in_service", "cost")
        return Source(
            "assets", "asset", Asset, self._start, needed, "type a new asset here",
            beside=lambda: (self._workspace.computation.stories, self._workspace.file.activities),
        )  # fmt: skip

    def _start(self) -> Mapping[str, JsonValue]:
        activities = sorted(self._workspace.file.activities)
        assets = self._workspace.file.assets
        current = assets[self._current].activity if self._current in assets else ""
        return {"activity": current or (activities[0] if activities else "")}

    def _columns(self) -> Sequence[Column]:
        return (
            Column("Asset", Kind.TEXT, 180, "name", stretch=True),
            Column("Activity", Kind.CHOICE, 138, "activity", options=self._activities),
            Column("Class", Kind.CHOICE, 168, "asset_class", options=self._classes),
            Column("In service", Kind.DATE, 88, "in_service", hint="month/day/year"),
            Column("Cost", Kind.AMOUNT, 94, "cost"),
            Column(
                "Earlier years", Kind.AMOUNT, 90, "prior_depreciation", optional=True,
                hint="depreciation taken before this year; left empty, by the table",
            ),
            Column("This year", Kind.COMPUTED_AMOUNT, 82, shown=self._this_year),
            Column("Next year", Kind.COMPUTED_AMOUNT, 82, shown=self._next_year),
        )  # fmt: skip

    def _activities(self, record: Record | None) -> Sequence[Option]:
        del record
        return [(key, item.name or key) for key, item in sorted(self._workspace.file.activities.items())]

    def _classes(self, record: Record | None) -> Sequence[Option]:
        del record
        return [
            (kind.key, words)
            for kind in self._workspace.pack.asset_kinds
            for words in (*kind.words, kind.title)
        ]

    def _story(self, key: str) -> AssetStory | None:
        return self._workspace.computation.stories.get(key)

    def _this_year(self, key: str) -> str:
        story = self._story(key)
        return _amount(story.this_year) if story else "stopped"

    def _next_year(self, key: str) -> str:
        story = self._story(key)
        return _amount(story.next_year) if story else ""

    def _opened(self) -> None:
        self._current = next(iter(sorted(self._workspace.file.assets)), "")

    def refresh(self) -> None:
        """Show the assets as they are now."""
        if not self._workspace.is_open:
            return
        self.model.refresh()
        self._together.setText(self._totals())
        self._show_part()

    def _totals(self) -> str:
        """The totals that tie to the forms, by activity."""
        computation = self._workspace.computation
        words = []
        for key, activity in sorted(self._workspace.file.activities.items()):
            if computation.has_sheet(f"form_4562.{key}"):
                sheet = computation.sheet(f"form_4562.{key}")
                lines = {line.place.line: line.figure.amount for line in sheet.lines}
                amounts = money_text(lines["total"])
                if lines.get("amortization"):
                    amounts += f" and {money_text(lines['amortization'])} amortized"
                words.append(f"{activity.name or key} {amounts}")
        return f"On Forms 4562: {'; '.join(words)}." if words else ""

    def _added(self, key: str) -> None:
        self._current = key
        self._show_life()

    def _chosen(self, path: str) -> None:
        if not path:
            return
        self._current = collection_and_id(path)[1]
        if self._shown in {Part.ASSET, Part.BOOKS}:
            self._show_part()
        if self.assets.table.hasFocus():
            self._workspace.look_at(path)

    def _show_life(self) -> None:
        file = self._workspace.file
        asset = file.assets.get(self._current)
        self.back.setVisible(asset is not None and asset.made_from is not None)
        self.duplicate.setEnabled(asset is not None)
        if asset is None:
            self._title.setText("")
            self._summary.setText("")
            self.tape.show_story(None, file.tax_year)
            self.questions.show_fields([])
            return
        story = self._story(self._current)
        self._title.setText(asset.name or "Not named")
        self._summary.setText(self._life_words(story))
        self.tape.show_story(story, file.tax_year)
        self.questions.show_fields(list(self._fields(f"/assets/{self._current}", asset)))

    def _fields(self, path: str, asset: Asset) -> Iterator[Field]:
        """What can be said and elected of an asset, by its class."""
        pack, year = self._workspace.pack, self._workspace.file.tax_year
        kind = next((kind for kind in pack.asset_kinds if kind.key == asset.asset_class), None)
        if kind is None:
            return
        if kind.months:
            yield Field(f"{path}/months", "Months of the loan", FieldKind.MONTHS)
        if kind.elected:
            yield Field(f"{path}/acquired", "Acquired", FieldKind.DATE, hint="if not when in service")
            methods = tuple(item for item in pack.methods.items() if item[0])
            yield Field(f"{path}/method", "Method", FieldKind.CHOICE, methods)
        if kind.expensed:
            yield Field(f"{path}/expensed", "Section 179", FieldKind.AMOUNT, hint="part of its cost")
        yield Field(f"{path}/share", "Business use, %", FieldKind.PERCENT, hint="100", optional=True)
        yield Field(
            f"{path}/shares/{year}", f"Of it in {year}, %", FieldKind.PERCENT, hint="as always", optional=True
        )
        yield Field(f"{path}/disposed", "Left service", FieldKind.DATE)
        yield Field(f"{path}/disposal", "How", FieldKind.CHOICE, tuple(pack.disposals.items()))
        yield Field(f"{path}/proceeds", "Sold for", FieldKind.AMOUNT)
        yield Field(f"{path}/selling_costs", "Cost of the sale", FieldKind.AMOUNT)
        for question in pack.asset_questions(asset.asset_class):
            yield Field(
                f"{path}/answers/{question.key}", question.text, FieldKind.ANSWER, default=question.default,
                hint=question.explanation,
            )  # fmt: skip

    def _life_words(self, story: AssetStory | None) -> str:
        if story is None:
            stop = self._workspace.computation.stops.get(f"/assets/{self._current}", "")
            return f"It is not depreciated: {stop[:1].lower()}{stop[1:]}"
        if not story.yearly:
            return story.summary
        last = story.first_year + len(story.yearly) - 1
        cost = self._workspace.file.assets[self._current].cost
        before, left = story.prior.amount, cost - story.prior.amount - story.this_year.amount
        return (
            f"{story.summary}, {story.first_year} to {last}. Before this year {exact_text(before)}, "
            f"left after it {exact_text(left)}."
        )

    def make_duplicate(self) -> None:
        """Add an asset like the current one, and go to it."""
        if self._current not in self._workspace.file.assets:
            return
        edit, key = duplicate_asset(self._workspace.file, self._current)
        if self._workspace.try_to(edit):
            self._workspace.go_to(f"/assets/{key}")

    def make_entry(self) -> None:
        """Turn the current asset back into the entry that it was, and go to it."""
        edit, entry = back_into_entry(self._workspace.file, self._current)
        if self._workspace.try_to(edit):
            self._workspace.go_to(f"/entries/{entry}")

    def show_subject(self, path: str) -> None:
        """Show the asset at a path, the cursor on a field of it where the path names one; or an election."""
        if not path.startswith("/assets/"):
            self.switch_to(Part.ELECTIONS)
            self.elections.form.focus_on(path)
            return
        self.switch_to(Part.ASSET)
        self.assets.table.show_record(collection_and_id(path)[1])
        if path.count("/") > 2:
            self.questions.focus_on(path)

    def focus(self) -> None:
        """Put the cursor where work goes on."""
        self.assets.table.setFocus()
        if not self.assets.table.currentIndex().isValid():
            self.assets.table.setCurrentIndex(self.model.index(0, 0))


def _amount(figure: Figure) -> str:
    star = " *" if figure.gaps else ""
    return f"{exact_text(figure.amount)}{star}"
