"""Exchanges of property of like kind (26 U.S.C. 1031) against the published examples.

Sources are named at each case; "recalled" marks an example written down from memory, "by hand" that the
figures follow from the statute or regulation named there.
"""

from __future__ import annotations

import datetime
import unittest
from collections.abc import Mapping
from decimal import Decimal
from typing import Any, NamedTuple

from hypothesis import given as given_by
from hypothesis import settings
from hypothesis import strategies as st
from icalendar import Calendar

from half_yard.countries import Computation, compute, pack_for
from half_yard.countries.next_year import next_year
from half_yard.countries.us.exchanges.sides import deadlines_of
from half_yard.demo.hallowell import hallowell
from half_yard.interop.deadlines import calendar_of
from half_yard.records import Asset, ClientFile, Exchange, apply
from half_yard.records.identifiers import numbered
from tests.files import RENTAL, client, rental

DEAL = "x00001"
GIVEN_ON, GOT_ON = datetime.date(2025, 3, 3), datetime.date(2025, 4, 1)
CENT = Decimal("0.01")


def given(basis: str, worth: str | None = None, kind: str = "land", **fields: Any) -> Asset:
    """Something held for years that is given up; land, so that its cost is its adjusted basis."""
    usual = {
        "activity": RENTAL, "name": "Old place", "asset_class": kind, "in_service": datetime.date(2005, 5, 1),
        "cost": Decimal(basis), "disposed": GIVEN_ON, "disposal": "exchange", "given_in": DEAL,
        "proceeds": None if worth is None else Decimal(worth),
    }  # fmt: skip
    return Asset(**{**usual, **fields})


def got(worth: str, kind: str = "land", **fields: Any) -> Asset:
    """Something that is received."""
    usual = {
        "activity": RENTAL, "name": "New place", "asset_class": kind, "in_service": GOT_ON,
        "cost": Decimal(worth), "got_in": DEAL, "origin": "exchanged",
    }  # fmt: skip
    return Asset(**{**usual, **fields})


def deal(
    *assets: Asset, year: int = 2025, record: Mapping[str, Any] | None = None, **facts: str
) -> ClientFile:
    """A file with one exchange of these assets, and these amounts besides."""
    amounts = {key: Decimal(text) for key, text in facts.items()}
    usual = {"name": "The exchange", "facts": amounts, "choices": {"held": "swap"}}
    exchange = Exchange(**{**usual, **(record or {})})
    return client(
        year, activities={RENTAL: rental()}, assets=numbered("assets", assets), exchanges={DEAL: exchange}
    )


def named_on(day: datetime.date, **facts: Decimal) -> Mapping[str, Any]:
    """The record of an intermediary's exchange in which what is to be got was named on a day."""
    return {
        "choices": {"held": "intermediary"},
        "days": {"identified": day},
        **({"facts": facts} if facts else {}),
    }


LINES = {
    "12": "other_value", "13": "other_basis", "14": "other_gain", "15": "line_15", "16": "line_16",
    "17": "line_17", "18": "line_18", "19": "realized", "20": "line_20", "21": "recapture", "22": "line_22",
    "23": "recognized", "24": "deferred", "25": "line_25",
}  # fmt: skip


def lines_of(computation: Computation, wanted: Mapping[str, str]) -> dict[str, str]:
    """The lines of the form that an example names."""
    sheet = computation.sheet(f"form_8824.{DEAL}")
    return {number: f"{sheet[LINES[number]].amount:f}".removesuffix(".00") for number in wanted}


def read(words: str) -> dict[str, str]:
    """Lines and amounts as `15:200000 16:600000`."""
    return dict(pair.split(":") for pair in words.split())


class Example(NamedTuple):
    """An example: where it is from, what is exchanged, and lines 12 to 25."""

    source: str
    file: ClientFile
    lines: str


