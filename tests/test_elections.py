"""Elections, limits and uses of assets: the special allowance, section 179, automobiles, shares, leaving."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.countries import compute
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.rates import METHODS
from half_yard.depreciation.schedule import Terms, yearly
from half_yard.figures import recompute
from half_yard.records import Asset, ClientFile
from half_yard.records.identifiers import numbered
from half_yard.review import Level
from tests.files import (
    BUSINESS,
    RENTAL,
    amount,
    asset,
    business,
    carried_in,
    client,
    entries,
    line,
    rental,
    wages,
)

FORM = f"form_4562.{BUSINESS}"
DEPRECIATED = [key for key, item in CLASSES.items() if item.recovery]


def file_of(*assets: Asset, year: int = 2025, profit: str = "500000", **parts: Any) -> ClientFile:
    books = numbered("entries", entries(BUSINESS, gross_receipts=profit))
    activities = {BUSINESS: business(), RENTAL: rental()}
    return client(
        year, **{"activities": activities, "entries": books, "assets": numbered("assets", assets), **parts}
    )


def owned(asset_class: str, day: str, cost: str, **fields: Any) -> Asset:
    """An asset of which nothing is elected."""
    return asset(asset_class, day, cost, **{"answers": {}, **fields})


def years(file: ClientFile) -> list[Decimal]:
    return [figure.amount for figure in compute(file).stories["s00001"].yearly]


class WholeClasses(unittest.TestCase):
    """26 U.S.C. 168(b)(5), (g)(7): for all property of a class and year."""

    def words(self, *assets: Asset) -> str:
        return " ".join(
            str(finding) for finding in compute(file_of(*assets)).findings if "whole class" in str(finding)
        )

    def test_what_is_elected_for_some_of_a_class_is_pointed_out(self) -> None:
        saw, desk = asset("seven_year", "2025-02-01", "900"), asset("seven_year", "2025-03-01", "900")
        self.assertEqual(self.words(saw, desk), "")
        slower = desk.model_copy(update={"method": "straight_line"})
        self.assertIn("7-year property of 2025", self.words(saw, slower))

    def test_other_classes_years_and_buildings_are_for_themselves(self) -> None:
        saw = asset("seven_year", "2025-02-01", "900")
        for other in (
            asset("five_year", "2025-02-01", "900", answers={}),
            asset("seven_year", "2024-02-01", "900", answers={}),
            asset("residential_building", "2025-02-01", "900", RENTAL, method="alternative"),
            asset("passenger_auto", "2025-02-01", "900", share=Decimal(40), answers={}),
        ):  # fmt: skip
            self.assertEqual(self.words(saw, other), "")


class SpecialAllowance(unittest.TestCase):
    """26 U.S.C. 168(k) as it stood in each year."""

    def test_the_rate_follows_the_days(self) -> None:
        for year, day, acquired, rate in (
            (2021, "2021-06-01", None, "1"),
            (2022, "2022-06-01", None, "1"), (2023, "2023-06-01", None, "0.8"),
            (2024, "2024-06-01", None, "0.6"), (2025, "2025-01-10", None, "0.4"),
            (2025, "2025-06-01", None, "1"),
            (2025, "2025-06-01", "2025-01-19", "0.4"), (2025, "2025-06-01", "2025-01-20", "1"),
            (2026, "2026-06-01", "2024-12-01", "0.2"), (2026, "2026-06-01", None, "1"),
        ):  # fmt: skip
            bought = datetime.date.fromisoformat(acquired) if acquired else None
            file = file_of(owned("seven_year", day, "10000", acquired=bought), year=year)
            with self.subTest(day=day, acquired=acquired):
                allowance = Decimal(10000) * Decimal(rate)
                self.assertEqual(amount(file, f"{FORM}/allowance"), allowance)
                regular = (10000 - allowance) * Decimal("0.1429")
                self.assertEqual(amount(file, f"{FORM}/total"), round(allowance + regular))

    def test_elections_by_class_and_by_asset(self) -> None:
        desk, drill = owned("seven_year", "2025-06-01", "1000"), owned("five_year", "2025-06-01", "1000")
        file = file_of(desk, drill, elections={"allowance.seven_year": "out"})
        self.assertEqual(amount(file, f"{FORM}/allowance"), 1000)
        self.assertEqual(amount(file, f"{FORM}/new_seven_year"), 143)
        file = file_of(desk, drill, elections={"allowance.seven_year": "reduced"})
        self.assertEqual(amount(file, f"{FORM}/allowance"), 1400)
        ticked = desk.model_copy(update={"answers": {"no_special_allowance": True}})
        self.assertEqual(amount(file_of(ticked, drill), f"{FORM}/allowance"), 1000)

    def test_buildings_have_none_and_inside_improvements_do(self) -> None:
        shop = owned("nonresidential_building", "2025-06-01", "100000")
        walls = owned("qualified_improvement", "2025-06-01", "10000")
        self.assertEqual(amount(file_of(shop, walls), f"{FORM}/allowance"), 10000)
        self.assertEqual(amount(file_of(shop), f"{FORM}/total"), 1391)


class Section179(unittest.TestCase):
    def test_what_is_expensed_comes_off_the_basis(self) -> None:
        """Order of 26 CFR 1.168(k)-2(e)(1): section 179 first, then the allowance, then the table."""
        drill = owned("seven_year", "2024-06-01", "10000", expensed=Decimal(4000))
        file = file_of(drill, year=2024)
        self.assertEqual(amount(file, f"{FORM}/expensed"), 4000)
        self.assertEqual(amount(file, f"{FORM}/allowance"), 3600)
        self.assertEqual(amount(file, f"{FORM}/new_seven_year"), 343)
        self.assertEqual(amount(file, f"schedule_c.{BUSINESS}.owner/depreciation"), 7943)

    def test_dollar_limit_and_its_phase_out(self) -> None:
        machine = asset("seven_year", "2024-06-01", "3250000", expensed=Decimal(1220000))
        file = file_of(machine, year=2024, profit="5000000")
        self.assertEqual(amount(file, "section_179/limit"), 1020000)
        self.assertEqual(amount(file, "section_179/deduction"), 1020000)
        self.assertEqual(amount(file, "section_179/carried_out"), 0)
        self.assertIn("more than the dollar limit", _errors(file))

    def test_the_income_limit_carries_the_rest(self) -> None:
        drill = asset("seven_year", "2025-06-01", "10000", expensed=Decimal(10000))
        file = file_of(drill, profit="3000", wages=wages("2500"))
        self.assertEqual(amount(file, "section_179/deduction"), 5500)
        self.assertEqual(amount(file, "section_179/carried_out"), 4500)
        self.assertEqual(amount(file, f"schedule_c.{BUSINESS}.owner/net_profit"), -2500)
        computation = compute(file)
        for sheet in computation.sheets:
            for each in sheet.lines:
                self.assertEqual(recompute(each.figure), each.figure.amount)

    def test_what_is_carried_in_counts_with_this_years(self) -> None:
        file = file_of(profit="9000", carryovers=carried_in(section_179="4500"))
        self.assertEqual(amount(file, f"schedule_c.{BUSINESS}.owner/net_profit"), 4500)

    def test_what_can_not_be_expensed_says_why(self) -> None:
        for record, words in (
            (
                owned("seven_year", "2025-06-01", "900", activity=RENTAL, expensed=Decimal(5)),
                "not for a rental",
            ),
            (owned("nonresidential_building", "2025-06-01", "900", expensed=Decimal(5)), "can't be expensed"),
            (owned("fifteen_year", "2025-06-01", "900", expensed=Decimal(5)), "can't be expensed"),
            (owned("seven_year", "2025-06-01", "900", expensed=Decimal(901)), "more than its cost"),
            (owned("heavy_suv", "2025-06-01", "90000", expensed=Decimal(31301)), "31,300 at the most"),
            (
                owned("seven_year", "2025-06-01", "9", disposed=datetime.date(2025, 5, 1)),
                "left service before",
            ),
            (
                owned("seven_year", "2025-06-01", "9", acquired=datetime.date(2025, 7, 1)),
                "before it was acquired",
            ),
        ):
            with self.subTest(words):
                self.assertIn(words, compute(file_of(record)).stops["/assets/s00001"])

    def test_it_stays_out_of_the_mid_quarter_worksheet(self) -> None:
        """26 CFR 1.168(d)-1(b)(4): basis is reduced by section 179, not by the allowance."""
        late = asset("seven_year", "2025-12-01", "10000", expensed=Decimal(8000))
        early = asset("seven_year", "2025-02-01", "4000")
        self.assertEqual(amount(file_of(late, early), "mid_quarter/last"), 2000)


def _errors(file: ClientFile) -> str:
    return " | ".join(item.message for item in compute(file).findings if item.level is Level.ERROR)


class Automobiles(unittest.TestCase):
    """Limits of Rev. Proc. 2024-13 and 2025-16; the safe harbour of Rev. Proc. 2019-13."""

    def test_without_the_allowance_the_limits_carry_behind_the_years(self) -> None:
        car = asset("passenger_auto", "2024-06-01", "60000")
        self.assertEqual(years(file_of(car)), [12000, 19200, 11520, 6912, 6912, 3456])
        dear = asset("passenger_auto", "2024-06-01", "90000")
        self.assertEqual(
            years(file_of(dear)), [12400, 19800, 11900, 7160, 7160, 5184, 7160, 7160, 7160, 4916]
        )

    def test_the_safe_harbour_goes_on_with_the_table(self) -> None:
        car = owned("passenger_auto", "2022-06-01", "49200")
        self.assertEqual(years(file_of(car))[:3], [19200, 9600, 5760])
        choices = compute(file_of(car)).stories["s00001"].this_year.choices
        self.assertIn("2019-13", " ".join(choice.text for choice in choices))

    def test_it_names_neither_later_years_nor_what_is_expensed_in_part(self) -> None:
        """Without it nothing is left for the table: what the limit cut off goes behind its years."""
        car = owned("passenger_auto", "2025-06-01", "34320")
        self.assertEqual(years(file_of(car)), [20200, 0, 0, 0, 0, 0, 7060, 7060])
        part = owned("passenger_auto", "2022-06-01", "49200", expensed=Decimal(1000))
        self.assertEqual(years(file_of(part))[:3], [19200, 0, 0])

    def test_a_car_that_is_divided_has_its_limits_once(self) -> None:
        """26 U.S.C. 280F(d)(1): one of 2024 divided in two; dearer, both are limited together."""
        for cost, firsts in (("45000", [9000, 3000]), ("75000", [Decimal("10333.33"), Decimal("2066.67")])):
            rest = asset("passenger_auto", "2024-06-01", cost)
            part = asset("passenger_auto", "2024-06-01", "15000", part_of="s00001")
            stories = compute(file_of(rest, part)).stories
            self.assertEqual([stories[key].amounts[0] for key in ("s00001", "s00002")], firsts)

    def test_business_use_shares_the_limits(self) -> None:
        car = asset("passenger_auto", "2024-06-01", "90000", share=Decimal(60))
        self.assertEqual(years(file_of(car))[:2], [7440, 11880])

    def test_half_or_less_use_is_the_alternative_system(self) -> None:
        car = owned("passenger_auto", "2025-06-01", "20000", share=Decimal(50))
        self.assertEqual(years(file_of(car)), [1000, 2000, 2000, 2000, 2000, 1000])
        self.assertEqual(amount(file_of(car), f"{FORM}/listed"), 1000)


class UseAndLeaving(unittest.TestCase):
    def test_business_use_by_year(self) -> None:
        """Form 4562 instructions, column (e): the cost times the year's business use."""
        desk = asset("seven_year", "2024-06-01", "10000", share=Decimal(80), shares={"2025": Decimal(50)})
        self.assertEqual(
            years(file_of(desk))[:3], [Decimal("1143.20"), Decimal("1224.50"), Decimal("1399.20")]
        )

    def test_the_year_of_leaving(self) -> None:
        """26 U.S.C. 168(d)(4), IRS Pub. 946: half a year; by the quarter; by the month."""
        gone: dict[str, Any] = {"disposed": datetime.date(2025, 8, 3)}
        desk = asset("seven_year", "2023-06-01", "10000", **gone)
        self.assertEqual(years(file_of(desk)), [1429, 2449, Decimal("874.50"), 0, 0, 0, 0, 0])
        late = asset("seven_year", "2023-11-01", "10000", **gone)
        self.assertEqual(years(file_of(late))[2], Decimal("1230.00"))
        house = asset("residential_building", "2020-01-10", "100000", RENTAL, **gone)
        self.assertEqual(years(file_of(house))[5], Decimal("2272.50"))
        same = asset("seven_year", "2025-02-01", "10000", **gone)
        self.assertEqual(years(file_of(same))[0], 0)


