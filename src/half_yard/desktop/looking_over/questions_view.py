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
from half_yard.desktop.choice_box import ChoiceBox
from half_yard.desktop.looking_over.answers_view import AnswersView
from half_yard.desktop.parts import TableBlock, button, in_a_row
from half_yard.desktop.strip_page import StripPart
from half_yard.desktop.tables import Column, Kind, RecordModel, Source
from half_yard.desktop.workspace import Workspace
from half_yard.desktop.writing_out import ask_where, written_out
from half_yard.figures import Place
from half_yard.interop.answers_form import form_text
from half_yard.interop.letter import ENDINGS, LetterError, letter_as
from half_yard.office.wordings import names_of_wordings, office_words
from half_yard.records import Change, ClientQuestion, Edit
from half_yard.review.asking import ask_again
from half_yard.storage import sha256_of

WORDS, ANSWER = 1, 3
EMPTIED = "it goes to its field; emptied, the question is open again"
LETTERS = "Message (*.eml);;Page (*.html);;Text (*.txt)"
FORMS = "Lists (*.csv *.txt *.tsv *.xlsx)"


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
            Column("Answer, as it would be typed there", Kind.TEXT, "answer", hint=EMPTIED),
            Column("Answered", Kind.COMPUTED, shown=self._answered),
            Column("Document", Kind.COMPUTED, shown=self._document, goes_first=True),
        )
        self.model = QuestionsModel(workspace, source, columns, self)
        words = "F8 asks about whatever the thread shows, from anywhere"
        self.block = TableBlock("Asked of the client", self.model, words)
        again = button("Asked again today", "Note that the selected questions were asked once more")
        again.clicked.connect(self.ask_again)
        attach = button("Document…", "Note which document came with the answer")
        attach.clicked.connect(self.ask_for_document)
        write = button("Letter…", "A letter with what is asked and not answered yet")
        write.clicked.connect(self.ask_for_letter)
        self.wording = ChoiceBox()
        self.wording.setAccessibleName("Words of the letter")
        workspace.opened.connect(self._list_wordings)
        form = button("Form…", "A list for a spreadsheet, with room for the answers")
        form.clicked.connect(self.ask_for_form)
        answers = button("Answers…", "Take in a form that came back")
        answers.clicked.connect(self.ask_for_answers)
        self.answers = AnswersView(workspace)
        self.answers.left.connect(self._show_questions)
        self.block.table.offer(
            [Action("Go to what it is about", self._go, "Ctrl+Return", enabled=self._has_place)]
        )
        asked = QWidget()
        column = QVBoxLayout(asked)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        column.addWidget(self.block, 1)
        column.addLayout(in_a_row(again, attach, form, answers, write, self.wording))
        self._stack = QStackedWidget()
        self._stack.addWidget(asked)
        self._stack.addWidget(self.answers)
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
        if self._stack.currentWidget() is self.answers:
            self.answers.refresh()

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
        computation = self._workspace.computation
        there = bool(sheet) and computation.has_sheet(sheet) and computation.sheet(sheet).has(line)
        return Place(sheet, line) if there else None

    def _asked(self, key: str) -> str:
        days = self._question(key).asked
        if not days:
            return ""
        first = self._workspace.calendar.text(days[0])
        return first if len(days) == 1 else f"{first}, {len(days)} times"

    def _answered(self, key: str) -> str:
        return self._workspace.calendar.text(self._question(key).answered)

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

    def _show_questions(self) -> None:
        self._stack.setCurrentIndex(0)
        self.block.table.setFocus()

    def ask_for_form(self) -> None:
        """Ask where to, and write the questions that wait as a form for the answers."""
        workspace = self._workspace
        name = f"{workspace.file.title} {workspace.file.tax_year} form"
        path = ask_where(workspace, self, "The form", name=name, ending=".csv", kinds="List (*.csv)")
        if path is not None:
            made = form_text(workspace.file).encode("utf-8-sig")
            workspace.said.emit(written_out("questions", path, partial(bytes, made)))

    def ask_for_answers(self) -> None:
        """Ask which form came back, and show what would come of it."""
        chosen, _ = QFileDialog.getOpenFileName(self, "The form", "", FORMS)
        if chosen and self.answers.show_form(Path(chosen)):
            self._stack.setCurrentWidget(self.answers)
            self.answers.take.setFocus()

    def _list_wordings(self) -> None:
        self.wording.clear()
        for name in names_of_wordings(self._workspace.path):
            self.wording.addItem(Path(name).stem, name)

    def ask_for_letter(self) -> None:
        """Ask where to, and write the letter; the office's words are taken from its template, if it has
        one."""
        workspace = self._workspace
        name = f"{workspace.file.title} {workspace.file.tax_year} questions"
        path = ask_where(workspace, self, "The letter", name=name, ending=".eml", kinds=LETTERS)
        if path is None:
            return
        if path.suffix not in ENDINGS:
            path = path.with_name(f"{path.name}.eml")
        try:
            wording = office_words(workspace.path, self.wording.currentData())
            made = letter_as(path.suffix, workspace.file, wording)
        except LetterError as error:
            workspace.said.emit(f"The letter is not written. {error}")
            return
        workspace.said.emit(written_out("questions", path, partial(bytes, made)))
