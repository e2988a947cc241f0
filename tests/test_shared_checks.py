"""What is said of shared things: at its place, with nothing lost; and what a year hands on."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal

from half_yard.countries import compute, pack_for
from half_yard.countries.methods_beside import methods_beside
from half_yard.countries.next_year import next_year
from half_yard.interop.record_list import STAYS, TRIPS, guess_columns, list_edit, listed_rows
from half_yard.records import (
    Activity,
    Asset,
    Carryover,
    ClientFile,
    Entry,
    Stay,
    Thing,
    Trip,
    Use,
    apply,
)
from half_yard.records.identifiers import numbered
from tests.files import BUSINESS, RENTAL, business, client, entries, rental
from tests.test_home_office import carried, with_home
from tests.test_mixed_use import SECOND, THING, car, file_with, on


def said(file: ClientFile) -> dict[str, str]:
    """What was found, by the path at which it is said."""
    return {finding.path: finding.message for finding in compute(file).findings if finding.path}


class BadInput(unittest.TestCase):
    def test_an_area_over_the_whole(self) -> None:
        file = with_home("9000", uses=(Use(thing=THING, activity=BUSINESS, amount=Decimal(1200)),))
        self.assertIn("200 square feet more than all of it", said(file)[f"/things/{THING}/whole"])
        self.assertEqual(compute(file).sheet(f"shared.{THING}")["personal"].amount, 0)

    def test_more_business_than_all_distance(self) -> None:
        file = file_with(car("9000"), {BUSINESS: "8000", SECOND: "2500"}, {"fuel": "1000"})
        self.assertIn("1,500 miles more", said(file)[f"/things/{THING}/whole"])
        self.assertEqual(compute(file).sheet(f"shared.{THING}")["fuel.personal"].amount, 0)

    def test_an_odometer_that_runs_backwards(self) -> None:
        thing = car(facts={"odometer_begun": Decimal(900), "odometer_ended": Decimal(800)})
        found = said(file_with(thing, {BUSINESS: "100"}, {}))
        self.assertIn("runs backwards", found[f"/things/{THING}/facts/odometer_ended"])

    def test_stays_that_overlap_and_end_before_they_begin(self) -> None:
        thing = Thing(kind="dwelling", name="Cabin", measure="days")
        stays = [
            Stay(thing=THING, kind="rented", begins=on(6, 1), ends=on(6, 10)),
            Stay(thing=THING, kind="own", begins=on(6, 9), ends=on(6, 12)),
            Stay(thing=THING, kind="own", begins=on(8, 9), ends=on(8, 2)),
            Stay(thing=THING, kind="", begins=on(9, 9)),
        ]
        parts = {"activities": {RENTAL: rental()}, "stays": numbered("stays", stays)}
        found = said(file_with(thing, {RENTAL: "0"}, {}, **parts))  # type: ignore[arg-type]
        self.assertIn("2 days stand twice in its calendar, from June 9", found[f"/things/{THING}"])
        self.assertIn("ends before it begins", found["/stays/y00003/ends"])
        self.assertIn("no first day or no kind", found["/stays/y00004"])

    def test_a_use_by_an_activity_that_has_ended(self) -> None:
        over = business(ended=on(2, 28))
        use = Use(thing=THING, activity=BUSINESS, amount=Decimal(10), begins=on(5, 1))
        thing = Thing(kind="line", name="Phone", measure="hours", whole=Decimal(100))
        file = file_with(thing, {}, {}, activities={BUSINESS: over})
        file = file.model_copy(update={"uses": {"k00001": use}})
        self.assertIn("ended before this use", said(file)["/uses/k00001/activity"])

    def test_costs_without_a_measure_are_not_complete(self) -> None:
        computation = compute(file_with(car(), {}, {"fuel": "900"}))
        self.assertFalse(computation.complete)
        self.assertIn("nothing measured says", said(computation.file)[f"/things/{THING}"])

    def test_a_log_of_another_year_counts_nowhere_and_says_so(self) -> None:
        trip = Trip(thing=THING, date=on(3, 3, 2024), activity=BUSINESS, amount=Decimal(50))
        found = said(file_with(car(), {BUSINESS: "10"}, {}, trips=numbered("trips", [trip])))
        self.assertIn("outside tax year 2025", found["/trips/t00001/date"])

    def test_what_looks_shared_and_is_taken_whole(self) -> None:
        phone = Entry(activity=BUSINESS, line="utilities", amount=Decimal(90), payee="Rowan Telephone")
        file = client(activities={BUSINESS: business()}, entries=numbered("entries", [phone, phone]))
        found = [each for each in compute(file).findings if "private too" in each.message]
        self.assertEqual(len(found), 1, "once for each activity")
        noted = phone.model_copy(update={"note": "The shop's own number"})
        aside = said(file.model_copy(update={"entries": numbered("entries", [noted, noted])}))
        self.assertNotIn("/entries/e00001", aside)

    def test_a_computer_of_a_business_run_from_home(self) -> None:
        laptop = Asset(activity=BUSINESS, name="Laptop", asset_class="five_year", in_service=on(2, 2),
                       cost=Decimal(1600))  # fmt: skip
        file = with_home("9000", assets={"s00001": laptop})
        self.assertIn("private too", said(file)["/assets/s00001/thing"])
        whole = laptop.model_copy(update={"share": Decimal(100)})
        self.assertNotIn("/assets/s00001/thing", said(file.model_copy(update={"assets": {"s00001": whole}})))

    def test_a_share_for_nobody_is_said(self) -> None:
        thing = Thing(kind="line", name="Phone", measure="hours", whole=Decimal(100))
        file = file_with(thing, {BUSINESS: "30", SECOND: "20"}, {})
        half = Entry(activity=THING, line="service", amount=Decimal(90), share=Decimal(50))
        for only, there in (("", True), (SECOND, False)):
            costs = {"e00009": half.model_copy(update={"only": only})}
            found = said(file.model_copy(update={"entries": costs}))
            self.assertEqual("/entries/e00009/only" in found, there)


class Houses(unittest.TestCase):
    def test_a_two_family_house_is_divided_by_area_with_its_building(self) -> None:
        """By hand: the owner's flat of 900, the other of 1,100 square feet; 55% of costs and depreciation."""
        thing = Thing(kind="house", name="House", measure="area", whole=Decimal(2000))
        building = Asset(activity=RENTAL, thing=THING, name="House", asset_class="residential_building",
                         in_service=datetime.date(2019, 3, 1), cost=Decimal(200000))  # fmt: skip
        file = file_with(thing, {RENTAL: "1100"}, {"insurance": "2000", "mortgage_interest": "9000"},
                         activities={RENTAL: rental()}, assets={"s00001": building})  # fmt: skip
        made = compute(file)
        sheet = made.sheet(f"schedule_e.{RENTAL}")
        found = [int(sheet[key].amount) for key in ("insurance", "mortgage_interest", "depreciation")]
        self.assertEqual(found, [1100, 4950, 4000])
        self.assertEqual(made.sheet("schedule_a")["mortgage_interest"].amount, 4050)


