"""The life of one depreciated asset: its basis, its rates, its limits, and the figure of each year.

The numbers come from `depreciation.schedule`; the figures here are the same years with the way they came
about. The tests compare the two.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from decimal import Decimal
from functools import cached_property

from half_yard.countries.us.assets.auto_limits import auto_limits, has_harbour, in_harbour
from half_yard.countries.us.assets.basis import basis_amount, basis_figure
from half_yard.countries.us.assets.classes import CLASSES, AssetClass
from half_yard.countries.us.assets.rates import ALTERNATIVE, METHODS, STRAIGHT_LINE, Way
from half_yard.countries.us.assets.special_allowance import Allowance
from half_yard.countries.us.assets.uses import WHOLE, in_and_out, leaves_in, share_of_year
from half_yard.countries.us.questions import FORMULA
from half_yard.countries.us.year_rules import YearRules
from half_yard.depreciation import Start
from half_yard.depreciation.schedule import Terms, first_allowance, yearly
from half_yard.figures import (
    Choice,
    Figure,
    Mark,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    stated,
    total,
)
from half_yard.records import Asset

CARRIED = "carried"
"""The part of a year that goes on from what was given in an exchange, as its form shows it."""
PART_NAMES = {"expensed": "section 179", "allowance": "special allowance", "regular": "depreciation"}
ALL_OF_IT: tuple[Decimal, ...] = (WHOLE,)
IN_AND_OUT = "In and out of service in one year: no depreciation (of a building: common practice, no source)"
HARBOUR = "Safe harbour of an automobile under the whole allowance (Rev. Proc. 2019-13)"
NEVER_CUT_OFF = Decimal(10)
"""A year of so many dollars, unless it is the last of its table, leaves more for the years after it than the
half cents by which those before it were rounded up."""


@dataclass(frozen=True)
class Life:
    """An asset's life. `first` is the tax year in which it was placed in service, `half` the business use
    above which listed property must stay; `as_if_whole` says that its use is counted as all for the
    business. `basis` is what an exchange gave it, and `carried` are the lives that go on in it from what was
    given; then it is itself the life of what was added."""

    key: str
    asset: Asset
    asset_class: AssetClass
    way: Way
    first: int
    allowance: Allowance
    limits: tuple[Figure, ...] | None
    half: Decimal
    choices: tuple[Choice, ...]
    marks: tuple[Mark, ...]
    as_if_whole: bool = False
    limit_part: Decimal = WHOLE
    harbour: bool = False
    basis: Figure | None = None
    carried: tuple[Life, ...] = ()

    @staticmethod
    def of(
        key: str,
        asset: Asset,
        start: Start,
        months: int,
        convention: Choice | None,
        allowance: Allowance,
        rules: YearRules,
        limit_part: Decimal = WHOLE,
    ) -> Life:
        """The life of an asset from a start in a tax year of so many months; `convention` says why that one
        applies, `limit_part` which part of an automobile's limits is its own."""
        if asset.in_service is None:
            raise ValueError(f"{key} has no date in service")
        asset_class, first = CLASSES[asset.asset_class], asset.in_service.year
        choices = [Choice(f"Class: {asset_class.title}", f"/assets/{key}/asset_class")]
        if convention is not None:
            choices.append(convention)
        method = asset.method if asset.method in METHODS else ""
        half = rules.amount("listed_use_test")
        if asset_class.listed and share_of_year(asset, first) <= half:
            method, allowance = ALTERNATIVE, Allowance(None)
            choices.append(Choice("Listed property not used more than half for business: alternative system"))
        elif method:
            choices.append(Choice(f"Method: {METHODS[method].lower()}", f"/assets/{key}/method"))
        if allowance.why:
            choices.append(allowance.why)
        harbour = asset_class.auto and has_harbour(rules, first)
        if harbour and in_harbour(allowance.rate, asset.expensed):
            choices.append(Choice(HARBOUR))
        if in_and_out(asset):
            choices.append(Choice(IN_AND_OUT, f"/assets/{key}/disposed"))
        by_formula = FORMULA.of(asset.answers)
        if by_formula:
            choices.append(Choice("By the formula, without tables", f"/assets/{key}/answers/{FORMULA.key}"))
        way = Way(asset_class.key, start, method, first, by_formula)
        limits = None
        if asset_class.auto:
            limits = auto_limits(first, allowance=allowance.rate is not None, months=months, part=limit_part)
        unknown = asset_class.unknown(f"/assets/{key}/in_service", asset.in_service, limits)
        return Life(
            key=key,
            asset=asset,
            asset_class=asset_class,
            way=way,
            first=first,
            allowance=allowance,
            limits=limits,
            half=half,
            choices=tuple(choices),
            marks=(*allowance.marks, *unknown),
            limit_part=limit_part,
            harbour=harbour,
        )

    def by(self, way: Way) -> Life:
        """The same life by another way. What `dataclasses.replace` does, several times as fast: a book of ten
        thousand assets is made of them."""
        return Life(
            key=self.key,
            asset=self.asset,
            asset_class=self.asset_class,
            way=way,
            first=self.first,
            allowance=self.allowance,
            limits=self.limits,
            half=self.half,
            choices=self.choices,
            marks=self.marks,
            as_if_whole=self.as_if_whole,
            limit_part=self.limit_part,
            harbour=self.harbour,
            basis=self.basis,
            carried=self.carried,
        )

    # -- numbers -------------------------------------------------------------------------------------

    @cached_property
    def rates(self) -> tuple[Decimal, ...]:
        """The rates by year."""
        return self.way.rates

    @cached_property
    def terms(self) -> Terms:
        """What decides the years, as numbers."""
        asset = self.asset
        shares = ALL_OF_IT
        if asset.share is not None or asset.shares:
            shares = tuple(share_of_year(asset, self.first + index) for index in range(len(self.rates) + 1))
        made = Terms(
            basis=basis_amount(asset),
            rates=self.rates,
            shares=shares,
            expensed=asset.expensed or Decimal(0),
            allowance=self.allowance.rate.amount if self.allowance.rate else Decimal(0),
            limits=tuple(limit.amount for limit in self.limits) if self.limits else None,
            left_in=leaves_in(asset, self.way.start, self.way.recovery.years),
            harbour=self.harbour
            and self.limits is not None
            and in_harbour(self.allowance.rate, asset.expensed),
        )
        return made.in_full_use if self.as_if_whole else made

    @cached_property
    def amounts(self) -> list[Decimal]:
        """What every year takes, in dollars."""
        return yearly(self.terms)

    @property
    def count(self) -> int:
        """How many years it has: those of its table, and with limits those behind it."""
        return len(self.rates) if self.limits is None else len(self.amounts)

    @cached_property
    def way_in_words(self) -> str:
        """The life, the method and the convention."""
        if self.way.carried is not None:
            months = (self.way.recovery.years * 12).normalize()
            return f"{months:f} months that are left, {self.way.start.convention}"
        recovery = self.way.recovery
        factor = recovery.declining
        how = "straight line" if factor == 1 else f"{factor * 100:.0f}% declining balance"
        return f"{recovery.years}-year, {how}, {self.way.start.convention}"

    @property
    def summary(self) -> str:
        """The life, the method and the convention, and what the first year took at once, in words."""
        parts = [self.way_in_words]
        if self.terms.expensed:
            parts.append(f"{self.terms.expensed:,.2f} expensed")
        if self.terms.allowance:
            parts.append(f"{self.terms.allowance:.0%} special allowance")
        return ", ".join(parts)

    # -- figures -------------------------------------------------------------------------------------

    @cached_property
    def _whole_basis(self) -> Figure:
        return self.basis or basis_figure(self.key, self.asset)

    def _business_part(self, index: int) -> Figure:
        """The basis times the business use of a year."""
        if self.terms.share(index) == WHOLE:
            return self._whole_basis
        return (self._whole_basis * self._use(index)).named(f"{self.asset.name}: business part")

    def _use(self, index: int) -> Figure:
        """The business use of a year, as a leaf."""
        year = str(self.first + index)
        field = f"shares/{year}" if year in self.asset.shares else "share"
        return entered(self.terms.share(index), f"business use of {year}", f"/assets/{self.key}/{field}")

    @cached_property
    def expensed(self) -> Figure | None:
        """What was elected to be expensed; None where nothing was."""
        if not self.terms.expensed:
            return None
        label, elected = f"{self.asset.name}: elected to be expensed (section 179)", self.asset.expensed
        leaf = entered(elected or Decimal(0), label, f"/assets/{self.key}/expensed")
        if not self.as_if_whole:
            return leaf
        use = stated(share_of_year(self.asset, self.first), "business use of the first year")
        return (leaf / use).in_cents(f"{label}, as of full use")

    @cached_property
    def special_allowance(self) -> Figure | None:
        """The special allowance, before any limit; None where there is none."""
        rate = self.allowance.rate
        if rate is None or not first_allowance(self.terms):
            return None
        basis = self._business_part(0)
        if self.expensed is not None:
            less = difference(basis, self.expensed, label="business part less what is expensed")
            basis = not_below_zero(less, "basis of the allowance")
        label = f"{self.asset.name}: special allowance"
        return (basis * rate).in_cents(label)

    def basis_of_rate(self, index: int) -> Figure:
        """What the rate of a year is taken of: while all use is for the business the same in every year."""
        if self.terms.shares == ALL_OF_IT and not self.terms.harbour:
            return self._first_basis_of_rate
        return self._basis_of_rate(index)

    @cached_property
    def _first_basis_of_rate(self) -> Figure:
        return self._basis_of_rate(0)

    def _basis_of_rate(self, index: int) -> Figure:
        basis = self._business_part(index)
        off = [part for part in (self.expensed, self.special_allowance) if part is not None]
        if index and self.terms.harbour:
            off = [self._limit(0)]
        elif self.limits is not None and self.special_allowance is not None:
            off[-1] = off[-1].named(f"{off[-1].label}, whole: what its limit cut off comes after the table")
        if not off:
            return basis
        label = f"{self.asset.name}: basis for depreciation"
        return not_below_zero(difference(basis, *off, label=label), label)

    def _limit(self, index: int) -> Figure:
        limits = self.limits or ()
        limit = limits[min(index, len(limits) - 1)]
        if self.terms.share(index) == WHOLE:
            return limit
        return (limit * self._use(index)).in_cents(limit.label)

    def rate(self, index: int) -> Figure:
        """The rate of a year of its life; of the year in which it left service, the part of it that
        counts."""
        rate = self.way.rate(index)
        left_in = self.terms.left_in
        if left_in is not None and index == left_in[0]:
            part = stated(left_in[1], "part of the year in which it left service", "26 CFR 1.168(d)-1(b)")
            rate = (rate * part).named(rate.label)
        return rate

    def _regular(self, index: int) -> Figure:
        product = (self.basis_of_rate(index) * self.rate(index)).named(f"{self.asset.name}: basis times rate")
        return product.in_cents(f"{self.asset.name}: depreciation")

    @cached_property
    def _made(self) -> dict[int, dict[str, Figure]]:
        """The parts of the years that were asked for."""
        return {}

    def parts(self, index: int) -> dict[str, Figure]:
        """The parts of a year: what is expensed, the allowance, the regular depreciation; each no more than
        the year's limit leaves. Empty for a year that has none."""
        if index not in self._made:
            self._made[index] = self._make_parts(index)
        return self._made[index]

    def _make_parts(self, index: int) -> dict[str, Figure]:
        left_in = self.terms.left_in
        if index < 0 or index >= self.count or (left_in is not None and index > left_in[0]):
            return {}
        if index >= len(self.rates):
            return {"regular": self._shaped(self._behind(index))}
        made = {"regular": self._regular(index)}
        if not index:
            firsts = {"expensed": self.expensed, "allowance": self.special_allowance}
            made = {**{name: part for name, part in firsts.items() if part is not None}, **made}
        limited = made if self.limits is None else self._limited(index, made)
        # What shaped the year is said once: of its first part.
        first = next(iter(limited))
        shaped = {first: self._shaped(limited.pop(first))}
        return {**shaped, **{name: part.marked(*self.marks) for name, part in limited.items()}}

    def _shaped(self, part: Figure) -> Figure:
        return part.because(*self.choices).marked(*self.marks)

    def _behind(self, index: int) -> Figure:
        """A year behind those of the table: what the limits cut off, at a limit a year; of what was used
        privately too, what full use would have left, times the use of the year.

        Every year before it that is behind the table took the whole limit.
        """
        if any(share != WHOLE for share in self.terms.shares):
            whole = replace(self, as_if_whole=True).year(index).named("behind its years, as of full use")
            return (whole * self._use(index)).in_cents(f"{self.asset.name}: behind its years")
        table = [self.year(earlier) for earlier in range(len(self.rates))]
        years = stated(Decimal(index - len(self.rates)), "years at the limit before this one")
        before = (self._limit(index) * years).named("taken behind the table's years")
        left = difference(self._business_part(index), *table, before, label="basis that the limits left")
        return smaller_of(left, self._limit(index), label=f"{self.asset.name}: behind its years")

    def _limited(self, index: int, made: dict[str, Figure]) -> dict[str, Figure]:
        """The parts under the year's limit, which is used up in their order."""
        left = self._limit(index)
        limited = {}
        for name, part in made.items():
            if part.amount > left.amount:
                limited[name] = smaller_of(
                    part, left, label=f"{self.asset.name}: {PART_NAMES[name]} within the limit"
                )
            else:
                limited[name] = part
            left = difference(left, limited[name], label="left of the year's limit")
        return limited

    def year(self, index: int) -> Figure:
        """The depreciation of a year of its life, in cents; the first has index 0. The last of its table, and
        of a basis of few cents an earlier one, is cut off by the cents of those before."""
        parts = list(self.parts(index).values())
        label = f"{self.asset.name}: year {index + 1}"
        made = parts[0].named(label) if len(parts) == 1 else total(parts, label)
        last = len(self.rates) - 1
        if not index or index > last or (index < last and made.amount >= NEVER_CUT_OFF):
            return made
        if made.amount == self.amounts[index]:
            return made
        earlier = total((self.year(before) for before in range(index)), "depreciation of the years before")
        return self._within_basis(made, earlier)

    def prior(self, index: int) -> Figure:
        """What the years before an index took: as entered, or else by the terms."""
        label = f"{self.asset.name}: depreciation of earlier years"
        if self.asset.prior_depreciation is None:
            return total((self.year(earlier) for earlier in range(min(index, self.count))), label)
        path = f"/assets/{self.key}/prior_depreciation"
        return entered(self.asset.prior_depreciation, f"{label}, entered", path)

    @property
    def by_straight_line(self) -> Life:
        """The same life by straight line without the allowance, what was expensed kept."""
        way = self.way.by(self.way.method or STRAIGHT_LINE)
        return replace(self.by(way), allowance=Allowance(None))

    def capped(self, index: int, earlier: Callable[[], Figure]) -> Figure:
        """The depreciation of a year, but not more than the basis that earlier years have left: they are only
        worked out where that was entered, because those of the table never leave less than a year takes."""
        if index >= self.count or not self.parts(index):
            return stated(Decimal(0), f"{self.asset.name}: fully depreciated or gone").marked(*self.marks)
        by_table = self.year(index)
        if self.asset.prior_depreciation is None:
            return by_table
        return self._within_basis(by_table, earlier())

    def _within_basis(self, year: Figure, earlier: Figure) -> Figure:
        """A year, but not more than what earlier ones have left of the basis at its widest business use."""
        widest = max(range(len(self.terms.shares)), key=self.terms.share)
        whole = self._business_part(widest).in_cents()
        if whole.amount - earlier.amount >= year.amount:
            return year
        label = f"{self.asset.name}: basis that is left"
        left = not_below_zero(difference(whole, earlier, label=label), label)
        return smaller_of(year, left, label=f"{self.asset.name}: not more than the basis that is left")
