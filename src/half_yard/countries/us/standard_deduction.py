"""The standard deduction (26 U.S.C. 63), with the additional amounts for age and blindness."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us import gaps
from half_yard.countries.us.frame import persons, rules, status, status_choice, status_marks
from half_yard.countries.us.questions import itemizes
from half_yard.countries.us.year_rules import YearRules
from half_yard.figures import Figure, Mark, stated, total
from half_yard.records import Person

ONE = Decimal(1)


def is_aged(person: Person, values: YearRules) -> bool:
    """Whether the person counts as 65 at the end of the year: born before January 2, 64 years earlier."""
    if person.birth_date is None:
        return False
    age = int(values.amount("aged_from"))
    return person.birth_date < datetime.date(values.year - age + 1, 1, 2)


def standard_deduction(ask: Ask) -> Figure:
    """The deduction in dollars for the people on the return, with what is not known of it."""
    values, filing = ask(rules), ask(status)
    parts = [values.figure("standard_deduction", filing, "Standard deduction")]
    additional = values.figure("additional_standard_deduction_aged_or_blind", filing, "additional amount")
    for key, person in ask(persons):
        name = person.name or key
        if is_aged(person, values):
            reason = stated(ONE, f"{name} is 65 or over", "26 U.S.C. 63(f)(1)")
            parts.append((additional * reason).named(f"Additional amount: {name} is 65 or over"))
        if person.blind:
            reason = stated(ONE, f"{name} is blind", "26 U.S.C. 63(f)(2)")
            parts.append((additional * reason).named(f"Additional amount: {name} is blind"))
    return (
        total(parts, "Standard deduction")
        .because(ask(status_choice))
        .marked(*ask(status_marks), *_not_worked_out(ask))
    )


def _not_worked_out(ask: Ask) -> list[Mark]:
    """Deductions that the program does not work out, and that these people may have."""
    marks, values = [], ask(rules)
    if values.amount("senior_deduction") > 0 and any(is_aged(person, values) for _, person in ask(persons)):
        marks.append(gaps.SENIOR_DEDUCTION)
    if ask.of(itemizes):
        marks.append(gaps.ITEMIZED)
    match ask(status):
        case "head_of_household":
            marks.append(gaps.HEAD_OF_HOUSEHOLD)
        case "separate":
            marks.append(gaps.SEPARATE_SPOUSE_ITEMIZES)
    return marks
