"""Whatever a Canadian file has: pools add up over their years, no allowance makes a rental loss, and a plain
second computation of the person's federal return, written from the reference values alone, agrees."""

from __future__ import annotations

import csv
import datetime
import random
import unittest
from decimal import ROUND_HALF_UP, Decimal
from functools import cache
from typing import Any

from benchmarks.long_run.asked_files import asked_file
from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.countries import compute
from half_yard.countries.ca.claims import least, together
from half_yard.countries.ca.classes import CEILINGS, CLASSES, PROPERTY
from half_yard.records import Activity, ClientFile, Entry, HouseholdItem, Person, WageStatement
from half_yard.records.identifiers import numbered
from half_yard.records.wearing import applied
from tests.canadian import FLAT, FLAT_2, OWNER, SHOP, bought, business_of, canadian
from tests.files import amount
from tests.test_canada import REFERENCE
from tests.test_next_year import after

PLAIN_CLASSES = sorted(
    key for key in CLASSES if key not in CEILINGS and not PROPERTY[key].equal_parts and not PROPERTY[key].each
)
VALUES = (
    "basic_personal_amount_max", "basic_personal_amount_min", "canada_employment_amount", "age_amount",
    "age_amount_income_from", "medical_expense_threshold", "nonrefundable_credit_rate", "bracket_4_from",
    "bracket_5_from", "oas_recovery_income_from", "donation_low_rate",
)  # fmt: skip
DOLLARS = st.sampled_from([0, 9037, 31244, 61210, 98003, 151877, 262409])
"""Incomes in and between the brackets and thresholds of the years."""


def cents(value: Decimal) -> Decimal:
    return value.quantize(Decimal("0.01"), ROUND_HALF_UP)


def rentals(*incomes: int, **parts: Any) -> ClientFile:
    """Two rentals that have earned or lost so much."""
    flats = {key: Activity(kind="rental", name=key, owners=OWNER) for key in (FLAT, FLAT_2)}
    rows = [
        Entry(activity=key, line="rents" if income >= 0 else "repairs", amount=Decimal(abs(income)))
        for key, income in zip(flats, incomes, strict=True)
    ]
    return canadian(parts.pop("year", 2024), activities=flats, entries=numbered("entries", rows), **parts)


@cache
def federal() -> dict[tuple[str, int], Decimal]:
    """The federal values of the reference, by name and the year from which they hold."""
    with (REFERENCE / "ca_2021_2025.csv").open(newline="", encoding="utf-8") as stream:
        rows = [row for row in csv.DictReader(stream) if row["jurisdiction"] == "federal"]
    return {
        (row["parameter"], int(row["year"])): Decimal(row["value"])
        for row in rows
        if row["value"].replace(".", "").isdigit()
    }


