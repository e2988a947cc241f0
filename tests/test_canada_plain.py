"""Forms T2125 and T776, the classes of both and the further amounts of Form 428, written a second time in a
few lines of Decimal from the reference values, and compared with what the program makes of random files."""

from __future__ import annotations

import csv
import datetime
import unittest
from collections.abc import Sequence
from decimal import Decimal
from functools import cache
from typing import NamedTuple

from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.countries import compute
from half_yard.countries.ca.statement_lines import BUSINESS_EXPENSES, RENTAL_EXPENSES
from half_yard.countries.ca.year_rules import YEARS
from half_yard.records import Activity, Asset, Carryover, Entry, HouseholdItem, Person
from half_yard.records.identifiers import numbered
from tests.canadian import FLAT, FLAT_2, OWNER, SHOP, bought, canadian
from tests.files import amount
from tests.test_canada import REFERENCE, cents, reference

RATES = {"class_8": "8", "class_10": "10", "class_12": "12", "class_50": "50", "class_53": "53"}
SLOW_FIRST = ("class_8", "class_10", "class_53", "class_50", "class_12")
"""Classes by their rates; what is limited is claimed of slow ones first (common practice, no source)."""
MONEY = st.integers(0, 4000000).map(lambda cents_: Decimal(cents_) / 100)
COSTS = sorted(line.key for line in BUSINESS_EXPENSES if line.key not in {"meals", "other_expenses"})
RENTAL_COSTS = sorted(line.key for line in RENTAL_EXPENSES if line.key != "other_expenses")


class Bought(NamedTuple):
    """An asset of a random file: its class, its cost, whether a relative had it."""

    kind: str
    cost: Decimal
    relative: bool


ASSETS = st.lists(st.builds(Bought, st.sampled_from(sorted(RATES)), MONEY, st.booleans()), max_size=4)
OPENINGS = st.dictionaries(st.sampled_from(sorted(RATES)), MONEY, max_size=2)


@cache
def federal(name: str, year: int) -> Decimal:
    """A federal value of the reference: the latest that holds in a year."""
    with (REFERENCE / "ca_2021_2025.csv").open(newline="", encoding="utf-8") as stream:
        rows = [
            row for row in csv.DictReader(stream) if row["parameter"] == name and int(row["year"]) <= year
        ]
    return Decimal(max(rows, key=lambda row: int(row["year"]))["value"])


def allowances(
    year: int, openings: dict[str, Decimal], assets: Sequence[Bought], part: Decimal = Decimal(1)
) -> dict[str, Decimal]:
    """The most of each class, by the columns of Area A: half of what is not accelerated is left out of the
    base, and an accelerated first year adds to it."""
    found = {}
    for kind, number in RATES.items():
        came = [each for each in assets if each.kind == kind]
        if not came and kind not in openings:
            continue
        rate = federal(f"cca_class_{number}_rate", year)
        fast = sum((each.cost for each in came if not each.relative), Decimal(0))
        slow = sum((each.cost for each in came if each.relative), Decimal(0))
        factor = federal("accelerated_factor_general", year)
        if kind == "class_12":
            factor = Decimal(0)
        if kind == "class_53":
            factor = federal("accelerated_first_year_53_43_1_43_2", year) / rate - 1
        halved = Decimal(0) if kind == "class_12" else slow / 2
        base = openings.get(kind, Decimal(0)) + fast + slow + fast * factor - halved
        found[kind] = cents(cents(cents(base) * rate) * part)
    return found


def assets_of(activity: str, assets: Sequence[Bought], year: int) -> list[Asset]:
    return [
        bought(str(each.cost), f"{year}-07-01", activity, asset_class=each.kind,
               answers={"from_a_relative": each.relative})
        for each in assets
    ]  # fmt: skip


def balances(activity: str, openings: dict[str, Decimal]) -> list[Carryover]:
    return [
        Carryover(kind=f"ucc_{kind.removeprefix('class_')}", of=activity, amount=left)
        for kind, left in openings.items()
    ]


