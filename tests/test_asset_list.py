"""Asset lists taken in, the schedule given out: CSV, workbook, page to print."""

from __future__ import annotations

import datetime
import io
import unittest
from decimal import Decimal
from html.parser import HTMLParser

from hypothesis import given, settings
from hypothesis import strategies as st
from openpyxl import Workbook, load_workbook
from openpyxl.worksheet.worksheet import Worksheet

from half_yard.countries import compute, pack_for
from half_yard.interop import assets_text, schedule_page
from half_yard.interop.asset_list import (
    ListRow,
    UnreadableListError,
    guess_columns,
    list_edit,
    list_rows,
    read_cells,
    settle_prior,
)
from half_yard.interop.assets_workbook import assets_workbook
from half_yard.records import ClientFile, apply
from half_yard.records.identifiers import numbered
from half_yard.texts import to_the_end
from tests.files import BUSINESS, RENTAL, amount, asset, business, client, rental

PLACES = {BUSINESS: business(), RENTAL: rental()}
LIST = """Description,Date placed in service,Cost basis,Prior depreciation,Recovery class,Business
Band saw,3/14/2023,"10,000.00","3,878.00",7-year,Workshop
Dell computer,2024-05-01,$2000,400,,Workshop
Roof,6/1/2019,24000,4000,27.5 yr,Cottage
Mystery,6/1/2019,100,,zyxw,Elsewhere
Old thing,13/45/2019,50,900,7,
No cost,6/1/2019,,,5,
"""


def rows_of(text: str) -> tuple[ClientFile, list[ListRow]]:
    file = client(activities=PLACES)
    cells = to_the_end(read_cells("list.csv", text.encode()))
    return file, list_rows(file, cells, guess_columns(cells[0]), BUSINESS)


class TakingIn(unittest.TestCase):
    def test_a_list_is_read_by_its_headings(self) -> None:
        _, rows = rows_of(LIST)
        saw, computer, roof = (row.asset for row in rows[:3])
        assert saw is not None
        assert computer is not None
        assert roof is not None
        self.assertEqual((saw.asset_class, saw.cost, saw.activity), ("seven_year", 10000, BUSINESS))
        self.assertEqual((saw.in_service, saw.prior_depreciation), (datetime.date(2023, 3, 14), 3878))
        self.assertEqual(computer.asset_class, "five_year")
        self.assertEqual((roof.asset_class, roof.activity), ("residential_building", RENTAL))
        self.assertEqual([row.problems for row in rows[:3]], [(), (), ()])

    def test_what_is_wrong_is_said_at_its_place_and_the_rest_stands(self) -> None:
        file, rows = rows_of(LIST)
        said = {row.line: " ".join(row.problems) for row in rows}
        self.assertIn("“zyxw” is no class", said[5])
        self.assertIn("no “Elsewhere”", said[5])
        self.assertIn("no day of the calendar", said[6])
        self.assertIn("more than the cost", said[6])
        self.assertIn("left out", said[7])
        taken = apply(file, list_edit(file, rows))[0]
        self.assertEqual(len(taken.assets), 5)
        stops = compute(taken).stops
        self.assertIn("No class of property", stops["/assets/s00004"])
        self.assertIn("no date in service", stops["/assets/s00005"])

    def test_earlier_years_are_compared_with_what_is_computed(self) -> None:
        file, rows = rows_of(LIST)
        settled, found = settle_prior(file, rows)
        self.assertEqual((found[2].computed, found[2].differs), (3878, False))  # 1,429 + 2,449, table A-1
        saw = settled[0].asset
        assert saw is not None
        self.assertEqual(saw.answers, {"no_special_allowance": True})  # with it, it would be 8,775.60
        self.assertTrue(found[4].differs)
        self.assertEqual(found[4].listed, 4000)

    def test_a_workbook_reads_like_the_same_csv(self) -> None:
        workbook = Workbook()
        sheet = workbook.active
        assert isinstance(sheet, Worksheet)
        sheet.append(["Asset", "In service", "Cost", "Use %"])
        sheet.append(["Fence", datetime.datetime(2024, 4, 2), 1234.1, "0.8"])
        out = io.BytesIO()
        workbook.save(out)
        file = client(activities=PLACES)
        cells = to_the_end(read_cells("list.XLSX", out.getvalue()))
        made = list_rows(file, cells, guess_columns(cells[0]), RENTAL)[0].asset
        assert made is not None
        self.assertEqual((made.asset_class, made.cost, made.share), ("fifteen_year", Decimal("1234.10"), 80))
        self.assertEqual(made.in_service, datetime.date(2024, 4, 2))

    def test_what_is_no_list_is_refused_with_what_to_do(self) -> None:
        for name, data, words in (
            ("a.csv", b"", "headings"), ("a.csv", b"PK\0\0", "no text"), ("a.xlsx", b"abc", "workbook"),
            ("a.csv", b"x\n" * 30_000, "more than"),
        ):  # fmt: skip
            with self.assertRaisesRegex(UnreadableListError, words):
                to_the_end(read_cells(name, data))

    @settings(max_examples=80, deadline=None)
    @given(st.lists(st.lists(st.text(max_size=12), max_size=7), min_size=2, max_size=8), st.data())
    def test_any_cells_make_rows_and_never_fail(self, cells: list[list[str]], data: st.DataObject) -> None:
        roles = ["name", "activity", "asset_class", "in_service", "cost", "share", "prior_depreciation"]
        columns = {role: data.draw(st.integers(0, 6)) for role in roles}
        file = client(activities=PLACES)
        rows = list_rows(file, cells, columns, BUSINESS)
        self.assertEqual(len(rows), len(cells) - 1)
        taken = apply(file, list_edit(file, rows))[0]
        self.assertEqual(len(taken.assets), sum(row.asset is not None for row in rows))
        for row in rows:
            self.assertTrue(row.asset is not None or row.problems)


