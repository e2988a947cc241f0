"""Social insurance and business numbers, checked by their own check digits (python-stdnum)."""

import re

from stdnum.ca import bn, sin

from half_yard.countries.country import digits_hidden

SHOWN = 3
POSTAL_CODE = re.compile(r"[A-Z]\d[A-Z] ?\d[A-Z]\d")
PROVINCES_AND_TERRITORIES = frozenset(
    ["AB", "BC", "MB", "NB", "NL", "NS", "NT", "NU", "ON", "PE", "QC", "SK", "YT"]
)


def identity_problem(number: str) -> str:
    """What is wrong with a social insurance number; empty when it can be a real one or is not given."""
    if not number.strip() or sin.is_valid(number):
        return ""
    return f"{masked(number)} can't be a social insurance number: nine digits with a check digit."


def business_number_problem(number: str) -> str:
    """What is wrong with a business number; empty when it can be a real one or is not given."""
    if not number.strip() or bn.is_valid(number):
        return ""
    return f"“{number}” can't be a business number: nine digits with a check digit, such as 123026635RT0001."


def payer_number_problem(number: str) -> str:
    """What is wrong with a payer's number, which may be a business's or a person's."""
    return identity_problem(number) and business_number_problem(number)


def province_problem(province: str) -> str:
    """What is wrong with the province of an address; empty for one that there is, and for none."""
    if not province.strip() or province.strip().upper() in PROVINCES_AND_TERRITORIES:
        return ""
    return f"“{province}” is no province's two letters, such as ON."


def postal_code_problem(code: str) -> str:
    """What is wrong with a postal code; empty for one as K1A 0B1, and for none."""
    if not code.strip() or POSTAL_CODE.fullmatch(code.strip().upper()):
        return ""
    return f"“{code}” is no postal code: letters and digits in turn, such as K1A 0B1."


def masked(number: str) -> str:
    """A person's number for showing: the last three digits, the others as dots."""
    return digits_hidden(number, SHOWN)
