"""Capital cost allowance against the worked examples kept beside the tests: most are recalled from the guides
T4002 and T4036 or computed by hand from the provisions."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from half_yard.cli.printed import thread_text
from half_yard.countries import Computation, compute, pack_for
from half_yard.countries.ca.classes import find_class
from half_yard.countries.ca.pool_life import pool_life as life_of
from half_yard.countries.offered import PoolLife
from half_yard.figures import Place
from half_yard.records import Activity, Asset, ClientFile, Edit, Entry, apply
from half_yard.records.identifiers import numbered
from tests.canadian import FLAT, FLAT_2, OWNER, SHOP, bought, business_of, rental_of, ucc
from tests.files import amount

CCA = "cca.{}/class_8.{}"


def pool_life(computation: Computation, key: str) -> PoolLife:
    """The life of an asset's class. Raises LookupError where there is none."""
    life = life_of(computation, key)
    if life is None:
        raise LookupError(key)
    return life


class Allowance(unittest.TestCase):
    """Examples 1 to 6, 9, 14 and 15: class 8, mostly one addition of 2,400."""

    def closes(self, file: ClientFile, allowance: str, closing: str, activity: str = FLAT) -> None:
        self.assertEqual(amount(file, CCA.format(activity, "allowance")), Decimal(allowance))
        self.assertEqual(amount(file, CCA.format(activity, "closing")), Decimal(closing))

    def test_it_never_makes_a_rental_loss(self) -> None:
        file = rental_of("-1500", 2023, bought("2400", "2023-05-01"))
        self.closes(file, "0", "2400")
        self.assertEqual(amount(file, "t1.owner/rents"), -1500)

    def test_the_year_after_has_neither_half_year_nor_bonus(self) -> None:
        self.closes(rental_of("3000", 2024, carryovers=ucc("2400")), "480", "1920")

    def test_accelerated_phased_out_and_from_a_relative(self) -> None:
        self.closes(rental_of("1310", 2022, bought("2400", "2022-05-01")), "720", "1680")
        self.closes(rental_of("1310", 2024, bought("2400", "2024-05-01")), "480", "1920")
        used = bought("2400", "2022-05-01", answers={"from_a_relative": True})
        self.closes(rental_of("1310", 2022, used), "240", "2160")

    def test_purchases_of_2025_are_provisional(self) -> None:
        file = rental_of("1310", 2025, bought("2400", "2025-05-01"))
        self.closes(file, "480", "1920")
        computation = compute(file)
        owed = computation.line(Place("t1.owner", "owed"))
        self.assertTrue(owed.figure.provisional)
        printed = thread_text(computation, owed)
        self.assertIn("Provisional: ", printed)
        self.assertNotIn("Not computed: ", printed)

    def test_the_limit_is_over_all_rentals_together(self) -> None:
        file = rental_of("5000", 2024, carryovers=ucc("30000"))
        second = Activity(kind="rental", name="Annex", owners=OWNER)
        cost = Entry(activity=FLAT_2, line="repairs", amount=Decimal(2000))
        file = file.model_copy(
            update={
                "activities": {**file.activities, FLAT_2: second},
                "entries": {**file.entries, "e00002": cost},
            }
        )
        self.assertEqual(amount(file, CCA.format(FLAT, "allowance")), 3000)
        self.assertEqual(amount(file, "t1.owner/rents"), 0)

    def test_columns_with_additions_and_dispositions(self) -> None:
        sold = bought("9000", "2019-01-01", SHOP, disposed=datetime.date(2023, 8, 1), proceeds=Decimal(1500))
        for answers, allowance, closing in (
            ({}, "2750", "9750"),
            ({"from_a_relative": True}, "2250", "10250"),
        ):
            new = bought("4000", "2023-05-01", SHOP, answers=answers)
            assets = numbered("assets", [sold, new])
            file = business_of("90000", 2023, assets=assets, carryovers=ucc("10000", SHOP))
            self.closes(file, allowance, closing, SHOP)

    def test_class_50_and_its_private_part(self) -> None:
        """Examples 11 and 12: 2,600, of which 40% personal."""
        for year, allowance in ((2023, "1287.00"), (2024, "858.00")):
            computer = bought("2600", f"{year}-05-01", SHOP, share=Decimal(60))
            computer = computer.model_copy(update={"asset_class": "class_50"})
            file = business_of("90000", year, assets={"s00001": computer})
            self.assertEqual(amount(file, f"cca.{SHOP}/class_50.allowance"), Decimal(allowance))
            self.assertEqual(amount(file, f"t2125.{SHOP}/allowance"), Decimal(allowance))

    def test_class_50_in_its_second_year_and_expensed(self) -> None:
        """Example 12: what is left of 11 in 2024; and 11 in 2023, designated for immediate expensing."""
        file = business_of("90000", 2024, carryovers=ucc("273", SHOP, "ucc_50"))
        self.assertEqual(amount(file, f"cca.{SHOP}/class_50.allowance"), Decimal("150.15"))
        computer = bought(
            "2600", "2023-05-01", SHOP, asset_class="class_50", share=Decimal(60),
            answers={"immediate_expensing": True},
        )  # fmt: skip
        file = business_of("90000", 2023, assets={"s00001": computer})
        self.assertEqual(amount(file, f"cca.{SHOP}/class_50.allowance"), 1560)

    def test_what_is_often_claimed_and_wrong_can_not_be_claimed(self) -> None:
        """Examples 8 and 13: 2,400 in full, or 1,310 to bring the income to nil, however much is wanted; 720
        again in the second year; the personal part of a computer taken off twice, or not at all."""
        for year, most in ((2021, "720"), (2024, "480")):
            for wanted in (2400, 1310):
                facts = {"cca_at_most": Decimal(wanted)}
                file = rental_of("1310", year, bought("2400", f"{year}-05-01"), flat={"facts": facts})
                self.closes(file, most, str(2400 - Decimal(most)))
        second = rental_of("3000", 2022, bought("2400", "2021-05-01"), carryovers=ucc("1680"),
                           flat={"facts": {"cca_at_most": Decimal(720)}})  # fmt: skip
        self.closes(second, "336", "1344")
        computer = bought("2600", "2023-05-01", SHOP, asset_class="class_50", share=Decimal(60))
        file = business_of("90000", 2023, assets={"s00001": computer})
        self.assertEqual(amount(file, f"cca.{SHOP}/class_50.additions"), 1560)
        self.assertEqual(amount(file, f"t2125.{SHOP}/allowance"), Decimal("1287.00"))

    def test_a_cheap_appliance_is_of_class_8_all_the_same(self) -> None:
        """Example 10: class 12 under 500 is for tools and instruments."""
        self.assertEqual(find_class("fridge for the flat", "rental"), "class_8")
        file = rental_of("9000", 2023, bought("450", "2023-05-01"))
        self.closes(file, "135", "315")

    def test_recapture_terminal_loss_and_what_is_left(self) -> None:
        """Examples 23 to 26: the last asset, cost 10,000, class of 4,000."""
        for price, cost, empty, recapture, terminal, closing in (
            ("6000", "10000", True, 2000, 0, 0), ("1500", "10000", True, 0, 2500, 0),
            ("1500", "10000", False, 0, 0, 2000), ("6000", "5000", True, 1000, 0, 0),
        ):  # fmt: skip
            gone = bought(cost, "2019-01-01", disposed=datetime.date(2024, 3, 1), proceeds=Decimal(price))
            flat = {"answers": {"empty_class_8": empty}}
            file = rental_of("9000", 2024, gone, carryovers=ucc("4000"), flat=flat)
            found = {
                name: amount(file, CCA.format(FLAT, name))
                for name in ("recapture", "terminal_loss", "closing")
            }
            self.assertEqual(
                found, {"recapture": recapture, "terminal_loss": terminal, "closing": closing}, price
            )

    def test_nobody_has_to_claim_it(self) -> None:
        flat = {"answers": {"no_cca": True}}
        self.closes(rental_of("9000", 2024, carryovers=ucc("4000"), flat=flat), "0", "4000")

    def test_no_more_than_a_chosen_amount_and_slow_classes_first(self) -> None:
        computer = bought("2000", "2022-02-01", SHOP, asset_class="class_50")
        stove = bought("2400", "2022-02-01", SHOP)
        at_most = {"facts": {"cca_at_most": Decimal(1000)}}
        file = business_of("90000", 2022, assets=numbered("assets", [computer, stove]), shop=at_most)
        self.closes(file, "720", "1680", SHOP)
        self.assertEqual(amount(file, f"cca.{SHOP}/class_50.allowance"), 280)
        self.assertEqual(amount(file, f"cca.{SHOP}/allowance"), 1000)


