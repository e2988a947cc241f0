"""The kinds of shared things, what divides them, the lines of their costs, and where their parts arrive."""

from __future__ import annotations

from collections.abc import Mapping

from half_yard.books import StatementLine
from half_yard.countries.shared_use import Measure, ThingKind
from half_yard.records import Thing

HOME, DWELLING, HOUSE = "home", "dwelling", "house"
VEHICLE, PHONE, MACHINE, OTHER = "vehicle", "line", "machine", "other"
MEASURES = {
    "area": Measure("Floor area", "square feet"),
    "rooms": Measure("Rooms of like size", "rooms"),
    "distance": Measure("Distance", "miles"),
    "hours": Measure("Hours of use", "hours"),
    "days": Measure("Days of use", "days"),
    "percent": Measure("A stated percentage", "percent"),
}
COMMUTING = "commuting"
"""What trips between home and work are for: never business."""

INTEREST = StatementLine("mortgage_interest", "10", "Mortgage interest", "", also=("Loan interest",))
TAX = StatementLine("real_estate_tax", "11", "Real estate taxes", "", also=("Property tax",))
INSURANCE = StatementLine("insurance", "18", "Insurance", "", also=("Homeowner's insurance",))
RENT = StatementLine("rent", "19", "Rent paid", "")
REPAIRS = StatementLine("repairs", "20", "Repairs and maintenance", "", also=("Painting", "Cleaning"))
UTILITIES = StatementLine(
    "utilities", "21", "Utilities", "", also=("Electricity", "Heat", "Water", "Trash", "Gas")
)
OTHERS = StatementLine("other", "22", "Other expenses", "", also=("Security", "Homeowners' dues"))
OF_HOMES = (INTEREST, TAX, INSURANCE, RENT, REPAIRS, UTILITIES, OTHERS)
OF_DWELLINGS = (
    INTEREST,
    TAX,
    INSURANCE,
    REPAIRS,
    StatementLine("cleaning", "", "Cleaning and maintenance", "", also=("Yard work", "Snow removal")),
    StatementLine("supplies", "", "Supplies", ""),
    UTILITIES,
    OTHERS,
)
OF_VEHICLES = (
    StatementLine("fuel", "", "Fuel and oil", "", also=("Gas", "Charging")),
    StatementLine("insurance", "", "Insurance", ""),
    StatementLine("repairs", "", "Repairs, tires, washes", "", also=("Tires", "Car wash", "Service")),
    StatementLine("registration", "", "Registration and licences", "", also=("Inspection",)),
    StatementLine("garage", "", "Garage rent", ""),
    StatementLine("lease", "", "Lease payments", ""),
    StatementLine(
        "parking", "", "Parking and tolls on business", "",
        "With either method. Parking at the own place of work is personal: say so of the cost.",
        also=("Tolls", "Parking"),
    ),
    StatementLine("loan_interest", "", "Interest on its loan", "", "With either method, by share."),
    StatementLine(
        "property_tax", "", "Personal property tax", "",
        "The part of a registration that is by value; with either method, by share.", also=("Excise tax",),
    ),
    StatementLine("other", "", "Other costs of driving", ""),
)  # fmt: skip
OF_LINES = (
    StatementLine("service", "", "Service", "", also=("Phone bill", "Internet bill", "Mobile")),
    StatementLine("land_line", "", "First land line of a home, its basic charge", ""),
    StatementLine("calls", "", "Long-distance calls", ""),
    StatementLine("other", "", "Other", ""),
)
OF_MACHINES = (
    StatementLine("supplies", "", "Supplies for it", "", also=("Ink", "Toner")),
    StatementLine("repairs", "", "Repairs", ""),
    StatementLine("other", "", "Other", "", also=("Software",)),
)
OF_OTHERS = (StatementLine("other", "", "Costs", ""),)

