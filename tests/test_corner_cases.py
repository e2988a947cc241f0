"""Corner cases of assets, each held to the law that is named at it; all by hand from that law."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from half_yard.countries import compute, pack_for
from half_yard.countries.next_year import next_year
from half_yard.countries.results import Computation
from half_yard.countries.us.assets.cost_study import divide_by_study
from half_yard.records import Activity, Asset, ClientFile, Entry, apply
from half_yard.records.identifiers import numbered
from tests.files import BUSINESS, RENTAL, business, client, entries, line, rental


def day(year: int, month: int, number: int) -> datetime.date:
    return datetime.date(year, month, number)


def asset(kind: str = "five_year", **parts: object) -> Asset:
    usual = {
        "activity": BUSINESS,
        "name": kind,
        "asset_class": kind,
        "cost": 10000,
        "in_service": day(2025, 3, 1),
    }
    return Asset.model_validate({**usual, **parts})


def file_of(*assets: Asset, elections: dict[str, str] | None = None, **activities: Activity) -> ClientFile:
    return client(
        2025, activities={BUSINESS: business(), RENTAL: rental(), **activities},
        entries=numbered("entries", entries(BUSINESS, gross_receipts="90000")),
        assets=numbered("assets", assets), elections=elections or {},
    )  # fmt: skip


def taken(computation: Computation, number: int = 1) -> Decimal:
    return computation.stories[f"s{number:05}"].this_year.amount


class InAndOut(unittest.TestCase):
    """26 CFR 1.168(k)-2(g)(1)(i), 1.168(d)-1(b)(3)(ii); 26 U.S.C. 168(d)(3)(B)(ii)."""

    def test_nothing_of_what_comes_and_goes_in_one_year(self) -> None:
        for kind in ("five_year", "residential_building"):
            with self.subTest(kind):
                gone = asset(kind, activity=BUSINESS, disposed=day(2025, 11, 3), proceeds=9000)
                computation = compute(file_of(gone))
                self.assertEqual(taken(computation), 0)
                self.assertEqual(line(computation, "form_4797/s00001.gain").amount, -1000)

    def test_it_has_no_place_in_the_mid_quarter_test(self) -> None:
        """10,000 in March, 9,000 in November that are sold in December: half-year, 20%."""
        kept = asset(answers={"no_special_allowance": True})
        gone = asset(cost=9000, in_service=day(2025, 11, 3), disposed=day(2025, 12, 3), proceeds=9000)
        self.assertEqual(taken(compute(file_of(kept, gone))), 2000)

    def test_an_archived_activity_has_none_either(self) -> None:
        kept = asset(answers={"no_special_allowance": True})
        other = asset(activity="a00009", cost=9000, in_service=day(2025, 11, 3))
        archived = business(name="Old").model_copy(update={"archived": True})
        self.assertEqual(taken(compute(file_of(kept, other, a00009=archived))), 2000)


class LastYear(unittest.TestCase):
    """26 U.S.C. 168(d)(4): the last rate is for the part of the year in which the life ends."""

    def left_in_its_last_year(self, month: int, *more: Asset, placed: int = 3) -> Decimal:
        sold = asset(in_service=day(2020, placed, 1), disposed=day(2025, month, 20), proceeds=0,
                     answers={"no_special_allowance": True})  # fmt: skip
        return taken(compute(file_of(sold, *more)))

    def test_all_of_the_rest_by_the_half_year(self) -> None:
        self.assertEqual([self.left_in_its_last_year(month) for month in (2, 10)], [576, 576])

    def test_by_quarters_up_to_the_end_of_its_life(self) -> None:
        """Placed in November 2020 alone: mid-quarter, 9.58% for ten and a half months of 2025."""
        early, late = (self.left_in_its_last_year(month, placed=11) for month in (5, 12))
        self.assertEqual(late, 958)
        self.assertEqual(early, round(Decimal(958) * 9 / 21, 2))


class Left(unittest.TestCase):
    """What leaves service otherwise than by a plain sale."""

    def test_goodwill_that_is_sold_ends_before_the_month_of_its_sale(self) -> None:
        """26 CFR 1.197-2(f)(1): 18,000 over 180 months, sold in May: four months of 2025; the rest is
        basis."""
        sold = asset(
            "intangible", cost=18000, in_service=day(2024, 1, 5), disposed=day(2025, 5, 20), proceeds=17000
        )
        computation = compute(file_of(sold))
        self.assertEqual(taken(computation), 400)
        self.assertEqual(line(computation, "form_4797/s00001.basis").amount, 16400)

    def test_what_is_abandoned_is_an_ordinary_loss(self) -> None:
        """26 U.S.C. 165: not netted with gains of section 1231."""
        scrap = asset(in_service=day(2023, 3, 1), disposed=day(2025, 7, 1), disposal="abandonment",
                      answers={"no_special_allowance": True})  # fmt: skip
        computation = compute(file_of(scrap))
        self.assertLess(line(computation, "form_4797/short_held").amount, 0)
        self.assertEqual(line(computation, "form_4797/net_1231").amount, 0)

    def test_unrecaptured_gain_is_no_more_than_the_capital_gain(self) -> None:
        """26 U.S.C. 1(h)(6)(B): a building sold with gain, equipment with a larger loss."""
        house = asset("residential_building", activity=RENTAL, in_service=day(2015, 1, 5), cost=100000,
                      disposed=day(2025, 12, 1), proceeds=100000)  # fmt: skip
        machine = asset(in_service=day(2023, 3, 1), cost=60000, disposed=day(2025, 7, 1), proceeds=0,
                        answers={"no_special_allowance": True})  # fmt: skip
        computation = compute(file_of(house, machine))
        capital = line(computation, "form_4797/capital_gain").amount
        self.assertGreater(line(computation, "form_4797/s00001.unrecaptured").amount, capital)
        self.assertEqual(line(computation, "schedule_d/unrecaptured").amount, capital)

    def test_it_is_held_from_the_day_it_came_not_that_of_its_contract(self) -> None:
        """26 U.S.C. 1231(b)(1): a contract of more than a year ago, in service for less."""
        sold = asset(
            acquired=day(2023, 11, 1), in_service=day(2024, 6, 1), disposed=day(2025, 3, 1), proceeds=9999
        )
        self.assertNotEqual(line(compute(file_of(sold)), "form_4797/short_held").amount, 0)

    def test_bases_of_a_converted_asset_are_compared_for_the_same_part(self) -> None:
        """26 CFR 1.165-9(b): cost 20,000, worth 12,000 when half of it was turned to business; sold for
        17,000 after some depreciation. Of its half: 8,500 less what is left of 10,000 is a loss; less what
        is left of 6,000 a gain: neither. Sold for 22,000 it is a gain of 11,000 less what is left of
        10,000."""
        for price, gain in ((17000, 0), (22000, 2000)):
            sold = asset(
                "seven_year", cost=20000, origin="converted", basis={"value_at_change": 12000}, share=50,
                in_service=day(2024, 1, 5), prior_depreciation=Decimal("571.20"),
                disposed=day(2025, 6, 1), proceeds=price, answers={"no_special_allowance": True},
            )  # fmt: skip
            computation = compute(file_of(sold))
            worn = computation.stories["s00001"].taken.amount
            made = line(computation, "form_4797/s00001.gain").amount
            expected = Decimal(0) if not gain else Decimal(price) / 2 - (10000 - worn)
            self.assertAlmostEqual(made, expected, delta=1)


class Allowances(unittest.TestCase):
    """26 U.S.C. 168(k) by the day of the contract, as it stood when the property came into service."""

    def asked(self, **parts: object) -> bool:
        bought = asset("five_year", **parts)
        return any("acquired" in each.path for each in compute(file_of(bought)).findings)

    def test_the_day_of_the_contract_is_asked_where_it_decides(self) -> None:
        self.assertTrue(self.asked(in_service=day(2025, 2, 3)))
        self.assertTrue(self.asked(in_service=day(2025, 9, 3), origin="built"))
        self.assertFalse(self.asked(in_service=day(2025, 9, 3)))
        self.assertFalse(self.asked(in_service=day(2025, 2, 3), acquired=day(2025, 1, 25)))
        self.assertFalse(self.asked(in_service=day(2025, 1, 10)))

    def test_rates_before_2018_and_of_contracts_from_before_september_28_2017(self) -> None:
        for placed, acquired, rate in (
            (day(2018, 3, 1), day(2017, 9, 1), "0.4"), (day(2019, 3, 1), day(2017, 9, 1), "0.3"),
            (day(2018, 3, 1), None, "1"), (day(2017, 3, 1), None, "0.5"), (day(2017, 11, 1), None, "1"),
            (day(2011, 3, 1), None, "1"), (day(2010, 3, 1), None, "0.5"), (day(2009, 3, 1), None, "0.5"),
        ):  # fmt: skip
            with self.subTest(placed=placed):
                story = compute(file_of(asset("fifteen_year", in_service=placed, acquired=acquired))).stories
                first = story["s00001"].amounts[0]
                self.assertGreaterEqual(first, 10000 * Decimal(rate))
                self.assertLess(first, 10000 * Decimal(rate) + 10000 * (1 - Decimal(rate)) / 10 + 1)

    def test_software_is_expensed_and_has_the_allowance(self) -> None:
        """26 U.S.C. 167(f)(1), 168(k)(2)(A)(i)(II), 179(d)(1)(A)(ii): 3,600 from July 2025; 600 expensed, 40%
        of 3,000 by the contract of 2024, and six of 36 months of 1,800. On lines 12, 14 and 16."""
        program = asset(
            "software", cost=3600, in_service=day(2025, 7, 1), acquired=day(2024, 12, 1), expensed=600
        )
        computation = compute(file_of(program))
        self.assertEqual(taken(computation), 600 + 1200 + 300)
        sheet = computation.sheet(f"form_4562.{BUSINESS}")
        numbers = {each.number: each.figure.amount for each in sheet.lines}
        self.assertEqual([numbers[number] for number in ("12", "14", "16", "22")], [600, 1200, 300, 2100])


class Expensing(unittest.TestCase):
    """26 U.S.C. 179, 280F."""

    def test_roofs_and_the_like_of_a_shop(self) -> None:
        """179(e)(2): expensed, though of 39 years."""
        roof = asset("building_systems", cost=20000, in_service=day(2025, 5, 1), expensed=20000)
        computation = compute(file_of(roof))
        self.assertEqual((computation.stops, taken(computation)), ({}, 20000))
        house = asset("nonresidential_building", in_service=day(2025, 5, 1), expensed=5000)
        self.assertTrue(compute(file_of(house)).stops)

    def test_gains_of_sales_count_for_the_income_limit(self) -> None:
        """26 CFR 1.179-2(c)(1)."""
        bought = asset("seven_year", cost=5000, expensed=5000)
        sold = asset(in_service=day(2019, 3, 1), disposed=day(2025, 3, 1), proceeds=4000)
        file = file_of(bought, sold).model_copy(update={"entries": {}})
        self.assertEqual(line(compute(file), "section_179/deduction").amount, 4000)

    def test_turned_private_gives_back_what_was_expensed(self) -> None:
        """179(d)(10): 10,000 expensed in 2023, private in 2025: less 2,000, 3,200 and half of 1,920."""
        desk = asset(cost=10000, in_service=day(2023, 3, 1), expensed=10000, disposed=day(2025, 6, 1),
                     disposal="personal")  # fmt: skip
        computation = compute(file_of(desk))
        back = line(computation, f"recapture.{BUSINESS}/taken_back").amount
        self.assertEqual(back, 10000 - 2000 - 3200 - 960)


class Rentals(unittest.TestCase):
    def test_improvements_of_a_residence_are_of_its_class(self) -> None:
        """26 U.S.C. 168(e)(6)(A)."""
        kitchen = asset("qualified_improvement", activity=RENTAL)
        house = rental().model_copy(update={"property_type": "1 Single family residence"})
        file = file_of(kitchen).model_copy(update={"activities": {RENTAL: house}})
        (found,) = (each for each in compute(file).findings if each.step is not None)
        assert found.step is not None
        self.assertEqual(apply(file, found.step)[0].assets["s00001"].asset_class, "residential_building")

    def test_a_building_let_for_short_stays_is_asked_about(self) -> None:
        """26 U.S.C. 168(e)(2)(A)(ii)(I)."""
        house = asset("residential_building", activity=RENTAL)
        for kind, asked in (("3 Vacation or short-term rental", True), ("1 Single family residence", False)):
            let = rental().model_copy(update={"property_type": kind})
            file = file_of(house).model_copy(update={"activities": {RENTAL: let}})
            steps = [each.step for each in compute(file).findings if each.step is not None]
            self.assertEqual(len(steps), asked)
            for step in steps:
                changed = apply(file, step)[0].assets["s00001"]
                self.assertEqual(changed.asset_class, "nonresidential_building")

    def test_points_of_a_loan_are_interest(self) -> None:
        """26 U.S.C. 461(g); IRS Pub. 527: 3,600 over 360 months is 120 a year, on line 12 of Schedule E."""
        points = asset("loan_points", activity=RENTAL, cost=3600, months=360, in_service=day(2024, 1, 5))
        computation = compute(file_of(points))
        sheet = computation.sheet(f"schedule_e.{RENTAL}")
        self.assertEqual(next(each.figure.amount for each in sheet.lines if each.number == "12"), 120)
        self.assertFalse(any("Amortization" in each.title for each in sheet.lines))
        self.assertFalse(computation.has_sheet(f"form_4562.{RENTAL}"))


class Form4562(unittest.TestCase):
    """Lines 6, 7, 26 and 29, and the columns of line 19, recalled."""

    def test_property_by_property(self) -> None:
        van = asset(
            "heavy_vehicle", name="Van", cost=30000, expensed=9000, answers={"no_special_allowance": True}
        )
        saw = asset(
            "seven_year", name="Saw", cost=5000, expensed=2000, answers={"no_special_allowance": True}
        )
        computation = compute(file_of(van, saw))
        part_i = {each.number: each for each in computation.sheet("section_179").lines}
        self.assertEqual([(part_i[line].title, part_i[line].figure.amount) for line in ("6", "7", "8")], [
            ("Saw: elected cost", 2000), ("Listed property: elected cost (Form 4562, line 29)", 9000),
            ("Total elected cost", 11000),
        ])  # fmt: skip
        form = {each.number: each for each in computation.sheet(f"form_4562.{BUSINESS}").lines}
        self.assertEqual(form["29"].figure.amount, 9000)
        self.assertIn(
            "Van: 03/01/2025, cost 30,000, 5-year, 200% declining balance, half-year", form["26"].title
        )
        self.assertIn("7-year, 200% declining balance, half-year", form["19c"].title)


class MadeUp(unittest.TestCase):
    """26 U.S.C. 481(a); Rev. Proc. 2015-13: depreciation that earlier years missed."""

    def test_it_is_proposed_deducted_once_and_the_table_goes_on(self) -> None:
        """A house of 275,000 in service in June 2020, of which 10,000 was taken: by table A-6 1.97% and four
        times 3.636%, 45,413.50 by 2024."""
        house = asset("residential_building", activity=RENTAL, cost=275000, in_service=day(2020, 6, 5),
                      prior_depreciation=10000)  # fmt: skip
        file = file_of(house)
        (found,) = (each for each in compute(file).findings if each.step is not None)
        assert found.step is not None
        made = compute(apply(file, found.step)[0])
        missed = made.stories["s00001"].prior.amount - 10000
        self.assertEqual(missed, Decimal("35413.50"))
        before, after = (
            line(each, f"schedule_e.{RENTAL}/other_expenses").amount for each in (compute(file), made)
        )
        self.assertEqual(after - before, round(missed))
        self.assertFalse([each for each in made.findings if each.step is not None])
        then = next_year(made, pack_for("us"))
        self.assertEqual(then.assets["s00001"].answers, {})
        self.assertEqual(then.assets["s00001"].prior_depreciation, Decimal("55412.50"))

    def test_too_much_is_income_over_four_years(self) -> None:
        """Rev. Proc. 2015-13, section 7.03, by hand: 8,000 too much, a quarter a year, the last the rest."""
        plain = asset("residential_building", activity=RENTAL, cost=275000, in_service=day(2015, 6, 5))

        def of_2022(each: Asset) -> ClientFile:
            return file_of(each).model_copy(update={"tax_year": 2022})

        by_table = compute(of_2022(plain)).stories["s00001"].prior.amount
        answers = {"made_up": True}
        house = plain.model_copy(update={"prior_depreciation": by_table + 8001, "answers": answers})
        parts, file = [], of_2022(house)
        for _ in range(5):
            computation = compute(file)
            there = computation.has_sheet(f"section_481.{RENTAL}")
            parts.append(line(computation, f"section_481.{RENTAL}/income").amount if there else 0)
            file = next_year(computation, pack_for("us")) if file.tax_year < 2026 else file
        self.assertEqual(parts, [2000, 2000, 2000, 2000, 0])
        at_once = house.model_copy(update={"answers": {**answers, "income_at_once": True}})
        sheet = compute(of_2022(at_once)).sheet(f"section_481.{RENTAL}")
        self.assertEqual([sheet[name].amount for name in ("income", "left")], [8001, 0])
        large = at_once.model_copy(update={"prior_depreciation": by_table + 50000})
        self.assertEqual(line(compute(of_2022(large)), f"section_481.{RENTAL}/income").amount, 12500)

    def test_several_assets_are_one_change(self) -> None:
        """What one missed and another took too much is netted (Rev. Proc. 2015-13, section 2.04)."""
        first = asset("residential_building", activity=RENTAL, cost=275000, in_service=day(2020, 6, 5))
        by_table = compute(file_of(first)).stories["s00001"].prior.amount
        answers = {"made_up": True}
        missed = first.model_copy(update={"prior_depreciation": by_table - 5000, "answers": answers})
        too_much = first.model_copy(update={"prior_depreciation": by_table + 2000, "answers": answers})
        computation = compute(file_of(missed, too_much))
        self.assertFalse(computation.has_sheet(f"section_481.{RENTAL}"))
        self.assertEqual(line(computation, f"schedule_e.{RENTAL}/other_expenses").amount, 3000)


class RentalExpensing(unittest.TestCase):
    """26 U.S.C. 179(d)(5)(B): a person who lets may expense what is let in a trade or business, where the
    lessor's test is met; by hand."""

    def file(self, *, trade: bool = True, test: bool = True, rent: str = "9000") -> ClientFile:
        answers = {"lessor_test": test, "no_special_allowance": True}
        stove = asset("five_year_trade", activity=RENTAL, cost=3000, in_service=day(2025, 4, 1),
                      expensed=3000, answers=answers)  # fmt: skip
        file = file_of(stove)
        let = file.activities[RENTAL].model_copy(update={"answers": {"trade_or_business": trade}})
        receipts = Entry(activity=RENTAL, line="rents", amount=Decimal(rent))
        return file.model_copy(
            update={"activities": {**file.activities, RENTAL: let}, "entries": {"e00001": receipts}}
        )

    def test_it_lands_on_schedule_e(self) -> None:
        computation = compute(self.file())
        self.assertEqual(line(computation, "section_179/deduction").amount, 3000)
        self.assertEqual(line(computation, f"schedule_e.{RENTAL}/depreciation").amount, 3000)
        self.assertEqual(line(computation, f"before_section_179.schedule_e.{RENTAL}/depreciation").amount, 0)

    def test_it_is_limited_by_what_the_letting_earns(self) -> None:
        computation = compute(self.file(rent="1000"))
        sheet = computation.sheet("section_179")
        self.assertEqual([sheet[name].amount for name in ("deduction", "carried_out")], [1000, 2000])

    def test_without_either_it_is_refused(self) -> None:
        for file in (self.file(trade=False), self.file(test=False)):
            stops = compute(file).stops
            self.assertIn("lessor's test", stops["/assets/s00001"])