TOOLS: dict[str, Any] = {"asset_class": "seven_year", "name": "Furniture", "prior_depreciation": Decimal(0)}
EXAMPLES = {
    "boot received, mortgage taken over": Example(
        "Treas. Reg. 1.1031(d)-2 example 1, recalled",
        deal(given("500000"), got("600000"), cash="50000", debt_relieved="150000"),
        "15:200000 16:600000 17:800000 18:500000 19:300000 20:200000 23:200000 24:100000 25:500000",
    ),
    "mortgages netted, cash received (owner D)": Example(
        "Treas. Reg. 1.1031(d)-2 example 2, recalled",
        deal(given("100000"), got("250000"), cash="40000", debt_relieved="80000", debt_taken_on="150000"),
        "15:40000 16:250000 17:290000 18:170000 19:120000 20:40000 23:40000 24:80000 25:170000",
    ),
    "mortgages netted, cash paid (owner E)": Example(
        "Treas. Reg. 1.1031(d)-2 example 2, recalled",
        deal(
            given("175000"), got("220000"), cash_paid="40000", debt_relieved="150000", debt_taken_on="80000"
        ),
        "15:30000 16:220000 17:250000 18:175000 19:75000 20:30000 23:30000 24:45000 25:175000",
    ),
    "cash and a car received": Example(
        "Treas. Reg. 1.1031(d)-1(c) example, recalled",
        deal(given("10000"), got("9000"), other_got="2000", cash="1500"),
        "15:3500 16:9000 17:12500 18:10000 19:2500 20:2500 23:2500 24:0 25:9000",
    ),
    "expenses reduce boot": Example(
        "IRS Pub. 544, recalled",
        deal(given("8000"), got("10000"), cash="1000", costs="500"),
        "15:500 16:10000 17:10500 18:8000 19:2500 20:500 23:500 24:2000 25:8000",
    ),
    "loss": Example(
        "IRS Pub. 544, recalled",
        deal(given("8000"), got("7000"), cash="1000", costs="500"),
        "15:500 16:7000 17:7500 18:8000 19:-500 20:0 23:0 24:-500 25:7500",
    ),
    "mortgage paid off by the other side": Example(
        "IRS Pub. 544, recalled",
        deal(given("8000"), got("10000"), cash="1000", costs="500", debt_relieved="3000"),
        "15:3500 16:10000 17:13500 18:8000 19:5500 20:3500 23:3500 24:2000 25:8000",
    ),
    "stock given too": Example(
        "IRS Pub. 544, recalled",
        deal(given("15000", "19000"), got("20000"), other_given="1000", other_given_basis="4000"),
        "12:1000 13:4000 14:-3000 15:0 16:20000 17:20000 18:16000 19:4000 20:0 23:0 24:4000 25:16000",
    ),
    "cash paid": Example(
        "by hand from the form's lines",
        deal(given("210000", "342000"), got("400000"), cash_paid="70000", costs="12000"),
        "15:0 16:400000 17:400000 18:292000 19:108000 20:0 23:0 24:108000 25:292000",
    ),
    "debt up": Example(
        "by hand from the form's lines",
        deal(
            given("220000"), got("500000"), debt_relieved="180000", debt_taken_on="260000",
            cash_paid="20000", costs="15000",
        ),
        "15:0 16:500000 17:500000 18:335000 19:165000 20:0 23:0 24:165000 25:335000",
    ),
    "debt down": Example(
        "by hand from the form's lines",
        deal(given("150000"), got("300000"), debt_relieved="120000", debt_taken_on="70000", costs="8000"),
        "15:42000 16:300000 17:342000 18:150000 19:192000 20:42000 23:42000 24:150000 25:150000",
    ),
    "debt up does not shelter cash": Example(
        "by hand from the form's lines",
        deal(
            given("150000"), got("300000"), debt_relieved="120000", debt_taken_on="170000", cash="40000",
            costs="8000",
        ),
        "15:32000 16:300000 17:332000 18:200000 19:132000 20:32000 23:32000 24:100000 25:200000",
    ),
    "deposits and prepaid rent": Example(
        "by hand from the form's lines",
        deal(given("350000"), got("600000"), credits="3000", costs="20000"),
        "15:0 16:600000 17:600000 18:367000 19:233000 20:0 23:0 24:233000 25:367000",
    ),
    "furniture in the replacement": Example(
        "26 CFR 1.1031(a)-3, by hand",
        deal(given("400000", "1000000"), got("980000"), got("20000", "five_year_trade", name="Furniture")),
        "15:20000 16:980000 17:1000000 18:400000 19:600000 20:20000 23:20000 24:580000 25:400000",
    ),
    "furniture in the property given": Example(
        "by hand from the form's lines",
        deal(
            given("300000", "465000"),
            given("2000", "15000", **TOOLS, in_service=datetime.date(2024, 1, 5),
                  answers={"no_special_allowance": True}),
            got("480000"),
        ),
        "12:15000 15:0 16:480000 17:480000 18:315000 19:165000 20:0 23:0 24:165000 25:315000",
    ),
    "two properties for one": Example(
        "26 CFR 1.1031(j)-1, by hand",
        deal(
            given("100000", "300000"), given("160000", "400000"), got("700000"), debt_relieved="200000",
            debt_taken_on="200000", costs="18000",
        ),
        "15:0 16:700000 17:700000 18:278000 19:422000 20:0 23:0 24:422000 25:278000",
    ),
    "one for two": Example(
        "26 CFR 1.1031(j)-1, by hand",
        deal(given("260000", "700000"), got("420000"), got("280000"), costs="18000"),
        "15:0 16:700000 17:700000 18:278000 19:422000 20:0 23:0 24:422000 25:278000",
    ),
    "deficiency in the group": Example(
        "26 CFR 1.1031(j)-1 after 2017, by hand",
        deal(
            given("200000", "500000"), given("10000", "40000", **TOOLS), got("430000"), cash="110000"
        ),
        "15:70000 16:430000 17:500000 18:200000 19:300000 20:70000 23:70000 24:230000 25:200000",
    ),
    "surplus in the group": Example(
        "26 CFR 1.1031(j)-1 after 2017, by hand",
        deal(given("200000", "500000"), given("10000", "40000", **TOOLS), got("540000")),
        "15:0 16:540000 17:540000 18:240000 19:300000 20:0 23:0 24:300000 25:240000",
    ),
}  # fmt: skip


class Form8824(unittest.TestCase):
    """Lines 12 to 25 of every example."""

    def test_the_published_examples(self) -> None:
        for name, example in EXAMPLES.items():
            wanted = read(example.lines)
            with self.subTest(name, source=example.source):
                self.assertEqual(lines_of(compute(example.file), wanted), wanted)


HOUSE, LAND, NEW_HOUSE, NEW_LAND = "s00001", "s00002", "s00003", "s00004"


def facts_a(
    kind: str = "residential_building",
    house: str = "480000",
    land: str = "120000",
    year: int = 2024,
    record: Mapping[str, Any] | None = None,
) -> ClientFile:
    """A rental house for another, June 12, 2024, 100,000 paid; by the formula, as the example counts."""
    day, since = datetime.date(2024, 6, 12), datetime.date(2015, 7, 10)
    formula = {"by_formula": True}
    return deal(
        given("275000", "400000", "residential_building", name="House", in_service=since, disposed=day,
              answers=formula),
        given("60000", "100000", name="Land", in_service=since, disposed=day),
        got(house, kind, name="New house", in_service=day, answers=formula),
        got(land, name="New land", in_service=day),
        year=year, record=record, cash_paid="100000",
    )  # fmt: skip


