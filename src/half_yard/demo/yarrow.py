"""The demo's Australian couple: a potter with a studio, a car and a pool of assets; both let a flat."""

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
    Entry,
    EstimatedPayment,
    Household,
    InterestStatement,
    Person,
    Thing,
    Use,
    WageStatement,
)
from half_yard.records.identifiers import numbered

POTTERY, FLAT = "a00001", "a00002"
WAGON, PHONE = "h00001", "h00002"
POTTERY_ROWS: tuple[Row, ...] = (
    ("2024-08-03", "Salamanca stall", "Bowls and mugs", "sales", "6120.00"),
    ("2024-10-19", "Huon Table", "Dinner service for a restaurant", "sales", "14800.00"),
    ("2024-12-21", "Salamanca stall", "December", "sales", "11435.50"),
    ("2025-03-08", "Kiln & Co. gallery", "Twelve vases, commission taken off", "sales", "9360.00"),
    ("2025-05-30", "Classes", "Two terms", "sales", "13250.00"),
    ("", "Stock on the shelves, July 1", "", "opening_stock", "3180.00"),
    ("", "Stock on the shelves, June 30", "", "closing_stock", "4025.00"),
    ("2024-07-22", "Derwent Clay", "Clay and glazes", "purchases", "5417.35"),
    ("2024-09-02", "Derwent Clay", "Clay", "purchases", "2608.90"),
    ("2024-07-01", "Wharf Studios", "Studio rent of the year", "rent", "8580.00"),
    ("2025-02-11", "Elwick Repairs", "Kiln elements", "repairs", "684.00"),
    ("2025-06-12", "M. Castley", "Help at the stall", "contractors", "2240.00"),
    ("2024-08-15", "Tamar Mutual", "Public liability", "other_expenses", "712.40"),
)
FLAT_ROWS: tuple[Row, ...] = (
    ("2025-06-30", "J. Okell", "Rent, 52 weeks", "rents", "24960.00"),
    ("2025-06-30", "Bass Strait Bank", "Interest", "interest", "15212.66"),
    ("2024-08-20", "City of Launceston", "Rates", "council_rates", "1930.00"),
    ("2025-06-30", "Esk Agents", "Management", "agent", "1747.20"),
    ("2024-11-05", "Tamar Mutual", "Landlord's policy", "insurance", "865.00"),
    ("2025-01-17", "TasWater", "Water and sewerage", "water", "1022.00"),
    ("2025-04-09", "Punchbowl Plumbing", "Tap and cistern", "repairs", "318.00"),
    ("2024-09-30", "Strata plan 1187", "Levies", "body_corporate", "2160.00"),
)
WAGON_ROWS: tuple[Row, ...] = (
    ("2025-06-30", "Fuel card", "Fuel of the year", "fuel", "2905.14"),
    ("2024-10-02", "Service Tasmania", "Registration", "registration", "612.00"),
    ("2024-10-02", "Tamar Mutual", "Policy of the wagon", "insurance", "930.00"),
    ("2025-03-19", "Invermay Motors", "Service and tyres", "repairs", "1388.00"),
)


