"""The demo's smaller clients, in different states of completion."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.demo.builder import Row, assets, entries, new_file, payments
from half_yard.records import (
    Activity,
    Address,
    ClientFile,
    Household,
    InterestStatement,
    Person,
    WageStatement,
)
from half_yard.records.identifiers import numbered

FIRST = "a00001"

CANDLE_ROWS: tuple[Row, ...] = (
    ("02-28", "Market stalls", "Winter markets", "gross_receipts", "6418.25"),
    ("07-31", "Market stalls", "Summer markets", "gross_receipts", "11872.50"),
    ("12-24", "Shop sales", "November and December", "gross_receipts", "17306.40"),
    ("01-20", "Hive and Wick", "Beeswax, wicks, jars", "purchases", "7214.83"),
    ("08-11", "Hive and Wick", "Beeswax, wicks, jars", "purchases", "5986.17"),
    ("12-31", "Market office", "Stall fees", "commissions", "2145.00"),
    ("06-02", "Print by Hand", "Labels", "advertising", "718.40"),
)
CABLE_ROWS: tuple[Row, ...] = (
    ("12-31", "The Marchands", "Rent, twelve months", "rents", "14760.00"),
    ("05-02", "Town of Searsport", "Property tax", "taxes", "3318.46"),
    ("04-11", "Downeast Mutual", "Dwelling policy", "insurance", "1764.00"),
    ("12-31", "Penbay Bank", "Mortgage interest", "mortgage_interest", "6942.18"),
    ("09-26", "Nail and Shingle", "Deck boards", "", "2874.35"),
    ("10-02", "Coldframe Heating", "Bill in her folder, what for?", "", "418.00"),
)
BICYCLE_ROWS: tuple[Row, ...] = (
    ("04-30", "Workshop till", "January to April", "gross_receipts", "9874.60"),
    ("08-31", "Workshop till", "May to August", "gross_receipts", "24618.35"),
    ("12-31", "Workshop till", "September to December", "gross_receipts", "13206.90"),
    ("05-15", "Spoke and Hub Wholesale", "Parts", "purchases", "11348.72"),
    ("06-30", "Harbor Street Holdings", "Rent of the workshop", "property_rent", "5400.00"),
    ("09-08", "Quill and Crate", "Till paper, tags", "office", "163.28"),
)


def castellan() -> ClientFile:
    """A couple who share a candle business, sixty to forty."""
    return new_file().model_copy(
        update={
            "household": Household(
                filing_status="joint",
                address=Address(
                    street="27 Ferry Road", city="Lincolnville", region="ME", postal_code="04849"
                ),
            ),
            "people": {
                "owner": Person(
                    first_name="Rosa", last_name="Castellan", birth_date=datetime.date(1986, 8, 30),
                    identity_number="000-27-3304",
                ),
                "spouse": Person(
                    first_name="Anders", last_name="Bly", birth_date=datetime.date(1984, 1, 17),
                    identity_number="000-58-2290",
                ),
            },
            "activities": {
                FIRST: Activity(
                    kind="business", name="Ferry Road Candles", description="Making and selling candles",
                    code="339900", owners={"owner": Decimal(60), "spouse": Decimal(40)},
                )
            },
            "entries": numbered("entries", entries(FIRST, CANDLE_ROWS)),
            "estimated_payments": numbered("estimated_payments", payments((("06-16", "1200.00"),))),
        }
    )  # fmt: skip


def lindqvist() -> ClientFile:
    """A widow with a cottage to let: entries not sorted, an allowance not decided, a rental loss."""
    return new_file().model_copy(
        update={
            "household": Household(
                filing_status="single",
                address=Address(street="3 Mast Hill", city="Searsport", region="ME", postal_code="04974"),
            ),
            "people": {
                "owner": Person(
                    first_name="Greta", last_name="Lindqvist", birth_date=datetime.date(1963, 5, 6),
                    identity_number="000-72-8145",
                )
            },
            "activities": {
                FIRST: Activity(
                    kind="rental", name="Cable Street cottage", property_type="1 Single family residence",
                    address=Address(
                        street="61 Cable Street", city="Searsport", region="ME", postal_code="04974"
                    ),
                    days_rented=365, days_personal=0, owners={"owner": Decimal(100)},
                )
            },
            "entries": numbered("entries", entries(FIRST, CABLE_ROWS)),
            "assets": numbered(
                "assets",
                assets(
                    FIRST,
                    (
                        ("Cottage", "residential_building", "2021-08-20", "162400.00", "", None),
                        ("Land at Cable Street", "land", "2021-08-20", "41900.00", "", None),
                        ("Washer and dryer", "five_year", "2025-11-03", "1836.20", "", None),
                    ),
                ),
            ),
            "wages": numbered(
                "wages",
                [
                    WageStatement(
                        person="owner", employer="Searsport Public Library",
                        wages=Decimal("27418.60"), withheld=Decimal("2287.00"),
                    )
                ],
            ),
            "interest": numbered(
                "interest",
                [InterestStatement(person="owner", payer="Penbay Bank", interest=Decimal("1318.04"))],
            ),
        }
    )  # fmt: skip


def oduya() -> ClientFile:
    """A bicycle workshop, just begun: no filing status yet, no birth date."""
    return new_file().model_copy(
        update={
            "people": {"owner": Person(first_name="Femi", last_name="Oduya")},
            "activities": {
                FIRST: Activity(
                    kind="business", name="Harbor Street Bicycles", description="Repairing bicycles",
                    code="811490", owners={"owner": Decimal(100)},
                )
            },
            "entries": numbered("entries", entries(FIRST, BICYCLE_ROWS)),
        }
    )  # fmt: skip
