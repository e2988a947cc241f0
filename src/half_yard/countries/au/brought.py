"""What shared things bring to the lines of item P8 and the rental schedule."""

from __future__ import annotations

from collections.abc import Iterator

from half_yard.countries.asking import Ask
from half_yard.countries.au.forms import car, home_work, shared_costs
from half_yard.countries.au.thing_kinds import ARRIVES, AT_HOME, DRIVING, HOME, VEHICLE
from half_yard.countries.au.things import divided, serving
from half_yard.countries.dividing_things import by_line, thing_of
from half_yard.figures import Figure


def brought(ask: Ask, activity: str) -> dict[str, tuple[Figure, ...]]:
    """What things bring to an activity, by statement line."""
    return by_line(each for thing in serving(ask, activity) for each in _of_thing(ask, thing, activity))


def _of_thing(ask: Ask, thing: str, activity: str) -> Iterator[tuple[str, Figure]]:
    kind = ask.of(thing_of, thing).kind
    if kind == VEHICLE:
        yield DRIVING, ask(car.both_methods, thing)[f"driving.{activity}"]
    if kind == HOME:
        yield AT_HOME, ask(home_work.methods, thing)[f"counted.{activity}"]
    for line, each in ask(divided, thing).items() if kind in ARRIVES else ():
        if activity in each.activities:
            yield ARRIVES[kind][line], ask(shared_costs.by_use, thing)[f"{line}.{activity}"]
