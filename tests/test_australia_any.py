"""Whatever an Australian file has: a plain second computation of the return, written from the reference
values, agrees, and what assets take over their years is what they cost."""

from __future__ import annotations

import csv
import datetime
import unittest
from decimal import Decimal
from functools import cache

from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.countries import compute
from half_yard.countries.au.asset_kinds import PROPERTY
from half_yard.countries.au.year_rules import YEARS
from half_yard.records import Activity, ClientFile, Entry
from half_yard.records.identifiers import numbered
from tests.australian import FLAT, OWNER, SHOP, australian, bought, item, trading
from tests.files import amount
from tests.test_canada import REFERENCE, cents
from tests.test_next_year import after

BY_LIFE = sorted(key for key, kind in PROPERTY.items() if kind.months and key != "car")
MONEY = st.integers(0, 20000000).map(lambda each: Decimal(each) / 100)


@cache
def value(name: str, year: int) -> str:
    """A value of the reference: the latest that holds in an income year, called by that in which it ends."""
    with (REFERENCE / "au_2021_2026.csv").open(newline="", encoding="utf-8") as stream:
        rows = [row for row in csv.DictReader(stream) if row["parameter"] == name]
    known = {int(row["year"][:4]) + 1: row["value"] for row in rows}
    return known[max(each for each in known if each <= year)]


def number(name: str, year: int) -> Decimal:
    return Decimal(value(name, year))


class PlainReturn(unittest.TestCase):
    """Tax, offsets, levy and study loan in a few lines of Decimal."""

    def tax(self, year: int, income: Decimal) -> Decimal:
        floors = [number(f"bracket_{each}_above", year) for each in range(1, 6)]
        tops = [*floors[1:], max(income, floors[-1])]
        return cents(
            sum(
                (max(min(income, top) - floor, Decimal(0)) * number(f"bracket_{each}_rate", year)
                 for each, (floor, top) in enumerate(zip(floors, tops, strict=True), 1)), Decimal(0),
            )
        )  # fmt: skip

    def offsets(self, year: int, income: Decimal, business: Decimal, tax: Decimal) -> Decimal:
        low = Decimal(700) - cents(max(min(income, Decimal(45000)) - 37500, Decimal(0)) * Decimal("0.05"))
        low -= cents(max(income - 45000, Decimal(0)) * Decimal("0.015"))
        most = number("lmito_max", year)
        middle = Decimal(0)
        if most and income <= 126000:
            risen = number("lmito_low", year) + cents(max(income - 37000, Decimal(0)) * Decimal("0.075"))
            middle = min(most, risen) - cents(max(income - 90000, Decimal(0)) * Decimal("0.03"))
        small = Decimal(0)
        if income and business > 0:
            part = min(business, income) / income
            rate = number("small_business_offset_rate", year)
            small = min(cents(tax * part * rate), number("small_business_offset_cap", year))
        return max(low, Decimal(0)) + middle + small

    def levy(self, year: int, income: Decimal) -> Decimal:
        start = number("medicare_single_threshold", year)
        return min(cents(income * Decimal("0.02")), cents(max(income - start, Decimal(0)) / 10))

    def study(self, year: int, income: Decimal, debt: Decimal, levy: Decimal) -> Decimal:
        if not levy:
            return Decimal(0)
        if year == 2026:
            if income >= 179286:
                repaid = income / 10
            else:
                repaid = max(min(income, Decimal(125000)) - 67000, Decimal(0)) * Decimal("0.15")
                repaid += max(income - 125000, Decimal(0)) * Decimal("0.17")
        else:
            steps = zip(
                value("study_loan_from", year).split(), value("study_loan_rates", year).split(), strict=True
            )
            reached = [Decimal(rate) for start, rate in steps if income >= Decimal(start)]
            repaid = income * (reached[-1] if reached else 0)
        return min(cents(repaid), debt)

    @settings(max_examples=150, deadline=None)
    @given(
        st.sampled_from([year for year in YEARS if year < 2026]), MONEY, MONEY, MONEY,
        st.integers(0, 3000), st.integers(0, 40000), st.sampled_from([0, 4000, 60000]),
    )  # fmt: skip
    def test_random_people(
        self, year: int, wages: Decimal, sales: Decimal, rents: Decimal, gifts: int, own: int, debt: int
    ) -> None:
        rows = [
            Entry(activity=activity, line=line, amount=amount_of)
            for activity, line, amount_of in (
                (SHOP, "sales", sales), (FLAT, "rents", rents), (FLAT, "interest", Decimal(30000)),
            )
        ]  # fmt: skip
        items = [item("gift", str(gifts)), item("own_super", str(own))]
        file = australian(
            year, *items, wages=str(wages),
            activities={SHOP: Activity(kind="business", name="Mill", owners=OWNER),
                        FLAT: Activity(kind="rental", name="Flat", owners=OWNER)},
            entries=numbered("entries", rows),
        )  # fmt: skip
        owner = file.people["owner"].model_copy(update={"facts": {"study_loan_debt": Decimal(debt)}})
        file = file.model_copy(update={"people": {"owner": owner}})
        # Labels have no cents: each is cut before anything is added.
        wages, sales, rents = (Decimal(int(each)) for each in (wages, sales, rents))
        earned = max(wages + sales + rents - 30000, Decimal(0))
        given_away = min(Decimal(gifts), earned)
        capped = min(Decimal(own), number("concessional_cap", year), earned - given_away)
        income = earned - given_away - capped
        tax = self.tax(year, income)
        levy = self.levy(year, income)
        left = max(tax - self.offsets(year, income, sales, tax), Decimal(0))
        tested = income + capped + max(30000 - rents, Decimal(0))
        due = left + levy + (self.study(year, tested, Decimal(debt), levy) if debt else 0)
        self.assertEqual(amount(file, "itr.owner/taxable_income"), income)
        self.assertLessEqual(abs(amount(file, "itr.owner/payable") - due), Decimal("0.03"))


