"""Whether the machine was at full speed: around what is measured is a loop that always does the same."""

from __future__ import annotations

import time
from collections.abc import Callable, Sequence

Taken = tuple[float, float]
"""The milliseconds of some work, and of the loop around it."""
LOOP, FULL = 40_000, 1.15
"""How long the loop is, and how many times its least it may take at full speed."""


def timed(work: Callable[[], object]) -> Taken:
    """How many milliseconds some work took, and how many the loop around it."""
    before = _loop()
    begun = time.perf_counter()
    work()
    taken = (time.perf_counter() - begun) * 1000
    return taken, max(before, _loop())


def _loop() -> float:
    begun, total = time.perf_counter(), 0
    for number in range(LOOP):
        total += number
    return (time.perf_counter() - begun) * 1000


def at_full_speed(taken: Sequence[Taken], least: float) -> list[float]:
    """Of what was measured that beside which the machine was at full speed: the loop took hardly more than
    its least."""
    return [work for work, loop in taken if loop <= least * FULL]
