"""A demo client above the thresholds: a workshop with employees, a physician's wages, a rental whose loss is
limited, a fund sold in parts."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.demo.builder import assets, day, entries, new_file, payments
from half_yard.records import (
    Activity,
    Address,
    CapitalSale,
    Carryover,
    ClientFile,
    ClientQuestion,
    DividendStatement,
    Household,
    HouseholdItem,
    InterestStatement,
    Judgement,
    Person,
    WageStatement,
)
from half_yard.records.identifiers import numbered

LUTHIER, HOUSE = "a00001", "a00002"
LUTHIER_ROWS = (
    ("03-31", "Players and schools", "violins and repairs, first quarter", "gross_receipts", "61240.00"),
    ("06-30", "Players and schools", "second quarter", "gross_receipts", "74885.50"),
    ("09-30", "Players and schools", "third quarter", "gross_receipts", "58310.00"),
    ("12-31", "Players and schools", "fourth quarter", "gross_receipts", "93420.75"),
    ("12-31", "Two makers", "wages for the year", "wages", "52600.00"),
    ("12-31", "Payroll office", "employer's taxes", "taxes", "4023.90"),
    ("11-20", "Spruce & Maple", "tonewood", "supplies", "21844.18"),
    ("12-31", "Wharf Street Studios", "rent of the workshop", "property_rent", "19200.00"),
    ("07-01", "Harbor Casualty", "instruments in keeping", "insurance", "3415.00"),
)
HOUSE_ROWS = (
    ("12-31", "Tenants", "twelve months", "rents", "31200.00"),
    ("12-31", "Casco Savings", "interest of the loan", "mortgage_interest", "22310.44"),
    ("08-01", "City of Portland", "property tax", "taxes", "8944.20"),
    ("04-17", "Harbor Casualty", "dwelling policy", "insurance", "2688.00"),
    ("09-22", "Munjoy Roofing", "flashing and gutters", "repairs", "7150.00"),
)
TOOLS = (
    ("Bandsaw and planer", "seven_year", "2022-05-10", "18400.00", "", None),
    ("Climate control of the workshop", "seven_year", "2024-03-12", "26500.00", "", None),
)
RENTED = (
    ("Vesper Street house", "residential_building", "2019-06-20", "412000.00", "", None),
    ("Land at Vesper Street", "land", "2019-06-20", "138000.00", "", None),
)


def mbeki() -> ClientFile:
    """Income is inside the range of the business-income deduction, wages above the Medicare threshold."""
    home = Address(street="27 Emery Street", city="Portland", region="ME", postal_code="04102")
    return new_file().model_copy(
        update={
            "household": Household(filing_status="joint", address=home),
            "people": {
                "owner": Person(
                    first_name="Lwazi", last_name="Mbeki", birth_date=datetime.date(1976, 2, 14),
                    identity_number="000-47-3380",
                ),
                "spouse": Person(
                    first_name="Carina", last_name="Mbeki", birth_date=datetime.date(1979, 11, 3),
                    identity_number="000-47-3381",
                ),
            },
            "activities": {
                LUTHIER: Activity(
                    kind="business", name="Mbeki Violins", description="Making and repairing violins",
                    code="339900", employer_number="00-4715520", owners={"owner": Decimal(100)}, address=home,
                    answers={"specified_service": False, "has_employees": True},
                ),
                HOUSE: Activity(
                    kind="rental", name="Vesper Street", property_type="2 Multi-family residence",
                    address=home.model_copy(update={"street": "71 Vesper Street", "postal_code": "04101"}),
                    days_rented=365, days_personal=0,
                    owners={"owner": Decimal(50), "spouse": Decimal(50)},
                    answers={"suspended_losses": True}, choices={"spouses": "joint_venture"},
                ),
            },
            "entries": numbered(
                "entries", [*entries(LUTHIER, LUTHIER_ROWS), *entries(HOUSE, HOUSE_ROWS)]
            ),
            "assets": numbered("assets", [*assets(LUTHIER, TOOLS), *assets(HOUSE, RENTED)]),
            "wages": numbered(
                "wages",
                [
                    WageStatement(
                        person="spouse", employer="Back Cove Hospital", wages=Decimal("318400.00"),
                        social_security_wages=Decimal("176100.00"), withheld=Decimal("71240.00"),
                        boxes={
                            "social_security_tax": Decimal("10918.20"),
                            "medicare_wages": Decimal("341900.00"), "medicare_tax": Decimal("6234.65"),
                        },
                    )
                ],
            ),
            "interest": numbered(
                "interest",
                [InterestStatement(person="owner", payer="Casco Savings", interest=Decimal("2184.77"))],
            ),
            "dividends": numbered(
                "dividends",
                [
                    DividendStatement(
                        person="spouse", payer="Lighthouse Index Fund", ordinary=Decimal("6120.40"),
                        qualified=Decimal("5480.15"), boxes={"capital_gain": Decimal("1310.00")},
                    )
                ],
            ),
            "sales": numbered("sales", _sales()),
            "estimated_payments": numbered(
                "estimated_payments",
                payments((("04-15", "9000.00"), ("06-16", "9000.00"), ("09-15", "9000.00"),
                          ("2026-01-15", "9000.00"))),
            ),
            "items": numbered("items", [
                HouseholdItem(
                    kind="k1", person="spouse", name="Back Cove Cold Storage LP", amount=Decimal(2140),
                    boxes={"rental": Decimal(-5320), "interest": Decimal(84), "section_1231": Decimal(910)},
                    ticks={"passive": True},
                ),
            ]),
            "questions": numbered("questions", _asked()),
            "judgements": numbered("judgements", [
                Judgement(
                    message="Interest is above 1,500: Schedule B must be attached.",
                    because="attached, with the fund's list", by="RT",
                    on=datetime.date(2026, 2, 12),
                ),
            ]),
            "carryovers": numbered("carryovers", [
                Carryover(kind="passive_loss", of=HOUSE, year="2023", amount=Decimal(6120)),
                Carryover(kind="passive_loss", of=HOUSE, year="2024", amount=Decimal(8475)),
                Carryover(kind="passive_loss", of="j00001.rentals", year="2024", amount=Decimal(1930)),
                Carryover(kind="long_capital_loss", amount=Decimal(4200)),
            ]),
        }
    )  # fmt: skip


def _asked() -> list[ClientQuestion]:
    first, again = datetime.date(2026, 1, 19), datetime.date(2026, 2, 9)
    return [
        ClientQuestion(
            about="/sales/g00003/basis",
            words="Who can say what the tankard was worth when you inherited it?",
            by="RT", asked=(first, again),
        ),
        ClientQuestion(
            about="/items/j00001", words="What does box 1 of the cold storage's form say?", by="RT",
            asked=(first,), answer="2140", answered=datetime.date(2026, 2, 2),
        ),
        ClientQuestion(
            about="/household/facts/last_year_tax", words="Please send last year's return: its tax counts.",
            by="LM", asked=(again,),
        ),
    ]  # fmt: skip


def _sales() -> list[CapitalSale]:
    rows = (
        ("Lighthouse Index Fund, 210 shares", "2018-09-04", "05-19", "38640.00", "21105.30", "basis"),
        ("Penobscot Paper, 300 shares", "2025-01-22", "10-07", "7215.00", "9480.60", "basis"),
        ("Silver tankard of a great-aunt", "2011-04-30", "12-02", "14800.00", "3900.00", ""),
    )
    return [
        CapitalSale(
            person="spouse", name=name, acquired=day(bought), sold=day(sold), proceeds=Decimal(proceeds),
            basis=Decimal(basis), reported=reported,
            kind="collectible" if name.startswith("Silver") else "",
        )
        for name, bought, sold, proceeds, basis, reported in rows
    ]  # fmt: skip
