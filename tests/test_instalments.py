"""Instalment sales (26 U.S.C. 453, Form 6252).

Sources are named at each test; "recalled" marks a published example written down from memory, "by hand" that
the figures follow from the law named there.
"""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.countries import Computation, compute, pack_for
from half_yard.countries.next_year import next_year
from half_yard.figures.rounding import to_dollars
from half_yard.records import Asset, ClientFile, Thing, Use
from half_yard.records.identifiers import numbered
from tests.files import BUSINESS, RENTAL, asset, business, client, entries, rental

CONTRACT = "s00001"
SHEET = f"form_6252.{CONTRACT}"


def sold(asset_class: str, cost: str, price: str, **fields: Any) -> Asset:
    """Something held for years and sold on June 1, 2025, paid by instalments."""
    usual = {
        "activity": RENTAL, "disposed": datetime.date(2025, 6, 1), "disposal": "instalment_sale",
        "proceeds": Decimal(price),
    }  # fmt: skip
    return asset(asset_class, "2005-03-10", cost, **{**usual, **fields})


def contract(*assets: Asset) -> ClientFile:
    """A rental of which these were sold."""
    return client(activities={RENTAL: rental()}, assets=numbered("assets", assets))


def paid(amount: str, year: int = 2025) -> dict[str, Decimal]:
    """The principal of a year."""
    return {str(year): Decimal(amount)}


def lines(computation: Computation, *names: str) -> list[Decimal]:
    """What stands on lines of the form."""
    return [computation.sheet(SHEET)[name].amount for name in names]