def claimed(file: ClientFile, of: str, activity: str = SHOP) -> Decimal:
    return amount(file, f"cca.{activity}/{of}.allowance")


class Immediate(unittest.TestCase):
    DESIGNATED: Any = {"answers": {"immediate_expensing": True}}

    def test_a_rental_has_no_more_than_its_income(self) -> None:
        """Example 7: 2,400 for an income of 1,310; of 2025 there is none, nor where it isn't designated."""
        for year in (2022, 2024):
            file = rental_of("1310", year, bought("2400", f"{year}-05-01", **self.DESIGNATED))
            self.assertEqual(claimed(file, "class_8", FLAT), 1310)
            self.assertEqual(amount(file, f"cca.{FLAT}/class_8.expensed"), 1310)
            self.assertEqual(amount(file, "t1.owner/rents"), 0)
        late = rental_of("1310", 2025, bought("2400", "2025-05-01", **self.DESIGNATED))
        self.assertEqual(claimed(late, "class_8", FLAT), 480)
        before = bought("2400", "2022-05-01", acquired=datetime.date(2021, 12, 20), **self.DESIGNATED)
        self.assertEqual(claimed(rental_of("1310", 2022, before), "class_8", FLAT), 720)

    def test_a_business_expenses_slow_classes_first_and_may_lose_by_the_rest(self) -> None:
        """Example 17, with 2023: 5,000 of income, 4,000 in class 8 and 3,000 in class 50; what is left of the
        computer, 2,000, has its accelerated first year."""
        assets = [
            bought("4000", "2023-05-01", SHOP, **self.DESIGNATED),
            bought("3000", "2023-05-01", SHOP, asset_class="class_50", **self.DESIGNATED),
        ]
        file = business_of("5000", 2023, assets=numbered("assets", assets))
        self.assertEqual(amount(file, f"cca.{SHOP}/class_8.expensed"), 4000)
        self.assertEqual(amount(file, f"cca.{SHOP}/class_50.expensed"), 1000)
        self.assertEqual(claimed(file, "class_50"), 1000 + Decimal("1650.00"))
        self.assertEqual(amount(file, f"t2125.{SHOP}/net_income"), -1650)

    def test_the_limit_is_one_for_all(self) -> None:
        big = bought("1600000", "2023-05-01", SHOP, asset_class="class_53", **self.DESIGNATED)
        file = business_of("2000000", 2023, assets={"s00001": big})
        self.assertEqual(amount(file, f"cca.{SHOP}/class_53.expensed"), 1500000)

    def test_buildings_are_excluded(self) -> None:
        house = bought("40000", "2023-05-01", asset_class="class_1", **self.DESIGNATED)
        self.assertEqual(claimed(rental_of("90000", 2023, house), "class_1", FLAT), 2400)


