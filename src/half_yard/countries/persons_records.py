"""Slips, payments and facts that belong to one person each, as figures."""

from __future__ import annotations

from collections.abc import Collection

from half_yard.countries.asking import Ask, person_of
from half_yard.figures import Figure, entered
from half_yard.records import ClientFile
from half_yard.records.naming import name_of

NOT_HERE = "The person is not in this file. Choose another."
COLLECTIONS = ("wages", "interest", "estimated_payments")


def stops_of_persons(file: ClientFile, known: Collection[str]) -> dict[str, str]:
    """Why a slip or payment counts nowhere, by record path: its person is not one of those who file."""
    return {
        f"/{collection}/{key}": NOT_HERE
        for collection in COLLECTIONS
        for key, item in getattr(file, collection).items()
        if item.person not in known
    }


def of_person(ask: Ask, person: str, collection: str, *fields: str) -> list[Figure]:
    """Of each slip of a person the first of some fields that has an amount."""
    return ask.of(_fields, person, collection, fields)


def _fields(file: ClientFile, person: str, collection: str, fields: tuple[str, ...]) -> list[Figure]:
    made = []
    for key, item in sorted(getattr(file, collection).items()):
        typed = [field for field in fields if getattr(item, field) is not None]
        if item.person == person and typed:
            path = f"/{collection}/{key}/{typed[0]}"
            made.append(entered(getattr(item, typed[0]), name_of(item) or "not named", path))
    return made


def fact(ask: Ask, person: str, key: str, label: str) -> Figure | None:
    """A fact of a person; None where it is not typed."""
    amount = ask.of(person_of, person).facts.get(key)
    return None if amount is None else entered(amount, label, f"/people/{person}/facts/{key}")
