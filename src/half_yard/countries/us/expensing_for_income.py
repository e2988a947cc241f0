"""The section 179 amount that brings taxable income to a figure: found on the whole return, by halving."""

from __future__ import annotations

from collections.abc import Callable
from decimal import Decimal

from half_yard.countries.offered import FoundAmount, WhatIf
from half_yard.countries.us.assets.basis import basis_amount
from half_yard.countries.us.assets.otherwise import otherwise
from half_yard.countries.us.assets.uses import share_of_year
from half_yard.countries.us.compute import compute
from half_yard.figures.remembered import Memory
from half_yard.figures.rounding import to_cents
from half_yard.records import ClientFile
from half_yard.records.wearing import applied


def expensing_for_income(file: ClientFile, key: str, wanted: Decimal) -> FoundAmount:
    """The smallest amount to expense of an asset, in whole dollars, with which taxable income is not more
    than `wanted`; where none brings it there, the smallest that comes nearest.

    Raises KeyError if there is no such asset, ValueError, which says why, if it can't be expensed.
    """
    asset = file.assets[key]
    first = asset.in_service.year if asset.in_service else 0
    if first != file.tax_year:
        raise ValueError(f"It was not placed in service in {file.tax_year}: only then can it be expensed.")
    memory = Memory()
    most = to_cents(basis_amount(asset) * share_of_year(asset, first))

    def income(dollars: int) -> Decimal:
        """Taxable income with so much expensed: each is the whole return."""
        asked = WhatIf(asset=key, expensed=min(Decimal(dollars), most))
        made = compute(applied(file, otherwise(file, asked)), memory)
        if reason := made.stops.get(f"/assets/{key}"):
            raise ValueError(reason)
        return made.sheet("form_1040")["taxable_income"].amount

    income(1)  # says why, where it can't be expensed at all
    highest = int(most.to_integral_value("ROUND_CEILING"))
    without, with_all = income(0), income(highest)
    dollars = _least(income, highest, max(wanted, with_all)) if without > wanted else 0
    return FoundAmount(min(Decimal(dollars), most), income(dollars), without, with_all)


def _least(income: Callable[[int], Decimal], highest: int, wanted: Decimal) -> int:
    """The smallest number of dollars that brings the income down to what is wanted, which the highest
    does."""
    low, high = 0, highest
    while high - low > 1:
        middle = (low + high) // 2
        low, high = (low, middle) if income(middle) <= wanted else (middle, high)
    return high