class Depreciation(unittest.TestCase):
    """Reg. 1.168(i)-6; facts A of the reference file, by hand. Amounts of single years are in cents, so that
    what earlier years took is a cent less than in the example."""

    def near(self, amount: Decimal, wanted: str, cents: int = 1) -> None:
        self.assertLessEqual(abs(amount - Decimal(wanted)), cents * CENT, (amount, wanted))

    def test_a_house_for_a_house(self) -> None:
        computation = compute(facts_a())
        sheet = computation.sheet(f"form_8824.{DEAL}")
        self.near(sheet["adjusted"].amount, "245833.33")
        self.near(sheet["line_25"].amount, "345833.33")
        self.near(sheet[f"basis.{NEW_HOUSE}"].amount, "276666.66")
        self.near(sheet[f"basis.{NEW_LAND}"].amount, "69166.67")
        self.near(computation.stories[HOUSE].this_year.amount, "4583.33")
        story = computation.stories[NEW_HOUSE]
        self.near(story.parts["carried"].amount, "5416.67")
        self.near(story.parts["regular"].amount, "1789.14")
        self.near(story.next_year.amount, "13303.03")
        self.near(sum(story.amounts, Decimal(0)), "276666.66")
        form = computation.sheet(f"form_4562.{RENTAL}")
        self.assertEqual([form[line].amount for line in ("earlier_years", "total")], [10000, 11789])

    def test_more_land_leaves_nothing_new(self) -> None:
        computation = compute(facts_a(house="240000", land="360000"))
        story = computation.stories[NEW_HOUSE]
        self.near(computation.sheet(f"form_8824.{DEAL}")[f"basis.{NEW_HOUSE}"].amount, "138333.33")
        self.assertNotIn("regular", story.parts)
        self.near(story.next_year.amount, "7443.95")

    def test_a_shop_goes_on_over_the_longer_life(self) -> None:
        story = compute(facts_a("nonresidential_building")).stories[NEW_HOUSE]
        goes_on, new = Decimal("6177.29"), Decimal("90833.33") / 39
        self.near(story.next_year.amount, str(goes_on + new), 2)

    def test_a_shop_for_a_house_is_never_sped_up(self) -> None:
        """39 years in service for ten; by hand."""
        day, since = datetime.date(2024, 6, 12), datetime.date(2014, 6, 12)
        formula = {"by_formula": True}
        story = compute(
            deal(
                given("390000", "500000", "nonresidential_building", in_service=since, disposed=day,
                      answers=formula),
                got("500000", "residential_building", in_service=day, answers=formula),
                year=2024,
            )
        ).stories["s00002"]  # fmt: skip
        self.assertIn("348 months that are left", story.summary)
        self.near(story.next_year.amount, "10000", 5)

    def test_the_election_out_makes_all_of_it_new(self) -> None:
        computation = compute(facts_a(record={"answers": {"as_new": True}}))
        story = computation.stories[NEW_HOUSE]
        self.near(story.this_year.amount, "5449.49")
        self.near(story.next_year.amount, "10060.61")
        self.assertEqual(computation.stories[HOUSE].this_year.amount, Decimal("4583.33"))
        self.assertTrue(
            any("1.168(i)-6(i)" in note for note in computation.sheet(f"form_4562.{RENTAL}").notes)
        )

    def test_an_office_for_a_warehouse(self) -> None:
        """Treas. Reg. 1.168(i)-6 example, recalled; its years are before those of the program, so they are
        moved on by twenty: July 2017, July and October 2024."""
        formula = {"by_formula": True}
        computation = compute(
            deal(
                given("4680000", "5000000", "nonresidential_building", in_service=datetime.date(2017, 7, 1),
                      disposed=datetime.date(2024, 7, 1), answers=formula),
                got("5000000", "nonresidential_building", in_service=datetime.date(2024, 10, 1),
                    answers=formula),
                year=2024,
                record=named_on(datetime.date(2024, 8, 1)),
            )
        )  # fmt: skip
        self.near(computation.stories["s00001"].this_year.amount, "65000")
        self.near(computation.stories["s00002"].this_year.amount, "25000")
        self.near(computation.stories["s00002"].next_year.amount, "120000")

    def test_what_was_taken_beyond_the_cost_leaves_no_basis_below_nothing(self) -> None:
        """26 U.S.C. 1016(a)(2), by hand: what is received has the cash as its basis, nothing less."""
        old = given("1000", "60000", "residential_building", prior_depreciation=Decimal(9000))
        computation = compute(deal(old, got("80000", "residential_building"), cash_paid="20000"))
        sheet = computation.sheet(f"form_8824.{DEAL}")
        self.assertEqual((sheet["adjusted"].amount, sheet["line_25"].amount), (0, 20000))
        self.assertGreater(computation.stories["s00002"].this_year.amount, 0)

    def test_next_year_goes_on_as_it_was_foretold(self) -> None:
        this = compute(facts_a())
        then = compute(next_year(this, pack_for("us")))
        for key in (HOUSE, NEW_HOUSE):
            self.assertEqual(then.stories[key].this_year.amount, this.stories[key].next_year.amount)
        sheet, before = (each.sheet(f"form_8824.{DEAL}") for each in (then, this))
        self.assertEqual(sheet["line_25"].amount, before["line_25"].amount)
        self.assertEqual(sheet["to_part_i"].amount, 0)

    def test_land_improvements_that_come_along_are_new(self) -> None:
        """Section 179 and bonus, by hand: what was left of the house goes on in the house alone, so that the
        fence is new property with the special allowance; no building has one."""
        file = facts_a()
        fence = got("20000", "fifteen_year", name="Fence", in_service=datetime.date(2024, 6, 12))
        computation = compute(file.model_copy(update={"assets": {**file.assets, "s00005": fence}}))
        self.assertEqual(set(computation.stories["s00005"].parts), {"allowance", "regular"})
        self.assertEqual(set(computation.stories[NEW_HOUSE].parts), {"carried", "regular"})

    def test_a_second_exchange_goes_on_from_the_first(self) -> None:
        """26 CFR 1.168(i)-6(b)(7), by hand: after 107 and another 12 months 211 of 330 are left."""
        file = next_year(compute(facts_a()), pack_for("us"))
        day, formula = datetime.date(2025, 6, 12), {"by_formula": True}
        leaving = {"disposed": day, "disposal": "exchange", "given_in": "x00002"}
        first = {key: file.assets[key].model_copy(update=leaving) for key in (NEW_HOUSE, NEW_LAND)}
        third = got(
            "600000", "residential_building", in_service=day, answers=formula, got_in="x00002"
        )  # fmt: skip
        computation = compute(
            file.model_copy(
                update={
                    "assets": {
                        **file.assets,
                        **first,
                        "s00005": third.model_copy(update={"got_in": "x00002"}),
                    },
                    "exchanges": {**file.exchanges, "x00002": file.exchanges[DEAL]},
                }
            )
        )
        story = computation.stories["s00005"]
        self.assertIn("211 months that are left", story.summary)
        self.assertIn("318 months that are left", story.summary)
        self.near(story.parts["carried"].amount, "7205.81", 5)
        basis = computation.sheet("form_8824.x00002")["line_25"].amount
        left = Decimal("345833.34") - Decimal("7205.81") - computation.stories[NEW_HOUSE].this_year.amount
        self.assertEqual(basis, left + 100000)

    def test_archiving_the_old_house_changes_nothing_of_the_new_one(self) -> None:
        this = facts_a()
        old, new = this.assets[HOUSE], this.assets[NEW_HOUSE].model_copy(update={"activity": "a00003"})
        let = {RENTAL: rental(archived=True), "a00003": rental(name="New")}
        before, after = (
            compute(
                this.model_copy(
                    update={"activities": activities, "assets": {**this.assets, HOUSE: old, NEW_HOUSE: new}}
                )
            )
            for activities in ({**let, RENTAL: rental()}, let)
        )
        years = [each.stories[NEW_HOUSE].amounts for each in (before, after)]
        self.assertEqual(years[0], years[1])
        self.assertEqual(after.sheet("form_4562.a00003")["total"].amount, 7206)

    def test_the_projection_and_the_books_know_both_lives(self) -> None:
        file = facts_a()
        offered = pack_for("us").one_by_one
        years = compute(file).stories[NEW_HOUSE].amounts
        first, taken = offered.treatments(file)[0].years(NEW_HOUSE)
        self.assertEqual((first, list(taken)), (2024, list(years)))
        projected = offered.projection(file).by_activity[RENTAL]
        self.assertEqual(projected[1], years[1])


