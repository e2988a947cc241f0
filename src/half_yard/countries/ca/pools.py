"""The classes of an activity: what was in each at the start, what came and went, and what a year may take of
it (Regulations 1100, 1101; ITA 13(1), 20(16)).

Assets are kept in pools: a class of an activity, or one asset that is a class of its own. Amounts are of all
owners together, to the cent.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from typing import NamedTuple

from half_yard.countries.asking import Ask, activity_of, asset_of, tax_year
from half_yard.countries.ca import additions, equal_parts, gaps
from half_yard.countries.ca.classes import (
    DESIGNATED,
    NUMBERS,
    PASSENGER,
    PROPERTY,
    RATES,
    UCC,
    is_apart,
    stop,
)
from half_yard.countries.ca.frame import rules
from half_yard.countries.measuring_things import Period
from half_yard.figures import (
    NOTHING,
    Figure,
    below,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    stated,
    times,
    total,
)
from half_yard.records import Asset, Carryover, ClientFile


class Pool(NamedTuple):
    """Which class of which activity; `asset` where that is a class of its own, else empty."""

    activity: str
    kind: str
    asset: str

    @property
    def of(self) -> str:
        """What its balance belongs to, and its lines are named by."""
        return self.asset or self.kind


def pools(ask: Ask, activity: str) -> tuple[Pool, ...]:
    """The classes of which an activity has anything, in the order of their numbers."""
    carried = {Pool(activity, kind, "") for kind in ask.of(_carried_kinds, activity)}
    return _in_order(carried | {pool for pool in ask(_assets_by_pool) if pool.activity == activity})


def holders(file: ClientFile, carried: str) -> list[str]:
    """To what a class's balance may belong, by the kind of its carryover: an activity, where its assets are
    together, or an asset that is a class of its own."""
    kind = next(key for key, each in UCC.items() if each == carried)
    apart = [
        key for key, asset in sorted(file.assets.items())
        if asset.asset_class == kind and not stop(asset, file) and is_apart(asset, file)
    ]  # fmt: skip
    return apart if PROPERTY[kind].each else [*sorted(file.activities), *apart]


def _carried_kinds(file: ClientFile, activity: str) -> tuple[str, ...]:
    kinds = {kind: key for key, kind in UCC.items()}
    found = {
        kinds[item.kind]
        for item in file.carryovers.values()
        if item.of == activity and item.kind in kinds and not PROPERTY[kinds[item.kind]].each
    }
    return tuple(sorted(found))


def pools_of(file: ClientFile, activity: str) -> tuple[Pool, ...]:
    """The same, to be read of the file."""
    carried = {Pool(activity, kind, "") for kind in _carried_kinds(file, activity)}
    return _in_order(carried | {pool for pool in by_pool(file) if pool.activity == activity})


def _in_order(found: set[Pool]) -> tuple[Pool, ...]:
    order = list(PROPERTY)
    return tuple(sorted(found, key=lambda each: (order.index(each.kind), each.asset)))


def by_pool(file: ClientFile) -> dict[Pool, tuple[tuple[str, Asset], ...]]:
    """The assets of each class that nothing stops."""
    found: dict[Pool, list[tuple[str, Asset]]] = {}
    for key, asset in sorted(file.assets.items()):
        if not stop(asset, file):
            pool = Pool(asset.activity, asset.asset_class, key if is_apart(asset, file) else "")
            found.setdefault(pool, []).append((key, asset))
    return {pool: tuple(assets) for pool, assets in found.items()}


def assets_of(ask: Ask, pool: Pool) -> tuple[tuple[str, Asset], ...]:
    """The assets of a class that nothing stops."""
    return ask(_assets_by_pool).get(pool, ())


def _assets_by_pool(ask: Ask) -> dict[Pool, tuple[tuple[str, Asset], ...]]:
    return ask.of(by_pool)


def _carried_in(file: ClientFile, pool: Pool) -> tuple[tuple[str, Carryover], ...]:
    of = pool.asset or pool.activity
    return tuple(
        (key, item)
        for key, item in sorted(file.carryovers.items())
        if item.kind == UCC[pool.kind] and item.of == of
    )


def came(ask: Ask, pool: Pool) -> tuple[str, ...]:
    """The assets that became available for use this year."""
    year = ask.of(tax_year)
    return tuple(
        key for key, asset in ask(assets_of, pool) if asset.in_service and asset.in_service.year == year
    )


def gone(ask: Ask, pool: Pool) -> tuple[str, ...]:
    """The assets that left this year."""
    year = ask.of(tax_year)
    return tuple(key for key, asset in ask(assets_of, pool) if asset.disposed and asset.disposed.year == year)


@dataclass(frozen=True, eq=False)
class Balance:
    """A class before its allowance: what was there, what came, of which is expensed immediately if it is
    designated, what it is sold for, what is left, taken back or lost."""

    opening: Figure
    additions: Figure
    designated: Figure
    proceeds: Figure
    balance: Figure
    recapture: Figure
    terminal_loss: Figure


def balance(ask: Ask, pool: Pool) -> Balance:
    """Columns 2 to 8 of Area A."""
    opening = total(
        (
            entered(item.amount, "undepreciated capital cost at the start", f"/carryovers/{key}/amount")
            for key, item in ask.of(_carried_in, pool)
        ),
        "undepreciated capital cost at the start",
    )
    new = ask(came, pool)
    added = total((ask(additions.cost, key) for key in new), "additions")
    designated = total(
        (ask(additions.cost, key) for key in new if ask(additions.is_designated, key)),
        "designated for immediate expensing",
    )
    before = total((opening, added), "class with its additions")
    closed = ask(is_closed, pool)
    received = [] if closed else [ask(_received, pool, key, before) for key in ask(gone, pool)]
    proceeds = total(received, "proceeds, not above cost")
    after = difference(before, proceeds, label="after additions and dispositions")
    if closed and ask.of(asset_of, pool.asset).answers.get(DESIGNATED):
        after = after.marked(gaps.designated_car(f"/assets/{pool.asset}"))
    empty = not closed and ask(is_empty, pool)
    negative = below(after, NOTHING)
    return Balance(
        opening=opening,
        additions=added,
        designated=designated,
        proceeds=proceeds,
        balance=after,
        recapture=not_below_zero(difference(NOTHING, after)).where(negative),
        terminal_loss=not_below_zero(after, "balance of the class") if empty else NOTHING,
    )


def _received(ask: Ask, pool: Pool, key: str, before: Figure) -> Figure:
    """What an asset brings to its class when it is sold."""
    most = ask(additions.cost, key)
    received = additions.proceeds(ask, key, most)
    if PROPERTY[pool.kind].building and pool.asset:
        return additions.with_land(ask, key, received, before)
    return received


def moved_from_land(ask: Ask, pool: Pool, key: str) -> Figure:
    """By how much the price of a building is raised at the cost of its land's (ITA 13(21.1))."""
    if not (PROPERTY[pool.kind].building and pool.asset):
        return NOTHING
    own = additions.proceeds(ask, key, ask(additions.cost, key))
    made = ask(balance, pool)
    return not_below_zero(difference(made.proceeds, own), "moved from the land to the building")


