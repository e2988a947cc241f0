"""Checks of things that serve several uses, in every country: what was measured, whether it can be, what is
missing."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass

from half_yard.countries.measuring_things import PERCENT, Measured, Period
from half_yard.countries.shared_use import Measure, ThingKind
from half_yard.countries.tax_years import days_of
from half_yard.figures.remembered import Remembered
from half_yard.records import ClientFile, Entry, Thing
from half_yard.review import Finding, Level


@dataclass(frozen=True, eq=False)
class SharedThings:
    """What a country knows of things: their kinds, the units of what divides them, what a trip may be for
    besides an activity, and how a thing is measured."""

    kinds: Mapping[str, ThingKind]
    measures: Mapping[str, Measure]
    trips: frozenset[str]
    measured: Callable[[ClientFile, str], Measured]


def thing_findings(file: ClientFile, shared: SharedThings) -> Iterator[Finding]:
    """Everything found of the things of a file that holds in any country."""
    costs = costs_of_things(file)
    with_costs = {entry.activity for entry in costs.values()}
    for key, thing in sorted(file.things.items()):
        if thing.kind not in shared.kinds:
            words = f"{called(thing)}: no kind of thing is chosen."
            yield Finding(Level.ERROR, words, f"/things/{key}/kind", "Choose one.")
            continue
        known = shared.measured(file, key)
        yield from _measure(key, thing, known, shared.measures, has_costs=key in with_costs)
        yield from _odometer(key, thing)
        yield from _uses(file, key, thing)
    yield from _shares_of_nobody(file, costs, shared.measured)
    yield from _trips(file, shared.trips)


COSTS: Remembered[Mapping[str, Entry]] = Remembered()


def costs_of_things(file: ClientFile) -> Mapping[str, Entry]:
    """The costs that belong to a shared thing, by id."""
    entries, known = file.entries, file.things
    return COSTS.get(
        "",
        (entries, known),
        lambda: {key: entry for key, entry in entries.items() if entry.activity in known},
    )


def _shares_of_nobody(
    file: ClientFile, costs: Mapping[str, Entry], measured: Callable[[ClientFile, str], Measured]
) -> Iterator[Finding]:
    """A share of a cost, where several uses have the thing and none is said to have it."""
    for key, entry in costs.items():
        if entry.share is None or entry.only:
            continue
        if len(measured(file, entry.activity).activities) > 1:
            yield Finding(
                Level.ERROR,
                f"{entry.payee or 'A cost'}: {entry.share.normalize():f}% of it is for one use; it is not "
                "said which. It is divided as the others are.", f"/entries/{key}/only", "Choose the use.",
            )  # fmt: skip


def called(thing: Thing) -> str:
    """What a thing is called."""
    return thing.name or "A shared thing"


def _measure(
    key: str, thing: Thing, known: Measured, measures: Mapping[str, Measure], *, has_costs: bool
) -> Iterator[Finding]:
    path, name = f"/things/{key}", called(thing)
    if thing.begins is not None and thing.ends is not None and thing.ends < thing.begins:
        yield Finding(Level.ERROR, f"{name} ends before it begins.", f"{path}/ends", "Mend a day.")
    if known.over:
        unit = measures[thing.measure].unit if thing.measure in measures else ""
        yield Finding(
            Level.ERROR,
            f"{name}: its uses are {known.over.normalize():,f} {unit} more than all of it.", known.path,
            "Mend the whole or a use. Until then the uses together are taken to be the whole.",
        )  # fmt: skip
    if has_costs and not known.activities:
        yield Finding(
            Level.INCOMPLETE, f"{name} has costs, and nothing measured says how much of it is for what.",
            path, "Give its uses, or its distance or days; until then all of it is personal.",
        )  # fmt: skip
    if thing.measure == PERCENT and known.activities and not thing.reason:
        yield Finding(
            Level.WARNING, f"{name}: a stated percentage needs what it rests on.", f"{path}/reason", "Say it."
        )


def _odometer(key: str, thing: Thing) -> Iterator[Finding]:
    path, name = f"/things/{key}", called(thing)
    begun, ended = thing.facts.get("odometer_begun"), thing.facts.get("odometer_ended")
    if begun is not None and ended is not None and ended < begun:
        yield Finding(
            Level.ERROR, f"{name}: the odometer runs backwards, from {begun:,f} to {ended:,f}.",
            f"{path}/facts/odometer_ended", "Mend a reading.",
        )  # fmt: skip


def _uses(file: ClientFile, key: str, thing: Thing) -> Iterator[Finding]:
    year = Period.between(days_of(file), thing.begins, thing.ends)
    for use_key, use in sorted(file.uses.items()):
        if use.thing != key:
            continue
        path = f"/uses/{use_key}"
        if use.activity and use.activity not in file.activities:
            yield Finding(
                Level.ERROR,
                f"{called(thing)}: a use is of no activity of this file.",
                f"{path}/activity",
                "Choose one.",
            )
            continue
        if use.amount is not None and use.amount < 0:
            yield Finding(Level.ERROR, f"{called(thing)}: a use is below zero.", f"{path}/amount", "Mend it.")
        if not Period.between(days_of(file), use.begins, use.ends).within(year).days:
            yield Finding(
                Level.ERROR, f"{called(thing)}: a use is outside the days on which it was there.",
                f"{path}/begins",
                "Mend a day.",
            )  # fmt: skip
        ended = file.activities[use.activity].ended if use.activity else None
        if ended is not None and (use.begins or year.first) > ended:
            yield Finding(
                Level.ERROR, f"{called(thing)}: {file.activities[use.activity].name} ended before this use.",
                f"{path}/activity", "Mend the use, or the day on which the activity ended.",
            )  # fmt: skip


def _trips(file: ClientFile, others: frozenset[str]) -> Iterator[Finding]:
    """Trips that are for nothing of the file, or of another year."""
    known, (first, last) = {*file.activities, "", *others}, days_of(file)
    for key, trip in file.trips.items():
        if trip.activity not in known:
            yield Finding(
                Level.ERROR, f"{called_of(file, trip.thing)}: a trip is for no activity of this file.",
                f"/trips/{key}/activity", "Choose one.",
            )  # fmt: skip
        if trip.date is not None and not first <= trip.date <= last:
            words = f"a trip is outside tax year {file.tax_year} and does not count."
            said = f"{called_of(file, trip.thing)}: {words}"
            yield Finding(Level.WARNING, said, f"/trips/{key}/date", "Mend its day.")


def called_of(file: ClientFile, key: str) -> str:
    """What a thing is called, that may not be there."""
    return called(file.things[key]) if key in file.things else "A log"
