"""Depreciation of every asset of a file under MACRS (26 U.S.C. 168), for the tax year and over time."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from decimal import Decimal
from functools import partial

from half_yard.countries.results import AssetStory
from half_yard.countries.us.assets.amortization import FirstPart, amortized, first_parts
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.course import Course
from half_yard.countries.us.assets.life import Life
from half_yard.countries.us.assets.mid_quarter import QuarterTest, mid_quarter_tests
from half_yard.countries.us.assets.own_schedules import own_story
from half_yard.countries.us.assets.special_allowance import allowance_of, election_key
from half_yard.countries.us.assets.stops import stop
from half_yard.countries.us.assets.year_rows import rows_of_course
from half_yard.countries.us.year_rules import YearRules
from half_yard.depreciation import Convention, Start
from half_yard.figures import Sheet, stated
from half_yard.figures.remembered import Remembered
from half_yard.records import Asset, ClientFile


@dataclass(frozen=True, slots=True)
class Depreciation:
    """Each asset's story by id, the assets that are stopped by record path, and the mid-quarter test."""

    stories: Mapping[str, AssetStory]
    stops: Mapping[str, str]
    mid_quarter: Sheet | None


def depreciate(file: ClientFile, rules: YearRules) -> Depreciation:
    """Depreciate every asset of the file."""
    stops = {f"/assets/{key}": reason for key, asset in file.assets.items() if (reason := stop(asset, file))}
    counted = {key: asset for key, asset in sorted(file.assets.items()) if f"/assets/{key}" not in stops}
    tests = mid_quarter_tests(counted, file, rules)
    of_costs = first_parts(counted, rules)
    stories = {}
    for key, asset in counted.items():
        test = tests.get(asset.in_service.year) if asset.in_service else None
        make = partial(_story, key, asset, file, rules, test, of_costs.get(key))
        made_from = (asset, rules, file.short_years, test, of_costs.get(key))
        # What is elected is part of the key: an election that is taken back brings the stories back.
        elected = file.elections.get(election_key(asset.asset_class), "")
        stories[key] = STORIES.get((key, elected), made_from, make)
    this_year = tests.get(file.tax_year)
    return Depreciation(stories, stops, this_year.sheet if this_year else None)


STORIES: Remembered[AssetStory] = Remembered()


def _life(key: str, asset: Asset, file: ClientFile, rules: YearRules, test: QuarterTest | None) -> Life:
    """The life of a depreciated asset under the convention that its year's test gives it."""
    asset_class = CLASSES[asset.asset_class]
    if asset.in_service is None:
        raise ValueError(f"{key} has no date in service")
    convention, words = Convention.MID_MONTH, ""
    if test is not None and asset_class.personal_property:
        convention = Convention.MID_QUARTER if test.applies else Convention.HALF_YEAR
        words = test.words
    begins = file.short_years.get(str(asset.in_service.year), 1)
    start = Start.of(convention, asset.in_service, begins)
    allowance = allowance_of(key, asset, asset_class, file, rules)
    return Life.of(key, asset, start, 13 - begins, words, allowance, rules)


def lives(file: ClientFile, rules: YearRules) -> dict[str, Life]:
    """The lives of all assets that are depreciated and that nothing stops."""
    counted = {key: asset for key, asset in sorted(file.assets.items()) if not stop(asset, file)}
    tests = mid_quarter_tests(counted, file, rules)
    return {
        key: _life(key, asset, file, rules, tests.get(asset.in_service.year))
        for key, asset in counted.items()
        if CLASSES[asset.asset_class].recovery is not None and asset.in_service is not None
    }


def _story(
    key: str,
    asset: Asset,
    file: ClientFile,
    rules: YearRules,
    test: QuarterTest | None,
    first_part: FirstPart | None,
) -> AssetStory:
    """What depreciation does to one asset that nothing stops."""
    asset_class, placed, tax_year = CLASSES[asset.asset_class], asset.in_service, file.tax_year
    if placed is None:
        raise ValueError(f"{key} has no date in service")
    if asset_class.section:
        return amortized(key, asset, asset_class, tax_year, first_part)
    if asset_class.own:
        return own_story(key, asset, asset_class, tax_year)
    if asset_class.recovery is None:
        none = stated(Decimal(0), f"{asset.name}: land is never depreciated", "26 U.S.C. 167; 168(f)")
        return AssetStory(placed.year, none, "Land is never depreciated.", lambda: none, lambda: none, tuple)
    course = Course.of(_life(key, asset, file, rules, test))
    index = tax_year - placed.year
    this_year, parts = course.capped(index), course.at(index).parts(index)
    if sum((part.amount for part in parts.values()), Decimal(0)) != this_year.amount:
        parts = {}  # cut off at the basis that is left: the year stands as one
    return AssetStory(
        placed.year,
        this_year,
        course.life.summary,
        lambda: course.capped(index + 1),
        lambda: course.prior(index),
        course.all_years,
        parts,
        lambda: course.amounts,
        course.taken_back(index),
        lambda: course.straight_line(index),
        lambda: rows_of_course(course),
    )
