"""What serves several uses in the demo's main file: an office at home, the loft's van, the tuner's car with
its log, the lake cabin with its calendar, the telephone."""

from __future__ import annotations

from decimal import Decimal

from half_yard.demo.builder import AssetRow, Row, assets, day, entries
from half_yard.records import Activity, Address, Asset, Carryover, Entry, Stay, Thing, Trip, Use
from half_yard.records.identifiers import numbered

HOME, VAN, CAR, CABIN_THING, MOBILE = "h00001", "h00002", "h00003", "h00004", "h00005"
CABIN = "a00004"

CABIN_ROWS: tuple[Row, ...] = (
    ("08-30", "Cabin guests", "Summer weeks, nine parties", "rents", "11385.00"),
    ("03-12", "Lakes Region Lettings", "Listing and photographs", "advertising", "342.60"),
    ("09-05", "Lakes Region Lettings", "Fees on nine weeks", "commissions", "1024.65"),
)
HOME_ROWS: tuple[Row, ...] = (
    ("12-31", "Penbay Bank", "Mortgage interest, Sextant Lane", "mortgage_interest", "8214.63"),
    ("10-10", "Town of Rockport", "Real estate tax", "real_estate_tax", "4386.18"),
    ("03-02", "Downeast Mutual", "Homeowner's policy", "insurance", "1512.00"),
    ("12-31", "Penobscot Power", "Electricity, the year", "utilities", "1986.44"),
    ("11-30", "Coldframe Heating", "Oil and boiler service", "utilities", "2671.90"),
)
VAN_ROWS: tuple[Row, ...] = (
    ("12-31", "Rockland Fuel", "Diesel, the year", "fuel", "2918.37"),
    ("02-19", "Downeast Mutual", "Van policy", "insurance", "1284.00"),
    ("04-08", "State of Maine", "Registration", "registration", "142.00"),
    ("06-13", "Turnpike Authority", "Tolls to Annapolis and Boston", "parking", "96.40"),
)
CAR_ROWS: tuple[Row, ...] = (
    ("12-31", "Rockland Fuel", "Gas, the year", "fuel", "1466.82"),
    ("05-27", "Downeast Mutual", "Car policy", "insurance", "1107.00"),
    ("09-18", "Rockport Garage", "Brakes and inspection", "repairs", "688.25"),
    ("07-12", "City of Portland", "Parking at the festival", "parking", "38.00"),
)
LAKE_ROWS: tuple[Row, ...] = (
    ("12-31", "Penbay Bank", "Mortgage interest, the cabin", "mortgage_interest", "5146.08"),
    ("10-15", "Town of Hope", "Real estate tax", "real_estate_tax", "2954.70"),
    ("04-01", "Downeast Mutual", "Cabin policy", "insurance", "1187.00"),
    ("12-31", "Penobscot Power", "Electricity", "utilities", "902.16"),
    ("06-02", "Nail and Shingle", "Dock boards", "repairs", "734.55"),
)
PHONE_ROWS: tuple[Row, ...] = (
    ("12-31", "Rowan Telephone", "Two mobiles, twelve months", "service", "1558.80"),
)
SHARED_ASSETS: tuple[tuple[str, AssetRow], ...] = (
    (HOME, ("House on Sextant Lane", "nonresidential_building", "2021-04-12", "218400.00", "", None)),
    (CAR, ("Estate car", "passenger_auto", "2023-09-04", "23750.00", "none", None)),
    (CABIN_THING, ("Cabin at Hobbs Pond", "residential_building", "2018-05-20", "148600.00", "", None)),
)
TRIPS = (
    ("01-14", "Rockport", "Belfast", "Two tunings", "a00002", "38.4"),
    ("02-03", "Rockport", "Damariscotta", "Guild meeting", "a00002", "61.2"),
    ("02-22", "Rockport", "Camden", "Groceries", "", "11.6"),
    ("03-17", "Rockport", "Bar Harbor", "Hotel pianos, four", "a00002", "148.0"),
    ("04-09", "Rockport", "Thomaston school", "To the school", "commuting", "24.8"),
    ("05-06", "Rockport", "Rockland", "Opera house, concert grand", "a00002", "17.4"),
    ("06-21", "Rockport", "Hope", "Cabin: guests' change-over", CABIN, "28.6"),
    ("07-12", "Rockport", "Portland", "Festival tunings", "a00002", "166.2"),
    ("08-02", "Rockport", "Hope", "Cabin: dock and water", CABIN, "28.6"),
    ("09-19", "Rockport", "Camden", "Chamber players", "a00002", "9.8"),
    ("10-11", "Rockport", "Augusta", "Family", "", "82.0"),
    ("12-08", "Rockport", "Vinalhaven ferry", "Island tunings", "a00002", "22.0"),
)
STAYS = (
    ("06-21", "06-27", "rented", "The Osgoods"),
    ("06-28", "07-11", "rented", "Two weeks, the Pells"),
    ("07-12", "07-18", "rented", "R. Amadi"),
    ("07-19", "08-01", "rented", "Choir of St. Brendan, two weeks"),
    ("08-02", "08-02", "rented_owner", "Choir gone a day early, dock mended"),
    ("08-03", "08-29", "rented", "The Lindens and their cousins"),
    ("05-23", "05-26", "repair", "Opening, dock and water"),
    ("09-05", "09-07", "own", "Ines and Julian"),
    ("09-20", "09-28", "family", "Julian's sister"),
    ("10-10", "10-13", "own", "Closing up, mostly leaves"),
    ("10-18", "10-19", "repair", "Pipes drained"),
)


