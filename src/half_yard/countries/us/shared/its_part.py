"""The part that each activity has of the assets of a thing with several uses: of what they take this year,
and of what was elected for them."""

from __future__ import annotations

from collections.abc import Mapping

from half_yard.countries.asking import Ask
from half_yard.countries.dividing_things import thing_of, things
from half_yard.countries.results import AssetStory
from half_yard.countries.us.assets import stories
from half_yard.countries.us.frame import left_out
from half_yard.countries.us.shared.as_used import APART
from half_yard.countries.us.shared.divided import THINGS, measure_of
from half_yard.countries.us.shared.kinds import goes_by_the_mile
from half_yard.figures import NOTHING_ENTERED, Figure, entered
from half_yard.records import Asset
from half_yard.sharing import in_proportion


def served(ask: Ask) -> dict[str, tuple[str, ...]]:
    """The things that serve each activity."""
    found: dict[str, tuple[str, ...]] = {}
    for thing in ask(things):
        for activity in THINGS.serves(ask, thing):
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


def with_assets(ask: Ask) -> set[str]:
    """The activities on the return that have assets, or a part of one."""
    shared = ask(shared_assets).keys() - ask(left_out).keys()
    return {*ask(stories.with_assets), *shared}


def assets_of(ask: Ask, activity: str) -> tuple[str, ...]:
    """The assets of an activity, and those of which it has a part."""
    return (*ask(stories.of_activity, activity), *ask(shared_assets).get(activity, ()))


def part_of(ask: Ask, asset: Asset, activity: str, whole: Figure) -> Figure:
    """What an activity has of something of an asset: all of it of its own, of a shared one by its part of all
    business use. It is no part of its own."""
    if asset.activity == activity:
        return whole
    known = ask(measure_of, asset.thing)
    path = f"/things/{asset.thing}"
    uses = {each: entered(known.share(each), "its part of the thing", path) for each in known.activities}
    return in_proportion(whole, uses).get(activity, NOTHING_ENTERED)


def parts_of_year(ask: Ask, asset: Asset, activity: str, story: AssetStory) -> Mapping[str, Figure]:
    """What an activity has of an asset's year, by the parts that its form shows apart. It is no part of its
    own."""
    of_asset = stories.parts_of(story)
    return {name: part_of(ask, asset, activity, figure) for name, figure in of_asset.items()}