class Classes(unittest.TestCase):
    def test_plain_words_find_their_class(self) -> None:
        for words, kind, found in (
            ("computer", "business", "five_year"), ("van over 6,000 lb", "business", "heavy_vehicle"),
            ("fence", "rental", "fifteen_year"), ("roof of a rental", "rental", "residential_building"),
            ("New roof", "rental", "residential_building"),
            ("New roof", "business", "building_systems"),
            ("website", "business", "software"), ("goodwill", "business", "intangible"),
            ("Refridgerator", "rental", "five_year_trade"),
            ("Leasehold improvement", "business", "qualified_improvement"),
            ("Heating", "rental", "residential_building"), ("New carpet", "rental", "five_year_trade"),
            ("Furniture", "rental", "five_year_trade"), ("Deck", "rental", "residential_building"),
            ("Cargo van", "business", "five_year"), ("Salon chairs", "business", "five_year_trade"),
            ("Dental chair", "business", "five_year_trade"), ("Display cases", "business", "five_year_trade"),
            ("Vending machine", "business", "five_year_trade"),
            ("Boat", "business", "boat"), ("Land at the lake", "rental", "land"),
            ("SL 39 yrs", "business", "nonresidential_building"), ("thing", "business", ""),
            ("", "business", ""),
        ):  # fmt: skip
            self.assertEqual(pack_for("us").assets.find_class(words, kind), found, words)

    def test_every_class_says_what_it_is(self) -> None:
        facts = {kind.key: kind.facts for kind in pack_for("us").assets.kinds}
        self.assertIn(
            "7-year property, 200% declining balance, half-year or mid-quarter", facts["seven_year"]
        )
        self.assertIn("section 1250", facts["fifteen_year"])
        self.assertIn("no section 179", facts["residential_building"])
        self.assertTrue(all(facts[key] for key in facts if key != "land"))


class GivingOut(unittest.TestCase):
    FILE = client(
        activities=PLACES,
        assets=numbered("assets", [
            asset("seven_year", "2023-03-01", "10000"),
            asset("residential_building", "2020-01-10", "100000", RENTAL),
            asset("", "2020-01-10", "5", RENTAL),
        ]),
    )  # fmt: skip

    def test_what_is_given_out_can_be_taken_in(self) -> None:
        cells = to_the_end(read_cells("own.csv", assets_text(compute(self.FILE)).encode()))
        rows = list_rows(self.FILE, cells, guess_columns(cells[0]), BUSINESS)
        for row, own in zip(rows, self.FILE.assets.values(), strict=True):
            assert row.asset is not None
            self.assertEqual(
                (
                    row.asset.name,
                    row.asset.asset_class,
                    row.asset.cost,
                    row.asset.activity,
                    row.asset.in_service,
                ),
                (own.name, own.asset_class, own.cost, own.activity, own.in_service),
            )
        settled, compared = settle_prior(self.FILE, rows)
        self.assertFalse(any(each.differs for each in compared.values()))
        self.assertEqual(settled[0].asset.answers if settled[0].asset else {}, {"no_special_allowance": True})

    def test_the_workbook_has_live_totals_and_every_year(self) -> None:
        workbook = load_workbook(io.BytesIO(assets_workbook(compute(self.FILE))))
        listed, years = workbook["Assets"], workbook["Every year"]
        self.assertEqual(listed.cell(5, 6).value, "=SUM(F2:F4)")
        self.assertEqual(listed.cell(2, 8).value, 1749)
        self.assertEqual([cell.value for cell in years[1]][2], 2020)
        self.assertEqual(sum(cell.value or 0 for cell in years[2][2:]), 10000)

    def test_the_page_to_print_ties_to_the_forms(self) -> None:
        page = schedule_page(compute(self.FILE))

        class Reader(HTMLParser):
            text = ""

            def handle_data(self, data: str) -> None:
                self.text += f" {data}"

        reader = Reader()
        reader.feed(page)
        self.assertIn("Workshop", reader.text)
        total = f"{amount(self.FILE, f'form_4562.{RENTAL}/total'):,.2f}"
        self.assertIn(f"Form 4562, line 22: {total}", reader.text)
        self.assertIn("No class of property", reader.text)
