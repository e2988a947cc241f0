"""The rate of an asset's year from the tables of Rev. Proc. 87-57, as printed."""

from __future__ import annotations

from decimal import Decimal
from functools import cache

from half_yard.countries.us.asset_classes import CLASSES
from half_yard.depreciation import Convention, rate_table
from half_yard.figures import Figure, RuleValue, rule

# Two cells of table A-3 were printed as 17.85% and 3.34%, where its method gives 17.86% and 3.33%. The
# printed table is the one the IRS prescribes and preparers check against, so it is followed.
AS_PRINTED = {
    ("seven_year", Convention.MID_QUARTER, 2, 1): Decimal("0.1785"),
    ("seven_year", Convention.MID_QUARTER, 2, 8): Decimal("0.0334"),
}


@cache
def class_rates(class_key: str, convention: Convention, period: int) -> tuple[Decimal, ...]:
    """The rates of a class by year, as parts of the basis, as the published table prints them.

    Raises ValueError for land, which has no table.
    """
    recovery = CLASSES[class_key].recovery
    if recovery is None:
        raise ValueError(f"{class_key} is not depreciated")
    made = rate_table(recovery, convention, period)
    return tuple(
        AS_PRINTED.get((class_key, convention, period, year), rate) for year, rate in enumerate(made, 1)
    )


@cache
def rate_figure(class_key: str, convention: Convention, period: int, year: int) -> Figure:
    """The rate of the given year of the asset's life (1 is the first), with the table that states it."""
    asset_class = CLASSES[class_key]
    rate = class_rates(class_key, convention, period)[year - 1]
    looked_at = {
        Convention.HALF_YEAR: "",
        Convention.MID_QUARTER: f", quarter {period}",
        Convention.MID_MONTH: f", month {period}",
    }[convention]
    years = asset_class.recovery.years if asset_class.recovery else 0
    label = f"{years}-year rate, {convention}{looked_at}, year {year}"
    return rule(rate, label, RuleValue("macrs_rate", year, asset_class.tables, "share of basis"))
