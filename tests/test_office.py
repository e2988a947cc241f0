"""The office: how clients stand, who does what, next year for many, letters sent, questions proposed."""

from __future__ import annotations

import contextlib
import datetime
import io
import json
import tempfile
import unittest
from decimal import Decimal
from email import message_from_bytes, policy
from pathlib import Path
from typing import Any

from icalendar import Calendar
from pypdf import PdfReader, PdfWriter

from half_yard.cli.main import main
from half_yard.countries import compute, pack_for
from half_yard.countries.answering import answered
from half_yard.countries.next_year import next_year
from half_yard.countries.proposing import proposals
from half_yard.demo import client_files, write_office
from half_yard.interop.answers_form import UnreadableFormError, cells_of_form, form_as, returned, taken
from half_yard.interop.cover_letter import USUAL_COVER, cover_text
from half_yard.interop.deadlines import days_of_questions
from half_yard.interop.letter import LetterError, Wording, letter_as, letter_text
from half_yard.interop.paper import signs_lacking
from half_yard.office.assigning import assign, due_day
from half_yard.office.going_on import Ahead, carry_out, look_ahead
from half_yard.office.sending import address_problem, send
from half_yard.office.standing import Standing, standing
from half_yard.office.wordings import keep_words, names_of_wordings, office_words
from half_yard.records import ClientFile, Edit, InterestStatement, apply, change
from half_yard.records.identifiers import numbered
from half_yard.review.asking import ask_client
from half_yard.review.expected import still_to_come
from half_yard.review.messages import keep
from half_yard.standins import ServiceError
from half_yard.standins.outbox import Receipt, deliver
from half_yard.storage import Keys, read_file
from half_yard.texts import to_the_end
from tests.files import business, client, entries, sole_proprietor, wages

DAY = datetime.date(2026, 2, 3)


def delivered(sent: bytes) -> Receipt:
    """What becomes of a message while the outbox is not down."""
    return deliver(sent, lambda: False)


def after(file: ClientFile, *edits: Edit) -> ClientFile:
    """The file after edits."""
    for edit in edits:
        file, _ = apply(file, edit)
    return file


def asked(file: ClientFile, about: str, words: str = "How much?", wanted: str = "") -> ClientFile:
    """The file with a question."""
    day = datetime.date.fromisoformat(wanted) if wanted else None
    return after(file, ask_client(file, about, words, "AB", DAY, day)[0])


class HowAClientStands(unittest.TestCase):
    def stands(self, file: ClientFile, day: str = "2026-03-01") -> Standing:
        return standing(compute(file), datetime.date.fromisoformat(day))

    def test_who_is_waited_for_and_by_when(self) -> None:
        file = client(2025, wages=wages("60000"))
        self.assertEqual((self.stands(file).waits_for, self.stands(file).owes), ("the office", ""))
        file = after(file, assign(file, prepares="AB", asks="JO"))
        self.assertEqual(self.stands(file).waits_for, "AB")
        file = asked(file, "/wages/w00001", wanted="2026-02-20")
        found = self.stands(file)
        self.assertEqual((found.waits_for, found.owes), ("the client (JO)", "1 asked Feb 3, by Feb 20, past"))

    def test_the_day_is_the_laws_or_the_one_that_is_typed(self) -> None:
        file = client(2025, wages=wages("60000"))
        self.assertEqual(self.stands(file).due_words, "Apr 15")
        late = self.stands(file, "2026-04-16")
        self.assertEqual((late.due_words, late.late), ("Apr 15, past", True))
        file = after(file, assign(file, due=datetime.date(2026, 10, 15)))
        self.assertEqual((self.stands(file, "2026-04-16").due_words, due_day(file)),
                         ("Oct 15", datetime.date(2026, 10, 15)))  # fmt: skip
        # June 15 of who carries on a business: Income Tax Act, 150(1)(d)(ii), recalled.
        canada = client_files()["Adeyemi, Margaux and Piers 2025.halfyard"]
        self.assertEqual(due_day(canada), datetime.date(2026, 6, 15))
        self.assertEqual(due_day(canada.model_copy(update={"activities": {}})), datetime.date(2026, 4, 30))

    def test_what_is_filed_waits_for_nobody_until_it_changes(self) -> None:
        file = client_files()["Quill, Bettina 2025.halfyard"]
        found = self.stands(file, "2027-01-01")
        self.assertEqual((found.state, found.waits_for, found.late), ("Filed", "", False))
        more = after(file, change("More", "/wages/w00001/wages", "20000.00"))
        self.assertEqual(self.stands(more).state, "Changed since filed")
        self.assertEqual(
            self.stands(client_files()["Castellan, Rosa and Anders Bly 2025.halfyard"]).state, "Refused"
        )

    def test_initials_are_short(self) -> None:
        with self.assertRaisesRegex(ValueError, "too long for initials"):
            assign(client(2025), prepares="everybody")