def yarrow() -> ClientFile:
    """A potter and a nurse in Tasmania."""
    home = Address(street="14 Fairy Wren Lane", city="Launceston", region="TAS", postal_code="7250")
    assets = [
        Asset(
            activity=POTTERY, name="Gas kiln", asset_class="other_asset", in_service=day("2024-09-12"),
            cost=Decimal("23400.00"), months=180,
        ),
        Asset(
            activity=POTTERY, name="Potter's wheel", asset_class="other_asset", in_service=day("2024-11-02"),
            cost=Decimal("2950.00"), months=120,
        ),
        Asset(
            activity=POTTERY, thing=WAGON, name="Station wagon", asset_class="car",
            in_service=day("2022-02-14"), cost=Decimal("34500.00"),
        ),
        Asset(
            activity=FLAT, name="Unit 4, construction cost", asset_class="capital_works",
            in_service=day("2019-10-01"), cost=Decimal("168000.00"),
        ),
        Asset(
            activity=FLAT, name="Unit 4, land and building", asset_class="land_and_building",
            acquired=day("2019-08-23"), in_service=day("2019-10-01"), cost=Decimal("341600.00"),
            reckoning="329000 + 11440 + 1160",
        ),
        Asset(
            activity=FLAT, name="Dishwasher", asset_class="dishwasher", in_service=day("2024-10-01"),
            cost=Decimal("1390.00"), method="pool",
        ),
        Asset(
            activity=FLAT, name="Heat pump", asset_class="air_conditioner", in_service=day("2023-05-20"),
            cost=Decimal("3280.00"),
        ),
    ]  # fmt: skip
    rows: list[Entry] = [
        *entries(POTTERY, POTTERY_ROWS), *entries(FLAT, FLAT_ROWS), *entries(WAGON, WAGON_ROWS),
        *entries(PHONE, (("2025-06-30", "Island Telco", "Mobile, twelve months", "service", "828.00"),)),
    ]  # fmt: skip
    half = {"owner": Decimal(50), "spouse": Decimal(50)}
    return ClientFile.new("au", YEAR).model_copy(
        update={
            "household": Household(
                filing_status="couple", address=home, answers={"nothing_else": True},
                facts={"dependent_children": Decimal(1)},
            ),
            "people": {
                "owner": Person(
                    first_name="Tess", last_name="Yarrow", birth_date=datetime.date(1986, 9, 4),
                    identity_number="123 456 782", answers={"hospital_cover": True},
                    facts={"assessed_before": Decimal("1204.16")},
                ),
                "spouse": Person(
                    first_name="Ewan", last_name="Yarrow", birth_date=datetime.date(1984, 1, 27),
                    identity_number="876 543 210", answers={"hospital_cover": True},
                    facts={
                        "study_loan_debt": Decimal("21480.00"), "assessed_before": Decimal("17122.40"),
                    },
                ),
            },
            "activities": {
                POTTERY: Activity(
                    kind="business", name="Fairy Wren Pottery", description="Ceramics and classes",
                    code="20290",
                    owners={"owner": Decimal(100)}, employer_number="83 914 571 673",
                    last_year={"sales": Decimal("48210.00")},
                ),
                FLAT: Activity(
                    kind="rental", name="Unit on Elphin Road", owners=half,
                    address=Address(street="4/61 Elphin Road", city="Launceston", region="TAS"),
                ),
            },
            "entries": numbered("entries", rows),
            "assets": numbered("assets", assets),
            "things": {
                WAGON: Thing(
                    kind="vehicle", name="Station wagon", measure="distance", whole=Decimal(16400),
                    reason="Log book of twelve weeks, 2023",
                ),
                PHONE: Thing(kind="line", name="Mobile", measure="percent", reason="Bill of four weeks"),
            },
            "uses": {
                "u00001": Use(thing=WAGON, activity=POTTERY, amount=Decimal(6560)),
                "u00002": Use(thing=PHONE, activity=POTTERY, amount=Decimal(45)),
            },
            "carryovers": numbered(
                "carryovers",
                [Carryover(kind="small_business_pool", of=POTTERY, amount=Decimal("6210.00"))],
            ),
            "wages": {
                "w00001": WageStatement(
                    person="spouse", employer="Launceston General Hospital", wages=Decimal("78430.00"),
                    withheld=Decimal("16244.00"),
                ),
            },
            "interest": {
                "i00001": InterestStatement(
                    payer="Bass Strait Bank", person="owner", interest=Decimal("412.08"),
                ),
            },
            "items": numbered(
                "items",
                [
                    item("gift", "Coastal Rescue", "300.00", "owner"),
                    item("own_super", "Harvest Super", "2500.00", "owner"),
                    item("work_clothing", "Uniforms and washing", "214.00", "spouse"),
                    item("share_dividends", "Bass Strait Bank", "0.00", "spouse", franked="350.00",
                         franking_credit="150.00"),
                ],
            ),
            "estimated_payments": numbered(
                "estimated_payments",
                [
                    EstimatedPayment(person="owner", date=day(when), amount=Decimal("620.00"))
                    for when in ("2024-10-28", "2025-02-28", "2025-04-28")
                ],
            ),
        }
    )  # fmt: skip
