"""The standard deduction (26 U.S.C. 63), with the additional amounts for age and blindness."""

import datetime
from decimal import Decimal

from half_yard.countries.us.year_rules import YearRules
from half_yard.figures import Figure, stated, total
from half_yard.records import Person

ONE = Decimal(1)


def is_aged(person: Person, rules: YearRules) -> bool:
    """Whether the person counts as 65 at the end of the year: born before January 2, 64 years earlier."""
    if person.birth_date is None:
        return False
    age = int(rules.amount("aged_from"))
    return person.birth_date < datetime.date(rules.year - age + 1, 1, 2)


def standard_deduction(people: list[tuple[str, Person]], rules: YearRules, status: str) -> Figure:
    """The deduction in dollars for the people on the return, by id."""
    parts = [rules.figure("standard_deduction", status, "Standard deduction")]
    additional = rules.figure("additional_standard_deduction_aged_or_blind", status, "additional amount")
    for key, person in people:
        name = person.name or key
        if is_aged(person, rules):
            reason = stated(ONE, f"{name} is 65 or over", "26 U.S.C. 63(f)(1)")
            parts.append((additional * reason).named(f"Additional amount: {name} is 65 or over"))
        if person.blind:
            reason = stated(ONE, f"{name} is blind", "26 U.S.C. 63(f)(2)")
            parts.append((additional * reason).named(f"Additional amount: {name} is blind"))
    return total("Standard deduction", parts)
