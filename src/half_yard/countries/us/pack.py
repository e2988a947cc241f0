"""The United States behind the promises that every country's pack makes."""

from half_yard.countries.country import Country, NumberKind
from half_yard.countries.pack import Pack
from half_yard.countries.us.asked import UnitedStatesAsked
from half_yard.countries.us.assets.keeping import UnitedStatesAssetKeeping
from half_yard.countries.us.compute import compute
from half_yard.countries.us.frame import ROLES
from half_yard.countries.us.identity import (
    employer_number_problem,
    employer_or_personal_problem,
    identity_problem,
    masked,
    masked_payer,
)
from half_yard.countries.us.ledger import UnitedStatesLedger
from half_yard.countries.us.year_rules import YEARS

PACK = Pack(
    Country(
        "us",
        "United States",
        YEARS,
        "USD",
        paper="Letter",
        roles=ROLES,
        person_number=NumberKind("Social security number", "nine digits", identity_problem, masked),
        business_number=NumberKind("Employer number", "", employer_number_problem, masked_payer),
        payer_number=NumberKind("Number", "", employer_or_personal_problem, masked_payer),
        usual_year=YEARS[-2],
        region="State",
        postal_code="ZIP code",
    ),
    UnitedStatesLedger(),
    compute,
    UnitedStatesAsked(),
    UnitedStatesAssetKeeping(),
)
"""Federal income tax of sole proprietors and small landlords."""
