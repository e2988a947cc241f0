"""Payers' forms and the books: nothing is counted twice, whatever arrives in whatever order."""

from __future__ import annotations

import unittest
from decimal import Decimal

from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.countries import MatchState, compute
from half_yard.figures import recompute
from half_yard.records import ClientFile, Entry, ReceivedForm
from half_yard.records.identifiers import numbered
from half_yard.records.naming import same_name
from tests.files import BUSINESS, RENTAL, amount, business, client, line, rental

RECEIPTS = f"schedule_c.{BUSINESS}.owner/gross_receipts"
PROFIT = f"schedule_c.{BUSINESS}.owner/net_profit"
DOLLARS = st.integers(0, 50_000).map(Decimal)
PAYERS = st.sampled_from(["Owl Marina", "Tern Inn", "Card House"])


def receipt(payee: str, dollars: object, line_key: str = "gross_receipts", activity: str = BUSINESS) -> Entry:
    return Entry(activity=activity, payee=payee, line=line_key, amount=Decimal(str(dollars)))


def form(payer: str, dollars: object, kind: str = "1099-NEC", **fields: object) -> ReceivedForm:
    values = {"activity": BUSINESS, "kind": kind, "payer": payer, "amount": Decimal(str(dollars)), **fields}
    return ReceivedForm.model_validate(values)


def file_of(entries: list[Entry], forms: list[ReceivedForm]) -> ClientFile:
    return client(
        activities={BUSINESS: business(), RENTAL: rental()},
        entries=numbered("entries", entries),
        forms=numbered("forms", forms),
    )


class States(unittest.TestCase):
    def state(self, entries: list[Entry], forms: list[ReceivedForm]) -> tuple[MatchState, int, int]:
        file = file_of(entries, forms)
        match = compute(file).matches[0]
        return match.state, int(match.difference), int(amount(file, RECEIPTS))

    def test_each_state(self) -> None:
        books, on_form = [receipt("Owl Marina", 4000)], [form("Owl Marina", 4000)]
        self.assertEqual(self.state(books, on_form), (MatchState.AGREES, 0, 4000))
        self.assertEqual(self.state([], on_form), (MatchState.FORM_ONLY, 4000, 4000))
        self.assertEqual(self.state(books, []), (MatchState.BOOKS_ONLY, -4000, 4000))
        more = [*books, receipt("OWL MARINA, Inc.", 1500)]
        self.assertEqual(self.state(more, on_form), (MatchState.BOTH, -1500, 5500))
        self.assertEqual(self.state(books, [form("Owl Marina", 4300)]), (MatchState.DIFFERS, 300, 4300))

    def test_a_processors_gross_against_its_deposits(self) -> None:
        gross = form("Card House", 10000, "1099-K", fees=Decimal(290), refunds=Decimal(110))
        file = file_of([receipt("Card House", 9600)], [gross])
        self.assertEqual(compute(file).matches[0].state, MatchState.AGREES)
        sheet = compute(file).sheet(f"schedule_c.{BUSINESS}.owner")
        lines = {key: int(sheet[key].amount) for key in ("gross_receipts", "returns", "commissions")}
        self.assertEqual(lines, {"gross_receipts": 10000, "returns": 110, "commissions": 290})
        self.assertEqual(sheet["net_profit"].amount, 9600)

    def test_receipts_that_the_books_have_under_another_name(self) -> None:
        booked = [receipt("Walk-in customers", 9000)]
        apart = file_of(booked, [form("Card House", 9000, "1099-K")])
        self.assertEqual(amount(apart, RECEIPTS), 18000)
        said = " ".join(str(finding) for finding in compute(apart).findings)
        self.assertIn("Card House: 9,000.00 is on a form and not in the books", said)
        linked = form("Card House", 9000, "1099-K", payee_in_books="walk-in customers")
        self.assertEqual(amount(file_of(booked, [linked]), RECEIPTS), 9000)

    def test_names_are_compared_without_case_punctuation_and_kind_of_company(self) -> None:
        self.assertEqual(same_name("The Owl's Head Marina, Inc."), same_name("OWLS HEAD MARINA"))
        self.assertNotEqual(same_name("Owl Marina"), same_name("Owl Market"))


