"""Looking a file over: what was judged and checked, this year beside the last, what the client is asked."""

from __future__ import annotations

import contextlib
import csv
import datetime
import io
import json
import tempfile
import unittest
from collections.abc import Mapping, Sequence
from decimal import Decimal
from email import message_from_bytes, policy
from pathlib import Path
from typing import Any

from half_yard.cli.main import main
from half_yard.countries import compute, pack_for
from half_yard.countries.answering import answered, goes_to
from half_yard.countries.labels import label_of
from half_yard.countries.next_year import next_year
from half_yard.countries.telling import thread_rows
from half_yard.demo.hallowell import hallowell
from half_yard.figures import Place
from half_yard.interop.letter import LetterError, Wording, letter_as, letter_text
from half_yard.records import ClientFile, Edit, Entry, Judgement, apply
from half_yard.records.dates import Calendar
from half_yard.review.asking import answer, ask_again, ask_client, field_of, open_questions, proposed_words
from half_yard.review.checked import check, standing
from half_yard.review.judged import found, judge
from half_yard.review.years import beside, history_edit, outcome_of
from half_yard.storage import read_file, to_text
from tests.files import client, interest, item, items, sole_proprietor, wages

DAY = datetime.date(2026, 2, 3)
CALENDAR = Calendar(2025)


def after(file: ClientFile, *edits: Edit | None) -> ClientFile:
    """The file after edits."""
    for edit in edits:
        if edit is not None:
            file, _ = apply(file, edit)
    return file


class Judged(unittest.TestCase):
    def setUp(self) -> None:
        self.file = client(2025, wages=wages("60000"), interest=interest("1800"))
        self.warning = next(
            each
            for each in found(self.file, compute(self.file).findings)
            if "Schedule B" in each.finding.message
        )

    def test_a_warning_may_stay_and_comes_back_with_other_words(self) -> None:
        seen = after(self.file, judge(self.file, self.warning, " attached by hand ", "AB", DAY))
        again = [each for each in found(seen, compute(seen).findings) if each.judgement is not None]
        self.assertEqual([each.finding for each in again], [self.warning.finding])
        self.assertEqual(
            seen.judgements["l00001"],
            Judgement(
                message=self.warning.finding.message, path=self.warning.finding.path,
                because="attached by hand", by="AB", on=DAY,
            ),
        )  # fmt: skip
        self.assertFalse(again[0].is_open)
        other = [
            each.model_copy(update={"message": "Interest is above 1,600"})
            for each in seen.judgements.values()
        ]
        changed = seen.model_copy(update={"judgements": {"l00001": other[0]}})
        self.assertFalse([each for each in found(changed, compute(changed).findings) if each.judgement])
        self.assertEqual(after(seen, judge(seen, again[0], "", "AB", DAY)).judgements, {})
        self.assertIsNone(judge(seen, again[0], "attached by hand", "CD", DAY))

    def test_an_error_stays_open(self) -> None:
        file = sole_proprietor("5000", items=items(item("odd", "5")))
        gap = next(each for each in found(file, compute(file).findings) if each.finding.level == "error")
        with self.assertRaisesRegex(ValueError, "can't be set aside"):
            judge(file, gap, "never mind", "AB", DAY)


class CheckedLines(unittest.TestCase):
    def test_a_check_is_lost_when_what_stands_there_changes(self) -> None:
        file = client(2025, wages=wages("60000"))
        sheet = compute(file).sheet("form_1040")
        with self.assertRaisesRegex(ValueError, "initials"):
            check(file, sheet, "wages", "", DAY)
        marked = after(file, check(file, sheet, "wages", "AB", DAY))
        marked = after(marked, check(marked, sheet, "", "AB", DAY))
        self.assertEqual(set(standing(marked, compute(marked).sheets)), {"form_1040", "form_1040/wages"})
        more = marked.model_copy(update={"interest": interest("10")})
        self.assertEqual(set(standing(more, compute(more).sheets)), {"form_1040/wages"})
        self.assertEqual(after(marked, check(marked, sheet, "wages", "AB", DAY)).checked.keys(), {"z00002"})


