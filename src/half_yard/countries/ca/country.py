"""What Canada is to the program, for showing it before anything of it is computed."""

from half_yard.countries.ca.identity import (
    business_number_problem,
    identity_problem,
    masked,
    payer_number_problem,
    postal_code_problem,
    province_problem,
)
from half_yard.countries.ca.year_rules import YEARS
from half_yard.countries.country import Country, NumberKind

ROLES = {"owner": "Owner", "spouse": "Spouse or partner"}
COUNTRY = Country(
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
    region_problem=province_problem,
    postal_code_problem=postal_code_problem,
)
