"""The unadjusted basis of the property that a trade holds at the end of the year (26 U.S.C. 199A(b)(6))."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.countries.asking import Ask, asset_of, tax_year
from half_yard.countries.us import gaps
from half_yard.countries.us.assets import stories
from half_yard.countries.us.assets.basis import gain_basis_figure
from half_yard.countries.us.assets.classes import CLASSES, LAND
from half_yard.countries.us.frame import rules
from half_yard.countries.us.shared.owned import part_on_return
from half_yard.figures import Figure, entered, times, total
from half_yard.records import Asset, ClientFile
from half_yard.records.amounts import HUNDRED

MONTHS = 12


def unadjusted_basis(ask: Ask, activity: str) -> Figure:
    """What the people on the return have of it: cost and improvements each from its own day, also what was
    expensed, without land and what is amortized, while it counts."""
    year, found = ask.of(tax_year), []
    least = int(ask(rules).amount("qbi_property_years"))
    for key in ask.of(_held, ask(stories.of_activity, activity), year, least):
        asset = ask.of(asset_of, key)
        use = None
        if asset.share is not None:
            use = entered(asset.share / HUNDRED, "business use", f"/assets/{key}/share")
        whole = gain_basis_figure(key, asset).named(asset.name or "Not named")
        if asset.got_in:
            whole = whole.marked(gaps.exchanged_property(f"/assets/{key}"))
        found.append(times(whole, part_on_return(ask, asset), use))
    return total(found, "unadjusted basis of property")


def _held(file: ClientFile, keys: tuple[str, ...], year: int, least: int) -> tuple[str, ...]:
    return tuple(key for key in keys if counts(file.assets[key], year, least))


def counts(asset: Asset, year: int, least: int) -> bool:
    """Whether property counts in a year: tangible, depreciated, held at its end, and within the later of so
    many years from its day in service and the last full year of its recovery."""
    known = CLASSES.get(asset.asset_class)
    if known is None or known.recovery is None or known.section or asset.asset_class == LAND:
        return False
    start, left = asset.in_service, asset.disposed
    if start is None or start.year > year or (left is not None and left.year <= year):
        return False
    return year <= max(start.year + least - 1, _last_full_year(start, known.recovery.years))


def _last_full_year(start: datetime.date, years: Decimal) -> int:
    """The last calendar year that lies whole within a recovery period."""
    months = start.year * MONTHS + start.month - 1 + int(years * MONTHS)
    return months // MONTHS - 1
