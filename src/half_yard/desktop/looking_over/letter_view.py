"""The letter to the client: its words as they are edited, beside how it reads; and what was sent."""

from __future__ import annotations

import datetime
from collections.abc import Callable
from functools import partial

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QHBoxLayout, QPlainTextEdit, QTextBrowser, QWidget

from half_yard.asked import Field
from half_yard.desktop import theme
from half_yard.desktop.choice_box import ChoiceBox
from half_yard.desktop.fields import FieldForm
from half_yard.desktop.parts import bare_column, button, in_a_row, plain_table, show_cells, soft, unwrapped
from half_yard.desktop.plain_words import PlainLabel
from half_yard.desktop.typed_line import named_line
from half_yard.desktop.workspace import Workspace
from half_yard.desktop.writing_out import ask_where, written_out
from half_yard.interop.letter import ENDINGS, LetterError, Wording, letter_as, letter_page
from half_yard.office.sending import address_problem, send
from half_yard.office.wordings import ENDING, keep_words, names_of_wordings, office_words
from half_yard.standins import ServiceError
from half_yard.standins.outbox import NAME

LETTERS = "Message (*.eml);;Page (*.html);;PDF (*.pdf);;Text (*.txt)"
COLUMNS = ("When", "To", "By", "What became of it")
SENT_HEIGHT = 112


class LetterView(QWidget):
    """Signals `left` when it is done."""

    left = Signal()

    def __init__(self, workspace: Workspace, initials: Callable[[], str]) -> None:
        super().__init__()
        self._workspace, self._initials = workspace, initials
        self.wording = ChoiceBox()
        self.wording.setAccessibleName("Words of the letter")
        self.wording.activated.connect(lambda _index: self._show_words())
        self.name = named_line("Kept as", "Letter (Spanish)", 190)
        self.name.returnPressed.connect(self.keep_words)
        self.to = FieldForm(workspace)
        self.words = QPlainTextEdit()
        self.words.setAccessibleName("Words of the letter, to be edited")
        self.words.setTabChangesFocus(True)
        self.words.textChanged.connect(self._show_preview)
        self.preview = QTextBrowser()
        self.preview.setAccessibleName("The letter as it reads")
        for each in (self.words, self.preview):
            kind = type(each).__name__
            each.setStyleSheet(
                f"{kind} {{ background: {theme.BLEACHED.name()}; padding: 10px; "
                f"border: 1px solid {theme.RULE.name()}; }} "
                f"{kind}:focus {{ padding: 9px; border: 2px solid {theme.INDIGO.name()}; }}"
            )
        self._problem = PlainLabel()
        self._problem.setProperty("role", "error")
        self._problem.setWordWrap(True)
        self._goes = soft("")
        self.sent = plain_table("Letters that were sent", COLUMNS, grows=(3,))
        self.sent.setFixedHeight(SENT_HEIGHT)
        self._lay_out()

    def _lay_out(self) -> None:
        keep = button("Keep these words", "For every client of this folder")
        keep.clicked.connect(self.keep_words)
        self.send = button("Send it", f"Through the {NAME}")
        self.send.clicked.connect(self.send_it)
        self.write = button("Write…", "As a message, a page, PDF or text")
        self.write.clicked.connect(self.ask_where_to)
        leave = button("To the list")
        leave.clicked.connect(self.left)
        body = QHBoxLayout()
        body.setSpacing(14)
        body.addWidget(self.words, 1)
        body.addWidget(self.preview, 1)
        column = bare_column(self, 6)
        column.addLayout(in_a_row(unwrapped("Words"), self.wording, unwrapped("kept as"), self.name, keep))
        column.addLayout(body, 1)
        column.addWidget(self._problem)
        column.addWidget(self.to)
        column.addWidget(self._goes)
        column.addLayout(in_a_row(self.send, self.write, leave))
        column.addWidget(self.sent)

    def show_letter(self) -> None:
        """Show the letter in the words that were used last."""
        name = self.wording.currentData()
        self._list_wordings(name)
        self._show_words()
        self.refresh()
        self.words.setFocus()

    def _list_wordings(self, name: str | None) -> None:
        self.wording.clear()
        for each in names_of_wordings(self._workspace.path):
            self.wording.addItem(each.removesuffix(ENDING), each)
        self.wording.setCurrentIndex(max(self.wording.findData(name), 0))

    def _show_words(self) -> None:
        name = self.wording.currentData()
        self.name.setText(name.removesuffix(ENDING))
        try:
            self.words.setPlainText(office_words(self._workspace.path, name).text)
        except LetterError as error:
            self.words.setPlainText("")
            self._say(str(error))

    @property
    def _wording(self) -> Wording:
        return Wording(self.name.text() or "The letter", self.words.toPlainText())

    def refresh(self) -> None:
        """Show how the letter reads now, to whom it goes, and what was sent."""
        self.to.show_fields([Field("/household/email", "Goes to", problem=address_problem, hint="e-mail")])
        self._show_preview()
        calendar = self._workspace.calendar
        messages = sorted(self._workspace.file.messages.items(), reverse=True)
        rows = [
            (calendar.text(each.on), each.to, each.by,
             f"went as {each.number}" if each.went else f"did not go: {each.reason}")
            for _, each in messages
        ]  # fmt: skip
        show_cells(self.sent, rows)
        self.sent.setVisible(bool(rows))

    def _show_preview(self) -> None:
        try:
            self.preview.setHtml(letter_page(self._workspace.file, self._wording))
            self._say("")
        except LetterError as error:
            self._say(str(error))
        to = self._workspace.file.household.email
        self._goes.setText(
            f"What stands at the right goes to {to or 'nobody yet'} by the {NAME}; numbers of persons are "
            "masked. A copy stays in this file."
        )
        self.send.setEnabled(bool(to) and not self._problem.text())
        self.write.setEnabled(not self._problem.text())

    def _say(self, problem: str) -> None:
        self._problem.setText(problem)
        self._problem.setVisible(bool(problem))

    def keep_words(self) -> None:
        """Keep the words under their name, or say why that can't be."""
        workspace = self._workspace
        if workspace.path is None:
            return
        try:
            kept = keep_words(workspace.path, workspace.file, self.name.text(), self.words.toPlainText())
        except LetterError as error:
            self._say(str(error))
            return
        except OSError as error:
            self._say(f"The words can't be kept: {error.strerror}.")
            return
        self._list_wordings(kept.name)
        workspace.said.emit(f"{kept.name} is kept, for every client of this folder.")

    def send_it(self) -> None:
        """Give the letter to the outbox, and keep what was sent; or say why it did not go."""
        workspace = self._workspace
        try:
            edit, message = send(workspace.file, self._wording, self._initials(), datetime.date.today())
        except (LetterError, ServiceError) as error:
            workspace.said.emit(str(error))
            return
        if workspace.try_to(edit):
            became = f"went as {message.number}" if message.went else f"did not go. {message.reason}"
            workspace.said.emit(f"The letter {became}")
            self.refresh()

    def ask_where_to(self) -> None:
        """Ask where to, and write the letter there."""
        workspace = self._workspace
        name = f"{workspace.file.title} {workspace.file.tax_year} questions"
        path = ask_where(workspace, self, "The letter", name=name, ending=".eml", kinds=LETTERS)
        if path is None:
            return
        if path.suffix not in ENDINGS:
            path = path.with_name(f"{path.name}.eml")
        try:
            made = letter_as(path.suffix, workspace.file, self._wording)
        except LetterError as error:
            workspace.said.emit(f"The letter is not written. {error}")
            return
        workspace.said.emit(written_out("questions", path, partial(bytes, made)))
