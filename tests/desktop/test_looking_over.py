"""The Look over page by keyboard: judging, asking from anywhere, answering, checking, last year."""

from __future__ import annotations

import datetime
from pathlib import Path
from unittest import mock

from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from half_yard.demo import write_office
from half_yard.desktop.at_rest import REST
from half_yard.desktop.looking_over.letter_view import LetterView
from half_yard.desktop.stages import Stage, open_counts
from half_yard.desktop.tables import RecordTable
from half_yard.desktop.tables.record_model import ASKED_ROLE
from half_yard.figures import Place
from half_yard.interop.letter import USUAL_LETTER
from half_yard.records import Change, Edit, remove
from half_yard.review.asking import answer, ask_client
from tests.desktop.window_case import Key, Modifier, WindowCase

ENTER = Key.Key_Return
DIALOG = "PySide6.QtWidgets.QFileDialog"


class LookingOver(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / "Mbeki, Lwazi and Carina 2025.halfyard")
        self.workspace = self.window.workspace
        file = self.workspace.file
        paths = [f"/{name}/{key}" for name in ("questions", "judgements") for key in getattr(file, name)]
        self.workspace.do(remove("Begin with none", *paths))
        self.page = self.window.look_over
        self.page.initials.setText("AB")
        self.window.show_stage(Stage.LOOK_OVER)
        self.settle()

    def test_a_warning_is_judged_by_typing_why_it_may_stay(self) -> None:
        table = self.page.found.table
        row = next(n for n, each in enumerate(self.page.found.rows) if "Schedule B" in each.finding.message)
        table.setCurrentCell(row, 0)
        before = self.page.found.rows[row]
        self.press(Key.Key_F2)
        self.type("attached by hand", ENTER)
        judgement = self.workspace.file.judgements["l00001"]
        self.assertEqual((judgement.because, judgement.by), ("attached by hand", "AB"))
        self.assertEqual(self.page.found.rows[-1].finding, before.finding, "what was seen stands last")
        self.window.show_stage(Stage.RETURN)
        shown = [
            self.window.returns.findings.item(n).text() for n in range(self.window.returns.findings.count())
        ]
        self.assertFalse([words for words in shown if "Schedule B" in words])
        self.press(Key.Key_Z, Modifier.ControlModifier)
        self.assertEqual(self.workspace.file.judgements, {})

    def test_a_question_from_anywhere_is_answered_into_its_field(self) -> None:
        self.workspace.go_to("/items/j00001")
        self.settle()
        self.press(Key.Key_F8)
        self.settle()
        self.assertEqual(self.window.stage, Stage.LOOK_OVER)
        table = self.page.questions.block.table
        about = str(table.model().index(0, 0).data())
        self.assertRegex(about, "^Item: .*, amount$", "an answer is seen to go there")
        self.press(Key.Key_F2)
        self.type("Is box 1 of the K-1 right?", ENTER)
        self.assertEqual(self.workspace.file.questions["v00001"].words, "Is box 1 of the K-1 right?")
        table.setCurrentIndex(table.model().index(0, 3))
        self.press(Key.Key_F2)
        self.type("about two thousand", ENTER)
        self.assertTrue(self.workspace.file.questions["v00001"].is_open)
        self.assertIn("not part of an amount", self.page.questions.block.refusal.text())
        self.press(Key.Key_Escape)
        self.settle()
        table.setCurrentIndex(table.model().index(0, 3))
        self.press(Key.Key_F2)
        self.type("2,950", ENTER)
        self.assertEqual(self.workspace.file.items["j00001"].amount, 2950)
        self.assertFalse(self.workspace.file.questions["v00001"].is_open)
        self.assertEqual(open_counts(self.workspace.computation)[Stage.LOOK_OVER], 0)
        QTest.qWait(3 * REST)  # the tape is counted anew when typing rests
        self.assertEqual(
            self.window.tape.buttons[Stage.LOOK_OVER].accessibleName(), "Look over, nothing open"
        )

    def test_a_question_about_a_line_leads_back_to_it(self) -> None:
        self.workspace.go_to(Place("form_1040", "wages"))
        self.settle()
        self.press(Key.Key_F8)
        self.settle()
        self.press(ENTER, Modifier.ControlModifier)
        self.settle()
        self.assertEqual(
            (self.window.stage, self.workspace.subject), (Stage.RETURN, Place("form_1040", "wages"))
        )

    def test_what_is_asked_about_is_marked_where_it_stands(self) -> None:
        self.workspace.go_to("/items/j00001")
        self.settle()
        table = QApplication.focusWidget()
        assert isinstance(table, RecordTable)
        first = table.model().index(table.currentIndex().row(), 0)
        changed: list[int] = []
        table.model().dataChanged.connect(lambda index, _: changed.append(index.row()))
        for about in ("/items/j00001/amount", "form_1040/wages"):
            edit, _ = ask_client(self.workspace.file, about, "Is it right?", "AB", datetime.date.today())
            self.workspace.do(edit)
        self.settle()
        self.assertEqual(changed, [first.row()], "only its own row is drawn again")
        said = "asked of the client: Is it right?"
        self.assertTrue(str(first.data(Qt.ItemDataRole.AccessibleTextRole)).endswith(said))
        self.assertEqual((first.data(ASKED_ROLE), first.siblingAtColumn(1).data(ASKED_ROLE)), (said, ""))
        self.workspace.do(
            answer(self.workspace.file, "v00001", "12", datetime.date.today(), self.workspace.calendar)
        )
        self.assertEqual(first.data(ASKED_ROLE), "")
        self.workspace.go_to(Place("form_1040", "wages"))
        self.settle()
        asked = [row.words for row in self.window.returns.lines.rows_model.rows if row.asked]
        self.assertEqual(len(asked), 1)
        self.assertRegex(asked[0], r"\? asked$")

    def test_a_line_and_its_sheet_are_checked(self) -> None:
        self.workspace.go_to(Place("form_1040", "wages"))
        self.settle()
        self.press(Key.Key_F9)
        lines = self.window.returns.lines
        self.assertIn("✓ AB", str(lines.rows_model.data(lines.currentIndex().siblingAtColumn(1))))
        self.press(Key.Key_F9, Modifier.ShiftModifier)
        self.assertEqual(
            [mark.of for mark in self.workspace.file.checked.values()], ["form_1040/wages", "form_1040"]
        )
        self.press(Key.Key_F9)
        self.assertEqual([mark.of for mark in self.workspace.file.checked.values()], ["form_1040"])

    def test_without_initials_nothing_is_checked(self) -> None:
        self.page.initials.setText("")
        self.workspace.go_to(Place("form_1040", "wages"))
        self.window.check(whole=False)
        self.assertEqual(self.workspace.file.checked, {})

    def test_last_years_return_is_taken_from_its_file(self) -> None:
        self.page.choose("years")
        self.assertEqual(self.page.years.rows, [])
        last = self.folder / "Mbeki, Lwazi and Carina 2025.halfyard"
        with mock.patch(f"{DIALOG}.getOpenFileName", return_value=(str(last), "")):
            self.page.years.ask_for_file()
        self.assertEqual(self.workspace.file.history, {}, "that is this year's")

    def letter(self) -> LetterView:
        """The letter, shown."""
        self.page.questions.show_letter()
        return self.page.questions.letter

    def test_the_letter_is_in_the_offices_words(self) -> None:
        self.page.ask_about("/items/j00001")
        (self.folder / USUAL_LETTER.name).write_text("Dear {client}, {questions}", encoding="utf-8")
        target = self.folder / "letter.txt"
        with mock.patch(f"{DIALOG}.getSaveFileName", return_value=(str(target), "")):
            self.letter().ask_where_to()
        self.assertTrue(
            target.read_text(encoding="utf-8").startswith("Dear Lwazi Mbeki and Carina Mbeki, 1. ")
        )
        (self.folder / USUAL_LETTER.name).write_text("Dear {nobody}", encoding="utf-8")
        with mock.patch(f"{DIALOG}.getSaveFileName", return_value=(str(self.folder / "b.txt"), "")):
            self.letter().ask_where_to()
        self.assertFalse((self.folder / "b.txt").exists())

    def test_a_letter_is_chosen_by_its_words(self) -> None:
        self.page.ask_about("/items/j00001")
        (self.folder / "Letter in French.txt").write_text("Cher {client}", encoding="utf-8")
        self.window.open_path(self.folder / "Oduya, Femi 2025.halfyard")
        view = self.letter()
        wording = view.wording
        names = [wording.itemText(number) for number in range(wording.count())]
        self.assertEqual(names, ["Letter to the client", "Reminder to the client", "Letter in French"])
        for number, begins in ((1, "Dear Femi Oduya,\n\nyour return of 2025 still"), (2, "Cher Femi Oduya")):
            wording.setCurrentIndex(number)
            wording.activated.emit(number)
            target = self.folder / f"made {number}.txt"
            with mock.patch(f"{DIALOG}.getSaveFileName", return_value=(str(target), "")):
                view.ask_where_to()
            self.assertTrue(target.read_text(encoding="utf-8").startswith(begins))

    def test_a_document_is_noted_with_its_hash(self) -> None:
        self.page.ask_about("/items/j00001")
        document = Path(self.folder / "k1.pdf")
        document.write_bytes(b"a form")
        self.page.questions.attach("v00001", document)
        noted = self.workspace.file.questions["v00001"]
        self.assertEqual((noted.document, len(noted.document_hash)), (str(document), 64))

    def test_a_form_comes_back_and_its_answers_are_seen_before_they_are_taken(self) -> None:
        self.workspace.go_to("/items/j00001")
        self.settle()
        self.press(Key.Key_F8)
        view = self.page.questions
        form = self.folder / "form.csv"
        with mock.patch(f"{DIALOG}.getSaveFileName", return_value=(str(form), "")):
            view.ask_for_form()
        form.write_text(form.read_text(encoding="utf-8-sig").rstrip("\r\n") + "2950\n", encoding="utf-8")
        with mock.patch(f"{DIALOG}.getOpenFileName", return_value=(str(form), "")):
            view.ask_for_answers()
        self.settle()
        self.assertEqual([each.problem for each in view.answers.rows], [""])
        self.assertRegex(str(view.answers.table.model().index(0, 2).data()), "^goes to Item: .*, amount$")
        self.assertNotEqual(self.workspace.file.items["j00001"].amount, 2950, "it is only shown")
        self.assertTrue(view.answers.take.hasFocus())
        self.press(Key.Key_Space)
        self.assertEqual(self.workspace.file.items["j00001"].amount, 2950)
        self.assertTrue(view.block.isVisible(), "the questions are back")

    def test_a_form_is_left_where_another_client_is_opened(self) -> None:
        self.workspace.go_to("/items/j00001")
        self.settle()
        self.press(Key.Key_F8)
        view = self.page.questions
        form = self.folder / "form.csv"
        form.write_text("Number,Answer\nv00001,2950\n", encoding="utf-8")
        with mock.patch(f"{DIALOG}.getOpenFileName", return_value=(str(form), "")):
            view.ask_for_answers()
        self.window.open_path(next(self.folder.glob("O*2025.halfyard")))
        self.window.show_stage(Stage.LOOK_OVER)
        self.page.choose("questions")
        self.settle()
        self.assertTrue(view.block.isVisible())

    def test_what_was_changed_today_stands_field_by_field(self) -> None:
        before = self.workspace.file.items["j00001"].amount
        step = Change(op="replace", path="/items/j00001/amount", value="2950")
        self.workspace.do(Edit(label="As answered", changes=(step,)))
        self.page.choose("changes")
        self.settle()
        table = self.page.changes.table
        index = table.model().index
        rows = [[index(row, column).data() for column in range(3)] for row in range(table.rowCount())]
        self.assertIn([str(before), "2950.00"], [row[1:] for row in rows])
        table.setCurrentCell([row[2] for row in rows].index("2950.00"), 0)
        table.setFocus()
        self.press(Key.Key_Return)
        self.assertNotEqual(self.window.stage, Stage.LOOK_OVER)
