"""What was elected in earlier years, and by which convention they depreciated: facts of those years, which
can be stated, and are proposed where what earlier years took shows them."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from decimal import Decimal

from half_yard.countries.offered import ManyAnswers
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.course import Course
from half_yard.countries.us.assets.mid_quarter import HALF_YEAR, MID_QUARTER, convention_key, tested_in
from half_yard.countries.us.assets.special_allowance import (
    FULL_FROM,
    OUT,
    REDUCED,
    SPLIT_FROM,
    election_key,
)
from half_yard.countries.us.assets.stories import lives
from half_yard.countries.us.assets.uses import placed_in
from half_yard.depreciation import Convention
from half_yard.records import Asset, Change, ClientFile, Edit

CONVENTIONS = {HALF_YEAR: "Half-year, as it was used", MID_QUARTER: "Mid-quarter, as it was used"}


def earlier_facts(file: ClientFile) -> Sequence[ManyAnswers]:
    """The convention of each earlier year of which there is personal property, and what was elected for the
    special allowance then, class by class."""
    return [fact for year in _years(file) for fact in _of_year(file, year)]


def _years(file: ClientFile) -> list[int]:
    found = {
        year
        for asset in file.assets.values()
        if asset.asset_class in CLASSES and (year := tested_in(asset)) is not None and year < file.tax_year
    }
    return sorted(found, reverse=True)


def _of_year(file: ClientFile, year: int) -> Iterator[ManyAnswers]:
    law = "what that year's return used, if it is not what its purchases here show"
    yield ManyAnswers(convention_key(year), f"Convention of {year}", tuple(CONVENTIONS.items()), law)
    if year >= FULL_FROM:
        yield from allowance_elections(file, year)


def allowance_elections(file: ClientFile, year: int) -> Iterator[ManyAnswers]:
    """The special allowance by class, for the classes of a year's property (168(k)(7), (10))."""
    used = {asset.asset_class for asset in file.assets.values() if placed_in(asset) == year}
    of, words = (None, "") if year == file.tax_year else (year, f" of {year}")
    for item in CLASSES.values():
        if item.allowance and item.key in used:
            text = f"Special allowance{words}, {item.short_title}"
            yield ManyAnswers(election_key(item.key, of), text, allowance_answers(year), "168(k)(7)")


def allowance_answers(year: int) -> tuple[tuple[str, str], ...]:
    """What could be elected about the special allowance of a year."""
    out = ((OUT, "Elected out of it"),)
    return (*out, (REDUCED, "The reduced instead of the whole")) if year == SPLIT_FROM else out


def convention_used(file: ClientFile) -> dict[str, str]:
    """The convention of this year's personal property, as next year's file states it; nothing where there is
    none."""
    of_year = {key: asset for key, asset in file.assets.items() if placed_in(asset) == file.tax_year}
    conventions = {
        life.way.start.convention
        for life in lives(file.model_copy(update={"assets": of_year})).values()
        if life.asset_class.personal_property and tested_in(life.asset) is not None
    }
    if not conventions:
        return {}
    late = Convention.MID_QUARTER in conventions
    return {convention_key(file.tax_year): MID_QUARTER if late else HALF_YEAR}


def that_agrees(file: ClientFile, key: str, now: str, tolerance: Decimal) -> Edit | None:
    """The statement about an asset's first year with which its depreciation agrees with what earlier years
    are said to have taken, within so many dollars; None where there is none. `now` is the convention by which
    it is depreciated now. Raises KeyError if there is no such asset."""
    asset = file.assets[key]
    year, prior = tested_in(asset), asset.prior_depreciation
    if year is None or prior is None or year >= file.tax_year:
        return None
    elections = {**file.elections, convention_key(year): now}
    for field, answer, words in _possible(asset, year):
        if elections.get(field, "") == answer:
            continue
        otherwise = {"assets": {key: asset}, "elections": {**elections, field: answer}}
        life = lives(file.model_copy(update=otherwise)).get(key)
        if life is None:
            return None
        taken = sum(Course.of(life).amounts[: file.tax_year - year], Decimal(0))
        if abs(taken - prior) <= tolerance:
            op = "replace" if field in file.elections else "add"
            change = Change.model_validate({"op": op, "path": f"/elections/{field}", "value": answer})
            return Edit(label=words, changes=(change,))
    return None


def _possible(asset: Asset, year: int) -> Iterator[tuple[str, str, str]]:
    for convention, words in CONVENTIONS.items():
        yield convention_key(year), convention, f"{words.partition(',')[0]} convention of {year} stated"
    for answer, words in allowance_answers(year):
        yield election_key(asset.asset_class, year), answer, f"special allowance of {year}: {words.lower()}"
