"""Filing: the return sent to the simulated gateway, its acknowledgements, and what differs from it since."""

from __future__ import annotations

import datetime
from collections.abc import Sequence

from PySide6.QtWidgets import QTableWidgetItem, QWidget

from half_yard.desktop.parts import bare_column, button, in_a_row, plain_table, show_cells, soft, title
from half_yard.desktop.strip_page import StripPart
from half_yard.desktop.subjects import record_of
from half_yard.desktop.workspace import Workspace
from half_yard.figures import Place
from half_yard.figures.explain import exact_text
from half_yard.interop.electronic_return import digest_of, electronic_return
from half_yard.review.filed import accepted, begin, differing, kind_of_next, settle, waiting, why_not
from half_yard.standins import ServiceError
from half_yard.standins.gateway import NAME, receive

COLUMNS = ("What", "When and why", "As filed", "Now", "Leads to")
AMOUNTS = (2, 3)
Row = tuple[tuple[str, str, str, str, str], str | Place]
"""The cells of a row, and what it leads to."""
NOT_HERE = "Returns of this country are not sent from here. They are on paper, beside."


class FilingView(StripPart):
    """What came back stands above; below, after an acceptance, the lines that are otherwise now."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__(workspace)
        self._leads: list[str | Place] = []
        self.heading = title("", 12)
        self._said = soft("")
        self.table = plain_table("Acknowledgements, and what differs", COLUMNS, right=AMOUNTS)
        self.table.itemActivated.connect(self._go)
        self.send = button("Send it", f"To the {NAME}")
        self.send.clicked.connect(self.send_it)
        self.ask = button("Ask what became of it", "Nothing is sent twice")
        self.ask.clicked.connect(self.ask_again)
        column = bare_column(self, 6)
        for part in (self.heading, self._said):
            column.addWidget(part)
        column.addWidget(self.table, 1)
        column.addLayout(in_a_row(self.send, self.ask))

    @property
    def begins_at(self) -> QWidget:
        """What came back."""
        return self.table

    def refresh(self) -> None:
        """Show what was sent, what came back, and what differs since."""
        file = self._workspace.file
        signed = bool(self._workspace.pack.signers(file))
        reason = self._why_not(electronic_return(self._workspace.computation)) if signed else NOT_HERE
        self.heading.setText(f"{kind_of_next(file).capitalize()} return of {file.tax_year}")
        what = "numbers of persons in full, every sheet, what it is signed with, nothing else"
        words = f"It goes to the {NAME}: {what}."
        self._said.setText(reason or words)
        self.send.setEnabled(not reason)
        self.ask.setVisible(bool(waiting(file)))
        self._show([*self._acknowledged(), *self._differing()])

    def _why_not(self, sent: bytes) -> str:
        if self._workspace.fittings.worn:
            return "A fitting is worn: take it off first. What only would be is not sent."
        computation = self._workspace.computation
        return why_not(computation.file, digest_of(sent), computation.sheets, complete=computation.complete)

    def _show(self, rows: Sequence[Row]) -> None:
        self._leads = [leads for _, leads in rows]
        show_cells(self.table, [cells for cells, _ in rows], AMOUNTS)

    def _acknowledged(self) -> list[Row]:
        """Every filing, the latest first, with the reasons against it."""
        rows: list[Row] = []
        for _, filing in sorted(self._workspace.file.filings.items(), reverse=True):
            day = self._workspace.calendar.text(filing.sent)
            rows.append(
                ((f"{filing.kind.capitalize()}, {filing.state}", f"{day} {filing.number}", "", "", ""), "")
            )
            rows += [
                ((f"   {reason.rule}", reason.words, "", "", reason.path and "its field"), reason.path)
                for reason in filing.reasons
            ]
        return rows

    def _differing(self) -> list[Row]:
        filed = accepted(self._workspace.file)
        if filed is None:
            return []
        return [
            ((each.title, "", exact_text(each.filed), exact_text(each.now), "its line" if each.line else ""),
             each.line.place if each.line is not None else "")
            for each in differing(filed, self._workspace.computation.sheets)
        ]  # fmt: skip

    def _go(self, item: QTableWidgetItem) -> None:
        leads = self._leads[item.row()]
        if leads:
            self._workspace.go_to(record_of(leads))

    def send_it(self) -> None:
        """Note what is about to be sent, send it, and note what came back."""
        workspace = self._workspace
        computation = workspace.computation
        sent = electronic_return(computation)
        if reason := self._why_not(sent):
            workspace.said.emit(reason)
            return
        edit, key = begin(computation.file, digest_of(sent), computation.sheets, datetime.date.today())
        if workspace.try_to(edit):
            self._hear(key, sent)

    def ask_again(self) -> None:
        """Ask what became of a return of which nothing was heard."""
        key = waiting(self._workspace.file)
        sent = electronic_return(self._workspace.computation)
        if key and digest_of(sent) == self._workspace.file.filings[key].digest:
            self._hear(key, sent)
        elif key:
            self._workspace.said.emit(
                "The file has changed since that return was sent. Undo the changes, ask, and do them again."
            )

    def _hear(self, key: str, sent: bytes) -> None:
        workspace = self._workspace
        try:
            heard = receive(sent)
        except ServiceError as error:
            workspace.said.emit(f"{error} The return waits here as sent: ask what became of it.")
            return
        if workspace.try_to(settle(workspace.file, key, heard.number, heard.reasons)):
            state = workspace.file.filings[key].state
            workspace.said.emit(f"The return was {state}: {heard.number}.")
