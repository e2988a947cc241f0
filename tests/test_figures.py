"""Figures remember how they came about, and the memory recomputes to the amount."""

import unittest
from decimal import Decimal

from hypothesis import given
from hypothesis import strategies as st

from half_yard.countries import compute
from half_yard.demo import client_files
from half_yard.figures import (
    Choice,
    Figure,
    Mark,
    MarkKind,
    Operation,
    Page,
    Threads,
    amount_text,
    difference,
    entered,
    larger_of,
    recompute,
    smaller_of,
    stated,
    steps,
    total,
)
from half_yard.records import Asset, ClientFile
from half_yard.records.identifiers import numbered
from half_yard.sharing import split
from tests.files import business, client, entries, line

MONEY = st.decimals(min_value=-10_000_000, max_value=10_000_000, places=2)


def leaf(amount: str) -> Figure:
    return entered(Decimal(amount), "typed", "/entries/e00001/amount")


class Arithmetic(unittest.TestCase):
    @given(st.lists(MONEY, min_size=1, max_size=12), MONEY)
    def test_recomputes_from_its_leaves(self, amounts: list[Decimal], other: Decimal) -> None:
        leaves = [entered(amount, "", "/x") for amount in amounts]
        extra = stated(other, "")
        built = larger_of(smaller_of(total(leaves), extra) * extra, difference(extra, *leaves))
        rounded = (built.in_cents() + extra).in_dollars()
        self.assertEqual(recompute(rounded), rounded.amount)
        self.assertEqual(rounded.amount, rounded.amount.to_integral())

    def test_rounding_is_half_up_by_size(self) -> None:
        for typed, whole in (("0.49", 0), ("0.50", 1), ("2.50", 3), ("-2.50", -3), ("-0.49", 0)):
            self.assertEqual(leaf(typed).in_dollars().amount, whole)

    def test_rounding_is_a_step_of_its_own(self) -> None:
        rounded = leaf("10.40").in_dollars()
        self.assertIs(rounded.operation, Operation.DOLLARS)
        self.assertEqual(rounded.parts[0].amount, Decimal("10.40"))

    def test_marks_reach_everything_made_from_the_figure(self) -> None:
        mark = Mark(MarkKind.GAP, "not there")
        made = (leaf("1").marked(mark) + leaf("2")).in_cents() * leaf("3")
        self.assertEqual(made.gaps, (mark,))
        self.assertEqual(leaf("1").gaps, ())

    def test_choices_stay_with_the_figure(self) -> None:
        choice = Choice("Filing status: single", "/household/filing_status")
        self.assertEqual(leaf("1").because(choice).choices, (choice,))


class Splitting(unittest.TestCase):
    @given(MONEY, st.decimals(min_value=0, max_value=1, places=4))
    def test_parts_add_up_to_the_whole(self, amount: Decimal, share: Decimal) -> None:
        whole = entered(amount, "cost", "/x")
        shares = {"owner": stated(share, ""), "spouse": stated(1 - share, "")}
        parts = split(whole, shares)
        self.assertEqual(sum(part.amount for part in parts.values()), amount)
        self.assertTrue(all(recompute(part) == part.amount for part in parts.values()))

    def test_a_sole_owner_gets_the_figure_itself(self) -> None:
        whole = leaf("12.34")
        self.assertIs(split(whole, {"owner": stated(Decimal(1), "")})["owner"], whole)


class Tracing(unittest.TestCase):
    def test_a_line_knows_the_lines_it_feeds_and_the_entries_that_land_on_it(self) -> None:
        first = Page("first", "First")
        carried = first.line("sum", "1", "Sum", leaf("3.30") + stated(Decimal(1), ""))
        second = Page("second", "Second")
        second.line("copy", "1", "Copy", carried)
        threads = Threads([first.sheet(), second.sheet()])
        self.assertEqual(
            [str(to.place) for to in threads.fed_by(first.sheet().line("sum").place)], ["second/copy"]
        )
        for path in ("/entries/e00001/amount", "/entries/e00001"):
            self.assertEqual([str(at.place) for at in threads.landing_of(path)], ["first/sum"])

    def test_lines_are_put_into_the_order_of_their_numbers(self) -> None:
        page = Page("form", "Form")
        for key, number in (("a", "100"), ("d", "400"), ("e", ""), ("b", "200"), ("c", ""), ("f", "450")):
            page.line(key, number, key, leaf("1"))
        page.in_order()
        self.assertEqual([line.place.line for line in page.lines], ["a", "b", "c", "d", "e", "f"])

    def test_a_long_sum_says_how_many_parts_it_leaves_out(self) -> None:
        told = list(steps(total([leaf("1")] * 50), most_parts=10))
        self.assertEqual(len(told), 11)
        self.assertEqual(told[-1].hidden, 40)

    def test_amounts_for_reading(self) -> None:
        self.assertEqual(amount_text(leaf("-1234567.50")), "−1,234,567.50")
        self.assertEqual(amount_text(leaf("1200.00")), "1,200")


def came_before(asset: Asset, file: ClientFile) -> bool:
    return asset.in_service is not None and asset.in_service.year < file.tax_year


class DemoFiles(unittest.TestCase):
    def test_every_line_of_the_demo_recomputes_to_its_amount(self) -> None:
        for name, file in client_files().items():
            for sheet in compute(file).sheets:
                for entry in sheet.lines:
                    with self.subTest(file=name, line=str(entry.place)):
                        self.assertEqual(recompute(entry.figure), entry.figure.amount)

    def test_every_entry_lands_or_says_what_stops_it(self) -> None:
        for file in client_files().values():
            computation = compute(file)
            for collection in ("entries", "assets", "wages", "interest", "estimated_payments"):
                for key in getattr(file, collection):
                    path = f"/{collection}/{key}"
                    landed = bool(computation.threads.landing_of(path))
                    # Land takes nothing, and of what is pooled only the balance of its class goes on.
                    asset = file.assets[key] if collection == "assets" else None
                    land = asset is not None and asset.asset_class == "land"
                    pooled = asset is not None and file.country in ("ca", "au") and came_before(asset, file)
                    self.assertTrue(landed or path in computation.stops or land or pooled, path)
                    self.assertFalse(landed and path in computation.stops, path)

    def test_lines_add_up_in_whole_dollars(self) -> None:
        file = client(
            activities={"a00001": business()},
            entries=numbered(
                "entries", entries("a00001", gross_receipts="1000.50", supplies="10.49", office="10.49")
            ),
        )
        computation = compute(file)
        self.assertEqual(line(computation, "schedule_c.a00001.owner/gross_receipts").amount, 1001)
        self.assertEqual(line(computation, "schedule_c.a00001.owner/total_expenses").amount, 20)
