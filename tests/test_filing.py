"""Filing: the return as XML against its schema, the simulated gateway, and what is amended."""

from __future__ import annotations

import contextlib
import datetime
import importlib
import io
import json
import re
import tempfile
import unittest
from decimal import Decimal
from pathlib import Path
from typing import Any
from unittest import mock

from hypothesis import example, given
from hypothesis import strategies as st

from half_yard.cli.main import main
from half_yard.countries import compute
from half_yard.demo import client_files
from half_yard.interop.electronic_return import digest_of, electronic_return
from half_yard.records import ClientFile, Household, Person, apply
from half_yard.review.filed import ACCEPTED, REFUSED, accepted, begin, differing, settle, waiting, why_not
from half_yard.standins import ServiceError
from half_yard.standins.gateway import receive
from half_yard.storage import read_file, to_text
from tests.files import client, interest, wages, whole_dollars

etree: Any = importlib.import_module("lxml.etree")
SCHEMA = Path(__file__).parent.parent / "docs" / "electronic-return.xsd"
DAY = datetime.date(2026, 3, 2)


def never() -> bool:
    return False


def always() -> bool:
    return True


def ready(**changed: str) -> ClientFile:
    """A return that the gateway takes: one of its made-up register."""
    values = {"number": "000-64-2917", "pin": "48213", "last_name": "Ravn", "before": "0", **changed}
    person = Person(
        first_name="Torben", last_name=values["last_name"], birth_date=datetime.date(1971, 9, 23),
        identity_number=values["number"], choices={"filing_pin": values["pin"]},
    )  # fmt: skip
    facts = {"last_year_income": Decimal(values["before"]), "last_year_tax": Decimal(0)}
    household = Household(filing_status="single", facts=facts)
    return client(2025, wages=wages("30000"), people={"owner": person}, household=household)


def sent(file: ClientFile) -> ClientFile:
    """The file after its return was sent and heard of."""
    computation = compute(file)
    made = electronic_return(computation)
    edit, key = begin(file, digest_of(made), computation.sheets, DAY)
    file, _ = apply(file, edit)
    heard = receive(made, never)
    return apply(file, settle(file, key, heard.number, heard.reasons))[0]


def reason(file: ClientFile) -> str:
    """Why it can't be sent."""
    computation = compute(file)
    digest = digest_of(electronic_return(computation))
    return why_not(file, digest, computation.sheets, complete=computation.complete)


def couple(country: str = "ca", signed_by: str = "t183_signed", **changed: str) -> ClientFile:
    """The demo's couple of a country, ready to be sent, with what is said of the first of them."""
    file = next(each for each in client_files().values() if each.country == country and len(each.people) > 1)
    signed = {"choices": {signed_by: "2026-04-20"}}
    people = {
        key: person.model_copy(update={**signed, **(changed if key == "owner" else {})})
        for key, person in file.people.items()
    }
    return file.model_copy(update={"people": people})


class Australia(unittest.TestCase):
    def test_both_returns_are_sent_or_refused(self) -> None:
        taken = electronic_return(compute(couple("au", "declaration_signed")))
        etree.XMLSchema(etree.parse(str(SCHEMA))).assertValid(etree.fromstring(taken))
        self.assertEqual(receive(taken, never).reasons, ())
        made = electronic_return(compute(couple("au", "nothing")))
        paths = [each.path for each in receive(made, never).reasons]
        self.assertEqual(paths, [f"/people/{key}/choices/declaration_signed" for key in ("owner", "spouse")])