class Recapture(unittest.TestCase):
    """What of the gain is ordinary, and what of it is unrecaptured section 1250 gain."""

    def test_a_straight_line_building_has_unrecaptured_gain_only(self) -> None:
        """By hand: depreciation 90,000, cash 30,000."""
        file = deal(
            given("290000", "480000", "residential_building", prior_depreciation=Decimal(90000),
                  in_service=datetime.date(1990, 1, 1)),
            got("450000", "residential_building"), cash="30000",
        )  # fmt: skip
        computation = compute(file)
        wanted = read(
            "15:30000 16:450000 17:480000 18:200000 19:280000 20:30000 23:30000 24:250000 25:200000"
        )
        self.assertEqual(lines_of(computation, wanted), wanted)
        sheet = computation.sheet(f"form_8824.{DEAL}")
        self.assertEqual([sheet[line].amount for line in ("unrecaptured", "worn.s00002")], [30000, 60000])
        self.assertEqual(computation.sheet("form_4797")["unrecaptured"].amount, 30000)
        self.assertEqual(computation.sheet("form_4797")["exchanged"].amount, 30000)

    def test_what_is_1245_property_is_ordinary_before_the_rest(self) -> None:
        """The reference's line 21 of 18,000: a fixture with that much depreciation; by hand."""
        fixture: dict[str, Any] = {
            "kind": "seven_year",
            "prior_depreciation": Decimal(18000),
            "answers": {"fixed": True},
        }
        computation = compute(
            deal(
                given("200000", "462000"), given("18000", "18000", name="Fixtures", **fixture),
                got("450000"), cash="30000",
            )
        )  # fmt: skip
        wanted = read("15:30000 19:280000 20:30000 21:18000 22:12000 23:30000 24:250000 25:200000")
        self.assertEqual(lines_of(computation, wanted), wanted)
        self.assertEqual(computation.sheet("form_4797")["exchanged_ordinary"].amount, 18000)

    def test_section_1245_real_property_without_boot(self) -> None:
        """26 U.S.C. 1245(b)(4), by hand: worth 45,000, basis 5,000, depreciation 50,000; 10,000 of such
        property comes for it."""
        signs: dict[str, Any] = {"kind": "seven_year", "answers": {"fixed": True}}
        computation = compute(
            deal(
                given("100000", "355000"),
                given("55000", "45000", name="Signs", prior_depreciation=Decimal(50000), **signs,
                      in_service=datetime.date(2005, 1, 1)),
                got("390000"), got("10000", name="Its signs", **signs),
            )
        )  # fmt: skip
        wanted = read("15:0 20:0 21:35000 22:0 23:35000 24:260000 25:140000")
        self.assertEqual(lines_of(computation, wanted), wanted)

    def test_what_is_bought_and_given_around_what_came_makes_no_circle(self) -> None:
        """The test of the year asks for the basis of what came, that for depreciation by the same test."""
        late: dict[str, Any] = {"disposed": datetime.date(GOT_ON.year + 1, 1, 2)}
        file = deal(
            given("100000", "100000"),
            given("9000", "8000", "fifteen_year", in_service=datetime.date(GOT_ON.year, 1, 5), **late),
            got("90000"), got("10000", "fifteen_year", name="Its fences"),
        )  # fmt: skip
        said = [str(finding) for finding in compute(file).findings]
        self.assertTrue(any("Its fences: something given for it" in text for text in said), said)

    def test_section_1245_property_without_any_value(self) -> None:
        """What is worth nothing, with no basis left, has no gain of its own that could be ordinary."""
        signs: dict[str, Any] = {"kind": "seven_year", "answers": {"fixed": True}}
        old = given("18000", "0", name="Signs", prior_depreciation=Decimal(18000), **signs)
        computation = compute(deal(old, got("0"), cash="5000"))
        wanted = read("15:5000 20:5000 21:0 22:5000")
        self.assertEqual(lines_of(computation, wanted), wanted)

    def test_depreciation_of_both_is_in_a_later_sale(self) -> None:
        """The holding and the depreciation of the old one count (26 U.S.C. 1223(1); 26 CFR 1.1250-3(d))."""
        file = next_year(compute(facts_a()), pack_for("us"))
        house = file.assets[NEW_HOUSE].model_copy(
            update={"disposed": datetime.date(2025, 3, 1), "disposal": "sale", "proceeds": Decimal(700000)}
        )
        computation = compute(file.model_copy(update={"assets": {**file.assets, NEW_HOUSE: house}}))
        form = computation.sheet("form_4797")
        own = computation.stories[NEW_HOUSE].taken.amount
        before = computation.sheet(f"form_8824.{DEAL}")[f"worn.{NEW_HOUSE}"].amount
        self.assertEqual(form[f"{NEW_HOUSE}.unrecaptured"].amount, round(own + before))
        self.assertGreater(before, 70000)
        self.assertEqual(form.line(f"{NEW_HOUSE}.gain").number, "24")


