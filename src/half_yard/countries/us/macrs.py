"""Depreciation of every asset of a file under MACRS (26 U.S.C. 168), for the tax year and over time."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from decimal import Decimal
from functools import partial

from half_yard.countries.pack import AssetStory
from half_yard.countries.us import gaps
from half_yard.countries.us.amortization import FirstPart, amortized, start_up_parts
from half_yard.countries.us.asset_classes import CLASSES, LOAN, AssetClass
from half_yard.countries.us.rates import class_rates, rate_figure
from half_yard.countries.us.year_rules import YearRules
from half_yard.depreciation import Convention
from half_yard.depreciation.conventions import period, quarter
from half_yard.figures import (
    Choice,
    Figure,
    Mark,
    Page,
    Sheet,
    difference,
    entered,
    larger_of,
    smaller_of,
    stated,
    total,
)
from half_yard.figures.remembered import Remembered
from half_yard.figures.rounding import to_cents
from half_yard.records import Asset, ClientFile

LAST_QUARTER = 4
NO_ALLOWANCE = "no_special_allowance"
ZERO = stated(Decimal(0), "nothing")


@dataclass(frozen=True, slots=True)
class Depreciation:
    """Each asset's story by id, the assets that are stopped by record path, and the mid-quarter test."""

    stories: Mapping[str, AssetStory]
    stops: Mapping[str, str]
    mid_quarter: Sheet | None


def depreciate(file: ClientFile, rules: YearRules) -> Depreciation:
    """Depreciate every asset of the file."""
    stops = {f"/assets/{key}": reason for key, asset in file.assets.items() if (reason := _stop(asset, file))}
    counted = {key: asset for key, asset in sorted(file.assets.items()) if f"/assets/{key}" not in stops}
    tests = _mid_quarter_tests(counted, rules)
    first_parts = start_up_parts(counted, rules)
    stories = {}
    for key, asset in counted.items():
        test = tests.get(asset.in_service.year) if asset.in_service else None
        make = partial(_story, key, asset, file.tax_year, test, first_parts.get(key))
        stories[key] = STORIES.get(key, (asset, rules, test, first_parts.get(key)), make)
    this_year = tests.get(file.tax_year)
    return Depreciation(stories, stops, this_year.sheet if this_year else None)


def _stop(asset: Asset, file: ClientFile) -> str:
    if asset.activity not in file.activities:
        return "It belongs to no activity of this file. Choose one."
    if asset.asset_class not in CLASSES:
        return "No class of property is chosen yet. Choose one."
    if asset.cost < 0:
        return "Its cost is below zero. Type what it cost."
    if asset.in_service is None:
        return "It has no date in service. Type the day on which it was ready for use."
    if asset.in_service.year > file.tax_year:
        return f"It was placed in service after tax year {file.tax_year}."
    if asset.asset_class == LOAN and asset.months is None:
        return "It is written off over the loan. Type over how many months the loan runs."
    return ""


@dataclass(frozen=True, slots=True)
class _Test:
    """The mid-quarter test of one year's purchases (26 U.S.C. 168(d)(3))."""

    applies: bool
    words: str
    sheet: Sheet


def _mid_quarter_tests(assets: Mapping[str, Asset], rules: YearRules) -> dict[int, _Test]:
    """The test of every year in which personal property was placed in service."""
    by_year: dict[int, list[tuple[str, Asset]]] = {}
    for key, asset in assets.items():
        if CLASSES[asset.asset_class].personal_property and asset.in_service is not None:
            by_year.setdefault(asset.in_service.year, []).append((key, asset))
    return {
        year: TESTS.get(year, (rules, *(asset for _, asset in bought)), partial(_test, year, bought, rules))
        for year, bought in by_year.items()
    }


def _test(year: int, bought: list[tuple[str, Asset]], rules: YearRules) -> _Test:
    page = Page("mid_quarter", "Mid-quarter test", str(year))
    leaves = [(asset, _basis(key, asset)) for key, asset in bought]
    last = [leaf for asset, leaf in leaves if asset.in_service and quarter(asset.in_service) == LAST_QUARTER]
    whole = page.exact_line(
        "all", "1", "Basis of personal property placed in service in the year",
        total("", [leaf for _, leaf in leaves]),
    )  # fmt: skip
    late = page.exact_line("last", "2", "Of it, placed in service in the last three months", total("", last))
    share = rules.figure("mid_quarter_share", label="share above which the mid-quarter convention applies")
    limit = page.exact_line("limit", "3", "Line 1 times 40%", (whole * share).in_cents())
    over = page.exact_line(
        "over", "4", "Line 2 less line 3, not less than zero", larger_of("", late - limit, ZERO)
    )
    applies = over.amount > 0
    words = (
        f"{'Mid-quarter' if applies else 'Half-year'} convention: {late.amount:,.2f} of {whole.amount:,.2f} "
        f"was placed in service in the last three months of {year}, "
        f"{'more' if applies else 'not more'} than 40%"
    )
    page.notes.append(words + ".")
    return _Test(applies, words, page.sheet())


def _basis(key: str, asset: Asset) -> Figure:
    return entered(asset.cost, f"{asset.name or 'asset'}: cost", f"/assets/{key}/cost", asset.reckoning)


