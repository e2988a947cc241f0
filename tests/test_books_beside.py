"""The books beside last year's, their totals, sizes and exports."""

from __future__ import annotations

import datetime
import io
import re
import unittest
from decimal import Decimal

from hypothesis import given
from hypothesis import strategies as st
from openpyxl import load_workbook

from half_yard.countries import compute, pack_for
from half_yard.countries.comparison import compare, from_last_year
from half_yard.countries.totals import by_month, by_payee
from half_yard.demo import client_files
from half_yard.figures.rounding import to_cents
from half_yard.interop.books_workbook import books_workbook
from half_yard.records import ClientFile, Entry, apply
from half_yard.records.identifiers import numbered
from half_yard.review.sizes import digit_too_many
from tests.files import BUSINESS, amount, business, client, entries

PACK = pack_for("us")


def entry(text: str, line: str = "utilities", **fields: object) -> Entry:
    return Entry(**{"activity": BUSINESS, "line": line, "amount": Decimal(text), **fields})  # type: ignore[arg-type]


class LastYear(unittest.TestCase):
    def test_a_line_shows_what_counts_and_what_limits_it(self) -> None:
        books = [entry("100.00", share=Decimal(60)), entry("50.00"), entry("80.00", "meals")]
        file = client(
            activities={BUSINESS: business(last_year={"utilities": Decimal("90.00")})},
            entries=numbered("entries", books),
        )
        rows = {row.key: row for row in compare(compute(file), PACK, BUSINESS)}
        phone = rows["utilities"]
        self.assertEqual((phone.typed, phone.counts, phone.change), (150, 110, 20))
        self.assertEqual(phone.limit, "shares of entries")
        self.assertEqual((rows["meals"].counts, rows["meals"].share), (40, 50))
        self.assertIn("274(n)", rows["meals"].limit)
        self.assertEqual(rows["total_expenses"].counts, 150)

    def test_restaurant_meals_of_2021_and_2022_count_in_full(self) -> None:
        for year, counts in ((2021, 80), (2022, 80), (2023, 40)):
            file = client(
                year, activities={BUSINESS: business()},
                entries=numbered("entries", [entry("80.00", "restaurant_meals")]),
            )  # fmt: skip
            rows = {row.key: row for row in compare(compute(file), PACK, BUSINESS)}
            self.assertEqual(rows["restaurant_meals"].counts, counts)
            self.assertEqual(amount(file, f"schedule_c.{BUSINESS}.owner/deductible_meals"), counts)

    def test_last_years_file_gives_its_amounts_by_name(self) -> None:
        before = client(
            2024, activities={"a00007": business(name="The Workshop, LLC")},
            entries=numbered("entries", entries("a00007", gross_receipts="500", supplies="20")),
        )  # fmt: skip
        file = client(2025, activities={BUSINESS: business()})
        edit, names = from_last_year(file, compute(before), PACK)
        known = apply(file, edit)[0].activities[BUSINESS].last_year
        self.assertEqual(names, ["Workshop"])
        self.assertEqual((known["gross_receipts"], known["net_profit"]), (500, 480))
        with self.assertRaisesRegex(ValueError, "Choose the one of 2024"):
            from_last_year(file, compute(file), PACK)


class Sizes(unittest.TestCase):
    def test_a_digit_too_many_stands_out_and_no_other_size_does(self) -> None:
        usual = {"a": Decimal("41.20"), "b": Decimal("38.75"), "c": Decimal("44.10"), "d": Decimal("39.90")}
        self.assertEqual(digit_too_many({**usual, "e": Decimal("412.00")}), ("e", Decimal("41.2")))
        for odd in ("90.00", "150.00", "4120.00"):
            self.assertIsNone(digit_too_many({**usual, "e": Decimal(odd)}))
        self.assertIsNone(digit_too_many({"a": Decimal(4), "b": Decimal(40)}), "too few to tell")

    @given(st.lists(st.decimals("20", "40", places=2), min_size=4, max_size=12), st.integers(0, 11))
    def test_any_one_of_a_steady_line_times_ten_is_found(self, amounts: list[Decimal], number: int) -> None:
        known = {str(key): value for key, value in enumerate(amounts)}
        self.assertIsNone(digit_too_many(known))
        key = str(number % len(amounts))
        right = known[key]
        known[key] *= 10
        self.assertEqual(digit_too_many(known), (key, right))

    def test_it_is_said_of_the_entry_and_of_the_line(self) -> None:
        books = [
            *(entry("40.00", "supplies") for _ in range(4)),
            entry("405.00", "supplies", payee="Ink Shop"),
        ]
        shop = business(last_year={"supplies": Decimal("57.00")})
        file = client(activities={BUSINESS: shop}, entries=numbered("entries", books))
        self.assertEqual(
            set(compute(file).unusual), {"/entries/e00005", f"/activities/{BUSINESS}/last_year/supplies"}
        )


class Totals(unittest.TestCase):
    def test_by_month_and_payee(self) -> None:
        books = [
            entry("10.00", payee="Ink Co.", date=datetime.date(2025, 3, 1)), entry("5.00", payee="INK"),
            entry("7.00", "gross_receipts", payee="Otter", date=datetime.date(2025, 3, 9)),
        ]  # fmt: skip
        known = [(item, item.line == "gross_receipts") for item in books]
        months = by_month(known)
        self.assertEqual((months[3].money_in, months[3].money_out, months[0].money_out), (7, 10, 5))
        payees = by_payee(known)
        self.assertEqual([(item.name, item.count) for item in payees], [("Ink Co.", 2), ("Otter", 1)])


class Workbook(unittest.TestCase):
    def lines(self, file: ClientFile) -> None:
        """Work the formulas out from the sheet's own cells and compare with the statement."""
        computation = compute(file)
        book = load_workbook(io.BytesIO(books_workbook(computation)))
        rows = list(book["Entries"].iter_rows(min_row=2, values_only=True))
        for row in book["Totals"].iter_rows(min_row=2, values_only=True):
            key, _, line, _, _, booked, from_forms, together = row
            self.assertRegex(str(booked), r"^=SUMIFS\(Entries!\$L\$2:\$L\$\d+,.*A\d+,.*C\d+\)$")
            self.assertRegex(str(together), r"^=F\d+\+G\d+$")
            last = int(re.findall(r"\$L\$(\d+)", str(booked))[1])
            self.assertGreaterEqual(last, len(rows) + 1, "the formula reaches every entry")
            counted = sum(
                (
                    to_cents(Decimal(str(item[9])) * Decimal(str(item[10])) / 100)
                    for item in rows
                    if item[1] == key and item[6] == line and not item[12]
                ),
                Decimal(0),
            )
            expected = computation.statements[str(key)][str(line)].amount
            self.assertEqual(counted + Decimal(str(from_forms)).quantize(Decimal("0.01")), expected)

    def test_live_totals_come_to_the_statement(self) -> None:
        for name, file in client_files().items():
            with self.subTest(name):
                self.lines(file)

    def test_a_text_that_looks_like_a_formula_stays_a_text(self) -> None:
        books = numbered("entries", [entry("1.00", payee="=1+1", memo="+cmd")])
        book = load_workbook(
            io.BytesIO(books_workbook(compute(client(activities={BUSINESS: business()}, entries=books))))
        )
        cell = book["Entries"]["E2"]
        self.assertEqual((cell.value, cell.data_type), ("=1+1", "s"))