class MixedCases(unittest.TestCase):
    """Related persons, a former home, cash that comes later, what does not qualify."""

    def test_a_former_home_has_both_rules(self) -> None:
        """Rev. Proc. 2005-14 example 1, recalled: its years are moved on by nineteen."""
        house: dict[str, Any] = {
            "acquired": datetime.date(2019, 1, 1), "in_service": datetime.date(2023, 1, 1),
            "disposed": datetime.date(2025, 1, 2), "prior_depreciation": Decimal(20000),
            "answers": {"main_home": True}, "origin": "converted",
        }  # fmt: skip
        file = deal(
            given("210000", "470000", "own_building", **house),
            got("460000", "residential_building", in_service=datetime.date(2025, 1, 20)),
            cash="10000",
        )  # fmt: skip
        computation = compute(file)
        sheet = computation.sheet(f"form_8824.{DEAL}")
        lines = ("realized", "excluded", "recognized", "deferred", "line_25")
        self.assertEqual([sheet[line].amount for line in lines], [280000, 250000, 0, 30000, 430000])

    def test_two_years_of_a_related_person(self) -> None:
        """IRS Pub. 544, recalled, of an older edition with trucks; the rule is the same for land."""
        record = {"answers": {"related_party": True, "qualifies": True}}
        file = deal(given("6000", "7000"), got("7200"), cash_paid="200", record=record)
        first = compute(file)
        wanted = read("19:1000 23:0 24:1000 25:6200")
        self.assertEqual(lines_of(first, wanted), wanted)
        then = next_year(first, pack_for("us"))
        resold = then.exchanges[DEAL].model_copy(update={"days": {"resold": datetime.date(2026, 5, 1)}})
        land = then.assets["s00002"].model_copy(
            update={"disposed": datetime.date(2026, 5, 1), "disposal": "sale", "proceeds": Decimal(7000)}
        )
        second = compute(
            then.model_copy(update={"exchanges": {DEAL: resold}, "assets": {**then.assets, "s00002": land}})
        )
        sheet, form = second.sheet(f"form_8824.{DEAL}"), second.sheet("form_4797")
        self.assertEqual([sheet[line].amount for line in ("to_part_i", "line_25_then")], [1000, 7200])
        self.assertEqual(form["s00002.gain"].amount, -200)
        sister = compute(deal(given("1000", "7200"), got("7000"), cash="200", record=record))
        wanted = read("19:6200 23:200 24:6000 25:1000")
        self.assertEqual(lines_of(sister, wanted), wanted)

    def test_a_related_persons_exchange_is_reported_for_two_more_years(self) -> None:
        """26 U.S.C. 1031(f)(1)(C): Form 8824 for 2025, 2026 and 2027, then its worksheet alone."""
        file = deal(
            given("6000", "7000"), got("7000"), record={"answers": {"related_party": True}}, year=2025
        )
        forms = [
            compute(file.model_copy(update={"tax_year": year})).sheet(f"form_8824.{DEAL}").form
            for year in (2025, 2026)
        ]
        self.assertEqual(forms, ["Form 8824", "Form 8824"])
        alone = file.exchanges[DEAL].model_copy(update={"answers": {}})
        plain = file.model_copy(update={"tax_year": 2026, "exchanges": {DEAL: alone}})
        self.assertEqual(compute(plain).sheet(f"form_8824.{DEAL}").form, "Exchange")

    def test_furniture_that_comes_along_needs_no_naming(self) -> None:
        """Incidental property, Treas. Reg. 1.1031(k)-1(c)(5), recalled: boot all the same."""
        day = datetime.date(2025, 8, 1)
        furniture = got("150000", "five_year_trade", name="Furniture", in_service=day)
        file = deal(
            given("400000", "1150000"), got("1000000", "residential_building", in_service=day), furniture,
            record=named_on(datetime.date(2025, 4, 1), identified_count=Decimal(1)),
        )  # fmt: skip
        self.assertEqual(compute(file).sheet(f"form_8824.{DEAL}")["line_15"].amount, 150000)

    def test_a_dwelling_that_is_lived_in_too_counts_whole(self) -> None:
        """Rev. Proc. 2008-16 (the rule): the demo's cabin, by what its worksheets allowed."""
        file = hallowell()
        day = datetime.date(2025, 12, 1)
        cabin = {key: each for key, each in file.assets.items() if "Hobbs Pond" in each.name}
        leaving = {"disposed": day, "disposal": "exchange", "given_in": DEAL, "proceeds": Decimal(200000)}
        gone = {key: each.model_copy(update=leaving) for key, each in cabin.items()}
        new = got("400000", "residential_building", in_service=day, activity="a00003")
        exchange = Exchange(choices={"held": "swap"}, answers={"qualifies": True, "related_party": False})
        computation = compute(
            file.model_copy(
                update={"assets": {**file.assets, **gone, "s00099": new}, "exchanges": {DEAL: exchange}}
            )
        )
        sheet = computation.sheet(f"form_8824.{DEAL}")
        taken = sum(computation.stories[key].taken.amount for key in cabin)
        self.assertEqual(sheet["adjusted"].amount, sum(each.cost for each in cabin.values()) - taken)
        self.assertFalse(sheet["line_25"].gaps)
        self.assertFalse([each for each in computation.sheets if each.key == "form_4797"])

    def test_what_is_not_held_for_business_is_sold(self) -> None:
        """Foreign land, what is held for sale, an own home, a short lease: 26 U.S.C. 1031(a), (h)."""
        record = {"answers": {"qualifies": False}}
        computation = compute(deal(given("100000", "300000"), got("300000"), record=record))
        self.assertEqual(computation.sheet("form_4797")["s00001.gain"].amount, 200000)

    def test_cash_left_is_taxed_as_it_comes(self) -> None:
        """Treas. Reg. 1.1031(k)-1(j)(2), by hand: 60,000 left in a transfer of November 2025."""
        november = datetime.date(2025, 11, 3)
        file = deal(
            given("100000", "400000", disposed=november), got("340000", in_service=november),
            cash_later="60000", record={"choices": {"held": "intermediary"}},
        )  # fmt: skip
        this = compute(file)
        self.assertEqual(this.sheet(f"form_8824.{DEAL}")["recognized"].amount, 60000)
        self.assertEqual(this.sheet(f"form_8824.{DEAL}")["to_part_i"].amount, 0)
        then = compute(next_year(this, pack_for("us")))
        self.assertEqual(then.sheet("form_4797")["exchanged"].amount, 60000)

    def test_a_note_is_taxed_as_it_is_paid(self) -> None:
        """26 U.S.C. 453(f)(6), by hand: of boot 80,000 a note of 50,000, paid 20,000 in 2026; basis goes to
        the replacement first, so that all of what comes is gain."""
        file = deal(given("100000", "400000"), got("320000"), cash="30000", note="50000")
        this = compute(file)
        sheet = this.sheet(f"form_8824.{DEAL}")
        self.assertEqual([sheet[line].amount for line in ("recognized", "to_part_i")], [80000, 30000])
        then = next_year(this, pack_for("us"))
        paid = then.exchanges[DEAL].model_copy(
            update={"facts": {**then.exchanges[DEAL].facts, "note_2026": Decimal(20000)}}
        )
        after = compute(then.model_copy(update={"exchanges": {DEAL: paid}}))
        self.assertEqual(after.sheet("form_4797")["exchanged"].amount, 20000)
        labels = [field.label for field in pack_for("us").exchanges.fields(then, DEAL).got]
        self.assertIn("Principal of the note in 2026", labels)

    def test_a_truck_traded_in_is_no_exchange(self) -> None:
        """Since 2018 (P.L. 115-97, section 13303), by hand: the gain of 7,000 is ordinary."""
        plain: dict[str, Any] = {"answers": {"no_special_allowance": True}}
        old = given(
            "8000", "15000", "heavy_vehicle", prior_depreciation=Decimal(0), **plain,
            disposed=datetime.date(2025, 1, 2), in_service=datetime.date(2015, 1, 1),
        )  # fmt: skip
        computation = compute(deal(old, got("45000", "heavy_vehicle", **plain)))
        self.assertFalse(computation.has_sheet(f"form_8824.{DEAL}"))
        form = computation.sheet("form_4797")
        self.assertEqual(form["s00001.gain"].amount, 7000)
        self.assertEqual(computation.stories["s00002"].yearly[0].amount, 9000)

    def test_who_had_the_money_sold(self) -> None:
        """26 CFR 1.1031(k)-1(f)."""
        computation = compute(
            deal(given("100000", "300000"), got("300000"), record={"choices": {"held": "owner"}})
        )
        self.assertEqual(computation.sheet("form_4797")["s00001.gain"].amount, 200000)
        self.assertFalse(computation.has_sheet(f"form_8824.{DEAL}"))