class PartialDisposition(unittest.TestCase):
    """26 CFR 1.168(i)-8(d)(2): the loss on a part that is retired is an election."""

    def test_it_is_asked_and_said(self) -> None:
        said = {}
        for answers in ({}, {"partial_disposition": True}, {"partial_disposition": False}):
            house = asset("residential_building", activity=RENTAL, cost=180000, in_service=day(2015, 6, 5))
            roof = asset("residential_building", activity=RENTAL, cost=20000, in_service=day(2015, 6, 5),
                         part_of="s00001", disposed=day(2025, 6, 5), disposal="abandonment",
                         answers=answers)  # fmt: skip
            path = "/assets/s00002/answers/partial_disposition"
            found = [each for each in compute(file_of(house, roof)).findings if each.path == path]
            said[str(answers)] = [each.level.name for each in found]
        self.assertEqual([*said.values()], [["INCOMPLETE"], ["NOTE"], ["ERROR"]])


class ExpensingCarried(unittest.TestCase):
    """26 CFR 1.179-3(e), (f); by hand: what was elected and not deducted is carried by property, this year's
    election first, and comes back to the basis of what is sold."""

    def bought(self, **later: Any) -> ClientFile:
        first = asset("seven_year", cost=4000, in_service=day(2025, 3, 1), expensed=4000)
        second = asset("seven_year", cost=6000, in_service=day(2025, 3, 1), expensed=6000)
        receipts = Entry(activity="a00001", line="gross_receipts", amount=Decimal(5000))
        return file_of(first, second, **later).model_copy(update={"entries": {"e00001": receipts}})

    def test_it_is_carried_by_property(self) -> None:
        then = next_year(compute(self.bought()), pack_for("us"))
        kept = {item.of: (str(item.amount), item.year) for item in then.carryovers.values()
                if item.kind == "section_179"}  # fmt: skip
        self.assertEqual(kept, {"s00001": ("2000.00", "2025"), "s00002": ("3000.00", "2025")})

    def test_what_is_sold_has_it_back_in_its_basis(self) -> None:
        then = next_year(compute(self.bought()), pack_for("us"))
        sold = then.assets["s00002"].model_copy(
            update={"disposed": day(2026, 6, 1), "disposal": "sale", "proceeds": Decimal(3500)}
        )
        computation = compute(then.model_copy(update={"assets": {**then.assets, "s00002": sold}}))
        form = computation.sheet("form_4797")
        self.assertEqual([form[f"s00002.{name}"].amount for name in ("depreciation", "gain")], [3000, 500])
        self.assertEqual(line(computation, "section_179/carried_in").amount, 2000)


