"""Payments towards next year's tax, as a country's computation proposes them."""

from __future__ import annotations

import datetime
from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.results import Computation


@dataclass(frozen=True, slots=True)
class Instalment:
    """One payment: which of them (from 1), by when, how many dollars, and to whom a check is made out."""

    number: int
    due: datetime.date
    amount: Decimal
    payable_to: str = ""


def none_ahead(computation: Computation) -> Sequence[Instalment]:
    """Nothing is worked out for next year."""
    del computation
    return ()
