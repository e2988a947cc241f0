"""Rate tables made from a method and a convention.

Each year's rate is worked out on the balance that the rounded rates before it left, by declining balance
until straight line over the life that remains gives as much (26 U.S.C. 168(b)); the last year takes what
is left, so that the rates add up to one. That is how the tables of Rev. Proc. 87-57, reprinted in IRS
Pub. 946 appendix A, come about, and the tests compare every cell with them. The later table for 39 years
(A-7a) rounds one yearly and one monthly rate instead and repeats them: `level` says so.
"""

from __future__ import annotations

from dataclasses import dataclass
from decimal import ROUND_HALF_UP, Decimal
from fractions import Fraction
from functools import cache

ONE = Fraction(1)


@dataclass(frozen=True, slots=True)
class Recovery:
    """How a class of property is recovered: its life in years and its method.

    `declining` is the declining-balance factor (2 for 200%, 1.5 for 150%, 1 for straight line);
    `places` the decimal places of a rate in percent that the published table carries; `level` that the
    table repeats one rounded rate.
    """

    years: Decimal
    declining: Decimal
    places: int
    level: bool = False


@cache
def rate_table(recovery: Recovery, counted: Fraction) -> tuple[Decimal, ...]:
    """The rates by year as parts of the basis (0.2000 for 20%), from the first year to the last.

    `counted` is the part of a full year that the first year is.
    """
    rates = _level_rates(recovery, counted) if recovery.level else _balance_rates(recovery, counted)
    return (*rates, Decimal(1) - sum(rates))


def _balance_rates(recovery: Recovery, counted: Fraction) -> list[Decimal]:
    """The rates of all years but the last, each on the balance before it."""
    life, factor = Fraction(recovery.years), Fraction(recovery.declining)
    rates = [_rounded(counted * factor / life, recovery.places)]
    while life - counted > 1:
        balance = ONE - sum(map(Fraction, rates))
        declining = balance * factor / life
        straight = balance / (life - counted)
        rates.append(_rounded(max(declining, straight), recovery.places))
        counted += 1
    return rates


def _level_rates(recovery: Recovery, counted: Fraction) -> list[Decimal]:
    """The rates of all years but the last, from one rounded yearly and one rounded monthly rate."""
    life = Fraction(recovery.years)
    monthly = _rounded(ONE / life / 12, recovery.places)
    months = counted * 12
    first = monthly * months.numerator / months.denominator
    yearly = _rounded(ONE / life, recovery.places)
    return [first, *[yearly] * int(life - counted)]


def _rounded(rate: Fraction, places: int) -> Decimal:
    exact = Decimal(rate.numerator) / Decimal(rate.denominator)
    return exact.quantize(Decimal(1).scaleb(-places - 2), ROUND_HALF_UP)
