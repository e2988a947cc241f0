"""A number in one sentence, and the map that it stands on."""

from __future__ import annotations

import unittest
from decimal import Decimal

from half_yard.countries import Computation, compute
from half_yard.countries.sheet_map import FEW, map_of, way_of
from half_yard.demo import client_files
from half_yard.figures import NOTHING, Place, above, carried, entered, sentence, total
from half_yard.records.identifiers import numbered
from tests.canadian import business_of
from tests.files import BUSINESS, business, client, entries, line, sole_proprietor


class Sentences(unittest.TestCase):
    def said(self, computation: Computation, place: str, *words: str) -> None:
        found = sentence(line(computation, place))
        for each in words:
            self.assertIn(each, found)

    def test_what_a_preparer_would_say(self) -> None:
        meals = numbered("entries", entries(BUSINESS, gross_receipts="40000", meals="301.84"))
        computation = compute(client(activities={BUSINESS: business()}, entries=meals))
        self.said(
            computation, f"schedule_c.{BUSINESS}.owner/deductible_meals",
            "Half of meals, in full 301.84, by 26 U.S.C. 274(n)",
        )  # fmt: skip
        agi = computation.sheet("form_1040")["adjusted_gross_income"].amount
        self.said(
            computation, "form_1040/taxable_income",
            f"Adjusted gross income {agi:,} less total deductions", "but not below zero",
        )  # fmt: skip
        self.said(computation, "form_1040/standard_deduction", "15,750, by ")

    def test_a_test_that_decided_is_said(self) -> None:
        paid, most = entered(Decimal(70), "paid", "/x"), entered(Decimal(50), "the most", "/y")
        made = carried(most).where(above(paid, most))
        self.assertIn("because paid 70 is above the most 50", sentence(made))

    def test_parts_that_are_nothing_are_not_said(self) -> None:
        some, none = entered(Decimal(5), "this", "/x"), entered(Decimal(0), "that", "/y")
        self.assertEqual(sentence(total((some, none, NOTHING), "both")), "This 5")

    def test_every_line_of_the_demo_has_one(self) -> None:
        for file in client_files().values():
            for sheet in compute(file).sheets:
                for each in sheet.lines:
                    said = sentence(each.figure)
                    self.assertNotRegex(each.title, r"(^|[^(])\b[Ll]ines? [0-9]+[a-z]? ?(less|and|$)")
                    self.assertRegex(said, r"^[^a-z\s].*\S$|^[0-9]", str(each.place))
                    self.assertNotRegex(said, r"\bLines \d|  | ,|None", str(each.place))


class Map(unittest.TestCase):
    def test_what_feeds_stands_before_what_it_feeds_and_empty_sheets_nowhere(self) -> None:
        for file in client_files().values():
            computation = compute(file)
            made = map_of(computation)
            column = {node.key: node.column for node in made.nodes}
            for chief in (each.chief for each in computation.returns):
                self.assertEqual(column[chief], made.columns - 1)
            for start, end in made.edges:
                # A form that takes from several sheets of a kind and gives back to some stands before them.
                alike = [other for first, other in made.edges if first == end]
                back = any(other.partition(".")[0] == start.partition(".")[0] for other in alike)
                back = back or column[start] == made.columns - 1
                if not back:
                    self.assertLessEqual(column[start], column[end], (start, end))
            for sheet in computation.sheets:
                filled = any(each.figure.amount or each.figure.gaps for each in sheet.lines)
                on_map = made.node_of(sheet.key) is not None
                is_chief = sheet.key in {each.chief for each in computation.returns}
                self.assertEqual(on_map, filled or is_chief, sheet.key)

    def test_many_activities_stand_as_one_row_each(self) -> None:
        shops = numbered("activities", [business(name=f"Shop {number}") for number in range(FEW + 2)])
        sold = [each for key in shops for each in entries(key, gross_receipts="1000")]
        computation = compute(client(activities=shops, entries=numbered("entries", sold)))
        made = map_of(computation)
        statements = [node for node in made.nodes if any(key.startswith("schedule_c") for key in node.sheets)]
        self.assertEqual(len(statements), FEW + 2)

    def test_the_way_of_a_number(self) -> None:
        computation = compute(sole_proprietor("40000"))
        way = way_of(computation, Place(f"schedule_c.{BUSINESS}.owner", "gross_receipts"))
        self.assertIn((f"schedule_c.{BUSINESS}.owner", "schedule_se.owner"), way)
        self.assertIn(("schedule_2", "form_1040"), way)
        two = compute(business_of("40000", 2024))
        self.assertTrue(way_of(two, Place("t1.owner", "business")))
