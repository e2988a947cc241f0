"""The rate of an asset's year from the tables of Rev. Proc. 87-57, as printed."""

from __future__ import annotations

from dataclasses import dataclass, replace
from decimal import Decimal
from functools import cache

from half_yard.countries.us.assets.classes import CLASSES, ONE, ONE_AND_A_HALF
from half_yard.depreciation import Convention, Recovery, Start, rate_table
from half_yard.depreciation.conventions import HALF_MONTHS
from half_yard.figures import Figure, RuleValue, rule

STRAIGHT_LINE, SLOWER, ALTERNATIVE = "straight_line", "slower", "alternative"
METHODS = {
    "": "As its class",
    STRAIGHT_LINE: "Straight line",
    SLOWER: "150% declining balance",
    ALTERNATIVE: "Alternative system",
}
"""The ways of depreciation that can be elected (26 U.S.C. 168(b)(2), (b)(5), (g)(7)), by key."""
LONGER_RESIDENTIAL = Decimal(40)
LONG = Decimal(20)
"""Years from which on tables A-8 to A-12 print three decimal places."""
RESIDENTIAL_30_START = 2018
SEVEN_YEARS = Recovery(Decimal(7), Decimal(2), 2)
# Two cells of table A-3 were printed as 17.85% and 3.34%, where its method gives 17.86% and 3.33%. The
# printed table is the one the IRS prescribes and preparers check against, so it is followed.
AS_PRINTED = {
    (SEVEN_YEARS, Start.in_quarter(2), 1): Decimal("0.1785"),
    (SEVEN_YEARS, Start.in_quarter(2), 8): Decimal("0.0334"),
}
WITHOUT_TABLES = 10
"""Decimal places of a rate in percent that no table prints: the formula's own, as good as exact."""
SHORT_YEAR = "Rev. Proc. 89-15, section 4 (short year, simplified method)"
BY_FORMULA = "26 U.S.C. 168(b), without tables (IRS Pub. 946)"
CARRIED_ON = "26 CFR 1.168(i)-6(c), over what is left of its life"
PUBLICATION = "Rev. Proc. 87-57; IRS Pub. 946, table"
DOUBLE_TABLE, STRAIGHT_TABLE, SLOWER_TABLE = 1, 8, 14
"""The tables of the half-year convention; those of the four quarters follow each."""
REAL_TABLES = {
    "residential_building": "A-6", "nonresidential_31": "A-7", "nonresidential_building": "A-7a",
    "building_systems": "A-7a",
}  # fmt: skip


@cache
def recovery_of(class_key: str, method: str, year: int) -> Recovery:
    """How a class is recovered by a method, where it was placed in service in a year.

    Raises ValueError for what is not depreciated.
    """
    asset_class = CLASSES[class_key]
    recovery = asset_class.recovery
    if recovery is None:
        raise ValueError(f"{class_key} is not depreciated")
    if method == STRAIGHT_LINE:
        return Recovery(recovery.years, ONE, recovery.places, recovery.level)
    if method == SLOWER and recovery.declining > ONE_AND_A_HALF:
        return Recovery(recovery.years, ONE_AND_A_HALF, recovery.places)
    if method == ALTERNATIVE:
        years = asset_class.alternative
        if class_key == "residential_building" and year < RESIDENTIAL_30_START:
            years = LONGER_RESIDENTIAL
        return Recovery(years, ONE, 3 if asset_class.real or years >= LONG else 2)
    return recovery


@dataclass(frozen=True, slots=True)
class CarriedOn:
    """What the depreciation of property that was given in an exchange hands on: how it was recovered in full,
    and how many half months of that were used up."""

    recovery: Recovery
    used: int