class WhoMayChoose(unittest.TestCase):
    """Rev. Proc. 2019-46, section 4.05, recalled."""

    STANDARD = car(choices={"method": "standard"})

    def barred(self, thing: Thing, **asset: object) -> str:
        usual = {"in_service": on(3, 1, 2023), "cost": Decimal(20000)}
        made = Asset(activity=THING, name="Car", asset_class="passenger_auto", **{**usual, **asset})  # type: ignore[arg-type]
        file = file_with(thing, {BUSINESS: "9000"}, {}, assets={"s00001": made})
        (choice,) = pack_for("us").shared.methods(file, THING)
        self.assertEqual(said(file).get(f"/things/{THING}/choices/method", "") != "", bool(choice[1].barred))
        return choice[1].barred

    def test_depreciated_before_or_expensed(self) -> None:
        self.assertIn("first year", self.barred(self.STANDARD, prior_depreciation=Decimal(4000)))
        self.assertIn("section 179", self.barred(self.STANDARD, in_service=on(3, 1), expensed=Decimal(500)))
        self.assertEqual(self.barred(self.STANDARD, in_service=on(3, 1)), "")
        first = car(choices={"method": "standard"}, answers={"standard_before": True})
        self.assertEqual(self.barred(first, prior_depreciation=Decimal(4000)), "")

    def test_actual_costs_after_the_standard_rate(self) -> None:
        """IRS Pub. 463 for the rule, recalled; by hand: 28,000 less 3,120 and 3,640 over three years."""
        asset = Asset(activity=THING, name="Car", asset_class="passenger_auto", in_service=on(1, 5, 2022),
                      cost=Decimal(28000))  # fmt: skip
        before = Carryover(kind="mileage_depreciation", of=THING, amount=Decimal(6760))
        file = file_with(car("14000"), {BUSINESS: "14000"}, {}, year=2024, assets={"s00001": asset},
                         carryovers={"c00001": before})  # fmt: skip
        made = compute(file)
        self.assertEqual(made.sheet(f"schedule_c.{BUSINESS}.owner")["depreciation"].amount, 7080)
        then = next_year(made, pack_for("us"))
        self.assertEqual(then.assets["s00001"].prior_depreciation, 7080)
        self.assertEqual({each.kind: each.amount for each in then.carryovers.values()},
                         {"mileage_depreciation": Decimal(6760)})  # fmt: skip

    def allowed(self, *fleet: Thing) -> bool:
        file = client(activities={BUSINESS: business()}).model_copy(
            update={"things": numbered("things", fleet)}
        )
        return not any("Five or more" in words for words in said(file).values())

    def test_five_or_more_at_the_same_time(self) -> None:
        """The four examples of IRS Pub. 463, recalled."""
        one, by_turns = self.STANDARD, self.STANDARD.model_copy(update={"answers": {"takes_turns": True}})
        traded, new = one.model_copy(update={"ends": on(6, 30)}), one.model_copy(update={"begins": on(7, 1)})
        self.assertTrue(self.allowed(*[by_turns] * 5), "three cars and two vans, never at the same time")
        self.assertTrue(
            self.allowed(one, one, traded, traded, new, new), "four pickups, two traded in the year"
        )
        self.assertTrue(
            self.allowed(one, one, one, by_turns, by_turns), "two pickups, a van, two cars by turns"
        )
        self.assertFalse(self.allowed(*[one] * 5), "one car and four vans, all used at once")


