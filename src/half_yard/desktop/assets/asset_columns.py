"""The columns of tables of assets, and what a new one begins with."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from pydantic import JsonValue

from half_yard.countries.results import AssetStory
from half_yard.desktop.tables import Column, Kind
from half_yard.desktop.workspace import Workspace
from half_yard.figures import Figure
from half_yard.figures.explain import exact_text
from half_yard.records import Record
from half_yard.records.choices import Option


class AssetColumns:
    """What tables of assets show and offer, of the open file."""

    def __init__(self, workspace: Workspace) -> None:
        self._workspace = workspace

    def start(self) -> Mapping[str, JsonValue]:
        """A new asset is for the activity that is shown."""
        return {"activity": self._workspace.activity}

    def propose(self, typed: Mapping[str, JsonValue]) -> Mapping[str, JsonValue]:
        """The class that the name of a new asset names."""
        activity = str(typed.get("activity") or self.start()["activity"])
        known = self._workspace.file.activities.get(activity)
        name = str(typed.get("name") or "")
        found = self._workspace.pack.assets.find_class(name, known.kind if known else "") if name else ""
        return {"asset_class": found} if found else {}

    def of_table(self) -> Sequence[Column]:
        """The columns of the table of all assets."""
        return (
            Column("Asset", Kind.TEXT, "name", stretch=True),
            Column("Activity", Kind.CHOICE, "activity", options=self.activities),
            Column("Class", Kind.CHOICE, "asset_class", options=self.classes),
            Column("In service", Kind.DATE, "in_service", hint="month/day/year"),
            Column("Cost", Kind.AMOUNT, "cost"),
            Column(
                "Earlier years", Kind.AMOUNT, "prior_depreciation", optional=True,
                hint="depreciation taken before this year; left empty, by the table",
            ),
            Column("This year", Kind.COMPUTED_AMOUNT, shown=self._this_year),
            Column("Next year", Kind.COMPUTED_AMOUNT, shown=self._next_year),
        )  # fmt: skip

    def activities(self, record: Record | None) -> Sequence[Option]:
        """The activities and shared things that an asset may be for."""
        del record
        file = self._workspace.file
        return [(key, file.called(key)) for key in file.places]

    def classes(self, record: Record | None) -> Sequence[Option]:
        """The classes, by all words under which they are found."""
        del record
        return [
            (kind.key, words)
            for kind in self._workspace.pack.assets.kinds
            for words in (*kind.words, kind.title, kind.short_title)
        ]

    def _story(self, key: str) -> AssetStory | None:
        return self._workspace.computation.stories.get(key)

    def _this_year(self, key: str) -> str:
        story = self._story(key)
        if story is None and f"/assets/{key}" not in self._workspace.computation.stops:
            life = self._workspace.pack.assets.pool_life(self._workspace.computation, key)
            return exact_text(life.own) if life and life.own is not None else "in its pool"
        return _amount(story.this_year) if story else "stopped"

    def _next_year(self, key: str) -> str:
        story = self._story(key)
        return _amount(story.next_year) if story else ""


def _amount(figure: Figure) -> str:
    star = " *" if figure.gaps else ""
    return f"{exact_text(figure.amount)}{star}"
