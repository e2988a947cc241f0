"""The special depreciation allowance (26 U.S.C. 168(k)): which rate an asset has, by the days on which it was
acquired and placed in service and by what was elected."""

from __future__ import annotations

import datetime
from dataclasses import dataclass

from half_yard.countries.us import gaps
from half_yard.countries.us.assets.basis import BUILT, CONVERTED, WITHOUT_ALLOWANCE, origin_of
from half_yard.countries.us.assets.classes import CLASSES, AssetClass
from half_yard.countries.us.assets.uses import in_and_out
from half_yard.countries.us.year_rules import YEARS, YearRules, rules_for
from half_yard.figures import Choice, Figure, Mark
from half_yard.records import Asset, ClientFile

NO_ALLOWANCE = "no_special_allowance"
OUT, REDUCED = "out", "reduced"
FULL_FROM = 2018
SPLIT_FROM = 2025
ACQUIRED_BEFORE = datetime.date(2025, 1, 20)
SURELY_ACQUIRED = datetime.date(2025, 4, 1)
"""What came into service from here on without a day of its contract is taken to be acquired after January
19."""
FIRST = 2008
WHOLE_FROM, WHOLE_UNTIL = datetime.date(2010, 9, 9), datetime.date(2011, 12, 31)
NEW_LAW = datetime.date(2017, 9, 28)


@dataclass(frozen=True, slots=True)
class Allowance:
    """The rate of an asset's allowance, None for none; why; whether it would have one and it was elected out
    of; and what the program does not know about it."""

    rate: Figure | None
    why: Choice | None = None
    elected_out: bool = False
    marks: tuple[Mark, ...] = ()


def election_key(class_key: str, year: int | None = None) -> str:
    """Where an election for a class is kept in the file: that of its tax year, or of an earlier year."""
    return f"allowance.{class_key}" if year is None else f"allowance.{class_key}.{year}"


def elections_next_year(file: ClientFile) -> dict[str, str]:
    """The elections as next year's file keeps them: those of this year with the year that they are of."""
    of_year = {election_key(key): election_key(key, file.tax_year) for key in CLASSES}
    return {of_year.get(key, key): value for key, value in file.elections.items()}


def allowance_of(
    key: str, asset: Asset, asset_class: AssetClass, elected: str, rules: YearRules
) -> Allowance:
    """The allowance of an asset, with what was elected for its class in the year of its first day."""
    placed = asset.in_service
    if placed is None or not asset_class.allowance:
        return Allowance(None)
    if (why := why_not_eligible(key, asset)) is not None:
        return Allowance(None, why)
    of = None if placed.year == rules.year else placed.year
    path = f"/elections/{election_key(asset_class.key, of)}"
    if elected == OUT:
        words = f"Elected out of the special allowance for {asset_class.title}"
        return Allowance(None, Choice(words, path), elected_out=True)
    if placed.year < YEARS[0]:
        return _before_these_years(key, asset, placed, rules)
    of_year = rules_for(placed.year)
    if placed.year < SPLIT_FROM:
        return Allowance(of_year.figure("bonus_rate_in_service", label=f"special allowance of {placed.year}"))
    acquired = asset.acquired or placed
    if acquired < ACQUIRED_BEFORE:
        words = "special allowance, acquired before January 20, 2025"
        return Allowance(of_year.figure("bonus_rate_in_service_acquired_before_2025_01_20", label=words))
    marks = (gaps.acquired_not_said(f"/assets/{key}/acquired"),) if _must_say(asset, placed) else ()
    if elected == REDUCED and placed.year == SPLIT_FROM:
        rate = of_year.figure(
            "bonus_rate_reduced_by_election", label="special allowance, reduced by election"
        )
        return Allowance(
            rate, Choice("Elected the reduced allowance instead of the whole", path), marks=marks
        )
    words = "special allowance, acquired after January 19, 2025"
    if asset.acquired is None:
        words = "special allowance, taken to be acquired when it was placed in service"
    rate = of_year.figure("bonus_rate_in_service_acquired_after_2025_01_19", label=words)
    return Allowance(rate, marks=marks)


def why_not_eligible(key: str, asset: Asset) -> Choice | None:
    """Why an asset of a class that has the allowance may not have it itself; None where it may."""
    if origin_of(asset) in WITHOUT_ALLOWANCE:
        return Choice("Not bought: no special allowance", f"/assets/{key}/origin")
    if in_and_out(asset):
        words = "In and out of service in one year: no special allowance (26 CFR 1.168(k)-2(g)(1)(i))"
        return Choice(words, f"/assets/{key}/disposed")
    if asset.answers.get(NO_ALLOWANCE, False):
        return Choice("Not eligible for the special allowance", f"/assets/{key}/answers/{NO_ALLOWANCE}")
    return None


def _must_say(asset: Asset, placed: datetime.date) -> bool:
    """Whether the day of the contract decides and may well lie before January 20, 2025: of what was built or
    turned from private use, and of what came into service within weeks of that day."""
    return asset.acquired is None and (origin_of(asset) in {BUILT, CONVERTED} or placed < SURELY_ACQUIRED)


def _before_these_years(key: str, asset: Asset, placed: datetime.date, rules: YearRules) -> Allowance:
    """The allowance of property from before the years of this program: half from 2008 on and the whole from
    September 9, 2010 to the end of 2011 (168(k)(1), (5) as they stood); after September 27, 2017 the whole,
    but for what was under contract by then (P.L. 115-97, section 13201)."""
    acquired = asset.acquired or placed
    if placed.year < FIRST:
        return Allowance(None, marks=(gaps.special_allowance(f"/assets/{key}/answers"),))
    whole_of_2010 = WHOLE_FROM <= placed <= WHOLE_UNTIL
    if acquired >= NEW_LAW or whole_of_2010:
        return Allowance(rules.figure("bonus_rate_in_service_2018_to_2020", label="special allowance"))
    if placed.year < FULL_FROM:
        label = f"special allowance of {placed.year}"
        return Allowance(rules.figure("bonus_rate_in_service_2008_to_2017", label=label))
    label = f"special allowance of {placed.year}, acquired before September 28, 2017"
    year = f"year_{placed.year}"
    return Allowance(rules.figure("bonus_rate_acquired_before_2017_09_28", year, label))
