"""The year's elections in one place, with what each changes."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from decimal import Decimal

from half_yard.asked import Field, FieldKind
from half_yard.countries import ManyAnswers
from half_yard.countries.results import Projection
from half_yard.desktop.assets.asset_part import AssetPart
from half_yard.desktop.fields import FieldForm
from half_yard.desktop.parts import soft
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import money_text
from half_yard.records import Change, ClientFile, Edit, apply


class ElectionsView(AssetPart):
    """A field for each class of this year's assets, and for the year."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace, "Elections of the year", "For whole classes, or for the return.")
        self.form = FieldForm(workspace, 2)
        self.effect = soft("")
        self.column.addWidget(self.form)
        self.column.addWidget(self.effect)
        self.column.addStretch(1)

    def show_assets(self, current: str, selected: Sequence[str]) -> None:
        del current, selected
        pack, file = self.workspace.pack, self.workspace.file
        asked = pack.one_by_one.year_elections(file)
        fields = [
            Field(
                f"/elections/{question.key}", question.text, FieldKind.CHOICE, question.options,
                hint=question.explanation, empty="as the law has it",
            )
            for question in asked
        ]  # fmt: skip
        year = file.tax_year
        fields.append(
            Field(
                f"/short_years/{year}", f"{year} counts from month", FieldKind.MONTHS,
                hint="1; a later one makes it a short tax year", optional=True,
            )
        )  # fmt: skip
        self.form.show_fields(fields)
        self.effect.setText(self._effects(file, asked))

    def focus_on(self, path: str) -> bool:
        return self.form.focus_on(path)

    def _effects(self, file: ClientFile, asked: Sequence[ManyAnswers]) -> str:
        """What the depreciation would be under the answers that were not given, and how near the mid-quarter
        convention is."""
        pack = self.workspace.pack
        of_year = {
            key: asset
            for key, asset in file.assets.items()
            if asset.in_service is not None and asset.in_service.year == file.tax_year
        }
        file = file.model_copy(update={"assets": of_year})  # no election changes those of earlier years
        now = pack.one_by_one.projection(file)
        words = []
        for question in asked:
            chosen = file.elections.get(question.key, "")
            for key, name in (("", "as the law has it"), *question.options):
                if key != chosen:
                    other = pack.one_by_one.projection(apply(file, elect(file, question.key, key))[0])
                    subject = question.text.partition(", ")[2]
                    words += [f"{subject}, {name.lower()}: {said}" for said in _change(now, other)]
        notes = pack.one_by_one.election_notes(self.workspace.computation)
        if not words:
            words.append("No other answer for this year's property would change the depreciation.")
        return "\n".join([*words, *notes])


def _change(now: Projection, other: Projection) -> Iterator[str]:
    """What another answer changes this year, in the next five, and behind them; nothing where that is
    nothing."""
    spans = (("this year", 0, 1), ("the next five years", 1, 6), ("later", 6, max(now.years, other.years)))
    changed = [
        (name, sum((other.total(index) - now.total(index) for index in range(first, last)), Decimal(0)))
        for name, first, last in spans
    ]
    if any(amount for _, amount in changed):
        yield ", ".join(
            f"{name} {'+' if amount > 0 else ''}{money_text(amount)}" for name, amount in changed if amount
        )


def elect(file: ClientFile, key: str, answer: str) -> Edit:
    """The edit that gives another answer to an election."""
    op = "replace" if key in file.elections else "add"
    step = Change.model_validate({"op": op, "path": f"/elections/{key}", "value": answer})
    return Edit(label="Another election", changes=(step,))
