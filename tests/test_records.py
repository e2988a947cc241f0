"""Records, edits and what is typed into them."""

import datetime
import json
import unittest
from decimal import Decimal
from pathlib import Path

import jsonschema
from hypothesis import given
from hypothesis import strategies as st
from pydantic import JsonValue

from half_yard.demo import client_files
from half_yard.records import Change, ClientFile, Edit, EditError, Entry, add, apply, change, next_id, remove
from half_yard.records.choices import ChoiceError, read_choice
from half_yard.records.dates import DateError, date_text, read_date
from half_yard.records.reckoning import ReckoningError, is_arithmetic, reckon
from half_yard.records.schema import client_file_schema, schema_text
from half_yard.storage.document import read_document, to_text
from tests.files import sole_proprietor

ROOT = Path(__file__).parent.parent
PLAIN = st.text('aZ 0é漢"\\/~\n', max_size=20)
MONEY = st.decimals(min_value=-999_999, max_value=999_999, places=2).map(lambda amount: format(amount, "f"))


@st.composite
def edits(draw: st.DrawFn) -> Edit:
    """An edit of the entries, people or household of a file that has the entry e00001."""
    field, value = draw(
        st.sampled_from(
            [
                ("/entries/e00001/amount", MONEY),
                ("/entries/e00001/memo", PLAIN),
                ("/entries/e00001/date", st.dates(max_value=datetime.date(2200, 1, 1)).map(str) | st.none()),
                ("/people/owner/last_name", PLAIN),
                ("/household/address/city", PLAIN),
                ("/household/address/street", PLAIN),
            ]
        )
    )
    return change("typed", field, draw(value))


class Edits(unittest.TestCase):
    @given(st.lists(edits(), max_size=8))
    def test_undo_restores_byte_for_byte(self, made: list[Edit]) -> None:
        file = start = sole_proprietor("1000.00")
        inverses = []
        for edit in made:
            file, inverse = apply(file, edit)
            inverses.append(inverse)
        for inverse in reversed(inverses):
            file, _ = apply(file, inverse)
        self.assertEqual(to_text(file), to_text(start))

    @given(st.lists(edits(), max_size=8))
    def test_saving_and_loading_changes_nothing(self, made: list[Edit]) -> None:
        file = sole_proprietor("1000.00")
        for edit in made:
            file, _ = apply(file, edit)
        again = read_document(to_text(file).encode(), "test").file
        self.assertEqual(again, file)
        self.assertEqual(to_text(again), to_text(file))

    def test_adding_and_removing_records(self) -> None:
        file = sole_proprietor("10")
        added, back = apply(file, add("new", "/entries/e00002", Entry(activity="a00001", amount=Decimal(5))))
        self.assertEqual(added.entries["e00002"].amount, 5)
        self.assertEqual(apply(added, back)[0], file)
        removed, back = apply(added, remove("gone", "/entries/e00001", "/entries/e00002"))
        self.assertEqual(removed.entries, {})
        self.assertEqual(apply(removed, back)[0], added)

    def test_what_does_not_fit_is_refused_and_says_where(self) -> None:
        file = sole_proprietor("10")
        cases: list[tuple[str, JsonValue]] = [
            ("/entries/e00001/amount", "ten"),
            ("/entries/e00001/amount", 1.5),
            ("/entries/e00001/amount", "1.005"),
            ("/entries/e00001/amount", "1e30"),
            ("/entries/e00009/amount", "1"),
            ("/activities/a00001/owners/owner", "101"),
            ("/nowhere", "1"),
            ("", "1"),
        ]
        for path, value in cases:
            with self.subTest(path=path, value=value), self.assertRaises(EditError) as caught:
                apply(file, change("typed", path, value))
            self.assertEqual(caught.exception.path, path)
            self.assertTrue(str(caught.exception))
        self.assertEqual(file, sole_proprietor("10"))

    def test_a_field_can_only_be_replaced(self) -> None:
        wrong = Edit(label="", changes=(Change(op="remove", path="/entries/e00001/amount"),))
        with self.assertRaises(EditError):
            apply(sole_proprietor("10"), wrong)

    def test_ids_sort_by_age(self) -> None:
        self.assertEqual(next_id("entries", {}), "e00001")
        self.assertEqual(next_id("entries", {"e00007": None, "other": None}), "e00008")


