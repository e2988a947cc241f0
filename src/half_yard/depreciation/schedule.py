"""The years of one asset as numbers, from its basis, its rates and its limits. It knows no country."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from decimal import ROUND_HALF_UP, Decimal

CENT = Decimal("0.01")
ZERO = Decimal(0)
MOST_YEARS = 400
"""Years after which what limits have cut off is not followed any more."""


@dataclass(frozen=True, slots=True)
class Terms:
    """What decides an asset's years; amounts are dollars, shares and rates parts of one.

    `shares` are the business use by year of its life, the last one for all years behind; `expensed` comes off
    the first year's basis, then `allowance` is taken of what is left at its rate. `limits` cap single years,
    in full-use dollars, the last one for all years behind; `None` where there are none. `left_in` is the
    index of the year in which it left service, with the part of that year's rate that counts. `harbour` says
    that the rates go on with what the first year's limit has left.
    """

    basis: Decimal
    rates: tuple[Decimal, ...]
    shares: tuple[Decimal, ...] = (Decimal(1),)
    expensed: Decimal = ZERO
    allowance: Decimal = ZERO
    limits: tuple[Decimal, ...] | None = None
    left_in: tuple[int, Decimal] | None = None
    harbour: bool = False

    def share(self, index: int) -> Decimal:
        """The business use of a year."""
        return self.shares[min(index, len(self.shares) - 1)]

    def limit(self, index: int) -> Decimal | None:
        """What a year may take at the most, at its business use; None for no limit."""
        if self.limits is None:
            return None
        return cents(self.limits[min(index, len(self.limits) - 1)] * self.share(index))

    @property
    def in_full_use(self) -> Terms:
        """The same asset as if all of its use were for the business (26 U.S.C. 280F(d)(8))."""
        expensed = cents(self.expensed / self.share(0)) if self.expensed else ZERO
        return replace(self, shares=(Decimal(1),), expensed=expensed)


def cents(amount: Decimal) -> Decimal:
    """The amount rounded half up to the cent."""
    return amount.quantize(CENT, ROUND_HALF_UP)


def first_allowance(terms: Terms) -> Decimal:
    """The allowance of the first year, before any limit."""
    return cents(max(terms.basis * terms.share(0) - terms.expensed, ZERO) * terms.allowance)


def yearly(terms: Terms, years: int | None = None) -> list[Decimal]:
    """What every year takes, the first one first: until it is used up, or for so many years.

    A limit of a year carries what it cuts off behind the last year of the rates, where the limits of those
    years apply to what full use would have left. Never more than the basis in all.
    """
    allowance = first_allowance(terms)
    taken: list[Decimal] = []
    left = cents(terms.basis * max(terms.shares))
    last = len(terms.rates) if terms.limits is None else MOST_YEARS
    partly = terms.limits is not None and any(share != 1 for share in terms.shares)
    full = yearly(terms.in_full_use, years) if partly else taken
    for index in range(min(last, years) if years is not None else last):
        if index < len(terms.rates) or not partly:
            amount = _year(terms, index, allowance, taken)
        else:
            # What is left behind the table is that of full use, and of each year the part for the business.
            amount = cents(full[index] * terms.share(index)) if index < len(full) else ZERO
        if index >= len(terms.rates) and amount <= 0:
            break
        amount = min(amount, max(left, ZERO))
        taken.append(amount)
        left -= amount
    return taken


def _year(terms: Terms, index: int, allowance: Decimal, taken: Sequence[Decimal]) -> Decimal:
    """A year before the test that it leaves the basis above zero."""
    if terms.left_in is not None and index > terms.left_in[0]:
        return ZERO
    limit = terms.limit(index)
    if index >= len(terms.rates):
        return max(min(cents(terms.basis - sum(taken)), limit or ZERO), ZERO)
    off = terms.expensed + allowance
    first_limit = terms.limit(0)
    if index and first_limit is not None and terms.harbour:
        off = first_limit
    rate = terms.rates[index]
    if terms.left_in is not None and index == terms.left_in[0]:
        rate *= terms.left_in[1]
    amount = cents(max(terms.basis * terms.share(index) - off, ZERO) * rate)
    if index == 0:
        amount += terms.expensed + allowance
    return amount if limit is None else min(amount, limit)
