"""The life of an asset: what it has taken, what it takes this year, and the years to come by both methods."""

from __future__ import annotations

from collections.abc import Iterator
from decimal import Decimal

from half_yard.countries.au.asset_kinds import BORROWING, DIMINISHING, METHODS, PRIME, WORKS, life_of, stop
from half_yard.countries.au.decline import income_year, of_year
from half_yard.countries.au.things import as_used
from half_yard.countries.offered import PoolLife
from half_yard.countries.results import Computation
from half_yard.figures import Sheet
from half_yard.figures.explain import exact_text
from half_yard.figures.rounding import to_cents
from half_yard.records import Asset

BY_DAYS = {
    WORKS: "Capital works: by days over forty years.",
    BORROWING: "Costs of borrowing: by days over five years.",
}  # fmt: skip
MOST_YEARS, SPARE = 13, Decimal(1)
"""So many years are shown, as the tape has room for, or until less than a dollar is left."""


def asset_life(computation: Computation, key: str) -> PoolLife | None:
    """The life of an asset; None where nothing of it counts. Amounts in dollars by income year, of its part
    for the activity, nothing changing."""
    file = as_used(computation.file)
    asset = file.assets.get(key)
    if asset is None or stop(asset, file) or not computation.has_sheet(f"allowances.{asset.activity}"):
        return None
    sheet = computation.sheet(f"allowances.{asset.activity}")
    if sheet.has(f"{key}.written_off"):
        taken = sheet[f"{key}.written_off"].amount
        words = f"Written off at once: {exact_text(taken)} (s 328-180)."
        return PoolLife(words, (("This year", file.tax_year, (taken,)),), taken)
    if sheet.has(f"{key}.deduction"):
        return _by_itself(sheet, key, asset, file.tax_year)
    if sheet.has("pool_closing"):
        return PoolLife(f"In the small business pool, or written off before. {_of_pool(sheet)}", ())
    return PoolLife("Of little cost: deducted at once, or in the low-value pool of its owners.", ())


def _of_pool(sheet: Sheet) -> str:
    amounts = (exact_text(sheet[f"pool_{name}"].amount) for name in ("opening", "deduction", "closing"))
    opening, taken, closing = amounts
    return f"The pool: {opening} at the start, {taken} deducted, {closing} left."


def _by_itself(sheet: Sheet, key: str, asset: Asset, year: int) -> PoolLife:
    """An asset with years of its own: its method first, the other one beneath it."""
    share = Decimal(1) if asset.share is None else asset.share / 100
    this_year = sheet[f"{key}.deduction"].amount
    if asset.asset_class in {WORKS, BORROWING}:
        words = BY_DAYS[asset.asset_class]
        return PoolLife(words, (("By days", year, tuple(_years(asset, year, share))),), this_year)
    opening, decline, closing = (
        exact_text(sheet[f"{key}.{name}"].amount) for name in ("opening", "decline", "closing")
    )
    life = f"Effective life {life_of(asset)} months."
    words = f"{life} Adjustable value {opening}, this year {decline}, left {closing}."
    other = asset.model_copy(update={"method": "" if asset.method == PRIME else PRIME})
    titles = dict(METHODS)
    rows = [
        (titles.get(each.method, DIMINISHING), income_year_of(each), tuple(_from_the_start(each, share)))
        for each in (asset, other)
    ]
    return PoolLife(words, tuple(rows), this_year)


def income_year_of(asset: Asset) -> int:
    """The income year of its first use; this is asked only of assets that have such a day."""
    return 0 if asset.in_service is None else income_year(asset.in_service)


def _from_the_start(asset: Asset, share: Decimal) -> Iterator[Decimal]:
    return _years(asset, income_year_of(asset), share)


def _years(asset: Asset, year: int, share: Decimal) -> Iterator[Decimal]:
    """What each income year takes, from one on."""
    left = asset.cost
    for each in range(year, year + MOST_YEARS):
        if left < SPARE:
            return
        taken = min(left, to_cents(of_year(asset, asset.cost, left, each)))
        yield to_cents(taken * share)
        left -= taken
