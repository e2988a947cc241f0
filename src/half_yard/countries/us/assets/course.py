"""The course of an asset's years: its life, and where its business use falls to half or less, what is given
back and the life that goes on from there. A life knows nothing of it."""

from __future__ import annotations

from dataclasses import dataclass, replace
from decimal import Decimal

from half_yard.countries.us.assets.auto_limits import auto_limits
from half_yard.countries.us.assets.life import Life
from half_yard.countries.us.assets.rates import ALTERNATIVE
from half_yard.countries.us.assets.sold import PERSONAL
from half_yard.countries.us.assets.special_allowance import Allowance
from half_yard.countries.us.assets.uses import share_of_year
from half_yard.figures import (
    Choice,
    Figure,
    difference,
    not_below_zero,
    stated,
    total,
)
from half_yard.records import Asset


@dataclass(frozen=True, slots=True)
class Fall:
    """In which year something is taken back, and from which year on another life applies. Both are indexes of
    years of the asset's life."""

    recaptured_in: int
    then_from: int
    then: Life


@dataclass(frozen=True, slots=True)
class Course:
    """A life, and the fall in it where there is one."""

    life: Life
    fall: Fall | None

    @staticmethod
    def of(life: Life) -> Course:
        """The course that a life takes."""
        return Course(life, _fall_of(life))

    def at(self, index: int) -> Life:
        """The life that applies in a year."""
        return self.fall.then if self.fall is not None and index >= self.fall.then_from else self.life

    @property
    def amounts(self) -> list[Decimal]:
        """What every year takes, in dollars."""
        if self.fall is None:
            return self.life.amounts
        nothing = [Decimal(0)] * self.fall.then_from
        before = [*self.life.amounts, *nothing][: self.fall.then_from]
        return before + self.fall.then.amounts[self.fall.then_from :]

    def all_years(self) -> tuple[Figure, ...]:
        """Every year of its life."""
        return tuple(self.at(index).year(index) for index in range(len(self.amounts)))

    def prior(self, index: int) -> Figure:
        """What the years before an index took: as entered, or else by the terms, less what was taken back."""
        if self.fall is None or self.life.asset.prior_depreciation is not None:
            return self.life.prior(index)
        label = f"{self.life.asset.name}: depreciation of earlier years"
        last = min(index, len(self.amounts))
        years = total((self.at(earlier).year(earlier) for earlier in range(last)), label)
        back = self.taken_back(self.fall.recaptured_in) if index > self.fall.recaptured_in else None
        return years if back is None else difference(years, back, label=label)

    def capped(self, index: int) -> Figure:
        """The depreciation of a year, but not more than the basis that earlier years have left."""
        life = self.at(index)
        return life.capped(index, lambda: life.prior(index))

    def after(self, index: int) -> Figure:
        """The depreciation of the year after one, not more than the basis that this one leaves too."""
        life = self.at(index + 1)

        def taken() -> Figure:
            label = "depreciation of the years before"
            taken, back = total((life.prior(index), self.capped(index)), label), self.taken_back(index)
            return taken if back is None else difference(taken, back, label=label)

        return life.capped(index + 1, taken)

    def taken_back(self, index: int) -> Figure | None:
        """What a year takes back because the business use fell: of listed property the excess over the
        alternative system (26 U.S.C. 280F(b)(2)), of other property that of section 179 over depreciation
        (179(d)(10); 26 CFR 1.179-1(e)). None where nothing is."""
        fall, life = self.fall, self.life
        if fall is None or index != fall.recaptured_in:
            return None
        name = life.asset.name
        if life.asset_class.listed:
            slow = total((fall.then.year(each) for each in range(index)), "by the alternative system")
            over = difference(life.prior(index), slow, label=f"{name}: taken above the alternative system")
        elif life.expensed is None:
            return None
        else:
            years = [_of_expensed(life, life.expensed, each) for each in range(index + 1)]
            over = difference(life.expensed, *years, label=f"{name}: expensed above depreciation")
        return not_below_zero(over, f"{name}: taken back")

    def straight_line(self, index: int) -> Figure:
        """What straight line would have taken up to a year, the allowance left out, what was expensed
        kept."""
        plain = self.life.by_straight_line
        return total((plain.year(each) for each in range(index + 1)), "by straight line")


def may_fall(asset: Asset) -> bool:
    """Whether the business use of an asset may fall: it changes, or the asset was taken for private use."""
    return bool(asset.shares) or asset.disposal == PERSONAL


def _fall_of(life: Life) -> Fall | None:
    """Where the business use of a life falls after its first year, and something is taken back."""
    asset, listed = life.asset, life.asset_class.listed
    private = _turned_private(life)
    if not may_fall(asset) or (not listed and not life.terms.expensed):
        return None
    if life.terms.share(0) <= life.half or (listed and life.way.method == ALTERNATIVE):
        return None
    slow = life.way.by(ALTERNATIVE)
    within = range(1, len(slow.rates if listed else life.rates))
    fallen = (each for each in within if share_of_year(asset, life.first + each) <= life.half)
    index = min((each for each in (next(fallen, None), private) if each is not None), default=None)
    if index is None:
        return None
    plain = replace(life, asset=asset.model_copy(update={"expensed": None}))
    if not listed:
        return Fall(index, index + 1, plain)
    limits = auto_limits(life.first, allowance=False, part=life.limit_part) if life.limits else None
    words = Choice("Listed property fell to half or less business use: alternative system from then on")
    return Fall(
        index,
        index,
        replace(plain, way=slow, allowance=Allowance(None), limits=limits, choices=(*life.choices, words)),
    )


def _turned_private(life: Life) -> int | None:
    """The year of its life in which an asset was taken for private use, which is no use for the business from
    then on (26 U.S.C. 179(d)(10), 280F(b)(2)); None where it was not, or in its first year."""
    asset = life.asset
    if asset.disposal != PERSONAL or asset.disposed is None:
        return None
    index = asset.disposed.year - life.first
    return index if 0 < index < len(life.rates) else None


def _of_expensed(life: Life, expensed: Figure, index: int) -> Figure:
    """What a year would have taken of the part that was expensed."""
    use = stated(life.terms.share(index) / life.terms.share(0), "use of the year to that of the first")
    return (expensed * life.rate(index) * use).in_cents(f"depreciation of year {index + 1}")
