"""The further boxes of the form under the cursor: who the payer is, the form's own boxes, the state's."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QScrollArea, QVBoxLayout, QWidget

from half_yard.asked import Field, FieldKind, heading
from half_yard.countries import Box
from half_yard.desktop.fields import FieldForm
from half_yard.desktop.parts import soft
from half_yard.desktop.workspace import Workspace

STATE = (("state", "State"), ("payer_number", "Payer's number there"))
STATE_AMOUNTS = (("income", "Income"), ("withheld", "Tax withheld"))
KEPT = "The state's boxes are kept for its return, which is not computed."


class BoxesPane(QScrollArea):
    """Fields that reach to the form's record, in one column or several."""

    def __init__(self, workspace: Workspace, across: int = 1) -> None:
        super().__init__()
        self._workspace = workspace
        self.setWidgetResizable(True)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.form = FieldForm(workspace, across)
        self._said = soft("")
        body = QWidget()
        column = QVBoxLayout(body)
        column.setContentsMargins(2, 2, 8, 2)
        column.addWidget(self.form)
        column.addWidget(self._said)
        column.addStretch(1)
        self.setWidget(body)

    def show_form(self, path: str, boxes: Sequence[Box], ticks: Sequence[Box] = ()) -> None:
        """Show the boxes of the form at a path; of none where the path is empty."""
        self.form.show_fields(list(self._fields(path, boxes, ticks)) if path else [])
        kept = KEPT if self._workspace.pack.asked.regional_boxes else ""
        self._said.setText(kept if path else "Choose a form: its further boxes are typed here.")

    def _fields(self, path: str, boxes: Sequence[Box], ticks: Sequence[Box]) -> Iterator[Field]:
        country = self._workspace.pack.country
        number = country.payer_number
        yield heading(path, "Payer")
        yield Field(f"{path}/payer_number", number.title, problem=number.problem, masks=number.masked)
        yield from country.address_fields(f"{path}/payer_address")
        if boxes or ticks:
            yield heading(path, "Boxes")
        for box in boxes:
            yield Field(
                f"{path}/boxes/{box.key}", box.title, FieldKind.AMOUNT, optional=True,
                meaning=box.said_of,
            )  # fmt: skip
        for box in ticks:
            yield Field(
                f"{path}/ticks/{box.key}", box.title, FieldKind.ANSWER, default=False, hint=box.explanation
            )
        if not self._workspace.pack.asked.regional_boxes:
            return
        yield heading(path, "State")
        for part, label in STATE:
            yield Field(f"{path}/state/{part}", label)
        for part, label in STATE_AMOUNTS:
            yield Field(f"{path}/state/{part}", label, FieldKind.AMOUNT)
