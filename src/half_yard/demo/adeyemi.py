"""The demo's Canadian couple: a bindery with a car, the upper floor of their house let, employment.
Each files a return."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.demo.builder import YEAR, Row, day, entries, item
from half_yard.records import (
    Activity,
    Address,
    Asset,
    Carryover,
    ClientFile,
    EstimatedPayment,
    Household,
    InterestStatement,
    Person,
    Thing,
    Use,
    WageStatement,
)
from half_yard.records.identifiers import numbered

BINDERY, FLAT, HOUSE, CAR = "a00001", "a00002", "h00001", "h00002"

BINDERY_ROWS: tuple[Row, ...] = (
    ("03-31", "Limestone Archives", "Rebinding, first quarter", "sales", "14310.00"),
    ("06-30", "Wolfe Island Press", "Editions and boxes", "sales", "19875.50"),
    ("09-30", "Limestone Archives", "Rebinding, third quarter", "sales", "12640.00"),
    ("12-19", "Customers at the counter", "Albums, repairs, lessons", "sales", "17206.45"),
    ("01-15", "Cloth and board on the shelf", "January 1", "opening_inventory", "2140.00"),
    ("04-08", "Paper House Montcalm", "Board, cloth, leather", "purchases", "7318.22"),
    ("10-02", "Paper House Montcalm", "Board and marbled paper", "purchases", "4906.71"),
    ("12-31", "Cloth and board on the shelf", "December 31", "closing_inventory", "1985.40"),
    ("12-31", "Ontario Street Holdings", "Rent of the shop", "rent", "11400.00"),
    ("06-12", "Frontenac Mutual", "Contents and liability", "insurance", "1268.00"),
    ("12-31", "Kingston Hydro", "Power", "utilities", "1533.87"),
    ("05-22", "Chez Lucette", "Lunch with a publisher", "meals", "168.40"),
    ("11-03", "Guild of Bookbinders", "Membership", "licences", "210.00"),
)
FLAT_ROWS: tuple[Row, ...] = (
    ("12-31", "J. Okafor and L. Brandt", "Rent, twelve months", "rents", "22200.00"),
    ("02-04", "Alma Street Notices", "Advertisement for the flat", "advertising", "146.00"),
    ("08-27", "Quarry Plumbing", "Valve in the flat and labour", "repairs", "864.30"),
)
HOUSE_ROWS: tuple[Row, ...] = (
    ("12-31", "Bank of the Bay", "Mortgage interest", "mortgage_interest", "13180.25"),
    ("07-02", "City of Kingston", "Property tax", "property_tax", "5214.80"),
    ("03-18", "Frontenac Mutual", "House policy", "insurance", "1846.00"),
    ("12-31", "Kingston Hydro", "Power and water", "utilities", "3127.44"),
    ("10-20", "Roofers of the Bay", "Flashing and gutters", "maintenance", "1310.00"),
)
CAR_ROWS: tuple[Row, ...] = (
    ("12-31", "Fuel of the year", "By the card", "fuel", "2411.36"),
    ("05-02", "Frontenac Mutual", "Car policy", "insurance", "1675.00"),
    ("02-11", "ServiceOntario", "Plate", "registration", "120.00"),
    ("09-30", "Montcalm Garage", "Service and tires", "repairs", "938.15"),
    ("12-31", "Bank of the Bay", "Interest on the car", "loan_interest", "1288.40"),
    ("12-31", "Meters and lots", "Deliveries downtown", "parking", "94.50"),
)


def adeyemi() -> ClientFile:
    """A couple in Ontario, each with a return of their own."""
    home = Address(street="88 Bluff Street", city="Kingston", region="ON", postal_code="K7K 2R4")
    press = Asset(
        activity=BINDERY, name="Board shear, secondhand", asset_class="class_8", in_service=day("02-10"),
        cost=Decimal("4650.00"),
    )  # fmt: skip
    computer = Asset(
        activity=BINDERY, name="Computer for layouts", asset_class="class_50", in_service=day("09-05"),
        cost=Decimal("2389.00"), share=Decimal(80),
    )  # fmt: skip
    stove = Asset(
        activity=FLAT, name="Stove and fridge", asset_class="class_8", in_service=day("05-20"),
        cost=Decimal("2480.00"),
    )  # fmt: skip
    car = Asset(
        activity=BINDERY, thing=CAR, name="Estate car", asset_class="class_10_1",
        in_service=day("2024-04-15"), cost=Decimal("45870.00"), basis={"sales_tax": Decimal("5277.08")},
    )  # fmt: skip
    return ClientFile.new("ca", YEAR).model_copy(
        update={
            "household": Household(
                filing_status="married", address=home, choices={"province": "ON"},
                answers={"nothing_else": True},
            ),
            "people": {
                "owner": Person(
                    first_name="Margaux", last_name="Adeyemi", birth_date=datetime.date(1983, 11, 8),
                    identity_number="046 454 286",
                    facts={
                        "rrsp_limit": Decimal("18360.00"), "total_income_before": Decimal("71230.45"),
                    },
                ),
                "spouse": Person(
                    first_name="Piers", last_name="Adeyemi", birth_date=datetime.date(1981, 2, 19),
                    identity_number="045 127 404", facts={"total_income_before": Decimal("38655.10")},
                ),
            },
            "activities": {
                BINDERY: Activity(
                    kind="business", name="Bluff Street Bindery", description="Bookbinding and repair",
                    code="323120", owners={"owner": Decimal(100)}, last_year={"sales": Decimal("58122.10")},
                    answers={"gst_registered": True},
                ),
                FLAT: Activity(
                    kind="rental", name="Upper floor on Bluff Street",
                    address=Address(street="88 Bluff Street, upper floor", city="Kingston", region="ON"),
                    owners={"owner": Decimal(50), "spouse": Decimal(50)},
                ),
            },
            "entries": numbered("entries", [
                *entries(BINDERY, BINDERY_ROWS), *entries(FLAT, FLAT_ROWS), *entries(HOUSE, HOUSE_ROWS),
                *entries(CAR, CAR_ROWS),
            ]),
            "assets": numbered("assets", [press, computer, stove, car]),
            "things": {
                HOUSE: Thing(kind="house", name="House on Bluff Street", measure="area", whole=Decimal(2140)),
                CAR: Thing(
                    kind="vehicle", name="Estate car", measure="distance",
                    facts={"odometer_begun": Decimal(14210), "odometer_ended": Decimal(32730)},
                    choices={"loan_from": "2024"},
                ),
            },
            "uses": numbered("uses", [
                Use(thing=HOUSE, activity=FLAT, amount=Decimal(1020)),
                Use(thing=CAR, activity=BINDERY, amount=Decimal(4630)),
            ]),
            "carryovers": numbered("carryovers", [
                Carryover(kind="ucc_8", of=BINDERY, amount=Decimal("3120.44")),
                Carryover(kind="ucc_10_1", of="s00004", amount=Decimal("7315.49")),
            ]),
            "wages": numbered(
                "wages",
                [
                    WageStatement(
                        person="spouse", employer="Limestone District School Board",
                        wages=Decimal("61240.00"), withheld=Decimal("9871.52"),
                        boxes={"cpp": Decimal("3435.53"), "ei": Decimal("1004.34")},
                    )
                ],
            ),
            "interest": numbered(
                "interest",
                [InterestStatement(person="owner", payer="Bank of the Bay", interest=Decimal("208.19"))],
            ),
            "items": numbered("items", [
                item("rrsp", "Bank of the Bay", "4200.00", "owner"),
                item("donation", "Hospice of the Islands", "640.00", "spouse"),
                item("medical", "Dentist and glasses", "2874.60", "owner"),
                item("dues", "Teachers' federation", "1012.00", "spouse"),
            ]),
            "estimated_payments": numbered(
                "estimated_payments",
                [
                    EstimatedPayment(person="owner", date=day(when), amount=Decimal("1150.00"))
                    for when in ("03-14", "06-13", "09-15", "12-15")
                ],
            ),
        }
    )  # fmt: skip
