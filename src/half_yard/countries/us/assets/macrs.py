"""Depreciation of every asset of a file under MACRS (26 U.S.C. 168), for the tax year and over time."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from decimal import Decimal
from functools import partial

from half_yard.countries.results import AssetStory
from half_yard.countries.us.assets.amortization import FirstPart, amortized, first_parts
from half_yard.countries.us.assets.auto_limits import auto_limits
from half_yard.countries.us.assets.classes import CLASSES, LOAN
from half_yard.countries.us.assets.life import Life, cost_figure, share_of_year, tested_basis
from half_yard.countries.us.assets.special_allowance import allowance_of
from half_yard.countries.us.year_rules import YEARS, YearRules, rules_for
from half_yard.depreciation import Convention
from half_yard.depreciation.conventions import quarter
from half_yard.figures import Figure, Page, Sheet, difference, larger_of, stated, total
from half_yard.figures.remembered import Remembered
from half_yard.records import Asset, ClientFile

LAST_QUARTER = 4
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
    of_costs = first_parts(counted, rules)
    stories = {}
    for key, asset in counted.items():
        test = tests.get(asset.in_service.year) if asset.in_service else None
        make = partial(_story, key, asset, file, rules, test, of_costs.get(key))
        made_from = (asset, rules, file.elections, test, of_costs.get(key))
        stories[key] = STORIES.get(key, made_from, make)
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
    if problem := _expensing_problem(asset, file):
        return problem
    if asset.disposed is not None and asset.disposed < asset.in_service:
        return "It left service before it was placed in service. Mend a day."
    if asset.acquired is not None and asset.acquired > asset.in_service:
        return "It was placed in service before it was acquired. Mend a day."
    if asset.in_service.year > file.tax_year:
        return f"It was placed in service after tax year {file.tax_year}."
    if asset.asset_class == LOAN and asset.months is None:
        return "It is written off over the loan. Type over how many months the loan runs."
    return ""


def _expensing_problem(asset: Asset, file: ClientFile) -> str:
    """Why an asset can't be expensed as it was elected; empty when nothing was elected or it can."""
    if asset.expensed is None or asset.in_service is None:
        return ""
    asset_class, share = CLASSES[asset.asset_class], share_of_year(asset, asset.in_service.year)
    if not 0 <= asset.expensed <= asset.cost * share:
        return "What is expensed is below zero, or more than its cost for the business. Mend one of the two."
    if not asset.expensed:
        return ""
    if not asset_class.may_be_expensed:
        return "Its class can't be expensed under section 179. Take the amount out."
    if file.activities[asset.activity].kind == "rental":
        return (
            "Section 179 is for a business, not for a rental of a person (26 U.S.C. 179(d)(5)). Take it out."
        )
    if asset_class.listed and share <= rules_for(file.tax_year).amount("listed_use_test"):
        return "Listed property not used more than half for the business can't be expensed. Take it out."
    if asset_class.auto and (problem := _too_much_for_auto(asset, share, file)):
        return problem
    return _too_much_for_heavy(asset) if asset_class.heavy else ""


def _too_much_for_auto(asset: Asset, share: Decimal, file: ClientFile) -> str:
    """Whether more of an automobile is expensed than its first year's limit (26 U.S.C. 280F(d)(1))."""
    if asset.in_service is None or asset.expensed is None:
        return ""
    rules = rules_for(file.tax_year)
    allowance = allowance_of("", asset, CLASSES[asset.asset_class], file, rules)
    limits = auto_limits(asset.in_service.year, allowance=allowance.rate is not None)
    if limits is None or asset.expensed <= limits[0].amount * share:
        return ""
    return f"Of an automobile {limits[0].amount * share:,.0f} at the most is taken in its first year."


def _too_much_for_heavy(asset: Asset) -> str:
    """Whether more of a heavy sport utility vehicle is expensed than its year allows (179(b)(5))."""
    year = asset.in_service.year if asset.in_service else 0
    if not asset.expensed or year not in YEARS:
        return ""
    limit = rules_for(year).amount("section_179_heavy_suv_limit")
    return f"Of such a vehicle {limit:,} at the most is expensed in {year}." if asset.expensed > limit else ""


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
    leaves = [(asset, _tested(key, asset)) for key, asset in bought]
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
    if not applies:
        # x more in the last quarter tips it where late + x is more than 40% of all + x.
        room = (limit.amount - late.amount) / (1 - share.amount)
        page.notes.append(f"More than {room:,.2f} more in the last three months would make it mid-quarter.")
    return _Test(applies, words, page.sheet())


def _tested(key: str, asset: Asset) -> Figure:
    """What the test counts of an asset: its business part less what is expensed (26 CFR 1.168(d)-1(b)(4))."""
    cost, amount = cost_figure(key, asset), tested_basis(asset)
    if amount == asset.cost:
        return cost
    off = stated(asset.cost - amount, "private use and what is expensed (section 179)")
    return difference(f"{asset.name}: in the test", cost, off)


TESTS: Remembered[_Test] = Remembered()
STORIES: Remembered[AssetStory] = Remembered()


def _life(key: str, asset: Asset, file: ClientFile, rules: YearRules, test: _Test | None) -> Life:
    """The life of a depreciated asset under the convention that its year's test gives it."""
    asset_class = CLASSES[asset.asset_class]
    convention, words = Convention.MID_MONTH, ""
    if test is not None and asset_class.personal_property:
        convention = Convention.MID_QUARTER if test.applies else Convention.HALF_YEAR
        words = test.words
    return Life.of(key, asset, convention, words, allowance_of(key, asset, asset_class, file, rules), rules)


def lives(file: ClientFile, rules: YearRules) -> dict[str, Life]:
    """The lives of all assets that are depreciated and that nothing stops."""
    counted = {key: asset for key, asset in sorted(file.assets.items()) if not _stop(asset, file)}
    tests = _mid_quarter_tests(counted, rules)
    return {
        key: _life(key, asset, file, rules, tests.get(asset.in_service.year))
        for key, asset in counted.items()
        if CLASSES[asset.asset_class].recovery is not None and asset.in_service is not None
    }


def _story(
    key: str,
    asset: Asset,
    file: ClientFile,
    rules: YearRules,
    test: _Test | None,
    first_part: FirstPart | None,
) -> AssetStory:
    """What depreciation does to one asset that nothing stops."""
    asset_class, placed, tax_year = CLASSES[asset.asset_class], asset.in_service, file.tax_year
    if placed is None:
        raise ValueError(f"{key} has no date in service")
    if asset_class.section:
        return amortized(key, asset, asset_class, tax_year, first_part)
    if asset_class.recovery is None:
        none = stated(Decimal(0), f"{asset.name}: land is never depreciated", "26 U.S.C. 167; 168(f)")
        return AssetStory(placed.year, none, "Land is never depreciated.", lambda: none, lambda: none, tuple)
    life = _life(key, asset, file, rules, test)
    index = tax_year - placed.year
    this_year, parts = life.capped(index), life.parts(index)
    if sum((part.amount for part in parts.values()), Decimal(0)) != this_year.amount:
        parts = {}  # cut off at the basis that is left: the year stands as one
    return AssetStory(
        placed.year,
        this_year,
        life.summary,
        lambda: life.capped(index + 1),
        lambda: life.prior(index),
        life.all_years,
        parts,
        lambda: life.amounts,
    )