class FirstYears(unittest.TestCase):
    def of_cost(self, kind: str, cost: str, day: str, *of: str, **fields: Any) -> Decimal:
        asset = bought(cost, day, SHOP, asset_class=kind, **fields)
        file = business_of("900000", int(day[:4]), assets={"s00001": asset})
        return claimed(file, *(of or (kind,)))

    def test_a_house_bought_used(self) -> None:
        """Example 19."""
        for day, answers, allowed in (
            ("2023-04-01", {}, 14400), ("2024-04-01", {}, 9600),
            ("2023-04-01", {"from_a_relative": True}, 4800),
        ):  # fmt: skip
            house = bought("240000", day, asset_class="class_1", answers=answers)
            file = rental_of("90000", int(day[:4]), house)
            self.assertEqual(claimed(file, "s00001", FLAT), allowed)

    def test_class_12_with_and_without_half_year(self) -> None:
        """Example 22."""
        used: Any = {"answers": {"from_a_relative": True}}
        self.assertEqual(self.of_cost("class_12", "480", "2023-02-01"), 480)
        self.assertEqual(self.of_cost("class_12", "480", "2023-02-01", **used), 480)
        self.assertEqual(self.of_cost("class_12_software", "480", "2023-02-01"), 480)
        self.assertEqual(self.of_cost("class_12_software", "480", "2023-02-01", **used), 240)

    def test_leasehold_improvements(self) -> None:
        """Example 20: 10,000 for three years and two, and for six and three."""
        used: Any = {"answers": {"from_a_relative": True}}
        self.assertEqual(self.of_cost("class_13", "10000", "2023-01-01", "s00001", months=60), 3000)
        self.assertEqual(self.of_cost("class_13", "10000", "2024-01-01", "s00001", months=60), 2000)
        self.assertEqual(self.of_cost("class_13", "10000", "2023-01-01", "s00001", months=60, **used), 1000)
        lease = bought("10000", "2022-01-01", SHOP, asset_class="class_13", months=108)
        file = business_of(
            "90000", 2023, assets={"s00001": lease}, carryovers=ucc("8000", "s00001", "ucc_13")
        )
        self.assertEqual(claimed(file, "s00001"), Decimal("1111.11"))

    def test_a_franchise_of_ten_years(self) -> None:
        """Example 21."""
        used: Any = {"answers": {"from_a_relative": True}}
        expected = Decimal("1355.05"), Decimal("903.37")
        for fields, allowed in zip(({}, used), expected, strict=True):
            made = self.of_cost("class_14", "12000", "2023-04-01", "s00001", months=120, **fields)
            self.assertLessEqual(abs(made - allowed), Decimal("0.01"))

    def test_zero_emission_cars(self) -> None:
        """Example 35: 70,000 and 13% in 2023, the whole of the ceiling in the first year; in 2024 75%."""
        tax: Any = {"basis": {"sales_tax": Decimal("9100")}}
        self.assertEqual(self.of_cost("class_54", "79100", "2023-05-01", **tax), 68930)
        self.assertEqual(self.of_cost("class_54", "79100", "2024-05-01", **tax), Decimal("51697.50"))
        sold = bought(
            "79100", "2023-05-01", SHOP, asset_class="class_54", disposed=datetime.date(2025, 3, 1),
            proceeds=Decimal(39550), **tax,
        )  # fmt: skip
        file = business_of("90000", 2025, assets={"s00001": sold}, carryovers=ucc("100", SHOP, "ucc_54"))
        self.assertEqual(amount(file, f"cca.{SHOP}/class_54.proceeds"), 34465)

    def test_what_is_proposed_is_counted_when_it_is_asked_for(self) -> None:
        """Examples 5 and 11: 720 instead of 480, and a computer's part of 1,560 at once."""
        for kind, cost, day, allowed in (
            ("class_8", "2400", "2025-05-01", 720), ("class_50", "1560", "2024-05-01", 1560),
            ("class_50", "1560", "2024-04-15", 858), ("class_53", "1000", "2025-05-01", 1000),
        ):  # fmt: skip
            asset = bought(cost, day, SHOP, asset_class=kind)
            file = business_of("90000", int(day[:4]), assets={"s00001": asset})
            home = file.household
            answers = {**home.answers, "proposed_allowance": True}
            file = file.model_copy(update={"household": home.model_copy(update={"answers": answers})})
            self.assertEqual(claimed(file, kind), allowed, (kind, day))
            self.assertEqual(bool(compute(file).sheet(f"cca.{SHOP}").notes), allowed != 858)

    def test_it_counts_when_it_is_available_for_use(self) -> None:
        """Example 65: paid in December 2023, usable in January 2024."""
        paid: Any = {"acquired": datetime.date(2023, 12, 20)}
        self.assertEqual(self.of_cost("class_50", "1560", "2024-01-05", **paid), 858)

    def test_part_of_a_year(self) -> None:
        """Example 16: June 1 to December 31, 3,500 for a whole year."""
        began = {"started": datetime.date(2023, 6, 1)}
        file = business_of("90000", 2023, carryovers=ucc("17500", SHOP), shop=began)
        self.assertEqual(claimed(file, "class_8"), Decimal("2052.05"))