class CostStudy(unittest.TestCase):
    """A building divided into classes; what earlier years took as building is made up (Form 3115, designated
    change 7; Rev. Proc. 87-56, asset class 57.0 and 00.3)."""

    def divided(self, house: Asset, typed: str) -> ClientFile:
        file = file_of(house)
        return apply(file, divide_by_study(compute(file), "s00001", typed))[0]

    def test_parts_have_their_classes_and_the_rest_stays(self) -> None:
        house = asset("residential_building", activity=RENTAL, cost=200000, in_service=day(2025, 6, 5))
        made = self.divided(house, "Carpet of a rental 4,200; Fence 2*4000")
        found = {each.name: (each.asset_class, str(each.cost)) for each in made.assets.values()}
        name = house.name
        self.assertEqual(found[f"{name}: Carpet of a rental"], ("five_year_trade", "4200.00"))
        self.assertEqual(found[f"{name}: Fence"], ("fifteen_year", "8000.00"))
        self.assertEqual(found[name], ("residential_building", "187800.00"))
        self.assertFalse(any(each.answers.get("made_up") for each in made.assets.values()))

    def test_what_earlier_years_took_goes_along_and_is_made_up(self) -> None:
        house = asset("residential_building", activity=RENTAL, cost=200000, in_service=day(2020, 6, 5),
                      answers={"no_special_allowance": True})  # fmt: skip
        before = compute(file_of(house)).stories["s00001"].prior.amount
        made = self.divided(house, "Fence 20000")
        self.assertEqual(sum(each.prior_depreciation or 0 for each in made.assets.values()), before)
        computation = compute(made)
        fence = computation.stories["s00002"]
        missed = fence.prior.amount - (made.assets["s00002"].prior_depreciation or 0)
        self.assertGreater(missed, 3000)
        self.assertEqual(line(computation, f"schedule_e.{RENTAL}/other_expenses").amount, round(missed))

    def test_what_can_not_be_is_said(self) -> None:
        house = asset("residential_building", activity=RENTAL, cost=20000, in_service=day(2025, 6, 5))
        for typed, said in (
            ("", "The parts come to"), ("Fence", "has no amount"), ("Fence 30000", "The parts come to"),
            ("Something odd 50", "names no class"), ("Furnace of a rental 50", "stays in the building"),
        ):  # fmt: skip
            with self.subTest(typed), self.assertRaisesRegex(ValueError, said):
                self.divided(house, typed)


