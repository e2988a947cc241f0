"""Payment summaries, interest and instalments of people, as figures."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.au.frame import people
from half_yard.countries.persons_records import stops_of_persons
from half_yard.figures import Figure, entered
from half_yard.records import ClientFile

WITHHELD = "tax_withheld"
"""The fact of an activity that is what was withheld from its payments, in dollars."""


def withheld_from(ask: Ask, activity: str) -> list[Figure]:
    """What was withheld from the payments of an activity."""
    return ask.of(_withheld, activity)


def _withheld(file: ClientFile, activity: str) -> list[Figure]:
    amount = file.activities[activity].facts.get(WITHHELD)
    path = f"/activities/{activity}/facts/{WITHHELD}"
    return [entered(amount, "withheld from its payments", path)] if amount else []


def slip_stops(ask: Ask) -> dict[str, str]:
    """What stops a record from counting, by its path."""
    return ask.of(stops_of_persons, ask(people))