class Cars(unittest.TestCase):
    def test_the_ceiling_has_the_tax_on_it(self) -> None:
        """Example 34: bought 2023 for 45,000 and 13%, sold in 2025."""
        car = bought(
            "50850", "2023-03-01", SHOP, asset_class="class_10_1", basis={"sales_tax": Decimal(5850)}
        )
        for year, opening, fields, allowed, closing in (
            (2023, "", {}, "18306.00", "22374.00"),
            (2024, "22374.00", {}, "6712.20", "15661.80"),
            (2025, "15661.80", {"disposed": datetime.date(2025, 6, 1), "proceeds": Decimal(20000)},
             "2349.27", "0"),
        ):  # fmt: skip
            carried = ucc(opening, "s00001", "ucc_10_1") if opening else {}
            asset = car.model_copy(update=fields)
            file = business_of("90000", year, assets={"s00001": asset}, carryovers=carried)
            self.assertEqual(claimed(file, "s00001"), Decimal(allowed), year)
            self.assertEqual(amount(file, f"cca.{SHOP}/s00001.closing"), Decimal(closing), year)
            self.assertEqual(amount(file, f"cca.{SHOP}/s00001.recapture"), 0)
            self.assertEqual(amount(file, f"cca.{SHOP}/s00001.terminal_loss"), 0)

    def test_two_cars_each_by_its_price(self) -> None:
        """Example 33: 33,000 and 28,000 before tax of 13% in 2021."""
        first = bought(
            "37290", "2021-03-01", SHOP, asset_class="class_10_1", basis={"sales_tax": Decimal(4290)}
        )
        second = bought("31640", "2021-03-01", SHOP, asset_class="class_10")
        file = business_of("90000", 2021, assets=numbered("assets", [first, second]))
        self.assertEqual(amount(file, f"cca.{SHOP}/s00001.additions"), 33900)
        self.assertEqual(amount(file, f"cca.{SHOP}/class_10.additions"), 31640)


