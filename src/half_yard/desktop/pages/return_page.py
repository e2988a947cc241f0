"""The Return page: the map of its sheets, any sheet as a readable page, and what was found when looking the
file over."""

from __future__ import annotations

from PySide6.QtCore import QRect, QSize, Qt
from PySide6.QtGui import QFontMetrics
from PySide6.QtWidgets import (
    QFrame,
    QHBoxLayout,
    QListWidget,
    QListWidgetItem,
    QVBoxLayout,
    QWidget,
)

from half_yard.countries.sheet_map import map_of, way_of
from half_yard.desktop import theme
from half_yard.desktop.actions import Action
from half_yard.desktop.line_rows import sheet_rows
from half_yard.desktop.line_view import LineRow, LineView
from half_yard.desktop.map_view import MapView
from half_yard.desktop.parts import Page, bare_column, soft, title
from half_yard.desktop.subjects import record_of
from half_yard.desktop.tables.cursor import CursorList
from half_yard.desktop.workspace import Workspace
from half_yard.figures import Place
from half_yard.interop import sheets_page
from half_yard.review import Finding
from half_yard.review.checked import standing
from half_yard.review.judged import found

FOUND_ROLE = Qt.ItemDataRole.UserRole + 1
FINDINGS_WIDTH = 268
PAPER_WIDTH = 820
"""The widest that a page of lines gets, so that an amount stands near its title."""
FINDING_PADDING, FINDING_EDGE, MOST_HIGH = 6, 6, 2000
NO_BREAK = "\N{NO-BREAK SPACE}"