def is_closed(ask: Ask, pool: Pool) -> bool:
    """Whether it is a car of class 10.1 that was sold: what is left of it is not taken back and not lost, but
    given up (ITA 13(2), 20(16.1))."""
    return pool.kind == PASSENGER and bool(ask(gone, pool))


def is_empty(ask: Ask, pool: Pool) -> bool:
    """Whether nothing is left in a class: by the answer of the preparer, or because it was of one asset."""
    if pool.asset:
        return bool(ask(gone, pool))
    return bool(ask.of(activity_of, pool.activity).answers.get(f"empty_{pool.kind}"))


@dataclass(frozen=True, eq=False)
class Claim:
    """What a class may take this year: what accelerated additions add to the base and the half-year rule
    takes off it, the base, and the most that may be claimed besides what is expensed."""

    more: Figure
    less: Figure
    base: Figure
    most: Figure


def claim(ask: Ask, pool: Pool, expensed: Figure) -> Claim:
    """Columns 10 to 18 of Area A, of a class of which so much is expensed immediately."""
    made, new = ask(balance, pool), ask(came, pool)
    remaining = difference(made.additions, expensed, label="additions that are left")
    groups = _by_factor(ask, new, expensed)
    fast = total((amount for _, amount in groups), "accelerated additions")
    ordinary = difference(remaining, fast, label="additions that are not accelerated")
    against = not_below_zero(
        difference(made.proceeds, ordinary), "proceeds that reduce accelerated additions"
    )
    counted = []
    for factor, amount in groups:
        counted.append(not_below_zero(difference(amount, against)) * factor)
        against = not_below_zero(difference(against, amount))
    more = total(counted, "accelerated first year")
    less = NOTHING
    if PROPERTY[pool.kind].halves:
        half = ask(rules).figure("half_year_rule", label="half-year rule")
        less = (not_below_zero(difference(ordinary, made.proceeds)) * half).named("half-year rule")
    left = difference(made.balance, expensed)
    base = not_below_zero(difference(total((left, more)), less), "base of the allowance")
    return Claim(more, less, base, _most(ask, pool, made, base))