class TheLifeOfAClass(unittest.TestCase):
    def test_back_to_what_came_and_forward_under_each_choice(self) -> None:
        """Example 3, and the years after it: a fifth of what is left, as long as a dollar is."""
        stove, fridge = bought("2400", "2023-05-01"), bought("900", "2019-02-01", name="Fridge")
        gone = fridge.model_copy(update={"disposed": datetime.date(2023, 7, 1), "proceeds": Decimal(0)})
        computation = compute(rental_of("1310", 2023, stove, gone))
        life = pool_life(computation, "s00001")
        assert life is not None
        for said in ("Class 8 of Flat, 20%", "Stove came in 2023 for 2,400.00",
                     "Fridge came in 2019 for 900.00. Fridge left in 2023 for 0.00.",
                     "claimed 720.00, at its end 1,680.00"):  # fmt: skip
            self.assertIn(said, life.words)
        (_, first, claimed), (_, _, unclaimed) = life.rows
        self.assertEqual((first, claimed[:3]), (2023, (720, 336, Decimal("268.80"))))
        self.assertEqual(unclaimed[:2], (0, 480))
        drill = bought("480", "2023-05-01", SHOP, asset_class="class_12")
        computation = compute(business_of("9000", 2023, assets={"s00001": drill}))
        self.assertEqual([years for _, _, years in pool_life(computation, "s00001").rows], [(480,), (0, 480)])

    def test_what_is_not_on_the_return_has_no_life(self) -> None:
        file = business_of("40000", 2025, assets={"s00001": bought("6000", "2025-03-01", SHOP)})
        for change in ({"archived": True}, {"kind": "farm"}):
            shop = file.activities[SHOP].model_copy(update=change)
            self.assertIsNone(
                life_of(compute(file.model_copy(update={"activities": {SHOP: shop}})), "s00001")
            )

    def test_what_is_sold_for_good_has_no_years_to_come(self) -> None:
        car = bought("45000", "2020-05-01", SHOP, name="Car", asset_class="class_10_1",
                     disposed=datetime.date(2024, 3, 1), proceeds=Decimal(9000))  # fmt: skip
        file = business_of(
            "50000", 2024, assets={"s00001": car}, carryovers=ucc("8000", "s00001", "ucc_10_1")
        )
        life = pool_life(compute(file), "s00001")
        assert life is not None
        self.assertEqual(life.rows, ())
        self.assertIn("given up", life.words)