AMOUNTS = st.integers(0, 60_000_000).map(lambda cents: Decimal(cents) / 100)
FACTS = ("cash", "cash_paid", "debt_relieved", "debt_taken_on", "costs", "credits", "other_got")
KINDS = st.sampled_from(["residential_building", "nonresidential_building"])
DEALS = st.fixed_dictionaries({key: st.just(Decimal(0)) | AMOUNTS for key in FACTS})
HOUSES = st.tuples(AMOUNTS.filter(bool), st.dates(datetime.date(1995, 1, 1), datetime.date(2024, 12, 31)))


def half_months(since: datetime.date, until: datetime.date) -> int:
    """Between the middle of a month and that of another."""
    return 2 * ((until.year - since.year) * 12 + until.month - since.month)


class AnyExchange(unittest.TestCase):
    """Properties, and a plain second computation of the lines and of straight line by months."""

    @settings(max_examples=120, deadline=None)
    @given_by(
        st.lists(AMOUNTS, min_size=1, max_size=3),
        st.lists(AMOUNTS.filter(bool), min_size=1, max_size=3),
        DEALS,
    )
    def test_the_lines_agree_with_plain_arithmetic(
        self, bases: list[Decimal], worth: list[Decimal], facts: dict[str, Decimal]
    ) -> None:
        assets = (*(given(str(each)) for each in bases), *(got(str(each)) for each in worth))
        file = deal(*assets, record={"facts": facts})
        sheet = compute(file).sheet(f"form_8824.{DEAL}")
        relieved = facts["debt_relieved"] + facts["credits"]
        paid = facts["debt_taken_on"] + facts["cash_paid"]
        boot = facts["cash"] + facts["other_got"] + max(relieved - paid, Decimal(0))
        line_15 = max(boot - facts["costs"], Decimal(0))
        given_basis, got_worth = sum(bases, Decimal(0)), sum(worth, Decimal(0))
        unspent = facts["costs"] - (boot - line_15)
        realized = line_15 + got_worth - (given_basis + max(paid - relieved, Decimal(0)) + unspent)
        taxed = max(min(line_15, realized), Decimal(0))
        lines = ("line_15", "realized", "recognized", "deferred")
        wanted = [line_15, realized, taxed, realized - taxed]
        self.assertEqual([sheet[line].amount for line in lines], wanted)
        # What was given, and paid, less what was got, and what is taxed, is the basis of what came.
        basis = given_basis + paid + facts["costs"] + taxed - facts["cash"] - facts["other_got"] - relieved
        self.assertEqual(sheet["line_25"].amount, basis)
        parts = [line.figure.amount for line in sheet.lines if line.place.line.startswith("basis.")]
        self.assertEqual(sum(parts), basis)

    @settings(max_examples=60, deadline=None)
    @given_by(AMOUNTS, AMOUNTS, AMOUNTS.filter(bool), AMOUNTS.filter(bool), DEALS)
    def test_both_parties_of_a_swap_agree(
        self, mine: Decimal, theirs: Decimal, left: Decimal, right: Decimal, facts: dict[str, Decimal]
    ) -> None:
        """What one has beyond what it paid is what the other paid beyond what it has."""
        other = {
            "cash": facts["cash_paid"], "cash_paid": facts["cash"], "debt_relieved": facts["debt_taken_on"],
            "debt_taken_on": facts["debt_relieved"],
        }  # fmt: skip
        own = {key: facts[key] for key in other}
        sides = [
            compute(deal(given(str(basis), str(worth)), got(str(came)), record={"facts": each}))
            for basis, worth, came, each in ((mine, left, right, own), (theirs, right, left, other))
        ]
        net = [
            sheet["cash_and_other"].amount + sheet["debts_relieved"].amount - sheet["paid_and_owed"].amount
            for sheet in (each.sheet(f"form_8824.{DEAL}") for each in sides)
        ]
        self.assertEqual(net[0], -net[1])
        unequal = ["more is" in " ".join(f.message for f in each.findings) for each in sides]
        self.assertEqual(unequal[0], unequal[1])

    @settings(max_examples=60, deadline=None)
    @given_by(
        HOUSES,
        AMOUNTS.filter(bool),
        AMOUNTS,
        st.sampled_from(["residential_building", "nonresidential_building"]),
    )
    def test_a_house_goes_on_as_months_say(
        self, house: tuple[Decimal, datetime.date], worth: Decimal, cash: Decimal, kind: str
    ) -> None:
        cost, since = house
        formula = {"by_formula": True}
        file = deal(
            given(str(cost), None, "residential_building", in_service=since, answers=formula),
            got(str(worth), kind, answers=formula), cash_paid=str(cash),
        )  # fmt: skip
        computation = compute(file)
        whole = Decimal("27.5") * 24
        used = min(Decimal(half_months(since, GIVEN_ON)), whole)
        left = cost - cost * used / whole
        sheet, story = computation.sheet(f"form_8824.{DEAL}"), computation.stories["s00002"]
        self.assertLessEqual(abs(sheet["adjusted"].amount - left), Decimal("0.40"))
        basis = sheet["basis.s00002"].amount
        life = max(whole, {"residential_building": whole, "nonresidential_building": Decimal(39 * 24)}[kind])
        goes_on, rest = min(left, basis), max(basis - left, Decimal(0))
        months = 17
        old = min(goes_on, goes_on * months / (life - used)) if life > used else goes_on
        new = rest * months / ({"residential_building": whole}.get(kind, Decimal(39 * 24)))
        self.assertLessEqual(abs(story.this_year.amount - old - new), Decimal("0.40"), story.summary)
        self.assertLessEqual(sum(story.amounts, Decimal(0)), basis)
        self.assertGreaterEqual(sum(story.amounts, Decimal(0)), basis - Decimal("0.40"))