class Pools(unittest.TestCase):
    @settings(max_examples=40, deadline=None)
    @given(
        st.sampled_from(PLAIN_CLASSES), st.integers(600, 90000), st.integers(2021, 2023),
        st.integers(0, 120000), st.booleans(), st.booleans(),
    )  # fmt: skip
    def test_the_life_of_a_class_is_its_cost_less_its_proceeds(
        self, kind: str, cost: int, year: int, price: int, relative: bool, immediate: bool
    ) -> None:
        """Allowances and a terminal loss, less what is taken back, are the cost less the proceeds."""
        answers = {"from_a_relative": relative, "immediate_expensing": immediate}
        asset = bought(str(cost), f"{year}-05-01", SHOP, asset_class=kind, answers=answers)
        file = business_of("400000", year, assets={"s00001": asset})
        taken = Decimal(0)
        for _ in range(2):
            taken += amount(file, f"cca.{SHOP}/allowance")
            self.assertGreaterEqual(amount(file, f"cca.{SHOP}/{kind}.closing"), 0)
            file = after(file)
        gone = {"disposed": datetime.date(file.tax_year, 6, 1), "proceeds": Decimal(price)}
        shop = file.activities[SHOP].model_copy(update={"answers": {f"empty_{kind}": True}})
        assets = {"s00001": file.assets["s00001"].model_copy(update=gone)}
        file = file.model_copy(update={"assets": assets, "activities": {SHOP: shop}})
        lost, back = (amount(file, f"cca.{SHOP}/{line}") for line in ("terminal_loss", "recapture"))
        self.assertEqual(taken + lost - back, cost - min(price, cost))
        self.assertEqual(amount(file, f"cca.{SHOP}/allowance"), 0)

    @settings(max_examples=40, deadline=None)
    @given(
        st.integers(-9000, 9000), st.integers(-9000, 9000), st.integers(0, 40000), st.integers(0, 400000),
        st.sampled_from([2021, 2023, 2024, 2025]),
    )  # fmt: skip
    def test_no_allowance_makes_or_deepens_a_rental_loss(
        self, first: int, second: int, stove: int, house: int, year: int
    ) -> None:
        assets = [
            bought(str(stove), f"{year}-03-01", FLAT), bought(str(house), f"{year}-03-01", FLAT_2,
                                                             asset_class="class_1"),
        ]  # fmt: skip
        file = rentals(first, second, year=year, assets=numbered("assets", assets))
        net, before = amount(file, "t1.owner/rents"), Decimal(first + second)
        self.assertLessEqual(net, before)
        self.assertGreaterEqual(net, min(before, Decimal(0)))


class Claims(unittest.TestCase):
    @settings(max_examples=12, deadline=None)
    @given(
        st.tuples(DOLLARS, DOLLARS), st.sampled_from([2021, 2024, 2025]), st.sampled_from(["ON", "BC", "NS"]),
        st.lists(
            st.tuples(
                st.sampled_from(["medical", "donation", "home_buyers", "tuition_of_child"]),
                st.integers(50, 9000), st.sampled_from(["owner", "spouse"]),
            ), max_size=4,
        ), st.sampled_from([0, 18000]),
    )  # fmt: skip
    def test_where_they_cost_least_no_single_one_should_be_the_others(
        self, wages: tuple[int, int], year: int, province: str, costs: list[tuple[str, int, str]], had: int
    ) -> None:
        people = {key: Person(first_name=key, birth_date=datetime.date(1950, 1, 1))
                  for key in ("owner", "spouse")}  # fmt: skip
        slips = [WageStatement(person=key, employer="Mill", wages=Decimal(earned))
                 for key, earned in zip(people, wages, strict=True)]  # fmt: skip
        items = [HouseholdItem(kind=kind, person=who, amount=Decimal(cost)) for kind, cost, who in costs]
        items.append(HouseholdItem(kind="pension", person="owner", amount=Decimal(had),
                                   ticks={"eligible_pension": True}))  # fmt: skip
        file = canadian(year, province, people=people, wages=numbered("wages", slips),
                        items=numbered("items", items))  # fmt: skip
        home = file.household.model_copy(update={"filing_status": "married"})
        file = file.model_copy(update={"household": home})
        best = applied(file, least(compute(file)))
        paid = together(compute(best))
        self.assertLessEqual(paid, together(compute(file)))
        for key, each in best.items.items():
            if each.kind != "pension":
                other = each.model_copy(update={"person": "spouse" if each.person == "owner" else "owner"})
                swapped = best.model_copy(update={"items": {**best.items, key: other}})
                self.assertLessEqual(paid, together(compute(swapped)), each.kind)


