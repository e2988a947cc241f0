"""Vehicles, homes and houses partly let in Canada, against the worked examples kept beside the tests: most
are recalled from the guides T4002 and T4036 or computed by hand from the provisions."""

from __future__ import annotations

import unittest
from decimal import Decimal
from typing import Any

from half_yard.countries import compute, pack_for
from half_yard.figures import Place, recompute
from half_yard.records import Activity, Asset, Carryover, ClientFile, Entry, Person, Thing, Trip, Use
from half_yard.records.identifiers import numbered
from tests.canadian import FLAT, OWNER, SHOP, bought, business_of, canadian
from tests.files import amount
from tests.test_next_year import after

THING = "h00001"
HOME_COSTS = {
    "heat": "1800", "electricity": "1500", "insurance": "1200", "maintenance": "900",
    "mortgage_interest": "10600", "property_tax": "4000",
}  # fmt: skip


def costs(**amounts: str) -> list[Entry]:
    """The costs of the thing, by line."""
    return [Entry(activity=THING, line=line, amount=Decimal(text)) for line, text in amounts.items()]


def with_thing(file: ClientFile, thing: Thing, uses: list[Use], entries: list[Entry]) -> ClientFile:
    """The file with a thing, its uses and its costs."""
    every = [*file.entries.values(), *entries]
    return file.model_copy(
        update={
            "things": {THING: thing}, "uses": numbered("uses", uses), "entries": numbered("entries", every),
        }
    )  # fmt: skip


def used(of: str, activity: str = SHOP, **fields: Any) -> Use:
    return Use(thing=THING, activity=activity, amount=Decimal(of), **fields)


class Vehicles(unittest.TestCase):
    def vehicle(self, whole: str, business: str, facts: Any = None, **fields: Any) -> Thing:
        self.uses = [used(business)]
        return Thing(
            kind="vehicle", name="Estate car", measure="distance", whole=Decimal(whole), facts=facts or {},
            **fields,
        )  # fmt: skip

    def made(self, year: int, thing: Thing, **amounts: str) -> ClientFile:
        return with_thing(business_of("90000", year), thing, self.uses, costs(**amounts))

    def test_parking_is_not_shared_by_distance(self) -> None:
        """Example 31: 1,350 of 18,000 km, costs of 5,000, parking 60."""
        thing = self.vehicle("18000", "1350")
        file = self.made(2024, thing, fuel="2600", insurance="1500", registration="120", repairs="780",
                         parking="60")  # fmt: skip
        self.assertEqual(amount(file, f"chart_a.{THING}/share.{SHOP}"), 375)
        self.assertEqual(amount(file, f"t2125.{SHOP}/vehicle"), 435)
        van = bought("6375", "2024-02-01", THING, asset_class="class_10")
        file = file.model_copy(update={"assets": {"s00001": van}})
        self.assertEqual(amount(file, f"cca.{SHOP}/class_10.additions"), Decimal("478.13"))

    def test_most_of_a_truck(self) -> None:
        """Example 32: 27,000 of 30,000 km, 6,000 with interest of 1,900."""
        thing = self.vehicle("30000", "27000", answers={"not_passenger": True})
        file = self.made(2024, thing, registration="100", fuel="2400", insurance="1100",
                         loan_interest="1900", repairs="500")  # fmt: skip
        self.assertEqual(amount(file, f"t2125.{SHOP}/vehicle"), 5400)

    def test_interest_within_its_limit(self) -> None:
        """Example 37: 5,100 of a loan of 2024 in 366 days, and of 2023 in 365 days."""
        for year, counted in ((2024, 4270), (2023, 3650)):
            thing = self.vehicle("100", "100", choices={"loan_from": str(year)})
            file = self.made(year, thing, loan_interest="5100")
            self.assertEqual(amount(file, f"t2125.{SHOP}/vehicle"), counted)
        for choices in ({}, {"loan_from": "2024-05-01"}, {"loan_from": "2200"}):
            unsaid = self.made(2024, self.vehicle("100", "100", choices=choices), loan_interest="5100")
            self.assertTrue(compute(unsaid).line(Place("t1.owner", "owed")).figure.gaps)

    def test_a_lease_within_its_limits(self) -> None:
        """Example 36: 13,200 in 2023, list price 50,000, tax of 13%; half of the kilometres."""
        facts = {"list_price": Decimal(50000), "lease_tax": Decimal(13)}
        thing = self.vehicle("100", "50", facts, choices={"lease_from": "2023"})
        file = self.made(2023, thing, lease="13200")
        self.assertEqual(amount(file, f"chart_a.{THING}/lease_by_days"), Decimal("13060.92"))
        self.assertEqual(amount(file, f"chart_a.{THING}/lease_by_price"), Decimal("12634.73"))
        self.assertEqual(amount(file, f"t2125.{SHOP}/vehicle"), Decimal("6317.37"))

    def test_the_log_measures_and_its_other_trips_are_personal(self) -> None:
        thing = Thing(kind="vehicle", name="Estate car", measure="distance", whole=Decimal(1000))
        trips = [
            Trip(thing=THING, activity=SHOP, amount=Decimal(250)),
            Trip(thing=THING, activity="commuting", amount=Decimal(500)),
        ]
        file = with_thing(business_of("90000", 2024), thing, [], costs(fuel="400"))
        file = file.model_copy(update={"trips": numbered("trips", trips)})
        self.assertEqual(amount(file, f"t2125.{SHOP}/vehicle"), 100)
        self.assertEqual(amount(file, f"shared.{THING}/personal"), 300)


