"""What is contributed to the pension plan and paid for employment insurance: of slips T4 no more than the
year's most counts, what is above is paid back (lines 44800 and 45000); insurance by agreement of one who is
self-employed (Schedule 13)."""

from __future__ import annotations

from half_yard.countries.asking import Ask, person_of
from half_yard.countries.ca import slips
from half_yard.countries.ca.forms import t1, t2125
from half_yard.countries.ca.frame import QUEBEC, province, rules
from half_yard.countries.ca.questions import INSURED
from half_yard.figures import NOTHING, Figure, difference, not_below_zero, smaller_of, total


def _most_cpp(ask: Ask) -> Figure:
    """The most of one employee: of the earnings above the exemption, by both rates (CPP Act, section 8)."""
    values = ask(rules)
    ympe = values.figure("cpp_ympe", label="Year's maximum pensionable earnings")
    earned = difference(ympe, values.figure("cpp_basic_exemption", label="basic exemption"))
    base = values.figure("cpp_base_rate_each", label="base rate")
    both = base + values.figure("cpp_first_additional_rate_each", label="first additional rate")
    return (earned * both).in_cents("most of an employee")


def _most_cpp2(ask: Ask) -> Figure:
    """The most of the second additional contribution of one employee; nothing before 2024."""
    values = ask(rules)
    if not values.has("cpp_yampe"):
        return NOTHING
    top = values.figure("cpp_yampe", label="Year's additional maximum pensionable earnings")
    between = difference(top, values.figure("cpp_ympe", label="Year's maximum pensionable earnings"))
    rate = values.figure("cpp2_rate_each", label="second additional rate")
    return (between * rate).in_cents("most of an employee")


def _most_insurance(ask: Ask) -> Figure:
    """The most premiums of one employee (Employment Insurance Act, section 67)."""
    values = ask(rules)
    most = values.figure("ei_max_insurable", label="maximum insurable earnings")
    return (most * values.figure("ei_rate", label="premium rate")).in_cents("most of an employee")


BOXES = {"cpp": _most_cpp, "cpp2": _most_cpp2, "ei": _most_insurance}
"""The boxes of slips T4, with what is the most of each in a year."""


def _paid(ask: Ask, person: str, box: str) -> Figure:
    return total(slips.boxes(ask, person, box), "on slips T4")


def counted(ask: Ask, person: str, box: str) -> Figure:
    """What counts of a box of all slips. Of residents of Quebec all of it: their plan has its own most."""
    paid = ask(_paid, person, box)
    if ask(province) == QUEBEC or not paid.amount:
        return paid
    return smaller_of(paid, ask(BOXES[box]), label="contributions that count")


def overpaid(ask: Ask, person: str, *of: str) -> Figure:
    """What was paid above the most."""
    parts = [difference(ask(_paid, person, box), ask(counted, person, box)) for box in of]
    return total(parts, "paid above the most") if any(each.amount for each in parts) else NOTHING


def overpaid_pension(ask: Ask, person: str) -> Figure:
    """Line 44800."""
    return overpaid(ask, person, "cpp", "cpp2")


def overpaid_insurance(ask: Ask, person: str) -> Figure:
    """Line 45000."""
    return overpaid(ask, person, "ei")


def insurance(ask: Ask, person: str) -> Figure:
    """Line 31200."""
    return ask(counted, person, "ei")


def own_insurance(ask: Ask, person: str) -> Figure:
    """Lines 42120 and 31217, Schedule 13: of one who has agreed to it, the employee's rate on self-employment
    earnings up to what employment leaves of the maximum (Employment Insurance Act, section 152.21)."""
    if not INSURED.of(ask.of(person_of, person).answers):
        return NOTHING
    values = ask(rules)
    most = values.figure("ei_max_insurable", label="maximum insurable earnings")
    room = not_below_zero(difference(most, *t1.employment_of(ask, person)), "left of the maximum")
    earned = not_below_zero(total(ask(t2125.net_of, person), "self-employment earnings"))
    return (smaller_of(earned, room) * values.figure("ei_rate", label="premium rate")).in_cents()