KINDS: Mapping[str, ThingKind] = {
    kind.key: kind
    for kind in (
        ThingKind(
            HOME, "Home with an office or shop in it", "home with an office",
            ("home office", "business use of the home", "Form 8829", "studio at home"),
            ("area", "rooms"), OF_HOMES,
        ),
        ThingKind(
            VEHICLE, "Vehicle", "vehicle",
            ("mileage", "miles driven", "standard mileage rate", "car", "van", "truck", "log"),
            ("distance",), OF_VEHICLES, log=True,
        ),
        ThingKind(
            DWELLING, "Dwelling let and lived in", "dwelling let and lived in",
            ("cabin", "cottage", "vacation home", "beach house", "days of personal use", "room let"),
            ("days",), OF_DWELLINGS, calendar=True,
        ),
        ThingKind(
            HOUSE, "House partly let", "house partly let",
            ("duplex", "two-family house", "house hacking", "owner's flat"),
            ("area", "rooms"), OF_DWELLINGS,
        ),
        ThingKind(
            PHONE, "Phone or internet line", "phone or internet line",
            ("phone", "internet", "mobile", "cell phone"), ("hours", "days", "percent"), OF_LINES,
        ),
        ThingKind(
            MACHINE, "Computer or other machine", "machine",
            ("computer", "laptop", "printer", "camera", "tools"), ("hours", "days", "percent"), OF_MACHINES,
        ),
        ThingKind(
            OTHER, "Something else that is shared", "other shared thing", ("storage unit", "shared costs"),
            ("percent", "area", "hours", "days", "distance"), OF_OTHERS,
        ),
    )
}  # fmt: skip
INTEREST_AND_TAX = ("mortgage_interest", "real_estate_tax")
"""What an owner who itemizes may deduct anyway: it comes first, and no limit cuts it."""
WITH_INTEREST = {HOME, HOUSE, DWELLING}
"""Kinds whose interest and taxes may be deducted on Schedule A too."""
ON_BUSINESS = {"parking"}
"""Lines on which only what was for business stands: only business use divides them."""
ALWAYS_PERSONAL = {"land_line"}
"""Lines of which nothing is for business (26 U.S.C. 262(b))."""
LEASE = "lease"
RUNNING = ("fuel", "insurance", "repairs", "registration", "garage", "other")
"""The costs of a vehicle that, with its lease and its depreciation, the standard rate stands for."""

_BUSINESS = {
    "mortgage_interest": "mortgage_interest", "real_estate_tax": "taxes", "insurance": "insurance",
    "repairs": "repairs", "cleaning": "repairs", "supplies": "supplies", "utilities": "utilities",
    "other": "other_expenses", "service": "utilities", "calls": "utilities",
}  # fmt: skip
_RENTAL = {
    "mortgage_interest": "mortgage_interest", "real_estate_tax": "taxes", "insurance": "insurance",
    "repairs": "repairs", "cleaning": "cleaning", "supplies": "supplies", "utilities": "utilities",
    "other": "other_expenses", "service": "utilities", "calls": "utilities",
}  # fmt: skip
_OF_VEHICLE = {
    "business": {
        **dict.fromkeys((*RUNNING, "parking"), "car_and_truck"),
        "lease": "vehicle_rent", "loan_interest": "other_interest", "property_tax": "taxes",
    },
    "rental": {
        **dict.fromkeys((*RUNNING, "parking"), "auto_and_travel"),
        "lease": "auto_and_travel", "loan_interest": "other_interest", "property_tax": "taxes",
    },
}  # fmt: skip
RATE = {"business": "car_and_truck", "rental": "auto_and_travel"}
"""The line that takes the standard mileage rate, by kind of activity (Schedule C, line 9; E, line 6)."""


COURT, AGENCY, SHARED_BY = "court", "agency", "interest_by"
"""The two ways of sharing a dwelling's interest and tax, and the choice between them."""
METHOD, STANDARD, ACTUAL, SIMPLIFIED = "method", "standard", "actual", "simplified"
TAKES_TURNS = "takes_turns"
"""The answer that a vehicle is never used at the same time as others that go by the standard rate."""
METHODS = {
    ACTUAL: "Actual costs",
    STANDARD: "Standard mileage rate",
    SIMPLIFIED: "Simplified method",
}
"""The methods, as they are called; actual costs where none was chosen."""


def goes_by_the_mile(thing: Thing) -> bool:
    """Whether the standard mileage rate was chosen for a vehicle."""
    return thing.kind == VEHICLE and thing.choices.get(METHOD) == STANDARD


def arrives_on(kind: str, line: str, activity_kind: str) -> str:
    """The line of an activity's statement on which the part of a thing's cost arrives. Raises KeyError where
    there is none."""
    if kind == VEHICLE:
        return _OF_VEHICLE[activity_kind][line]
    return {"business": _BUSINESS, "rental": _RENTAL}[activity_kind][line]
