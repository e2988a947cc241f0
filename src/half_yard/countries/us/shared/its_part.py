"""The part that each activity has of the assets of a thing with several uses: of what they take this year,
and of what was elected for them."""

from __future__ import annotations

from collections.abc import Mapping
from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us.assets import stories
from half_yard.countries.us.shared.as_used import APART
from half_yard.countries.us.shared.divided import measure_of, thing_of, things
from half_yard.countries.us.shared.kinds import goes_by_the_mile
from half_yard.figures import NOTHING_ENTERED, Figure, difference, entered

PART = "its part of the business use"


def served(ask: Ask) -> dict[str, tuple[str, ...]]:
    """The things that serve each activity."""
    found: dict[str, tuple[str, ...]] = {}
    for thing in ask(things):
        for activity in ask(measure_of, thing).activities:
            found[activity] = (*found.get(activity, ()), thing)
    return found


def shared_assets(ask: Ask) -> dict[str, tuple[str, ...]]:
    """The assets of which an activity has a part, by activity. Buildings of homes and dwellings, and what the
    standard mileage rate stands for, are not among them."""
    found = {}
    for activity, serving in ask(served).items():
        plain = [thing for thing in serving if _on_form(ask, thing)]
        if keys := tuple(key for thing in plain for key in ask(stories.of_thing, thing)):
            found[activity] = keys
    return found


def _on_form(ask: Ask, thing: str) -> bool:
    record = ask.of(thing_of, thing)
    return record.kind not in APART and not goes_by_the_mile(record)


def part_of(ask: Ask, thing: str, activity: str, whole: Figure) -> Figure:
    """The part that an activity has of a whole, by its part of all business use: each to the cent, the last
    takes what the others leave. It is no part of its own."""
    known = ask(measure_of, thing)
    shares = {each: known.share(each) for each in known.activities}
    business = sum(shares.values(), Decimal(0))
    if not business:
        return NOTHING_ENTERED
    *others, last = shares
    parts = {each: _times(whole, shares[each] / business, thing) for each in others}
    parts[last] = difference(whole, *parts.values(), label=whole.label)
    return parts[activity]


def _times(whole: Figure, share: Decimal, thing: str) -> Figure:
    part = entered(share, PART, f"/things/{thing}")
    return (whole * part).in_cents().named(whole.label)


def parts_of_year(ask: Ask, key: str, activity: str) -> Mapping[str, Figure]:
    """What an activity has of a shared asset's year, by the parts that its form shows apart."""
    of_asset = stories.parts_of(stories.story_of(ask, key))
    thing = ask.of(stories.asset_of, key).thing
    return {name: part_of(ask, thing, activity, figure) for name, figure in of_asset.items()}
