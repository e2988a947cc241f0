"""What shared things bring to the lines of Forms T2125 and T776."""

from __future__ import annotations

from collections.abc import Iterator

from half_yard.countries.asking import Ask
from half_yard.countries.ca.forms import chart_a, shared_costs
from half_yard.countries.ca.thing_kinds import ARRIVES, DRIVING, HOUSE, VEHICLE
from half_yard.countries.ca.things import divided, measure_of, serving
from half_yard.countries.dividing_things import by_line, thing_of
from half_yard.figures import Figure


def brought(ask: Ask, activity: str) -> dict[str, tuple[Figure, ...]]:
    """What things bring to an activity, by statement line. A place of work at home is claimed on Part 7, not
    on the lines."""
    return by_line(each for thing in serving(ask, activity) for each in _of_thing(ask, thing, activity))


def _of_thing(ask: Ask, thing: str, activity: str) -> Iterator[tuple[str, Figure]]:
    kind = ask.of(thing_of, thing).kind
    if kind == VEHICLE:
        yield DRIVING, ask(chart_a.driving, thing)[f"driving.{activity}"]
    for line, each in ask(divided, thing).items() if kind in ARRIVES else ():
        if activity in each.activities:
            yield ARRIVES[kind][line], ask(shared_costs.by_use, thing)[f"{line}.{activity}"]


def personal_of(ask: Ask, activity: str) -> dict[str, tuple[Figure, ...]]:
    """What stays personal of the houses that a rental is a part of, by statement line: Form T776 shows the
    whole, and takes it off (line 9949). Of a house with several rentals each shows its own part only."""
    found: dict[str, tuple[Figure, ...]] = {}
    for thing in serving(ask, activity, HOUSE):
        if ask(measure_of, thing).activities == (activity,):
            for line in ask(divided, thing):
                key, figure = ARRIVES[HOUSE][line], ask(shared_costs.by_use, thing)[f"{line}.personal"]
                found[key] = (*found.get(key, ()), figure)
    return found