def _by_factor(ask: Ask, new: Sequence[str], expensed: Figure) -> list[tuple[Figure, Figure]]:
    """Accelerated additions by their factor, the smallest first; what was expensed is left out. Proceeds
    reduce them in this order (common practice, no source)."""
    found: dict[tuple[Decimal, bool], list[str]] = {}
    for key in new:
        if additions.is_accelerated(ask.of(asset_of, key)):
            factor, designated = ask(additions.factor, key), ask(additions.is_designated, key)
            found.setdefault((factor.amount, designated), []).append(key)
    groups = []
    for (_, designated), keys in sorted(found.items()):
        amount = total((ask(additions.cost, key) for key in keys), "accelerated additions")
        if designated:
            amount = difference(amount, expensed, label="designated, and not expensed")
        groups.append((ask(additions.factor, keys[0]), amount))
    return groups


def _most(ask: Ask, pool: Pool, made: Balance, base: Figure) -> Figure:
    """The most that may be claimed of the base."""
    values = ask(rules)
    closed = ask(is_closed, pool)
    if (ask(is_empty, pool) and not closed) or below(made.balance, NOTHING):
        return NOTHING
    if PROPERTY[pool.kind].equal_parts:
        return smaller_of(ask(equal_parts.of_the_year, pool.asset), base, label="equal part of the year")
    rate = values.figure(RATES[pool.kind], label=f"rate of class {NUMBERS[pool.kind]}")
    most = (base * rate).in_cents()
    if closed:
        half = values.figure("class_10_1_last_year", label="part of the year in which it is sold")
        return NOTHING if ask(came, pool) else (most * half).in_cents()
    return times(most, ask(part_of_year, pool.activity))


def part_of_year(ask: Ask, activity: str) -> Figure | None:
    """The part of the year for which a business was there: its allowance is cut down to it (Regulations
    1100(3)). None for a whole year and for rentals, whose year is the calendar's."""
    record, year = ask.of(activity_of, activity), ask.of(tax_year)
    there = Period.of(year, record.started, record.ended)
    if record.kind == "rental" or there == Period.of(year, None, None) or not there.days:
        return None
    days = stated(Decimal(there.days), f"days of the business in {year}")
    whole = ask(rules).figure("short_year_days", label="days of a year")
    return days / whole


def has_pools(ask: Ask, activity: str) -> bool:
    """Whether an activity has anything in a class."""
    return bool(ask(pools, activity))


def in_order_of_rates(ask: Ask, activity: str) -> tuple[Pool, ...]:
    """The classes in the order in which an amount that is limited is claimed: slow ones first, so that the
    fast ones keep what is left (common practice, no source)."""
    values = ask(rules)

    def rate(pool: Pool) -> Decimal:
        return values.amount(RATES[pool.kind]) if pool.kind in RATES else Decimal(0)

    return tuple(sorted(ask(pools, activity), key=rate))
