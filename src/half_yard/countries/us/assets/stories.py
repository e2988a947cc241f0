"""Depreciation of every asset of a file under MACRS (26 U.S.C. 168), for the tax year and over time."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from decimal import Decimal

from half_yard.countries.asking import Ask, asset_of, tax_year
from half_yard.countries.results import AssetStory, PlainYears
from half_yard.countries.us.assets import received
from half_yard.countries.us.assets.after_the_rate import after_the_rate
from half_yard.countries.us.assets.amortization import (
    REGULAR,
    FirstPart,
    amortized,
    first_of_software,
    first_part,
)
from half_yard.countries.us.assets.circumstances import (
    AFTER_THE_RATE,
    BY_THE_MILE,
    Circumstances,
    circumstances,
)
from half_yard.countries.us.assets.classes import CLASSES, SOFTWARE
from half_yard.countries.us.assets.course import Course
from half_yard.countries.us.assets.life import Life
from half_yard.countries.us.assets.mid_quarter import (
    QuarterTest,
    convention_key,
    quarter_test,
    tested_in,
)
from half_yard.countries.us.assets.own_schedules import own_story
from half_yard.countries.us.assets.special_allowance import allowance_of
from half_yard.countries.us.assets.stops import stop
from half_yard.countries.us.assets.year_rows import YearsOfCourse
from half_yard.countries.us.carried_in import MILEAGE_PART, carried_of
from half_yard.countries.us.exchanges import exchanged
from half_yard.countries.us.exchanges.sides import rests_on_test
from half_yard.countries.us.frame import left_out, rules
from half_yard.countries.us.left_out import left_out_activities
from half_yard.countries.us.questions import is_made_up
from half_yard.countries.us.year_rules import YearRules, rules_for
from half_yard.depreciation import Convention, Start
from half_yard.figures import Asking, Figure, stated
from half_yard.figures.remembered import Memory
from half_yard.records import Asset, ClientFile

APART = {BY_THE_MILE, AFTER_THE_RATE}
"""What is depreciated by no table."""
MILEAGE = "Rev. Proc. 2019-46, section 4.02"


def assets_of(file: ClientFile, keys: tuple[str, ...]) -> dict[str, Asset]:
    """Several assets by their ids, to be read of the file. Raises KeyError if one is not there."""
    return {key: file.assets[key] for key in keys}


# -- parts to ask for -------------------------------------------------------------------------------------


def reasons(ask: Ask) -> dict[str, str]:
    """Why an asset lands nowhere, by id; empty where nothing stops it."""
    assets = ask.of(lambda file: file.assets)
    return {key: stop(assets[key], each) for key, each in ask(around_all).items()}


def around_all(ask: Ask) -> dict[str, Circumstances]:
    """What decides about each asset besides its own record."""
    return ask.of(circumstances)


def asset_stops(ask: Ask) -> dict[str, str]:
    """What is stopped, by record path."""
    return {f"/assets/{key}": reason for key, reason in ask(reasons).items() if reason}


def counted(ask: Ask) -> tuple[str, ...]:
    """The assets that nothing stops, in order."""
    return tuple(key for key, reason in ask(reasons).items() if not reason)


def by_activity(ask: Ask) -> dict[str, tuple[str, ...]]:
    """The assets that nothing stops, by activity, of those that are on the return."""
    out, known = ask(left_out), ask.of(lambda file: tuple(file.activities))
    return {key: keys for key, keys in ask(counted_by_activity).items() if key in known and key not in out}


def of_thing(ask: Ask, thing: str) -> tuple[str, ...]:
    """The assets that nothing stops of a thing that serves several uses."""
    return ask(counted_by_activity).get(thing, ())


def _by_activity(file: ClientFile, keys: tuple[str, ...]) -> dict[str, tuple[str, ...]]:
    found: dict[str, list[str]] = {}
    for key in keys:
        found.setdefault(file.assets[key].activity, []).append(key)
    return {activity: tuple(found[activity]) for activity in sorted(found)}


def on_return(ask: Ask) -> tuple[str, ...]:
    """The assets that nothing stops, of activities that are on the return."""
    return tuple(sorted(key for keys in ask(by_activity).values() for key in keys))


def of_activity(ask: Ask, activity: str) -> tuple[str, ...]:
    """The assets on the return of an activity."""
    return ask(by_activity).get(activity, ())


def with_assets(ask: Ask) -> tuple[str, ...]:
    """The activities that have assets on the return."""
    return tuple(ask(by_activity))


def personal_by_year(ask: Ask) -> dict[int, tuple[str, ...]]:
    """The personal property that nothing stops, by the year in which it was placed in service."""
    around, out = ask(around_all), ask(left_out)
    tested = [key for key in ask(counted) if around[key].kind not in APART]
    return ask.of(_personal_by_year, tuple(tested), tuple(out))


def _personal_by_year(
    file: ClientFile, keys: tuple[str, ...], out: tuple[str, ...]
) -> dict[int, tuple[str, ...]]:
    """Of activities that are not on this return nothing is tested that was bought in its year. What is left
    out now does not change the convention that an earlier year used (26 CFR 1.168(d)-1(b))."""
    found: dict[int, list[str]] = {}
    for key in keys:
        asset = file.assets[key]
        year = tested_in(asset)
        if year is not None and (asset.activity not in out or year < file.tax_year):
            found.setdefault(year, []).append(key)
    return {year: tuple(each) for year, each in found.items()}


def test_of_year(ask: Ask, year: int) -> QuarterTest:
    """The mid-quarter test of a year's purchases."""
    keys = ask(personal_by_year)[year]
    bought = [(key, _as_tested(ask, key, asset)) for key, asset in ask.of(assets_of, keys).items()]
    return quarter_test(year, bought, *ask.of(_of_year, year), ask(rules))


