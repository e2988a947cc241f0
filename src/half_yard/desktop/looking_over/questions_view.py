"""What is asked of the client: one list. An answer that is typed goes to its field as if it were typed there,
and the question is closed."""

from __future__ import annotations

import datetime
from collections.abc import Callable, Mapping
from functools import partial
from pathlib import Path

from pydantic import JsonValue
from PySide6.QtWidgets import QFileDialog, QStackedWidget, QVBoxLayout, QWidget

from half_yard.countries.answering import answered
from half_yard.countries.labels import label_of_question
from half_yard.desktop.actions import Action
from half_yard.desktop.looking_over.answers_view import AnswersView
from half_yard.desktop.looking_over.letter_view import LetterView
from half_yard.desktop.looking_over.proposals_view import ProposalsView
from half_yard.desktop.parts import TableBlock, bare_column, button, in_a_row
from half_yard.desktop.strip_page import StripPart
from half_yard.desktop.tables import Column, Kind, RecordModel, Source
from half_yard.desktop.workspace import Workspace
from half_yard.desktop.writing_out import ask_where, written_out
from half_yard.figures import Place
from half_yard.interop.answers_form import form_as
from half_yard.interop.deadlines import days_of_questions
from half_yard.office.assigning import due_day
from half_yard.records import Change, ClientQuestion, Edit
from half_yard.review.asking import ask_again
from half_yard.storage import sha256_of

WORDS, ANSWER = 1, 3
WANTED = "the day by which the answer is needed"
EMPTIED = "as it would be typed there: it goes to its field; emptied, the question is open again"
FORMS = "Forms (*.pdf *.csv *.txt *.tsv *.xlsx)"
WRITTEN_FORMS = "List (*.csv);;PDF to fill in (*.pdf)"


class QuestionsModel(RecordModel):
    """What is typed as an answer is carried into its field; where it does not fit there, it is refused as it
    would be there."""

    def _change(self, key: str, column: Column, values: Mapping[str, JsonValue]) -> None:
        if column.field != "answer":
            super()._change(key, column, values)
            return
        typed = str(values["answer"] or "")
        workspace = self._workspace
        workspace.do(answered(workspace.pack, workspace.file, key, typed, datetime.date.today()))


