"""The kinds of shared things in Australia, what divides them, the lines of their costs, and where their parts
arrive on item P8 and the rental schedule."""

from __future__ import annotations

from collections.abc import Mapping

from half_yard.books import StatementLine
from half_yard.countries.shared_use import Measure, ThingKind

HOME, HOUSE, VEHICLE, PHONE, MACHINE, OTHER = "home", "house", "vehicle", "line", "machine", "other"
MEASURES = {
    "area": Measure("Floor area", "square metres"),
    "rooms": Measure("Rooms of like size", "rooms"),
    "distance": Measure("Distance", "kilometres"),
    "hours": Measure("Hours of use", "hours"),
    "days": Measure("Days of use", "days"),
    "percent": Measure("A stated percentage", "percent"),
}
COMMUTING = "commuting"
"""What trips between home and work are for: never business."""
OCCUPANCY = frozenset({"rent", "mortgage_interest", "council_rates", "insurance"})
"""Costs of having a home, which count only where it is a place of business (TR 93/30)."""
PLACE_ONLY = "Only where the home is a place of business."
OF_HOMES = (
    StatementLine("power", "", "Electricity and gas", "", also=("Heating", "Cooling", "Lighting")),
    StatementLine("cleaning", "", "Cleaning", ""),
    StatementLine("internet", "", "Internet and phone at home", ""),
    StatementLine("repairs", "", "Repairs of the work area", ""),
    StatementLine("rent", "", "Rent paid", "", PLACE_ONLY),
    StatementLine("mortgage_interest", "", "Mortgage interest", "", PLACE_ONLY),
    StatementLine("council_rates", "", "Council rates", "", PLACE_ONLY),
    StatementLine("insurance", "", "House insurance", "", PLACE_ONLY),
)  # fmt: skip
OF_HOUSES = (
    StatementLine("mortgage_interest", "", "Interest on loans", "", "Not principal."),
    StatementLine("council_rates", "", "Council rates", ""),
    StatementLine("insurance", "", "Insurance", ""),
    StatementLine("body_corporate", "", "Body corporate fees", "", also=("Strata",)),
    StatementLine("land_tax", "", "Land tax", ""),
    StatementLine("cleaning", "", "Cleaning", ""),
    StatementLine("repairs", "", "Repairs and maintenance", "", also=("Gardening",)),
    StatementLine("water", "", "Water charges", ""),
    StatementLine("other", "", "Other costs", "", also=("Power", "Internet")),
)
OF_VEHICLES = (
    StatementLine("fuel", "", "Fuel and oil", "", also=("Petrol", "Charging")),
    StatementLine("registration", "", "Registration", ""),
    StatementLine("insurance", "", "Insurance", ""),
    StatementLine("loan_interest", "", "Interest on its loan", ""),
    StatementLine("repairs", "", "Services, tyres and repairs", ""),
    StatementLine("lease", "", "Lease payments", ""),
    StatementLine("other", "", "Other costs of driving", "", also=("Cleaning", "Club membership")),
    StatementLine("parking", "", "Parking and tolls for business", "", "Not shared by distance.",
                  also=("Tolls",)),
)  # fmt: skip
OF_LINES = (
    StatementLine("service", "", "Service", "", also=("Phone bill", "Internet bill", "Mobile")),
    StatementLine("other", "", "Other", ""),
)
OF_OTHERS = (StatementLine("other", "", "Costs", "", also=("Software", "Repairs", "Ink")),)
KINDS: Mapping[str, ThingKind] = {
    kind.key: kind
    for kind in (
        ThingKind(
            VEHICLE, "Car", "car", ("kilometres", "car", "ute", "van", "log book", "motor vehicle"),
            ("distance",), OF_VEHICLES, log=True,
        ),
        ThingKind(
            HOME, "Home with work done in it", "home with work done in it",
            ("home office", "working from home", "studio at home", "hours at home"),
            ("area", "rooms", "percent"), OF_HOMES,
        ),
        ThingKind(
            HOUSE, "Place partly let", "place partly let",
            ("lodger", "room let", "holiday flat", "granny flat"), ("area", "rooms", "days", "percent"),
            OF_HOUSES,
        ),
        ThingKind(
            PHONE, "Phone or internet", "phone or internet", ("phone", "internet", "mobile"),
            ("percent", "hours", "days"), OF_LINES,
        ),
        ThingKind(
            MACHINE, "Computer or other machine", "machine", ("computer", "laptop", "camera", "tools"),
            ("percent", "hours", "days"), OF_OTHERS,
        ),
        ThingKind(
            OTHER, "Something else that is shared", "other shared thing", ("storage unit", "shared costs"),
            ("percent", "area", "hours", "days"), OF_OTHERS,
        ),
    )
}  # fmt: skip
ON_BUSINESS = frozenset({"parking"})
"""Lines of a car on which only what was for business stands: only business use divides them."""
ARRIVES: Mapping[str, Mapping[str, str]] = {
    HOUSE: {
        "mortgage_interest": "interest", "council_rates": "council_rates", "insurance": "insurance",
        "body_corporate": "body_corporate", "land_tax": "land_tax", "cleaning": "cleaning",
        "repairs": "repairs", "water": "water", "other": "other_expenses",
    },
    PHONE: {"service": "other_expenses", "other": "other_expenses"},
    MACHINE: {"other": "other_expenses"},
    OTHER: {"other": "other_expenses"},
}  # fmt: skip
"""The line of a statement on which the part of a thing's cost arrives, by kind of thing."""
DRIVING, AT_HOME = "vehicle", "other_expenses"
"""The lines that take what a car and work at home come to."""
METHOD = "method"
"""The choice of a thing that is how its costs are counted."""
BY_RATE, BY_SHORTCUT = "rate", "shortcut"
HOURS = "hours_at_home"
"""The fact of a use that is how many hours were worked at home in the year."""
PLACE_OF_BUSINESS = "place_of_business"
"""The answer of a use that the home is a place of business."""