def _as_tested(ask: Ask, key: str, asset: Asset) -> Asset:
    """An asset as the mid-quarter test counts it: of what was received in an exchange what is new (26 CFR
    1.168(i)-6(f), from memory). Where that is known only after the test, all counts; it is warned of."""
    exchange = _received_in(ask, asset, key)
    if not exchange or ask.of(rests_on_test, exchange, tested_in(asset) or 0):
        return asset
    return asset.model_copy(update={"cost": received.new_part(ask, key, exchange).amount, "basis": {}})


def _of_year(file: ClientFile, year: int) -> tuple[int, str]:
    """The month from which a year counts, and the convention that an earlier year is stated to have used."""
    stated_then = file.elections.get(convention_key(year), "") if year < file.tax_year else ""
    return file.short_years.get(str(year), 1), stated_then


def _test_of(ask: Ask, asset: Asset) -> QuarterTest | None:
    """The test of an asset's year; None for what is in none."""
    year = tested_in(asset)
    return ask(test_of_year, year) if year is not None and year in ask(personal_by_year) else None


def story(ask: Ask, key: str, around: Circumstances) -> AssetStory:
    """What depreciation does to one asset that nothing stops, in its circumstances: an election that is taken
    back brings the story back."""
    asset = ask.of(asset_of, key)
    asset_class, placed = CLASSES[asset.asset_class], asset.in_service
    if placed is None:
        raise ValueError(f"{key} has no date in service")
    if is_made_up(asset):
        asset = asset.model_copy(update={"prior_depreciation": None})
    if around.kind == BY_THE_MILE:
        none = stated(Decimal(0), f"{asset.name}: the standard mileage rate stands for it", MILEAGE)
        return AssetStory(placed.year, none, "By the standard mileage rate.", PlainYears(none, (), none))
    if around.kind == AFTER_THE_RATE:
        return after_the_rate(key, asset, around.tax_year, ask(carried_of, MILEAGE_PART, asset.thing))
    test = _test_of(ask, asset)
    exchange = _received_in(ask, asset, key)
    if exchange and asset_class.recovery is not None:
        return received.received_story(ask, key, exchange, around.tax_year)
    if asset_class.section:
        return amortized(key, asset, asset_class, around.tax_year, ask(first_part_of, key))
    if asset_class.own:
        return own_story(key, asset, asset_class, around.tax_year)
    if asset_class.recovery is None:
        none = stated(Decimal(0), f"{asset.name}: land is never depreciated", "26 U.S.C. 167; 168(f)")
        return AssetStory(placed.year, none, "Land is never depreciated.", PlainYears(none, (), none))
    course = Course.of(_life(key, asset, around, rules_for(around.tax_year), test))
    index = around.tax_year - placed.year
    this_year, parts = course.capped(index), course.at(index).parts(index)
    if sum((part.amount for part in parts.values()), Decimal(0)) != this_year.amount:
        parts = {}  # cut off at the basis that is left: the year stands as one
    return AssetStory(
        placed.year,
        this_year,
        course.life.summary,
        YearsOfCourse(course, index),
        parts,
        course.taken_back(index),
        course.life.way_in_words,
        course.life.way.start.convention,
        course.life.basis_of_rate(0).amount if not index else Decimal(0),
    )


def _received_in(ask: Ask, asset: Asset, key: str) -> str:
    return ask(exchanged.received_in, key) if asset.got_in else ""


def life_as(ask: Ask, key: str, asset: Asset) -> Life:
    """The life of a depreciated asset as if it were another record, in its own circumstances. It is no part
    of its own."""
    around = ask(around_all)[key]
    return _life(key, asset, around, rules_for(around.tax_year), _test_of(ask, asset))


def life_of(ask: Ask, key: str) -> Life:
    """The life of a depreciated asset; of what was received in an exchange with those that go on in it. It is
    no part of its own."""
    asset = ask.of(asset_of, key)
    exchange = _received_in(ask, asset, key)
    return received.received_life(ask, key, exchange) if exchange else life_as(ask, key, asset)


def story_of(ask: Ask, key: str) -> AssetStory:
    """What depreciation does to one asset that nothing stops. It is no part of its own."""
    return story_of_each(ask, (key,))[key]


