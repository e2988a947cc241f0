"""Threads in words: what the reader sees of a figure, and the printed forms of a computation."""

import json
import unittest
from decimal import Decimal
from html import unescape

from half_yard.cli.printed import as_json, as_text, thread_text
from half_yard.countries import compute
from half_yard.countries.telling import thread_rows
from half_yard.demo import MAIN_FILE, client_files
from half_yard.figures import (
    Place,
    RuleValue,
    amount_text,
    entered,
    how,
    rule,
    smaller_of,
    stated,
    steps,
    total,
)
from half_yard.figures.explain import line_text
from half_yard.figures.thread import entered_on
from half_yard.interop import sheets_page
from half_yard.records import ClientFile, apply, change
from half_yard.records.identifiers import numbered
from tests.files import BUSINESS, asset, business, client, entries, sole_proprietor


class Words(unittest.TestCase):
    def test_how_a_figure_was_made(self) -> None:
        one, two = entered(Decimal(1), "one", "/x"), stated(Decimal(2), "two")
        for figure, words in (
            (one, "as entered"),
            (total((one, two)), "the sum of"),
            (total((one,)), "taken over from"),
            (total(()), "nothing is entered"),
            (one - two, "the first less the rest"),
            (one * two, "the product of"),
            (one / two, "the first divided by the second"),
            (smaller_of(one, two), "the smaller of"),
            ((one / two).in_dollars(), "rounded half up to whole dollars"),
        ):
            self.assertEqual(how(figure), words)

    def test_rates_read_as_percent_and_money_as_money(self) -> None:
        share = rule(Decimal("0.9235"), "", RuleValue("x", 2025, "source", "share"))
        base = rule(Decimal(176100), "", RuleValue("y", 2025, "source", "USD"))
        self.assertEqual(amount_text(share), "92.35%")
        self.assertEqual(amount_text(base), "176,100")
        self.assertEqual(amount_text(entered(Decimal("971.575"), "", "/x")), "971.575")

    def test_steps_stop_at_other_lines(self) -> None:
        computation = compute(sole_proprietor("40000"))
        told = list(steps(computation.line(Place("form_1040", "total_income")).figure))
        below = [step.figure.place for step in told if step.depth]
        self.assertIn(Place("form_1040", "additional_income"), below)
        self.assertNotIn(Place("schedule_1", "additional_income"), below)


class Printed(unittest.TestCase):
    def test_a_thread_names_entry_rule_rounding_choice_and_the_way_on(self) -> None:
        file = client(
            activities={BUSINESS: business()},
            entries=numbered("entries", entries(BUSINESS, meals="101.01")),
            assets=numbered("assets", [asset("seven_year", "2025-03-01", "10000")]),
        )
        computation = compute(file)
        meals = thread_text(
            computation, computation.line(Place(f"schedule_c.{BUSINESS}.owner", "deductible_meals"))
        )
        for words in (
            "Rounded half up to whole dollars", "50.505", "[/entries/e00001/amount]", "As entered",
            "26 U.S.C. 274(n); recalled, not re-read", "50%", "Goes to", "Total expenses",
        ):  # fmt: skip
            self.assertIn(words, meals)
        machine = thread_text(computation, computation.line(Place(f"depreciation.{BUSINESS}", "s00001")))
        for words in ("14.29%", "IRS Pub. 946", "Half-year convention: 0.00 of 10,000.00", "Class: 7-year"):
            self.assertIn(words, machine)

    def test_the_end_of_the_chain_goes_nowhere(self) -> None:
        computation = compute(sole_proprietor("40000"))
        text = thread_text(computation, computation.line(Place("form_1040", "owed")))
        self.assertIn("Goes to no other line", text)

    def test_what_is_missing_is_printed_with_the_line(self) -> None:
        computation = compute(sole_proprietor("300000", 2026))
        text = thread_text(computation, computation.line(Place("form_8995_a", "deduction")))
        self.assertIn("Not computed: Income is above the threshold", text)
        self.assertIn("(not complete)", as_text(computation))
        document = json.loads(as_json(computation, 0))
        lines = {line["key"]: line for sheet in document["sheets"] for line in sheet["lines"]}
        self.assertTrue(lines["deduction"]["not_computed"])
        self.assertFalse(document["complete"])

    def test_a_page_to_print_has_every_line_with_its_amount_and_what_is_not_computed(self) -> None:
        computation = compute(sole_proprietor("300000", 2026))
        page = unescape(sheets_page(computation, computation.sheets))
        for sheet in computation.sheets:
            for line in sheet.lines:
                amount = line_text(line.figure, in_cents=sheet.in_cents)
                self.assertIn(f">{amount}</td>", page)
                self.assertIn(line.title, page)
        self.assertIn("* Not computed: Income is above the threshold", page)

    def test_json_has_every_line_once_and_only_decimal_strings(self) -> None:
        for file in client_files().values():
            computation = compute(file)
            document = json.loads(as_json(computation, 0))
            places = [(s["key"], line["key"]) for s in document["sheets"] for line in s["lines"]]
            self.assertEqual(len(places), len(set(places)))
            self.assertEqual(len(places), sum(len(sheet.lines) for sheet in computation.sheets))
            for sheet in document["sheets"]:
                for line in sheet["lines"]:
                    self.assertRegex(line["amount"], r"^-?\d+(\.\d+)?$")


