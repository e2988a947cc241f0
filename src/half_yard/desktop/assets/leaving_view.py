"""How an asset leaves service: its day and price, what comes of it on the form, and a part of it taken
off."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtWidgets import QHBoxLayout

from half_yard.desktop.assets.asset_part import AssetPart
from half_yard.desktop.fields import FieldForm
from half_yard.desktop.parts import button, in_a_row, soft, unwrapped
from half_yard.desktop.typed_line import TypedLine
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text
from half_yard.records.dividing import divide_asset
from half_yard.records.reckoning import reckon


class LeavingView(AssetPart):
    """The asset under the cursor as it leaves."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self._current = ""
        self.fields = FieldForm(workspace, 3)
        self.result = soft("")
        self.part = TypedLine()
        self.part.setAccessibleName("Part of it, percent")
        self.part.setPlaceholderText("percent of it")
        self.part.setMaximumWidth(170)
        self.part.returnPressed.connect(self.take_part_off)
        self.take_off = button(
            "Take a part off", "An asset of its own of this part, to be sold, retired or replaced for itself"
        )
        self.take_off.clicked.connect(self.take_part_off)
        self.study = TypedLine()
        self.study.setAccessibleName("Parts of a cost study")
        self.study.setPlaceholderText("Carpet 4200; Fence 8000; Appliances 3100")
        self.study.returnPressed.connect(self.divide_by_study)
        self.divide = button("Divide it", "Parts of a building with classes of their own; the rest stays")
        self.divide.clicked.connect(self.divide_by_study)
        line = QHBoxLayout()
        line.addWidget(unwrapped("Only a part leaves, or is replaced:"))
        line.addWidget(self.part)
        line.addWidget(self.take_off)
        line.addStretch(1)
        self.column.addWidget(self.fields)
        self.column.addWidget(self.result)
        self.column.addLayout(line)
        self.studied = unwrapped("A cost study divides it:")
        study = in_a_row(self.studied, self.study, self.divide)
        study.setStretch(1, 1)
        self.column.addLayout(study)
        self.column.addStretch(1)

    def show_assets(self, current: str, selected: Sequence[str]) -> None:
        del selected
        if current != self._current:
            self.part.clear()
            self.study.clear()
        self._current = current
        asset = self.workspace.file.assets.get(current)
        self.take_off.setEnabled(asset is not None)
        one_by_one = self.workspace.pack.assets.one_by_one is not None
        for each in (self.studied, self.study, self.divide):
            each.setVisible(one_by_one)
            each.setEnabled(asset is not None)
        if asset is None:
            self.heading.setText("")
            self.fields.show_fields([])
            return
        self.heading.setText(f"{asset.name or 'The asset'} leaves service")
        several = "A sale of several at one price: select them and choose Several at once. "
        self.words.setText(f"{several if one_by_one else ''}What is not said to be otherwise is sold.")
        self.fields.show_fields(self.workspace.pack.assets.leaving_fields(self.workspace.file, current))
        self.result.setText(self._result())

    def _result(self) -> str:
        """What comes of it this year."""
        computation = self.workspace.computation
        asset = self.workspace.file.assets[self._current]
        if asset.disposed is None:
            return "It is in service."
        lines = computation.came_of(self._current)
        if not lines:
            return self._together()
        words = [f"{line.title} {exact_text(line.figure.amount)}" for line in lines]
        parts = [
            other.name
            for other in self.workspace.file.assets.values()
            if other.part_of == self._current and other.disposed is None
        ]
        still = f" Still in service and linked to it: {', '.join(parts)}." if parts else ""
        return f"{computation.sheet(lines[0].place.sheet).form}: {'; '.join(words)}.{still}"

    def _together(self) -> str:
        """What comes of it where it is sold on a sheet with others."""
        computation = self.workspace.computation
        lands = computation.threads.landing_of(f"/assets/{self._current}/proceeds")
        sheet = computation.sheet(lands[0].place.sheet) if lands else None
        if sheet is None or sheet.key_line is None:
            return "It has no gain or loss of its own this year."
        return f"{sheet.title}: {sheet.key_line.title} {exact_text(sheet.key_line.figure.amount)}."

    def take_part_off(self) -> None:
        """Divide the asset in two, and go to the part."""
        try:
            percent = reckon(self.part.text().strip().removesuffix("%"))
            edit, key = divide_asset(self.workspace.file, self._current, percent)
        except (ValueError, KeyError) as error:
            self.workspace.said.emit(str(error))
            return
        if self.workspace.try_to(edit):
            self.part.clear()
            self.workspace.go_to(f"/assets/{key}")

    def divide_by_study(self) -> None:
        """Divide the building as it is typed."""
        try:
            edit = self.workspace.pack.one_by_one.divide_by_study(
                self.workspace.computation, self._current, self.study.text()
            )
        except (ValueError, KeyError) as error:
            self.workspace.said.emit(str(error))
            return
        if self.workspace.try_to(edit):
            self.study.setText("")
            self.workspace.said.emit(f"{edit.label}. Undo takes it back.")

    def focus_on(self, path: str) -> bool:
        return self.fields.focus_on(path)