def story_of_each(ask: Ask, keys: Iterable[str]) -> dict[str, AssetStory]:
    """The same of several, by id. It is no part of its own."""
    around = ask(around_all)
    return {key: ask(story, key, around[key]) for key in keys}


def parts_of(story: AssetStory) -> Mapping[str, Figure]:
    """The parts of an asset's year that its form shows apart, or the year as one."""
    return story.parts or {REGULAR: story.this_year}


def rate_of(ask: Ask, key: str) -> Figure:
    """The rate of the tax year of a depreciated asset, of the year in which it left service its part. Raises
    IndexError outside of its years. It is no part of its own."""
    life = life_of(ask, key)
    return life.rate(ask.of(tax_year) - life.first)


def first_part_of(ask: Ask, key: str) -> FirstPart | None:
    """What is deducted at once of a cost that is written off, and over how many months the rest goes."""
    asset = ask.of(asset_of, key)
    if asset.asset_class == SOFTWARE:
        elected = ask(around_all)[key].elected
        allowance = allowance_of(key, asset, CLASSES[SOFTWARE], elected, ask(rules))
        return first_of_software(key, asset, allowance, ask(rules))
    together = ask.of(_like, asset.asset_class, asset.activity, ask(counted))
    return first_part(key, asset, ask.of(assets_of, together), ask(rules))


def _like(file: ClientFile, asset_class: str, activity: str, keys: tuple[str, ...]) -> tuple[str, ...]:
    """The assets of a class and an activity."""
    assets = file.assets
    return tuple(
        key for key in keys if (assets[key].asset_class, assets[key].activity) == (asset_class, activity)
    )


def counted_by_activity(ask: Ask) -> dict[str, tuple[str, ...]]:
    """The assets that nothing stops, by activity."""
    return ask.of(_by_activity, ask(counted))


def stories_of(ask: Ask, activity: str) -> dict[str, AssetStory]:
    """The stories of the assets of an activity."""
    return story_of_each(ask, ask(counted_by_activity).get(activity, ()))


def stories(ask: Ask) -> dict[str, AssetStory]:
    """The story of every asset that nothing stops."""
    each = [ask(stories_of, activity) for activity in ask(counted_by_activity)]
    return dict(sorted(item for kept in each for item in kept.items()))


def expensing_of_year(ask: Ask) -> tuple[str, ...]:
    """The assets on the return that were placed in service in the tax year."""
    year = ask.of(tax_year)
    return ask.of(_placed_in, year, ask(on_return))


def _placed_in(file: ClientFile, year: int, keys: tuple[str, ...]) -> tuple[str, ...]:
    days = ((key, file.assets[key].in_service) for key in keys)
    return tuple(key for key, placed in days if placed is not None and placed.year == year)


# -- many at once -----------------------------------------------------------------------------------------


def _life(key: str, asset: Asset, around: Circumstances, values: YearRules, test: QuarterTest | None) -> Life:
    """The life of a depreciated asset under the convention that its year's test gives it."""
    asset_class = CLASSES[asset.asset_class]
    if asset.in_service is None:
        raise ValueError(f"{key} has no date in service")
    convention, choice = Convention.MID_MONTH, None
    if asset_class.personal_property:
        convention = Convention.MID_QUARTER if test is not None and test.applies else Convention.HALF_YEAR
        choice = None if test is None else test.choice
    start = Start.of(convention, asset.in_service, around.begins)
    allowance = allowance_of(key, asset, asset_class, around.elected, values)
    return Life.of(
        key=key,
        asset=asset,
        start=start,
        months=13 - around.begins,
        convention=choice,
        allowance=allowance,
        rules=values,
        limit_part=around.limit_part,
    )


def lives(file: ClientFile) -> dict[str, Life]:
    """The lives of all assets of a file that are depreciated and that nothing stops, without the way they
    came about: what projections are made of."""
    values = rules_for(file.tax_year)
    around = circumstances(file)
    going = {
        key: file.assets[key]
        for key, each in around.items()
        if each.kind not in APART and not stop(file.assets[key], each)
    }
    tested = _personal_by_year(file, tuple(going), tuple(left_out_activities(file.activities, values)))
    tests = {
        year: quarter_test(year, [(key, going[key]) for key in keys], *_of_year(file, year), values)
        for year, keys in tested.items()
    }
    exchanged = Asking(file, Memory()).run(_lives_received) if file.exchanges else {}
    return {
        key: exchanged.get(key) or _life(key, asset, around[key], values, tests.get(asset.in_service.year))
        for key, asset in going.items()
        if CLASSES[asset.asset_class].recovery is not None and asset.in_service is not None
    }


def _lives_received(ask: Ask) -> dict[str, Life]:
    """The lives of what was received in exchanges: they rest on those of what was given."""
    got = [key for exchange in ask(exchanged.exchanges) for key in ask(exchanged.sides, exchange).got]
    known = set(ask(counted))
    depreciated = received.depreciated(ask, tuple(key for key in got if key in known))
    return {key: life_of(ask, key) for key in depreciated}
