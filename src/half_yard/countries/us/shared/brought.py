"""What shared things bring to the lines of an activity's statement."""

from __future__ import annotations

from collections.abc import Iterator

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.dividing_things import thing_of
from half_yard.countries.us.assets import made_up, stories
from half_yard.countries.us.assets.classes import POINTS
from half_yard.countries.us.forms import dwelling, shared_costs, vehicle
from half_yard.countries.us.shared import its_part
from half_yard.countries.us.shared.kinds import (
    DWELLING,
    HOME,
    LEASE,
    RATE,
    RUNNING,
    VEHICLE,
    arrives_on,
)
from half_yard.figures import Figure
from half_yard.records import ClientFile

POINTS_LINE, ADJUSTMENT_LINE = "mortgage_interest", "other_expenses"


def brought(ask: Ask, activity: str) -> dict[str, tuple[Figure, ...]]:
    """What things bring to an activity, by statement line. A home with an office is deducted on a form of its
    own (Form 8829), not on the lines."""
    found = dict(ask(besides, activity))
    for thing in _serving(ask, activity):
        if ask.of(thing_of, thing).kind == DWELLING:
            for line, figure in dwelling.allowed_lines(ask, thing, activity):
                found[line] = (*found.get(line, ()), figure)
    return found


def besides(ask: Ask, activity: str) -> dict[str, tuple[Figure, ...]]:
    """What things bring to an activity, but for a dwelling that is let and lived in, which is limited by what
    the others leave."""
    found: dict[str, tuple[Figure, ...]] = {}
    for thing in _serving(ask, activity):
        for line, figure in ask(of_thing, thing, activity):
            found[line] = (*found.get(line, ()), figure)
    if ask.of(activity_of, activity).kind in RATE:
        for line, part in ((POINTS_LINE, points_of_loans), (ADJUSTMENT_LINE, made_up.adjustments)):
            if figures := ask(part, activity):
                found[line] = (*found.get(line, ()), *figures)
    return found


def points_of_loans(ask: Ask, activity: str) -> tuple[Figure, ...]:
    """What the points of an activity's loans come to this year: interest (26 U.S.C. 461(g)), not
    amortization."""
    keys = ask(stories.of_activity, activity)
    points = ask.of(_points, keys)
    return tuple(stories.story_of(ask, key).this_year for key in points)


def _points(file: ClientFile, keys: tuple[str, ...]) -> tuple[str, ...]:
    return tuple(key for key in keys if file.assets[key].asset_class == POINTS)


def _serving(ask: Ask, activity: str) -> tuple[str, ...]:
    return ask.pick((its_part.served,), dict.get, activity, ())


def of_thing(ask: Ask, thing: str, activity: str) -> tuple[tuple[str, Figure], ...]:
    """What one thing brings to an activity, by statement line: the others stay as they are."""
    return tuple(_of_thing(ask, thing, activity))


def _of_thing(ask: Ask, thing: str, activity: str) -> Iterator[tuple[str, Figure]]:
    record, kind = ask.of(thing_of, thing), ask.of(activity_of, activity).kind
    if record.kind in {HOME, DWELLING} or kind not in RATE:
        return
    of_lines = ask(shared_costs.by_use, thing)
    skipped: set[str] = set()
    if record.kind == VEHICLE:
        yield RATE[kind], ask(vehicle.chosen, thing)[f"driving.{activity}"]
        skipped = {*RUNNING, "parking", LEASE}
        if (leased := f"leased.{activity}") in ask(vehicle.chosen, thing):
            yield arrives_on(VEHICLE, LEASE, kind), ask(vehicle.chosen, thing)[leased]
    for line in ask(shared_costs.lines_of, thing):
        if line not in skipped and (key := f"{line}.{activity}") in of_lines:
            yield arrives_on(record.kind, line, kind), of_lines[key]


def depreciation_brought(ask: Ask, activity: str) -> tuple[Figure, ...]:
    """What a dwelling that is let and lived in brings to its rental of depreciation."""
    return tuple(
        figure
        for thing in _serving(ask, activity)
        if ask.of(thing_of, thing).kind == DWELLING
        for figure in dwelling.allowed_depreciation(ask, thing, activity)
    )