class Years(unittest.TestCase):
    def test_what_a_return_came_to_goes_along_and_stands_beside(self) -> None:
        first = sole_proprietor("-3000", 2023)
        file = first
        for _ in range(2):
            file = next_year(compute(file), pack_for("us"))
        self.assertEqual(sorted(file.history), ["2023", "2024"])
        self.assertEqual(file.history["2023"]["schedule_1"]["business_income"], Decimal("-3000.00"))
        years = dict.fromkeys(("2023", "2024"), file.history["2023"])
        lossy = file.model_copy(update={"entries": first.entries, "history": years})
        rows = {f"{row.line.place}": row for row in beside(lossy, compute(lossy).sheets) if row.line}
        profit = rows["schedule_c.a00001.owner/net_profit"]
        self.assertEqual((profit.now, profit.before, profit.change), (-3000, -3000, 0))
        self.assertEqual(profit.remark, "a loss for the third year running")

    def test_what_stands_out(self) -> None:
        before = client(2024, wages=wages("40000"), interest=interest("900"))
        now = client(2025, wages=wages("70000"), interest=interest("1000"))
        now = after(now, history_edit(now, 2024, outcome_of(compute(before).sheets)))
        said = {str(row.line.place): row.remark for row in beside(now, compute(now).sheets) if row.line}
        self.assertEqual(said["form_1040/wages"], "more by 75%")
        self.assertEqual(said["form_1040/taxable_interest"], "", "a hundred dollars are not worth saying")
        with self.assertRaisesRegex(ValueError, "a return of 2025"):
            history_edit(now, 2025, {})

    def test_nothing_is_said_where_last_year_is_not_known(self) -> None:
        file = client(2025, wages=wages("70000"))
        rows = beside(file, compute(file).sheets)
        self.assertEqual({(row.before, row.change, row.remark) for row in rows}, {(None, None, "")})

    def remark(self, amounts: Sequence[str], years: Mapping[int, str] = {}) -> str:
        """What is said of the supplies of a business with a gross of 10,000 in every year."""
        key, name = "schedule_c.a00001.owner", "supplies"
        costs = {
            f"e0001{number}": Entry(activity="a00001", line=name, amount=Decimal(amount))
            for number, amount in enumerate(amounts)
        }
        before = {
            str(year): {key: {"gross_income": Decimal(10000), name: Decimal(cost)}}
            for year, cost in years.items()
        }
        file = sole_proprietor("10000", 2025)
        file = file.model_copy(update={"entries": {**file.entries, **costs}, "history": before})
        rows = beside(file, compute(file).sheets)
        return next(row.remark for row in rows if row.line and str(row.line.place) == f"{key}/{name}")

    def test_a_cost_far_from_its_own_part_of_the_gross(self) -> None:
        self.assertEqual(self.remark(["1100"], {2024: "900"}), "")
        self.assertEqual(self.remark(["3000"], {2024: "900"}), "more by 233%; 30% of line 7, 9% last year")
        years = {2024: "2500", 2023: "1200"}
        self.assertEqual(self.remark(["5900"], years).partition("; ")[2], "59% of line 7, 12% to 25% before")
        self.assertEqual(self.remark(["3000"], years), "", "it is among what other years had")

    def test_several_round_amounts_are_said_and_rents_are_not(self) -> None:
        self.assertEqual(self.remark(["100", "250", "400"]), "round amounts only")
        for amounts in (["300", "300", "300"], ["100", "250.75", "400"], ["100", "900"]):
            self.assertEqual(self.remark(amounts), "", amounts)

    def test_a_large_personal_part_is_said(self) -> None:
        file = hallowell()
        rows = beside(file, compute(file).sheets)
        said = {row.sheet: row.remark for row in rows if row.line and row.line.place.line == "personal"}
        self.assertEqual(
            {sheet: words for sheet, words in said.items() if words},
            {"Shared use · Estate car": "51% of it is personal"},
            "a home, of which 92% are lived in, is none",
        )


