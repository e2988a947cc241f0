"""Rarer amounts of the T1 that tax is credited for: lines 31220, 31285 to 31350, 31800, 31900, 32400, 33199
and 41000."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask, person_of
from half_yard.countries.ca.frame import rules
from half_yard.countries.ca.items import ITEMS, NET_INCOME, of_person
from half_yard.countries.ca.questions import VOLUNTEER
from half_yard.figures import NOTHING, Figure, difference, not_below_zero, smaller_of, stated, total


def _at_most(ask: Ask, person: str, kind: str, limit: str) -> Figure:
    """What is typed of a kind, within the year's limit."""
    typed = of_person(ask, person, kind)
    if not typed:
        return NOTHING
    return smaller_of(total(typed), ask(rules).figure(limit, label="limit of the year"))


def volunteer(ask: Ask, person: str) -> Figure:
    """Line 31220 or 31240, for 200 hours of service (ITA 118.06, 118.07)."""
    if not VOLUNTEER.of(ask.of(person_of, person).answers):
        return NOTHING
    return ask(rules).figure("volunteer_firefighter_amount", label="amount for volunteers")


def accessibility(ask: Ask, person: str) -> Figure:
    """Line 31285 (ITA 118.041)."""
    return _at_most(ask, person, "accessibility", "home_accessibility_limit")


def adoption(ask: Ask, person: str) -> Figure:
    """Line 31300, each child by itself (ITA 118.01)."""
    typed = of_person(ask, person, "adoption")
    if not typed:
        return NOTHING
    limit = ask(rules).figure("adoption_limit", label="limit for a child")
    return total(smaller_of(each, limit) for each in typed)


def news(ask: Ask, person: str) -> Figure:
    """Line 31350, to 2024 (ITA 118.02)."""
    return _at_most(ask, person, "news", "digital_news_limit")


def of_dependant(ask: Ask, person: str) -> Figure:
    """Line 31800, as typed."""
    return total(of_person(ask, person, "disability_transferred"))


def student_loan(ask: Ask, person: str) -> Figure:
    """Line 31900 (ITA 118.62)."""
    return total(of_person(ask, person, "student_loan"))


def tuition_of_child(ask: Ask, person: str) -> Figure:
    """Line 32400, of each student at most so much (ITA 118.9)."""
    typed = of_person(ask, person, "tuition_of_child")
    if not typed:
        return NOTHING
    most = ask(rules).figure("tuition_transfer_most", label="most of a student")
    return total(smaller_of(each, most) for each in typed)


def medical_of_others(ask: Ask, person: str) -> Figure:
    """Line 33199: costs for each dependant of 18 or over, above a part of their net income or the threshold
    (ITA 118.2(1), D)."""
    return medical_above(ask, person, ask(rules).figure("medical_expense_threshold", label="threshold"))


def medical_above(ask: Ask, person: str, most: Figure) -> Figure:
    """The same, with a threshold of one's own; the provinces have theirs."""
    rate = ask(rules).figure("medical_expense_income_rate", label="part of net income")
    parts = []
    for found in ask(ITEMS.items_of, "medical_others"):
        if found[1].person == person:
            income = ITEMS.box_of(found, NET_INCOME) or NOTHING
            floor = smaller_of((income * rate).in_cents("part of their net income"), most)
            parts.append(not_below_zero(difference(ITEMS.amount_of(found), floor)))
    return total(parts) if parts else NOTHING


def political(ask: Ask, person: str) -> Figure:
    """Line 41000: three quarters of a first part, half of a second, a third of the rest up to a limit (ITA
    127(3))."""
    given = of_person(ask, person, "political")
    if not given:
        return NOTHING
    values, left = ask(rules), total(given, "contributions")
    first = values.figure("political_1_to", label="first part")
    second = values.figure("political_2_to", label="up to")
    third = values.figure("political_3_to", label="up to")
    parts = []
    thirds = stated(Decimal(1), "one") / stated(Decimal(3), "third")
    for width, rate in (
        (first, values.figure("political_1_rate", label="part that is credited")),
        (difference(second, first), values.figure("political_2_rate", label="part that is credited")),
        (difference(third, second), thirds),
    ):
        taken = smaller_of(left, width)
        parts.append((taken * rate).in_cents())
        left = difference(left, taken)
    return total(parts)
