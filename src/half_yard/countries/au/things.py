"""Things that serve several uses, as Australia divides them: by their measure."""

from __future__ import annotations

from functools import partial

from half_yard.countries.asking import Ask
from half_yard.countries.au.frame import BOOKS
from half_yard.countries.au.thing_kinds import MEASURES, ON_BUSINESS
from half_yard.countries.dividing_things import ThingKeeping, thing_of, things
from half_yard.countries.measuring_things import Measured, logged_distance, measured_by_amounts
from half_yard.countries.things_as_used import file_as_used
from half_yard.figures.remembered import Remembered
from half_yard.records import ClientFile

MEASURED: Remembered[Measured] = Remembered()


def measured(file: ClientFile, key: str) -> Measured:
    """A thing as it was measured. Raises KeyError if there is none."""
    read = (file.things[key], file.uses, logged_distance(file, key), file.activities, file.tax_year)
    return MEASURED.get(key, read, partial(measured_by_amounts, file, key, lambda _thing, _use: True))


def as_used(file: ClientFile) -> ClientFile:
    """The file with every asset of a shared thing as it is used this year."""
    return file_as_used(file, measured, set(), lambda _: False)


THINGS = ThingKeeping(BOOKS, measured, MEASURES, ON_BUSINESS)
divided, measure_of = THINGS.divided, THINGS.measure_of


def serving(ask: Ask, activity: str) -> tuple[str, ...]:
    """The things that serve an activity."""
    return tuple(thing for thing in ask(things) if activity in THINGS.serves(ask, thing))


def of_kind(ask: Ask, kind: str) -> tuple[str, ...]:
    """The things of a kind that serve an activity."""
    return tuple(key for key in ask(things) if ask.of(thing_of, key).kind == kind and THINGS.serves(ask, key))