class Related(unittest.TestCase):
    """26 U.S.C. 267(a)(1), 1239: sold to a related person."""

    def test_a_gain_is_ordinary_and_a_loss_is_none(self) -> None:
        for price, ordinary, net in ((300000, True, 0), (100, False, 0)):
            house = asset("residential_building", activity=RENTAL, in_service=day(2018, 1, 5), cost=200000,
                          disposed=day(2025, 12, 1), proceeds=price, answers={"related": True})  # fmt: skip
            computation = compute(file_of(house))
            gain = line(computation, "form_4797/s00001.gain").amount
            self.assertEqual(gain > 0, ordinary)
            self.assertEqual(line(computation, "form_4797/net_1231").amount, net)
            self.assertEqual(line(computation, "form_4797/ordinary").amount, gain)


class Form4797(unittest.TestCase):
    """Part I takes land and losses, Part III what was depreciated and sold with a gain; recalled."""

    def test_each_stands_in_its_part_with_its_days(self) -> None:
        long_ago = {"in_service": day(2019, 3, 1), "disposed": day(2025, 6, 1)}
        lot = asset("land", cost=1000, proceeds=5000, **long_ago)
        saw = asset("seven_year", cost=1000, proceeds=900, **long_ago)
        lathe = asset("no_class_life", cost=9000, proceeds=10, prior_depreciation=0, **long_ago)
        sheet = compute(file_of(lot, saw, lathe)).sheet("form_4797")
        sections = {
            each.section.partition(" ·")[0] for each in sheet.lines if each.place.line.startswith("s0000")
        }
        self.assertEqual(sections, {"Part I", "Part III"})
        self.assertIn("acquired 03/01/2019, sold 06/01/2025", sheet.lines[0].section)
        self.assertEqual(sheet["long_losses"].amount, 4000 + sheet["s00003.gain"].amount)
        self.assertEqual(sheet["part_iii_gains"].amount, sheet["s00002.gain"].amount)
        self.assertEqual(sheet["part_iii_rest"].amount, sheet["long_gains"].amount)


