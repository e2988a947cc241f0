"""Things that serve several uses, as Canada divides them: a place of work at home that is lived in otherwise
by its hours and days too, everything else by its measure."""

from __future__ import annotations

from decimal import Decimal
from functools import partial

from half_yard.countries.asking import Ask
from half_yard.countries.ca.frame import BOOKS
from half_yard.countries.ca.thing_kinds import HOME, MEASURES, ON_BUSINESS
from half_yard.countries.dividing_things import ShareOf, ThingKeeping, thing_of, things
from half_yard.countries.measuring_things import Measured, MeasuredUse, logged_distance, measured_by_amounts
from half_yard.countries.offered import ManyAnswers
from half_yard.countries.things_as_used import file_as_used
from half_yard.figures import Figure, entered, stated
from half_yard.figures.remembered import Remembered
from half_yard.records import ClientFile, Thing, Use

RESTS_ON = ManyAnswers(
    "rests_on", "The place at home is",
    (
        ("principal", "Principal place of the business"),
        ("clients", "Only for the business, and to meet people regularly"),
        ("neither", "Neither"),
    ),
    "ITA 18(12)(a)",
)  # fmt: skip
NEITHER = "neither"
HOURS, DAYS = "hours_a_day", "days_a_week"
HOURS_OF_DAY, DAYS_OF_WEEK = 24, 7
MEASURED: Remembered[Measured] = Remembered()


def measured(file: ClientFile, key: str) -> Measured:
    """A thing as it was measured. Raises KeyError if there is none."""
    read = (file.things[key], file.uses, logged_distance(file, key), file.activities, file.tax_year)
    return MEASURED.get(key, read, partial(measured_by_amounts, file, key, _counts))


def _counts(thing: Thing, use: Use) -> bool:
    """A place at home counts unless it was answered that it may not (ITA 18(12)(a))."""
    return thing.kind != HOME or use.choices.get(RESTS_ON.key) != NEITHER


def as_used(file: ClientFile) -> ClientFile:
    """The file with every asset of a shared thing as it is used this year."""
    return file_as_used(file, measured, {HOME}, lambda _: False)


def _share_for(ask: Ask, thing: str, line: str) -> ShareOf | None:
    del line
    return use_share if ask.of(thing_of, thing).kind == HOME else None


def use_share(ask: Ask, thing: str, use: MeasuredUse) -> Figure:
    """The part of a thing that is a use's; of a home that is a place of work by its hours of the day and days
    of the week too, where it is lived in otherwise (guide T4002, business use of home). It is no part of its
    own."""
    share = THINGS.use_share(ask, thing, use)
    if ask.of(thing_of, thing).kind != HOME:
        return share
    for fact, whole, words in ((HOURS, HOURS_OF_DAY, "hours a day"), (DAYS, DAYS_OF_WEEK, "days a week")):
        typed = ask.of(_fact, use.key, fact)
        if typed is not None:
            part = entered(typed, words, f"/uses/{use.key}/facts/{fact}")
            share = (share * (part / stated(Decimal(whole), f"{words} in all"))).named(share.label)
    return share


def _fact(file: ClientFile, use: str, fact: str) -> Decimal | None:
    return file.uses[use].facts.get(fact) if use in file.uses else None


THINGS = ThingKeeping(BOOKS, measured, MEASURES, ON_BUSINESS, shares=_share_for)
divided, measure_of = THINGS.divided, THINGS.measure_of


def serving(ask: Ask, activity: str, kind: str = "") -> tuple[str, ...]:
    """The things, of a kind where one is given, that serve an activity."""
    return tuple(
        thing
        for thing in ask(things)
        if activity in THINGS.serves(ask, thing) and (not kind or ask.of(thing_of, thing).kind == kind)
    )