class LostAndReplaced(unittest.TestCase):
    """Involuntary conversions, 26 U.S.C. 1033; by hand from its text."""

    LOST: Mapping[str, Any] = {"choices": {"held": "lost"}, "answers": {"similar": True}}

    def results(self, file: ClientFile) -> list[Decimal]:
        sheet = compute(file).sheet(f"form_8824.{DEAL}")
        return [sheet[line].amount for line in ("realized", "recognized", "deferred", "line_25")]

    def test_a_gain_is_taxed_as_far_as_it_was_not_spent(self) -> None:
        """1033(a)(2)(A), (b)(2): basis 60,000, insurance 100,000; 90,000, then 120,000 spent."""
        some = deal(given("60000", "100000"), got("90000"), record=self.LOST)
        self.assertEqual(self.results(some), [40000, 10000, 30000, 60000])
        more = deal(given("60000", "100000"), got("120000"), record=self.LOST)
        self.assertEqual(self.results(more), [40000, 0, 40000, 80000])

    def test_machines_are_replaced_too_and_go_on(self) -> None:
        """Not only real property; what was left goes on, and the cost beyond it is new (1.168(i)-6)."""
        plain: dict[str, Any] = {"answers": {"no_special_allowance": True}}
        lathe = given("20000", "15000", "seven_year", in_service=datetime.date(2023, 4, 1), **plain)
        computation = compute(deal(lathe, got("18000", "seven_year", **plain), record=self.LOST))
        self.assertEqual(computation.sheet(f"form_8824.{DEAL}")["recognized"].amount, 0)
        self.assertIn("months that are left", computation.stories["s00002"].summary)
        self.assertEqual(computation.sheet(f"form_8824.{DEAL}").form, "Involuntary conversion")

    def test_what_a_machine_took_is_ordinary_and_not_unrecaptured(self) -> None:
        """26 U.S.C. 1245(b)(4), by hand: insurance 30,000, of which 18,000 are spent on the like."""
        plain: dict[str, Any] = {"answers": {"no_special_allowance": True}}
        lathe = given(
            "20000", "30000", "seven_year", in_service=datetime.date(2010, 4, 1),
            prior_depreciation=Decimal(20000), **plain,
        )  # fmt: skip
        sheet = compute(deal(lathe, got("18000", "seven_year", **plain), record=self.LOST)).sheet(
            f"form_8824.{DEAL}"
        )
        lines = ("realized", "recapture", "recognized", "unrecaptured")
        self.assertEqual([sheet[line].amount for line in lines], [30000, 12000, 12000, 0])

    def test_a_loss_is_never_put_off(self) -> None:
        computation = compute(deal(given("60000", "50000"), got("50000"), record=self.LOST))
        self.assertFalse(computation.complete)
        self.assertTrue(any("never put off" in each.message for each in computation.findings))

    def test_two_years_or_three_if_real_property_was_taken(self) -> None:
        for taken, day, there in (
            (False, "2027-12-31", True), (False, "2028-01-01", False), (True, "2028-12-31", True),
        ):  # fmt: skip
            record = {**self.LOST, "answers": {"similar": True, "taken": taken}}
            came = got("100000", in_service=datetime.date.fromisoformat(day))
            computation = compute(deal(given("60000", "100000"), came, record=record))
            self.assertIs(computation.has_sheet(f"form_8824.{DEAL}"), there, day)