class PlainFederalReturn(unittest.TestCase):
    """Steps 2 to 5 of the T1 in a few lines of Decimal, from the reference values."""

    def value(self, year: int, name: str) -> Decimal:
        """A federal value: the one of the year, or of the latest before that has one."""
        known = federal()
        return next(known[name, each] for each in range(year, 2020, -1) if (name, each) in known)

    def tax(self, year: int, taxable: Decimal) -> Decimal:
        floors = [Decimal(0), *(self.value(year, f"bracket_{number}_from") for number in range(2, 6))]
        rates = [self.value(year, f"bracket_{number}_rate") for number in range(1, 6)]
        tops = [*floors[1:], max(taxable, floors[-1])]
        return sum(
            (max(min(taxable, top) - floor, Decimal(0)) * rate
             for floor, top, rate in zip(floors, tops, rates, strict=True)), Decimal(0),
        )  # fmt: skip

    @settings(max_examples=120, deadline=None)
    @given(
        st.sampled_from([2021, 2022, 2023, 2024, 2025]), DOLLARS, DOLLARS, st.integers(0, 20000),
        st.integers(0, 9000), st.integers(0, 9000), st.integers(0, 3000), st.integers(20, 80),
    )  # fmt: skip
    def test_random_people(
        self,
        year: int,
        wages: int,
        pension: int,
        benefits: int,
        saved: int,
        medical: int,
        gifts: int,
        age: int,
    ) -> None:  # fmt: skip
        amounts = {
            "pension": pension, "oas": benefits, "rrsp": saved, "medical": medical, "donation": gifts,
        }  # fmt: skip
        items = [
            HouseholdItem(kind=kind, person="owner", amount=Decimal(each), ticks={"eligible_pension": True})
            for kind, each in amounts.items()
            if each
        ]
        born = datetime.date(year - age, 1, 1)
        limit = {"rrsp_limit": Decimal(5000)}
        people = {"owner": Person(first_name="Odile", birth_date=born, facts=limit)}
        slip = WageStatement(person="owner", employer="School", wages=Decimal(wages))
        file = canadian(year, people=people, items=numbered("items", items), wages={"w00001": slip})
        known = {name: self.value(year, name) for name in VALUES}
        income = Decimal(wages + pension + benefits)
        before = max(income - min(saved, 5000), Decimal(0))
        over = max(before - known["oas_recovery_income_from"], Decimal(0))
        back = min(Decimal(benefits), cents(over * Decimal("0.15")))
        net = before - back
        basic = known["basic_personal_amount_max"]
        spread = basic - known["basic_personal_amount_min"]
        span = known["bracket_5_from"] - known["bracket_4_from"]
        basic -= cents(spread * min(max(net - known["bracket_4_from"], Decimal(0)), span) / span)
        amounts_in_all = basic + min(known["canada_employment_amount"], Decimal(wages)) + min(pension, 2000)
        if age >= 65:
            less = cents(max(net - known["age_amount_income_from"], Decimal(0)) * Decimal("0.15"))
            amounts_in_all += max(known["age_amount"] - less, Decimal(0))
        floor = min(cents(net * Decimal("0.03")), known["medical_expense_threshold"])
        amounts_in_all += max(medical - floor, Decimal(0))
        claimed = min(Decimal(gifts), cents(net * Decimal("0.75")))
        top = min(max(claimed - 200, Decimal(0)), max(net - known["bracket_5_from"], Decimal(0)))
        given_ = min(claimed, Decimal(200)) * known["donation_low_rate"]
        given_ += top * Decimal("0.33") + (max(claimed - 200, Decimal(0)) - top) * Decimal("0.29")
        rate = known["nonrefundable_credit_rate"]
        credit = cents(cents(amounts_in_all) * rate + cents(given_))
        owed = max(cents(self.tax(year, net)) - credit, Decimal(0))
        self.assertEqual(amount(file, "t1.owner/net_income"), net)
        self.assertLessEqual(abs(amount(file, "t1.owner/net_federal_tax") - owed), Decimal("0.01"))


class OrderOfLines(unittest.TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.integers(0, 10_000))
    def test_lines_of_a_return_stand_in_the_order_of_their_numbers(self, seed: int) -> None:
        """But for the taxes, where the form itself goes back to lower ones (the form's layout, recalled)."""
        computation = compute(asked_file("ca", random.Random(seed)))
        for person in computation.file.people:
            by_section: dict[str, list[str]] = {}
            for line in computation.sheet(f"t1.{person}").lines:
                if line.number:
                    by_section.setdefault(line.section, []).append(line.number)
            for section in ("Total income", "Net income", "Taxable income", "Total payable"):
                self.assertEqual(by_section[section], sorted(by_section[section]), section)