@dataclass(frozen=True, slots=True)
class Way:
    """The way in which an asset of a class is depreciated: its start, the method elected, the year in which
    it was placed in service, whether by the formula instead of the printed tables, and what it carries on of
    property that was given for it (26 CFR 1.168(i)-6(c))."""

    class_key: str
    start: Start
    method: str = ""
    year: int = RESIDENTIAL_30_START
    by_formula: bool = False
    carried: CarriedOn | None = None

    def by(self, method: str) -> Way:
        """The same by another method."""
        return Way(self.class_key, self.start, method, self.year, self.by_formula, self.carried)

    @property
    def in_full(self) -> Recovery:
        """The life and the factor of all its years; of what is carried on never faster than it was before,
        over the longer of both lives. Raises ValueError for what is not depreciated."""
        own = recovery_of(self.class_key, self.method, self.year)
        if self.carried is None:
            return own
        before = self.carried.recovery
        return Recovery(max(own.years, before.years), min(own.declining, before.declining), WITHOUT_TABLES)

    @property
    def recovery(self) -> Recovery:
        """The life and the factor of the years that are its own. Raises ValueError for what is not
        depreciated."""
        whole = self.in_full
        if self.carried is None:
            return whole
        left = max(whole.years * HALF_MONTHS - self.carried.used, Decimal(self.start.half_months))
        years = left / HALF_MONTHS
        # By its factor on what is left, until straight line over the rest gives as much.
        factor = max(whole.declining * years / whole.years, ONE)
        return Recovery(years, factor, WITHOUT_TABLES)

    @property
    def short(self) -> bool:
        """Whether the first year was a short one, for which there are no printed tables."""
        return self.start not in FULL_YEARS

    @property
    def rates(self) -> tuple[Decimal, ...]:
        """The rates by year of its life, as parts of the basis; as printed, where a table is."""
        return _rates(self)

    def rate(self, index: int) -> Figure:
        """The rate of a year of its life (the first has index 0), with the table that states it."""
        return _rate_figure(self, index)


FULL_YEARS = frozenset(
    [Start.in_half_year()]
    + [Start.in_quarter(number) for number in range(1, 5)]
    + [Start.in_month(number) for number in range(1, 13)]
)


@cache
def _rates(way: Way) -> tuple[Decimal, ...]:
    recovery = way.recovery
    if way.by_formula or way.short or way.carried is not None:
        return rate_table(replace(recovery, places=WITHOUT_TABLES, level=False), way.start.counted)
    made = rate_table(recovery, way.start.counted)
    if way.method:
        return made
    return tuple(AS_PRINTED.get((recovery, way.start, index), rate) for index, rate in enumerate(made, 1))


def _table(way: Way) -> str:
    """The published table that a way's rates stand in, or what they follow without one."""
    if way.carried is not None:
        return CARRIED_ON
    if way.short:
        return SHORT_YEAR
    if way.by_formula:
        return BY_FORMULA
    if way.start.convention is Convention.MID_MONTH:
        if not way.method or way.method == STRAIGHT_LINE:
            return f"{PUBLICATION} {REAL_TABLES[way.class_key]}"
        forty = way.recovery.years == LONGER_RESIDENTIAL
        return f"{PUBLICATION} A-13" if forty else BY_FORMULA
    quarter = way.start.period if way.start.convention is Convention.MID_QUARTER else 0
    first = DOUBLE_TABLE
    if way.recovery.declining == ONE:
        first = STRAIGHT_TABLE
    elif way.method == SLOWER:
        first = SLOWER_TABLE
    return f"{PUBLICATION} A-{first + quarter}"


@cache
def _rate_figure(way: Way, index: int) -> Figure:
    start = way.start
    looked_at = {
        Convention.HALF_YEAR: "",
        Convention.MID_QUARTER: f", quarter {start.period}",
        Convention.MID_MONTH: f", month {start.period}",
    }[start.convention]
    label = f"{way.in_full.years}-year rate, {start.convention}{looked_at}, year {index + 1}"
    if way.carried is not None:
        months = way.recovery.years * 12
        label = f"rate over the {months.normalize():f} months that are left, year {index + 1}"
    return rule(_rates(way)[index], label, RuleValue("macrs_rate", index + 1, _table(way), "share of basis"))