class AnyTerms(unittest.TestCase):
    @settings(max_examples=150, deadline=None)
    @given(
        st.sampled_from(DEPRECIATED),
        st.dates(datetime.date(2018, 1, 1), datetime.date(2025, 12, 31)),
        st.integers(0, 300_000),
        st.sampled_from([*METHODS]),
        st.sampled_from([None, "30", "50", "75", "100"]),
        st.sampled_from(["0", "0.1", "0.7"]),
        st.booleans(),
        st.none() | st.dates(datetime.date(2018, 1, 1), datetime.date(2027, 12, 31)),
    )
    def test_figures_are_the_numbers_and_never_more_than_the_basis(
        self, kind: str, day: datetime.date, cost: int, method: str, share: str | None, expensed: str,
        none: bool, gone: datetime.date | None,
    ) -> None:  # fmt: skip
        part = Decimal(int(cost * Decimal(expensed))) if CLASSES[kind].may_be_expensed else None
        if CLASSES[kind].heavy and part:
            part = min(part, Decimal(20000))
        record = asset(
            kind, day.isoformat(), str(cost), method=method, share=Decimal(share) if share else None,
            expensed=part, disposed=gone if gone and gone >= day else None,
            answers={"no_special_allowance": none},
        )  # fmt: skip
        file = file_of(record)
        computation = compute(file)
        if "s00001" not in computation.stories:
            self.assertIn("/assets/s00001", computation.stops)
            return
        story = computation.stories["s00001"]
        amounts = [figure.amount for figure in story.yearly]
        self.assertTrue(all(taken >= 0 for taken in amounts))
        basis = Decimal(cost) * (Decimal(share) / 100 if share else 1)
        self.assertLessEqual(sum(amounts), basis + Decimal("0.01") * len(amounts))
        if record.disposed is None:
            self.assertLessEqual(basis - sum(amounts), Decimal("0.01") * len(amounts))
        for figure in (*story.yearly, story.this_year):
            self.assertEqual(recompute(figure), figure.amount)
        form, worksheet = computation.sheet(FORM), line(computation, f"depreciation.{BUSINESS}/total")
        self.assertLessEqual(abs(form["total"].amount - worksheet.amount), 3, "the form ties to the assets")

    def test_numbers_alone_stop_at_the_basis(self) -> None:
        terms = Terms(Decimal(1000), (Decimal("0.5"), Decimal("0.5")), limits=(Decimal(300),))
        self.assertEqual(yearly(terms), [300, 300, 300, 100])
        self.assertEqual(
            sum(yearly(Terms(Decimal("10.01"), (Decimal("0.5"), Decimal("0.5"))))), Decimal("10.01")
        )
