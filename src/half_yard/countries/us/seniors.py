"""How old the people on the return are, and who counts as 65 (26 U.S.C. 63(f)(1); IRS Pub. 501)."""

from __future__ import annotations

import datetime

from half_yard.countries.asking import Ask, person_of, tax_year
from half_yard.countries.us.frame import persons, rules
from half_yard.countries.us.household.qualifying import age_at_end
from half_yard.countries.us.year_rules import YearRules
from half_yard.records import Person


def age_of(ask: Ask, person: str) -> int:
    """In whole years at the end of the tax year; 0 while the day of birth is not entered."""
    born = ask.of(person_of, person).birth_date
    return 0 if born is None else age_at_end(born, ask.of(tax_year))


def aged(ask: Ask) -> tuple[str, ...]:
    """The people on the return who count as 65."""
    values = ask(rules)
    return tuple(key for key, person in ask(persons) if is_aged(person, values))


def is_aged(person: Person, values: YearRules) -> bool:
    """Whether the person counts as 65 at the end of the year: born before January 2, 64 years earlier. Who
    died in the year counts so from the day before the birthday on (IRS Pub. 501)."""
    born = person.birth_date
    if born is None:
        return False
    age = int(values.amount("aged_from"))
    if person.died is not None and person.died.year == values.year:
        day = min(born.day, 28) if born.month == 2 else born.day
        return person.died >= datetime.date(born.year + age, born.month, day) - datetime.timedelta(1)
    return born < datetime.date(values.year - age + 1, 1, 2)