class Form6252(unittest.TestCase):
    def test_a_quarter_of_each_payment_is_gain(self) -> None:
        """IRS Pub. 537, recalled: contract price 6,000 and gross profit 1,500 make 25%."""
        computation = compute(contract(sold("land", "4500", "6000", instalments=paid("1500"))))
        self.assertEqual(lines(computation, "gross_profit", "contract_price", "percentage"), [1500, 6000, 25])
        self.assertEqual(lines(computation, "income", "not_yet"), [375, 1125])
        self.assertEqual(computation.sheet("form_4797")["instalment_gain"].amount, 375)
        self.assertEqual(computation.sheet("form_1040")["capital_gain"].amount, 375)

    def test_a_debt_taken_over_is_no_payment_until_it_is_above_the_basis(self) -> None:
        """26 CFR 15a.453-1(b)(2), (3), by hand."""
        below = sold("land", "50000", "120000", debt_assumed=Decimal(40000), instalments=paid("20000"))
        self.assertEqual(lines(compute(contract(below)), "contract_price", "percentage", "income"),
                         [80000, Decimal("87.5"), 17500])  # fmt: skip
        above = sold("land", "50000", "120000", debt_assumed=Decimal(60000), instalments=paid("20000"))
        found = lines(
            compute(contract(above)), "debt_over", "contract_price", "percentage", "counted", "income"
        )
        self.assertEqual(found, [10000, 70000, 100, 30000, 30000])

    def test_recapture_is_taxed_in_the_year_of_the_sale(self) -> None:
        """26 U.S.C. 453(i), by hand: 12,000 of the gain is section 1245 recapture, paid or not."""
        tools = sold("seven_year", "12000", "20000", prior_depreciation=Decimal(12000))
        computation = compute(contract(tools))
        self.assertEqual(lines(computation, "recapture", "gross_profit", "income"), [12000, 8000, 0])
        form = computation.sheet("form_4797")
        self.assertEqual([form[line].amount for line in ("recapture", "net_1231")], [12000, 0])

    def test_depreciation_of_a_building_comes_before_the_rest(self) -> None:
        """26 CFR 1.453-12, by hand: of gain 160,000 in all 60,000 is unrecaptured, which comes first."""
        house = sold(
            "residential_building", "100000", "200000", prior_depreciation=Decimal(60000),
            instalments=paid("50000"),
        )  # fmt: skip
        first = compute(contract(house))
        taken = first.stories[CONTRACT].taken.amount
        gain = Decimal(200000) - 100000 + to_dollars(taken)
        self.assertEqual(lines(first, "gross_profit"), [gain])
        self.assertEqual(lines(first, "unrecaptured"), lines(first, "income"))
        then = next_year(first, pack_for("us"))
        house = then.assets[CONTRACT]
        house = house.model_copy(update={"instalments": {**house.instalments, **paid("150000", 2026)}})
        second = compute(then.model_copy(update={"assets": {CONTRACT: house}}))
        self.assertEqual(sum(lines(first, "income") + lines(second, "income")), gain)
        self.assertEqual(sum(lines(first, "unrecaptured") + lines(second, "unrecaptured")), to_dollars(taken))
        self.assertEqual(lines(second, "not_yet"), [0])

    def test_building_and_land_are_one_contract_and_a_loss_is_none(self) -> None:
        house = sold("residential_building", "100000", "150000", prior_depreciation=Decimal(0))
        land = sold("land", "30000", "50000", instalments=paid("50000"))
        both = compute(contract(house, land))
        self.assertEqual(lines(both, "price", "payments"), [200000, 50000])
        dear = sold("land", "90000", "50000", instalments=paid("50000"))
        apart = compute(contract(house, dear))
        self.assertEqual(lines(apart, "price", "payments"), [150000, 0])
        self.assertEqual(apart.sheet("form_4797")["long_losses"].amount, -40000)

    def test_a_house_of_several_uses_is_named_by_its_thing_and_said_not_to_be_computed(self) -> None:
        shops = {key: business(name=key) for key in ("a00001", "a00002")}
        uses = [Use(thing="h00001", activity=key, amount=Decimal(200)) for key in shops]
        house = sold("nonresidential_building", "200000", "400000", instalments=paid("1000"),
                     activity="h00001", thing="h00001")  # fmt: skip
        file = client(activities=shops, assets=numbered("assets", [house])).model_copy(update={
            "things": {"h00001": Thing(kind="home", name="House", measure="area", whole=Decimal(1000))},
            "uses": numbered("uses", uses),
        })  # fmt: skip
        computation = compute(file)
        self.assertEqual(computation.sheet(SHEET).subject, "House")
        self.assertIn("shared use", " ".join(each.message for each in computation.findings))

    def test_an_office_at_home_sold_by_instalments_beside_what_is_expensed(self) -> None:
        """The income limit of section 179 counts the gain of the sale, which rests on what the office took of
        the profit: that is taken before anything is expensed (26 CFR 1.179-2(c)(1))."""
        house = sold("nonresidential_building", "200000", "400000", instalments=paid("1000"),
                     activity="h00001", thing="h00001")  # fmt: skip
        tool = asset("seven_year", "2025-02-01", "900", expensed=Decimal(900))
        file = client(activities={BUSINESS: business()}, assets=numbered("assets", [house, tool])).model_copy(
            update={
                "things": {"h00001": Thing(kind="home", name="House", measure="area", whole=Decimal(1000))},
                "uses": {"u00001": Use(thing="h00001", activity=BUSINESS, amount=Decimal(200),
                                       choices={"rests_on": "storage"})},
                "entries": numbered("entries", entries(BUSINESS, gross_receipts="30000")),
            }
        )  # fmt: skip
        computation = compute(file)
        self.assertTrue(computation.has_sheet(SHEET))
        self.assertEqual(computation.sheet("section_179")["deduction"].amount, 900)

    def test_what_is_missing_or_too_much_is_said(self) -> None:
        nothing = compute(contract(sold("land", "4500", "6000"))).findings
        self.assertTrue(any("principal received in 2025 is not entered" in each.message for each in nothing))
        much = compute(contract(sold("land", "4500", "6000", instalments=paid("7000")))).findings
        self.assertTrue(any("more principal is received" in each.message for each in much))

    @settings(max_examples=40, deadline=None)
    @given(st.integers(0, 900_000), st.integers(1, 900_000), st.integers(0, 300_000), st.integers(0, 100))
    def test_every_payment_together_makes_the_whole_gain(
        self, cost: int, price: int, debt: int, part: int
    ) -> None:
        """And no year has more than its part of it."""
        debt = min(debt, price)
        now = (price - debt) * part // 100
        land = sold("land", str(cost), str(price), debt_assumed=Decimal(debt), instalments=paid(str(now)))
        file = contract(land)
        first = compute(file)
        if price <= cost:
            self.assertFalse(first.has_sheet(SHEET))
            return
        rest = {**paid(str(now)), **paid(str(price - debt - now), 2026)}
        then = next_year(first, pack_for("us"))
        second = compute(
            then.model_copy(
                update={"assets": {CONTRACT: then.assets[CONTRACT].model_copy(update={"instalments": rest})}}
            )
        )
        self.assertLessEqual(abs(sum(lines(first, "income") + lines(second, "income")) - (price - cost)), 1)


if __name__ == "__main__":
    unittest.main()
