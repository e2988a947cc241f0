"""A client's whole way by keyboard: asked, answered, looked over, on paper, filed, gone on into next year."""

from __future__ import annotations

import datetime
import io
from typing import Any
from unittest import mock

from pypdf import PdfReader
from PySide6.QtCore import Qt

from half_yard.demo import write_office
from half_yard.desktop.hand_over import filing_view
from half_yard.desktop.stages import Stage
from half_yard.records import change
from half_yard.review.asking import open_questions
from half_yard.standins.gateway import receive
from half_yard.standins.outbox import deliver
from half_yard.storage import read_file
from tests.desktop.window_case import Key, Modifier, WindowCase

ENTER, CTRL = Key.Key_Return, Modifier.ControlModifier
SAVING = "PySide6.QtWidgets.QFileDialog.getSaveFileName"
GIVEN_TO = "half_yard.office.sending.send.__defaults__"


class Season(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.path = self.folder / "Ravn, Torben 2025.halfyard"
        self.window.open_path(self.path)
        self.workspace = self.window.workspace
        self.page = self.window.look_over
        self.page.initials.setText("AB")
        self.settle()

    def step_to(self, stage: Stage) -> None:
        """Go on to a stage by the key that steps through them."""
        for _ in Stage:
            if self.window.stage is stage:
                break
            self.press(Key.Key_PageDown, CTRL)
        self.assertIs(self.window.stage, stage)
        self.settle()

    def test_from_the_first_question_to_next_years_file(self) -> None:
        pin = "/people/owner/choices/filing_pin"
        right = self.workspace.file.people["owner"].choices["filing_pin"]
        self.workspace.do(change("Mail", "/household/email", "torben@example.org"))
        self.workspace.do(change("PIN", pin, "00000"))
        self.ask_and_answer()
        self.judge_all()
        self.step_to(Stage.HAND_OVER)
        titles = self.written()
        self.assertEqual((titles[0], titles[-1]), ("Cover letter", "What to keep"))
        self.send()
        refused = next(iter(self.workspace.file.filings.values()))
        self.assertEqual([(each.rule, each.path) for each in refused.reasons], [("F-120", pin)])
        self.workspace.do(change("PIN", pin, right))
        self.send()
        states = [each.state for each in self.workspace.file.filings.values()]
        self.assertEqual(states, ["refused", "accepted"])
        # Next year's file stands ready, with what came last year to be looked for.
        self.window.hand_over.choose("next_year")
        self.window.hand_over.next_year.make.setFocus()
        self.press(Key.Key_Space)
        made = read_file(self.folder / "Ravn, Torben 2026.halfyard")
        self.assertEqual((made.tax_year, made.filings, made.messages), (2026, {}, {}))
        self.assertIn("Penobscot Boatyard", [each.payer for each in made.expected.values()])

    def ask_and_answer(self) -> None:
        """Something is asked where it stands, and sent; the list of clients opens the file to answer it."""
        self.find("Penobscot Boatyard")
        self.press(Key.Key_F8)
        key = next(iter(open_questions(self.workspace.file)))
        self.page.questions.show_letter()
        with mock.patch(GIVEN_TO, (lambda sent: deliver(sent, lambda: False),)):
            self.page.questions.letter.send.setFocus()
            self.press(Key.Key_Space)
        self.assertEqual(self.workspace.file.questions[key].asked, (datetime.date.today(),))
        self.assertTrue(next(iter(self.workspace.file.messages.values())).went)
        self.window.save()
        clients = self.window.clients
        self.step_to(Stage.CLIENTS)
        clients.list.listing.finish()
        self.assertEqual(clients.list.current, self.path)
        self.press(ENTER, CTRL)
        self.settle()
        self.press(Key.Key_F2)
        self.type("58240", ENTER)
        self.assertEqual(list(open_questions(self.workspace.file)), [])

    def judge_all(self) -> None:
        """Everything that may stay is judged by typing why; what is judged goes below what is open."""
        self.page.choose("found")
        table = self.page.found.table
        for _ in [each for each in self.page.found.rows if each.is_open]:
            table.setFocus()
            table.setCurrentCell(0, 0)
            self.press(Key.Key_F2)
            self.type("seen", ENTER)
        self.assertFalse([each for each in self.page.found.rows if each.is_open])

    def written(self) -> list[str]:
        """The titles of the parts of the packet, written as PDF."""
        target = self.folder / "packet.pdf"
        with mock.patch(SAVING, return_value=(str(target), "")):
            self.window.hand_over.paper.ask_to_write()
            self.wait_for(target.exists)
        document: Any = PdfReader(io.BytesIO(target.read_bytes()))
        return [str(mark["/Title"]) for mark in document.outline]

    def send(self) -> None:
        """The return goes to a gateway that is not down."""
        self.window.hand_over.choose("filing")
        with mock.patch.object(filing_view, "receive", lambda sent: receive(sent, lambda: False)):
            self.window.hand_over.filing.send.setFocus()
            self.press(Key.Key_Space)

    def test_what_the_return_rests_on_is_seen_and_gone_to(self) -> None:
        self.step_to(Stage.LOOK_OVER)
        self.page.choose("asked")
        view = self.page.asked
        answered = [each for each in view.rows if each.is_answered]
        view.only.click()
        self.assertFalse([each for each in view.rows if each.is_answered])
        self.assertTrue(answered and view.rows)
        row = next(n for n, each in enumerate(view.rows) if each.field.path.startswith("/people/owner"))
        view.table.setCurrentCell(row, 0)
        view.table.setFocus()
        self.press(ENTER)
        self.settle()
        self.assertTrue(self.window.clients.particulars.isVisible())
        self.assertIn("Farm", view._aside.text())
        self.assertEqual(view.table.item(0, 2).data(Qt.ItemDataRole.DisplayRole), view.rows[0].words)  # type: ignore[union-attr]
