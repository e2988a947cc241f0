"""The years of many assets at once, in whole cents, with NumPy: the same numbers as `schedule.yearly`.

Amounts, shares and rates are scaled to whole numbers, so that nothing is rounded but where a year is. What
does not fit into 64 bits that way, and what has yearly limits, is worked out one by one.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from functools import lru_cache

import numpy as np
import numpy.typing as npt

from half_yard.depreciation.schedule import Terms, cents, yearly

Cents = npt.NDArray[np.int64]
HUNDRED = 100
SHARE, RATE = 10_000, 100_000
"""Parts of one in which shares and rates are counted."""
LARGEST = Decimal(10_000_000)
"""The largest basis in dollars whose products fit: cents times share times rate below 2**63."""


@dataclass(frozen=True, eq=False)
class ManyYears:
    """What many assets take year by year. The first year of each stands in `_first`, its years from then on
    in a row of `_cents`; the arrays are this module's own."""

    _first: npt.NDArray[np.int64]
    _cents: Cents

    @staticmethod
    def of(
        first: Sequence[int], terms: Sequence[Terms], instead: Mapping[int, Sequence[Decimal]]
    ) -> ManyYears:
        """The years by terms; of the rows numbered in `instead` those given there, in dollars."""
        made = years_of_all(terms)
        longest = max([made.shape[1], *(len(years) for years in instead.values())])
        made = np.pad(made, ((0, 0), (0, longest - made.shape[1])))
        for number, years in instead.items():
            made[number] = 0
            made[number, : len(years)] = [int(amount * HUNDRED) for amount in years]
        return ManyYears(np.array(first, np.int64), made)

    def picked(self, rows: Sequence[int]) -> ManyYears:
        """The assets of some rows, in that order."""
        return ManyYears(self._first[rows], self._cents[rows])

    def years(self, row: int) -> tuple[int, list[Decimal]]:
        """The first year of an asset, and what it takes from then on, in dollars."""
        taken = self._cents[row].tolist()
        while taken and not taken[-1]:
            taken.pop()
        return int(self._first[row]), [_dollars(each) for each in taken]

    def total(self, year: int) -> Decimal:
        """What all of them take in a year, in dollars."""
        return _dollars(int(self._from_year(year, 1).sum()))

    def by_group(self, groups: Sequence[str], year: int, most: int) -> dict[str, list[Decimal]]:
        """What the assets of each group take together from a year on, for so many years, in dollars; the
        groups are given row by row."""
        names = sorted(set(groups))
        row = {name: number for number, name in enumerate(names)}
        together = np.zeros((len(names), most), np.int64)
        np.add.at(together, [row[group] for group in groups], self._from_year(year, most))
        return {name: [_dollars(each) for each in together[row[name]].tolist()] for name in names}

    def _from_year(self, year: int, most: int) -> Cents:
        """The rows moved to begin with a year: an array of assets by years."""
        columns = year - self._first[:, None] + np.arange(most)
        if not self._cents.shape[1]:
            return np.zeros_like(columns)
        there = (columns >= 0) & (columns < self._cents.shape[1])
        return np.where(there, np.take_along_axis(self._cents, np.where(there, columns, 0), axis=1), 0)


def _dollars(amount: int) -> Decimal:
    return Decimal(amount).scaleb(-2)


def years_of_all(terms: Sequence[Terms]) -> Cents:
    """What every asset takes in each year of its life, in cents: an array of assets by years, zeros behind
    the last year of each."""
    plain = [number for number, each in enumerate(terms) if _fits(each)]
    others = {number: yearly(each) for number, each in enumerate(terms) if not _fits(each)}
    longest = max([len(each.rates) for each in terms] + [len(years) for years in others.values()], default=0)
    made = np.zeros((len(terms), longest), np.int64)
    if plain:
        made[plain] = _of_plain([terms[number] for number in plain], longest)
    for number, years in others.items():
        made[number, : len(years)] = [int(amount * HUNDRED) for amount in years]
    return made


def _fits(terms: Terms) -> bool:
    """Whether an asset's years are products of whole numbers that fit."""
    return (
        terms.limits is None
        and terms.basis <= LARGEST
        and (len(terms.shares) == 1 or all(share * SHARE % 1 == 0 for share in terms.shares))
        and _whole(terms.rates)
    )


@lru_cache(maxsize=1024)
def _whole(rates: tuple[Decimal, ...]) -> bool:
    """Whether rates are whole numbers when counted: those of tables are, by a formula later ones seldom."""
    return all(rate * RATE % 1 == 0 for rate in rates)


def _of_plain(terms: Sequence[Terms], longest: int) -> Cents:
    """The years of assets without limits."""
    rates = _table([each.rates for each in terms], RATE, longest)
    shares = _table([each.shares for each in terms], SHARE, longest)
    last = np.array([min(len(each.shares), longest) for each in terms]) - 1
    behind = np.arange(longest) > last[:, None]
    shares = np.where(behind, shares[np.arange(len(terms)), last][:, None], shares)
    basis = np.array([int(each.basis * HUNDRED) for each in terms], np.int64)
    expensed = np.array([int(each.expensed * HUNDRED) for each in terms], np.int64)
    rate = np.array([int(each.allowance * SHARE) for each in terms], np.int64)
    of_business = basis[:, None] * shares
    first = np.maximum(of_business[:, 0] - expensed * SHARE, 0)
    allowance = _rounded(first * rate, SHARE * SHARE)
    off = (expensed + allowance) * SHARE
    amounts = _rounded(np.maximum(of_business - off[:, None], 0) * rates, SHARE * RATE)
    _leave(amounts, terms, off)
    amounts[:, 0] += expensed + allowance
    # Never more than the basis at its widest use: what would go beyond it is cut off at the end.
    widest = np.array([int(max(each.shares) * SHARE) for each in terms], np.int64)
    most = _rounded(basis * widest, SHARE)
    together = np.minimum(np.cumsum(amounts, axis=1), most[:, None])
    return np.diff(together, axis=1, prepend=0)


def _table(rows: Sequence[tuple[Decimal, ...]], scale: int, longest: int) -> Cents:
    """Rows of parts of one as whole numbers; the same row is turned into numbers once."""
    known: dict[tuple[Decimal, ...], int] = {}
    which = [known.setdefault(row, len(known)) for row in rows]
    made = np.zeros((len(known), longest), np.int64)
    for row, number in known.items():
        made[number, : len(row)] = [int(part * scale) for part in row[:longest]]
    return made[which]


def _leave(amounts: Cents, terms: Sequence[Terms], off: Cents) -> None:
    """Cut off the years behind the one in which an asset left service, and count its part of that one."""
    for number, each in enumerate(terms):
        if each.left_in is None or each.left_in[0] >= amounts.shape[1]:
            continue
        index, part = each.left_in
        amounts[number, index + 1 :] = 0
        if index < len(each.rates):
            left = max(
                each.basis * each.share(index) - Decimal(int(off[number])) / (SHARE * HUNDRED), Decimal(0)
            )
            amounts[number, index] = int(cents(left * each.rates[index] * part) * HUNDRED)


def _rounded(product: Cents, scale: int) -> Cents:
    """A product back to cents, rounded half up; none is below zero."""
    return (product + scale // 2) // scale
