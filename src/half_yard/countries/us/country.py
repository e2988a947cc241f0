"""What the United States is to the program, for showing it before anything of it is computed."""

from half_yard.countries.country import Country, NumberKind
from half_yard.countries.us.identity import (
    employer_number_problem,
    employer_or_personal_problem,
    identity_problem,
    masked,
    masked_payer,
    state_problem,
    zip_problem,
)
from half_yard.countries.us.year_rules import YEARS

ROLES = {"owner": "Owner", "spouse": "Spouse"}
COUNTRY = Country(
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
    region_problem=state_problem,
    postal_code="ZIP code",
    postal_code_problem=zip_problem,
)
