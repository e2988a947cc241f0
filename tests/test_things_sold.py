"""Homes, vehicles, dwellings and machines that serve several uses and are sold, and Form 4562 of what is
shared.

Sources are named at each test; "recalled" marks a published example that was written down from memory, "by
hand" that the figures follow from the law named there.
"""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal

from half_yard.countries import compute, pack_for
from half_yard.countries.methods_beside import methods_beside
from half_yard.countries.next_year import next_year
from half_yard.countries.results import Computation
from half_yard.figures.remembered import Memory
from half_yard.records import Asset, Carryover, ClientFile, Stay, Thing, apply
from half_yard.records.identifiers import numbered
from half_yard.review import Level
from tests.files import BUSINESS, RENTAL, business, rental
from tests.test_mixed_use import SECOND, THING, file_with, on

BUILDING = "d00001"
TAKEN = Decimal(3200)


def amount(computation: Computation, sheet: str, line: str) -> Decimal:
    """What stands on a line."""
    return computation.sheet(sheet)[line].amount


def sold_home(gain: str = "90000", **answers: bool) -> ClientFile:
    """A home with an office, depreciated by 3,200 before, that was sold on January 2 with such a gain."""
    home = Thing(kind="home", name="Our house", measure="area", whole=Decimal(1000), answers=answers)
    basis = Decimal(200000) - TAKEN
    building = Asset(
        activity=THING, name="House", asset_class="nonresidential_building", cost=Decimal(200000),
        in_service=on(3, 1, 2018), disposed=on(1, 2), proceeds=basis + Decimal(gain),
        selling_costs=Decimal(0), prior_depreciation=TAKEN,
    )  # fmt: skip
    file = file_with(home, {BUSINESS: "0"}, {}, assets={BUILDING: building})
    return file.model_copy(update={"uses": {}})


class Homes(unittest.TestCase):
    """Treas. Reg. 1.121-1(e); by hand, from the reference file's example."""

    def test_what_was_depreciated_stays_taxed(self) -> None:
        computation = compute(sold_home(two_of_five=True))
        sheet = computation.sheet(f"home_sale.{THING}")
        lines = {name: sheet[name].amount for name in ("gain", "unrecaptured", "excluded", "taxed")}
        self.assertEqual(lines, {"gain": 90000, "unrecaptured": 3200, "excluded": 86800, "taxed": 3200})
        self.assertEqual(amount(computation, "form_1040", "capital_gain"), 3200)

    def test_days_before_it_was_a_home_are_not_excluded(self) -> None:
        """26 U.S.C. 121(b)(5), the example of JCX-63-08, recalled: 300,000 beyond depreciation, two of five
        years let before it became the home: 120,000 is taxed besides."""
        file = sold_home(gain="303200", two_of_five=True)
        facts = {"days_away": Decimal(730), "days_owned": Decimal(1825)}
        home = file.things[THING].model_copy(update={"facts": facts})
        sheet = compute(file.model_copy(update={"things": {THING: home}})).sheet(f"home_sale.{THING}")
        lines = {name: sheet[name].amount for name in ("unrecaptured", "days_away", "excluded", "taxed")}
        self.assertEqual(
            lines, {"unrecaptured": 3200, "days_away": 120000, "excluded": 180000, "taxed": 123200}
        )
        alone = home.model_copy(update={"facts": {"days_away": Decimal(730)}})
        found = compute(file.model_copy(update={"things": {THING: alone}})).findings
        self.assertTrue(any("how many days it was owned" in each.message for each in found))

    def test_no_more_than_the_limit_and_nothing_without_the_tests(self) -> None:
        for answers, excluded in (
            ({"two_of_five": True}, 250000),
            ({"two_of_five": True, "excluded_before": True}, 0),
            ({"two_of_five": False}, 0),
        ):
            with self.subTest(answers):
                sheet = compute(sold_home("400000", **answers)).sheet(f"home_sale.{THING}")
                self.assertEqual(sheet["excluded"].amount, excluded)
                self.assertEqual(sheet["taxed"].amount, 400000 - excluded)

    def test_whether_it_was_lived_in_is_asked_and_a_loss_says_what_is_missing(self) -> None:
        asked = compute(sold_home())
        self.assertIn(
            f"/things/{THING}/answers/two_of_five",
            [finding.path for finding in asked.findings if finding.level is Level.INCOMPLETE],
        )
        self.assertFalse(compute(sold_home("-5000", two_of_five=True)).complete)

    def test_next_year_has_what_was_allowed_of_the_part_not_the_whole(self) -> None:
        """By hand: a tenth of 200,000 at 2.564% is 512.80, on Form 8829 in whole dollars."""
        home = Thing(kind="home", name="Our house", measure="area", whole=Decimal(1000))
        building = Asset(
            activity=THING, name="House", asset_class="nonresidential_building", cost=Decimal(200000),
            in_service=on(3, 1, 2020), prior_depreciation=Decimal("2000"),
        )  # fmt: skip
        file = file_with(home, {BUSINESS: "100"}, {}, assets={BUILDING: building})
        computation = compute(file)
        after = next_year(computation, pack_for(file.country))
        self.assertEqual(after.assets[BUILDING].prior_depreciation, 2513)
        by_name = {
            each.method.title: each.given_back
            for choice in methods_beside(
                computation, pack_for(file.country), THING, lambda other: compute(other, Memory())
            )
            for each in choice
        }
        self.assertEqual(by_name, {"Form 8829": 2513, "Simplified method": 2000})