class TripsAndStays(unittest.TestCase):
    """They are counted at their thing: their threads lead to what is divided by them."""

    def setUp(self) -> None:
        self.file = client_files()[MAIN_FILE]

    def lands(self, file: ClientFile, path: str) -> list[str]:
        rows = list(thread_rows(compute(file), path))
        return [str(row.subject) for row in rows if not row.heading]

    def test_a_trip_lands_on_the_costs_of_what_it_was_for(self) -> None:
        self.assertEqual(self.file.trips["t00001"].activity, "a00002")
        lands = self.lands(self.file, "/trips/t00001")
        self.assertIn("shared.h00003/fuel.a00002", lands)
        self.assertIn("vehicle.h00003/rate.a00002", lands)
        self.assertEqual({each.rpartition(".")[2] for each in lands}, {"a00002"})
        self.assertEqual(self.file.trips["t00003"].activity, "")
        lands = self.lands(self.file, "/trips/t00003")
        self.assertIn("shared.h00003/fuel.personal", lands)
        self.assertEqual({each.rpartition(".")[2] for each in lands}, {"personal"})

    def test_a_stay_lands_on_the_costs_of_its_dwelling(self) -> None:
        lands = self.lands(self.file, "/stays/y00001")
        self.assertIn("shared.h00004/share.a00004", lands)
        self.assertIn("dwelling.h00004/cost.insurance", lands)

    def test_one_of_another_year_lands_nowhere(self) -> None:
        year = self.file.tax_year
        before = change("Day", "/trips/t00001/date", f"{year - 1}-12-31")
        self.assertEqual(self.lands(apply(self.file, before)[0], "/trips/t00001"), [])
        undated = change("Day", "/trips/t00001/date", None)
        self.assertTrue(self.lands(apply(self.file, undated)[0], "/trips/t00001"))

    def test_what_is_no_record_of_a_collection_has_a_thread_too(self) -> None:
        choice = "/household/choices/deduction_taken"
        self.assertEqual(list(thread_rows(compute(self.file), choice)), [])

    def test_no_number_is_entered_at_one_itself(self) -> None:
        """Else the search for where it lands would have to go through the whole return."""
        seen = 0
        for file in client_files().values():
            for sheet in compute(file).sheets:
                for line in sheet.lines:
                    for path in entered_on(line):
                        seen += 1
                        self.assertNotIn(path.split("/")[1], {"trips", "stays"}, line.place)
        self.assertGreater(seen, 900)
