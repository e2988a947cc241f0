"""Canada behind the promises that every country's pack makes."""

from half_yard.countries.ca.asked import CanadaAsked
from half_yard.countries.ca.asset_keeping import CanadaAssetKeeping
from half_yard.countries.ca.compute import compute
from half_yard.countries.ca.frame import ROLES
from half_yard.countries.ca.identity import (
    business_number_problem,
    identity_problem,
    masked,
    payer_number_problem,
)
from half_yard.countries.ca.ledger import CanadaLedger
from half_yard.countries.ca.year_rules import YEARS
from half_yard.countries.country import Country, NumberKind
from half_yard.countries.pack import Pack

PACK = Pack(
    Country(
        "ca",
        "Canada",
        YEARS,
        "CAD",
        day_first=True,
        paper="Letter",
        roles=ROLES,
        person_number=NumberKind("Social insurance number", "nine digits", identity_problem, masked),
        business_number=NumberKind("Business number", "", business_number_problem, str),
        payer_number=NumberKind("Number", "", payer_number_problem, masked),
        region="Province",
        postal_code="Postal code",
    ),
    CanadaLedger(),
    compute,
    CanadaAsked(),
    CanadaAssetKeeping(),
)
"""Income tax of sole proprietors and small landlords: federal, Ontario, Alberta."""