class SafeHarbors(unittest.TestCase):
    """26 CFR 1.263(a)-1(f), -3(h): elected with the return, each with its statement."""

    def test_the_limit_of_a_small_taxpayer(self) -> None:
        """A building of 300,000: two percent are 6,000; repairs of 4,000 and a new porch of 1,500 are within
        it, of 3,000 above."""
        for porch, over in ((1500, 0), (3000, 1000)):
            house = asset("residential_building", activity=RENTAL, cost=300000, in_service=day(2020, 1, 5))
            lot = asset("land", activity=RENTAL, cost=90000, in_service=day(2020, 1, 5))
            new = asset("residential_building", activity=RENTAL, cost=porch, in_service=day(2025, 5, 1),
                        part_of="s00001")  # fmt: skip
            elected = rental(answers={"small_taxpayer": True})
            booked = entries(RENTAL, rents="30000", repairs="3000", cleaning="1000")
            file = file_of(house, lot, new).model_copy(
                update={"activities": {RENTAL: elected}, "entries": numbered("entries", booked)}
            )
            computation = compute(file)
            sheet = computation.sheet(f"small_taxpayer.{RENTAL}")
            spent = 4000 + porch
            amounts = [sheet[key].amount for key in ("basis", "limit", "spent", "over")]
            self.assertEqual(
                amounts, [300000 + porch, 6000 + porch // 50, spent, max(spent - 6000 - porch // 50, 0)]
            )
            found = [each for each in computation.findings if "small taxpayers" in each.message]
            self.assertEqual(bool(found), over > 0)
            self.assertIn("1.263(a)-3(h)", sheet.notes[0] if not over else sheet.title)

    def test_de_minimis_has_a_statement(self) -> None:
        file = file_of()
        self.assertFalse(compute(file).has_sheet("de_minimis"))
        elected = file.household.model_copy(update={"answers": {"de_minimis": True}})
        sheet = compute(file.model_copy(update={"household": elected})).sheet("de_minimis")
        self.assertEqual(sheet["limit"].amount, 2500)


class EarlierYears(unittest.TestCase):
    """26 U.S.C. 168(d)(3), (k)(7): what an earlier year used stays, whatever was sold since."""

    def test_a_convention_is_stated_and_is_carried_on(self) -> None:
        """10,000 of 2024 under the mid-quarter convention, first quarter: 35% and then 26%."""
        old = asset(in_service=day(2024, 2, 1), answers={"no_special_allowance": True})
        stated = file_of(old, elections={"convention.2024": "mid_quarter"})
        self.assertEqual([taken(compute(each)) for each in (file_of(old), stated)], [3200, 2600])
        late = asset(in_service=day(2025, 11, 1))
        carried = next_year(compute(file_of(late)), pack_for("us")).elections
        self.assertEqual(carried, {"convention.2025": "mid_quarter"})

    def test_what_explains_earlier_years_is_proposed(self) -> None:
        """Of 10,000 in service in 2023: 80% and 400 by law; 2,000 without the allowance, 500 to 3,500 by
        quarters of what it left."""
        for prior, field, answer in (
            (2000 + 3200, "allowance.five_year.2023", "out"),
            (8000 + 700 + 520, "convention.2023", "mid_quarter"),
        ):
            old = asset(in_service=day(2023, 2, 1), prior_depreciation=prior)
            file = file_of(old)
            (found,) = (each for each in compute(file).findings if each.step is not None)
            assert found.step is not None
            after, _ = apply(file, found.step)
            self.assertEqual(after.elections, {field: answer})
            self.assertFalse([each for each in compute(after).findings if each.step is not None])

    def test_they_are_asked_among_the_elections(self) -> None:
        file = file_of(asset(in_service=day(2025, 2, 1)), asset(in_service=day(2023, 2, 1)))
        asked = [each.key for each in pack_for("us").one_by_one.year_elections(file)]
        self.assertEqual(asked, ["allowance.five_year", "convention.2023", "allowance.five_year.2023"])


class Lives(unittest.TestCase):
    """26 U.S.C. 168(g)(2)(C), (3)(B); Rev. Proc. 87-56, recalled."""

    def test_the_alternative_system_by_class(self) -> None:
        for kind, years in (("boat", 18), ("fruit", 20), ("no_class_life", 12), ("five_year_trade", 9)):
            with self.subTest(kind):
                computation = compute(file_of(asset(kind, method="alternative")))
                self.assertEqual(len(computation.stories["s00001"].amounts), years + 1)
                number = {12: "20b"}.get(years, "20a")
                lines = computation.sheet(f"form_4562.{BUSINESS}").lines
                self.assertIn(number, [each.number for each in lines])

    def test_one_line_for_all_property_of_a_life(self) -> None:
        file = file_of(asset("seven_year"), asset("no_class_life"), elections={})
        numbers = [each.number for each in compute(file).sheet(f"form_4562.{BUSINESS}").lines]
        self.assertEqual(numbers.count("19c"), 1)

    def test_limits_of_automobiles_of_2018_to_2020(self) -> None:
        """Rev. Proc. 2019-26, recalled: 5,760 in each later year; 60,000 in service in 2019, with the whole
        allowance 18,100, then 16,100, 9,700 and 5,760 a year."""
        car = asset("passenger_auto", cost=60000, in_service=day(2019, 3, 1))
        story = compute(file_of(car)).stories["s00001"]
        self.assertEqual(story.amounts[:4], [18100, 13408, Decimal("8044.80"), Decimal("4826.88")])


class OtherBooks(unittest.TestCase):
    """26 U.S.C. 56(a)(1), 168(k)(2)(G) as amended by P.L. 114-113, section 143(b)."""

    def minimum(self, *, out: bool, eligible: bool) -> Decimal:
        bought = asset(answers={} if eligible else {"no_special_allowance": True})
        file = file_of(bought, elections={"allowance.five_year": "out"} if out else {})
        book = next(
            each for each in pack_for(file.country).one_by_one.treatments(file) if "Minimum" in each.title
        )
        return book.years("s00001")[1][0]

    def test_elected_out_and_not_eligible_are_two_facts(self) -> None:
        self.assertEqual(self.minimum(out=True, eligible=True), 2000)
        self.assertEqual(self.minimum(out=False, eligible=False), 1500)


class Elections(unittest.TestCase):
    """26 U.S.C. 168(k)(7), (10): an election holds for all property that it covers."""

    def step(self, elections: dict[str, str], *assets: Asset) -> ClientFile:
        file = file_of(*assets, elections=elections)
        (found,) = (each for each in compute(file).findings if each.step is not None)
        self.assertEqual(found.level, "error")
        assert found.step is not None
        after, _ = apply(file, found.step)
        self.assertFalse([each for each in compute(after).findings if each.step is not None])
        return after

    def test_the_reduced_rate_is_for_everything(self) -> None:
        after = self.step({"allowance.five_year": "reduced"}, asset(), asset("seven_year"))
        self.assertEqual(after.elections["allowance.seven_year"], "reduced")

    def test_five_year_property_has_automobiles_in_it(self) -> None:
        after = self.step({"allowance.five_year": "out"}, asset(), asset("passenger_auto"))
        self.assertEqual(after.elections["allowance.passenger_auto"], "out")

    def test_what_may_not_have_the_allowance_is_not_asked_about(self) -> None:
        slow = asset("passenger_auto", share=40)
        inherited = asset("five_year_trade", origin="inherited")
        file = file_of(asset(), slow, inherited, elections={"allowance.five_year": "out"})
        self.assertFalse([each for each in compute(file).findings if each.step is not None])

    def test_other_classes_stay_as_they_are(self) -> None:
        file = file_of(asset(), asset("seven_year"), elections={"allowance.five_year": "out"})
        self.assertFalse([each for each in compute(file).findings if each.step is not None])


if __name__ == "__main__":
    unittest.main()