class NeverTwice(unittest.TestCase):
    @settings(max_examples=80, deadline=None)
    @given(st.lists(st.tuples(PAYERS, DOLLARS), max_size=6), st.lists(st.tuples(PAYERS, DOLLARS), max_size=5))
    def test_a_line_is_the_larger_of_books_and_forms_for_each_payer(
        self, booked: list[tuple[str, Decimal]], on_forms: list[tuple[str, Decimal]]
    ) -> None:
        file = file_of([receipt(*pair) for pair in booked], [form(*pair) for pair in on_forms])
        expected = Decimal(0)
        for payer in {name for name, _ in (*booked, *on_forms)}:
            books = sum(dollars for name, dollars in booked if name == payer)
            forms = sum(dollars for name, dollars in on_forms if name == payer)
            expected += max(books, forms)
        figure = line(compute(file), RECEIPTS)
        self.assertEqual(figure.amount, expected)
        self.assertEqual(recompute(figure), expected)

    @settings(max_examples=60, deadline=None)
    @given(st.lists(st.tuples(PAYERS, DOLLARS), min_size=1, max_size=6))
    def test_a_form_that_arrives_late_moves_a_receipt_and_changes_nothing(
        self, booked: list[tuple[str, Decimal]]
    ) -> None:
        entries = [receipt(*pair) for pair in booked]
        payer = booked[0][0]
        whole = sum(dollars for name, dollars in booked if name == payer)
        before, after = file_of(entries, []), file_of(entries, [form(payer, whole)])
        self.assertEqual(amount(before, PROFIT), amount(after, PROFIT))
        states = {match.payer: match.state for match in compute(after).matches}
        self.assertEqual(states[payer], MatchState.AGREES if whole else MatchState.FORM_ONLY)

    @settings(max_examples=60, deadline=None)
    @given(DOLLARS, st.lists(st.tuples(st.booleans(), DOLLARS), max_size=6))
    def test_splitting_forms_and_receipts_changes_nothing(
        self, whole: Decimal, cuts: list[tuple[bool, Decimal]]
    ) -> None:
        """The same money typed in parts, in the books and on forms, is still the same money."""
        parts = [min(cut, whole) / len(cuts) for _, cut in cuts] if cuts else []
        pieces = [part.quantize(Decimal("0.01")) for part in parts]
        rest = whole - sum(pieces, Decimal(0))
        entries = [receipt("Owl Marina", piece) for piece in (*pieces, rest)]
        forms = [form("Owl Marina", piece) for piece in (rest, *pieces) if piece >= 0]
        self.assertEqual(amount(file_of(entries, forms), RECEIPTS), amount(file_of(entries, []), RECEIPTS))


class Landing(unittest.TestCase):
    def test_each_kind_lands_on_its_line(self) -> None:
        for kind, activity, place in (
            ("1099-NEC", BUSINESS, RECEIPTS),
            ("1099-K", BUSINESS, RECEIPTS),
            ("1099-MISC other", BUSINESS, f"schedule_c.{BUSINESS}.owner/other_income"),
            ("1099-MISC rents", RENTAL, f"schedule_e.{RENTAL}/rents"),
            ("1099-K", RENTAL, f"schedule_e.{RENTAL}/rents"),
            ("1098", RENTAL, f"schedule_e.{RENTAL}/mortgage_interest"),
        ):
            file = file_of([], [form("Payer", 700, kind, activity=activity, withheld=Decimal(70))])
            computation = compute(file)
            with self.subTest(kind=kind, activity=activity):
                self.assertEqual(line(computation, place).amount, 700)
                landed = [str(at.place) for at in computation.threads.landing_of("/forms/f00001")]
                self.assertEqual(landed, [place, "form_1040/withheld_elsewhere"])
                self.assertEqual(amount(file, "form_1040/withheld"), 70)

    def test_a_form_that_adds_nothing_still_says_where_it_lands(self) -> None:
        computation = compute(file_of([receipt("Owl Marina", 500)], [form("Owl Marina", 400)]))
        self.assertEqual(
            [str(at.place) for at in computation.threads.landing_of("/forms/f00001")], [RECEIPTS]
        )

    def test_what_stops_a_form(self) -> None:
        for words, wrong in (
            ("No kind of form", form("P", 5, "")),
            ("no activity", form("P", 5, activity="a00009")),
            ("does not belong", form("P", 5, "1099-MISC rents")),
            ("below zero", form("P", -5)),
        ):
            file = file_of([], [wrong])
            computation = compute(file)
            with self.subTest(words=words):
                self.assertIn(words, computation.stops["/forms/f00001"])
                self.assertEqual(amount(file, RECEIPTS), 0)
                self.assertFalse(computation.complete)

    def test_refunds_of_a_rentals_gross_come_off_its_rents(self) -> None:
        gross = form("Stay Site", 9000, "1099-K", activity=RENTAL, fees=Decimal(900), refunds=Decimal(500))
        sheet = compute(file_of([], [gross])).sheet(f"schedule_e.{RENTAL}")
        self.assertEqual((sheet["rents"].amount, sheet["commissions"].amount), (8500, 900))

    def test_payers_numbers(self) -> None:
        for number, words in (
            ("12-3456789", ""),
            ("123-45-6789", ""),
            ("07-1", "has 3 digits"),
            ("000-11-1111", "never"),
        ):
            said = " ".join(
                str(f) for f in compute(file_of([], [form("P", 5, payer_number=number)])).findings
            )
            with self.subTest(number=number):
                self.assertIn(words, said)
