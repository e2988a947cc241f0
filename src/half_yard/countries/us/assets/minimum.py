"""An asset's life for the minimum tax (26 U.S.C. 56(a)(1)).

Property on the 200% method goes by 150%, unless it is eligible for the special allowance, from 2016 on also
where that was elected out of (168(k)(2)(G)); property of 1987 to 1998 goes by the alternative system; all
else as for the regular tax.
"""

from __future__ import annotations

from half_yard.countries.us.assets.classes import DOUBLE
from half_yard.countries.us.assets.life import Life
from half_yard.countries.us.assets.rates import ALTERNATIVE, SLOWER

SAME_REAL_FROM = 1999
ELIGIBLE_FROM = 2016
"""From this year in service on, property that is elected out of the allowance has no adjustment (P.L.
114-113, section 143(b))."""


def minimum(life: Life) -> Life:
    """The asset's life for the minimum tax."""
    way = life.way
    if life.first < SAME_REAL_FROM:
        return life.by(way.by(ALTERNATIVE))
    double = way.recovery.declining == DOUBLE
    eligible = life.allowance.rate is not None or (life.allowance.elected_out and life.first >= ELIGIBLE_FROM)
    if double and not eligible:
        return life.by(way.by(SLOWER))
    return life
