"""Passive losses and losses at risk: the examples of the reference file by name, and what they rest on."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.countries import compute, pack_for
from half_yard.countries.next_year import next_year
from half_yard.figures import Sheet
from half_yard.records import Activity, Asset, Carryover, ClientFile, Exchange, Household, Person
from half_yard.records.identifiers import numbered
from tests.files import (
    BUSINESS,
    amount,
    asset,
    business,
    client,
    entries,
    gaps,
    item,
    items,
    rental,
    wages,
)

A, B, C = "a00011", "a00012", "a00013"


def rentals(
    results: dict[str, str],
    income: str,
    status: str = "single",
    prior: dict[str, str] | None = None,
    fields: dict[str, dict[str, Any]] | None = None,
    **parts: Any,
) -> ClientFile:
    """Rentals with these results, and wages that make the modified income."""
    own = fields or {}
    activities: dict[str, Activity] = {key: rental(name=key, **own.get(key, {})) for key in results}
    records = [
        entry
        for key, result in results.items()
        for entry in entries(key, **({"repairs": result[1:]} if result[0] == "-" else {"rents": result}))
    ]
    carried = numbered("carryovers", [
        Carryover(kind="passive_loss", of=key, amount=Decimal(loss)) for key, loss in (prior or {}).items()
    ])  # fmt: skip
    household = Household(filing_status=status, answers=parts.pop("answers", {}))
    usual = {"activities": activities, "entries": numbered("entries", records), "wages": wages(income)}
    return client(2025, status, **{**usual, "carryovers": carried, "household": household, **parts})


def form(file: ClientFile) -> Sheet:
    return compute(file).sheet("form_8582")


def said(sheet: Sheet, *lines: str) -> list[int]:
    return [int(sheet[line].amount) for line in lines]


class PublishedAndWorkedExamples(unittest.TestCase):
    """Rows of us_return_examples.md, “Rental and passive losses”, named as there."""

    def test_phase_out(self) -> None:
        """IRS Pub. 925, recalled; the second computed from the law, for a couple."""
        for status, income, loss, allowed in (
            ("single", "120000", "-31000", 15000), ("joint", "112400", "-22000", 18800),
        ):  # fmt: skip
            with self.subTest(status=status):
                file = rentals({A: loss}, income, status)
                self.assertEqual(amount(file, f"schedule_e.{A}/allowed_loss"), -allowed)
                self.assertEqual(said(form(file), f"{A}.unallowed"), [-int(loss) - allowed])
                self.assertEqual(gaps(file), "")

    def test_phase_out_over(self) -> None:
        file = rentals({A: "-9000", B: "4000"}, "150000")
        self.assertEqual(said(form(file), "allowance", "losses_allowed", f"{A}.unallowed"), [0, 4000, 5000])

    def test_a_business_without_its_owner_s_part_beside_a_rental(self) -> None:
        """The modified income of the allowance has no passive loss of a business, nor waits for it (26 U.S.C.
        469(i)(3)(F)): of 120,000 an allowance of 15,000; what the business lost waits, what it earned is
        passive income."""
        for result, waits in (("-5000", 5000), ("3000", 0)):
            rows = entries(BUSINESS, **({"supplies": "5000"} if waits else {"gross_receipts": "3000"}))
            made = rentals({A: "-31000"}, "120000")
            shop = business(answers={"material_participation": False})
            file = made.model_copy(update={
                "activities": {**made.activities, BUSINESS: shop},
                "entries": {**made.entries, **{f"e9000{number}": row for number, row in enumerate(rows)}},
            })  # fmt: skip
            allowed = 15000 + (0 if waits else int(result))
            self.assertEqual(amount(file, f"schedule_e.{A}/allowed_loss"), -allowed)
            self.assertEqual(amount(file, f"schedule_c.{BUSINESS}.owner/net_profit"), 0 if waits else 3000)
            self.assertEqual(amount(file, "passive_income/modified"), 120000)

    def test_separate_filer(self) -> None:
        apart = rentals({A: "-14000"}, "61000", "separate", answers={"lived_apart": True})
        self.assertEqual(said(form(apart), "allowance", f"{A}.unallowed"), [7000, 7000])
        together = rentals({A: "-14000"}, "61000", "separate")
        self.assertEqual(said(form(together), "allowance", f"{A}.unallowed"), [0, 14000])

    def test_several_rentals_active(self) -> None:
        file = rentals({A: "-10000", B: "-8000", C: "6000"}, "125000", prior={A: "2000"})
        sheet = form(file)
        lines = (
            "1a",
            "1b",
            "1c",
            "1d",
            "all_passive",
            "largest_allowance",
            "allowance",
            "passive_income",
            "losses_allowed",
        )
        self.assertEqual(said(sheet, *lines),
                         [6000, 18000, 2000, -14000, -14000, 12500, 12500, 6000, 18500])  # fmt: skip
        parts = [f"{key}.{part}" for part in ("allowance", "left", "unallowed", "allowed") for key in (A, B)]
        self.assertEqual(said(sheet, *parts), [7500, 5000, 4500, 3000, 900, 600, 11100, 7400])
        self.assertEqual(amount(file, "schedule_e/total"), 6000 - 11100 - 7400)

    def test_with_other_passive_income(self) -> None:
        file = rentals(
            {A: "-10000", B: "6000", C: "-4000"}, "90000",
            fields={key: {"answers": {"active_participation": False}} for key in (B, C)},
        )  # fmt: skip
        lines = ("1d", "2d", "all_passive", "allowance", "passive_income", "losses_allowed")
        self.assertEqual(said(form(file), *lines), [-10000, 2000, -8000, 8000, 6000, 14000])

    def test_with_other_passive_loss(self) -> None:
        other = {"answers": {"active_participation": False}}
        file = rentals(
            {A: "1000", B: "-9000", C: "-5000", "a00014": "2000"}, "140000",
            fields={C: other, "a00014": other},
        )  # fmt: skip
        sheet = form(file)
        lines = (
            "1d",
            "2d",
            "all_passive",
            "loss_to_allow",
            "largest_allowance",
            "allowance",
            "passive_income",
            "losses_allowed",
            f"{B}.left",
        )
        self.assertEqual(said(sheet, *lines), [-8000, -3000, -11000, 8000, 5000, 5000, 3000, 8000, 4000])
        self.assertEqual(said(sheet, f"{B}.unallowed", f"{C}.unallowed"), [2667, 3333])

    def test_loss_smaller_than_other_income(self) -> None:
        file = rentals({A: "-4000", B: "9000"}, "400000")
        self.assertNotIn("allowance", [line.place.line for line in form(file).lines])
        self.assertEqual(amount(file, "schedule_e/total"), 5000)

    def sold(self, gain: str, how: dict[str, Any] | None = None, **more: Any) -> ClientFile:
        """A house of 100,000, all of it land for the arithmetic's sake, sold with a gain."""
        house = Asset(
            activity=A, name="House", asset_class="land", in_service=datetime.date(2010, 1, 1),
            cost=Decimal(100000), disposed=datetime.date(2025, 6, 30), disposal="sale",
            proceeds=Decimal(100000) + Decimal(gain), **(how or {}),
        )  # fmt: skip
        usual: dict[str, Any] = {
            "results": {A: "-1000"}, "income": "160000", "prior": {A: "9000"}, "assets": {"s00001": house},
        }  # fmt: skip
        return rentals(**{**usual, **more})

    def test_whole_sale_to_a_stranger(self) -> None:
        file = self.sold("3000")
        self.assertEqual(amount(file, f"schedule_e.{A}/allowed_loss"), -10000)
        self.assertEqual(amount(file, "form_1040/capital_gain"), 3000)
        self.assertEqual(said(form(file), f"{A}.freed"), [10000])

    def test_whole_sale_with_overall_gain(self) -> None:
        file = self.sold("15000", results={A: "-1000", B: "-8000"})
        self.assertEqual(said(form(file), "1a", "1b", "1c", f"{B}.unallowed"), [15000, 9000, 9000, 3000])

    def test_sale_to_a_related_person(self) -> None:
        file = self.sold("0", {"answers": {"related": True}}, results={A: "-0"})
        self.assertEqual(said(form(file), f"{A}.unallowed"), [9000])

    def test_gift_and_death(self) -> None:
        """26 U.S.C. 469(g)(2), (j)(6)."""
        for how, allowed in (("gift", 0), ("death", 8000)):
            own = {A: {"choices": {"ended_by": how}, "facts": {"step_up": Decimal(12000)}}}
            file = rentals({A: "0.49"}, "160000", prior={A: "20000"}, fields=own)
            with self.subTest(how=how):
                self.assertEqual(amount(file, "schedule_e/total"), -allowed)
                carried = [line.carries for line in form(file).lines if line.carries]
                self.assertEqual(carried, [], "never deducted")

    def test_let_to_the_own_business(self) -> None:
        """26 CFR 1.469-2(f)(6)."""
        file = rentals({A: "9000", B: "-9000"}, "161000", fields={A: {"property_type": "7 Self-rental"}})
        self.assertEqual(said(form(file), "1a", "1b", f"{B}.unallowed"), [0, 9000, 9000])
        self.assertEqual(amount(file, "schedule_e/total"), 9000)

    def test_real_estate_professional(self) -> None:
        """26 U.S.C. 469(c)(7)."""
        owner = Person(first_name="Olive", answers={"real_estate_professional": True})
        both = {A: "-60000", B: "5000"}
        part = {A: {"answers": {"material_participation": True}}}
        alone = rentals(both, "300000", people={"owner": owner}, fields=part)
        self.assertEqual(amount(alone, "schedule_e/total"), -55000)
        self.assertNotIn("form_8582", [sheet.key for sheet in compute(alone).sheets])
        without = rentals(both, "300000", fields=part)
        self.assertEqual(amount(without, "schedule_e/total"), 0)
        one = {"rentals_as_one": True}
        elected = rentals(
            {A: "5000", B: "-60000"}, "300000", people={"owner": owner}, fields=part, answers=one
        )
        self.assertEqual(amount(elected, "schedule_e/total"), -55000)

    def test_modified_income(self) -> None:
        """Form 8582 instructions, line 6: half of self-employment tax is not taken off."""
        file = rentals(
            {A: "-30000"}, "90000", activities={A: rental(), BUSINESS: business()},
            entries=numbered("entries", [*entries(BUSINESS, gross_receipts="30000"),
                                         *entries(A, repairs="30000")]),
        )  # fmt: skip
        self.assertEqual(amount(file, "passive_income/modified"), 120000)
        self.assertEqual(said(form(file), "largest_allowance"), [15000])