class Homes(unittest.TestCase):
    def made(self, profit: str, carried: str = "", **amounts: str) -> ClientFile:
        home = Thing(kind="home", name="House", measure="area", whole=Decimal(1200))
        uses = [used("150", choices={"rests_on": "principal"})]
        file = with_thing(business_of(profit, 2024), home, uses, costs(**(amounts or HOME_COSTS)))
        if not carried:
            return file
        left = Carryover(kind="business_use_of_home", of=SHOP, amount=Decimal(carried))
        return file.model_copy(update={"carryovers": {"c00001": left}})

    def test_no_more_than_the_business_has_earned(self) -> None:
        """Examples 38 and 39: 12.5% of 20,000."""
        for profit, carried, allowed, left in (
            ("12000", "", 2500, 0), ("1600", "", 1600, 900), ("-1000", "", 0, 2500), ("6000", "900", 3400, 0),
        ):  # fmt: skip
            file = self.made(profit, carried)
            found = [amount(file, f"part_7.{SHOP}.owner/{line}") for line in ("allowed", "carried_out")]
            self.assertEqual(found, [allowed, left], profit)
            net = amount(file, f"t2125.{SHOP}.owner/net_income")
            self.assertEqual(net, Decimal(profit) - allowed)
            self.assertEqual(amount(file, "t1.owner/business"), net)

    def test_what_is_left_waits_in_next_years_file(self) -> None:
        later = after(self.made("1600"))
        self.assertEqual(amount(later, f"part_7.{SHOP}.owner/carried_in"), 900)
        self.assertEqual([use.amount for use in later.uses.values()], [150])

    def test_a_day_care_by_its_hours_and_days(self) -> None:
        """Example 40: 35% of 5,800, from 7 to 17 on 5 days of the week."""
        home = Thing(kind="home", name="House", measure="area", whole=Decimal(100))
        facts = {"hours_a_day": Decimal(10), "days_a_week": Decimal(5)}
        file = with_thing(business_of("90000", 2024), home, [used("35", facts=facts)], costs(heat="5800"))
        self.assertEqual(amount(file, f"part_7.{SHOP}.owner/allowed"), Decimal("604.17"))

    def test_each_of_two_partners_has_a_limit_of_their_own(self) -> None:
        halves = {"owner": Decimal(50), "spouse": Decimal(50)}
        file = self.made("3000")
        shop = file.activities[SHOP].model_copy(update={"owners": halves})
        people = {
            **file.people,
            "spouse": Person(first_name="Ines", birth_date=file.people["owner"].birth_date),
        }
        file = file.model_copy(update={"activities": {SHOP: shop}, "people": people})
        for person in halves:
            self.assertEqual(amount(file, f"part_7.{SHOP}.{person}/allowed"), 1250)

    def test_what_a_partner_has_spent_alone_comes_before_the_home(self) -> None:
        halves = {"owner": Decimal(50), "spouse": Decimal(50)}
        file = self.made("3000")
        facts = {"own_costs_spouse": Decimal(400)}
        shop = file.activities[SHOP].model_copy(update={"owners": halves, "facts": facts})
        people = {**file.people, "spouse": Person(first_name="Ines")}
        file = file.model_copy(update={"activities": {SHOP: shop}, "people": people})
        self.assertEqual(amount(file, f"part_7.{SHOP}.spouse/limit"), 1100)
        self.assertEqual(amount(file, f"part_7.{SHOP}.spouse/allowed"), 1100)
        self.assertEqual(amount(file, f"t2125.{SHOP}.spouse/net_income"), 0)
        self.assertEqual(amount(file, f"part_7.{SHOP}.owner/allowed"), 1250)
        flat = {SHOP: shop.model_copy(update={"kind": "rental"})}
        rental = file.model_copy(update={"activities": flat, "things": {}, "uses": {}, "entries": {}})
        self.assertEqual(amount(rental, f"t776.{SHOP}.spouse/net_income"), -400)

    def test_a_place_that_rests_on_nothing_is_not_claimed_and_a_rental_has_none(self) -> None:
        file = self.made("9000")
        uses = {
            key: use.model_copy(update={"choices": {"rests_on": "neither"}}) for key, use in file.uses.items()
        }
        not_claimed = compute(file.model_copy(update={"uses": uses}))
        self.assertFalse(not_claimed.has_sheet(f"part_7.{SHOP}.owner"))
        rental = {SHOP: Activity(kind="rental", name="Flat", owners=OWNER)}
        words = [each.message for each in compute(file.model_copy(update={"activities": rental})).findings]
        self.assertTrue(any("a place at home serves a business" in each for each in words))


