"""What goes on paper, chosen and ordered, each part to be read before it goes."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from functools import partial
from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QListWidgetItem, QTextBrowser, QVBoxLayout, QWidget

from half_yard.desktop import theme
from half_yard.desktop.actions import Action
from half_yard.desktop.choice_box import ChoiceBox
from half_yard.desktop.parts import bare_column, button, in_a_row, soft, title, unwrapped
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.printing import print_page
from half_yard.desktop.reading import ProgressLine, Reading
from half_yard.desktop.recent_files import RecentFiles
from half_yard.desktop.strip_page import StripPart
from half_yard.desktop.tables.cursor import CursorList
from half_yard.desktop.workspace import Workspace
from half_yard.desktop.writing_out import ask_where, written_out
from half_yard.interop import schedule_page, sheets_page
from half_yard.interop.cover_letter import USUAL_COVER, cover_text
from half_yard.interop.letter import LetterError, Wording, letter_page, text_page
from half_yard.interop.packet_pages import carried_page, keeping_page, summary_page
from half_yard.interop.packet_parts import (
    CARRIED,
    COVER,
    DEPRECIATION,
    LETTER,
    SUMMARY,
    TO_KEEP,
    VOUCHERS,
    parts_of,
)
from half_yard.interop.vouchers_page import vouchers_page
from half_yard.office.assigning import due_day
from half_yard.office.wordings import office_words

KEY_ROLE = Qt.ItemDataRole.UserRole + 1
LIST_WIDTH = 372
PAPERS = {"LETTER": "Letter", "A4": "A4"}


def kind_of(key: str) -> str:
    """What a part is, whosesoever it is: the form without the activity or person."""
    return key.partition(".")[0]


class PaperView(StripPart):
    """The parts at the left, the one under the cursor at the right."""

    def __init__(self, workspace: Workspace, recent: RecentFiles) -> None:
        super().__init__(workspace)
        self._recent = recent
        self._left_out: set[str] = set()
        self._order: list[str] = []
        self._lacking = ""
        self._writing: Reading[bytes] | None = None
        self.parts = CursorList()
        self.parts.setAccessibleName("Parts of the packet")
        self.parts.setFixedWidth(LIST_WIDTH)
        self.parts.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.parts.itemChanged.connect(self._ticked)
        self.parts.currentItemChanged.connect(self._show_part)
        self.parts.offer(
            [
                Action("Move the part up", lambda: self._move(-1), "Alt+Shift+Up"),
                Action("Move the part down", lambda: self._move(1), "Alt+Shift+Down"),
                Action("Only this part", self._only_this),
                Action("All parts", self._all),
                Action("Keep this choice and order for all clients", self._keep_for_all),
            ]
        )
        self.preview = QTextBrowser()
        self.preview.setAccessibleName("The part as it reads")
        self.preview.setStyleSheet(
            f"QTextBrowser {{ background: {theme.BLEACHED.name()}; padding: 14px; "
            f"border: 1px solid {theme.RULE.name()}; }} "
            f"QTextBrowser:focus {{ padding: 13px; border: 2px solid {theme.INDIGO.name()}; }}"
        )
        self._standing = soft("")
        self.size_of_paper = ChoiceBox()
        self.size_of_paper.setAccessibleName("Paper")
        for key, words in PAPERS.items():
            self.size_of_paper.addItem(words, key)
        self.write = button("Write as PDF…", "Every part that is ticked, in this order")
        self.write.clicked.connect(self.ask_to_write)
        self.progress = ProgressLine(self._cancel)
        self._lay_out()
        workspace.opened.connect(self._opened)
        self._opened()

    def _lay_out(self) -> None:
        on_paper = button("Print…", "Print the parts that are ticked")
        on_paper.clicked.connect(self._print)
        left = QVBoxLayout()
        left.setSpacing(6)
        left.addWidget(title("On paper", 12))
        left.addWidget(self.parts, 1)
        body = QHBoxLayout()
        body.setSpacing(14)
        body.addLayout(left)
        body.addWidget(self.preview, 1)
        column = bare_column(self, 8)
        column.addLayout(body, 1)
        column.addWidget(self._standing)
        workbook = button("Workbook…", "Every sheet with live formulas, and what is entered")
        workbook.clicked.connect(self.ask_for_workbook)
        column.addLayout(in_a_row(unwrapped("Paper"), self.size_of_paper, self.write, on_paper, workbook))
        column.addWidget(self.progress)

    def _opened(self) -> None:
        self._left_out.clear()
        self._order.clear()
        self.parts.blockSignals(True)
        self.parts.clear()
        self.parts.blockSignals(False)
        if self._workspace.is_open:
            self._left_out = {
                part.key
                for part in parts_of(self._workspace.computation)
                if kind_of(part.key) in self._recent.packet_left_out
            }
            usual = self.size_of_paper.findData(self._workspace.pack.country.paper.upper())
            self.size_of_paper.setCurrentIndex(max(usual, 0))

    @property
    def begins_at(self) -> QWidget:
        """The list of parts."""
        return self.parts

    def refresh(self) -> None:
        """Show the parts that there are now, ticked and ordered as they were."""
        known = {part.key: part.title for part in parts_of(self._workspace.computation)}
        kept = [key for key in self._order if key in known]
        others = [key for key in self._usual_order(known) if key not in kept]
        order = [*kept, *others]
        current = self._current()
        self.parts.blockSignals(True)
        self.parts.clear()
        for key in order:
            item = QListWidgetItem(known[key])
            item.setToolTip(plain_tip(known[key]))
            item.setData(KEY_ROLE, key)
            item.setFlags(item.flags() | Qt.ItemFlag.ItemIsUserCheckable)
            ticked = key not in self._left_out
            item.setCheckState(Qt.CheckState.Checked if ticked else Qt.CheckState.Unchecked)
            self.parts.addItem(item)
        self._order = order
        self.parts.setCurrentRow(order.index(current) if current in order else 0)
        self.parts.blockSignals(False)
        self._show_part()
        self._say_standing()

    def _usual_order(self, known: Mapping[str, str]) -> list[str]:
        """The parts in the order that is kept for all clients; those that it does not name last."""
        kinds = self._recent.packet_order
        places = {kind: place for place, kind in enumerate(kinds)}
        return sorted(known, key=lambda key: places.get(kind_of(key), len(places)))

    def _keep_for_all(self) -> None:
        kinds = list(dict.fromkeys(map(kind_of, self._order)))
        left_out = {
            kind
            for kind in kinds
            if all(key in self._left_out for key in self._order if kind_of(key) == kind)
        }
        self._recent.use_packet(kinds, left_out)
        self._workspace.said.emit("Every client's packet has these parts in this order from now on.")

    def _current(self) -> str:
        item = self.parts.currentItem()
        return str(item.data(KEY_ROLE)) if item is not None else ""

    @property
    def chosen(self) -> list[str]:
        """The keys of the parts that are ticked, in their order."""
        return [key for key in self._order if key not in self._left_out]

    def _ticked(self, item: QListWidgetItem) -> None:
        key = str(item.data(KEY_ROLE))
        if item.checkState() is Qt.CheckState.Checked:
            self._left_out.discard(key)
        else:
            self._left_out.add(key)
        self._say_standing()

    def _only_this(self) -> None:
        self._left_out = set(self._order) - {self._current()}
        self.refresh()

    def _all(self) -> None:
        self._left_out.clear()
        self.refresh()

    def _move(self, step: int) -> None:
        row = self.parts.currentRow()
        to = row + step
        if 0 <= row < len(self._order) and 0 <= to < len(self._order):
            self._order[row], self._order[to] = self._order[to], self._order[row]
            self.refresh()

    def _say_standing(self) -> None:
        final = (
            "" if self._workspace.computation.complete else " The result is not final: every page says so."
        )
        self._standing.setText(
            f"{len(self.chosen)} of {len(self._order)} parts. Numbers of persons are masked.{final}"
        )
        self.write.setEnabled(bool(self.chosen) and self._writing is None)

    def _page_of(self, key: str) -> str:
        """A part as HTML, to be read."""
        computation = self._workspace.computation
        pages: Mapping[str, Callable[[], str]] = {
            LETTER: lambda: letter_page(computation.file, office_words(self._workspace.path)),
            COVER: self._cover_page,
            SUMMARY: lambda: summary_page(computation),
            CARRIED: lambda: carried_page(computation),
            DEPRECIATION: lambda: schedule_page(computation),
            TO_KEEP: lambda: keeping_page(self._workspace.pack.to_keep(computation)),
            VOUCHERS: lambda: vouchers_page(computation.file, self._workspace.pack.paying_ahead(computation)),
        }
        if key in pages:
            return pages[key]()
        return sheets_page(computation, [computation.sheet(key)])

    def _cover_page(self) -> str:
        computation = self._workspace.computation
        return text_page("Cover letter", cover_text(computation, self._cover(), due_day(computation.file)))

    def _cover(self) -> Wording:
        return office_words(self._workspace.path, USUAL_COVER.name)

    def _show_part(self) -> None:
        key = self._current()
        if not key:
            self.preview.clear()
            return
        try:
            self.preview.setHtml(self._page_of(key))
        except LetterError as error:
            self.preview.setPlainText(str(error))

    def page_to_print(self) -> str:
        """The parts that are ticked."""
        computation = self._workspace.computation
        sheets = [computation.sheet(key) for key in self.chosen if computation.has_sheet(key)]
        return sheets_page(computation, sheets) if sheets else ""

    def _print(self) -> None:
        if page := self.page_to_print():
            print_page(page, self)

    def ask_to_write(self) -> None:
        """Ask where to, and write the packet there; the window goes on meanwhile."""
        # The library of pages takes a while to load: only when it is needed.
        from half_yard.interop.packet import Words, packet  # noqa: PLC0415
        from half_yard.interop.paper import PaperSize, signs_lacking  # noqa: PLC0415

        workspace = self._workspace
        name = f"{workspace.file.title} {workspace.file.tax_year}"
        path = ask_where(workspace, self, "The packet", name=name, ending=".pdf", kinds="PDF (*.pdf)")
        if path is None:
            return
        paper, keys = PaperSize[str(self.size_of_paper.currentData())], self.chosen
        try:
            words = Words(self._cover(), office_words(workspace.path), due_day(workspace.file))
            steps = packet(workspace.computation, keys, paper, words)
        except LetterError as error:
            self._refused(str(error))
            return
        self._lacking = signs_lacking(workspace.file.model_dump_json())
        self.progress.start(path.name, len(keys))
        done = partial(self._written, path)
        self._writing = Reading(steps, self.progress.show_line, done, self._refused, LetterError, self)
        self._say_standing()

    def ask_for_workbook(self) -> None:
        """Ask where to, and write the whole return as a workbook there."""
        # The library of workbooks takes a quarter of a second to load: only when it is needed.
        from half_yard.interop.return_workbook import return_workbook  # noqa: PLC0415

        workspace = self._workspace
        name = f"{workspace.file.title} {workspace.file.tax_year} return"
        path = ask_where(
            workspace, self, "The workbook", name=name, ending=".xlsx", kinds="Workbook (*.xlsx)"
        )
        if path is not None:
            made = partial(return_workbook, workspace.computation)
            workspace.said.emit(written_out("sheets", path, made))

    def _written(self, path: Path, made: bytes) -> None:
        self._over()
        words = written_out("pages", path, lambda: made)
        lacking = f" The typefaces lack {self._lacking}: empty boxes on paper." if self._lacking else ""
        self._workspace.said.emit(f"{words}{lacking}")

    def _refused(self, reason: str) -> None:
        self._over()
        self._workspace.said.emit(f"The pages are not written. {reason}")

    def _cancel(self) -> None:
        if self._writing is not None:
            self._writing.cancel()
        self._over()

    def _over(self) -> None:
        self._writing = None
        self.progress.hide()
        self._say_standing()
