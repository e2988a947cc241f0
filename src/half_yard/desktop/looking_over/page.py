"""The Look over page: what was found, this year beside the last, what is asked of the client."""

from __future__ import annotations

import datetime
from collections.abc import Sequence

from half_yard.countries.labels import label_of
from half_yard.desktop.looking_over.asked_view import AskedView
from half_yard.desktop.looking_over.changes_view import ChangesView
from half_yard.desktop.looking_over.found_view import FoundView
from half_yard.desktop.looking_over.initials import Initials
from half_yard.desktop.looking_over.questions_view import ANSWER, QuestionsView
from half_yard.desktop.looking_over.years_view import YearsView
from half_yard.desktop.parts import unwrapped
from half_yard.desktop.recent_files import RecentFiles
from half_yard.desktop.strip_page import StripPage
from half_yard.desktop.subjects import Subject, collection_and_id
from half_yard.desktop.workspace import Workspace
from half_yard.figures import Place
from half_yard.review.asking import ask_client, open_questions, proposed_words
from half_yard.review.judged import found

FOUND, YEARS, ASKED, QUESTIONS, CHANGES = "found", "years", "asked", "questions", "changes"


class LookOverPage(StripPage):
    """What is found, compared and asked."""

    def __init__(self, workspace: Workspace, recent: RecentFiles) -> None:
        self.initials = Initials(recent)
        self.found = FoundView(workspace, self.initials.text)
        self.years = YearsView(workspace)
        self.asked = AskedView(workspace)
        self.questions = QuestionsView(workspace, self.initials.text)
        self.changes = ChangesView(workspace)
        parts = {
            FOUND: self.found, YEARS: self.years, ASKED: self.asked, QUESTIONS: self.questions,
            CHANGES: self.changes,
        }  # fmt: skip
        super().__init__(workspace, "What is looked over", parts, (unwrapped("Initials"), self.initials))

    def names(self) -> Sequence[tuple[str, str, str]]:
        """The parts, each with how many are open."""
        file = self._workspace.file
        is_open = sum(each.is_open for each in found(file, self._workspace.computation.findings))
        names = ((FOUND, "Found", is_open), (YEARS, "Last year", 0), (ASKED, "Rests on", 0),
                 (QUESTIONS, "Questions", len(open_questions(file))), (CHANGES, "Today", 0))  # fmt: skip
        return [(key, f"{name}   {count} open" if count else name, name) for key, name, count in names]

    @property
    def about(self) -> str:
        """What a question that is asked here is about: what stands under the cursor."""
        return self.part.about

    def show_subject(self, path: str) -> None:
        """Show a question, a judgement or the years before."""
        collection, key = collection_and_id(path)
        self._chosen = {"questions": QUESTIONS, "history": YEARS}.get(collection, FOUND)
        self.refresh()
        if collection == "questions":
            self.questions.show_question(key)
        else:
            self.focus()

    def show_answers(self) -> None:
        """Show the questions, the cursor where the first that waits is answered."""
        self.choose(QUESTIONS)
        waiting = next(iter(open_questions(self._workspace.file)), "")
        self.questions.show_question(waiting, ANSWER)

    def ask_about(self, subject: Subject | None) -> None:
        """Ask the client about something, in proposed words, and go to them."""
        workspace = self._workspace
        about, title = "", ""
        if isinstance(subject, Place):
            about, title = str(subject), workspace.computation.line(subject).title
        elif subject is not None:
            about, title = subject, label_of(workspace.pack, workspace.file, subject)
        words = proposed_words(workspace.file, about, title) if about else "What else is there?"
        edit, path = ask_client(workspace.file, about, words, self.initials.text(), datetime.date.today())
        if workspace.try_to(edit):
            workspace.go_to(path)
