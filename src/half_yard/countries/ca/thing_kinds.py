"""The kinds of shared things in Canada, what divides them, the lines of their costs, and where their parts
arrive on Forms T2125 and T776."""

from __future__ import annotations

from collections.abc import Mapping

from half_yard.books import StatementLine
from half_yard.countries.shared_use import Measure, ThingKind

HOME, HOUSE, VEHICLE, PHONE, MACHINE, OTHER = "home", "house", "vehicle", "line", "machine", "other"
MEASURES = {
    "area": Measure("Floor area", "square feet"),
    "rooms": Measure("Rooms of like size", "rooms"),
    "distance": Measure("Distance", "kilometres"),
    "hours": Measure("Hours of use", "hours"),
    "days": Measure("Days of use", "days"),
    "percent": Measure("A stated percentage", "percent"),
}
COMMUTING = "commuting"
"""What trips between home and work are for: never business."""
INTEREST = StatementLine("mortgage_interest", "", "Mortgage interest", "", "Not principal.")
OF_HOMES = (
    StatementLine("heat", "", "Heat", "", also=("Gas", "Oil")),
    StatementLine("electricity", "", "Electricity", "", also=("Hydro", "Power")),
    StatementLine("insurance", "", "Insurance", ""),
    StatementLine("maintenance", "", "Maintenance", "", also=("Repairs", "Cleaning")),
    INTEREST,
    StatementLine("property_tax", "", "Property taxes", ""),
    StatementLine("rent", "", "Rent paid", ""),
    StatementLine("other", "", "Other expenses", "", also=("Water", "Condominium fees")),
)
OF_HOUSES = (
    StatementLine("advertising", "", "Advertising", ""),
    StatementLine("insurance", "", "Insurance", ""),
    INTEREST,
    StatementLine("maintenance", "", "Repairs and maintenance", "", also=("Cleaning", "Snow removal")),
    StatementLine("property_tax", "", "Property taxes", ""),
    StatementLine("utilities", "", "Utilities", "", also=("Heat", "Electricity", "Water")),
    StatementLine("other", "", "Other expenses", "", also=("Condominium fees",)),
)
OF_VEHICLES = (
    StatementLine("fuel", "", "Fuel and oil", "", also=("Gas", "Charging")),
    StatementLine("loan_interest", "", "Interest on its loan", "", "In full: the form takes its limit."),
    StatementLine("insurance", "", "Insurance", ""),
    StatementLine("registration", "", "Licence and registration", ""),
    StatementLine("repairs", "", "Maintenance and repairs", "", also=("Tires", "Car wash")),
    StatementLine("lease", "", "Lease payments", "", "In full, with tax: the form takes its limit."),
    StatementLine("other", "", "Other costs of driving", ""),
    StatementLine(
        "parking", "", "Parking for business", "", "Not shared by distance. Parking at the own place of work "
        "is personal: say so of the cost.", also=("Parking", "Tolls"),
    ),
    StatementLine("supplementary", "", "Supplementary business insurance", "", "Not shared by distance."),
)  # fmt: skip
OF_LINES = (
    StatementLine("service", "", "Service", "", also=("Phone bill", "Internet bill", "Mobile")),
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
            HOME, "Home with a place of work in it", "home with a place of work",
            ("home office", "business use of home", "workspace", "studio at home"), ("area", "rooms"),
            OF_HOMES,
        ),
        ThingKind(
            VEHICLE, "Vehicle", "vehicle", ("kilometres", "car", "van", "truck", "log", "motor vehicle"),
            ("distance",), OF_VEHICLES, log=True,
        ),
        ThingKind(
            HOUSE, "House partly let", "house partly let",
            ("duplex", "basement flat", "room let", "personal portion"), ("area", "rooms"), OF_HOUSES,
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
ON_BUSINESS = frozenset({"parking", "supplementary"})
"""Lines of a vehicle on which only what was for business stands: only business use divides them."""
ARRIVES: Mapping[str, Mapping[str, str]] = {
    HOUSE: {
        "advertising": "advertising", "insurance": "insurance", "mortgage_interest": "interest",
        "maintenance": "repairs", "property_tax": "property_tax", "utilities": "utilities",
        "other": "other_expenses",
    },
    PHONE: {"service": "utilities", "other": "other_expenses"},
    MACHINE: {"supplies": "office", "repairs": "repairs", "other": "other_expenses"},
    OTHER: {"other": "other_expenses"},
}  # fmt: skip
"""The line of a statement on which the part of a thing's cost arrives, by kind of thing."""
DRIVING = "vehicle"
"""The line that takes what Chart A comes to."""
