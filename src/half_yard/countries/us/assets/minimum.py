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
    method = other_method(life)
    return life.by(life.way.by(method)) if method else life


def other_method(life: Life) -> str:
    """The method of the minimum tax; empty where that of the regular tax holds."""
    if life.first < SAME_REAL_FROM:
        return ALTERNATIVE
    eligible = life.allowance.rate is not None or (life.allowance.elected_out and life.first >= ELIGIBLE_FROM)
    return SLOWER if life.way.recovery.declining == DOUBLE and not eligible else ""
