"""What Australia is to the program, for showing it before anything of it is computed."""

from half_yard.countries.au.identity import (
    business_number_problem,
    identity_problem,
    masked,
    postcode_problem,
    state_problem,
)
from half_yard.countries.au.year_rules import YEARS
from half_yard.countries.country import Country, NumberKind

ROLES = {"owner": "Owner", "spouse": "Spouse"}
COUNTRY = Country(
    "au",
    "Australia",
    YEARS,
    "AUD",
    day_first=True,
    roles=ROLES,
    person_number=NumberKind("Tax file number", "nine digits", identity_problem, masked),
    business_number=NumberKind("Australian business number", "", business_number_problem, str),
    payer_number=NumberKind("Australian business number", "", business_number_problem, str),
    usual_year=YEARS[-2],
    first_month=7,
    region="State",
    region_problem=state_problem,
    postal_code="Postcode",
    postal_code_problem=postcode_problem,
)
