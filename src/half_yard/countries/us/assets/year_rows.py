"""Every year of an asset laid open: what the rate was taken of, which rate from which table, what limits it,
and the same by hand."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.results import YearRow
from half_yard.countries.us.assets.course import Course
from half_yard.countries.us.assets.life import Life
from half_yard.depreciation.by_hand import HandYear, by_hand
from half_yard.figures import Figure, RuleValue


@dataclass(frozen=True, slots=True, eq=False)
class YearsOfCourse:
    """The years of a depreciated asset's course, seen from one of them."""

    course: Course
    index: int

    def before(self) -> Figure:
        """As entered, or by the table."""
        return self.course.prior(self.index)

    def after(self) -> Figure:
        """The year after this one."""
        return self.course.after(self.index)

    def every(self) -> tuple[Figure, ...]:
        """Every year of its life, in cents."""
        return self.course.all_years()

    def amounts(self) -> Sequence[Decimal]:
        """What every year takes, in dollars."""
        return self.course.amounts

    def straight_line(self) -> Figure:
        """What straight line would have taken."""
        return self.course.straight_line(self.index)

    def rows(self) -> Sequence[YearRow]:
        """Every year laid open."""
        hand = _hand_years(self.course.life)
        return [_row(self.course, index, figure, hand) for index, figure in enumerate(self.every())]


def _row(course: Course, index: int, figure: Figure, hand: list[HandYear]) -> YearRow:
    then = course.at(index)
    year = then.first + index
    if index >= len(then.rates):
        return YearRow(year, figure, words="what the limits cut off, a year's limit at a time")
    rate = then.way.rate(index)
    source = rate.origin.source if isinstance(rate.origin, RuleValue) else ""
    words = [f"{source.removeprefix('Rev. Proc. 87-57; ')}, year {index + 1}"]
    if index == 0:
        words += [f"{part.amount:,.2f} {name}" for name, part in _firsts(then)]
    left_in = then.terms.left_in
    if left_in is not None and index == left_in[0]:
        words.append(f"times {left_in[1].normalize():.4f}, the part of the year in which it left")
    if (limit := then.terms.limit(index)) is not None:
        words.append(f"not more than {limit:,.2f}")
    by = hand[index] if index < len(hand) and then is course.life else None
    return YearRow(year, figure, then.basis_of_rate(index).amount, rate.amount, "; ".join(words), by)


def _firsts(life: Life) -> list[tuple[str, Figure]]:
    """What the first year takes besides its rate."""
    firsts = (("expensed", life.expensed), ("special allowance", life.special_allowance))
    return [(name, figure) for name, figure in firsts if figure is not None]


def _hand_years(life: Life) -> list[HandYear]:
    """The years by hand, of the basis behind what the first year took at once; none where its use changes, it
    has limits or it left service, which tables and arithmetic treat alike."""
    terms = life.terms
    if (
        terms.limits is not None
        or terms.left_in is not None
        or any(share != terms.shares[0] for share in terms.shares)
    ):
        return []
    basis = life.basis_of_rate(0).amount
    return by_hand(basis, life.way.recovery, life.way.start) if basis > 0 else []