class Houses(unittest.TestCase):
    def test_two_spouses_half_each_in_a_part_of_their_duplex(self) -> None:
        """Example 42: they live in 35%; the building enters class 1 at 65% of its cost."""
        halves = {"owner": Decimal(50), "spouse": Decimal(50)}
        flat = {FLAT: Activity(kind="rental", name="Upstairs", owners=halves)}
        people = {key: Person(first_name=key, birth_date=canadian(2024).people["owner"].birth_date)
                  for key in halves}  # fmt: skip
        rent = [
            Entry(activity=FLAT, line="rents", amount=Decimal(14400)),
            Entry(activity=FLAT, line="advertising", amount=Decimal(200)),
        ]
        base = canadian(2024, activities=flat, people=people, entries=numbered("entries", rent))
        house = Thing(kind="house", name="Duplex", measure="area", whole=Decimal(2000))
        spent = costs(insurance="1500", mortgage_interest="8000", utilities="3000", property_tax="3500")
        file = with_thing(base, house, [used("1300", FLAT)], spent)
        self.assertEqual(amount(file, f"t776.{FLAT}/personal"), 5600)
        self.assertEqual(amount(file, f"t776.{FLAT}/interest"), 8000)
        self.assertEqual(amount(file, f"t776.{FLAT}/total_expenses"), 10600)
        self.assertEqual(amount(file, f"t776.{FLAT}/net_income"), 3800)
        for person in halves:
            self.assertEqual(amount(file, f"t776.{FLAT}.{person}/share"), 1900)
            self.assertEqual(amount(file, f"t1.{person}/gross_rents"), 14400)
        building = bought("200000", "2024-03-01", THING, asset_class="class_1", basis={"land": Decimal(0)})
        file = file.model_copy(update={"assets": {"s00001": building}})
        self.assertEqual(amount(file, f"cca.{FLAT}/s00001.additions"), 130000)

    def test_every_line_recomputes_and_every_part_adds_up(self) -> None:
        phone = Thing(kind="line", name="Mobile", measure="percent", reason="by the bill")
        uses = [used("40"), used("10", FLAT)]
        file = business_of("9000", 2024)
        flat = {**file.activities, FLAT: Activity(kind="rental", name="Flat", owners=OWNER)}
        file = with_thing(file.model_copy(update={"activities": flat}), phone, uses, costs(service="613.37"))
        computation = compute(file)
        for sheet in computation.sheets:
            for each in sheet.lines:
                self.assertEqual(recompute(each.figure), each.figure.amount, str(each.place))
        parts = [amount(file, f"shared.{THING}/service.{key}") for key in (SHOP, FLAT, "personal")]
        self.assertEqual(sum(parts), Decimal("613.37"))
        self.assertEqual(amount(file, f"t2125.{SHOP}/utilities"), parts[0])

    def test_an_asset_of_a_home_is_not_claimed_and_one_of_two_activities_is_asked_for(self) -> None:
        for kind, level in (("home", ""), ("machine", "serves several")):
            thing = Thing(kind=kind, name="It", measure="percent", reason="so")
            second = {FLAT: Activity(kind="business", name="Other", owners=OWNER)}
            file = business_of("9000", 2024)
            file = file.model_copy(update={"activities": {**file.activities, **second}})
            file = with_thing(file, thing, [used("30"), used("30", FLAT)], [])
            asset: Asset = bought("900", "2024-02-01", THING)
            findings = compute(file.model_copy(update={"assets": {"s00001": asset}})).findings
            errors = [each.message for each in findings if each.path == "/assets/s00001"]
            self.assertEqual(bool(errors), bool(level), kind)
            self.assertTrue(all(level in message for message in errors), errors)

    def test_an_asset_whose_thing_is_not_measured_yet_says_so_and_so_does_its_balance(self) -> None:
        """As every car in the file that a year begins with, where distances are measured anew."""
        car = Thing(kind="vehicle", name="Van", measure="distance", whole=Decimal(20000))
        file = with_thing(business_of("9000", 2024), car, [Use(thing=THING, activity=SHOP)], [])
        asset = bought("90000", "2023-02-01", THING).model_copy(update={"asset_class": "class_10_1"})
        balance = Carryover(kind="ucc_10_1", of="s00001", amount=Decimal(20000))
        made = compute(file.model_copy(
            update={"assets": {"s00001": asset}, "carryovers": {"c00001": balance}}
        ))  # fmt: skip
        for path in ("/assets/s00001", "/carryovers/c00001"):
            self.assertIn("is not typed yet", made.stops[path])
        unused = file.model_copy(update={"assets": {"s00001": asset}, "uses": {}})
        self.assertIn("serves no activity", compute(unused).stops["/assets/s00001"])

    def test_the_window_asks_for_what_the_forms_need(self) -> None:
        shared = pack_for("ca").shared
        file = with_thing(business_of("9000", 2024), Thing(kind="vehicle"), [used("3")], [])
        paths = {each.path.rpartition("/")[2] for each in shared.fields(file, THING)}
        self.assertLessEqual({"odometer_ended", "loan_from", "list_price", "not_passenger"}, paths)