TESTS: Remembered[_Test] = Remembered()
STORIES: Remembered[AssetStory] = Remembered()


def _story(
    key: str, asset: Asset, tax_year: int, test: _Test | None, first_part: FirstPart | None
) -> AssetStory:
    """What depreciation does to one asset that nothing stops."""
    asset_class, placed = CLASSES[asset.asset_class], asset.in_service
    if placed is None:
        raise ValueError(f"{key} has no date in service")
    if asset_class.section:
        return amortized(key, asset, asset_class, tax_year, first_part)
    if asset_class.recovery is None:
        none = stated(Decimal(0), f"{asset.name}: land is never depreciated", "26 U.S.C. 167; 168(f)")
        return AssetStory(placed.year, none, "Land is never depreciated.", lambda: none, lambda: none, tuple)
    life = _Life.of(key, asset, test)
    index = tax_year - placed.year
    taken = life.taken(index)
    this_year = life.capped(index, taken, lambda: life.prior(index))

    def next_year() -> Figure:
        def before() -> Figure:
            return total("earlier years and this one", (life.prior(index), this_year))

        return life.capped(index + 1, taken + this_year.amount, before)

    summary = (
        f"{asset_class.recovery.years}-year, "
        f"{'straight line' if asset_class.real else '200% declining balance'}, {life.convention}"
    )
    return AssetStory(placed.year, this_year, summary, next_year, lambda: life.prior(index), life.all_years)


@dataclass(frozen=True)
class _Life:
    """An asset's table: its basis, its rates, and the figure of each year."""

    key: str
    asset: Asset
    basis: Figure
    convention: Convention
    period: int
    choices: tuple[Choice, ...]
    marks: tuple[Mark, ...]

    @staticmethod
    def of(key: str, asset: Asset, test: _Test | None) -> _Life:
        asset_class = CLASSES[asset.asset_class]
        convention = Convention.MID_MONTH
        choices = [Choice(f"Class: {asset_class.title}", f"/assets/{key}/asset_class")]
        if test is not None and asset_class.personal_property:
            convention = Convention.MID_QUARTER if test.applies else Convention.HALF_YEAR
            choices.append(Choice(test.words))
        of = period(convention, asset.in_service) if asset.in_service else 1
        marks = tuple(_marks(key, asset, asset_class))
        return _Life(key, asset, _basis(key, asset), convention, of, tuple(choices), marks)

    @property
    def _rates(self) -> tuple[Decimal, ...]:
        return class_rates(self.asset.asset_class, self.convention, self.period)

    def year(self, index: int) -> Figure:
        """The depreciation of a year of its life by the table, in cents; the first has index 0."""
        rate = rate_figure(self.asset.asset_class, self.convention, self.period, index + 1)
        product = (self.basis * rate).named(f"{self.asset.name}: basis times rate")
        label = f"{self.asset.name}: year {index + 1}"
        return product.in_cents().named(label).because(*self.choices).marked(*self.marks)

    def all_years(self) -> tuple[Figure, ...]:
        """Every year of its life."""
        return tuple(self.year(index) for index in range(len(self._rates)))

    def taken(self, index: int) -> Decimal:
        """What the years before an index took, in dollars: the amount of `prior`, made without it."""
        if self.asset.prior_depreciation is not None:
            return self.asset.prior_depreciation
        cost = self.basis.amount
        return sum((to_cents(cost * rate) for rate in self._rates[:index]), Decimal(0))

    def prior(self, index: int) -> Figure:
        """What the years before an index took: as entered, or else by the table."""
        label = f"{self.asset.name}: depreciation of earlier years"
        if self.asset.prior_depreciation is None:
            years = range(min(index, len(self._rates)))
            return total(label, (self.year(earlier) for earlier in years))
        path = f"/assets/{self.key}/prior_depreciation"
        return entered(self.asset.prior_depreciation, f"{label}, entered", path)

    def capped(self, index: int, taken: Decimal, prior: Callable[[], Figure]) -> Figure:
        """The depreciation of a year, but not more than the basis that earlier years have left."""
        if index >= len(self._rates):
            label = f"{self.asset.name}: fully depreciated"
            return stated(Decimal(0), label).marked(*_too_early(self.key, self.asset))
        by_table = self.year(index)
        if self.basis.amount - taken >= by_table.amount:
            return by_table
        label = f"{self.asset.name}: basis that is left"
        left = larger_of(label, difference(label, self.basis, prior()), ZERO)
        return smaller_of(f"{self.asset.name}: not more than the basis that is left", by_table, left)


def _marks(key: str, asset: Asset, asset_class: AssetClass) -> Iterable[Mark]:
    yield from _too_early(key, asset)
    if asset_class.personal_property and not asset.answers.get(NO_ALLOWANCE, False):
        yield gaps.special_allowance(f"/assets/{key}/answers")


def _too_early(key: str, asset: Asset) -> Iterable[Mark]:
    """The mark of property from before its class had its present table."""
    if asset.in_service is not None and asset.in_service < CLASSES[asset.asset_class].since:
        yield gaps.old_property(f"/assets/{key}/in_service")
