"""The instalments of next year's estimated tax, from their sheet."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.countries.paying_ahead import Instalment
from half_yard.countries.results import Computation
from half_yard.countries.us.due_dates import due_dates

PAYABLE_TO = "United States Treasury"


def instalments_of(computation: Computation) -> Sequence[Instalment]:
    """The payments of next year that are more than nothing, the earliest first."""
    if not computation.has_sheet("estimated_tax"):
        return ()
    sheet = computation.sheet("estimated_tax")
    every = (
        Instalment(number, day, sheet[f"instalment.{number}"].amount, PAYABLE_TO)
        for number, day in enumerate(due_dates(computation.file.tax_year + 1), 1)
    )
    return tuple(each for each in every if each.amount > 0)