class TurnedRental(unittest.TestCase):
    """26 U.S.C. 121(a), (b)(5)(C)(ii)(I), (d)(6): lived in, then let, then sold; by hand."""

    def sold(self, let: datetime.date, **answers: bool) -> Computation:
        usual: dict[str, object] = {
            "activity": RENTAL, "origin": "converted", "acquired": on(6, 1, 2012), "in_service": let,
            "disposed": on(6, 1),
        }  # fmt: skip
        house = {
            "asset_class": "residential_building", "cost": 200000, "proceeds": 330000, "answers": answers,
            "prior_depreciation": 14000,
        }  # fmt: skip
        lot = {"asset_class": "land", "cost": 50000, "proceeds": 70000}
        assets = [Asset.model_validate({**usual, "name": "House", **house}),
                  Asset.model_validate({**usual, "name": "Lot", **lot})]  # fmt: skip
        file = file_with(
            Thing(kind="other", name="Else", measure="percent"), {}, {},
            activities={BUSINESS: business(), RENTAL: rental()}, assets=numbered("assets", assets),
        )  # fmt: skip
        return compute(file)

    def test_the_gain_is_excluded_but_for_the_depreciation(self) -> None:
        """Let from June 2022: lived in for two of the five years before June 2025."""
        made = self.sold(on(6, 2, 2022), main_home=True)
        taken = sum((story.taken.amount for story in made.stories.values()), Decimal(0))
        sheet = made.sheet(f"home_sale.{RENTAL}")
        self.assertEqual(sheet["gain"].amount, 400000 - 250000 + round(taken))
        self.assertEqual(sheet["taxed"].amount, round(taken))
        self.assertEqual(amount(made, "form_1040", "capital_gain"), round(taken))
        self.assertFalse(made.has_sheet("form_4797"))

    def test_let_for_too_long_or_never_a_home(self) -> None:
        late = self.sold(on(1, 2, 2022), main_home=True)
        self.assertEqual(late.sheet(f"home_sale.{RENTAL}")["excluded"].amount, 0)
        facts = dict(late.sheet(f"home_sale.{RENTAL}").facts)
        self.assertIn("580 days", facts["Lived in, of the five years"])
        self.assertTrue(self.sold(on(6, 2, 2022), main_home=False).has_sheet("form_4797"))

    def test_it_is_asked(self) -> None:
        found = self.sold(on(6, 2, 2022)).findings
        asked = [each.path for each in found if each.level is Level.INCOMPLETE]
        self.assertIn("/assets/s00001/answers/main_home", asked)


