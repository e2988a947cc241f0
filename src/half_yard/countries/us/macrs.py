"""Depreciation of every asset of a file under MACRS (26 U.S.C. 168), for the tax year and over time."""

from __future__ import annotations

import datetime
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.pack import AssetStory
from half_yard.countries.us import gaps
from half_yard.countries.us.asset_classes import CLASSES, AssetClass
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

    def of(self, keys: Iterable[str], label: str) -> Figure:
        """This year's depreciation of the assets with these ids, in cents."""
        return total(label, (self.stories[key].this_year for key in keys if key in self.stories))


def depreciate(file: ClientFile, rules: YearRules) -> Depreciation:
    """Depreciate every asset of the file."""
    stops = {f"/assets/{key}": reason for key, asset in file.assets.items() if (reason := _stop(asset, file))}
    counted = {key: asset for key, asset in sorted(file.assets.items()) if f"/assets/{key}" not in stops}
    tests = _mid_quarter_tests(counted, rules)
    stories = {key: _story(key, asset, file.tax_year, tests) for key, asset in counted.items()}
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
        if not CLASSES[asset.asset_class].real and asset.in_service is not None:
            by_year.setdefault(asset.in_service.year, []).append((key, asset))
    return {year: _test(year, bought, rules) for year, bought in by_year.items()}


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


def _convention(asset_class: AssetClass, placed: datetime.date, tests: Mapping[int, _Test]) -> Convention:
    if asset_class.real:
        return Convention.MID_MONTH
    return Convention.MID_QUARTER if tests[placed.year].applies else Convention.HALF_YEAR


def _story(key: str, asset: Asset, tax_year: int, tests: Mapping[int, _Test]) -> AssetStory:
    """What depreciation does to one asset that nothing stops."""
    asset_class, placed = CLASSES[asset.asset_class], asset.in_service
    if placed is None:
        raise ValueError(f"{key} has no date in service")
    basis = _basis(key, asset)
    if asset_class.recovery is None:
        none = stated(Decimal(0), f"{asset.name}: land is never depreciated", "26 U.S.C. 167; 168(f)")
        return AssetStory(placed.year, (), none, none, none, "Land is never depreciated.")
    convention = _convention(asset_class, placed, tests)
    of = period(convention, placed)
    choices = [Choice(f"Class: {asset_class.title}", f"/assets/{key}/asset_class")]
    if not asset_class.real:
        choices.append(Choice(tests[placed.year].words))
    yearly = tuple(_life(asset, basis, convention, of, choices, _marks(key, asset, asset_class)))
    summary = (
        f"{asset_class.recovery.years}-year, "
        f"{'straight line' if asset_class.real else '200% declining balance'}, {convention}"
    )
    index = tax_year - placed.year
    before = total(f"{asset.name}: depreciation of earlier years", yearly[:index])
    prior = _prior(key, asset, before)
    return AssetStory(
        placed.year,
        yearly,
        _of_year(key, asset, basis, prior, yearly, index),
        prior,
        _of_year(key, asset, basis, total("", (prior, *yearly[index : index + 1])), yearly, index + 1),
        summary,
    )


def _life(
    asset: Asset,
    basis: Figure,
    convention: Convention,
    of: int,
    choices: list[Choice],
    marks: Iterable[Mark],
) -> Iterable[Figure]:
    """Every year's depreciation by the table, in cents."""
    for year in range(1, len(class_rates(asset.asset_class, convention, of)) + 1):
        rate = rate_figure(asset.asset_class, convention, of, year)
        product = (basis * rate).named(f"{asset.name}: basis times rate")
        yield product.in_cents().named(f"{asset.name}: year {year}").because(*choices).marked(*marks)


def _prior(key: str, asset: Asset, by_table: Figure) -> Figure:
    """What earlier years took: as entered, or else by the table."""
    if asset.prior_depreciation is None:
        return by_table
    path = f"/assets/{key}/prior_depreciation"
    return entered(asset.prior_depreciation, f"{asset.name}: depreciation of earlier years, entered", path)


def _of_year(
    key: str, asset: Asset, basis: Figure, prior: Figure, yearly: tuple[Figure, ...], index: int
) -> Figure:
    """A year's depreciation: by the table, but not more than the basis that is left."""
    if index >= len(yearly):
        early = _too_early(key, asset)
        return stated(Decimal(0), f"{asset.name}: fully depreciated").marked(*early)
    by_table = yearly[index]
    left = difference(f"{asset.name}: basis that is left", basis, prior)
    if left.amount >= by_table.amount:
        return by_table
    left = larger_of(left.label, left, ZERO)
    return smaller_of(f"{asset.name}: not more than the basis that is left", by_table, left)


def _marks(key: str, asset: Asset, asset_class: AssetClass) -> Iterable[Mark]:
    yield from _too_early(key, asset)
    if not asset_class.real and not asset.answers.get(NO_ALLOWANCE, False):
        yield gaps.special_allowance(f"/assets/{key}/answers")


def _too_early(key: str, asset: Asset) -> Iterable[Mark]:
    """The mark of property from before its class had its present table."""
    if asset.in_service is not None and asset.in_service < CLASSES[asset.asset_class].since:
        yield gaps.old_property(f"/assets/{key}/in_service")
