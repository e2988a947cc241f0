"""The rate of an asset's year from the tables of Rev. Proc. 87-57, as printed."""

from __future__ import annotations

from decimal import Decimal
from functools import cache

from half_yard.countries.us.assets.classes import CLASSES, ONE, ONE_AND_A_HALF
from half_yard.depreciation import Convention, Recovery, rate_table
from half_yard.figures import Figure, RuleValue, rule

STRAIGHT_LINE, SLOWER, ALTERNATIVE = "straight_line", "slower", "alternative"
METHODS = {
    "": "As its class",
    STRAIGHT_LINE: "Straight line",
    SLOWER: "150% declining balance",
    ALTERNATIVE: "Alternative system",
}
"""The ways of depreciation that can be elected (26 U.S.C. 168(b)(2), (b)(5), (g)(7)), by key."""
LONGER_RESIDENTIAL = Decimal(40)
RESIDENTIAL_30_START = 2018
# Two cells of table A-3 were printed as 17.85% and 3.34%, where its method gives 17.86% and 3.33%. The
# printed table is the one the IRS prescribes and preparers check against, so it is followed.
AS_PRINTED = {
    ("seven_year", Convention.MID_QUARTER, 2, 1): Decimal("0.1785"),
    ("seven_year", Convention.MID_QUARTER, 2, 8): Decimal("0.0334"),
}


@cache
def recovery_of(class_key: str, method: str, year: int) -> Recovery:
    """How a class is recovered by a method, where it was placed in service in a year.

    Raises ValueError for what is not depreciated.
    """
    asset_class = CLASSES[class_key]
    recovery = asset_class.recovery
    if recovery is None:
        raise ValueError(f"{class_key} is not depreciated")
    if method == STRAIGHT_LINE:
        return Recovery(recovery.years, ONE, recovery.places, recovery.level)
    if method == SLOWER and recovery.declining > ONE_AND_A_HALF:
        return Recovery(recovery.years, ONE_AND_A_HALF, recovery.places)
    if method == ALTERNATIVE:
        years = asset_class.alternative
        if class_key == "residential_building" and year < RESIDENTIAL_30_START:
            years = LONGER_RESIDENTIAL
        return Recovery(years, ONE, 3 if asset_class.real else 2)
    return recovery


@cache
def class_rates(
    class_key: str, convention: Convention, period: int, method: str = "", year: int = RESIDENTIAL_30_START
) -> tuple[Decimal, ...]:
    """The rates of a class by year of its life, as parts of the basis, as the published table prints them.

    Raises ValueError for land, which has no table.
    """
    made = rate_table(recovery_of(class_key, method, year), convention, period)
    if method:
        return made
    return tuple(
        AS_PRINTED.get((class_key, convention, period, index), rate) for index, rate in enumerate(made, 1)
    )


@cache
def rate_figure(
    class_key: str, convention: Convention, period: int, index: int, method: str, year: int
) -> Figure:
    """The rate of a year of the asset's life (1 is the first), with the table that states it."""
    rate = class_rates(class_key, convention, period, method, year)[index - 1]
    looked_at = {
        Convention.HALF_YEAR: "",
        Convention.MID_QUARTER: f", quarter {period}",
        Convention.MID_MONTH: f", month {period}",
    }[convention]
    years = recovery_of(class_key, method, year).years
    source = "IRS Pub. 946, appendix A (straight line or 150%)" if method else CLASSES[class_key].tables
    label = f"{years}-year rate, {convention}{looked_at}, year {index}"
    return rule(rate, label, RuleValue("macrs_rate", index, source, "share of basis"))
