"""The same years without tables, in the arithmetic that a person does by hand, to compare with.

IRS Pub. 946, "Figuring the Deduction Without Tables": the balance times the declining rate, or straight line
over the years that are left as soon as that gives as much; the first year for the part that it counts; the
last takes what is left. Nothing is rounded but what a year shows."""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction

from half_yard.depreciation.conventions import Start
from half_yard.depreciation.rate_table import Recovery
from half_yard.depreciation.schedule import cents


@dataclass(frozen=True, slots=True)
class HandYear:
    """One year: the arithmetic in words, and what it comes to in dollars."""

    words: str
    amount: Decimal


def by_hand(basis: Decimal, recovery: Recovery, start: Start) -> list[HandYear]:
    """Every year of a basis in dollars, the first one first."""
    balance, life, factor = Fraction(basis), Fraction(recovery.years), Fraction(recovery.declining)
    left, counted = life, start.counted
    years = []
    while left > 0:
        last = left <= 1 and counted == 1
        declining, straight = balance * factor / life, balance / left if left >= 1 else balance
        shown = f"{_money(balance)}"
        if last:
            taken, words = balance, f"{shown}, all that is left"
        elif factor > 1 and declining > straight:
            taken, words = declining * counted, f"{shown} × {_number(factor)} / {_number(life)} years"
        else:
            taken, words = straight * counted, f"{shown} / {_number(left)} years left"
        if counted != 1:
            words += f" × {_number(counted * 12)} / 12 months"
        years.append(HandYear(words, cents(_decimal(taken))))
        balance, left, counted = balance - taken, left - counted, Fraction(1)
    return years


def _decimal(value: Fraction) -> Decimal:
    return Decimal(value.numerator) / Decimal(value.denominator)


def _money(value: Fraction) -> str:
    return f"{cents(_decimal(value)):,.2f}"


def _number(value: Fraction) -> str:
    return f"{_decimal(value).quantize(Decimal('0.001')).normalize():f}"