class Buildings(unittest.TestCase):
    def house(self, **fields: Any) -> Asset:
        return bought("150000", "2015-05-01", asset_class="class_1", name="Front house", **fields)

    def sold(self, price: str, opening: str, **fields: Any) -> ClientFile:
        gone = {"disposed": datetime.date(2024, 6, 1), "proceeds": Decimal(price)}
        house = self.house(**gone, **fields)
        return rental_of("0", 2024, house, carryovers=ucc(opening, "s00001", "ucc_1"))

    def test_the_costs_of_buying_are_divided(self) -> None:
        """Example 18: 75,000 and land 15,000, fees 5,000."""
        house = bought(
            "75000", "2024-05-01", asset_class="class_1",
            basis={"land": Decimal(15000), "fees": Decimal(5000)},
        )  # fmt: skip
        self.assertEqual(
            amount(rental_of("9000", 2024, house), f"cca.{FLAT}/s00001.additions"), Decimal("79166.67")
        )

    def test_a_loss_is_cut_back_by_the_gain_on_the_land(self) -> None:
        """Example 27: balance 120,000, sold for 100,000 with land of 80,000 for 200,000."""
        land = {"basis": {"land": Decimal(80000), "land_proceeds": Decimal(200000)}}
        file = self.sold("100000", "120000", **land)
        self.assertEqual(amount(file, f"cca.{FLAT}/s00001.proceeds"), 120000)
        self.assertEqual(amount(file, f"cca.{FLAT}/s00001.terminal_loss"), 0)
        self.assertEqual(amount(self.sold("100000", "120000"), f"cca.{FLAT}/s00001.terminal_loss"), 20000)
        self.assertEqual(amount(file, "schedule_3.owner/s00001.land"), 100000)
        self.assertEqual(amount(file, "t1.owner/gains"), 50000)

    def test_of_a_part_the_land_counts_by_the_same_part(self) -> None:
        """As example 27, half of it let: half of each amount."""
        land = {"basis": {"land": Decimal(80000), "land_proceeds": Decimal(200000)}}
        file = self.sold("100000", "60000", share=Decimal(50), **land)
        self.assertEqual(amount(file, f"cca.{FLAT}/s00001.terminal_loss"), 0)
        self.assertEqual(amount(file, "schedule_3.owner/s00001.land"), 50000)

    def test_land_costs_its_part_of_the_fees_when_it_is_sold(self) -> None:
        """As example 18: of 5,000 for both, 833.33 belong to land of 15,000, sold for 20,000."""
        land = {"land": Decimal(15000), "fees": Decimal(5000), "land_proceeds": Decimal(20000)}
        file = self.sold("90000", "79166.67", basis=land)
        house = file.assets["s00001"].model_copy(update={"cost": Decimal(75000)})
        file = file.model_copy(update={"assets": {"s00001": house}})
        self.assertEqual(amount(file, "schedule_3.owner/s00001.land"), Decimal("4166.67"))

    def test_above_its_cost_is_a_gain_of_its_owners(self) -> None:
        """Example 26: cost 5,000, sold for 6,000: 500 taxable."""
        gone = bought("5000", "2019-01-01", disposed=datetime.date(2024, 3, 1), proceeds=Decimal(6000))
        file = rental_of(
            "9000", 2024, gone, carryovers=ucc("4000"), flat={"answers": {"empty_class_8": True}}
        )
        self.assertEqual(amount(file, "t1.owner/gains"), 500)

    def test_a_house_sold_within_a_year_may_be_a_business(self) -> None:
        gone: Any = {"disposed": datetime.date(2024, 3, 1), "proceeds": Decimal(160000)}
        for day, marked in (("2023-06-01", True), ("2022-06-01", False)):
            house = bought("150000", day, asset_class="class_1", **gone)
            marks = compute(rental_of("0", 2024, house)).line(Place("t1.owner", "owed")).figure.gaps
            self.assertEqual(any("365 days" in mark.message for mark in marks), marked)

    def test_a_home_that_becomes_a_rental(self) -> None:
        """Examples 28 and 29: cost 200,000, value 320,000, or 170,000."""
        for value, counted in (("320000", 260000), ("170000", 170000)):
            house = bought(
                "200000", "2024-05-01", asset_class="class_1", answers={"private_before": True},
                basis={"value": Decimal(value)},
            )  # fmt: skip
            file = rental_of("90000", 2024, house)
            self.assertEqual(amount(file, f"cca.{FLAT}/s00001.additions"), counted)
            half = Decimal(counted) / 2 * Decimal("0.04")
            self.assertEqual(claimed(file, "s00001", FLAT), half, "no accelerated first year")
        kept = house.model_copy(update={"answers": {"private_before": True, "no_change_of_use": True}})
        computation = compute(rental_of("90000", 2024, kept))
        self.assertFalse(computation.has_sheet(f"cca.{FLAT}"))

    def test_a_rental_that_becomes_a_home(self) -> None:
        """Example 30: cost 200,000, balance 150,000, value 260,000: a gain of 60,000."""
        house = bought(
            "200000", "2015-05-01", asset_class="class_1", disposal="private",
            disposed=datetime.date(2024, 6, 1), proceeds=Decimal(260000),
        )  # fmt: skip
        file = rental_of("9000", 2024, house, carryovers=ucc("150000", "s00001", "ucc_1"))
        self.assertEqual(amount(file, f"cca.{FLAT}/s00001.recapture"), 50000)
        self.assertEqual(amount(file, "schedule_3.owner/s00001.gain"), 60000)
        self.assertEqual(amount(file, "t1.owner/gains"), 30000)

    def test_two_houses_are_two_classes(self) -> None:
        """Example 66: recapture of 15,000 of one; 4% of the other's balance against the year's income."""
        gone = bought(
            "200000", "2015-05-01", asset_class="class_1", disposed=datetime.date(2024, 6, 1),
            proceeds=Decimal(165000),
        )  # fmt: skip
        kept = bought("200000", "2015-05-01", asset_class="class_1")
        carried = numbered("carryovers", [
            *ucc("150000", "s00001", "ucc_1").values(), *ucc("180000", "s00002", "ucc_1").values(),
        ])  # fmt: skip
        file = rental_of("0", 2024, gone, kept, carryovers=carried)
        self.assertEqual(amount(file, f"cca.{FLAT}/recapture"), 15000)
        self.assertEqual(claimed(file, "s00002", FLAT), 7200)
        self.assertEqual(amount(file, "t1.owner/rents"), 7800)