class Business(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(
        st.sampled_from(list(YEARS)), MONEY, st.lists(st.tuples(st.sampled_from(COSTS), MONEY), max_size=5),
        MONEY, ASSETS, OPENINGS, st.sampled_from([None, 61, 200]),
    )  # fmt: skip
    def test_form_t2125_with_its_classes(
        self,
        year: int,
        sales: Decimal,
        costs: list[tuple[str, Decimal]],
        meals: Decimal,
        assets: list[Bought],
        openings: dict[str, Decimal],
        begun_on: int | None,
    ) -> None:  # fmt: skip
        began = datetime.date(year, 1, 1) + datetime.timedelta(days=begun_on) if begun_on else None
        rows = [("sales", sales), *costs, ("meals", meals)]
        entries = [Entry(activity=SHOP, line=line, amount=value) for line, value in rows]
        file = canadian(
            year, activities={SHOP: Activity(kind="business", name="Mill", owners=OWNER, started=began)},
            entries=numbered("entries", entries), assets=numbered("assets", assets_of(SHOP, assets, year)),
            carryovers=numbered("carryovers", balances(SHOP, openings)),
        )  # fmt: skip
        there = (datetime.date(year, 12, 31) - began).days + 1 if began else 365
        most = allowances(year, openings, assets, Decimal(there) / 365)
        expected = sales - sum((value for _, value in costs), Decimal(0)) - cents(meals / 2)
        net = amount(file, f"t2125.{SHOP}/net_income")
        self.assertLessEqual(abs(net - (expected - sum(most.values()))), Decimal("0.03"))
        self.assertEqual(amount(file, "t1.owner/self_employment"), net)


class Rentals(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(
        st.sampled_from(list(YEARS)), st.tuples(MONEY, MONEY),
        st.lists(st.tuples(st.booleans(), st.sampled_from(RENTAL_COSTS), MONEY), max_size=5),
        st.tuples(ASSETS, ASSETS), st.tuples(OPENINGS, OPENINGS),
    )  # fmt: skip
    def test_form_t776_of_two_with_the_limit_over_both(
        self,
        year: int,
        rents: tuple[Decimal, Decimal],
        costs: list[tuple[bool, str, Decimal]],
        assets: tuple[list[Bought], list[Bought]],
        openings: tuple[dict[str, Decimal], dict[str, Decimal]],
    ) -> None:  # fmt: skip
        keys = (FLAT, FLAT_2)
        rows = [(key, "rents", value) for key, value in zip(keys, rents, strict=True)]
        rows += [(FLAT_2 if second else FLAT, line, value) for second, line, value in costs]
        file = canadian(
            year,
            activities={key: Activity(kind="rental", name=key, owners=OWNER) for key in keys},
            entries=numbered("entries", [Entry(activity=a, line=b, amount=c) for a, b, c in rows]),
            assets=numbered("assets", [
                each for key, own in zip(keys, assets, strict=True) for each in assets_of(key, own, year)
            ]),
            carryovers=numbered("carryovers", [
                each for key, own in zip(keys, openings, strict=True) for each in balances(key, own)
            ]),
        )  # fmt: skip
        before = sum(rents, Decimal(0)) - sum((value for _, _, value in costs), Decimal(0))
        room = max(before, Decimal(0))
        for key, own, opening in zip(keys, assets, openings, strict=True):
            most = allowances(year, opening, own)
            for kind in SLOW_FIRST:
                taken = min(most.get(kind, Decimal(0)), room)
                room -= taken
                if kind in most:
                    made = amount(file, f"cca.{key}/{kind}.allowance")
                    self.assertLessEqual(abs(made - taken), Decimal("0.03"), (key, kind))
        net = amount(file, "t1.owner/rents")
        self.assertLessEqual(abs(net - (before if before < 0 else room)), Decimal("0.10"))


class FurtherAmounts(unittest.TestCase):
    VALUES = reference()

    @settings(max_examples=80, deadline=None)
    @given(
        st.sampled_from(list(YEARS)), st.sampled_from(["AB", "BC", "ON"]), st.integers(0, 70000),
        st.integers(0, 9000), st.integers(0, 9000), st.sampled_from([45, 70]), st.booleans(),
    )  # fmt: skip
    def test_credits_of_form_428(
        self, year: int, where: str, pension: int, medical: int, gifts: int, age: int, disabled: bool
    ) -> None:
        """Age, pension, disability, medical costs and gifts, where the reference has the values."""

        def value(name: str) -> Decimal | None:
            return self.VALUES.get((name, where, year))

        amounts = {"pension": pension, "medical": medical, "donation": gifts}
        items = [
            HouseholdItem(kind=kind, person="owner", amount=Decimal(each), ticks={"eligible_pension": True})
            for kind, each in amounts.items()
        ]
        person = Person(
            first_name="Odile", birth_date=datetime.date(year - age, 1, 1), answers={"disability": disabled}
        )
        file = canadian(year, where, people={"owner": person}, items=numbered("items", items))
        net = Decimal(pension)
        expected = value("basic_personal_amount") or Decimal(0)
        if age >= 65:
            over = max(net - (value("age_amount_income_from") or 0), Decimal(0))
            expected += max((value("age_amount") or 0) - cents(over * Decimal("0.15")), Decimal(0))
        expected += min(net, value("pension_income_amount") or Decimal(0))
        expected += (value("disability_amount") or Decimal(0)) if disabled else 0
        threshold = value("medical_expense_threshold")
        if threshold is not None:
            expected += max(medical - min(cents(net * Decimal("0.03")), threshold), Decimal(0))
        form = compute(file).sheet("form_428.owner")
        self.assertEqual(form["credit_amounts"].amount, cents(expected))
        claimed = min(Decimal(gifts), cents(net * Decimal("0.75")))
        low, high = self.gift_rates(where, year)
        given_ = cents(min(claimed, Decimal(200)) * low + max(claimed - 200, Decimal(0)) * high)
        self.assertEqual(form["gifts"].amount, given_)

    @staticmethod
    @cache
    def gift_rates(where: str, year: int) -> tuple[Decimal, Decimal]:
        with (REFERENCE / "ca_provinces_2021_2025.csv").open(newline="", encoding="utf-8") as stream:
            rows = [
                row for row in csv.DictReader(stream)
                if (row["parameter"], row["jurisdiction"]) == ("donation_rates", where)
                and int(row["year"]) <= year
            ]  # fmt: skip
        low, high = max(rows, key=lambda row: int(row["year"]))["value"].split("/")
        return Decimal(low), Decimal(high)