class Vehicles(unittest.TestCase):
    """IRS Pub. 463 (recalled): the standard rate takes the basis down, and a sale gives it back."""

    def car(self, **parts: object) -> Asset:
        usual: dict[str, object] = {
            "activity": THING, "name": "Car", "asset_class": "passenger_auto", "cost": Decimal(25500),
            "in_service": on(1, 2, 2020), "disposed": on(6, 30), "proceeds": Decimal(8000),
        }  # fmt: skip
        return Asset.model_validate({**usual, **parts})

    def sold(self, method: str, share: str, **parts: object) -> Computation:
        car = Thing(
            kind="vehicle", name="Car", measure="distance", whole=Decimal(1000), choices={"method": method},
            answers={"standard_before": True},
        )  # fmt: skip
        carried = Carryover(kind="mileage_depreciation", of=THING, amount=Decimal(18708))
        return compute(
            file_with(
                car, {BUSINESS: share}, {}, assets={BUILDING: self.car(**parts)},
                carryovers={"c00001": carried},
            )
        )  # fmt: skip

    def test_after_the_standard_rate(self) -> None:
        """The adjusted basis of 6,792 less 330 for 1,000 miles of this year (33 cents): gain 1,538."""
        for method in ("standard", "actual"):
            with self.subTest(method):
                computation = self.sold(method, "1000")
                left = Decimal(6792 - 330 if method == "standard" else 6792)
                if method == "actual":  # straight line of what is left, in the year of the sale too
                    left -= computation.stories[BUILDING].this_year.amount
                self.assertEqual(amount(computation, "form_4797", f"{BUILDING}.gain"), 8000 - round(left))
                self.assertEqual(amount(computation, "form_4797", f"{BUILDING}.ordinary"), 8000 - round(left))

    def test_a_basis_is_never_below_nothing(self) -> None:
        computation = self.sold("standard", "1000", cost=Decimal(18000))
        self.assertEqual(amount(computation, "form_4797", f"{BUILDING}.basis"), 0)
        self.assertEqual(amount(computation, "form_4797", f"{BUILDING}.gain"), 8000)

    def test_the_private_part_of_a_gain_is_taxed_and_of_a_loss_not_deducted(self) -> None:
        """By hand: a car at 60% in all years, bought for 10,000 and sold for 12,000: 800 private gain."""
        shares = dict.fromkeys(map(str, range(2020, 2025)), "60")
        made = {"shares": shares, "cost": Decimal(10000), "proceeds": Decimal(12000)}
        gained = self.sold("standard", "600", **made)
        self.assertEqual(amount(gained, "form_4797", f"{BUILDING}.private"), 800)
        ordinary = amount(gained, "form_4797", "capital_gain")
        self.assertEqual(amount(gained, "form_1040", "capital_gain"), ordinary + 800)
        lost = self.sold("standard", "600", shares=shares)
        self.assertEqual(amount(lost, "form_4797", f"{BUILDING}.private"), 0)

    def test_a_car_of_two_businesses_stands_on_both_forms_and_is_sold_once(self) -> None:
        """By hand: 600 and 200 of 1,000 miles, sold at 80% of 8,000; Form 4562 part V of each."""
        car = Thing(
            kind="vehicle",
            name="Car",
            measure="distance",
            whole=Decimal(1000),
            facts={"commuting": Decimal(50)},
        )
        asset = self.car(shares=dict.fromkeys(map(str, range(2020, 2025)), "80"), prior_depreciation="15000")
        file = file_with(car, {BUSINESS: "600", SECOND: "200"}, {}, assets={BUILDING: asset})
        computation = compute(file)
        taken = computation.stories[BUILDING].this_year.amount
        parts = [amount(computation, f"form_4562.{key}", "listed") for key in (BUSINESS, SECOND)]
        self.assertEqual(parts, [round(taken * 3 / 4), round(taken / 4)])
        miles = [amount(computation, f"form_4562.{BUSINESS}", f"{line}.{THING}") for line in
                 ("business_miles", "commuting_miles", "other_miles", "all_miles")]  # fmt: skip
        self.assertEqual(miles, [600, 50, 350, 1000])
        self.assertEqual(amount(computation, "form_4797", f"{BUILDING}.proceeds"), 6400)
        self.assertEqual(amount(computation, "form_4797", f"{BUILDING}.basis"), 20400 - round(15000 + taken))


