"""The Assets page: every asset of the file in one table, and the life of the one under the cursor."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from pydantic import JsonValue
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QVBoxLayout

from half_yard.countries.pack import AssetStory
from half_yard.desktop import theme
from half_yard.desktop.fields import Field, FieldForm, FieldKind
from half_yard.desktop.life_tape import LifeTape
from half_yard.desktop.parts import Page, TableBlock, button, soft, title
from half_yard.desktop.subjects import collection_and_id
from half_yard.desktop.tables import Column, Kind, RecordModel, Source
from half_yard.desktop.workspace import Workspace
from half_yard.figures import Figure
from half_yard.figures.explain import exact_text
from half_yard.records import Asset, Record
from half_yard.records.capitalizing import back_into_entry
from half_yard.records.choices import Option


class AssetsPage(Page):
    """The table above, the tape of the current asset's life below."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self._current = ""
        self.model = RecordModel(workspace, self._source(), self._columns(), self)
        self.assets = TableBlock(
            "Assets", self.model, "what it is, for which activity, its class, when in service, its cost"
        )
        self.assets.heading.setFont(theme.title_font(15))
        self.assets.table.record_current.connect(self._chosen)
        self.model.added.connect(self._added)
        self._title = title("", 12)
        self._summary = soft("")
        self.tape = LifeTape()
        self.questions = FieldForm(workspace)
        self.back = button("Back to an entry", "It was typed as a cost first: make it one again")
        self.back.clicked.connect(self.make_entry)
        column = QVBoxLayout(self)
        column.setContentsMargins(18, 14, 14, 10)
        column.setSpacing(6)
        column.addWidget(self.assets, 1)
        column.addSpacing(6)
        for part in (self._title, self._summary, self.tape, self.questions):
            column.addWidget(part)
        column.addWidget(self.back, 0, Qt.AlignmentFlag.AlignLeft)
        workspace.opened.connect(self._opened)

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
        return [(kind.key, kind.title) for kind in self._workspace.pack.asset_kinds]

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
        self._show_life()

    def _added(self, key: str) -> None:
        self._current = key
        self._show_life()

    def _chosen(self, path: str) -> None:
        if not path:
            return
        self._current = collection_and_id(path)[1]
        self._show_life()
        if self.assets.table.hasFocus():
            self._workspace.look_at(path)

    def _show_life(self) -> None:
        file = self._workspace.file
        asset = file.assets.get(self._current)
        self.back.setVisible(asset is not None and asset.made_from is not None)
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
        kind = next((k for k in self._workspace.pack.asset_kinds if k.key == asset.asset_class), None)
        months = Field(f"/assets/{self._current}/months", "Months of the loan", FieldKind.MONTHS)
        self.questions.show_fields(
            [
                *([months] if kind is not None and kind.months else []),
                *(Field(
                    f"/assets/{self._current}/answers/{question.key}", question.text, FieldKind.ANSWER,
                    default=question.default, hint=question.explanation,
                )
                for question in self._workspace.pack.asset_questions(asset.asset_class)),
            ]
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

    def make_entry(self) -> None:
        """Turn the current asset back into the entry that it was, and go to it."""
        edit, entry = back_into_entry(self._workspace.file, self._current)
        if self._workspace.try_to(edit):
            self._workspace.go_to(f"/entries/{entry}")

    def show_subject(self, path: str) -> None:
        """Show the asset at a path, the cursor on a question about it where the path names one."""
        self.assets.table.show_record(collection_and_id(path)[1])
        if "/answers" in path or "/months" in path:
            self.questions.focus_on(path)

    def focus(self) -> None:
        """Put the cursor where work goes on."""
        self.assets.table.setFocus()
        if not self.assets.table.currentIndex().isValid():
            self.assets.table.setCurrentIndex(self.model.index(0, 0))


def _amount(figure: Figure) -> str:
    star = " *" if figure.gaps else ""
    return f"{exact_text(figure.amount)}{star}"
