"""Vehicles, dwellings, lines and machines that serve several uses, by worked examples.

Sources are named at each test; "recalled" marks a published example that was written down from memory, "by
hand" that the figures follow from the law named there.
"""

from __future__ import annotations

import datetime
import unittest
from collections.abc import Mapping
from decimal import Decimal

from half_yard.countries import compute, pack_for
from half_yard.countries.next_year import next_year
from half_yard.countries.results import Computation
from half_yard.records import (
    Activity,
    Asset,
    Carryover,
    ClientFile,
    Entry,
    Household,
    Record,
    Stay,
    Thing,
    Trip,
    Use,
)
from half_yard.records.identifiers import numbered
from half_yard.review import Level
from tests.files import BUSINESS, RENTAL, business, client, entries, rental

THING = "h00001"
SECOND = "a00003"


def on(month: int, day: int, year: int = 2025) -> datetime.date:
    """A day of the tax year."""
    return datetime.date(year, month, day)


def file_with(
    thing: Thing, uses: Mapping[str, str], costs: Mapping[str, str], *, year: int = 2025,
    activities: Mapping[str, Activity] | None = None, itemizes: bool = False,
    **parts: Mapping[str, Record],
) -> ClientFile:  # fmt: skip
    """A file with one thing: how much each activity uses it, and its costs by line."""
    made = [Use(thing=THING, activity=activity, amount=Decimal(amount)) for activity, amount in uses.items()]
    own = entries(BUSINESS, gross_receipts="50000")
    usual: dict[str, object] = {
        "activities": activities or {BUSINESS: business(), SECOND: business(name="Press")},
        "things": {THING: thing},
        "uses": numbered("uses", made),
        "entries": numbered("entries", own + entries(THING, **costs)),
        "household": Household(
            filing_status="single", choices={"deduction_taken": "itemize" if itemizes else "standard"}
        ),
    }
    return client(year).model_copy(update={**usual, **parts})


def car(whole: str = "20000", **fields: object) -> Thing:
    """A car by its distance."""
    return Thing(kind="vehicle", name="Van", measure="distance", whole=Decimal(whole), **fields)  # type: ignore[arg-type]


