"""Tax file numbers and business numbers, checked by their own check digits (python-stdnum)."""

import re

from stdnum.au import abn, tfn

from half_yard.countries.country import digits_hidden

SHOWN = 3
INDUSTRY = re.compile(r"\d{5}")
POSTCODE = re.compile(r"\d{4}")
STATES = {
    "ACT": "Australian Capital Territory", "NSW": "New South Wales", "NT": "Northern Territory",
    "QLD": "Queensland", "SA": "South Australia", "TAS": "Tasmania", "VIC": "Victoria",
    "WA": "Western Australia",
}  # fmt: skip


def identity_problem(number: str) -> str:
    """What is wrong with a tax file number; empty when it can be a real one or is not given."""
    if not number.strip() or tfn.is_valid(number):
        return ""
    return f"{masked(number)} can't be a tax file number: eight or nine digits with a check digit."


def business_number_problem(number: str) -> str:
    """What is wrong with a business number; empty when it can be a real one or is not given."""
    if not number.strip() or abn.is_valid(number):
        return ""
    return f"“{number}” can't be an Australian business number: eleven digits with two check digits."


def state_problem(state: str) -> str:
    """What is wrong with the state of an address; empty for one that there is, and for none."""
    if not state.strip() or state.strip().upper() in STATES:
        return ""
    return f"“{state}” is no state's letters, such as NSW."


def postcode_problem(code: str) -> str:
    """What is wrong with a postcode; empty for four digits, and for none."""
    return "" if not code.strip() or POSTCODE.fullmatch(code.strip()) else f"“{code}” is no postcode."


def industry_problem(code: str) -> str:
    """What is wrong with an industry code; empty for five digits, and for none."""
    return "" if not code.strip() or INDUSTRY.fullmatch(code.strip()) else f"“{code}” is not five digits."


def masked(number: str) -> str:
    """A person's number for showing: the last three digits, the others as dots."""
    return digits_hidden(number, SHOWN)
