"""Who counts as 65 (26 U.S.C. 63(f)(1); IRS Pub. 501)."""

from __future__ import annotations

import datetime

from half_yard.countries.us.year_rules import YearRules
from half_yard.records import Person


def is_aged(person: Person, values: YearRules) -> bool:
    """Whether the person counts as 65 at the end of the year: born before January 2, 64 years earlier."""
    if person.birth_date is None:
        return False
    age = int(values.amount("aged_from"))
    return person.birth_date < datetime.date(values.year - age + 1, 1, 2)
