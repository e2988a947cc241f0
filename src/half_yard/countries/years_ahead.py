"""Where assets or carryovers make the difference: this year's result, what the years ahead still deduct, and
all of it together in today's money."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.methods_beside import result_of
from half_yard.countries.next_year import carried_on
from half_yard.countries.pack import Pack
from half_yard.countries.results import Computation
from half_yard.figures.rounding import ZERO, to_cents

SHOWN = 5
"""So many of the years ahead stand each for itself; the rest together."""


@dataclass(frozen=True, slots=True)
class Ahead:
    """One column: what the owners get back this year (below zero: pay), what depreciation this year and each
    of the next five takes, the rest after them, and what is carried to next year, in dollars. `later` has
    every year after this one."""

    result: Decimal
    this_year: Decimal
    later: tuple[Decimal, ...]
    carried: Decimal

    @property
    def shown(self) -> tuple[Decimal, ...]:
        """The next five years."""
        return (*self.later[:SHOWN], *([ZERO] * max(SHOWN - len(self.later), 0)))

    @property
    def rest(self) -> Decimal:
        """What is left after them."""
        return sum(self.later[SHOWN:], ZERO)

    def in_all(self, taxed_at: Decimal, rate: Decimal) -> Decimal:
        """This year's result, and what the deductions of later years save where they are taxed at a part of
        one, each discounted by a yearly rate, a part of one, in cents. What is carried is not in it."""
        saved = sum(
            (amount * taxed_at / (1 + rate) ** number for number, amount in enumerate(self.later, 1)), ZERO
        )
        return to_cents(self.result + saved)


def years_ahead(made: Sequence[Computation], pack: Pack) -> list[Ahead]:
    """Each computation with the years after it."""
    found = []
    for each in made:
        years: list[Decimal] = []
        if pack.assets.one_by_one is not None:
            ahead = pack.one_by_one.projection(each.file)
            off = [key for key, activity in each.file.activities.items() if activity.archived]
            left_out = [list(ahead.by_activity.get(key, ())) for key in off]
            years = [
                ahead.total(index) - sum(amounts[index] for amounts in left_out if index < len(amounts))
                for index in range(ahead.years)
            ]
        carried = sum((abs(one.amount) for one in carried_on(each)), ZERO)
        found.append(Ahead(result_of(each), years[0] if years else ZERO, tuple(years[1:]), carried))
    return found
