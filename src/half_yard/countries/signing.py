"""Who signs a return that is sent, as a country's pack says."""

from __future__ import annotations

import datetime
from collections.abc import Container, Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.records import ClientFile


@dataclass(frozen=True, slots=True)
class Signed:
    """A value that is signed with, and the path of its field."""

    text: str
    path: str


@dataclass(frozen=True, slots=True)
class Signer:
    """A person of the return, by the keys of the file: name, number, day of birth, self-chosen PIN, and the
    amount of the year before by which they are known."""

    person: str
    first_name: str
    last_name: str
    number: Signed
    born: datetime.date | None
    pin: Signed
    year_before: Decimal | None
    year_before_path: str


def each_by_day(file: ClientFile, roles: Container[str], signed: str, before: str) -> list[Signer]:
    """Everyone of some roles, who each sign a return of their own: by the day on which they did, the choice
    `signed` of a person, and known by the amount of the year before, the fact `before`."""
    return [
        Signer(
            key, person.first_name, person.last_name,
            Signed(person.identity_number, f"/people/{key}/identity_number"), person.birth_date,
            Signed(person.choices.get(signed, ""), f"/people/{key}/choices/{signed}"),
            person.facts.get(before), f"/people/{key}/facts/{before}",
        )
        for key, person in file.people.items()
        if key in roles
    ]  # fmt: skip


def nobody_signs(file: ClientFile) -> Sequence[Signer]:
    """Returns of this country are not sent from here."""
    del file
    return ()