class Canada(unittest.TestCase):
    def test_the_returns_of_a_couple_go_together_by_the_schema(self) -> None:
        made = electronic_return(compute(couple()))
        etree.XMLSchema(etree.parse(str(SCHEMA))).assertValid(etree.fromstring(made))
        root = etree.fromstring(made)
        self.assertEqual([each.get("sheet") for each in root.findall("{*}Result")], ["t1.owner", "t1.spouse"])
        self.assertEqual(receive(made, never).reasons, ())

    def test_it_is_refused_with_reasons_that_lead_to_their_fields(self) -> None:
        for changed, rule, path in (
            ({"choices": {}}, "F-120", "/people/owner/choices/t183_signed"),
            ({"facts": {}}, "F-130", "/people/owner/facts/total_income_before"),
            ({"last_name": "Adeyemo"}, "F-111", "/people/owner/last_name"),
        ):  # fmt: skip
            reasons = receive(electronic_return(compute(couple(**changed))), never).reasons
            self.assertEqual([(each.rule, each.path) for each in reasons], [(rule, path)])

    def test_sums_that_do_not_agree_are_refused(self) -> None:
        made = electronic_return(compute(couple())).decode()
        spoiled = re.sub(r'(key="payable"[^>]*amount=")\d+', r"\g<1>1", made)
        self.assertNotEqual(made, spoiled)
        rules = {each.rule for each in receive(spoiled.encode(), never).reasons}
        self.assertTrue(rules & {"F-320", "F-330"}, rules)


class Shape(unittest.TestCase):
    def test_every_return_fits_the_schema(self) -> None:
        """XML Schema 1.0, by libxml2."""
        schema = etree.XMLSchema(etree.parse(str(SCHEMA)))
        for name, file in client_files().items():
            computation = compute(file)
            document = etree.fromstring(electronic_return(computation))
            with self.subTest(name):
                self.assertTrue(schema.validate(document), schema.error_log)
                space = {"r": "urn:half-yard:electronic-return:1"}
                lines = document.xpath("//r:Line", namespaces=space)
                self.assertEqual(len(lines), sum(len(sheet.lines) for sheet in computation.sheets))
        broken = etree.fromstring(electronic_return(compute(ready())).replace(b'amount="', b'sum="'))
        self.assertFalse(schema.validate(broken))

    @example("\uffff")
    @given(st.text(st.characters(exclude_categories=["Cs"]), max_size=40))
    def test_whatever_a_name_is_it_is_read_again(self, name: str) -> None:
        """Every sign that a text may have is one of XML 1.0 (W3C, section 2.2)."""
        file = ready(last_name=f"R{name}n")
        made = etree.fromstring(electronic_return(compute(file)))
        names = made.findall(".//{urn:half-yard:electronic-return:1}LastName")
        self.assertEqual([each.text for each in names], [file.people["owner"].last_name])


class Gateway(unittest.TestCase):
    def rules(self, **changed: str) -> list[tuple[str, str]]:
        made = receive(electronic_return(compute(ready(**changed))), never)
        return [(each.rule, each.path) for each in made.reasons]

    def test_it_accepts_and_says_why_not(self) -> None:
        self.assertEqual(self.rules(), [])
        self.assertEqual(self.rules(pin="00000"), [("F-120", "/people/owner/choices/filing_pin")])
        self.assertEqual(self.rules(last_name="Raven"), [("F-111", "/people/owner/last_name")])
        self.assertEqual(self.rules(number="000-64-2918"), [("F-110", "/people/owner/identity_number")])
        self.assertEqual(self.rules(before="17"), [("F-130", "/household/facts/last_year_income")])

    def test_sums_that_do_not_agree_and_other_shapes(self) -> None:
        good = electronic_return(compute(ready()))
        at = good.index(b'key="total_income"')
        wrong = good[:at] + good[at:].replace(b'amount="30000.00"', b'amount="31000.00"', 1)
        self.assertNotEqual(good, wrong)
        self.assertEqual([each.rule for each in receive(wrong, never).reasons], ["F-210"])
        for other in (b"<Return/>", b"no xml", b""):
            self.assertEqual([each.rule for each in receive(other, never).reasons], ["F-001"])

    def test_it_is_down_now_and_then_and_answers_alike(self) -> None:
        good = electronic_return(compute(ready()))
        with self.assertRaisesRegex(ServiceError, "is down"):
            receive(good, always)
        self.assertEqual(receive(good, never), receive(good, never))