class Checks(unittest.TestCase):
    def found(self, year: int, *assets: Asset) -> list[str]:
        file = business_of("90000", year, assets=numbered("assets", list(assets)))
        return [each.message for each in compute(file).findings if each.path.startswith("/assets/")]

    def test_what_is_often_in_the_wrong_class_is_pointed_out_and_can_be_mended(self) -> None:
        taxed = {"basis": {"sales_tax": Decimal(0)}}
        for asset, words in (
            (bought("36000", "2023-02-01", SHOP, asset_class="class_10_1", **taxed), "not above the ceiling"),
            (bought("36001", "2023-02-01", SHOP, asset_class="class_10"), "if it is a passenger car"),
            (bought("500", "2023-02-01", SHOP, asset_class="class_12"), "under 500 each"),
        ):
            file = business_of("90000", 2023, assets={"s00001": asset})
            finding = next(each for each in compute(file).findings if words in each.message)
            self.assertIsNotNone(finding.step)
            mended, _ = apply(file, finding.step or Edit(label="", changes=()))
            self.assertNotIn(words, " ".join(each.message for each in compute(mended).findings))
        for asset in (
            bought("36001", "2023-02-01", SHOP, asset_class="class_10_1", **taxed),
            bought("36000", "2023-02-01", SHOP, asset_class="class_10"),
            bought("499", "2023-02-01", SHOP, asset_class="class_12"),
        ):
            self.assertEqual(self.found(2023, asset), [])

    def test_what_is_missing_is_asked_for(self) -> None:
        house = bought("90000", "2023-02-01", SHOP, asset_class="class_1")
        self.assertIn("must not hold its land", self.found(2023, house)[0])
        private = bought("900", "2023-02-01", SHOP, answers={"private_before": True})
        self.assertIn("what it was worth", self.found(2023, private)[0])
        old = bought("900", "2019-02-01", SHOP)
        self.assertIn("not known with what balance class 8 begins", self.found(2023, old)[0])
        late = bought("900", "2025-02-01", SHOP, answers={"immediate_expensing": True})
        self.assertIn("not expensed immediately", self.found(2025, late)[0])


class WhatStopsNothing(unittest.TestCase):
    """Files as they may be for a moment: nothing of them may stop the page."""

    def test_the_balance_of_a_class_of_single_assets_belongs_to_one(self) -> None:
        lease = bought("9000", "2022-03-01", asset_class="class_13", months=120)
        file = rental_of("9000", 2024, lease, carryovers=ucc("7000", FLAT, "ucc_13"))
        asked = pack_for("ca").asked
        self.assertEqual([key for key, _ in asked.carried_of(file, "ucc_13")], ["s00001"])
        self.assertTrue(asked.questions_of(file, FLAT))
        self.assertIn("nothing that has this class", compute(file).stops["/carryovers/c00001"])
        own = rental_of("9000", 2024, lease, carryovers=ucc("7000", "s00001", "ucc_13"))
        self.assertNotIn("/carryovers/c00001", compute(own).stops)

    def test_costs_of_buying_what_cost_nothing(self) -> None:
        gift = bought("0", "2024-03-01", asset_class="class_1", basis={"fees": Decimal(800)})
        sheets = compute(rental_of("9000", 2024, gift)).sheets
        self.assertTrue(any(line.figure.amount == 800 for sheet in sheets for line in sheet.lines))
