"""The basis of an asset: how it came, what counts, and what that makes for depreciation, a gain and a
loss."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.asked import Field, FieldKind
from half_yard.desktop.assets.asset_part import AssetPart
from half_yard.desktop.fields import FieldForm
from half_yard.desktop.parts import soft
from half_yard.desktop.workspace import Workspace
from half_yard.figures.explain import exact_text


class BasisView(AssetPart):
    """The fields of the way in which the asset under the cursor came."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self.fields = FieldForm(workspace, 2)
        self.result = soft("")
        self.column.addWidget(self.fields)
        self.column.addWidget(self.result)
        self.column.addStretch(1)

    def show_assets(self, current: str, selected: Sequence[str]) -> None:
        del selected
        pack, asset = self.workspace.pack, self.workspace.file.assets.get(current)
        if asset is None:
            self.heading.setText("")
            self.fields.show_fields([])
            return
        path = f"/assets/{current}"
        origin = pack.one_by_one.origins.get(asset.origin, pack.one_by_one.origins[""])
        others = tuple((key, item.title) for key, item in pack.one_by_one.origins.items() if key)
        self.heading.setText(f"Basis of {asset.name or 'the asset'}")
        self.words.setText(origin.law)
        fields = [
            Field(
                f"{path}/origin",
                "How it came",
                FieldKind.CHOICE,
                others,
                empty=pack.one_by_one.origins[""].title,
            ),
            Field(f"{path}/cost", origin.cost, FieldKind.AMOUNT),
        ]
        fields += [
            Field(f"{path}/basis/{box.key}", box.title, FieldKind.AMOUNT, hint=box.explanation, optional=True)
            for box in origin.boxes
        ]
        self.fields.show_fields(fields)
        bases = pack.one_by_one.bases(self.workspace.computation, current)
        words = [f"Basis for depreciation {exact_text(bases.depreciation)}."]
        if len({bases.depreciation, bases.gain, bases.loss}) > 1:
            gain, loss = exact_text(bases.gain), exact_text(bases.loss)
            words.append(f"A gain counts from {gain}, a loss from {loss}, each less depreciation.")
        if asset.reckoning:
            words.append(f"The cost was typed as {asset.reckoning}.")
        self.result.setText(" ".join(words))

    def focus_on(self, path: str) -> bool:
        return self.fields.focus_on(path)
