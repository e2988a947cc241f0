"""The demo's main file: a sail and canvas loft, piano tuning, school wages and a two-family house."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.demo import hallowell_shared as shared
from half_yard.demo.builder import AssetRow, Row, assets, entries, new_file, payments
from half_yard.demo.hallowell_statement import rules, statements
from half_yard.records import (
    Activity,
    Address,
    ClientFile,
    Household,
    InterestStatement,
    Person,
    ReceivedForm,
    WageStatement,
)
from half_yard.records.identifiers import numbered

LOFT, TUNING, HOUSE = "a00001", "a00002", "a00003"

LOFT_ROWS: tuple[Row, ...] = (
    ("01-09", "Camden Yacht Service", "Winter covers, three boats", "gross_receipts", "4186.50"),
    ("01-28", "Penobscot Pilot Gigs", "Sails for two gigs, deposit", "gross_receipts", "3912.00"),
    ("02-14", "Owl's Head Marina", "Cushions and dodgers", "gross_receipts", "5340.75"),
    ("02-27", "Penobscot Pilot Gigs", "Sails for two gigs, balance", "gross_receipts", "5868.00"),
    ("03-12", "Schooner Meriwether", "Foresail, first payment", "gross_receipts", "7450.00"),
    ("03-31", "Walk-in repairs", "Quarter's till", "gross_receipts", "2214.35"),
    ("04-16", "Schooner Meriwether", "Foresail, second payment", "gross_receipts", "7450.00"),
    ("04-29", "Camden Yacht Service", "Spring refit, running rigging", "gross_receipts", "6128.40"),
    ("05-13", "Islesboro Sailing School", "Six training mainsails", "gross_receipts", "8736.00"),
    ("05-30", "Owl's Head Marina", "Biminis", "gross_receipts", "4879.20"),
    ("06-18", "Schooner Meriwether", "Foresail, on delivery", "gross_receipts", "4966.67"),
    ("06-30", "Walk-in repairs", "Quarter's till", "gross_receipts", "3871.90"),
    ("07-22", "Thistle and Tern Inn", "Awnings for the porch", "gross_receipts", "6642.00"),
    ("08-19", "Camden Yacht Service", "Mid-season repairs", "gross_receipts", "5217.85"),
    ("09-09", "Islesboro Sailing School", "Recut of four sails", "gross_receipts", "2380.00"),
    ("09-30", "Walk-in repairs", "Quarter's till", "gross_receipts", "3104.60"),
    ("10-15", "Owl's Head Marina", "Winter covers, deposit", "gross_receipts", "4410.00"),
    ("11-06", "Camden Yacht Service", "Shrink covers replaced by canvas", "gross_receipts", "5963.30"),
    ("12-11", "Owl's Head Marina", "Winter covers, balance", "gross_receipts", "6615.00"),
    ("12-31", "Walk-in repairs", "Quarter's till", "gross_receipts", "1688.45"),
    ("06-27", "Islesboro Sailing School", "One mainsail returned", "returns", "1456.00"),
    ("", "", "Cloth and webbing on the shelf, January 1", "inventory_opening", "3948.20"),
    ("02-04", "Dacron and Duck Co.", "Sailcloth", "purchases", "8412.66"),
    ("05-06", "Dacron and Duck Co.", "Sailcloth", "purchases", "9037.18"),
    ("09-16", "Bath Canvas Supply", "Acrylic canvas, webbing", "purchases", "5764.92"),
    ("10-08", "Brass Grommet Works", "Grommets, slides, thread", "materials", "1387.44"),
    ("", "", "Cloth and webbing on the shelf, December 31", "inventory_closing", "4310.75"),
    ("03-03", "Working Waterfront Weekly", "Spring advertisement", "advertising", "486.00"),
    ("09-02", "Harbor Guide Press", "Listing in next year's guide", "advertising", "325.00"),
    ("06-12", "Mette Aldous", "Hand-sewing, Meriwether foresail", "contract_labor", "3240.00"),
    ("11-20", "Mette Aldous", "Hand-sewing, covers", "contract_labor", "1185.00"),
    ("01-15", "Downeast Mutual", "Liability and contents", "insurance", "2164.00"),
    ("03-18", "Larkspur Ledger", "Bookkeeping, last year's close", "legal", "640.00"),
    ("04-22", "Quill and Crate", "Office supplies", "office", "218.37"),
    ("10-29", "Quill and Crate", "Printer and paper", "office", "307.92"),
    ("06-30", "Cannery Wharf Trust", "Rent of the loft, first half", "property_rent", "7350.00"),
    ("12-31", "Cannery Wharf Trust", "Rent of the loft, second half", "property_rent", "7350.00"),
    ("05-21", "Singer of Seams", "Long-arm machine overhaul", "repairs", "783.15"),
    ("08-07", "Rockland Tire", "Tires for the van", "repairs", "912.48"),
    ("02-20", "Quill and Crate", "Needles, chalk, wax", "supplies", "394.26"),
    ("07-30", "Bath Canvas Supply", "Blades and basting tape", "supplies", "451.83"),
    ("02-11", "Town of Rockport", "Personal property tax", "taxes", "276.40"),
    ("10-04", "Hotel Blackthorn, Annapolis", "Boat show, three nights", "travel", "684.21"),
    ("10-05", "The Crab Pot, Annapolis", "Boat show, customers", "restaurant_meals", "237.66"),
    ("06-10", "Harborlight Diner", "Lunch with the Meriwether's master", "restaurant_meals", "64.18"),
    ("03-31", "Penobscot Power", "Electricity, first half", "utilities", "1093.27"),
    ("10-31", "Penobscot Power", "Electricity, second half", "utilities", "1240.09"),
    ("12-15", "Penbay Bank", "Card and bank fees", "other_expenses", "418.55"),
)
TUNING_ROWS: tuple[Row, ...] = (
    ("03-31", "Household customers", "42 tunings", "gross_receipts", "5418.00"),
    ("06-30", "Household customers", "47 tunings", "gross_receipts", "6063.00"),
    ("09-19", "Mount Battie Chamber Players", "Concert tunings, season", "gross_receipts", "1860.00"),
    ("09-30", "Household customers", "39 tunings", "gross_receipts", "5031.00"),
    ("12-31", "Household customers", "51 tunings", "gross_receipts", "6579.00"),
    ("01-22", "Hammer and Felt", "Strings, felts, pins", "supplies", "742.36"),
    ("08-28", "Hammer and Felt", "Strings and a set of hammers", "supplies", "1126.90"),
    ("02-03", "Guild of Tuners", "Membership", "own.o00001", "295.00"),
    ("01-15", "Downeast Mutual", "Liability", "insurance", "386.00"),
    ("05-08", "Rowan Telephone", "Business line", "utilities", "437.88"),
)
HOUSE_ROWS: tuple[Row, ...] = (
    ("06-30", "Lower flat: D. Pruitt", "Rent January to June", "rents", "8370.00"),
    ("12-31", "Lower flat: D. Pruitt", "Rent July to December", "rents", "8610.00"),
    ("06-30", "Upper flat: the Vances", "Rent January to June", "rents", "9450.00"),
    ("12-31", "Upper flat: the Vances", "Rent July to December", "rents", "9690.00"),
    ("02-25", "Downeast Mutual", "Dwelling policy", "insurance", "2318.00"),
    ("12-31", "Penbay Bank", "Mortgage interest", "mortgage_interest", "7426.19"),
    ("04-30", "Town of Belfast", "Property tax, first half", "taxes", "2487.31"),
    ("10-31", "Town of Belfast", "Property tax, second half", "taxes", "2487.32"),
    ("03-07", "Osprey Plumbing", "Kitchen drain, lower flat", "repairs", "416.75"),
    ("08-14", "Nail and Shingle", "Porch steps", "repairs", "1240.60"),
    ("11-18", "Coldframe Heating", "Boiler service", "cleaning", "382.00"),
    ("12-31", "Town of Belfast", "Water and sewer", "utilities", "1104.48"),
    ("05-19", "Nail and Shingle", "Paint and locks", "supplies", "218.93"),
)
LOFT_ASSETS: tuple[AssetRow, ...] = (
    ("Cargo van, 9,350 lb", "five_year", "2023-05-11", "31480.00", "none", "16369.60"),
    ("Cutting table and rails", "seven_year", "2022-02-16", "6240.00", "none", "3511.25"),
    ("Long-arm sewing machine", "seven_year", "2025-03-20", "8940.00", "none", None),
    ("Pattern plotter", "five_year", "2025-10-14", "3275.40", "none", None),
)
TUNING_ASSETS: tuple[AssetRow, ...] = (
    ("Concert tuning tools", "seven_year", "2024-04-02", "2184.00", "none", "312.09"),
)
HOUSE_ASSETS: tuple[AssetRow, ...] = (
    ("Two-family house", "residential_building", "2019-06-14", "231200.00", "", None),
    ("Land at 14 Spar Street", "land", "2019-06-14", "58300.00", "", None),
    ("New roof", "residential_building", "2024-09-05", "16840.00", "", "178.50"),
    ("Refrigerator, upper flat", "five_year", "2025-07-08", "1149.00", "none", None),
)
# Each state of matching occurs once among the loft's and the tuning's payers.
FORM_ROWS = (
    ("1099-NEC", LOFT, "Islesboro Sailing School", "11116.00", ""),
    ("1099-NEC", LOFT, "Camden Yacht Service, Inc.", "19832.75", ""),
    ("1099-NEC", LOFT, "Owl's Head Marina", "21594.95", ""),
    ("1099-K", LOFT, "Tidewater Card Services", "10879.30", "Walk-in repairs"),
    ("1099-NEC", TUNING, "Rockport Opera House", "640.00", ""),
    ("1098", HOUSE, "Penbay Bank", "7426.19", ""),
)
# What the loft had last year; one of them has a digit too few.
LOFT_LAST_YEAR = (
    ("gross_receipts", "94210.15"), ("returns", "610.00"), ("inventory_opening", "4102.66"),
    ("purchases", "20871.90"), ("materials", "1166.02"), ("inventory_closing", "3948.20"),
    ("advertising", "79.50"), ("contract_labor", "2880.00"), ("insurance", "2071.00"), ("legal", "610.00"),
    ("office", "498.14"), ("property_rent", "14100.00"), ("repairs", "1310.40"), ("supplies", "902.77"),
    ("taxes", "268.15"), ("travel", "591.30"), ("restaurant_meals", "121.18"), ("utilities", "2204.60"),
    ("other_expenses", "402.20"), ("depreciation", "9120.00"), ("total_expenses", "35058.54"),
    ("net_profit", "36349.23"),
)  # fmt: skip
INSTALMENTS = (
    ("04-15", "2900.00"),
    ("06-16", "2900.00"),
    ("09-15", "2900.00"),
    ("2026-01-15", "3150.00"),
)


def hallowell() -> ClientFile:
    """The couple in coastal Maine."""
    home = Address(street="8 Sextant Lane", city="Rockport", region="ME", postal_code="04856")
    loft = Activity(
        kind="business",
        name="Hallowell Sail & Canvas",
        description="Making and repairing sails and canvas",
        code="314000",
        employer_number="07-4410932",
        address=Address(street="Cannery Wharf 3", city="Rockport", region="ME", postal_code="04856"),
        owners={"owner": Decimal(100)},
        answers={"paid_contractors": True, "filed_forms": True},
        choices={"accounting_method": "cash", "inventory_method": "cost"},
        last_year={line: Decimal(amount) for line, amount in LOFT_LAST_YEAR},
        notes={"property_rent": "The lease runs to June 2027; heat is in the rent."},
    )
    tuning = Activity(
        kind="business",
        name="Hallowell Piano Tuning",
        description="Tuning and repairing pianos",
        code="811490",
        owners={"spouse": Decimal(100)},
        choices={"accounting_method": "cash"},
        own_lines={"o00001": "Memberships"},
    )
    house = Activity(
        kind="rental",
        name="14 Spar Street",
        description="Two-family house, both flats let",
        address=Address(street="14 Spar Street", city="Belfast", region="ME", postal_code="04915"),
        property_type="2 Multi-family residence",
        days_rented=365,
        days_personal=0,
        owners={"owner": Decimal(50), "spouse": Decimal(50)},
    )
    books, known = statements(
        numbered(
            "entries",
            [
                *entries(LOFT, LOFT_ROWS),
                *entries(TUNING, TUNING_ROWS),
                *entries(HOUSE, HOUSE_ROWS),
                *shared.shared_entries(),
            ],
        )
    )
    return new_file().model_copy(
        update={
            "household": Household(filing_status="joint", address=home),
            "people": {
                "owner": Person(
                    first_name="Ines", last_name="Hallowell", birth_date=datetime.date(1979, 4, 23),
                    identity_number="000-41-7726",
                ),
                "spouse": Person(
                    first_name="Julian", last_name="Hallowell", birth_date=datetime.date(1976, 11, 2),
                    identity_number="000-63-1958",
                ),
            },
            "activities": {LOFT: loft, TUNING: tuning, HOUSE: house, shared.CABIN: shared.cabin()},
            "entries": known,
            "statements": books,
            "sorting_rules": rules(TUNING),
            "assets": numbered(
                "assets",
                [
                    *shared.of_the_van(assets(LOFT, LOFT_ASSETS)),
                    *assets(TUNING, TUNING_ASSETS),
                    *assets(HOUSE, HOUSE_ASSETS),
                    *shared.shared_assets(),
                ],
            ),
            "carryovers": numbered("carryovers", shared.carried_in()),
            "things": shared.things(),
            "uses": shared.uses(LOFT, TUNING),
            "trips": shared.trips(),
            "stays": shared.stays(),
            "forms": numbered(
                "forms",
                [
                    ReceivedForm(
                        kind=kind, activity=activity, payer=payer, amount=Decimal(amount),
                        payee_in_books=booked_as,
                    )
                    for kind, activity, payer, amount, booked_as in FORM_ROWS
                ],
            ),
            "wages": numbered(
                "wages",
                [
                    WageStatement(
                        person="spouse", employer="Five Rivers School District",
                        wages=Decimal("23846.12"), social_security_wages=Decimal("25108.12"),
                        withheld=Decimal("2164.00"),
                    )
                ],
            ),
            "interest": numbered(
                "interest",
                [InterestStatement(person="owner", payer="Penbay Bank", interest=Decimal("412.77"))],
            ),
            "estimated_payments": numbered(
                "estimated_payments",
                payments(INSTALMENTS),
            ),
        }
    )  # fmt: skip