class Vehicles(unittest.TestCase):
    STANDARD: Mapping[str, str] = {"method": "standard"}

    def lines(self, made: Computation, key: str = BUSINESS) -> Mapping[str, Decimal]:
        """What stands on a business's schedule."""
        return {line.place.line: line.figure.amount for line in made.sheet(f"schedule_c.{key}.owner").lines}

    def test_two_rates_of_2022(self) -> None:
        """By hand: 4,000 miles at 58.5 cents, 5,000 at 62.5; parking in full, interest by share."""
        later = {"second_half": Decimal(5000)}
        use = Use(thing=THING, activity=BUSINESS, amount=Decimal(9000), facts=later)
        costs = {"parking": "130", "loan_interest": "900"}
        file = file_with(car("15000", choices=self.STANDARD), {}, costs, year=2022)
        made = compute(file.model_copy(update={"uses": {"k00001": use}}))
        self.assertEqual(made.sheet(f"vehicle.{THING}")["rate"].amount, Decimal("5465.00"))
        schedule = self.lines(made)
        self.assertEqual(schedule["other_interest"], 540)

    def test_both_methods_beside_each_other(self) -> None:
        """By hand, 2025: 14,000 of 20,000 miles; standard 9,800, actual 4,340 before depreciation."""
        costs = {"fuel": "3100", "insurance": "1500", "repairs": "1200", "registration": "400"}
        made = compute(file_with(car(), {BUSINESS: "14000"}, costs))
        sheet = made.sheet(f"vehicle.{THING}")
        self.assertEqual(sheet["rate"].amount, Decimal("9800.00"))
        self.assertEqual(sheet["actual"].amount, Decimal("4340.00"))
        self.assertEqual(self.lines(made)["car_and_truck"], 4340)
        by_mile = compute(file_with(car(choices=self.STANDARD), {BUSINESS: "14000"}, costs))
        self.assertEqual(self.lines(by_mile)["car_and_truck"], 9800)

    def test_dollar_limits_by_the_share_of_distance(self) -> None:
        """By hand, 2024: car 48,000 of July, 65% business: running 4,420, depreciation 13,260."""
        asset = Asset(
            activity=THING, name="Car", asset_class="passenger_auto", in_service=on(7, 3, 2024),
            cost=Decimal(48000),
        )  # fmt: skip
        file = file_with(car(), {BUSINESS: "13000"}, {"fuel": "6800"}, year=2024, assets={"s00001": asset})
        schedule = self.lines(compute(file))
        self.assertEqual((schedule["car_and_truck"], schedule["depreciation"]), (4420, 13260))

    def test_two_businesses_share_a_car_and_its_depreciation(self) -> None:
        """By hand: the parts of both are the depreciation of all business use."""
        asset = Asset(
            activity=THING, name="Car", asset_class="passenger_auto", in_service=on(7, 3, 2024),
            cost=Decimal(48000),
        )  # fmt: skip
        uses = {BUSINESS: "9750", SECOND: "3250"}
        made = compute(file_with(car(), uses, {"fuel": "6800"}, year=2024, assets={"s00001": asset}))
        parts = [self.lines(made, key)["depreciation"] for key in uses]
        self.assertEqual(parts, [9945, 3315])

    def test_basis_after_the_standard_rate(self) -> None:
        """IRS Pub. 463 for the rule, recalled: the depreciation part comes off, and not below zero."""
        asset = Asset(activity=THING, name="Car", asset_class="passenger_auto", in_service=on(1, 5, 2022),
                      cost=Decimal(9000))  # fmt: skip
        thing = car("40000", choices=self.STANDARD)
        made = compute(file_with(thing, {BUSINESS: "40000"}, {}, year=2022, assets={"s00001": asset}))
        sheet = made.sheet(f"vehicle.{THING}")
        self.assertEqual(sheet["basis_taken"].amount, 10400)
        self.assertEqual(sheet["basis_left"].amount, 0)
        self.assertEqual(self.lines(made)["depreciation"], 0)

    def test_basis_after_five_years_of_the_rate(self) -> None:
        """By hand, 2021 to 2025: 26, 26, 28, 30 and 33 cents of the miles; 22,265 in all."""
        miles = {2021: "14100", 2022: "16300", 2023: "15600", 2024: "16700", 2025: "15100"}
        owned = Asset(activity=THING, name="Car", asset_class="passenger_auto", in_service=on(1, 5, 2021),
                      cost=Decimal(25500))  # fmt: skip
        carried: Mapping[str, Carryover] = {}
        for year, driven in miles.items():
            made = compute(file_with(
                car(driven, choices=self.STANDARD), {BUSINESS: driven}, {}, year=year,
                assets={"s00001": owned}, carryovers=carried,
            ))  # fmt: skip
            carried = next_year(made, pack_for("us")).carryovers if year < 2025 else {}
        sheet = made.sheet(f"vehicle.{THING}")
        self.assertEqual((sheet["basis_taken"].amount, sheet["basis_left"].amount), (22265, 3235))

    def test_use_that_falls_to_half_or_less(self) -> None:
        """26 U.S.C. 280F(b), by hand: 80% in 2022 and 2023, 40% in 2024: 3,520 comes back, 1,600 goes on."""
        owned = Asset(
            activity=THING, name="Car", asset_class="passenger_auto", in_service=on(5, 1, 2022),
            cost=Decimal(20000), share=Decimal(80), answers={"no_special_allowance": True},
        )  # fmt: skip
        made = compute(file_with(car(), {BUSINESS: "8000"}, {}, year=2024, assets={"s00001": owned}))
        story = made.stories["s00001"]
        back = story.taken_back
        self.assertEqual((story.this_year.amount, back and back.amount), (1600, 3520))

    def test_half_from_the_start_goes_by_straight_line(self) -> None:
        """26 U.S.C. 280F(b)(1), by hand: 10% of half of 20,000."""
        owned = Asset(activity=THING, name="Car", asset_class="passenger_auto", in_service=on(5, 1),
                      cost=Decimal(20000))  # fmt: skip
        made = compute(file_with(car(), {BUSINESS: "10000"}, {}, assets={"s00001": owned}))
        self.assertEqual(made.stories["s00001"].this_year.amount, 1000)

    def test_what_is_carried_for_no_vehicle_leaves_other_assets_alone(self) -> None:
        owned = Asset(activity=BUSINESS, name="Desk", asset_class="seven_year", in_service=on(1, 5, 2022),
                      cost=Decimal(9000))  # fmt: skip
        carried = Carryover(kind="mileage_depreciation", amount=Decimal(500))
        file = file_with(car(), {}, {}, assets={"s00001": owned})
        lost = file.model_copy(update={"carryovers": {"c00001": carried}})
        first, second = (compute(each).stories["s00001"] for each in (file, lost))
        self.assertEqual(second.taken.amount, first.taken.amount)
        found = [item for item in compute(lost).findings if item.path == "/carryovers/c00001/of"]
        self.assertEqual([item.level for item in found], [Level.ERROR])

    def test_after_the_standard_rate_next_year_goes_on(self) -> None:
        """A basis of 100.00 over three years: 33.33, 33.34, 33.33."""
        owned = Asset(activity=BUSINESS, thing=THING, name="Car", asset_class="passenger_auto",
                      in_service=on(1, 5, 2023), cost=Decimal(400))  # fmt: skip
        carried = Carryover(kind="mileage_depreciation", of=THING, amount=Decimal(300))
        file = file_with(
            car(), {BUSINESS: "20000"}, {}, assets={"s00001": owned}, carryovers={"c00001": carried}
        )
        story = compute(file).stories["s00001"]
        self.assertEqual(story.this_year.amount, Decimal("33.33"))
        self.assertEqual(story.next_year.amount, Decimal("33.34"))

    def test_a_basis_never_goes_below_nothing(self) -> None:
        """By hand: 9,000 and 40,000 miles of 2022 at 26 cents; the miles stay at the full rate."""
        car = Thing(kind="vehicle", name="Car", measure="distance", choices={"method": "standard"})
        bought = Asset(activity=THING, name="Car", asset_class="passenger_auto", cost=Decimal(9000),
                       in_service=on(1, 2, 2022))  # fmt: skip
        use = {"k00001": Use(thing=THING, activity=BUSINESS, amount=Decimal(40000),
                             facts={"second_half": Decimal(20000)})}  # fmt: skip
        file = file_with(car, {}, {}, year=2022, assets={"s00001": bought})
        sheet = compute(file.model_copy(update={"uses": use})).sheet(f"vehicle.{THING}")
        self.assertEqual((sheet["basis_taken"].amount, sheet["basis_left"].amount), (10400, 0))
        self.assertEqual(sheet["rate"].amount, Decimal("24200"))

    def test_parking_and_commuting(self) -> None:
        """IRS Pub. 463, rules recalled: 18 miles to the only office are commuting, 7 to a client and 12 from
        a home office are business; parking at the own place of work is personal, at clients' deductible by
        either method."""
        for method in ("standard", "actual"):
            car = Thing(kind="vehicle", name="Car", measure="distance", choices={"method": method})
            trips = [
                Trip(thing=THING, date=on(3, 3), amount=Decimal(miles), activity=activity)
                for miles, activity in ((18, "commuting"), (7, BUSINESS), (12, BUSINESS))
            ]
            file = file_with(car, {}, {}, trips=numbered("trips", trips))
            parking = [
                Entry(activity=THING, line="parking", amount=Decimal(amount), only=only)
                for amount, only in (("130", ""), ("600", "personal"))
            ]
            every = numbered("entries", [*file.entries.values(), *parking])
            sheets = compute(file.model_copy(update={"entries": every}))
            facts = dict(sheets.sheet(f"vehicle.{THING}").facts)
            miles = (facts["44a · Business miles"], facts["44b · Commuting miles"])
            self.assertEqual(miles, ("19", "18"), method)
            self.assertEqual(sheets.sheet(f"shared.{THING}")["parking.personal"].amount, 600)
            self.assertEqual(sheets.sheet(f"shared.{THING}")[f"parking.{BUSINESS}"].amount, 130)

    def test_share_of_the_distance(self) -> None:
        """IRS Pub. 463, recalled: 12,000 of 20,000 miles are 60%."""
        car = Thing(kind="vehicle", name="Car", measure="distance", whole=Decimal(20000))
        made = compute(file_with(car, {BUSINESS: "12000"}, {"fuel": "1000"}))
        self.assertEqual(made.sheet(f"shared.{THING}")[f"share.{BUSINESS}"].amount, 60)

    def test_a_log_says_the_distance(self) -> None:
        """Commuting is never business; the odometer says the whole."""
        trips = [
            Trip(thing=THING, date=on(2, 3), activity=BUSINESS, amount=Decimal(120), purpose="Delivery"),
            Trip(thing=THING, date=on(2, 4), activity="commuting", amount=Decimal(18)),
            Trip(thing=THING, date=on(2, 5), activity=SECOND, amount=Decimal(30)),
            Trip(thing=THING, date=on(2, 6, 2024), activity=BUSINESS, amount=Decimal(999)),
        ]
        thing = car(facts={"odometer_begun": Decimal(1000), "odometer_ended": Decimal(1300)})
        made = compute(file_with(thing, {}, {"fuel": "300"}, trips=numbered("trips", trips)))
        sheet = made.sheet(f"shared.{THING}")
        parts = [sheet[f"fuel.{key}"].amount for key in (BUSINESS, SECOND, "personal")]
        self.assertEqual(parts, [120, 30, 150])