class Expected(unittest.TestCase):
    def setUp(self) -> None:
        paid = InterestStatement(person="owner", payer="Casco Savings", interest=Decimal("812.40"))
        first = client(2024, wages=wages("50000"), interest={"i00001": paid})
        named = change("Name", "/wages/w00001/employer", "Harbor Mill, Inc.")
        self.file = next_year(compute(after(first, named)), pack_for("us"))

    def test_last_years_payers_are_looked_for_without_their_amounts(self) -> None:
        self.assertEqual([each.payer for each in still_to_come(self.file).values()],
                         ["Harbor Mill, Inc.", "Casco Savings"])  # fmt: skip
        self.assertNotIn("812.40", self.file.model_copy(update={"history": {}}).model_dump_json())
        said = [each.message for each in compute(self.file).findings]
        self.assertIn("Wages from Harbor Mill, Inc. is expected and not here.", said)

    def test_a_form_of_the_same_payer_is_it(self) -> None:
        there = wages("51000")["w00001"].model_copy(update={"employer": "HARBOR MILL"})
        file = self.file.model_copy(update={"wages": {"w00001": there}})
        self.assertEqual([each.payer for each in still_to_come(file).values()], ["Casco Savings"])

    def test_an_answer_makes_the_form_or_expects_it_no_more(self) -> None:
        pack = pack_for("us")
        file = asked(asked(self.file, "/expected/o00001"), "/expected/o00002")
        file = after(file, answered(pack, file, "v00001", "52,300", DAY))
        made = file.wages["w00001"]
        self.assertEqual((made.employer, made.wages, made.person),
                         ("Harbor Mill, Inc.", Decimal(52300), "owner"))  # fmt: skip
        file = after(file, answered(pack, file, "v00002", "none", DAY))
        self.assertEqual((file.expected, file.interest), ({}, {}))
        with self.assertRaisesRegex(ValueError, "not part of an amount"):
            answered(pack, asked(self.file, "/expected/o00001"), "v00001", "soon", DAY)


class Proposed(unittest.TestCase):
    def test_what_is_empty_or_did_not_come_is_proposed_once(self) -> None:
        file = client_files()["Oduya, Femi 2025.halfyard"]
        found = {each.about: each for each in proposals(compute(file), pack_for("us"))}
        self.assertEqual(found["/people/owner/birth_date"].words, "Femi Oduya, birth date: please tell us.")
        self.assertIn("/people/owner/identity_number", found)
        file = asked(file, "/people/owner/birth_date")
        left = [each.about for each in proposals(compute(file), pack_for("us"))]
        self.assertNotIn("/people/owner/birth_date", left)

    def test_who_paid_much_and_sent_no_form(self) -> None:
        # 600 dollars until 2025: 26 U.S.C. 6041A as it was, recalled.
        for amount, proposed in (("600", True), ("599.99", False)):
            rows = [
                each.model_copy(update={"payee": "Tern Press"})
                for each in entries("a00001", gross_receipts=amount)
            ]
            file = client(2025, activities={"a00001": business()}, entries=numbered("entries", rows))
            words = [each.words for each in proposals(compute(file), pack_for("us"))]
            self.assertEqual(any("Tern Press paid" in each for each in words), proposed, amount)

    def test_an_answer_about_an_entry_is_its_note(self) -> None:
        file = asked(sole_proprietor("100", 2025), "/entries/e00001")
        file = after(file, answered(pack_for("us"), file, "v00001", "a week's lessons", DAY))
        self.assertEqual(file.entries["e00001"].note, "a week's lessons")


