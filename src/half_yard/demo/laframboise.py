"""The demo's Canadian landlord: two buildings, each a class of its own; one loses before its allowance."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.demo.builder import YEAR, Row, day, entries
from half_yard.records import (
    Activity,
    Address,
    Asset,
    Carryover,
    ClientFile,
    Entry,
    Household,
    Person,
    WageStatement,
)
from half_yard.records.identifiers import numbered

FOUR, COTTAGE = "a00001", "a00002"
FOUR_ROWS: tuple[Row, ...] = (
    ("12-31", "Four tenants", "Rents", "rents", "58200.00"),
    ("12-31", "Coastal Savings", "Mortgage interest", "interest", "19844.17"),
    ("07-02", "City of Nanaimo", "Property tax", "property_tax", "6310.55"),
    ("04-11", "Strait Mutual", "Building policy", "insurance", "3915.00"),
    ("06-19", "Arbutus Painters", "Stairs and halls", "repairs", "4280.00"),
    ("12-31", "Island Power", "Halls and laundry", "utilities", "2207.63"),
    ("12-31", "Harbour Keys", "Management", "management", "3492.00"),
)
COTTAGE_ROWS: tuple[Row, ...] = (
    ("12-31", "M. Tsui", "Rent, five months", "rents", "8750.00"),
    ("12-31", "Coastal Savings", "Mortgage interest", "interest", "7120.88"),
    ("07-02", "Town of Ladysmith", "Property tax", "property_tax", "2986.40"),
    ("04-11", "Strait Mutual", "House policy", "insurance", "1288.00"),
    ("09-03", "Kulleet Roofing", "Leak over the porch", "repairs", "2315.00"),
)


def _house(activity: str, name: str, since: str, cost: str, land: str) -> Asset:
    return Asset(
        activity=activity, name=name, asset_class="class_1", in_service=day(since), cost=Decimal(cost),
        basis={"land": Decimal(land)},
    )  # fmt: skip


def laframboise() -> ClientFile:
    """A librarian in British Columbia with two rentals."""
    own = {"owner": Decimal(100)}
    houses = [
        _house(FOUR, "Four flats on Selby Street", "2016-09-01", "412000.00", "236000.00"),
        _house(COTTAGE, "Cottage on Gatacre Street", "2021-03-15", "187500.00", "164000.00"),
        Asset(
            activity=FOUR, name="Washer and dryer", asset_class="class_8", in_service=day("03-08"),
            cost=Decimal("2975.00"),
        ),
    ]  # fmt: skip
    rows: list[Entry] = [*entries(FOUR, FOUR_ROWS), *entries(COTTAGE, COTTAGE_ROWS)]
    return ClientFile.new("ca", YEAR).model_copy(
        update={
            "household": Household(
                filing_status="single", choices={"province": "BC"}, answers={"nothing_else": True},
                address=Address(
                    street="1130 Selby Street", city="Nanaimo", region="BC", postal_code="V9R 2R6"
                ),
            ),
            "people": {
                "owner": Person(
                    first_name="Odette", last_name="Laframboise", birth_date=datetime.date(1974, 5, 30)
                ),
            },
            "activities": {
                FOUR: Activity(
                    kind="rental", name="Selby Street", owners=own,
                    address=Address(street="1130 Selby Street", city="Nanaimo", region="BC"),
                ),
                COTTAGE: Activity(
                    kind="rental", name="Gatacre Street", owners=own,
                    address=Address(street="27 Gatacre Street", city="Ladysmith", region="BC"),
                ),
            },
            "entries": numbered("entries", rows),
            "assets": numbered("assets", houses),
            "carryovers": numbered("carryovers", [
                Carryover(kind="ucc_1", of="s00001", amount=Decimal("331420.16")),
                Carryover(kind="ucc_1", of="s00002", amount=Decimal("176250.00")),
                Carryover(kind="ucc_8", of=FOUR, amount=Decimal("1904.31")),
            ]),
            "wages": numbered("wages", [
                WageStatement(
                    person="owner", employer="Harbour Library", wages=Decimal("48310.00"),
                    withheld=Decimal("6902.77"), boxes={"cpp": Decimal("2666.20"), "ei": Decimal("792.28")},
                )
            ]),
        }
    )  # fmt: skip