class Filed(unittest.TestCase):
    def test_nothing_is_sent_twice(self) -> None:
        file = ready()
        self.assertEqual(reason(file), "")
        computation = compute(file)
        edit, _ = begin(file, digest_of(electronic_return(computation)), computation.sheets, DAY)
        between, _ = apply(file, edit)
        self.assertTrue(waiting(between))
        self.assertIn("not known yet", reason(between))
        done = sent(file)
        self.assertEqual([each.state for each in done.filings.values()], [ACCEPTED])
        self.assertIn("It was accepted", reason(done))
        refused = sent(ready(pin="1"))
        self.assertEqual([each.state for each in refused.filings.values()], [REFUSED])
        self.assertIn("was refused", reason(refused))

    def test_an_incomplete_return_is_not_sent(self) -> None:
        file = ready()
        odd = file.model_copy(update={"household": Household(filing_status="odd")})
        self.assertIn("not complete", reason(odd))

    def test_what_was_filed_is_frozen_and_an_amended_return_comes_of_the_difference(self) -> None:
        """Form 1040-X by hand: 1,000 of interest more at 12%, nothing paid with the return."""
        done = sent(ready())
        filed = accepted(done)
        assert filed is not None
        self.assertFalse(compute(done).has_sheet("form_1040_x"))
        more = done.model_copy(update={"interest": interest("1000")})
        differ = {each.place: (each.filed, each.now) for each in differing(filed, compute(more).sheets)}
        self.assertEqual(differ["form_1040/adjusted_gross_income"], (30000, 31000))
        places = [f"form_1040_x/adjusted_gross_income.{column}" for column in "abc"]
        self.assertEqual(whole_dollars(more, *places), [30000, 1000, 31000])
        tax = whole_dollars(more, "form_1040_x/total_tax.b", "form_1040_x/owes")
        self.assertEqual(tax, [120, 120])
        self.assertEqual(reason(more), "")
        document = etree.fromstring(electronic_return(compute(more)))
        self.assertEqual((document.get("kind"), document.get("amends")), ("amended", filed.number))
        again = sent(more)
        self.assertEqual([each.state for each in again.filings.values()], [ACCEPTED, ACCEPTED])
        self.assertFalse(compute(again).has_sheet("form_1040_x"))


class Commands(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory(prefix="half yard ")
        self.addCleanup(folder.cleanup)
        self.path = Path(folder.name) / "Ravn 2025.halfyard"
        self.path.write_text(to_text(ready()), encoding="utf-8")

    def run_command(self, *arguments: str, down: bool = False) -> tuple[int, str, str]:
        out, err = io.StringIO(), io.StringIO()
        with (
            contextlib.redirect_stdout(out), contextlib.redirect_stderr(err),
            mock.patch("half_yard.standins.gateway.random", return_value=0.0 if down else 1.0),
        ):  # fmt: skip
            code = main([arguments[0], str(self.path), *arguments[1:]])
        return code, out.getvalue(), err.getvalue()

    def test_send_and_filings(self) -> None:
        self.assertIn("would be accepted", self.run_command("send", "--dry-run")[1])
        self.assertEqual(read_file(self.path).filings, {})
        code, _, said = self.run_command("send", down=True)
        self.assertEqual(code, 2)
        self.assertIn("is down", said)
        self.assertEqual([each.state for each in read_file(self.path).filings.values()], ["sent"])
        told = json.loads(self.run_command("send", "--json")[1])
        self.assertEqual((told["state"], told["reasons"]), ("accepted", []))
        self.assertEqual(len(read_file(self.path).filings), 1, "what was sent is asked for, not sent again")
        self.assertEqual(self.run_command("send")[0], 2)
        shown = json.loads(self.run_command("filings", "--json")[1])
        self.assertEqual((len(shown["filings"]), shown["differ"]), (1, []))
        self.assertIn("<Return", self.run_command("send", "--xml")[1])
