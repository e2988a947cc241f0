"""What has taken the basis of a shared asset down up to now: of a home or a dwelling what its worksheet
allowed of the depreciation of the whole, of a vehicle also the depreciation part of the standard mileage
rate."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from decimal import Decimal

from half_yard.countries.asking import Ask, asset_of
from half_yard.countries.dividing_things import thing_of, things
from half_yard.countries.results import AssetStory, YearRow, YearsOfAsset
from half_yard.countries.us.assets import stories
from half_yard.countries.us.assets.basis import basis_figure
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.carried_in import MILEAGE_PART, SECTION_179, carried_of
from half_yard.countries.us.forms import dwelling, form_8829, home_office, vehicle
from half_yard.countries.us.shared.divided import measure_of, use_share
from half_yard.countries.us.shared.kinds import DWELLING, HOME, goes_by_the_mile
from half_yard.figures import (
    NOTHING_ENTERED,
    Choice,
    Figure,
    difference,
    not_below_zero,
    smaller_of,
    together,
    total,
)
from half_yard.records import ClientFile
from half_yard.sharing import in_proportion

BY_THE_TABLE = "Earlier years of the part that is shared: by the table, at this year's share"


@dataclass(frozen=True, eq=False)
class OfAPart:
    """The years of a whole of which a part was deducted; what those before this one took of the part."""

    whole: YearsOfAsset
    taken_before: Figure

    def before(self) -> Figure:
        """Of the part."""
        return self.taken_before

    def after(self) -> Figure:
        """Of the whole."""
        return self.whole.after()

    def every(self) -> tuple[Figure, ...]:
        """Of the whole."""
        return self.whole.every()

    def amounts(self) -> Sequence[Decimal]:
        """Of the whole, in dollars."""
        return self.whole.amounts()

    def straight_line(self) -> Figure | None:
        """Of the whole."""
        return self.whole.straight_line()

    def rows(self) -> Sequence[YearRow]:
        """Of the whole."""
        return self.whole.rows()


def story_up_to_now(ask: Ask, key: str) -> AssetStory:
    """The story of an asset that nothing stops, with what of it takes the basis down where it is shared."""
    story, thing = stories.story_of(ask, key), ask.of(asset_of, key).thing
    if thing not in ask(things):
        return story
    record = ask.of(thing_of, thing)
    if record.kind in {HOME, DWELLING}:
        allowed = _home(ask, thing) if record.kind == HOME else _dwelling(ask, thing)
        return replace(
            story,
            counts=allowed.get(key, NOTHING_ENTERED),
            years=OfAPart(story.years, _before(ask, key, thing)),
        )
    if not goes_by_the_mile(record) and not ask(carried_of, MILEAGE_PART, thing).amount:
        return story
    return replace(story, besides=ask(_by_the_rate, thing).get(key, NOTHING_ENTERED))


def taken_at_sale(ask: Ask, key: str) -> Figure:
    """What has taken the basis of an asset down when it leaves: without what was elected under section 179
    and never deducted, which comes back to its basis (26 CFR 1.179-3(f))."""
    taken, waits = story_up_to_now(ask, key).taken, ask(carried_of, SECTION_179, key)
    if not waits.amount:
        return taken
    return not_below_zero(difference(taken, waits, label=taken.label), taken.label)


def _before(ask: Ask, key: str, thing: str) -> Figure:
    """What earlier years took: as typed, or else by the table at this year's share."""
    asset, story = ask.of(asset_of, key), stories.story_of(ask, key)
    whole = story.prior
    if asset.prior_depreciation is not None or not whole.amount:
        return whole
    known = ask(measure_of, thing)
    uses = [use for activity in known.activities for use in known.of_activity(activity)]
    shares = [use_share(ask, thing, use) for use in uses]
    if not shares:
        return NOTHING_ENTERED
    share = total(shares, "part that is shared").because(
        Choice(BY_THE_TABLE, f"/assets/{key}/prior_depreciation")
    )
    return (whole * share).in_cents("taken in earlier years, of the part")


def _home(ask: Ask, thing: str) -> dict[str, Figure]:
    """What Form 8829 allowed of each building, for all businesses in the home: what is carried waits."""
    found: dict[str, list[Figure]] = {}
    for office in ask(home_office.offices):
        if office.thing != thing or home_office.is_simplified(ask, office):
            continue
        allowed = ask(form_8829.result, *office)["depreciation_allowed"]
        worn = ask(form_8829.depreciation, *office)
        of_each = {key: worn[line] for key in ask(stories.of_thing, thing) if (line := f"worn.{key}") in worn}
        for key, part in _over_buildings(ask, thing, allowed, of_each).items():
            found.setdefault(key, []).append(part)
    return {key: together(parts, "depreciation allowed") for key, parts in found.items()}


def _dwelling(ask: Ask, thing: str) -> dict[str, Figure]:
    """What the worksheet allowed of each building and its furniture."""
    every = stories.story_of_each(ask, ask(stories.of_thing, thing))
    of_each = {key: story.this_year for key, story in every.items()}
    found: dict[str, Figure] = {}
    for place in ask(dwelling.dwellings):
        if place[0] == thing and not ask(dwelling.too_short, thing):
            allowed = ask(dwelling.depreciation, *place)["depreciation_allowed"]
            found |= _over_buildings(ask, thing, allowed, of_each)
    return found


def _over_buildings(ask: Ask, thing: str, allowed: Figure, worn: Mapping[str, Figure]) -> dict[str, Figure]:
    """What was allowed, by what each building wore this year; by their basis where only what was carried in
    was allowed."""
    if any(figure.amount for figure in worn.values()):
        return in_proportion(allowed, worn)
    keys = ask(stories.of_thing, thing)
    every = ask.of(stories.assets_of, keys).items()
    return in_proportion(
        allowed,
        {
            key: basis_figure(key, asset)
            for key, asset in every
            if CLASSES[asset.asset_class].recovery is not None
        },
    )


def _by_the_rate(ask: Ask, thing: str) -> dict[str, Figure]:
    """What the standard mileage rate took of a vehicle up to now, and of what was added to it by its cost."""
    kept = tuple(key for key in ask(stories.counted) if ask.of(_thing_of_asset, key) == thing)
    by_mile = goes_by_the_mile(ask.of(thing_of, thing))
    whole = ask(vehicle.basis, thing)["basis_taken"] if by_mile else ask(carried_of, MILEAGE_PART, thing)
    left = {
        key: not_below_zero(
            difference(basis_figure(key, asset), stories.story_of(ask, key).depreciated),
            "basis left without the rate",
        )
        for key, asset in ask.of(stories.assets_of, kept).items()
    }
    parts = in_proportion(whole, left)
    return {key: smaller_of(part, left[key], label=part.label) for key, part in parts.items()}


def _thing_of_asset(file: ClientFile, key: str) -> str:
    return file.assets[key].thing
