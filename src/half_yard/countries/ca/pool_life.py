"""The life of a class: back to what came into it and went, forward for the years to come, as it is claimed
now and as if nothing were claimed this year."""

from __future__ import annotations

from collections.abc import Iterator
from decimal import Decimal

from half_yard.countries.ca.classes import NUMBERS, PASSENGER, PROPERTY, RATES, is_apart, stop
from half_yard.countries.ca.pools import Pool, by_pool
from half_yard.countries.ca.things import as_used
from half_yard.countries.ca.year_rules import rules_for
from half_yard.countries.offered import PoolLife
from half_yard.countries.results import Computation
from half_yard.figures import Sheet
from half_yard.figures.explain import exact_text
from half_yard.figures.rounding import to_cents
from half_yard.records import ClientFile

MOST_YEARS, SPARE = 12, Decimal(1)
"""The years to come end when so many are shown, as the tape has room for, or less than a dollar is left."""
CLAIMED, UNCLAIMED = "As claimed, then all of it", "Nothing this year, then all"


def pool_life(computation: Computation, key: str) -> PoolLife | None:
    """The life of the class in which an asset is; None where nothing of it counts. Amounts in dollars by
    tax year, nothing more coming or going."""
    file = as_used(computation.file)
    asset = file.assets.get(key)
    if asset is None or stop(asset, file):
        return None
    pool = Pool(asset.activity, asset.asset_class, key if is_apart(asset, file) else "")
    if not computation.has_sheet(f"cca.{pool.activity}"):
        return None  # Its activity is not on the return.
    sheet = computation.sheet(f"cca.{pool.activity}")
    rate = rules_for(file.tax_year).amount(RATES[pool.kind]) if pool.kind in RATES else Decimal(0)
    words = " ".join(_words(file, pool, sheet, rate))
    if not rate or _is_gone(file, pool):
        return PoolLife(words, ())
    taken, closing = sheet[f"{pool.of}.allowance"].amount, sheet[f"{pool.of}.closing"].amount
    rows = [(CLAIMED, (taken, *_falling(closing, rate)))]
    if taken:
        rows.append((UNCLAIMED, (Decimal(0), *_falling(closing + taken, rate))))
    return PoolLife(words, tuple((title, file.tax_year, years) for title, years in rows))


def _is_gone(file: ClientFile, pool: Pool) -> bool:
    """Whether nothing of a class of one asset is left."""
    return bool(pool.asset and file.assets[pool.asset].disposed)


def _falling(left: Decimal, rate: Decimal) -> Iterator[Decimal]:
    """What each year takes of a balance that nothing comes to any more."""
    for _ in range(MOST_YEARS):
        if left < SPARE:
            return
        taken = to_cents(left * rate)
        yield taken
        left -= taken


def _words(file: ClientFile, pool: Pool, sheet: Sheet, rate: Decimal) -> Iterator[str]:
    """What the class is, what has come and gone, and what it holds."""
    of, year = pool.of, file.tax_year
    number, activity = NUMBERS[pool.kind], file.called(pool.activity)
    if rate:
        yield f"Class {number} of {activity}, {rate:.0%} of what is left each year."
    else:
        yield f"Class {number} of {activity}, in equal parts."
    for key, asset in by_pool(file)[pool]:
        name = asset.name or key
        if asset.in_service is not None:
            yield f"{name} came in {asset.in_service.year} for {exact_text(asset.cost)}."
        if asset.disposed is not None:
            price = exact_text(asset.proceeds or Decimal(0))
            yield f"{name} left in {asset.disposed.year} for {price}."
    opening, taken, closing = (
        exact_text(sheet[f"{of}.{name}"].amount) for name in ("opening", "allowance", "closing")
    )
    yield f"At the start of {year} {opening}, claimed {taken}, at its end {closing}."
    if pool.kind == PASSENGER and _is_gone(file, pool):
        yield "What was left when it was sold is given up."
    if PROPERTY[pool.kind].building:
        yield "Its land has no allowance."