class Letters(unittest.TestCase):
    def setUp(self) -> None:
        file = client(2025, wages=wages("60000"))
        file = after(file, change("Number", "/people/owner/identity_number", "000-12-3456"),
                     change("Mail", "/household/email", "olive@reed.example"))  # fmt: skip
        self.file = asked(file, "/wages/w00001", "Is 000-12-3456 yours? Is 李 the name?", "2026-02-20")

    def test_numbers_are_masked_and_days_are_named(self) -> None:
        text = letter_text(self.file)
        self.assertNotIn("000-12-3456", text)
        self.assertIn("•••-••-3456 yours? Is 李 the name? (by Feb 20)", text)

    def test_as_pdf_its_text_can_be_read(self) -> None:
        document = PdfReader(io.BytesIO(letter_as(".pdf", self.file)))
        self.assertIn("Dear Olive Reed", document.pages[0].extract_text())
        self.assertEqual(signs_lacking("Is 李 the name?"), "李")

    def test_what_goes_out_is_kept_and_counts_as_asked(self) -> None:
        day = datetime.date(2026, 2, 10)
        edit, message = send(self.file, Wording("a", "{questions}"), "AB", day, delivered)
        self.assertRegex(message.number, "^HO-[0-9A-F]{10}$")
        file = after(self.file, edit)
        self.assertEqual(file.questions["v00001"].asked, (DAY, day))
        self.assertEqual(
            (file.messages["r00001"].to, file.messages["r00001"].by), ("olive@reed.example", "AB")
        )
        self.assertEqual(
            after(file, keep(file, message, day)).questions, file.questions, "one day counts once"
        )

    def test_what_does_not_go_out_says_why_and_counts_for_nothing(self) -> None:
        for address, why in (
            ("", "no address"),
            ("olive", "is no address"),
            ("o@nowhere.invalid", "Nobody is known"),
        ):
            file = after(self.file, change("Mail", "/household/email", address))
            edit, message = send(file, Wording("a", "b"), "AB", DAY, delivered)
            self.assertIn(why, message.reason)
            self.assertFalse(message.went)
            self.assertEqual(after(file, edit).questions, file.questions)
        with self.assertRaisesRegex(ServiceError, "is down"):
            send(self.file, Wording("a", "b"), "AB", DAY, lambda sent: deliver(sent, lambda: True))

    def test_the_message_has_both_forms(self) -> None:
        sent: list[bytes] = []

        def taken_in(message: bytes) -> Receipt:
            sent.append(message)
            return Receipt("HO-1")

        send(self.file, Wording("a", "Hello {client}"), "AB", DAY, taken_in)
        message: Any = message_from_bytes(sent[0], policy=policy.default)
        self.assertEqual(
            [part.get_content_type() for part in message.iter_parts()], ["text/plain", "text/html"]
        )
        self.assertEqual(message["To"], "olive@reed.example")

    def test_addresses(self) -> None:
        self.assertEqual([address_problem(each) for each in ("", "a@b.org")], ["", ""])
        for wrong in ("a", "a@", "a@b", "a b@c.org"):
            self.assertTrue(address_problem(wrong), wrong)

    def test_words_are_kept_for_the_folder(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "Reed 2025.halfyard"
            for name, text, why in (("Note", "a", "begin the name"), ("Letter", "{nobody}", "no field")):
                with self.assertRaisesRegex(LetterError, why):
                    keep_words(path, self.file, name, text)
            kept = keep_words(path, self.file, "Letter (Spanish)", "Estimada {client}")
            self.assertEqual(names_of_wordings(path)[-1], "Letter (Spanish).txt")
            self.assertEqual(office_words(path, kept.name).text, "Estimada {client}")

    def test_the_cover_letter_says_what_the_year_came_to(self) -> None:
        text = cover_text(compute(client_files()["Mbeki, Lwazi and Carina 2025.halfyard"]), USUAL_COVER, DAY)
        self.assertIn("Mbeki Violins made a profit of 184,177.\n", text)
        self.assertIn("Vesper Street had a loss of 24,872, of which 2,577 counts this year.", text)
        self.assertIn("Form 1040: 18,902 to pay.", text)
        self.assertIn("filed by Feb 3, 2026", text)


class FormsAndDays(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory(prefix="half yard ")
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        self.file = asked(client(2025, wages=wages("60000")), "/wages/w00001", "Box 1?", "2026-02-20")

    def test_pdf_is_filled_in_and_comes_back(self) -> None:
        empty, filled = self.folder / "form.pdf", self.folder / "filled.pdf"
        empty.write_bytes(form_as(".pdf", self.file))
        writer = PdfWriter(clone_from=empty)
        writer.update_page_form_field_values(writer.pages[0], {"answer.v00001": "61500"})
        writer.write(filled)
        rows = returned(pack_for("us"), self.file, cells_of_form(filled), DAY)
        self.assertEqual([(row.key, row.answer, row.problem) for row in rows], [("v00001", "61500", "")])
        self.assertEqual(after(self.file, taken(rows)).wages["w00001"].wages, 61500)
        self.assertEqual(returned(pack_for("us"), self.file, cells_of_form(empty), DAY), [])

    def test_what_is_no_form_is_refused(self) -> None:
        for name, data, why in (
            ("a.pdf", b"%PDF-1.4 nothing", "damaged"),
            ("b.pdf", letter_as(".pdf", self.file), "no fields"),
        ):
            path = self.folder / name
            path.write_bytes(data)
            with self.assertRaisesRegex(UnreadableFormError, why):
                cells_of_form(path)

    def test_the_days_are_a_calendar(self) -> None:
        made: Any = Calendar.from_ical(days_of_questions(self.file, datetime.date(2026, 4, 15)))
        days = [(str(each["summary"]).partition(":")[0], each["dtstart"].dt) for each in made.walk("VEVENT")]
        self.assertEqual(
            days, [("Box 1?", datetime.date(2026, 2, 20)), ("Return of 2025", datetime.date(2026, 4, 15))]
        )


class ManyClients(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory(prefix="half yard ")
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)
        write_office(self.folder)

    def ahead(self) -> dict[str, Ahead]:
        every = to_the_end(look_ahead(sorted(self.folder.glob("*2025.halfyard")), Keys()))
        return {each.title: each for each in every}

    def test_it_says_what_it_brings_makes_it_and_tells_later_what_has_changed(self) -> None:
        (self.folder / "Damaged 2025.halfyard").write_text("{", encoding="utf-8")
        before = self.ahead()
        self.assertIn("forms to come", before["Mbeki, Lwazi and Carina"].words)
        self.assertIn("damaged", before["Damaged 2025"].problem)
        self.assertEqual(list(self.folder.glob("*2026*")), [], "looking makes nothing")
        self.assertEqual(carry_out(list(before.values()), Keys()), [])
        made = read_file(self.folder / "Quill, Bettina 2026.halfyard")
        self.assertEqual([each.payer for each in made.expected.values()], ["Rockland Public Library"])
        self.assertEqual((made.assignment.prepares, made.assignment.due), ("AH", None))
        path = self.folder / "Quill, Bettina 2025.halfyard"
        main(["answer", str(path), "v00001", "1631"])
        again = self.ahead()["Quill, Bettina"]
        self.assertIn("changed since", again.words)
        self.assertTrue(again.changed)

    def test_the_command_line_lists_assigns_and_sends(self) -> None:
        def run(*arguments: str) -> tuple[int, str]:
            out = io.StringIO()
            with contextlib.redirect_stdout(out), contextlib.redirect_stderr(out):
                code = main(list(arguments))
            return code, out.getvalue()

        path = str(self.folder / "Lindqvist, Greta 2025.halfyard")
        listed = json.loads(run("clients", str(self.folder), "--find", "asked", "--json")[1])
        self.assertEqual(
            [each["title"] for each in listed["clients"]], ["Lindqvist, Greta", "Mbeki, Lwazi and Carina"]
        )
        self.assertEqual(run("assign", path, "--prepares", "KL", "--due", "10/15/2026")[0], 0)
        self.assertIn("KL; Oct 15", run("clients", str(self.folder), "--find", "Greta")[1])
        self.assertEqual(run("assign", path, "--prepares", "everybody")[0], 2)
        days = str(self.folder / "days.ics")
        self.assertEqual(run("questions", path, "--calendar", days, "--propose")[0], 0)
        self.assertIn("Belfast Credit Union", run("questions", path, "--propose")[1])
        code = run("send-letter", path, "--reminder")[0]
        for _ in range(50):
            if code == 0:
                break
            code = run("send-letter", path, "--reminder")[0]
        sent = json.loads(run("letters", path, "--json")[1])["letters"]
        self.assertEqual([each["to"] for each in sent], ["greta@lindqvist.example"])
        self.assertIn("still waits for these answers", sent[0]["words"])


if __name__ == "__main__":
    unittest.main()