class Beside(unittest.TestCase):
    def test_a_method_is_foretold_as_it_comes(self) -> None:
        file = with_home("28400")
        computation, pack = compute(file), pack_for("us")
        (choice,) = methods_beside(computation, pack, THING, compute)
        actual, simplified = choice
        self.assertTrue(actual.method.chosen)
        then = compute(apply(file, simplified.method.edit)[0])
        (again,) = methods_beside(then, pack, THING, compute)
        self.assertEqual(
            [(each.result, each.deduction and each.deduction.amount) for each in choice],
            [(each.result, each.deduction and each.deduction.amount) for each in again],
        )

    def test_choosing_changes_nothing_but_what_follows(self) -> None:
        file = with_home("28400")
        (choice,) = pack_for("us").shared.methods(file, THING)
        then = apply(file, choice[1].edit)[0]
        self.assertEqual(file.model_copy(update={"things": then.things}), then)
        before, after = compute(file), compute(then)
        for sheet in before.sheets:
            if sheet.key.startswith(("shared.", "schedule_a")):
                # What income each deduction leaves does follow from the method.
                now, later = (
                    [line.figure.amount for line in each.lines if not line.place.line.startswith("left_")]
                    for each in (sheet, after.sheet(sheet.key))
                )
                self.assertEqual(now, later)


class Onward(unittest.TestCase):
    def test_carryovers_of_a_home_go_to_the_next_year_once(self) -> None:
        file = with_home("2500", direct="350")
        made = {
            (each.kind, each.of): each.amount
            for each in next_year(compute(file), pack_for("us")).carryovers.values()
        }
        out = compute(file).sheet(f"form_8829.{THING}.{BUSINESS}.owner")["operating_out"].amount
        self.assertEqual(made["home_operating", BUSINESS], out)

    def test_what_has_no_place_waits(self) -> None:
        file = client(activities={BUSINESS: business()}, carryovers=carried("551.25", "641"))
        made = next_year(compute(file), pack_for("us")).carryovers.values()
        waited = {"home_operating": Decimal("551.25"), "home_depreciation": Decimal(641)}
        self.assertEqual({each.kind: each.amount for each in made}, waited)

    def test_a_vehicle_goes_on_with_its_odometer_and_without_its_miles(self) -> None:
        thing = car(facts={"odometer_begun": Decimal(900), "odometer_ended": Decimal(20900)})
        asset = Asset(activity=BUSINESS, thing=THING, name="Van", asset_class="five_year", cost=Decimal(9000),
                      in_service=on(1, 5))  # fmt: skip
        made = next_year(
            compute(file_with(thing, {BUSINESS: "15000"}, {}, assets={"s00001": asset})), pack_for("us")
        )
        self.assertEqual(made.things[THING].facts, {"odometer_begun": Decimal(20900)})
        self.assertIsNone(made.uses["k00001"].amount)
        self.assertEqual(made.assets["s00001"].shares, {"2025": Decimal(75)})

    def test_the_simplified_year_takes_no_depreciation_and_the_table_goes_on(self) -> None:
        """Rev. Proc. 2013-13, section 4.07, recalled: 2.461% and 2.564% of 25,000 (IRS Pub. 946, table A-7a),
        nothing of the year between."""
        house = Asset(activity=THING, name="House", asset_class="nonresidential_building",
                      in_service=datetime.date(2022, 1, 5), cost=Decimal(250000))  # fmt: skip
        use = (Use(thing=THING, activity=BUSINESS, amount=Decimal(100)),)
        for year, worn in ((2022, 615), (2024, 641)):
            made = compute(with_home("20000", year, uses=use, costs={}, assets={"s00001": house}))
            self.assertEqual(made.sheet(f"form_8829.{THING}.{BUSINESS}.owner")["depreciation"].amount, worn)
        simple = Thing(kind="home", name="Home", measure="area", whole=Decimal(1000),
                       choices={f"method.{BUSINESS}": "simplified"})  # fmt: skip
        made = compute(with_home("20000", 2023, uses=use, costs={}, thing=simple, assets={"s00001": house}))
        self.assertEqual(made.sheet(f"schedule_c.{BUSINESS}.owner")["home_office"].amount, 500)
        self.assertEqual(next_year(made, pack_for("us")).carryovers, {})