class LivesOfAssets(unittest.TestCase):
    def over_the_years(self, file: ClientFile) -> Decimal:
        """What depreciation takes until the rules end."""
        taken = Decimal(0)
        while True:
            taken += amount(file, f"allowances.{SHOP}/all")
            if file.tax_year == YEARS[-1]:
                return taken
            file = after(file)

    @settings(max_examples=40, deadline=None)
    @given(
        st.sampled_from(BY_LIFE), st.integers(1200, 90000),
        st.dates(datetime.date(2020, 7, 1), datetime.date(2022, 6, 30)), st.sampled_from(["", "prime"]),
        st.integers(0, 200000), st.integers(0, 1500),
    )  # fmt: skip
    def test_decline_and_balancing_are_the_cost_less_the_proceeds(
        self, kind: str, price: int, day: datetime.date, method: str, proceeds: int, held: int
    ) -> None:
        gone = min(day + datetime.timedelta(days=held), datetime.date(2026, 6, 30))
        asset = bought(
            kind, str(price), day.isoformat(), method=method, disposed=gone, proceeds=Decimal(proceeds)
        )
        year = day.year + (day.month > 6)
        file = trading("90000", year, assets={"s00001": asset}, shop={"answers": {"simplified": False}})
        net = Decimal(0)
        while file.tax_year <= gone.year + (gone.month > 6):
            net += amount(file, f"allowances.{SHOP}/all") - amount(file, f"allowances.{SHOP}/income")
            if file.tax_year == YEARS[-1]:
                break
            file = after(file)
        self.assertEqual(net, price - proceeds)

    @settings(max_examples=25, deadline=None)
    @given(st.integers(20001, 200000), st.integers(1, 100))
    def test_a_pool_takes_no_more_than_came_into_it(self, price: int, share: int) -> None:
        ute = bought("light_commercial", str(price), "2023-08-01", share=Decimal(share))
        taken = self.over_the_years(trading("90000", 2024, assets={"s00001": ute}))
        self.assertLessEqual(taken, cents(Decimal(price) * share / 100))
        self.assertGreater(taken, 0)

    def test_a_loss_waits_whole_until_it_is_used(self) -> None:
        file = trading("1000", 2023, Entry(activity=SHOP, line="repairs", amount=Decimal(9000)))
        for _ in range(2):
            self.assertEqual(amount(file, "itr.owner/business"), 0)
            file = after(file)
        waiting = [each.amount for each in file.carryovers.values() if each.kind == "deferred_losses"]
        self.assertEqual(waiting, [8000])
        self.assertTrue(compute(file).has_sheet(f"p9.{SHOP}.owner"))