class ReturnPage(Page):
    """The map above, the chosen sheet as a page, the findings beside it."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self._sheet = ""
        column = QVBoxLayout(self)
        column.setContentsMargins(18, 10, 14, 10)
        column.setSpacing(8)
        self.map = MapView()
        self.map.chosen.connect(self._sheet_chosen)
        self.map.entered.connect(self._to_lines)
        column.addWidget(self.map)
        body = QHBoxLayout()
        body.setSpacing(16)
        paper = self._paper()
        paper.setMaximumWidth(PAPER_WIDTH)
        body.addWidget(paper, 1)
        body.addWidget(self._found())
        body.addStretch(0)
        column.addLayout(body, 1)
        workspace.at_each_file(self._opened)

    def _paper(self) -> QWidget:
        paper = QFrame()
        paper.setStyleSheet(
            f"QFrame#paper {{ background: {theme.BLEACHED.name()}; border: 1px solid {theme.RULE.name()}; }}"
        )
        paper.setObjectName("paper")
        column = QVBoxLayout(paper)
        column.setContentsMargins(20, 14, 14, 8)
        column.setSpacing(3)
        self._title = title("", 15)
        self._facts = soft("")
        self._notes = soft("")
        self.lines = LineView("Lines of the sheet")
        self.lines.setProperty("role", "bare")
        self.lines.line_current.connect(self._line_chosen)
        for part in (self._title, self._facts, self._notes):
            column.addWidget(part)
        column.addWidget(self.lines, 1)
        return paper

    def _found(self) -> QWidget:
        side = QWidget()
        side.setFixedWidth(FINDINGS_WIDTH)
        column = bare_column(side, 3)
        self._found_title = title("Looked over", 12)
        self._standing = soft("")
        self.findings = CursorList()
        self.findings.setWordWrap(True)
        self.findings.setTextElideMode(Qt.TextElideMode.ElideNone)
        self.findings.setResizeMode(QListWidget.ResizeMode.Adjust)
        self.findings.setAccessibleName("Findings")
        self.findings.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.findings.setProperty("role", "bare")
        self.findings.setStyleSheet(
            f"QListWidget::item {{ padding: 4px 4px 6px 4px; border-bottom: 1px solid {theme.RULE.name()}; }}"
        )
        self.findings.offer(
            [Action("Mend it at once", self._mend_at_once, "Ctrl+Return", enabled=self._has_step)]
        )
        self.findings.itemActivated.connect(self._mend)
        self.findings.itemClicked.connect(self._mend)
        column.addWidget(self._found_title)
        column.addWidget(self._standing)
        column.addWidget(self.findings, 1)
        return side

    def _opened(self) -> None:
        self._sheet = ""

    def _chief(self) -> str:
        """The sheet that the first return comes to."""
        return self._workspace.computation.returns[0].chief

    def refresh(self) -> None:
        """Show the sheets and findings as they are now."""
        if not self._workspace.is_open:
            return
        if not self._workspace.computation.has_sheet(self._sheet):
            self._sheet = self._chief()
        self._show_sheet()
        self._show_findings()

    def _show_sheet(self) -> None:
        sheet = self._workspace.computation.sheet(self._sheet)
        self._title.setText(sheet.title)
        kept = [f"{name}: {value}".replace(" ", NO_BREAK) for name, value in sheet.facts if value]
        file = self._workspace.file
        if (mark := standing(file, [sheet]).get(sheet.key)) is not None:
            kept.append(f"✓ checked by {mark.by}, {self._workspace.calendar.text(mark.on)}")
        facts = "   ".join(kept)
        self._facts.setText(facts)
        self._facts.setVisible(bool(facts))
        self._notes.setText("\n".join(sheet.notes))
        self._notes.setVisible(bool(sheet.notes))
        self.lines.rows_model.show_rows(sheet_rows(file, sheet))
        self._show_map()

    def _show_map(self) -> None:
        """Draw the map with the way of the line under the cursor, or else of what the sheet comes to."""
        computation = self._workspace.computation
        subject = self._workspace.subject
        sheet = computation.sheet(self._sheet)
        place = subject if isinstance(subject, Place) and subject.sheet == self._sheet else None
        if place is None and (line := sheet.key_line) is not None:
            place = line.place
        way = way_of(computation, place) if place is not None else set()
        self.map.show_map(map_of(computation, self._sheet), way, self._sheet)

    def _show_findings(self) -> None:
        computation = self._workspace.computation
        self._standing.setText(
            "Complete: no error, nothing waits to be sorted, all is computed. What is not asked stands below."
            if computation.complete
            else "Not complete: the result is not final."
        )
        self.findings.clear()
        for each in found(computation.file, computation.findings):
            finding = each.finding
            if each.judgement is not None:
                continue
            words = f"{finding.level.capitalize()} · {finding.message} {finding.mend}".strip()
            if finding.step is not None:
                words += f" Ctrl+Enter mends it at once: {finding.step.label}."
            item = QListWidgetItem(words)
            item.setData(FOUND_ROLE, finding)
            item.setFont(theme.text_font(10))
            item.setSizeHint(_room_for(words))
            self.findings.addItem(item)

    def _sheet_chosen(self, key: str) -> None:
        if key != self._sheet:
            self._sheet = key
            self._show_sheet()

    def _line_chosen(self, row: LineRow) -> None:
        if row.place is not None and self.lines.hasFocus():
            self._workspace.look_at(row.place)
            self._show_map()

    def _to_lines(self) -> None:
        """Go from the map to the lines of the chosen sheet."""
        self.focus()

    def _mend(self, item: QListWidgetItem) -> None:
        finding: Finding = item.data(FOUND_ROLE)
        if finding.path:
            self._workspace.go_to(record_of(finding.path))

    def _current_finding(self) -> Finding | None:
        item = self.findings.currentItem()
        found: Finding | None = item.data(FOUND_ROLE) if item is not None else None
        return found

    def _has_step(self) -> bool:
        finding = self._current_finding()
        return finding is not None and finding.step is not None

    def _mend_at_once(self) -> None:
        finding = self._current_finding()
        if finding is not None and finding.step is not None:
            self._workspace.try_to(finding.step)

    def show_place(self, place: Place) -> None:
        """Show a line on its sheet."""
        if not self._workspace.computation.has_sheet(place.sheet):
            return
        self._sheet = place.sheet
        self.refresh()
        self.lines.show_line([place.line])
        self.lines.setFocus()

    def page_to_print(self) -> str:
        """The sheet that is shown."""
        computation = self._workspace.computation
        return sheets_page(computation, [computation.sheet(self._sheet)])

    def focus(self) -> None:
        """Put the cursor where work goes on."""
        self.lines.setFocus()
        if not self.lines.currentIndex().isValid():
            first = next((n for n, row in enumerate(self.lines.rows_model.rows) if row.place), 0)
            self.lines.setCurrentIndex(self.lines.rows_model.index(first, 0))


def _room_for(words: str) -> QSize:
    """How much room a finding takes. Left to itself, the list forgets its own padding and cuts the last
    word off."""
    width = FINDINGS_WIDTH - 2 * FINDING_PADDING - FINDING_EDGE
    wrapped = Qt.TextFlag.TextWordWrap | Qt.AlignmentFlag.AlignLeft
    box = QFontMetrics(theme.text_font(10)).boundingRect(QRect(0, 0, width, MOST_HIGH), int(wrapped), words)
    return QSize(width, box.height() + 2 * FINDING_PADDING + 4)
