"""The further boxes of the form under the cursor: who the payer is, the form's own boxes, the state's."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QScrollArea, QVBoxLayout, QWidget

from half_yard.asked import Field, FieldKind, heading
from half_yard.desktop.fields import FieldForm
from half_yard.desktop.parts import soft
from half_yard.desktop.workspace import Workspace

STATE = (("state", "State"), ("payer_number", "Payer's number there"))
STATE_AMOUNTS = (("income", "Income"), ("withheld", "Tax withheld"))
KEPT = "The state's boxes are kept for its return, which is not computed."


class BoxesPane(QScrollArea):
    """Fields that reach to the form's record, in one column or several."""

    def __init__(self, workspace: Workspace, across: int = 1, *, narrow: bool = False) -> None:
        super().__init__()
        self._workspace = workspace
        self.setWidgetResizable(True)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.form = FieldForm(workspace, across, narrow=narrow)
        self._said = soft("")
        body = QWidget()
        column = QVBoxLayout(body)
        column.setContentsMargins(2, 2, 8, 2)
        column.addWidget(self.form)
        column.addWidget(self._said)
        column.addStretch(1)
        self.setWidget(body)

    def show_form(self, path: str, fields: Sequence[Field], said: str = "", *, payer: bool = True) -> None:
        """Show the further fields of the form at a path, and of a payer's form who the payer is; nothing of
        none where the path is empty. `said` is said beneath them."""
        asked = self._workspace.pack.asked
        regional = bool(path) and payer and asked.has_regional_boxes(self._workspace.file, path)
        shown = self._fields(path, fields, payer=payer, regional=regional)
        self.form.show_fields(list(shown) if path else [])
        kept = KEPT if regional else ""
        words = " ".join(filter(None, (said, kept)))
        self._said.setText(words if path else "Choose a form: its further boxes are typed here.")

    def _fields(self, path: str, fields: Sequence[Field], *, payer: bool, regional: bool) -> Iterator[Field]:
        country = self._workspace.pack.country
        number = country.payer_number
        if not payer:
            yield from fields
            return
        yield heading(path, "Payer")
        yield Field(f"{path}/payer_number", number.title, problem=number.problem, masks=number.masked)
        yield from country.address_fields(f"{path}/payer_address")
        if fields and fields[0].kind is not FieldKind.HEADING:
            yield heading(path, "Boxes")
        yield from fields
        if not regional:
            return
        yield heading(path, "State")
        for part, label in STATE:
            yield Field(f"{path}/state/{part}", label)
        for part, label in STATE_AMOUNTS:
            yield Field(f"{path}/state/{part}", label, FieldKind.AMOUNT)
