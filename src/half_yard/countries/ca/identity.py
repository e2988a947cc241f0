"""Social insurance and business numbers, checked by their own check digits (python-stdnum)."""

from stdnum.ca import bn, sin

from half_yard.countries.country import digits_hidden

SHOWN = 3


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


def masked(number: str) -> str:
    """A person's number for showing: the last three digits, the others as dots."""
    return digits_hidden(number, SHOWN)
