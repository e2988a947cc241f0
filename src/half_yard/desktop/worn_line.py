"""Says that a fitting is worn: what is typed goes there, and what every page shows would be."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout

from half_yard.desktop import theme
from half_yard.desktop.panes import Pane
from half_yard.desktop.parts import button
from half_yard.desktop.plain_words import PlainLabel
from half_yard.desktop.workspace import Workspace


class WornLine(Pane):
    """Stands above every page while a fitting is worn."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setStyleSheet(f"WornLine, QLabel {{ background: {theme.INDIGO_WASH.name()}; }}")
        self.words = PlainLabel()
        self.words.setFont(theme.text_font(bold=True))
        self.words.setWordWrap(True)
        self.off = button("Take it off", "The file shows again as it is")
        self.off.clicked.connect(lambda: workspace.wear(""))
        row = QHBoxLayout(self)
        row.setContentsMargins(18, 5, 12, 5)
        row.addWidget(self.words, 1)
        row.addWidget(self.off)
        workspace.changed.connect(self.refresh)
        workspace.opened.connect(self.refresh)
        self.hide()

    def refresh(self) -> None:
        """Say what is worn, or nothing."""
        worn = self._workspace.fittings.worn if self._workspace.is_open else ""
        self.setVisible(bool(worn))
        if worn:
            fitting = self._workspace.open_file.file.fittings[worn]
            count = len(fitting.edits)
            edits = "1 edit" if count == 1 else f"{count} edits"
            words = (
                f"What if: {fitting.name}. All that is shown would be; what is typed goes into it ({edits})."
            )
            self.words.setText(f"{words} Nothing in the file changes.")
            self.words.setAccessibleName(self.words.text())