class Asked(unittest.TestCase):
    def asked(self, file: ClientFile, about: str) -> ClientFile:
        edit, path = ask_client(file, about, "How much was it?", "AB", DAY)
        self.assertEqual(path, "/questions/v00001")
        return after(file, edit)

    def test_an_answer_goes_to_its_field_and_closes_the_question(self) -> None:
        file = self.asked(client(2025, wages=wages("60000")), "/wages/w00001")
        self.assertEqual(field_of(file, "/wages/w00001"), "/wages/w00001/wages")
        self.assertEqual(list(open_questions(file)), ["v00001"])
        rows = [row for row in thread_rows(compute(file), "/wages/w00001") if row.warns == "Waits"]
        self.assertEqual(
            [(row.text, row.subject) for row in rows], [("How much was it?", "/questions/v00001")]
        )
        answered = after(file, answer(file, "v00001", "61,250.50", DAY, CALENDAR))
        self.assertEqual(answered.wages["w00001"].wages, Decimal("61250.50"))
        question = answered.questions["v00001"]
        self.assertEqual((question.answer, question.answered), ("61,250.50", DAY))
        self.assertEqual(open_questions(answered), {})
        opened = after(answered, answer(answered, "v00001", "", DAY, CALENDAR))
        self.assertEqual(list(open_questions(opened)), ["v00001"])
        self.assertEqual(opened.wages, answered.wages, "what was answered stays in its field")

    def test_what_does_not_fit_is_refused_and_changes_nothing(self) -> None:
        file = self.asked(client(2025, wages=wages("60000")), "/wages/w00001")
        with self.assertRaisesRegex(ValueError, "not part of an amount"):
            answer(file, "v00001", "about sixty", DAY, CALENDAR)
        born = self.asked(client(2025), "/people/owner/birth_date")
        with self.assertRaises(ValueError):
            answer(born, "v00001", "in spring", DAY, CALENDAR)
        self.assertEqual(
            after(born, answer(born, "v00001", "3/14/1962", DAY, CALENDAR)).people["owner"].birth_date,
            datetime.date(1962, 3, 14),
        )
        blind = self.asked(client(2025), "/people/owner/blind")
        self.assertTrue(after(blind, answer(blind, "v00001", "yes", DAY, CALENDAR)).people["owner"].blind)

    def test_an_answer_is_typed_as_it_would_be_in_its_field(self) -> None:
        pack = pack_for("us")
        fact = self.asked(client(2025), "/household/facts/last_year_tax")
        self.assertEqual(
            goes_to(pack, fact, "/household/facts/last_year_tax"), "/household/facts/last_year_tax"
        )
        known = after(fact, answered(pack, fact, "v00001", "4,120", DAY))
        self.assertEqual(known.household.facts["last_year_tax"], 4120, "nothing stood there before")
        status = self.asked(client(2025), "/household/filing_status")
        with self.assertRaisesRegex(ValueError, "“wed” is none of: Single; "):
            answered(pack, status, "v00001", "wed", DAY)
        known = after(status, answered(pack, status, "v00001", "married filing jointly", DAY))
        self.assertEqual(known.household.filing_status, "joint")

    def test_a_question_about_a_line_only_keeps_its_answer(self) -> None:
        file = self.asked(client(2025, wages=wages("60000")), "form_1040/wages")
        self.assertIsNone(field_of(file, "form_1040/wages"))
        answered = after(file, answer(file, "v00001", "all of it", DAY, CALENDAR))
        self.assertEqual((answered.wages, answered.questions["v00001"].answer), (file.wages, "all of it"))
        rows = list(thread_rows(compute(file), Place("form_1040", "wages")))
        self.assertEqual([row.text for row in rows if row.warns == "Waits"], ["How much was it?"])

    def test_it_goes_on_until_it_is_answered(self) -> None:
        file = self.asked(client(2025, wages=wages("60000")), "/wages/w00001")
        file = after(file, ask_again(file, "v00001", DAY + datetime.timedelta(days=9)))
        self.assertEqual(len(file.questions["v00001"].asked), 2)
        pack = pack_for("us")
        self.assertEqual(next_year(compute(file), pack).questions, file.questions)
        answered = after(file, answer(file, "v00001", "60,000", DAY, CALENDAR))
        self.assertEqual(next_year(compute(answered), pack).questions, {})

    def test_proposed_words(self) -> None:
        file = client(2025, items=items(item("k1", None, name="Reed & Co")))
        self.assertEqual(
            proposed_words(file, "/items/j00001"),
            "Item: Reed & Co, amount: how much or what is it? Please send what shows it.",
        )
        self.assertEqual(
            proposed_words(file, "/household/facts/last_year_tax", "Last year's tax"),
            "Last year's tax: what can you tell us about it?",
        )
        self.assertEqual(label_of(pack_for("us"), file, "/household/facts/last_year_tax"), "Last year's tax")


class Letters(unittest.TestCase):
    def setUp(self) -> None:
        file = client(2025, wages=wages("60000"))
        for words in ("Where is the 1098 & its copy?", "Was the car sold?"):
            file = after(file, ask_client(file, "", words, "AB", DAY)[0])
        self.file = after(file, answer(file, "v00002", "no", DAY, CALENDAR))

    def test_a_message_has_text_and_a_page(self) -> None:
        message: Any = message_from_bytes(letter_as(".eml", self.file), policy=policy.default)
        self.assertIn("2025", message["Subject"])
        text, page = (message.get_body((kind,)).get_content() for kind in ("plain", "html"))
        self.assertIn("1. Where is the 1098 & its copy?", text)
        self.assertNotIn("car", text, "that is answered")
        self.assertIn("Where is the 1098 &amp; its copy?", page)
        self.assertIn("Olive Reed", text)

    def test_the_offices_own_words(self) -> None:
        self.assertEqual(
            letter_text(self.file, Wording("own.txt", "Dear {client}: {count}, {year}.")),
            "Dear Olive Reed: 1, 2025.",
        )
        with self.assertRaisesRegex(LetterError, r"no field \{name\}. The fields are \{client\}"):
            letter_text(self.file, Wording("own.txt", "Dear {name}"))