class MoreDwellings(unittest.TestCase):
    def test_fewer_than_fifteen_days_count_for_nothing(self) -> None:
        """26 U.S.C. 280A(g): 14 days let for 3,500, costs of 400; at 15 days all of it counts."""
        for days in (14, 15):
            thing = Thing(kind="dwelling", name="Home", measure="days")
            stays = [Stay(thing=THING, kind="rented", begins=on(7, 1), ends=on(7, days)),
                     Stay(thing=THING, kind="own", begins=on(1, 1), ends=on(6, 30))]  # fmt: skip
            books = numbered("entries", entries(RENTAL, rents="3500", advertising="400"))
            file = file_with(thing, {RENTAL: "0"}, {}, activities={RENTAL: rental(days_rented=None)},
                             stays=numbered("stays", stays), entries=books)  # fmt: skip
            computation = compute(file)
            self.assertEqual(computation.has_sheet(f"schedule_e.{RENTAL}"), days == 15)
            self.assertEqual("/entries/e00001" in computation.stops, days == 14)

    def test_bolton(self) -> None:
        """Bolton v. Commissioner, 694 F.2d 556, recalled: 866.37 of interest and tax, 1,833.63 of upkeep."""
        for way, first, upkeep in (("agency", "2613.43", "86.57"), ("court", "866.37", "1833.63")):
            thing = Thing(kind="dwelling", name="House", measure="days", choices={"interest_by": way})
            stays = [Stay(thing=THING, kind="rented", begins=on(1, 1), ends=on(4, 1)),
                     Stay(thing=THING, kind="own", begins=on(7, 1), ends=on(7, 30))]  # fmt: skip
            books = [*entries(RENTAL, rents="2700"), *entries(THING, real_estate_tax="3475", repairs="2693")]
            file = file_with(
                thing, {RENTAL: "0"}, {}, activities={RENTAL: rental(days_rented=None)}, itemizes=True,
                stays=numbered("stays", stays), entries=numbered("entries", books),
            )  # fmt: skip
            sheet = compute(file).sheet(f"dwelling.{THING}")
            self.assertAlmostEqual(sheet["tax"].amount, Decimal(first), delta=1)
            self.assertAlmostEqual(sheet["operating_allowed"].amount, Decimal(upkeep), delta=1)

    def test_a_room_let_part_of_the_year_by_area_and_nights(self) -> None:
        """By hand: 200 of 1,600 square feet, 120 nights of 365: insurance of 1,600 gives 65.75."""
        thing = Thing(kind="dwelling", name="Home", measure="days",
                      facts={"area_let": Decimal(200), "area": Decimal(1600)})  # fmt: skip
        stays = [Stay(thing=THING, kind="rented", begins=on(1, 1), ends=on(4, 30)),
                 Stay(thing=THING, kind="own", begins=on(5, 1), ends=on(12, 31))]  # fmt: skip
        shops = {RENTAL: rental(days_rented=None)}
        file = file_with(
            thing, {RENTAL: "0"}, {"insurance": "1600"}, activities=shops, stays=numbered("stays", stays)
        )
        part = compute(file).sheet(f"shared.{THING}")[f"insurance.{RENTAL}"].amount
        self.assertEqual(part, Decimal("65.75"))

    def test_short_stays_are_no_rental_for_the_loss_rules(self) -> None:
        thing = Thing(kind="dwelling", name="Cabin", measure="days")
        stays = [
            Stay(thing=THING, kind="rented", begins=on(6, day), ends=on(6, day + 3)) for day in (1, 8, 15)
        ]
        found = said(
            file_with(thing, {RENTAL: "0"}, {}, activities={RENTAL: rental()}, stays=numbered("stays", stays))
        )
        self.assertIn("4.0 days on average", found[f"/things/{THING}"])


