"""A demo client who exchanged a small house for a larger one, through an intermediary."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.demo.builder import assets, day, entries, new_file
from half_yard.records import (
    Activity,
    Address,
    ClientFile,
    Exchange,
    Household,
    InterestStatement,
    Person,
    WageStatement,
)
from half_yard.records.identifiers import numbered

OLD, NEW, DEAL = "a00001", "a00002", "x00001"
OLD_ROWS = (
    ("01-01", "Tenant", "January to May", "rents", "7250.00"),
    ("06-11", "Tenant", "June in part", "rents", "530.00"),
    ("03-02", "Waldo Mutual", "insurance", "insurance", "412.00"),
    ("06-12", "City of Rockland", "taxes to the closing", "taxes", "1466.20"),
    ("05-09", "Dunmore Plumbing", "leak under the sink", "repairs", "318.75"),
)
NEW_ROWS = (
    ("09-01", "Tenants", "September to December", "rents", "11200.00"),
    ("08-14", "Waldo Mutual", "insurance", "insurance", "688.00"),
    ("12-30", "Camden Savings", "interest of the loan", "mortgage_interest", "4120.36"),
    ("11-15", "Town of Camden", "taxes from the closing", "taxes", "2017.44"),
    ("10-03", "Tide & Timber", "advertising", "advertising", "96.00"),
)
GIVEN = (
    ("Granite Street house", "residential_building", "2014-04-18", "138500.00", "", None),
    ("Land at Granite Street", "land", "2014-04-18", "31500.00", "", None),
)
GOT = (
    ("Pearl Street house", "residential_building", "2025-08-14", "318000.00", "", None),
    ("Land at Pearl Street", "land", "2025-08-14", "96000.00", "", None),
    ("Stove and washer at Pearl Street", "five_year_trade", "2025-08-14", "4000.00", "", None),
)
VALUES = ("236000.00", "64000.00")
CLOSING = "06-12"


def ravn() -> ClientFile:
    """What was got is worth more, has a larger loan, and came with appliances."""
    given = [
        each.model_copy(
            update={
                "given_in": DEAL, "disposal": "exchange", "disposed": day(CLOSING),
                "proceeds": Decimal(value),
            }
        )
        for each, value in zip(assets(OLD, GIVEN), VALUES, strict=True)
    ]  # fmt: skip
    got = [each.model_copy(update={"got_in": DEAL, "origin": "exchanged"}) for each in assets(NEW, GOT)]
    return new_file().model_copy(
        update={
            "household": Household(
                filing_status="single", facts={"last_year_tax": Decimal(0), "last_year_income": Decimal(0)},
                address=Address(street="8 Talbot Avenue", city="Rockland", region="ME", postal_code="04841"),
            ),
            "people": {
                "owner": Person(
                    first_name="Torben", last_name="Ravn", birth_date=datetime.date(1971, 9, 23),
                    identity_number="000-64-2917", choices={"filing_pin": "48213"},
                )
            },
            "activities": {
                OLD: _house(
                    "Granite Street house", "19 Granite Street", "Rockland", "04841", 162, None, day(CLOSING)
                ),
                NEW: _house(
                    "Pearl Street house", "44 Pearl Street", "Camden", "04843", 122, day("08-14"), None
                ),
            },
            "entries": numbered("entries", [*entries(OLD, OLD_ROWS), *entries(NEW, NEW_ROWS)]),
            "assets": numbered("assets", [*given, *got]),
            "exchanges": {
                DEAL: Exchange(
                    name="Granite Street for Pearl Street",
                    facts={
                        "debt_relieved": Decimal("88400.00"), "debt_taken_on": Decimal("201900.00"),
                        "costs": Decimal("2860.00"), "credits": Decimal("1450.00"),
                        "identified_count": Decimal(2), "growth": Decimal("212.40"),
                        "cash_paid": Decimal("5950.00"),
                    },
                    days={"identified": day("07-21")},
                    choices={"held": "intermediary"},
                    answers={"related_party": False, "qualifies": True},
                )
            },
            "wages": numbered(
                "wages",
                [
                    WageStatement(
                        person="owner", employer="Penobscot Boatyard", wages=Decimal("58240.00"),
                        withheld=Decimal("5416.00"),
                    )
                ],
            ),
            "interest": numbered(
                "interest",
                [
                    InterestStatement(
                        person="owner", payer="Coastal Exchange Agents", interest=Decimal("212.40")
                    )
                ],
            ),
        }
    )  # fmt: skip


def _house(
    name: str, street: str, city: str, code: str, days: int, started: datetime.date | None,
    ended: datetime.date | None,
) -> Activity:  # fmt: skip
    return Activity(
        kind="rental", name=name, property_type="1 Single family residence",
        address=Address(street=street, city=city, region="ME", postal_code=code),
        days_rented=days, days_personal=0, owners={"owner": Decimal(100)}, started=started, ended=ended,
    )  # fmt: skip