def cabin() -> Activity:
    """The rental that the cabin serves."""
    return Activity(
        kind="rental", name="Hobbs Pond Cabin", description="Lake cabin, let in summer",
        address=Address(street="41 Hobbs Pond Road", city="Hope", region="ME", postal_code="04847"),
        property_type="3 Vacation or short-term rental",
        owners={"owner": Decimal(50), "spouse": Decimal(50)},
    )  # fmt: skip


def shared_entries() -> list[Entry]:
    """The cabin's own books, and the costs of the things."""
    return [
        *entries(CABIN, CABIN_ROWS),
        *entries(HOME, HOME_ROWS),
        *entries(VAN, VAN_ROWS),
        *entries(CAR, CAR_ROWS),
        *entries(CABIN_THING, LAKE_ROWS),
        *entries(MOBILE, PHONE_ROWS),
    ]


def shared_assets() -> list[Asset]:
    """The buildings and the car."""
    return [asset for thing, row in SHARED_ASSETS for asset in assets(thing, [row])]


def of_the_van(made: list[Asset]) -> list[Asset]:
    """The loft's assets, the use of the van being measured by its odometer."""
    van, *others = made
    return [van.model_copy(update={"thing": VAN}), *others]


def things() -> dict[str, Thing]:
    """The things, which serve the loft, the tuning and the cabin."""
    answers = {"off_duty": True, "another": True, "evidence": True, "written": True}
    return {
        HOME: Thing(kind="home", name="8 Sextant Lane", measure="area", whole=Decimal(1684)),
        VAN: Thing(
            kind="vehicle", name="Loft van", measure="distance", answers={**answers, "off_duty": False},
            facts={"odometer_begun": Decimal(41286), "odometer_ended": Decimal(55032)},
            begins=day("2023-05-11"),
        ),
        CAR: Thing(
            kind="vehicle", name="Estate car", measure="distance", begins=day("2023-09-04"),
            answers={**answers, "another": False, "standard_before": True}, choices={"method": "standard"},
            facts={"odometer_begun": Decimal(18240), "odometer_ended": Decimal(19326)},
        ),
        CABIN_THING: Thing(kind="dwelling", name="Hobbs Pond Cabin", measure="days"),
        MOBILE: Thing(
            kind="line", name="Two mobiles", measure="percent",
            reason="Call lists of March and October, both numbers",
        ),
    }  # fmt: skip


def uses(loft: str, tuning: str) -> dict[str, Use]:
    """How much of each thing serves what."""
    return numbered(
        "uses",
        [
            Use(thing=HOME, activity=loft, amount=Decimal(142), choices={"rests_on": "administration"}),
            Use(thing=VAN, activity=loft, amount=Decimal(12264)),
            Use(thing=CABIN_THING, activity=CABIN),
            Use(thing=MOBILE, activity=loft, amount=Decimal("41.5")),
            Use(thing=MOBILE, activity=tuning, amount=Decimal(24)),
        ],
    )


def carried_in() -> list[Carryover]:
    """What the standard rate has taken off the car's basis in two years."""
    return [Carryover(kind="mileage_depreciation", of=CAR, amount=Decimal("612.44"))]


def trips() -> dict[str, Trip]:
    """The log of the tuner's car."""
    return numbered(
        "trips",
        [
            Trip(
                thing=CAR, date=day(when), start=start, goal=goal, purpose=purpose, activity=activity,
                amount=Decimal(miles),
            )
            for when, start, goal, purpose, activity, miles in TRIPS
        ],
    )  # fmt: skip


def stays() -> dict[str, Stay]:
    """The calendar of the cabin."""
    return numbered(
        "stays",
        [
            Stay(thing=CABIN_THING, begins=day(first), ends=day(last), kind=kind, guest=guest)
            for first, last, kind, guest in STAYS
        ],
    )
