"""Assets of little cost outside simplified depreciation: 300 or less at once where they earn rent, each owner
by their share, and the low-value pool of a person (ITAA 1997 s 40-80(2), Subdivision 40-E)."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask, activity_of, asset_of
from half_yard.countries.au.asset_kinds import CAR, LOW_VALUE, WITHOUT_DECLINE
from half_yard.countries.au.decline import assets_of, came_in, cost, has_left, part_of, received
from half_yard.countries.au.frame import BOOKS, owned_by, rules
from half_yard.countries.au.simplified import is_simplified
from half_yard.countries.carried_over import carried_in
from half_yard.figures import NOTHING, Figure, difference, not_below_zero, times, total

POOL = "low_value_pool"
"""The kind of carryover that is the balance of a person's pool."""


def _shares(ask: Ask, key: str) -> dict[str, Figure]:
    return ask(BOOKS.shares, ask.of(asset_of, key).activity)


def own_cost(ask: Ask, key: str, person: str) -> Figure:
    """An owner's share of the cost."""
    return times(ask(cost, key), _shares(ask, key)[person]).named("cost, by the owner's share")


def _most(ask: Ask, key: str) -> Decimal:
    """The cost of the owner with the largest share, in dollars."""
    return max((ask(own_cost, key, person).amount for person in _shares(ask, key)), default=Decimal(0))


def is_at_once(ask: Ask, key: str) -> bool:
    """Whether it is deducted when it is first used: of a rental, no owner's share above the amount."""
    asset = ask.of(asset_of, key)
    is_rental = ask.of(activity_of, asset.activity).kind == "rental"
    most = ask(rules).amount("immediate_at_most" if is_rental else "small_item_at_most")
    return asset.asset_class not in WITHOUT_DECLINE | {CAR} and _most(ask, key) <= most


def is_pooled(ask: Ask, key: str) -> bool:
    """Whether it is chosen for the low-value pool, and costs little enough for each owner."""
    asset = ask.of(asset_of, key)
    return asset.method == LOW_VALUE and _most(ask, key) < ask(rules).amount("low_cost_below")


def is_small(ask: Ask, key: str) -> bool:
    """Whether it is one or the other, so that it has no years of its own."""
    return ask(is_at_once, key) or ask(is_pooled, key)


def at_once(ask: Ask, activity: str, person: str) -> list[Figure]:
    """What an owner deducts at once, of its part for the activity."""
    if ask(is_simplified, activity):
        return []
    return [
        times(ask(own_cost, key, person), ask(part_of, key))
        for key in ask(assets_of, activity)
        if ask(came_in, key) and ask(is_at_once, key)
    ]


def _pooled(ask: Ask, person: str) -> list[str]:
    """The assets in the pool of a person: not those that are deducted at once."""
    return [
        key
        for kind in ("business", "rental")
        for activity in ask(owned_by, kind, person)
        if not ask(is_simplified, activity)
        for key in ask(assets_of, activity)
        if ask(is_pooled, key) and not ask(is_at_once, key)
    ]


def has_pool(ask: Ask, person: str) -> bool:
    """Whether a person has a low-value pool."""
    return bool(ask(_pooled, person)) or bool(ask(opening, person).parts)


def opening(ask: Ask, person: str) -> Figure:
    """The balance with which the year began."""
    return carried_in(ask, POOL, person, "low-value pool at the start")


def additions(ask: Ask, person: str) -> list[Figure]:
    """What came into the pool this year, by share and use."""
    return [
        times(ask(own_cost, key, person), ask(part_of, key))
        for key in ask(_pooled, person)
        if ask(came_in, key)
    ]


def proceeds(ask: Ask, person: str) -> list[Figure]:
    """What was received for what left it."""
    return [
        times(ask(received, key), _shares(ask, key)[person], ask(part_of, key))
        for key in ask(_pooled, person)
        if ask(has_left, key)
    ]


def deduction(ask: Ask, person: str) -> Figure:
    """Half of the rate for what came, whatever the day, the rate for what was there (s 40-440)."""
    values = ask(rules)
    before = ask(opening, person) * values.figure("low_value_rate", label="rate of the pool")
    new = total(ask(additions, person), "additions")
    first = new * values.figure("low_value_first_rate", label="rate of what came")
    return total((before, first), "deduction of the pool").in_cents()


def closing(ask: Ask, person: str) -> Figure:
    """The balance with which the year ends (s 40-445)."""
    return not_below_zero(_balance(ask, person))


def income(ask: Ask, person: str) -> Figure:
    """What was received above what was in the pool (s 40-445(2))."""
    return not_below_zero(difference(NOTHING, _balance(ask, person)), "more than was in the pool")


def _balance(ask: Ask, person: str) -> Figure:
    whole = total((ask(opening, person), *ask(additions, person)), "in the pool")
    return difference(whole, ask(deduction, person), *ask(proceeds, person), label="balance of the pool")
