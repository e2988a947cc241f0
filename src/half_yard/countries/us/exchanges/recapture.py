"""What of the gain of an exchange is ordinary: line 21 of Form 8824 (26 U.S.C. 1245(b)(4), 1250(d)(4))."""

from __future__ import annotations

from typing import NamedTuple

from half_yard.countries.asking import Ask
from half_yard.countries.us.assets import stories
from half_yard.countries.us.assets.classes import CLASSES, SHORT_LIVED_REAL
from half_yard.countries.us.exchanges import successors
from half_yard.countries.us.exchanges.exchanged import sides, value_given, value_got
from half_yard.countries.us.shared import up_to_now
from half_yard.figures import (
    NOTHING,
    Figure,
    carried,
    difference,
    entered,
    larger_of,
    not_below_zero,
    smaller_of,
    total,
)
from half_yard.records import Asset


class Potential(NamedTuple):
    """What of the gain of an asset given would be ordinary if it were sold: as section 1245 property, and as
    section 1250 property above straight line."""

    of_1245: Figure
    of_1250: Figure


def _potential(ask: Ask, key: str, asset: Asset) -> Potential:
    made = difference(value_given(key, asset), ask(successors.adjusted_basis, key))
    gain = not_below_zero(made, f"{asset.name}: gain")
    if not _is_1250(asset):
        return Potential(
            smaller_of(gain, successors.worn(ask, key), label=f"{asset.name}: ordinary"), NOTHING
        )
    expensed = NOTHING
    if asset.expensed:
        elected = entered(asset.expensed, "expensed (section 179)", f"/assets/{key}/expensed")
        expensed = smaller_of(gain, elected, label=f"{asset.name}: expensed")
    years = up_to_now.story_up_to_now(ask, key).years
    straight = years.straight_line() if asset.asset_class in SHORT_LIVED_REAL else None
    if straight is None:
        return Potential(expensed, NOTHING)
    over = not_below_zero(difference(successors.worn(ask, key), straight), "depreciation above straight line")
    left = difference(gain, expensed)
    return Potential(expensed, smaller_of(left, over, label=f"{asset.name}: above straight line"))


def recapture(ask: Ask, exchange: str, taxed: Figure) -> Figure:
    """Line 21: of section 1245 property up to the gain on it, as far as it was not exchanged for such
    property (1245(b)(4)); of section 1250 property what was taken above straight line, as far as it is
    recognized or no such property came for it (1250(d)(4))."""
    both = ask(sides, exchange)
    given, got = ask.of(stories.assets_of, both.given), ask.of(stories.assets_of, both.got)
    every = {key: _potential(ask, key, asset) for key, asset in given.items()}
    parts = []
    if ordinary := [each.of_1245 for each in every.values() if each.of_1245.amount]:
        of_it = [key for key in given if every[key].of_1245.amount]
        worth = total((value_given(key, given[key]) for key in of_it), "value of section 1245 property given")
        whole = total((value_given(key, asset) for key, asset in given.items()), "value of all given")
        came = [value_got(key, asset) for key, asset in got.items() if not _is_1250(asset)]
        other = not_below_zero(difference(worth, *came), "received for it, not section 1245 property")
        # Values that add up to nothing say of no part that it is less than all.
        by_value = (taxed * (worth / whole)).in_cents() if whole.amount else carried(taxed)
        its_part = by_value.named("its part of line 20, by value")
        parts.append(smaller_of(total(ordinary), larger_of(other, its_part)))
    if above := [each.of_1250 for each in every.values() if each.of_1250.amount]:
        came = [value_got(key, asset) for key, asset in got.items() if _is_1250(asset)]
        potential = total(above, "depreciation above straight line")
        without = not_below_zero(difference(potential, *came), "beyond section 1250 property received")
        parts.append(smaller_of(potential, larger_of(taxed, without)))
    return total(parts, "ordinary by recapture") if parts else NOTHING


def _is_1250(asset: Asset) -> bool:
    return CLASSES[asset.asset_class].section_1250
