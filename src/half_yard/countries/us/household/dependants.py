"""Those who live with the household, as the return sees them."""

from __future__ import annotations

from dataclasses import replace
from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us import gaps
from half_yard.countries.us.household.qualifying import Standing, standing_of
from half_yard.countries.us.questions import CLAIMED
from half_yard.countries.us.year_rules import rules_for
from half_yard.figures import Figure, Mark, entered, total
from half_yard.records import ClientFile


def dependants(ask: Ask) -> tuple[Standing, ...]:
    """What each of them is, in the order in which they were entered; nobody where the taxpayer is a
    dependant (26 U.S.C. 152(b)(1))."""
    return tuple(standing for _, standing in ask.of(_standings))


def standing_by_id(ask: Ask) -> dict[str, Standing]:
    """What each of them is, by id."""
    return dict(ask.of(_standings))


def _standings(file: ClientFile) -> tuple[tuple[str, Standing], ...]:
    values = rules_for(file.tax_year)
    if any(CLAIMED.of(person.answers) for person in file.people.values()):
        return ()
    return tuple(
        (key, replace(standing_of(person, file, values), key=key))
        for key, person in sorted(file.dependants.items())
    )


def unknown_dependants(ask: Ask) -> tuple[Mark, ...]:
    """The marks of those of whom it is not known what they count for."""
    return tuple(
        gaps.dependant_not_known(standing.name, standing.unknown, f"/dependants/{key}")
        for key, standing in ask.of(_standings)
        if standing.unknown
    )


def count_of(standings: tuple[Standing, ...], words: str) -> Figure:
    """How many they are, each followed to who it is."""
    each = (entered(Decimal(1), f"{one.name}: {one.why}", f"/dependants/{one.key}") for one in standings)
    return total(each, words)
