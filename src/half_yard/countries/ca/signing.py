"""Who signs the T1: each person by Form T183, and known by last year's total income."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.countries.ca.country import ROLES
from half_yard.countries.ca.questions import SIGNED_ON, TOTAL_BEFORE
from half_yard.countries.signing import Signed, Signer
from half_yard.records import ClientFile


def signers(file: ClientFile) -> Sequence[Signer]:
    """Everyone in the file: each has a return of their own, and they are sent together."""
    return [
        Signer(
            key, person.first_name, person.last_name,
            Signed(person.identity_number, f"/people/{key}/identity_number"), person.birth_date,
            Signed(person.choices.get(SIGNED_ON, ""), f"/people/{key}/choices/{SIGNED_ON}"),
            person.facts.get(TOTAL_BEFORE), f"/people/{key}/facts/{TOTAL_BEFORE}",
        )
        for key, person in file.people.items()
        if key in ROLES
    ]  # fmt: skip