class Carried(unittest.TestCase):
    def test_the_earliest_losses_are_used_first(self) -> None:
        """26 CFR 1.199A-3(b)(1)(iv): what is left is of the latest years."""
        carried = numbered("carryovers", [
            Carryover(kind="passive_loss", of=A, year=year, amount=Decimal(loss))
            for year, loss in (("2017", "5000"), ("2021", "3000"))
        ])  # fmt: skip
        file = rentals({A: "-4000", B: "6000"}, "150000", carryovers=carried)
        left = {item.year: int(item.amount) for item in next_year_of(file).carryovers.values()}
        self.assertEqual(left, {"2025": 4000, "2021": 2000})

    def test_a_suspended_rental_loss_of_before_2018_is_no_qualified_income(self) -> None:
        """“Qualified business income deduction”, suspended rental loss."""
        trade = {A: {"answers": {"trade_or_business": True}}}
        for year, income in (("2017", 9000), ("2018", 5000)):
            loss = Carryover(kind="passive_loss", of=A, year=year, amount=Decimal(4000))
            file = rentals({A: "9000"}, "50000", fields=trade, carryovers={"c00001": loss})
            with self.subTest(year=year):
                self.assertEqual(amount(file, "form_8995/business_income"), income)
                self.assertEqual(amount(file, "schedule_e/total"), 5000)

    def test_an_exchange_frees_nothing_but_its_gain_takes_losses(self) -> None:
        """“like-kind exchange of a rental”: 26 U.S.C. 469(g)(1)(A); boot of 4,000."""
        given = asset("land", "2010-01-01", "50000", A, disposed=datetime.date(2025, 3, 1),
                      disposal="exchange", proceeds=Decimal(94_000), given_in="x00001")  # fmt: skip
        got = asset("land", "2025-03-01", "90000", B, got_in="x00001", origin="exchanged")
        deal = Exchange(name="Swap", facts={"cash": Decimal(4000)})
        file = rentals(
            {A: "0.49", B: "0.49"}, "160000", prior={A: "9000"}, assets={"s00001": given, "s00002": got},
            exchanges={"x00001": deal},
        )  # fmt: skip
        self.assertEqual(amount(file, "form_1040/capital_gain"), 4000)
        self.assertEqual(said(form(file), f"{A}.unallowed", f"{A}.allowed"), [5000, 4000])

    def test_an_instalment_sale_frees_its_part(self) -> None:
        """“instalment sale”: 12,000 x 10,000 / 40,000 (26 U.S.C. 469(g)(3))."""
        land = asset("land", "2010-01-01", "60000", A, disposed=datetime.date(2025, 3, 1),
                     disposal="instalment_sale", proceeds=Decimal(100_000),
                     instalments={"2025": Decimal(25_000)})  # fmt: skip
        file = rentals({A: "0.49"}, "160000", prior={A: "12000"}, assets={"s00001": land})
        self.assertEqual(said(form(file), f"{A}.freed"), [3000])
        # The rest of the gain of 10,000 takes 7,000 more of the losses as passive income.
        self.assertEqual(said(form(file), f"{A}.unallowed"), [2000])

    def test_the_last_instalment_frees_the_rest(self) -> None:
        """26 U.S.C. 469(g)(3): 9,000 of what the first year left, in the year of the last payment."""
        land = asset("land", "2010-01-01", "60000", A, disposed=datetime.date(2024, 3, 1),
                     disposal="instalment_sale", proceeds=Decimal(100_000),
                     instalments={"2024": Decimal(25_000), "2025": Decimal(75_000)})  # fmt: skip
        file = rentals({A: "0.49"}, "160000", prior={A: "49000"}, assets={"s00001": land})
        self.assertEqual(amount(file, "form_1040/capital_gain"), 30000)
        self.assertEqual(said(form(file), f"{A}.freed"), [49000])

    def test_a_business_that_was_passive_before_has_no_rental_allowance(self) -> None:
        """26 U.S.C. 469(f)(1): its old losses come off its own profit, and are passive for the rest."""
        loss = Carryover(kind="passive_loss", of=BUSINESS, amount=Decimal(9000))
        file = client(
            activities={BUSINESS: business()}, carryovers={"c00001": loss},
            entries=numbered("entries", entries(BUSINESS, gross_receipts="2000")),
        )  # fmt: skip
        self.assertEqual(amount(file, f"schedule_c.{BUSINESS}.owner/net_profit"), 0)
        self.assertEqual(said(form(file), "1c", "2c", f"{BUSINESS}.unallowed"), [0, 7000, 7000])

    def test_part_of_a_property_frees_nothing(self) -> None:
        """“part of a property sold”: 26 CFR 1.469-4(g)."""
        kept = asset("land", "2010-01-01", "60000", A)
        part = asset("land", "2010-01-01", "10000", A, disposed=datetime.date(2025, 3, 1), disposal="sale",
                     proceeds=Decimal(10_000))  # fmt: skip
        file = rentals({A: "0.49"}, "160000", prior={A: "9000"}, assets={"s00001": kept, "s00002": part})
        self.assertEqual(said(form(file), f"{A}.unallowed"), [9000])

    @settings(max_examples=60, deadline=None)
    @given(
        st.lists(st.integers(-40_000, 40_000), min_size=1, max_size=4),
        st.lists(st.integers(0, 20_000), min_size=4, max_size=4),
        st.integers(0, 200_000),
        st.booleans(),
    )
    def test_losses_used_and_carried_add_up(
        self, results: list[int], earlier: list[int], income: int, active: bool
    ) -> None:
        keys = (A, B, C, "a00014")[: len(results)]
        file = rentals(
            {key: str(result) for key, result in zip(keys, results, strict=True)}, str(income),
            prior={key: str(loss) for key, loss in zip(keys, earlier, strict=False) if loss},
            fields={key: {"answers": {"active_participation": active}} for key in keys},
        )  # fmt: skip
        computation = compute(file)
        lost = sum(-result for result in results if result < 0) + sum(earlier[: len(keys)])
        counted = computation.sheet("schedule_e")["total"].amount
        gained = sum(result for result in results if result > 0)
        waits = sum(
            item.amount for item in next_year_of(file).carryovers.values() if item.kind == "passive_loss"
        )
        self.assertEqual(gained - counted + waits, lost)
        for key in keys:
            sheet = computation.sheet(f"schedule_e.{key}")
            self.assertLessEqual(sheet["allowed_loss"].amount if sheet.has("allowed_loss") else 0, 0)

    @settings(max_examples=40, deadline=None)
    @given(
        st.lists(st.integers(-40_000, 40_000), min_size=3, max_size=3),
        st.lists(st.integers(0, 20_000), min_size=3, max_size=3),
        st.integers(0, 200_000),
        st.sampled_from(["", "active"]),
    )
    def test_losses_of_entities_are_used_beside_those_of_rentals(
        self, results: list[int], earlier: list[int], income: int, part: str
    ) -> None:
        own, business, rented = results
        made = item(
            "k1", str(business), boxes={"rental": str(rented)}, ticks={"passive": True},
            choices={"part_in_rentals": part},
        )  # fmt: skip
        keys = (A, "j00001", "j00001.rentals")
        prior = {key: str(loss) for key, loss in zip(keys, earlier, strict=True) if loss}
        file = rentals({A: str(own)}, str(income), prior=prior, items=items(made))
        lost = sum(-result for result in results if result < 0) + sum(earlier)
        gained = sum(result for result in results if result > 0)
        waits = sum(
            each.amount for each in next_year_of(file).carryovers.values() if each.kind == "passive_loss"
        )
        self.assertEqual(gained - amount(file, "schedule_1/rental_income") + waits, lost)


