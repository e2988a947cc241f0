"""Amounts with a digit too many: ten times what stands beside them, or what last year had."""

from __future__ import annotations

from collections.abc import Mapping
from decimal import Decimal

ENOUGH = 3
FAR = 5
TEN = Decimal(10)
TWICE = 2


def digit_too_many(amounts: Mapping[str, Decimal]) -> tuple[str, Decimal] | None:
    """The key of the amount that seems to have a digit too many among its line's, and what it may have been.

    It stands far above all others, of which there are at least three, and a tenth of it would stand among
    them. Amounts are in dollars; those below zero are left aside.
    """
    known = sorted(amount for amount in amounts.values() if amount > 0)
    if len(known) <= ENOUGH:
        return None
    largest, second, smallest = known[-1], known[-2], known[0]
    if largest >= FAR * second and smallest / TWICE <= largest / TEN <= TWICE * second:
        return next(key for key, amount in amounts.items() if amount == largest), largest / TEN
    return None


def against_last_year(now: Decimal, before: Decimal) -> bool:
    """Whether an amount seems to have a digit too many against last year's, both in dollars."""
    return before > 0 and now >= FAR * before and before / TWICE <= now / TEN <= TWICE * before
