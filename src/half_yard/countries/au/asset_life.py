"""The life of an asset: what it has taken, what it takes this year, and the years to come by both methods."""

from __future__ import annotations

from collections.abc import Iterator
from decimal import Decimal

from half_yard.countries.au.asset_kinds import (
    BORROWING,
    DIMINISHING,
    METHODS,
    PRIME,
    PROPERTY_ITSELF,
    WORKS,
    life_of,
    stop,
)
from half_yard.countries.au.decline import began, counted_cost, income_year, left_before, of_year
from half_yard.countries.au.things import as_used
from half_yard.countries.offered import PoolLife
from half_yard.countries.results import Computation
from half_yard.figures import Figure, Sheet, difference
from half_yard.figures.explain import exact_text
from half_yard.figures.rounding import to_cents
from half_yard.records import Asset
from half_yard.records.amounts import HUNDRED

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
    if asset.asset_class == PROPERTY_ITSELF:
        return _of_property(sheet, key)
    if sheet.has(f"{key}.deduction"):
        return _by_itself(sheet, key, asset, file.tax_year)
    if sheet.has("pool_closing"):
        return PoolLife(f"In the small business pool, or written off before. {_of_pool(sheet)}", ())
    return PoolLife("Of little cost: deducted at once, or in the low-value pool of its owners.", ())


def _of_property(sheet: Sheet, key: str) -> PoolLife:
    there = sheet.has(f"{key}.cost_base")
    base = f" Cost base now {exact_text(sheet[f'{key}.cost_base'].amount)}." if there else ""
    return PoolLife(f"Land and building have no decline in value.{base}", (), Decimal(0))


def _of_pool(sheet: Sheet) -> str:
    amounts = (exact_text(sheet[f"pool_{name}"].amount) for name in ("opening", "deduction", "closing"))
    opening, taken, closing = amounts
    return f"The pool: {opening} at the start, {taken} deducted, {closing} left."


def _by_itself(sheet: Sheet, key: str, asset: Asset, year: int) -> PoolLife:
    """An asset with years of its own: its method first, the other one beneath it."""
    share = Decimal(1) if asset.share is None else asset.share / HUNDRED
    this_year, path = sheet[f"{key}.deduction"].amount, f"/assets/{key}"
    if asset.asset_class in {WORKS, BORROWING}:
        words = BY_DAYS[asset.asset_class]
        left = left_before(asset, path, counted_cost(asset, path), year)
        return PoolLife(words, (("By days", year, tuple(_years(asset, path, left, year, share))),), this_year)
    opening, decline, closing = (
        exact_text(sheet[f"{key}.{name}"].amount) for name in ("opening", "decline", "closing")
    )
    life = f"Effective life {life_of(asset)} months."
    words = f"{life} Adjustable value {opening}, this year {decline}, left {closing}."
    other = asset.model_copy(update={"method": "" if asset.method == PRIME else PRIME})
    titles, first, whole = dict(METHODS), income_year(began(asset)), counted_cost(asset, path)
    rows = [
        (titles.get(each.method, DIMINISHING), first, tuple(_years(each, path, whole, first, share)))
        for each in (asset, other)
    ]
    return PoolLife(words, tuple(rows), this_year)


def _years(asset: Asset, path: str, left: Figure, year: int, share: Decimal) -> Iterator[Decimal]:
    """What each income year takes of what is left, from one on."""
    whole = counted_cost(asset, path)
    for each in range(year, year + MOST_YEARS):
        if left.amount < SPARE:
            return
        taken = of_year(asset, path, whole, left, each)
        yield to_cents(taken.amount * share)
        left = difference(left, taken)
