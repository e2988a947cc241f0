"""How long an asset was held."""

from __future__ import annotations

import datetime

from half_yard.countries.us.assets.basis import CONVERTED, GIVEN, INHERITED, origin_of
from half_yard.records import Asset


def is_longer(start: datetime.date, end: datetime.date, years: int) -> bool:
    """Whether more than so many years lie between two days, counted from the day after the first."""
    return (end.year - start.year, end.month, end.day) > (years, start.month, start.day)


def held_long(asset: Asset) -> bool:
    """Whether it was held for more than a year (26 U.S.C. 1231(b)(1)), from the day after it came: of what
    was bought not that of its contract but that on which it stood ready. What was inherited always was
    (1223(9)); of a gift and of what was turned from private use the day on which it was acquired counts."""
    own_day = asset.acquired if origin_of(asset) in {GIVEN, CONVERTED} else None
    start, end = own_day or asset.in_service, asset.disposed
    if start is None or end is None:
        return False
    if origin_of(asset) == INHERITED:
        return True
    return is_longer(start, end, 1)
