"""The mid-quarter test of a year's purchases over all activities of the return (26 U.S.C. 168(d)(3))."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.us.assets.basis import basis_figure
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.uses import in_and_out, tested_basis
from half_yard.countries.us.year_rules import YearRules
from half_yard.depreciation.conventions import quarter
from half_yard.figures import Choice, Figure, Page, Role, difference, not_below_zero, stated, total
from half_yard.figures.explain import percent_text
from half_yard.records import Asset

LAST_QUARTER = 4
HALF_YEAR, MID_QUARTER = "half_year", "mid_quarter"
SHORTEST = 10
"""The first month of a tax year of three months or less, all of which are its last three."""


@dataclass(frozen=True, eq=False)
class QuarterTest:
    """Whether the mid-quarter convention applies to the purchases of a year, why in words, and of what it was
    found."""

    applies: bool
    words: str
    year: int
    bought: Sequence[tuple[str, Asset]]
    path: str = ""

    @property
    def choice(self) -> Choice:
        """The convention, as what shaped the depreciation of the year's purchases."""
        return Choice(self.words, self.path)


def convention_key(year: int) -> str:
    """Where the convention that an earlier year used is kept in the file."""
    return f"convention.{year}"


def tested_in(asset: Asset) -> int | None:
    """The year in whose test an asset is; None for what is in none, as what came and went in one year."""
    if asset.in_service is None or not CLASSES[asset.asset_class].personal_property or in_and_out(asset):
        return None
    return asset.in_service.year


def quarter_test(
    year: int, bought: Sequence[tuple[str, Asset]], begins: int, stated_then: str, rules: YearRules
) -> QuarterTest:
    """The test of the personal property that was placed in service in a year, whose tax year begins in a
    month; `stated_then` is the convention that an earlier year is stated to have used."""
    if stated_then in {HALF_YEAR, MID_QUARTER}:
        name = "Mid-quarter" if stated_then == MID_QUARTER else "Half-year"
        words = f"{name} convention: it is stated that the return of {year} used it"
        return QuarterTest(
            stated_then == MID_QUARTER, words, year, bought, f"/elections/{convention_key(year)}"
        )
    bases = [(asset, tested_basis(asset)) for _, asset in bought]
    whole = sum((basis for _, basis in bases), Decimal(0))
    late = sum((basis for asset, basis in bases if _is_late(asset)), Decimal(0))
    share = rules.amount("mid_quarter_share")
    applies = late > whole * share or begins >= SHORTEST
    words = (
        f"{'Mid-quarter' if applies else 'Half-year'} convention: {late:,.2f} of {whole:,.2f} "
        f"was placed in service in the last three months of {year}, "
        f"{'more' if applies else 'not more'} than {percent_text(share)}"
    )
    if begins > 1:
        words += f"; its tax year counts from month {begins}"
    return QuarterTest(applies, words, year, bought)


def _is_late(asset: Asset) -> bool:
    return asset.in_service is not None and quarter(asset.in_service) == LAST_QUARTER


def fill_in(page: Page, test: QuarterTest, rules: YearRules) -> None:
    """The arithmetic of a test."""
    leaves = [(asset, _tested(key, asset)) for key, asset in test.bought]
    whole = page.exact_line(
        "all", "1", "Basis of personal property placed in service in the year",
        total(leaf for _, leaf in leaves),
    )  # fmt: skip
    last = [leaf for asset, leaf in leaves if _is_late(asset)]
    late = page.exact_line("last", "2", "Of it, placed in service in the last three months", total(last))
    share = rules.figure("mid_quarter_share", label="share above which the mid-quarter convention applies")
    limit = page.exact_line(
        "limit", "3", f"Threshold, {percent_text(share.amount)} of all", (whole * share).in_cents()
    )
    over = page.exact_line(
        "over", "4", "Placed in service late, above that share", not_below_zero(late - limit), Role.TOTAL
    )
    page.notes.append(test.words + ".")
    if not over.amount:
        # x more in the last quarter tips it where late + x is more than the share of all + x.
        room = (limit.amount - late.amount) / (1 - share.amount)
        page.notes.append(f"More than {room:,.2f} more in the last three months would make it mid-quarter.")


def _tested(key: str, asset: Asset) -> Figure:
    """What the test counts of an asset: its business part less what is expensed (26 CFR 1.168(d)-1(b)(4))."""
    basis, amount = basis_figure(key, asset), tested_basis(asset)
    if amount == basis.amount:
        return basis
    off = stated(basis.amount - amount, "private use and what is expensed (section 179)")
    return difference(basis, off, label=f"{asset.name}: in the test")