class Commands(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory(prefix="half yard ")
        self.addCleanup(folder.cleanup)
        self.path = Path(folder.name) / "Reed 2025.halfyard"
        file = client(2025, wages=wages("60000"), interest=interest("1800"))
        self.path.write_text(to_text(file), encoding="utf-8")

    def run_command(self, command: str, *arguments: str) -> tuple[int, str, str]:
        out, err = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
            code = main([command, str(self.path), *arguments])
        return code, out.getvalue(), err.getvalue()

    def test_ask_answer_and_write_the_letter(self) -> None:
        self.assertEqual(
            self.run_command("ask", "All of the wages?", "--about", "/wages/w00001", "--by", "AB")[0], 0
        )
        letter = self.path.with_name("letter.txt")
        listed = json.loads(self.run_command("questions", "--json", "--letter", str(letter))[1])
        only = listed["questions"][0]
        self.assertEqual((only["id"], only["field"], only["open"]), ("v00001", "/wages/w00001/wages", True))
        self.assertIn("All of the wages?", letter.read_text(encoding="utf-8"))
        self.run_command("questions", "--reminder", "--letter", str(letter))
        self.assertIn("still waits", letter.read_text(encoding="utf-8"))
        own = self.path.with_name("own.txt")
        for words, why in (
            (b"{nobody}", "own.txt: there is no field {nobody}"),
            (b"\xff", "no text in UTF-8"),
        ):
            own.write_bytes(words)
            code, _, said = self.run_command("questions", "--letter", str(letter), "--template", str(own))
            self.assertEqual((code, why in said), (2, True), said)
        code, _, said = self.run_command("answer", "v00001", "some")
        self.assertEqual(code, 2)
        self.assertIn("v00001: “s” is not part of an amount", said)
        done = json.loads(self.run_command("answer", "v00001", "64000", "--json")[1])
        self.assertIn("/wages/w00001/wages", [change["path"] for change in done["changes"]])
        self.assertEqual(read_file(self.path).wages["w00001"].wages, 64000)
        self.assertIn("answered", self.run_command("questions")[1])

    def test_a_form_goes_out_and_comes_back_with_answers(self) -> None:
        for words in ("All of the wages?", "And the tips?"):
            self.run_command("ask", words, "--about", "/wages/w00001")
        self.run_command("ask", "-- was the bank the only one?")
        form = self.path.with_name("form.csv")
        self.run_command("questions", "--form", str(form))
        rows = list(csv.reader(form.read_text(encoding="utf-8-sig").splitlines()))
        self.assertEqual(rows[1], ["v00001", "All of the wages?", ""])
        for row, said in zip(rows[1:], ("64,000", "65,000", "some, I think"), strict=True):
            row[2] = said
        rows.append(["v00003", "Of another client?", "yes"])
        with form.open("w", encoding="utf-8", newline="") as out:
            csv.writer(out).writerows(rows)
        done = json.loads(self.run_command("answers", str(form), "--json")[1])
        self.assertEqual(
            [(each["id"], each["problem"]) for each in done["refused"]],
            [
                ("v00002", "An answer above goes to the same place."),
                ("v00003", "Here it asks: -- was the bank the only one?"),
            ],
        )
        file = read_file(self.path)
        self.assertEqual(file.wages["w00001"].wages, 64000)
        self.assertEqual(file.questions["v00003"].answer, "some, I think")
        self.assertEqual(list(open_questions(file)), ["v00002"])
        again = json.loads(self.run_command("answers", str(form), "--json")[1])
        self.assertIn("It was answered already.", [each["problem"] for each in again["refused"]])
        form.write_text("Name,Value\nx,1\n", encoding="utf-8")
        code, _, said = self.run_command("answers", str(form))
        self.assertEqual(code, 2)
        self.assertIn("no columns “Number” and “Answer”", said)

    def test_judge(self) -> None:
        self.assertEqual(self.run_command("judge", "Schedule B", "--because", "attached", "--by", "AB")[0], 0)
        self.assertIn("Seen by AB: attached", self.run_command("check")[1])
        code, _, said = self.run_command("judge", "no such words", "--because", "x")
        self.assertEqual(code, 2)
        self.assertIn("No finding has", said)

    def test_years(self) -> None:
        self.assertIn("not known", self.run_command("years")[1])
