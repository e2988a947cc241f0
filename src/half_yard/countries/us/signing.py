"""Who signs Form 1040: each taxpayer by a self-chosen PIN and last year's adjusted gross income."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.countries.signing import Signed, Signer
from half_yard.countries.us.household.fields import PIN
from half_yard.countries.us.household.filing_status import status_of
from half_yard.countries.us.questions import LAST_YEAR_INCOME
from half_yard.countries.us.year_rules import rules_for
from half_yard.records import ClientFile


def signers(file: ClientFile) -> Sequence[Signer]:
    """The owner, and on a joint return the spouse."""
    joint = status_of(file, rules_for(file.tax_year)) == "joint"
    on_it = [key for key in file.people if key == "owner" or joint]
    return [
        Signer(
            key, person.first_name, person.last_name,
            Signed(person.identity_number, f"/people/{key}/identity_number"), person.birth_date,
            Signed(person.choices.get(PIN, ""), f"/people/{key}/choices/{PIN}"),
            file.household.facts.get(LAST_YEAR_INCOME), f"/household/facts/{LAST_YEAR_INCOME}",
        )
        for key, person in file.people.items()
        if key in on_it
    ]  # fmt: skip
