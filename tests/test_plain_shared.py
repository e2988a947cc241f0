"""Form 8829 and the dwelling worksheet against plain arithmetic written a second time: whole dollars or cents
and the wording of the forms, no code of the program."""

from __future__ import annotations

import datetime
import unittest
from decimal import ROUND_HALF_UP, Decimal

from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.countries import compute
from half_yard.records import Asset, Carryover, ClientFile, Household, Stay, Thing, Use
from half_yard.records.identifiers import numbered
from tests.files import BUSINESS, RENTAL, business, client, entries, rental

HOME = "h00001"
AMOUNTS = st.decimals(0, 40_000, places=2)
COSTS = ("mortgage_interest", "real_estate_tax", "insurance", "repairs", "utilities")


def dollars(amount: Decimal) -> int:
    return int(amount.quantize(Decimal(1), ROUND_HALF_UP))


def cents(amount: Decimal) -> Decimal:
    return amount.quantize(Decimal("0.01"), ROUND_HALF_UP)


def plain_8829(
    profit: int, area: int, costs: dict[str, Decimal], carried: tuple[Decimal, Decimal], *, itemizes: bool
) -> tuple[int, int, int]:
    """Lines 36, 43 and 44 of an office of so many square feet of 2,000, without depreciation of this year."""
    part = {name: dollars(cents(amount * area / 2000)) for name, amount in costs.items()}
    first = part["mortgage_interest"] + part["real_estate_tax"] if itemizes else 0
    upkeep = sum(part.values()) - first
    left = max(profit - first, 0)
    operating = upkeep + dollars(carried[0])
    taken = min(left, operating)
    depreciation = dollars(carried[1])
    worn = min(left - taken, depreciation)
    return first + taken + worn, operating - taken, depreciation - worn


class Form8829(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(
        st.integers(0, 60_000), st.integers(1, 2000), st.lists(AMOUNTS, min_size=5, max_size=5),
        st.tuples(AMOUNTS, AMOUNTS), st.booleans(),
    )  # fmt: skip
    def test_what_is_deducted_and_carried(
        self, profit: int, area: int, amounts: list[Decimal], carried: tuple[Decimal, Decimal], itemizes: bool
    ) -> None:
        costs = dict(zip(COSTS, amounts, strict=True))
        made = entries(BUSINESS, gross_receipts=str(profit))
        made += entries(HOME, **{name: str(amount) for name, amount in costs.items()})
        kinds = ("home_operating", "home_depreciation")
        before = [
            Carryover(kind=kind, of=BUSINESS, amount=each) for kind, each in zip(kinds, carried, strict=True)
        ]
        file = client().model_copy(
            update={
                "household": Household(
                    filing_status="single", choices={"deduction_taken": "itemize" if itemizes else "standard"}
                ),
                "activities": {BUSINESS: business()},
                "things": {HOME: Thing(kind="home", name="Home", measure="area", whole=Decimal(2000))},
                "uses": {"k00001": Use(thing=HOME, activity=BUSINESS, amount=Decimal(area))},
                "entries": numbered("entries", made),
                "carryovers": numbered("carryovers", before),
            }
        )
        sheet = compute(file).sheet(f"form_8829.{HOME}.{BUSINESS}.owner")
        found = tuple(int(sheet[key].amount) for key in ("allowed", "operating_out", "depreciation_out"))
        self.assertEqual(found, plain_8829(profit, area, costs, carried, itemizes=itemizes))


def plain_worksheet(
    rent: Decimal, days: tuple[int, int], costs: dict[str, Decimal], worn: Decimal, *, itemizes: bool
) -> tuple[int, int, int]:
    """Worksheet 5-1: what is deducted in all, and lines 7a and 7b; days let and lived in."""
    let, lived_in = days
    part = {name: dollars(cents(amount * let / (let + lived_in))) for name, amount in costs.items()}
    home = lived_in > max(14, let / 10)
    first = part["mortgage_interest"] + part["real_estate_tax"] if itemizes else 0
    operating = sum(part.values()) - first
    depreciation = dollars(cents(worn * let / (let + lived_in)))
    left = max(dollars(rent) - first, 0)
    taken = min(left, operating) if home else operating
    left = max(left - taken, 0)
    allowed = min(left, depreciation) if home else depreciation
    return first + taken + allowed, operating - taken, depreciation - allowed


class Worksheet(unittest.TestCase):
    FIRST = datetime.date(2025, 2, 1)

    def file(
        self, rent: Decimal, days: tuple[int, int], costs: dict[str, Decimal], *, itemizes: bool
    ) -> ClientFile:
        let, lived_in = days
        last = self.FIRST + datetime.timedelta(let - 1)
        stays = [Stay(thing=HOME, kind="rented", begins=self.FIRST, ends=last)]
        if lived_in:
            then = last + datetime.timedelta(1)
            until = then + datetime.timedelta(lived_in - 1)
            stays.append(Stay(thing=HOME, kind="own", begins=then, ends=until))
        made = entries(HOME, **{name: str(amount) for name, amount in costs.items()})
        house = Asset(
            activity=HOME, name="House", asset_class="residential_building", cost=Decimal(110_000),
            in_service=datetime.date(2019, 4, 1),
        )  # fmt: skip
        return client().model_copy(
            update={
                "household": Household(
                    filing_status="single", choices={"deduction_taken": "itemize" if itemizes else "standard"}
                ),
                "activities": {RENTAL: rental(days_rented=None)},
                "things": {HOME: Thing(kind="dwelling", name="Cabin", measure="days")},
                "uses": {"k00001": Use(thing=HOME, activity=RENTAL)},
                "stays": numbered("stays", stays),
                "assets": {"s00001": house},
                "entries": numbered("entries", [*made, *entries(RENTAL, rents=str(rent))]),
            }
        )

    @settings(max_examples=60, deadline=None)
    @given(
        AMOUNTS, st.tuples(st.integers(15, 200), st.integers(0, 100)),
        st.lists(AMOUNTS, min_size=5, max_size=5), st.booleans(),
    )  # fmt: skip
    def test_what_is_deducted_and_carried(
        self, rent: Decimal, days: tuple[int, int], amounts: list[Decimal], itemizes: bool
    ) -> None:
        costs = dict(zip(COSTS, amounts, strict=True))
        made = compute(self.file(rent, days, costs, itemizes=itemizes))
        worn = made.stories["s00001"].this_year.amount
        sheet = made.sheet(f"dwelling.{HOME}")
        found = tuple(int(sheet[key].amount) for key in ("sent", "operating_out", "depreciation_out"))
        self.assertEqual(found, plain_worksheet(rent, days, costs, worn, itemizes=itemizes))


if __name__ == "__main__":
    unittest.main()
