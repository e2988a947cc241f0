"""Classes 13 and 14: what is written off in equal parts over the life of a lease or of another right."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.countries.asking import Ask, asset_of, tax_year
from half_yard.countries.ca.additions import cost, is_accelerated, is_again_accelerated
from half_yard.countries.ca.classes import LEASEHOLD
from half_yard.countries.ca.frame import rules
from half_yard.countries.measuring_things import Period
from half_yard.figures import Figure, entered, larger_of, smaller_of, stated
from half_yard.records import Asset
from half_yard.records.dates import months_after

ONE_DAY = datetime.timedelta(days=1)


def of_the_year(ask: Ask, key: str) -> Figure:
    """What the year takes of it, before it is limited to what is left: of a leasehold the smaller of a fifth
    and of its part of the periods of twelve months (Regulations 1100(1)(b), Schedule III), of a right of
    limited life its days (1100(1)(c)); more in an accelerated first year (1100(2))."""
    asset = ask.of(asset_of, key)
    usual = _by_periods(ask, key) if asset.asset_class == LEASEHOLD else _by_days(ask, key)
    first = _first_year(ask, asset) if _began(asset).year == ask.of(tax_year) else None
    return usual if first is None else (usual * first).in_cents()


def _began(asset: Asset) -> datetime.date:
    return asset.in_service or datetime.date.min


def _first_year(ask: Ask, asset: Asset) -> Figure | None:
    """What the first year takes, as a part of the usual; None for the usual."""
    values, leasehold = ask(rules), asset.asset_class == LEASEHOLD
    if not is_accelerated(asset):
        return values.figure("half_year_rule", label="half-year rule") if leasehold else None
    if is_again_accelerated(ask, asset):
        return values.figure("accelerated_class_13_14_reinstated", label="accelerated first year")
    name = "accelerated_class_13" if leasehold else "accelerated_class_14"
    return values.figure(name, label="accelerated first year")


def _by_periods(ask: Ask, key: str) -> Figure:
    """A year's part of a leasehold: whole periods of twelve months from the beginning of the tax year of the
    cost to the end of the lease with its first renewal, at least five, at most forty."""
    asset, values, whole = ask.of(asset_of, key), ask(rules), ask(cost, key)
    end = months_after(_began(asset), asset.months or 0)
    counted = end.year - _began(asset).year
    told = entered(Decimal(counted), "periods of the lease, with its first renewal", f"/assets/{key}/months")
    least = values.figure("leasehold_least_periods", label="at least")
    most = values.figure("leasehold_most_periods", label="at most")
    return (whole / smaller_of(larger_of(told, least), most)).in_cents("equal part of a leasehold")


def _by_days(ask: Ask, key: str) -> Figure:
    """A year's part of a right of limited life: its days in the year of all its days."""
    asset, year = ask.of(asset_of, key), ask.of(tax_year)
    start, end = _began(asset), months_after(_began(asset), asset.months or 0)
    days = Period.of(year, start, end - ONE_DAY).days
    here = stated(Decimal(days), f"days of it in {year}")
    every = entered(Decimal((end - start).days), "days of its life", f"/assets/{key}/months")
    return (ask(cost, key) * (here / every)).in_cents("part of a right of limited life")