class AtRisk(unittest.TestCase):
    """Rows of us_return_examples.md, “At risk (Form 6198)”."""

    def lossy(self, loss: str, carried: dict[str, str] | None = None, **facts: str) -> ClientFile:
        at_risk = {key: Decimal(text) for key, text in facts.items()}
        return client(
            activities={BUSINESS: business(answers={"at_risk": False}, facts=at_risk)},
            entries=numbered("entries", entries(BUSINESS, gross_receipts="0.01", supplies=loss)),
            wages=wages("90000"),
            carryovers=numbered("carryovers", [
                Carryover(kind=f"at_risk_{kind}", of=BUSINESS, amount=Decimal(text))
                for kind, text in (carried or {}).items()
            ]),
        )  # fmt: skip

    def test_limit(self) -> None:
        sheet = compute(file := self.lossy("16000", at_risk_added="10000")).sheet(f"form_6198.{BUSINESS}")
        self.assertEqual(said(sheet, "at_risk", "deductible", "carried_out"), [10000, 10000, 6000])
        self.assertEqual(amount(file, f"schedule_c.{BUSINESS}.owner/net_profit"), -10000)
        self.assertEqual(gaps(file), "")

    def test_recapture(self) -> None:
        """26 U.S.C. 465(e): what lies below zero is income, and a loss of next year."""
        file = self.lossy("0.01", at_risk_taken="12000", carried={"amount": "10000", "deducted": "8000"})
        sheet = compute(file).sheet(f"form_6198.{BUSINESS}")
        self.assertEqual(said(sheet, "recaptured", "carried_out"), [2000, 2000])
        self.assertEqual(amount(file, f"schedule_c.{BUSINESS}.owner/net_profit"), 2000)

    def test_at_risk_comes_before_passive(self) -> None:
        own = {A: {"answers": {"at_risk": False}, "facts": {"at_risk_added": Decimal(10000)}}}
        file = rentals({A: "-30000"}, "135000", fields=own)
        self.assertEqual(said(form(file), "1b", "allowance", f"{A}.unallowed"), [10000, 7500, 2500])
        carried = {item.kind: int(item.amount) for item in next_year_of(file).carryovers.values()}
        self.assertEqual(carried, {"at_risk_loss": 20000, "passive_loss": 2500, "at_risk_deducted": 10000})


def next_year_of(file: ClientFile) -> ClientFile:
    return next_year(compute(file), pack_for(file.country))