class LinesAndMachines(unittest.TestCase):
    def test_a_mobile_and_a_computer(self) -> None:
        """By hand (26 U.S.C. 262(b); P.L. 115-97, section 13202): 756 of a mobile, 880 of a computer."""
        phone = Thing(kind="line", name="Mobile", measure="percent")
        made = compute(file_with(phone, {BUSINESS: "70"}, {"service": "1080"}))
        self.assertEqual(made.sheet(f"shared.{THING}")["service.personal"].amount, 324)
        self.assertEqual(made.sheet(f"schedule_c.{BUSINESS}.owner")["utilities"].amount, 756)
        computer = Thing(kind="machine", name="Computer", measure="percent")
        asset = Asset(
            activity=THING, name="Computer", asset_class="five_year", in_service=on(3, 3), cost=Decimal(1600),
            expensed=Decimal(880),
        )  # fmt: skip
        made = compute(file_with(computer, {BUSINESS: "55"}, {}, assets={"s00001": asset}))
        self.assertEqual(made.sheet(f"schedule_c.{BUSINESS}.owner")["depreciation"].amount, 880)

    def test_the_first_land_line_is_personal(self) -> None:
        """By hand (26 U.S.C. 262(b)): a first line of 420 counts for nothing, its calls and a second line in
        full."""
        lines = Thing(kind="line", name="Telephone", measure="percent")
        file = file_with(lines, {BUSINESS: "70"}, {"land_line": "420"})
        more = [
            Entry(activity=THING, line=line, amount=Decimal(amount), only=BUSINESS)
            for line, amount in (("service", "300"), ("calls", "25"))
        ]
        every = numbered("entries", [*file.entries.values(), *more])
        made = compute(file.model_copy(update={"entries": every}))
        self.assertEqual(made.sheet(f"schedule_c.{BUSINESS}.owner")["utilities"].amount, 325)
        self.assertEqual(made.sheet(f"shared.{THING}")["personal"].amount, 420)

    def test_direct_costs_and_the_household(self) -> None:
        """A cost for one use alone is not divided; one of the household reaches nobody."""
        thing = Thing(kind="line", name="Internet", measure="hours", whole=Decimal(100))
        file = file_with(thing, {BUSINESS: "30", SECOND: "20"}, {"service": "100.01"})
        more = [
            Entry(activity=THING, line="service", amount=Decimal(40), only=SECOND),
            Entry(activity=THING, line="service", amount=Decimal(15), only="personal"),
        ]
        every = numbered("entries", [*file.entries.values(), *more])
        sheet = compute(file.model_copy(update={"entries": every})).sheet(f"shared.{THING}")
        keys = ("service", f"service.{BUSINESS}", f"service.{SECOND}", "service.personal")
        amounts = [sheet[key].amount for key in keys]
        self.assertEqual(amounts, [Decimal(text) for text in ("155.01", "30.00", "60.00", "65.01")])


