"""What the minimum tax makes otherwise of the assets on the return: depreciation of the year, and gains (26
U.S.C. 56(a)(1), (6))."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask, asset_of, tax_year
from half_yard.countries.results import AssetStory
from half_yard.countries.us.assets import stories
from half_yard.countries.us.assets.course import Course
from half_yard.countries.us.assets.life import Life
from half_yard.countries.us.assets.minimum import minimum, other_method
from half_yard.countries.us.assets.year_rows import YearsOfCourse
from half_yard.countries.us.forms import form_4797
from half_yard.countries.us.shared.owned import part_on_return
from half_yard.depreciation.schedule import yearly
from half_yard.figures import Figure, difference, stated, times, total
from half_yard.records import Asset, ClientFile


def at_most(ask: Ask) -> Figure:
    """What the minimum tax adds back of the year's depreciation at the most, in plain numbers: without what
    it takes more than the regular tax, and of all owners."""
    year, added = ask.of(tax_year), Decimal(0)
    for key, regular in stories.story_of_each(ask, ask(depreciated_otherwise)).items():
        index = year - regular.first_year
        if index >= 0 and len(amounts := yearly(ask(life_for_it, key).terms, index + 1)) > index:
            added += max(regular.this_year.amount - amounts[index], Decimal(0))
    return stated(added, "depreciation added back, at the most")


def depreciated_otherwise(ask: Ask) -> tuple[str, ...]:
    """The assets on the return whose depreciation is another for the minimum tax."""
    each = stories.story_of_each(ask, ask.of(_of_activities, ask(stories.on_return)))
    return tuple(key for key, story in each.items() if _regular_life(story) is not None)


def _of_activities(file: ClientFile, keys: tuple[str, ...]) -> tuple[str, ...]:
    """Those assets that belong to no thing which serves several uses."""
    return tuple(key for key in keys if file.assets[key].activity not in file.things)


def _regular_life(story: AssetStory) -> Life | None:
    """An asset's life for the regular tax, where that for the minimum tax is another. What was received in an
    exchange goes on as it does there."""
    if not isinstance(story.years, YearsOfCourse):
        return None
    life = story.years.course.life
    return life if other_method(life) else None


def life_for_it(ask: Ask, key: str) -> Life:
    """An asset's life for the minimum tax. Raises KeyError where it is that of the regular tax."""
    life = _regular_life(stories.story_of(ask, key))
    if life is None:
        raise KeyError(key)
    return minimum(life)


def of_year(ask: Ask) -> Figure | None:
    """Regular depreciation of the year less that of the minimum tax; None where it is the same."""
    regular = stories.story_of_each(ask, ask(depreciated_otherwise))
    assets = ask.of(stories.assets_of, tuple(regular))
    each = [_of_year(ask, key, asset, regular[key].this_year) for key, asset in assets.items()]
    return total(each, "difference of depreciation") if each else None


def of_gains(ask: Ask) -> Figure | None:
    """Gains for the minimum tax less the regular ones, of what left service in the year; None where they are
    the same."""
    gone = ask(form_4797.gone)
    each = [_of_gain(ask, key) for key in ask(depreciated_otherwise) if key in gone]
    return total(each, "difference of gains") if each else None


def _of_year(ask: Ask, key: str, asset: Asset, regular: Figure) -> Figure:
    """The same of one asset, of the people on the return. Raises KeyError for one that is the same."""
    life = ask(life_for_it, key)
    index = ask.of(tax_year) - life.first
    other = Course.of(life).at(index).year(index)
    made = difference(regular, other, label=f"{asset.name}: regular less minimum tax depreciation")
    return times(made, part_on_return(ask, asset))


def _of_gain(ask: Ask, key: str) -> Figure:
    """Gain for the minimum tax less the regular gain: the difference of all depreciation up to now."""
    life, asset = ask(life_for_it, key), ask.of(asset_of, key)
    index = ask.of(tax_year) - life.first
    course = Course.of(life)
    other = total(
        (course.at(each).year(each) for each in range(index + 1)), "depreciation of the minimum tax"
    )
    regular = stories.story_of(ask, key).taken
    made = difference(other, regular, label=f"{asset.name}: gain by the minimum tax less regular gain")
    return times(made, part_on_return(ask, asset))
