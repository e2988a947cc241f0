"""Whether two values are alike in everything, so that the one before can stand for the other."""

from __future__ import annotations

import datetime
from collections.abc import Collection
from decimal import Decimal
from itertools import compress
from operator import is_not

PLAIN = (str, int, bool, type(None), datetime.date)


def same(before: object, now: object) -> bool:
    """Whether two values are alike in everything, so that the one before can stand for the other. What is not
    plain is only like itself."""
    if before is now:
        return True
    if type(before) is not type(now):
        return False
    if isinstance(before, PLAIN):
        return before == now
    if isinstance(before, Decimal) and isinstance(now, Decimal):
        return before.as_tuple() == now.as_tuple()
    if isinstance(before, tuple) and isinstance(now, tuple):
        return len(before) == len(now) and _all_same(before, now)
    if isinstance(before, dict) and isinstance(now, dict):
        alike = len(before) == len(now) and _all_same(before.values(), now.values())
        return alike and list(before) == list(now)
    return isinstance(before, frozenset) and before == now


def _all_same(before: Collection[object], now: Collection[object]) -> bool:
    """Whether each of them is like the other's. Most are the very ones of before: only those that are not are
    looked at one by one."""
    return all(
        same(one, other) for one, other in compress(zip(before, now, strict=True), map(is_not, before, now))
    )
