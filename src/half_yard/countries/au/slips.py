"""Payment summaries, interest and instalments of people, as figures."""

from __future__ import annotations

from half_yard.countries.asking import Ask, person_of
from half_yard.countries.au.frame import people
from half_yard.countries.persons_records import stops_of_persons
from half_yard.figures import Figure, entered
from half_yard.records import ClientFile
from half_yard.records.naming import name_of

WITHHELD = "tax_withheld"
"""The fact of an activity that is what was withheld from its payments, in dollars."""


def of_person(ask: Ask, person: str, collection: str, field: str) -> list[Figure]:
    """A field of each record of a person that has it."""
    return ask.of(_field, person, collection, field)


def _field(file: ClientFile, person: str, collection: str, field: str) -> list[Figure]:
    return [
        entered(value, name_of(item) or "not named", f"/{collection}/{key}/{field}")
        for key, item in sorted(getattr(file, collection).items())
        if item.person == person and (value := getattr(item, field)) is not None
    ]


def withheld_from(ask: Ask, activity: str) -> list[Figure]:
    """What was withheld from the payments of an activity."""
    return ask.of(_withheld, activity)


def _withheld(file: ClientFile, activity: str) -> list[Figure]:
    amount = file.activities[activity].facts.get(WITHHELD)
    path = f"/activities/{activity}/facts/{WITHHELD}"
    return [entered(amount, "withheld from its payments", path)] if amount else []


def fact(ask: Ask, person: str, key: str, label: str) -> Figure | None:
    """A fact of a person; None where it is not typed."""
    amount = ask.of(person_of, person).facts.get(key)
    return None if amount is None else entered(amount, label, f"/people/{person}/facts/{key}")


def slip_stops(ask: Ask) -> dict[str, str]:
    """What stops a record from counting, by its path."""
    return ask.of(stops_of_persons, ask(people))
