"""This asset: its life on the tape, what its class is, what is elected for it and how it is used."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.countries import AssetKind
from half_yard.countries.results import AssetStory, Treatment
from half_yard.desktop.assets.asset_part import AssetPart
from half_yard.desktop.assets.life_tape import LifeTape, Years
from half_yard.desktop.fields import FieldForm
from half_yard.desktop.parts import soft
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text
from half_yard.records import Asset, ClientFile

ACROSS = 4
NO_ASSET = (
    "Type the first asset above: what it is, for which activity, when in service, its cost. Its class is "
    "proposed from its name. More has a property that was bought, and a list from another program."
)


class AssetView(AssetPart):
    """The asset under the cursor."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self._current = ""
        self._books: tuple[ClientFile | None, Sequence[Treatment]] = (None, ())
        self.tape = LifeTape()
        self.facts = soft("")
        self.fields = FieldForm(workspace, ACROSS)
        for part in (self.tape, self.facts, self.fields):
            self.column.addWidget(part)
        self.column.addStretch(1)

    def show_assets(self, current: str, selected: Sequence[str]) -> None:
        del selected
        self._current = current
        file = self.workspace.file
        asset = file.assets.get(current)
        if asset is None:
            self.tape.hide()
            self.heading.setText("")
            self.words.setText(NO_ASSET)
            self.facts.setText("")
            self.fields.show_fields([])
            return
        story = self.workspace.computation.stories.get(current)
        kind = self._kind(asset)
        self.heading.setText(asset.name or "Not named")
        self.facts.setText(kind.facts[:1].upper() + kind.facts[1:] + "." if kind and kind.facts else "")
        if self.workspace.pack.assets.one_by_one is not None:
            self.words.setText(self._life_words(story))
            self.tape.show_story(story, file.tax_year, self._years_under_books())
            self.tape.show()
        else:
            self._show_pool()
        self.fields.show_fields(self.workspace.pack.assets.fields(file, current))

    def _show_pool(self) -> None:
        """What becomes of an asset that is kept in a pool, and the years of the pool."""
        computation = self.workspace.computation
        life = self.workspace.pack.assets.pool_life(computation, self._current)
        self.words.setText(life.words if life else computation.stops.get(f"/assets/{self._current}", ""))
        self.tape.setVisible(bool(life and life.rows))
        if life:
            self.tape.show_rows(life.rows, computation.file.tax_year)

    def _years_under_books(self) -> list[Years]:
        """The asset's years under each book that differs from the first, as title, first year and amounts."""
        file = self.workspace.file
        if self._books[0] is not file:
            self._books = (file, self.workspace.pack.one_by_one.treatments(file))
        known = [book for book in self._books[1] if self._current in book.rows]
        first = known[0].years(self._current) if known else None
        return [
            (book.title, *book.years(self._current))
            for book in known[1:]
            if book.years(self._current) != first
        ]

    def _kind(self, asset: Asset) -> AssetKind | None:
        kinds = self.workspace.pack.assets.kinds
        return next((kind for kind in kinds if kind.key == asset.asset_class), None)

    def _life_words(self, story: AssetStory | None) -> str:
        if story is None:
            stop = self.workspace.computation.stops.get(f"/assets/{self._current}", "")
            return f"It is not depreciated: {stop[:1].lower()}{stop[1:]}"
        if not story.yearly:
            return story.summary
        taking = [number for number, amount in enumerate(story.amounts) if amount]
        last = story.first_year + max(taking, default=0)
        basis = self.workspace.pack.one_by_one.bases(self.workspace.computation, self._current).depreciation
        before = story.prior.amount
        to_go = last - self.workspace.file.tax_year
        left = f"{to_go} year{'s' if to_go > 1 else ''} to go" if to_go > 0 else "its last year"
        back = f" Taken back this year {exact_text(story.taken_back.amount)}." if story.taken_back else ""
        return (
            f"{story.summary}, {story.first_year} to {last}, {left}. Before this year {exact_text(before)}, "
            f"left after it {exact_text(basis - story.taken.amount)} of {exact_text(basis)}.{back}"
        )

    def focus_on(self, path: str) -> bool:
        return self.fields.focus_on(path)
