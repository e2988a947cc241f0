"""The mid-quarter test of a year's purchases over all activities of the return (26 U.S.C. 168(d)(3))."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from functools import cached_property, partial

from half_yard.countries.us.assets.basis import basis_figure
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.uses import tested_basis
from half_yard.countries.us.year_rules import YearRules
from half_yard.depreciation.conventions import quarter
from half_yard.figures import NOT_BELOW_ZERO, Figure, Page, Sheet, difference, larger_of, stated, total
from half_yard.figures.remembered import Remembered
from half_yard.records import Asset, ClientFile

LAST_QUARTER = 4
SHORTEST = 10
"""The first month of a tax year of three months or less, all of which are its last three."""


@dataclass(frozen=True)
class QuarterTest:
    """Whether the mid-quarter convention applies to a year, why in words, and the arithmetic."""

    applies: bool
    words: str
    make_sheet: partial[Sheet]

    @cached_property
    def sheet(self) -> Sheet:
        """The arithmetic, made when first asked for."""
        return self.make_sheet()


TESTS: Remembered[QuarterTest] = Remembered()


def mid_quarter_tests(
    assets: Mapping[str, Asset], file: ClientFile, rules: YearRules
) -> dict[int, QuarterTest]:
    """The test of every year in which personal property was placed in service."""
    by_year: dict[int, list[tuple[str, Asset]]] = {}
    for key, asset in assets.items():
        if CLASSES[asset.asset_class].personal_property and asset.in_service is not None:
            by_year.setdefault(asset.in_service.year, []).append((key, asset))
    made = {}
    for year, bought in by_year.items():
        begins = file.short_years.get(str(year), 1)
        known = (rules, begins, *(asset for _, asset in bought))
        made[year] = TESTS.get(year, known, partial(_test, year, bought, begins, rules))
    return made


def _test(year: int, bought: Sequence[tuple[str, Asset]], begins: int, rules: YearRules) -> QuarterTest:
    bases = [(asset, tested_basis(asset)) for _, asset in bought]
    whole = sum((basis for _, basis in bases), Decimal(0))
    late = sum((basis for asset, basis in bases if _is_late(asset)), Decimal(0))
    applies = late > whole * rules.amount("mid_quarter_share") or begins >= SHORTEST
    words = (
        f"{'Mid-quarter' if applies else 'Half-year'} convention: {late:,.2f} of {whole:,.2f} "
        f"was placed in service in the last three months of {year}, "
        f"{'more' if applies else 'not more'} than 40%"
    )
    if begins > 1:
        words += f"; its tax year counts from month {begins}"
    return QuarterTest(applies, words, partial(_sheet, year, bought, words, rules))


def _is_late(asset: Asset) -> bool:
    return asset.in_service is not None and quarter(asset.in_service) == LAST_QUARTER


def _sheet(year: int, bought: Sequence[tuple[str, Asset]], words: str, rules: YearRules) -> Sheet:
    page = Page("mid_quarter", "Mid-quarter test", str(year))
    leaves = [(asset, _tested(key, asset)) for key, asset in bought]
    whole = page.exact_line(
        "all", "1", "Basis of personal property placed in service in the year",
        total("", [leaf for _, leaf in leaves]),
    )  # fmt: skip
    last = [leaf for asset, leaf in leaves if _is_late(asset)]
    late = page.exact_line("last", "2", "Of it, placed in service in the last three months", total("", last))
    share = rules.figure("mid_quarter_share", label="share above which the mid-quarter convention applies")
    limit = page.exact_line("limit", "3", "Line 1 times 40%", (whole * share).in_cents())
    over = page.exact_line(
        "over", "4", "Line 2 less line 3, not less than zero", larger_of("", late - limit, NOT_BELOW_ZERO)
    )
    page.notes.append(words + ".")
    if not over.amount:
        # x more in the last quarter tips it where late + x is more than 40% of all + x.
        room = (limit.amount - late.amount) / (1 - share.amount)
        page.notes.append(f"More than {room:,.2f} more in the last three months would make it mid-quarter.")
    return page.sheet()


def _tested(key: str, asset: Asset) -> Figure:
    """What the test counts of an asset: its business part less what is expensed (26 CFR 1.168(d)-1(b)(4))."""
    basis, amount = basis_figure(key, asset), tested_basis(asset)
    if amount == basis.amount:
        return basis
    off = stated(basis.amount - amount, "private use and what is expensed (section 179)")
    return difference(f"{asset.name}: in the test", basis, off)