class QuestionsView(StripPart):
    """The questions, those that wait first as they were made."""

    def __init__(self, workspace: Workspace, initials: Callable[[], str]) -> None:
        super().__init__(workspace)
        self._initials = initials
        source = Source(
            "questions", "question", ClientQuestion, self._start, ("words",), "what to ask",
            hint_column=WORDS, beside=lambda: workspace.file, group=lambda each: str(not each.is_open),
        )  # fmt: skip
        columns = (
            Column("About", Kind.COMPUTED, shown=self._about),
            Column("Question", Kind.TEXT, "words", stretch=True),
            Column("Asked", Kind.COMPUTED, shown=self._asked),
            Column("Answer", Kind.TEXT, "answer", hint=EMPTIED),
            Column("Wanted by", Kind.DATE, "wanted", optional=True, next_year_until=12, hint=WANTED),
            Column("Answered", Kind.COMPUTED, shown=self._answered),
            Column("Document", Kind.COMPUTED, shown=self._document, goes_first=True),
        )
        self.model = QuestionsModel(workspace, source, columns, self)
        words = "F8 asks about whatever the thread shows, from anywhere"
        self.block = TableBlock("Asked of the client", self.model, words)
        proposed = button("Proposed…", "What may be asked: forms of last year, fields that are empty")
        proposed.clicked.connect(self.show_proposals)
        again = button("Asked again today", "Note that the selected questions were asked once more")
        again.clicked.connect(self.ask_again)
        attach = button("Document…", "Note which document came with the answer")
        attach.clicked.connect(self.ask_for_document)
        write = button("Letter…", "A letter with what is asked and not answered yet: edited, sent, written")
        write.clicked.connect(self.show_letter)
        form = button("Form…", "A list for a spreadsheet or PDF to fill in, with room for the answers")
        form.clicked.connect(self.ask_for_form)
        answers = button("Answers…", "Take in a form that came back")
        answers.clicked.connect(self.ask_for_answers)
        self.answers = AnswersView(workspace)
        self.proposals = ProposalsView(workspace, initials)
        self.letter = LetterView(workspace, initials)
        for part in (self.answers, self.proposals, self.letter):
            part.left.connect(self._show_questions)
        self.block.table.offer(
            [
                Action("Go to what it is about", self._go, "Ctrl+Return", enabled=self._has_place),
                Action("Calendar of the days", self.ask_for_calendar),
            ]
        )
        asked = QWidget()
        column = bare_column(asked, 6)
        column.addWidget(self.block, 1)
        column.addLayout(in_a_row(proposed, again, attach, form, answers, write))
        self._stack = QStackedWidget()
        workspace.opened.connect(self._show_list)
        self._stack.addWidget(asked)
        for part in (self.answers, self.proposals, self.letter):
            self._stack.addWidget(part)
        whole = QVBoxLayout(self)
        whole.setContentsMargins(0, 0, 0, 0)
        whole.addWidget(self._stack)

    @property
    def begins_at(self) -> QWidget:
        """The questions."""
        return self.block.table

    def refresh(self) -> None:
        """Show the questions as they are now."""
        self.model.refresh()
        shown = self._stack.currentWidget()
        for part in (self.answers, self.letter):
            if shown is part:
                part.refresh()

    def show_question(self, key: str, column: int = WORDS) -> None:
        """Put the cursor on a question, on its words as a rule."""
        self._show_questions()
        self.block.table.show_record(key, column)

    def _start(self) -> Mapping[str, JsonValue]:
        return {"asked": [datetime.date.today().isoformat()], "by": self._initials()}

    def _question(self, key: str) -> ClientQuestion:
        return self._workspace.file.questions[key]

    def _about(self, key: str) -> str:
        about = self._question(key).about
        place = self._place(about)
        if place is not None:
            return self._workspace.computation.line(place).title
        # The field into which an answer goes is named before one is typed.
        return label_of_question(self._workspace.pack, self._workspace.file, about)

    def _place(self, about: str) -> Place | None:
        """The line that a question is about, where it is about one that there is."""
        sheet, _, line = about.partition("/")
        place = Place(sheet, line)
        return place if self._workspace.computation.find_line(place) is not None else None

    def _asked(self, key: str) -> str:
        days = self._question(key).asked
        if not days:
            return ""
        first = self._day(days[0])
        return first if len(days) == 1 else f"{first}, {len(days)} times"

    def _day(self, day: datetime.date | None) -> str:
        """A day as it is read in the year in which returns are made, the one after the tax year."""
        workspace = self._workspace
        return workspace.pack.country.calendar(workspace.file.tax_year + 1).text(day)

    def _answered(self, key: str) -> str:
        return self._day(self._question(key).answered)

    def _document(self, key: str) -> str:
        return Path(self._question(key).document).name if self._question(key).document else ""

    def _selected(self) -> list[str]:
        rows = self.block.table.acted_on()
        return [key for key in map(self.model.id_at, rows) if key]

    def ask_again(self) -> None:
        """Note that the selected questions were asked once more."""
        for key in self._selected():
            self._workspace.try_to(ask_again(self._workspace.file, key, datetime.date.today()))

    def _go(self) -> None:
        for key in self._selected()[:1]:
            about = self._question(key).about
            place = self._place(about)
            if place is not None:
                self._workspace.go_to(place)
            elif about.startswith("/"):
                self._workspace.go_to(about)

    def _has_place(self) -> bool:
        return any(self._question(key).about for key in self._selected()[:1])

    def ask_for_document(self) -> None:
        """Ask which document came with the answer of the selected question, and note its path and hash."""
        keys = self._selected()[:1]
        chosen, _ = QFileDialog.getOpenFileName(self, "The document", "") if keys else ("", "")
        if chosen:
            self.attach(keys[0], Path(chosen))

    def attach(self, key: str, path: Path) -> None:
        """Note a document of a question, or say why that can't be."""
        try:
            digest = sha256_of(path)
        except OSError as error:
            self._workspace.said.emit(f"{path.name} can't be read: {error.strerror}.")
            return
        changed = {"document": str(path), "document_hash": digest}
        steps = tuple(
            Change(op="replace", path=f"/questions/{key}/{name}", value=value)
            for name, value in changed.items()
        )
        self._workspace.try_to(Edit(label="Document noted", changes=steps))

    def _show_list(self) -> None:
        self._stack.setCurrentIndex(0)

    def _show_questions(self) -> None:
        self._show_list()
        self.block.table.setFocus()

    def show_proposals(self) -> None:
        """Show what may be asked."""
        if not self.proposals.show_proposals():
            self._workspace.said.emit("Nothing is looked for that was not asked already.")
            return
        self._stack.setCurrentWidget(self.proposals)
        self.proposals.table.setFocus()

    def show_letter(self) -> None:
        """Show the letter, to be edited, sent and written."""
        self._stack.setCurrentWidget(self.letter)
        self.letter.show_letter()

    def ask_for_form(self) -> None:
        """Ask where to, and write the questions that wait as a form for the answers."""
        workspace = self._workspace
        name = f"{workspace.file.title} {workspace.file.tax_year} form"
        path = ask_where(workspace, self, "The form", name=name, ending=".csv", kinds=WRITTEN_FORMS)
        if path is not None:
            workspace.said.emit(written_out("questions", path, partial(form_as, path.suffix, workspace.file)))

    def ask_for_calendar(self) -> None:
        """Ask where to, and write the days by which something is due as a calendar file."""
        workspace = self._workspace
        name = f"{workspace.file.title} {workspace.file.tax_year}"
        path = ask_where(workspace, self, "The days", name=name, ending=".ics", kinds="Calendar (*.ics)")
        if path is not None:
            due = due_day(workspace.file)
            workspace.said.emit(written_out("days", path, partial(days_of_questions, workspace.file, due)))

    def ask_for_answers(self) -> None:
        """Ask which form came back, and show what would come of it."""
        chosen, _ = QFileDialog.getOpenFileName(self, "The form", "", FORMS)
        if chosen and self.answers.show_form(Path(chosen)):
            self._stack.setCurrentWidget(self.answers)
            self.answers.take.setFocus()