class Houses(unittest.TestCase):
    def test_a_room_by_area(self) -> None:
        """IRS Pub. 527, recalled: 180 of 1,800 square feet; heating of 600: 60 and 540."""
        self.assertEqual(
            self.divided(Use(thing=THING, activity=RENTAL, amount=Decimal(180)), "600"), (60, 540)
        )

    def test_moved_out_and_let_from_june(self) -> None:
        """IRS Pub. 527, recalled: 7/12 of the yearly costs."""
        use = Use(thing=THING, activity=RENTAL, amount=Decimal(1800), begins=on(6, 1))
        self.assertEqual(self.divided(use, "1200"), (700, 500))

    def divided(self, use: Use, heating: str) -> tuple[Decimal, Decimal]:
        """What of the heating goes to the rental, and what stays personal."""
        house = Thing(kind="house", name="House", measure="area", whole=Decimal(1800))
        file = file_with(house, {}, {"utilities": heating}, activities={RENTAL: rental()})
        sheet = compute(file.model_copy(update={"uses": {"k00001": use}})).sheet(f"shared.{THING}")
        return sheet[f"utilities.{RENTAL}"].amount, sheet["utilities.personal"].amount


class Days(unittest.TestCase):
    """IRS Pub. 527, recalled: which days count as let, and which as lived in."""

    def counted(self, *stays: tuple[str, datetime.date, datetime.date]) -> Mapping[str, str]:
        thing = Thing(kind="dwelling", name="Cottage", measure="days")
        made = [Stay(thing=THING, kind=kind, begins=first, ends=last) for kind, first, last in stays]
        file = file_with(
            thing, {RENTAL: "0"}, {}, activities={RENTAL: rental()}, stays=numbered("stays", made)
        )
        return dict(compute(file).sheet(f"dwelling.{THING}").facts)

    def test_a_cottage(self) -> None:
        """85 and 14 for sharing; 83 and 16 for the test, so it is a home."""
        facts = self.counted(
            ("rented", on(6, 1), on(8, 22)), ("rented_owner", on(8, 23), on(8, 24)),
            ("offered", on(8, 25), on(8, 31)), ("family", on(5, 1), on(5, 14)),
        )  # fmt: skip
        self.assertEqual(facts["Days, for sharing"], "85 let, 14 lived in")
        self.assertEqual(facts["Days, for the test"], "83 let, 16 lived in")
        self.assertIn("Yes", facts["Used as a home"])

    def test_a_home_or_not(self) -> None:
        yes = self.counted(("rented", on(1, 1), on(6, 9)), ("family", on(7, 1), on(7, 17)))
        self.assertEqual(
            (yes["Days, for the test"], yes["Used as a home"][:3]), ("160 let, 17 lived in", "Yes")
        )
        room = self.counted(("rented", on(1, 1), on(1, 27)), ("family", on(2, 1), on(2, 21)))
        self.assertIn("Yes", room["Used as a home"])
        few = self.counted(("rented", on(1, 1), on(3, 31)), ("own", on(4, 1), on(4, 8)))
        self.assertIn("No", few["Used as a home"])
        flat = self.counted(("rented", on(1, 1), on(9, 30)), ("family", on(10, 1), on(10, 30)))
        self.assertEqual((flat["Days, for the test"], flat["Used as a home"][:3]),
                         ("273 let, 30 lived in", "Yes"))  # fmt: skip
        kin = self.counted(("family_fair", on(1, 1), on(6, 30)), ("below_fair", on(7, 1), on(7, 20)))
        self.assertEqual(kin["Days, for the test"], "181 let, 20 lived in")
        swapped = self.counted(("rented", on(1, 1), on(3, 31)), ("swap", on(6, 1), on(6, 30)))
        self.assertEqual(swapped["Days, for the test"], "90 let, 30 lived in")
        empty = self.counted(("rented", on(1, 1), on(4, 1)), ("offered", on(4, 2), on(7, 19)))
        self.assertEqual(empty["Days, for sharing"], "91 let, 0 lived in")
        before = self.counted(("main_home", on(1, 1), on(5, 31)), ("rented", on(6, 1), on(12, 31)))
        self.assertEqual(
            (before["Days, for sharing"], before["Days, for the test"], before["Used as a home"][:2]),
            ("214 let, 151 lived in", "214 let, 0 lived in", "No"),
        )
        work = self.counted(("rented", on(1, 1), on(3, 31)), ("repair", on(4, 1), on(4, 30)))
        self.assertEqual(work["Days, for the test"], "90 let, 0 lived in")


