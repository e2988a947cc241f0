"""Why an asset is not depreciated at all: what is missing or can't be, said at its place."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.countries.us.assets.auto_limits import auto_limits
from half_yard.countries.us.assets.basis import EXCHANGED, WITHOUT_EXPENSING, basis_amount, origin_of
from half_yard.countries.us.assets.circumstances import AFTER_THE_RATE, Circumstances
from half_yard.countries.us.assets.classes import CLASSES, OUTPUT, TERM
from half_yard.countries.us.assets.special_allowance import allowance_of
from half_yard.countries.us.assets.uses import share_of_year
from half_yard.countries.us.questions import LESSOR
from half_yard.countries.us.year_rules import YEARS, rules_for
from half_yard.records import Asset

RECEIVED_LATER = "It comes into service after this year; the exchange counts it."


def stop(asset: Asset, around: Circumstances) -> str:
    """Why an asset lands nowhere; empty where nothing stops it."""
    if around.kind is None:
        return "It belongs to no activity and no shared thing of this file. Choose one."
    if asset.asset_class not in CLASSES:
        return "No class of property is chosen yet. Choose one."
    if asset.cost < 0:
        return "Its cost is below zero. Type what it cost."
    if any(amount < 0 for amount in asset.basis.values()):
        return "An amount of its basis is below zero. Mend it under Basis."
    if asset.in_service is None:
        return "It has no date in service. Type the day on which it was ready for use."
    if problem := _expensing_problem(asset, around):
        return problem
    if problem := _day_problem(asset, asset.in_service, around):
        return problem
    if origin_of(asset) == EXCHANGED and not asset.got_in:
        return "It was received in an exchange that is not here. Add it to its exchange."
    if asset.asset_class in TERM and asset.months is None:
        return "It is written off over the loan or lease. Type over how many months that runs."
    if CLASSES[asset.asset_class].own == OUTPUT and (asset.units_in_all or 0) <= 0:
        return "It is written off by its output. Type the output of its whole life."
    return ""


def _day_problem(asset: Asset, placed: datetime.date, around: Circumstances) -> str:
    """Why the days of an asset can't be; empty when they can."""
    if asset.disposed is not None and asset.disposed < placed:
        return "It left service before it was placed in service. Mend a day."
    if asset.acquired is not None and asset.acquired > placed:
        return "It was placed in service before it was acquired. Mend a day."
    if asset.got_in and placed.year > around.tax_year:
        return RECEIVED_LATER
    if placed.year > around.tax_year:
        return f"It was placed in service after tax year {around.tax_year}."
    if placed.month < around.begins:
        return "It was placed in service before its tax year begins. Mend the day, or the year's first month."
    return ""


def _expensing_problem(asset: Asset, around: Circumstances) -> str:
    """Why an asset can't be expensed as it was elected; empty when nothing was elected or it can."""
    if asset.expensed is None or asset.in_service is None:
        return ""
    asset_class, share = CLASSES[asset.asset_class], share_of_year(asset, asset.in_service.year)
    if not 0 <= asset.expensed <= basis_amount(asset) * share:
        return "What is expensed is below zero, or more than its cost for the business. Mend one of the two."
    if not asset.expensed:
        return ""
    if not asset_class.may_be_expensed:
        return "Its class can't be expensed under section 179. Take the amount out."
    if origin_of(asset) in WITHOUT_EXPENSING:
        return "Only what was bought for the business can be expensed (26 U.S.C. 179(d)). Take it out."
    if around.kind == AFTER_THE_RATE:
        return "After the standard mileage rate nothing can be expensed (Rev. Proc. 2019-46). Take it out."
    if around.kind == "rental" and not (around.trade and LESSOR.of(asset.answers)):
        return (
            "Section 179 is not for a rental, but where the letting is a trade or business and the lessor's "
            "test is met (26 U.S.C. 179(d)(5)). Say both, or take it out."
        )
    half = rules_for(around.tax_year).amount("listed_use_test")
    if share <= half:
        return "Property not used more than half for the business can't be expensed. Take it out."
    if asset_class.auto and (problem := _too_much_for_auto(asset, share, around)):
        return problem
    return _too_much_for_heavy(asset) if asset_class.heavy else ""


def _too_much_for_auto(asset: Asset, share: Decimal, around: Circumstances) -> str:
    """Whether more of an automobile is expensed than its first year's limit (26 U.S.C. 280F(d)(1))."""
    if asset.in_service is None or asset.expensed is None:
        return ""
    rules = rules_for(around.tax_year)
    allowance = allowance_of("", asset, CLASSES[asset.asset_class], around.elected, rules)
    limits = auto_limits(asset.in_service.year, allowance=allowance.rate is not None, part=around.limit_part)
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
