"""Where rows and entries go, as it is typed: lines by words, shares behind them, reasons to set aside."""

from __future__ import annotations

import unittest
from decimal import Decimal

from half_yard.countries import pack_for
from half_yard.records.choices import ChoiceError, read_choice, with_all_words
from half_yard.statements import Target
from half_yard.statements.targets import find_targets, read_target, split_share, target_options, target_words
from tests.files import BUSINESS, RENTAL, business, client, rental

PACK = pack_for("us")
FILE = client(activities={BUSINESS: business(), RENTAL: rental()})
OPTIONS = target_options(FILE, PACK)


class Typed(unittest.TestCase):
    def test_words_in_any_order_name_a_line_of_an_activity(self) -> None:
        for typed, target in (
            ("workshop supplies 22", Target(BUSINESS, "supplies")),
            ("cottage 15", Target(RENTAL, "supplies")),
            ("Tips", Target(BUSINESS, "gross_receipts")),
            ("card fees", Target(BUSINESS, "commissions")),
            ("refunds to customers", Target(BUSINESS, "returns")),
            ("late fees", Target(RENTAL, "rents")),
            ("work util 37.5%", Target(BUSINESS, "utilities", Decimal("37.5"))),
            ("aside: lent to a friend", Target(set_aside="lent to a friend")),
            ("personal", Target(set_aside="personal")),
            ("", Target()),
        ):
            with self.subTest(typed):
                self.assertEqual(read_target(typed, OPTIONS), target)

    def test_what_names_none_or_several_is_refused(self) -> None:
        for typed, words in (
            ("insurance", "could be several"), ("no such line", "none of the choices"),
            ("aside:", "Type the reason"), ("work util 140%", "from 0 to 100"),
        ):  # fmt: skip
            with self.subTest(typed), self.assertRaisesRegex(ChoiceError, words):
                read_target(typed, OPTIONS)

    def test_what_is_shown_can_be_typed_again(self) -> None:
        for target in (
            Target(BUSINESS, "meals"), Target(RENTAL, "taxes", Decimal("12.5")), Target(set_aside="personal"),
            Target(),
        ):  # fmt: skip
            self.assertEqual(read_target(target_words(target, OPTIONS), OPTIONS), target)

    def test_an_archived_activity_is_not_offered_and_one_alone_needs_no_name(self) -> None:
        file = client(activities={BUSINESS: business(), RENTAL: rental(archived=True)})
        options = target_options(file, PACK, asides=False)
        self.assertEqual({key.partition("/")[0] for key, _ in options}, {BUSINESS})
        self.assertIn((f"{BUSINESS}/supplies", "22 Supplies"), options)

    def test_own_lines_are_offered_by_name(self) -> None:
        file = client(activities={BUSINESS: business(own_lines={"o00001": "Mooring"})})
        options = target_options(file, PACK)
        self.assertEqual(read_target("mooring", options), Target(BUSINESS, "own.o00001"))


class Found(unittest.TestCase):
    def test_the_list_has_what_has_every_word(self) -> None:
        titles = [title for _, title in find_targets("work rep", OPTIONS)]
        self.assertEqual(titles, ["Workshop: 21 Repairs and maintenance"])
        self.assertEqual(find_targets("Aside: so", OPTIONS)[0], ("", "Aside: so"))
        self.assertEqual(with_all_words([("a", "One two"), ("b", "Two")])("two one"), [("", "One two")])

    def test_words_that_one_title_has_choose_it(self) -> None:
        options = [
            ("a", "1 Gross receipts"),
            ("a", "1 Tips"),
            ("b", "22 Supplies"),
            ("c", "38 Other supplies"),
        ]
        self.assertEqual(read_choice("receipts gross", options), "a")
        self.assertEqual(read_choice("1", options), "a", "several words for one line are one choice")
        self.assertEqual(read_choice("other supplies", options), "c")


class Shares(unittest.TestCase):
    def test_a_share_behind_a_line_is_percent_or_a_part_of_a_whole(self) -> None:
        self.assertEqual(split_share("phone 11240/15900"), ("phone", Decimal("70.6918")))
        self.assertEqual(split_share("utilities 60%"), ("utilities", Decimal(60)))
        self.assertEqual(split_share("sail 9"), ("sail 9", None))

    def test_a_line_is_found_by_its_number_in_an_activity(self) -> None:
        options = [("a/car", "Sail loft: 9 Car and truck"), ("a/pension", "Sail loft: 19 Pension")]
        self.assertEqual(read_choice("sail 9", options), "a/car")
        self.assertEqual(with_all_words(options)("sail 9")[0][1], "Sail loft: 9 Car and truck")