class Others(unittest.TestCase):
    """Dwellings and machines."""

    def dwelling(self, **answers: bool) -> ClientFile:
        stays = [
            Stay(thing=THING, kind="rented", begins=on(1, 1), ends=on(3, 31)),
            Stay(thing=THING, kind="own", begins=on(4, 1), ends=on(4, 30)),
        ]
        building = Asset(
            activity=THING, name="Cabin", asset_class="residential_building", cost=Decimal(100000),
            in_service=on(1, 5, 2020), disposed=on(12, 1), proceeds=Decimal(140000),
            prior_depreciation=Decimal(9000),
        )  # fmt: skip
        return file_with(
            Thing(kind="dwelling", name="Cabin", measure="days", answers=answers), {RENTAL: "0"}, {},
            activities={BUSINESS: business(), RENTAL: rental()}, assets={BUILDING: building},
            stays=numbered("stays", stays),
        )  # fmt: skip

    def test_a_dwelling_is_sold_by_the_days_let(self) -> None:
        """By hand: 90 of 120 days, so 105,000 of 140,000; 9,000 taken before, this year without rent nothing;
        the private quarter of the gain of 40,000 is 10,000."""
        computation = compute(self.dwelling(main_home=False))
        lines = [
            amount(computation, "form_4797", f"{BUILDING}.{name}") for name in ("proceeds", "basis", "gain")
        ]
        self.assertEqual(lines, [105000, 66000, 39000])
        self.assertEqual(amount(computation, "form_4797", f"{BUILDING}.private"), 10000)
        self.assertEqual(amount(computation, "form_4797", f"{BUILDING}.unrecaptured"), 9000)

    def test_a_dwelling_that_was_the_main_home_is_sold_as_one(self) -> None:
        computation = compute(self.dwelling(main_home=True, two_of_five=True))
        self.assertEqual(amount(computation, f"home_sale.{THING}", "taxed"), 9000)
        self.assertFalse(computation.has_sheet("form_4797"))

    def test_a_shared_machine_is_expensed_by_each_business(self) -> None:
        """By hand: 2,000 elected of a machine that serves two businesses 60 and 20 of 100 hours."""
        machine = Thing(kind="machine", name="Press", measure="hours", whole=Decimal(100))
        asset = Asset(
            activity=THING, name="Press", asset_class="seven_year", cost=Decimal(4000), in_service=on(2, 1),
            expensed=Decimal(2000), answers={"no_special_allowance": True},
        )  # fmt: skip
        computation = compute(
            file_with(machine, {BUSINESS: "60", SECOND: "20"}, {}, assets={BUILDING: asset})
        )
        self.assertEqual(computation.stops, {})
        parts = [amount(computation, f"form_4562.{key}", "expensed") for key in (BUSINESS, SECOND)]
        self.assertEqual(parts, [1500, 500])
        self.assertEqual(amount(computation, "section_179", "cost"), 4000)


class MovedAtOnce(unittest.TestCase):
    """A home office typed as an asset of the business, moved to its home in one step."""

    def test_the_step_moves_it_and_the_form_has_it(self) -> None:
        office = Asset(
            activity=BUSINESS, name="Office at home", asset_class="nonresidential_building",
            cost=Decimal(200000), share=Decimal(10), in_service=on(3, 1, 2020),
        )  # fmt: skip
        file = file_with(
            Thing(kind="other", name="Else", measure="percent"), {}, {}, assets={BUILDING: office}
        )
        found = [each for each in compute(file).findings if each.step is not None]
        self.assertEqual([each.path for each in found], [f"/assets/{BUILDING}/activity"])
        moved, back = apply(file, found[0].step)  # type: ignore[arg-type]
        computation = compute(moved)
        self.assertFalse([each for each in computation.findings if each.step is not None])
        home = next(key for key, thing in moved.things.items() if thing.kind == "home")
        line = computation.sheet(f"form_8829.{home}.{BUSINESS}.owner")
        self.assertEqual(line["depreciation"].amount, 513)
        self.assertEqual(apply(moved, back)[0], file)


if __name__ == "__main__":
    unittest.main()
