"""Identity numbers: social security, individual and employer numbers, checked by their own rules.

The format and the ranges that are never issued come from python-stdnum, which follows the Social Security
Administration's and the IRS's published rules.
"""

import re

from stdnum.us import ein, itin, ssn

from half_yard.countries.country import digits_hidden

NINE = 9
SHOWN_DIGITS = 4
EMPLOYER = re.compile(r"\d{2}-\d{7}")
PERSONAL_DASHES = 2
ZIP = re.compile(r"\d{5}(-?\d{4})?")
STATES = frozenset(
    [
        "AL",
        "AK",
        "AZ",
        "AR",
        "CA",
        "CO",
        "CT",
        "DE",
        "FL",
        "GA",
        "HI",
        "ID",
        "IL",
        "IN",
        "IA",
        "KS",
        "KY",
        "LA",
        "ME",
        "MD",
        "MA",
        "MI",
        "MN",
        "MS",
        "MO",
        "MT",
        "NE",
        "NV",
        "NH",
        "NJ",
        "NM",
        "NY",
        "NC",
        "ND",
        "OH",
        "OK",
        "OR",
        "PA",
        "RI",
        "SC",
        "SD",
        "TN",
        "TX",
        "UT",
        "VT",
        "VA",
        "WA",
        "WV",
        "WI",
        "WY",
        "DC",
        "AS",
        "GU",
        "MP",
        "PR",
        "VI",
        "AA",
        "AE",
        "AP",
    ]
)
"""The two letters of states, territories and military posts (USPS Publication 28, appendix B; from
memory)."""


def state_problem(state: str) -> str:
    """What is wrong with the state of an address; empty for one that there is, and for none."""
    if not state.strip() or state.strip().upper() in STATES:
        return ""
    return f"“{state}” is no state's two letters, such as ME."


def zip_problem(code: str) -> str:
    """What is wrong with a ZIP code; empty for five digits, or nine, and for none."""
    if not code.strip() or ZIP.fullmatch(code.strip()):
        return ""
    return f"“{code}” is no ZIP code: five digits, or nine as 04856-1234."


def masked(number: str) -> str:
    """A person's number for showing: the last four digits, the others as dots."""
    return digits_hidden(number, SHOWN_DIGITS)


def masked_payer(number: str) -> str:
    """A payer's number for showing: an employer's (12-3456789) is no secret, any other may be a person's."""
    return number if EMPLOYER.fullmatch(number.strip()) else masked(number)


def identity_problem(number: str) -> str:
    """What is wrong with a person's number; empty when it can be a real one or is not given."""
    if not number.strip():
        return ""
    if problem := _shape_problem(number, "123-45-6789"):
        return problem
    if ssn.is_valid(number) or itin.is_valid(number):
        return ""
    return f"{masked(number)} is in a range that is never issued. A return with it cannot be filed."


def employer_number_problem(number: str) -> str:
    """What is wrong with an employer number; empty when it can be a real one or is not given."""
    if not number.strip():
        return ""
    if problem := _shape_problem(number, "12-3456789"):
        return problem
    if ein.is_valid(number):
        return ""
    return (
        f"{masked_payer(number)} starts with digits that are never issued. A return with it cannot be filed."
    )


def employer_or_personal_problem(number: str) -> str:
    """What is wrong with a payer's number, which may be an employer's (12-3456789) or a person's."""
    personal = number.count("-") == PERSONAL_DASHES
    return identity_problem(number) if personal else employer_number_problem(number)


def _shape_problem(number: str, example: str) -> str:
    digits = re.sub(r"[\s-]", "", number)
    if not digits.isdecimal():
        return f"“{masked(number)}” has signs that are not digits. Type it like {example}."
    if len(digits) != NINE:
        return f"“{masked(number)}” has {len(digits)} digits, not nine. Type it like {example}."
    return ""
