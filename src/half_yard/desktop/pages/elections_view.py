"""The year's elections in one place, with what each changes."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtWidgets import QVBoxLayout, QWidget

from half_yard.countries import ManyAnswers
from half_yard.desktop.fields import Field, FieldForm, FieldKind
from half_yard.desktop.parts import soft, title
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import money_text
from half_yard.records import ClientFile

CARRIED = (
    ("/expensing_carried_in", "Section 179 carried in"),
    ("/section_1231_losses", "Section 1231 losses of the last five years"),
)


class ElectionsView(QWidget):
    """A field for each class of this year's assets, and for what is carried in."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self.form = FieldForm(workspace, 2)
        self.effect = soft("")
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        column.addWidget(title("Elections of the year", 12))
        column.addWidget(self.form)
        column.addWidget(self.effect)
        column.addStretch(1)

    def refresh(self) -> None:
        """Show the elections, and what each class would take otherwise."""
        pack, file = self._workspace.pack, self._workspace.file
        asked = pack.year_elections(file)
        fields = [
            Field(
                f"/elections/{question.key}", question.text, FieldKind.CHOICE, question.options,
                hint=question.explanation,
            )
            for question in asked
        ]  # fmt: skip
        fields += [Field(path, label, FieldKind.AMOUNT) for path, label in CARRIED]
        self.form.show_fields(fields)
        self.effect.setText(self._effects(file, asked))

    def _effects(self, file: ClientFile, asked: Sequence[ManyAnswers]) -> str:
        """What this year's depreciation would be under the answers that were not given."""
        pack = self._workspace.pack
        of_year = {
            key: asset
            for key, asset in file.assets.items()
            if asset.in_service is not None and asset.in_service.year == file.tax_year
        }
        file = file.model_copy(update={"assets": of_year})  # no election changes those of earlier years
        now = pack.projection(file).total(0)
        words = []
        for question in asked:
            chosen = file.elections.get(question.key, "")
            for key, name in (("", "as the law has it"), *question.options):
                if key == chosen:
                    continue
                other = pack.projection(with_election(file, question.key, key)).total(0)
                if other != now:
                    sign = "+" if other > now else ""
                    subject = question.text.partition(", ")[2]
                    words.append(f"{subject}, {name.lower()}: {sign}{money_text(other - now)}")
        if not words:
            return "No other answer would change this year's depreciation."
        said = "This year's depreciation would change, and that of later years back: "
        return said + "; ".join(words) + "."


def with_election(file: ClientFile, key: str, answer: str) -> ClientFile:
    """The file with another answer to an election."""
    return file.model_copy(update={"elections": {**file.elections, key: answer}})
