"""Simplified depreciation of a small business: what is written off at once, and its pool (ITAA 1997
Subdivision 328-D; temporary full expensing, IT(TP)A Subdivision 328-D)."""

from __future__ import annotations

import datetime
from dataclasses import dataclass

from half_yard.countries.asking import Ask, activity_of, asset_of, tax_year
from half_yard.countries.au.asset_kinds import WITHOUT_DECLINE, depreciates_simply
from half_yard.countries.au.decline import (
    assets_of,
    began,
    came_in,
    cost,
    has_left,
    part_of,
    received,
)
from half_yard.countries.au.frame import rules
from half_yard.countries.carried_over import carried_in
from half_yard.figures import (
    NOTHING,
    Figure,
    below,
    difference,
    not_below_zero,
    times,
    total,
)

POOL = "small_business_pool"
"""The kind of carryover that is the balance of an activity's pool."""
EXPENSING_FROM, EXPENSING_TO = datetime.date(2020, 10, 6), datetime.date(2023, 6, 30)
"""What was first held from the first day on and first used by the second is written off whatever it cost."""
BEFORE_FROM, BEFORE_TO, BEFORE_HELD = (
    datetime.date(2020, 3, 12), datetime.date(2021, 6, 30), datetime.date(2020, 12, 31),
)  # fmt: skip
WHOLE_POOL = range(2021, 2024)
"""The years that end from October 6, 2020 to June 30, 2023, which write off the whole pool."""


def is_simplified(ask: Ask, activity: str) -> bool:
    """Whether a business depreciates so."""
    return depreciates_simply(ask.of(activity_of, activity))


def is_written_off(ask: Ask, key: str) -> bool:
    """Whether an asset was written off when it was first used: below the limit of that day. Costs are without
    the tax that is credited (s 328-180)."""
    asset, whole = ask.of(asset_of, key), ask(cost, key).amount
    day, held = began(asset), asset.acquired or began(asset)
    values = ask(rules)
    if day <= EXPENSING_TO and held >= EXPENSING_FROM:
        return True
    if BEFORE_FROM <= day <= BEFORE_TO and held <= BEFORE_HELD:
        return whole < values.amount("full_expensing_before_below")
    return values.has("write_off_below") and whole < values.amount("write_off_below")


def written_off(ask: Ask, activity: str) -> tuple[str, ...]:
    """The assets that are written off this year."""
    return tuple(key for key in _movable(ask, activity) if ask(came_in, key) and ask(is_written_off, key))


def _movable(ask: Ask, activity: str) -> list[str]:
    """The assets to which it applies: not capital works, not costs of borrowing."""
    return [
        key for key in ask(assets_of, activity)
        if ask.of(asset_of, key).asset_class not in WITHOUT_DECLINE
    ]  # fmt: skip


def cost_for_activity(ask: Ask, key: str) -> Figure:
    """The part of the cost that is for the business."""
    return times(ask(cost, key), ask(part_of, key))


def sold_after_write_off(ask: Ask, activity: str) -> list[Figure]:
    """What came of assets that were written off: it is income, by their part."""
    return [
        times(ask(received, key), ask(part_of, key))
        for key in _movable(ask, activity)
        if ask(has_left, key) and ask(is_written_off, key)
    ]


@dataclass(frozen=True, eq=False)
class PoolOfYear:
    """A pool: its opening balance, what came and what came of what went, its deduction, what is left, and
    what is income because more came than was in it."""

    opening: Figure
    additions: Figure
    proceeds: Figure
    deduction: Figure
    closing: Figure
    income: Figure


def pool(ask: Ask, activity: str) -> PoolOfYear:
    """The year's pool: the rate of its opening balance, half of it for what came, whatever the day; all of it
    where what is in it is below the limit, or the years write off the whole; what is then below nothing is
    income (s 328-190 to 328-215)."""
    values = ask(rules)
    before = carried_in(ask, POOL, activity, "pool at the start")
    new = [key for key in _movable(ask, activity) if ask(came_in, key) and not ask(is_written_off, key)]
    added = total((ask(cost_for_activity, key) for key in new), "additions")
    gone = [
        key for key in _movable(ask, activity)
        if ask(has_left, key) and not ask(is_written_off, key)
    ]  # fmt: skip
    proceeds = total((times(ask(received, key), ask(part_of, key)) for key in gone), "proceeds")
    balance = difference(total((before, added)), proceeds, label="balance of the pool")
    left = not_below_zero(balance, "balance of the pool")
    if ask.of(tax_year) in WHOLE_POOL:
        taken = left.named("the whole pool")
    else:
        small = below(
            left, values.figure("write_off_below", label="the amount to which a whole pool is deducted")
        )
        if small:
            taken = left.where(small)
        else:
            old = before * values.figure("pool_rate", label="rate")
            first = added * values.figure("pool_first_rate", label="rate of the first year")
            taken = total((old, first), "deduction of the pool").in_cents().where(small)
    after = difference(balance, taken, label="balance after the deduction")
    income = not_below_zero(difference(NOTHING, after), "more than was in the pool")
    return PoolOfYear(before, added, proceeds, taken, not_below_zero(after), income)