class Dwelling(unittest.TestCase):
    """Computed by hand from the law (26 U.S.C. 280A(c)(5), (e)): rent 8,000, 90 days let and 30 lived in,
    interest and tax 9,000, advertising 300, operating 4,000, full-year depreciation 5,200."""

    def made(
        self, way: str = "agency", lived_in: int = 30, rent: str = "8000", *, itemizes: bool = True,
        **more: Mapping[str, Record],
    ) -> Computation:  # fmt: skip
        thing = Thing(kind="dwelling", name="Cabin", measure="days", choices={"interest_by": way})
        last = on(8, 1) + datetime.timedelta(lived_in - 1)
        stays = [
            Stay(thing=THING, kind="rented", begins=on(4, 1), ends=on(6, 29)),
            Stay(thing=THING, kind="own", begins=on(8, 1), ends=last),
        ]
        house = Asset(
            activity=THING, name="House", asset_class="residential_building", in_service=on(3, 1, 2020),
            cost=Decimal("143013.20"),
        )  # fmt: skip
        costs = {"mortgage_interest": "6000", "real_estate_tax": "3000", "utilities": "4000"}
        own = numbered("entries", [*entries(THING, **costs), *entries(RENTAL, rents=rent, advertising="300")])
        file = file_with(
            thing, {RENTAL: "0"}, {}, activities={RENTAL: rental(days_rented=None)}, itemizes=itemizes,
            stays=numbered("stays", stays), assets={"s00001": house}, entries=own,
        )  # fmt: skip
        return compute(file.model_copy(update=more))

    def check(self, made: Computation, **expected: str) -> None:
        sheet = made.sheet(f"dwelling.{THING}")
        for key, amount in expected.items():
            self.assertAlmostEqual(sheet[key].amount, Decimal(amount), delta=Decimal("0.5"), msg=key)

    def test_by_the_days_used(self) -> None:
        made = self.made()
        self.check(made, first="7050", left="950", operating="3000", operating_allowed="950",
                   depreciation="3900", depreciation_allowed="0", operating_out="2050",
                   depreciation_out="3900")  # fmt: skip
        self.assertEqual(made.sheet(f"schedule_e.{RENTAL}")["income_or_loss"].amount, 0)

    def test_by_the_days_of_the_year(self) -> None:
        made = self.made("court")
        self.check(made, first="2519.18", left="5480.82", operating_allowed="3000",
                   depreciation_allowed="2480.82", operating_out="0", depreciation_out="1419.18")  # fmt: skip

    def test_next_year_with_what_was_carried(self) -> None:
        before = {"dwelling_operating": "2050", "dwelling_depreciation": "3900"}
        kept = [Carryover(kind=kind, of=RENTAL, amount=Decimal(amount)) for kind, amount in before.items()]
        made = self.made(rent="12000", carryovers=numbered("carryovers", kept))
        self.check(made, left="4950", operating="5050", operating_allowed="4950", depreciation_all="7800",
                   depreciation_allowed="0", operating_out="100", depreciation_out="7800")  # fmt: skip

    def test_not_a_home(self) -> None:
        """8 days are not over 14: 91.84% of each cost, and no limit."""
        made = self.made(lived_in=8)
        found = made.sheet(f"schedule_e.{RENTAL}")["income_or_loss"].amount
        self.assertLessEqual(abs(found - Decimal("-9014.29")), 2)

    def test_what_is_left_for_schedule_a(self) -> None:
        """By hand: 2,250 by the days used, 6,780.82 by the days of the year; nothing of the upkeep."""
        for way, left in (("agency", "2250"), ("court", "6780.82")):
            sheet = self.made(way).sheet("schedule_a")
            parts = sheet["mortgage_interest"].amount + sheet["real_estate_tax"].amount
            self.assertAlmostEqual(parts, Decimal(left), delta=1, msg=way)
            self.assertAlmostEqual(sheet["itemized"].amount, Decimal(left), delta=1, msg=way)

    def test_with_the_standard_deduction_interest_and_tax_are_limited_too(self) -> None:
        """IRS Pub. 527, worksheet 5-1, recalled: lines 2a and 2b are empty."""
        made = self.made(itemizes=False)
        self.check(made, interest="0", tax="0", first="300", left="7700", operating="9750",
                   operating_allowed="7700", operating_out="2050")  # fmt: skip


if __name__ == "__main__":
    unittest.main()