class Days(unittest.TestCase):
    """26 U.S.C. 1031(a)(3); 26 CFR 1.1031(k)-1(b), (c)."""

    def until(self, transferred: str, **record: Any) -> tuple[str, str]:
        first = datetime.date.fromisoformat(transferred)
        exchange = Exchange(**{"choices": {"held": "intermediary"}, **record})
        found = deadlines_of(exchange, first)
        return found.identify_by.isoformat(), found.receive_by.isoformat()

    def test_forty_five_and_a_hundred_and_eighty_days(self) -> None:
        """Treas. Reg. 1.1031(k)-1(b)(3) example, recalled: its company's return was due March 15, so that of
        a person, extended, is taken; the others by hand."""
        extended = {"answers": {"extended": True}}
        self.assertEqual(self.until("1992-11-16", **extended), ("1992-12-31", "1993-05-15"))
        self.assertEqual(self.until("2025-11-10", **extended), ("2025-12-25", "2026-05-09"))
        self.assertEqual(self.until("2025-11-10"), ("2025-12-25", "2026-04-15"))
        self.assertEqual(self.until("2025-03-03"), ("2025-04-17", "2025-08-30"))

    def test_several_count_from_the_first(self) -> None:
        october = [datetime.date(2025, 10, day) for day in (1, 20)]
        file = deal(
            *(given("1000", disposed=day) for day in october), got("5000", in_service=october[1]),
            record={"choices": {"held": "intermediary"}, "answers": {"extended": True}},
        )  # fmt: skip
        days = pack_for("us").exchanges.deadlines(file, DEAL)
        self.assertEqual([each.day.isoformat() for each in days], ["2025-11-15", "2026-03-30", "2026-04-15"])

    def like_kind(self, received: str, **record: Any) -> bool:
        file = deal(
            given("100000", "500000", disposed=datetime.date(2025, 3, 3)),
            got("500000", in_service=datetime.date.fromisoformat(received)),
            record={"choices": {"held": "intermediary"}, **record},
        )  # fmt: skip
        return compute(file).has_sheet(f"form_8824.{DEAL}")

    def test_what_comes_too_late_is_bought(self) -> None:
        named = {"days": {"identified": datetime.date(2025, 4, 17)}}
        self.assertTrue(self.like_kind("2025-04-02"), "received within 45 days counts as named")
        self.assertFalse(self.like_kind("2025-05-02"), "never named")
        self.assertTrue(self.like_kind("2025-08-30", **named), "day 180")
        self.assertFalse(self.like_kind("2025-08-31", **named), "day 181")
        late = {"days": {"identified": datetime.date(2025, 4, 18)}}
        self.assertFalse(self.like_kind("2025-05-02", **late), "named on day 46")
        self.assertFalse(self.like_kind("2025-03-01", **named), "received before anything was given")

    def test_three_at_any_value_and_more_up_to_twice_the_value(self) -> None:
        """26 CFR 1.1031(k)-1(c)(4)."""
        for count, value, allowed in ((3, 9_000_000, True), (5, 1_000_000, True), (5, 1_100_000, False)):
            facts = {"identified_count": Decimal(count), "identified_value": Decimal(value)}
            record = {"days": {"identified": datetime.date(2025, 4, 1)}, "facts": facts}
            file = deal(given("100000", "500000"), got("500000", in_service=datetime.date(2025, 6, 1)))
            exchange = file.exchanges[DEAL].model_copy(update={**record, "choices": {"held": "intermediary"}})
            there = compute(file.model_copy(update={"exchanges": {DEAL: exchange}}))
            self.assertIs(there.has_sheet(f"form_8824.{DEAL}"), allowed, value)

    def test_a_reverse_exchange_counts_from_its_parking(self) -> None:
        """Rev. Proc. 2000-37."""
        parked = datetime.date(2025, 1, 2)
        for transferred, there in (("2025-07-01", True), ("2025-07-02", False)):
            record = {
                "choices": {"held": "holder"}, "days": {"parked": parked, "identified": parked},
            }  # fmt: skip
            day = datetime.date.fromisoformat(transferred)
            file = deal(given("1000", disposed=day), got("5000", in_service=day), record=record)
            self.assertIs(compute(file).has_sheet(f"form_8824.{DEAL}"), there, transferred)

    def test_the_calendar_file_has_every_day(self) -> None:
        file = deal(given("1000"), got("5000"), record=named_on(datetime.date(2025, 4, 1)))
        written = calendar_of(file, DEAL, pack_for("us").exchanges.deadlines(file, DEAL))
        events = list(Calendar.from_ical(written).walk("VEVENT"))
        self.assertEqual(
            [each.decoded("dtstart").isoformat() for each in events],
            ["2025-04-17", "2025-08-30", "2026-04-15"],
        )
        self.assertIn("To be named by: The exchange", str(events[0]["summary"]))


class Findings(unittest.TestCase):
    """What is missing or does not balance is said at its place."""

    def messages(self, file: ClientFile) -> dict[str, str]:
        return {each.path: each.message for each in compute(file).findings}

    def test_what_is_missing_is_said(self) -> None:
        file = deal(given("1000", disposed=None), record={"choices": {}})
        found = self.messages(file)
        self.assertIn("nothing is received yet", found[f"/exchanges/{DEAL}"])
        for place in ("choices/held", "answers/related_party", "answers/qualifies"):
            self.assertIn("is not said", found[f"/exchanges/{DEAL}/{place}"])
        self.assertIn("when it was transferred", found["/assets/s00001/disposed"])

    def test_unequal_sides_and_a_value_that_is_missing(self) -> None:
        unequal = self.messages(deal(given("1000", "9000"), got("5000"), cash="1000"))
        self.assertIn("3,000.00 more is given than got", unequal[f"/exchanges/{DEAL}"])
        missing = self.messages(deal(given("1000"), got("5000"), cash="1000"))
        self.assertIn("would make it 6,000.00", missing["/assets/s00001/proceeds"])

    def test_days_are_said_at_what_came(self) -> None:
        late = deal(given("1000", "5000"), got("5000", in_service=datetime.date(2025, 9, 1)))
        self.assertIn("after day 180", self.messages(late)["/assets/s00002/in_service"])

    def test_what_version_4_called_exchanged_gets_its_exchange_in_one_step(self) -> None:
        alone = given("1000", "5000", given_in="")
        file = client(activities={RENTAL: rental()}, assets=numbered("assets", [alone]))
        found = next(each for each in compute(file).findings if "not described" in each.message)
        assert found.step is not None
        made, _ = apply(file, found.step)
        self.assertEqual(made.assets["s00001"].given_in, DEAL)
        self.assertIn(DEAL, made.exchanges)

    def test_growth_joins_the_interest_in_one_step(self) -> None:
        """26 CFR 1.1031(k)-1(h)(5): 900 is interest, and no part of the exchange."""
        file = deal(
            given("1000", "5000"), got("5000"), growth="900", record={"choices": {"held": "intermediary"}}
        )
        computation = compute(file)
        self.assertEqual(computation.sheet(f"form_8824.{DEAL}")["line_15"].amount, 0)
        step = next(each.step for each in computation.findings if "growth" in each.message)
        assert step is not None
        made, _ = apply(file, step)
        self.assertEqual(compute(made).sheet("form_1040")["taxable_interest"].amount, 900)
        self.assertFalse(any("growth" in each.message for each in compute(made).findings))


if __name__ == "__main__":
    unittest.main()
