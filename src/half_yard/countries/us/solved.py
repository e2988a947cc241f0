"""Amounts that rest on each other, found step by step: each step takes what the one before leaves, until it
stays the same."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from decimal import Decimal

from half_yard.figures import Assumption, Figure

MOST_STEPS = 60
ASSUMED = Assumption("the deduction for health insurance is assumed", on_no_line=True)
"""Looked at by what may be asked for with an assumed deduction and without."""


@dataclass(frozen=True, slots=True)
class AssumedDeduction(Assumption):
    """A deduction for health insurance of so many dollars."""

    amount: Decimal = Decimal(0)


def solve(first: Figure, next_one: Callable[[Decimal], Figure]) -> tuple[Figure, ...]:
    """The steps from the first to the one that stays as it is, in whole dollars. Where two go round, the
    smaller of them stands: it is the one that no step would raise above what was paid."""
    steps = [first]
    seen = {first.amount}
    while len(steps) < MOST_STEPS:
        step = next_one(steps[-1].amount)
        steps.append(step)
        if step.amount == steps[-2].amount:
            return tuple(steps)
        if step.amount in seen:
            break
        seen.add(step.amount)
    smallest = min(steps[-2:], key=lambda each: each.amount)
    return (*steps, smallest) if smallest is not steps[-1] else tuple(steps)