class Lists(unittest.TestCase):
    def test_a_log_is_read_by_its_headings_and_what_is_wrong_is_said(self) -> None:
        cells = [
            ["Date", "From", "Destination", "Odometer start", "Odometer end", "Category"],
            ["1/5", "Rockport", "Belfast", "1200", "1238.4", "workshop"],
            ["1/9", "", "School", "1240", "1250", "commuting"],
            ["1/10", "", "Camden", "1250", "1240", ""],
            ["2/30", "", "Camden", "1250", "1260", ""],
        ]
        file = file_with(car(), {}, {})
        columns = guess_columns(TRIPS, cells[0])
        rows = listed_rows(file, TRIPS, THING, cells, columns)
        made = [row.record for row in rows if isinstance(row.record, Trip)]
        self.assertEqual([(each.activity, each.amount) for each in made],
                         [(BUSINESS, Decimal("38.4")), ("commuting", Decimal(10))])  # fmt: skip
        self.assertIn("runs backwards", rows[2].problem)
        self.assertIn("no day of the calendar", rows[3].problem)
        after = apply(file, list_edit(file, TRIPS, rows))[0]
        self.assertEqual(len(after.trips), 2)

    def test_a_calendar_ends_before_the_day_of_departure(self) -> None:
        cells = [
            ["Guest", "Check-in", "Check-out", "Status"],
            ["Pells", "6/5", "6/9", "rented"],
            ["", "", "6/9", ""],
        ]
        file = file_with(Thing(kind="dwelling", name="Cabin"), {}, {})
        rows = listed_rows(file, STAYS, THING, cells, guess_columns(STAYS, cells[0]))
        stay = rows[0].record
        assert isinstance(stay, Stay)
        self.assertEqual(
            (stay.begins, stay.ends, stay.kind, stay.guest), (on(6, 5), on(6, 8), "rented", "Pells")
        )
        self.assertIn("no first day", rows[1].problem)


class Leases(unittest.TestCase):
    def test_the_amount_that_a_lessee_includes(self) -> None:
        """By hand from 26 CFR 1.280F-7: 50 x 350/366 x 75% of a lease of 5,400 from 17 January 2024."""
        thing = car("20000", begins=on(1, 17, 2024), facts={"lease_inclusion": Decimal(50)})
        made = compute(file_with(thing, {BUSINESS: "15000"}, {"lease": "5400"}, year=2024))
        self.assertEqual(made.sheet(f"vehicle.{THING}")[f"leased.{BUSINESS}"].amount, Decimal("4014.14"))
        self.assertEqual(made.sheet(f"schedule_c.{BUSINESS}.owner")["vehicle_rent"].amount, 4014)


class ThingsOfCouples(unittest.TestCase):
    def test_two_users_of_one_home_have_three_hundred_feet_each(self) -> None:
        """Rev. Proc. 2013-13, recalled: rooms of 200 and 350; one person's two businesses have 300 in all."""
        for owner, amounts in (("spouse", (1000, 1500)), ("owner", (1000, 500))):
            shops = {
                BUSINESS: business(),
                SECOND: Activity(kind="business", name="Press", owners={owner: Decimal(100)}),
            }
            thing = Thing(kind="home", name="Home", measure="area", whole=Decimal(2000),
                          choices={f"method.{key}": "simplified" for key in shops})  # fmt: skip
            uses = [Use(thing=THING, activity=BUSINESS, amount=Decimal(200)),
                    Use(thing=THING, activity=SECOND, amount=Decimal(350))]  # fmt: skip
            books = [*entries(BUSINESS, gross_receipts="9000"), *entries(SECOND, gross_receipts="9000")]
            file = client(2025, "joint", activities=shops, entries=numbered("entries", books))
            made = compute(file.model_copy(update={"things": {THING: thing}, "uses": numbered("uses", uses)}))
            people = {BUSINESS: "owner", SECOND: owner}
            found = tuple(
                int(made.sheet(f"simplified.{THING}.{key}.{person}")["allowed"].amount)
                for key, person in people.items()
            )
            self.assertEqual(found, amounts)


if __name__ == "__main__":
    unittest.main()