class Schema(unittest.TestCase):
    def test_the_published_schema_is_the_programs(self) -> None:
        published = (ROOT / "docs" / "client-file.schema.json").read_text(encoding="utf-8")
        self.assertEqual(published, schema_text())

    def test_demo_files_fit_the_schema_and_wrong_ones_do_not(self) -> None:
        validator = jsonschema.Draft202012Validator(client_file_schema())
        for file in client_files().values():
            document = json.loads(to_text(file))
            self.assertEqual(list(validator.iter_errors(document)), [])
            document["entries"]["e00001"]["amount"] = True
            self.assertTrue(list(validator.iter_errors(document)))

    def test_keys_are_sorted_and_amounts_are_strings(self) -> None:
        text = to_text(ClientFile.new("us", 2025))
        self.assertEqual(text, json.dumps(json.loads(text), sort_keys=True, indent=1) + "\n")
        entry = json.loads(to_text(sole_proprietor("12.5")))["entries"]["e00001"]
        self.assertEqual(entry["amount"], "12.50")


class Typing(unittest.TestCase):
    def test_arithmetic_is_exact(self) -> None:
        cases = {
            "120*12+35": "1475.00", "(3+4)*2": "14.00", "1,234.5": "1234.50", "-5": "-5.00", "$10": "10.00",
            "7%*300": "21.00", "0.1+0.2": "0.30", "10/4": "2.50", "1/3": "0.33", "−2.005": "-2.01",
        }  # fmt: skip
        for typed, amount in cases.items():
            with self.subTest(typed=typed):
                self.assertEqual(reckon(typed), Decimal(amount))
        self.assertTrue(is_arithmetic("3*4"))
        self.assertFalse(is_arithmetic("-1,200.50"))

    def test_what_is_no_amount_is_explained(self) -> None:
        for typed in (
            "",
            "12o",
            "1,23",
            "(2",
            "2)",
            "3 4",
            "1/0",
            "2**3",
            "9" * 60,
            "1" + "0" * 26,
            "*",
            "1..2",
        ):
            with self.subTest(typed=typed), self.assertRaises(ReckoningError) as caught:
                reckon(typed)
            self.assertGreater(len(str(caught.exception)), 15)

    @given(st.text(max_size=40))
    def test_no_typing_breaks_the_reader(self, typed: str) -> None:
        try:
            amount = reckon(typed)
        except ReckoningError:
            return
        self.assertEqual(amount, amount.quantize(Decimal("0.01")))

    def test_dates(self) -> None:
        cases = {
            "3/14": (2025, 3, 14), "0314": (2025, 3, 14), "3-14-24": (2024, 3, 14),
            "3/14/1999": (1999, 3, 14), "2024-02-29": (2024, 2, 29), "Mar 14": (2025, 3, 14),
            "march 14, 2023": (2023, 3, 14),
        }  # fmt: skip
        for typed, day in cases.items():
            with self.subTest(typed=typed):
                self.assertEqual(read_date(typed, 2025), datetime.date(*day))
                self.assertEqual(read_date(date_text(datetime.date(*day), 2025), 2025), datetime.date(*day))
        self.assertIsNone(read_date(" ", 2025))
        for typed in ("14/3", "2/30", "soon", "31425", "2025-13-01"):
            with self.subTest(typed=typed), self.assertRaises(DateError):
                read_date(typed, 2025)

    def test_choices(self) -> None:
        options = [("repairs", "21 Repairs"), ("supplies", "22 Supplies"), ("more", "22b Supplies, more")]
        self.assertEqual(read_choice("21", options), "repairs")
        self.assertEqual(read_choice("rep", options), "repairs")
        self.assertEqual(read_choice("22 supplies", options), "supplies")
        self.assertEqual(read_choice("", options), "")
        for typed in ("suppl", "zebra"):
            with self.subTest(typed=typed), self.assertRaises(ChoiceError):
                read_choice(typed, options)
