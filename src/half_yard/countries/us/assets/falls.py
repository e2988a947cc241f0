"""Business use that falls to half or less: what is given back, and which life goes on from there."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import TYPE_CHECKING

from half_yard.countries.us.assets.auto_limits import auto_limits
from half_yard.countries.us.assets.rates import ALTERNATIVE
from half_yard.countries.us.assets.special_allowance import Allowance
from half_yard.countries.us.assets.uses import share_of_year
from half_yard.figures import NOT_BELOW_ZERO, Choice, Figure, difference, larger_of, stated, total

if TYPE_CHECKING:
    from half_yard.countries.us.assets.life import Life


@dataclass(frozen=True, slots=True)
class Fall:
    """In which year something is taken back, and from which year on another life applies. Both are indexes of
    years of the asset's life."""

    recaptured_in: int
    then_from: int
    then: Life

    def taken_back(self, life: Life) -> Figure | None:
        """What the year of the fall takes back: of listed property the excess over the alternative system (26
        U.S.C. 280F(b)(2)), of other property that of section 179 over depreciation (179(d)(10); 26 CFR
        1.179-1(e)). None where there is nothing that could be."""
        name, index = life.asset.name, self.recaptured_in
        if life.asset_class.listed:
            slow = total("by the alternative system", (self.then.year(each) for each in range(index)))
            over = difference(f"{name}: taken above the alternative system", life.prior(index), slow)
        elif life.expensed is None:
            return None
        else:
            years = [_of_expensed(life, life.expensed, each) for each in range(index + 1)]
            over = difference(f"{name}: expensed above depreciation", life.expensed, *years)
        return larger_of(f"{name}: taken back", over, NOT_BELOW_ZERO)


def fall_of(life: Life) -> Fall | None:
    """Where the business use of a life falls after its first year, and something is taken back."""
    asset, listed = life.asset, life.asset_class.listed
    if not asset.shares or life.as_if_whole or (not listed and not life.terms.expensed):
        return None
    if life.terms.share(0) <= life.half or (listed and life.way.method == ALTERNATIVE):
        return None
    slow = life.way.by(ALTERNATIVE)
    within = range(1, len(slow.rates if listed else life.rates))
    index = next((each for each in within if share_of_year(asset, life.first + each) <= life.half), None)
    if index is None:
        return None
    plain = replace(life, asset=asset.model_copy(update={"expensed": None}))
    if not listed:
        return Fall(index, index + 1, plain)
    limits = auto_limits(life.first, allowance=False) if life.limits else None
    words = Choice("Listed property fell to half or less business use: alternative system from then on")
    return Fall(
        index,
        index,
        replace(plain, way=slow, allowance=Allowance(None), limits=limits, choices=(*life.choices, words)),
    )


def _of_expensed(life: Life, expensed: Figure, index: int) -> Figure:
    """What a year would have taken of the part that was expensed."""
    use = stated(life.terms.share(index) / life.terms.share(0), "use of the year to that of the first")
    return (expensed * life.way.rate(index) * use).in_cents().named(f"depreciation of year {index + 1}")
