"""The demo's smaller clients, in different states of completion."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.demo.builder import Row, assets, entries, item, new_file, payments
from half_yard.records import (
    Activity,
    Address,
    ClientFile,
    ClientQuestion,
    Dependant,
    Filing,
    Household,
    HouseholdItem,
    InterestStatement,
    Person,
    WageStatement,
)
from half_yard.records.assigned import Assignment
from half_yard.records.filing import Reason
from half_yard.records.forms import ExpectedForm, StateBoxes
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


def _children() -> list[Dependant]:
    """Two children, of whom the younger goes to a nursery."""
    return [
        Dependant(
            first_name="Marisol", last_name="Bly", birth_date=datetime.date(2014, 11, 3), relation="child",
            months=12, identity_number="000-31-7752",
        ),
        Dependant(
            first_name="Emil", last_name="Bly", birth_date=datetime.date(2021, 4, 19), relation="child",
            months=12, identity_number="000-44-9016",
        ),
    ]  # fmt: skip


def _teaching() -> WageStatement:
    """What the spouse earns besides."""
    return WageStatement(
        person="spouse", employer="Lincolnville Central School", wages=Decimal("43815.00"),
        withheld=Decimal("1986.00"),
        state=StateBoxes(state="ME", income=Decimal("43815.00"), withheld=Decimal("1204.00")),
    )  # fmt: skip


def _refused() -> Filing:
    """A return that was sent too early, and came back."""
    words = "The amount of the year before is not the one in the register."
    return Filing(
        kind="original", digest="0" * 64, sent=datetime.date(2026, 2, 17), state="refused",
        number="HG-4D1F0A77C2",
        reasons=(Reason(rule="F-130", words=words, path="/household/facts/last_year_income"),),
    )  # fmt: skip


def _of_the_couple() -> list[HouseholdItem]:
    """A marketplace plan that the business deducts, the nursery, and what the two put aside."""
    plan = item(
        "marketplace", "Penobscot Health Exchange", year_premium="13860.00", year_silver="14520.00",
        year_advance="11400.00",
    )  # fmt: skip
    nursery = item("care", "Tidepool Nursery", "5420.00", "m00002")
    return [
        plan.model_copy(update={"ticks": {"own_business": True}}),
        nursery.model_copy(update={"payer_number": "01-7730421"}),
        item("roth_contribution", "Penbay Bank", "1200.00", "owner"),
        item("gift_cash", "Lincolnville Food Pantry", "350.00"),
    ]


def castellan() -> ClientFile:
    """A couple who share a candle business, sixty to forty, with two children and a marketplace plan."""
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
            "wages": numbered("wages", [_teaching()]),
            "dependants": numbered("dependants", _children()),
            "items": numbered("items", _of_the_couple()),
            "filings": numbered("filings", [_refused()]),
        }
    )  # fmt: skip


def lindqvist() -> ClientFile:
    """A widow who has retired, with a cottage to let: entries not sorted, an allowance not decided, a rental
    loss; a pension, social security and a little work."""
    return new_file().model_copy(
        update={
            "assignment": Assignment(prepares="AH", asks="JO"),
            "questions": numbered("questions", _asked_of_lindqvist()),
            "expected": numbered(
                "expected", [ExpectedForm(of="interest", payer="Belfast Credit Union", person="owner")]
            ),
            "household": Household(
                filing_status="single",
                email="greta@lindqvist.example",
                address=Address(street="3 Mast Hill", city="Searsport", region="ME", postal_code="04974"),
            ),
            "people": {
                "owner": Person(
                    first_name="Greta", last_name="Lindqvist", birth_date=datetime.date(1957, 5, 6),
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
            "items": numbered(
                "items",
                [
                    item("social_security", "Social Security Administration", "19644.00", "owner"),
                    item("pension", "Bay Shipwrights Pension Fund", "8460.00", "owner", taxable="8460.00"),
                    item("medical", "Dentist and glasses", "2315.40"),
                ],
            ),
        }
    )  # fmt: skip


def _asked_of_lindqvist() -> list[ClientQuestion]:
    """What two receipts were for."""
    return [
        ClientQuestion(
            about=f"/entries/{key}", words=f"{payee}: what was it for?", by="JO",
            asked=(datetime.date(2026, 1, 26), datetime.date(2026, 2, 16)), wanted=datetime.date(2026, 3, 2),
        )
        for key, payee in (("e00005", "Nail and Shingle"), ("e00006", "Coldframe Heating"))
    ]  # fmt: skip


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
