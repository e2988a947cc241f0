"""What the minimum tax makes otherwise of the assets on the return: depreciation of the year, and gains (26
U.S.C. 56(a)(1), (6))."""

from __future__ import annotations

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.us.assets import stories
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.course import Course
from half_yard.countries.us.assets.life import Life
from half_yard.countries.us.assets.minimum import minimum
from half_yard.countries.us.forms import form_4797
from half_yard.countries.us.shared.divided import things
from half_yard.countries.us.shared.owned import part_on_return
from half_yard.figures import Figure, difference, times, total


def depreciated_otherwise(ask: Ask) -> tuple[str, ...]:
    """The assets on the return whose depreciation is another for the minimum tax."""
    out = ask(things)
    return tuple(
        key
        for key in ask(stories.on_return)
        if ask.of(stories.asset_of, key).activity not in out and ask(life_for_it, key) is not None
    )


def life_for_it(ask: Ask, key: str) -> Life | None:
    """An asset's life for the minimum tax, by its table; None where it is that of the regular tax. What was
    received in an exchange goes on as it does there."""
    asset = ask.of(stories.asset_of, key)
    known = CLASSES[asset.asset_class]
    if known.recovery is None or known.section or asset.got_in:
        return None
    own = stories.life_as(ask, key, asset.model_copy(update={"prior_depreciation": None}))
    other = minimum(own)
    return None if other is own else other


def difference_of_year(ask: Ask, key: str) -> Figure:
    """Regular depreciation of the year less that of the minimum tax, of the people on the return."""
    life, asset = ask(life_for_it, key), ask.of(stories.asset_of, key)
    regular = stories.story_of(ask, key).this_year
    if life is None:
        return difference(regular, regular)
    other = Course.of(life).capped(ask.of(tax_year) - life.first)
    made = difference(
        regular, other, label=f"{asset.name}: regular depreciation less that of the minimum tax"
    )
    return times(made, part_on_return(ask, asset))


def difference_of_gain(ask: Ask, key: str) -> Figure | None:
    """Gain for the minimum tax less the regular gain of what left service in the year: the difference of all
    depreciation up to now; None where there is none."""
    life, asset = ask(life_for_it, key), ask.of(stories.asset_of, key)
    if life is None or key not in ask(form_4797.gone):
        return None
    index = ask.of(tax_year) - life.first
    course = Course.of(life)
    other = total((course.capped(each) for each in range(index + 1)), "depreciation of the minimum tax")
    regular = stories.story_of(ask, key).taken
    made = difference(other, regular, label=f"{asset.name}: gain by the minimum tax less regular gain")
    return times(made, part_on_return(ask, asset))
