"""Elections that hold for a whole class of a year's property, checked asset by asset."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from decimal import Decimal

from half_yard.countries.us.assets.classes import CLASSES, QUALIFIED_IMPROVEMENTS, AssetClass
from half_yard.countries.us.assets.special_allowance import (
    OUT,
    REDUCED,
    SPLIT_FROM,
    election_key,
    why_not_eligible,
)
from half_yard.countries.us.assets.uses import placed_in, share_of_year
from half_yard.countries.us.year_rules import YearRules
from half_yard.records import Asset, Change, ClientFile, Edit, change
from half_yard.review import Finding, Level

RESIDENTIAL, NONRESIDENTIAL = "residential_building", "nonresidential_building"
RESIDENTIAL_TYPES, SHORT_STAYS = {"1", "2", "3"}, "3"
"""The kinds of property on Schedule E, line 1b, that are lived in, and that for short stays."""


def class_findings(assets: Mapping[str, Asset], rules: YearRules) -> Iterator[Finding]:
    """A warning for each class of this year's property of which some have an election and some have not:
    straight line, 150% and the alternative system (26 U.S.C. 168(b)(5), (g)(7)) hold for all of it. Buildings
    are elected for one by one."""
    by_class: dict[str, dict[str, Asset]] = {}
    for key, asset in sorted(assets.items()):
        item = CLASSES[asset.asset_class]
        of_year = placed_in(asset) == rules.year and item.personal_property
        if of_year and not _goes_slower(item, asset, rules):
            name = f"{item.recovery.years if item.recovery else ''}-year property"
            by_class.setdefault(name, {})[key] = asset
    for name, of_class in by_class.items():
        if len({asset.method for asset in of_class.values()}) > 1:
            yield _finding(name, of_class, rules)


def _finding(name: str, of_class: Mapping[str, Asset], rules: YearRules) -> Finding:
    """The warning, at the last asset of the class."""
    names = ", ".join(asset.name for asset in of_class.values())
    return Finding(
        Level.WARNING,
        f"{name} of {rules.year} ({names}): for some a method is elected, for some not. An election holds "
        "for the whole class.",
        f"/assets/{list(of_class)[-1]}/method",
        "Elect alike.",
    )


def building_findings(file: ClientFile) -> Iterator[Finding]:
    """Property of a rental that is of another kind of building: qualified improvement property is inside
    nonresidential ones only (26 U.S.C. 168(e)(6)(A)); a hotel, motel or other place of which more than
    half is used on a transient basis is no dwelling unit, so its building is nonresidential
    (168(e)(2)(A)(ii)(I))."""
    for key, asset in sorted(file.assets.items()):
        activity = file.activities.get(asset.activity)
        kind = activity.property_type[:1] if activity is not None else ""
        path = f"/assets/{key}/asset_class"
        if asset.asset_class == QUALIFIED_IMPROVEMENTS and kind in RESIDENTIAL_TYPES:
            yield Finding(
                Level.ERROR,
                f"{asset.name}: qualified improvement property is inside a nonresidential building, and this "
                "is a residence (26 U.S.C. 168(e)(6)).",
                path,
                "Choose another class: what is done to a residential building is of its class.",
                change(f"{asset.name} made residential rental property", path, RESIDENTIAL),
            )
        if asset.asset_class == RESIDENTIAL and kind == SHORT_STAYS:
            yield Finding(
                Level.WARNING,
                f"{asset.name}: let for short stays. Where guests stay less than 30 days it is no dwelling "
                "unit but a nonresidential building of 39 years (26 U.S.C. 168(e)(2)(A)).",
                path,
                "Change its class, or leave it where stays are longer.",
                change(f"{asset.name} made a nonresidential building", path, NONRESIDENTIAL),
            )


def allowance_findings(file: ClientFile, assets: Mapping[str, Asset], rules: YearRules) -> Iterator[Finding]:
    """An election about the special allowance that holds for less than it covers: out of it for a class of
    property, automobiles among those of five years (168(k)(7); 26 CFR 1.168(k)-2(f)(1)(ii)); the reduced rate
    for all property of the year (168(k)(10))."""
    year = file.tax_year
    bought = {asset.asset_class for asset in assets.values() if _is_eligible(asset, rules)}
    used = [key for key in CLASSES if key in bought]
    elected = {key: file.elections.get(election_key(key), "") for key in used}
    by_years: dict[Decimal, list[str]] = {}
    for key in used:
        if (recovery := CLASSES[key].recovery) is not None:
            by_years.setdefault(recovery.years, []).append(key)
    for years, keys in by_years.items():
        missing = [key for key in keys if elected[key] != OUT]
        if missing and len(missing) < len(keys):
            what = f"{years.normalize():f}-year property"
            yield _not_for_all(file, keys, missing, OUT, f"Elected out of the special allowance for {what}")
    reduced = [key for key in used if elected[key] == REDUCED]
    missing = [key for key in used if not elected[key]]
    if year == SPLIT_FROM and reduced and missing:
        yield _not_for_all(file, reduced, missing, REDUCED, "The reduced special allowance is elected")


def _is_eligible(asset: Asset, rules: YearRules) -> bool:
    """Whether an asset came into service this year and may have the allowance, so that an election is about
    it."""
    item = CLASSES[asset.asset_class]
    of_year = placed_in(asset) == rules.year and why_not_eligible("", asset) is None
    return of_year and item.allowance and not _goes_slower(item, asset, rules)


def _goes_slower(item: AssetClass, asset: Asset, rules: YearRules) -> bool:
    """Whether it is listed property that is not used more than half for the business: it has the alternative
    system, whatever is elected."""
    return item.listed and share_of_year(asset, rules.year) <= rules.amount("listed_use_test")


def _not_for_all(
    file: ClientFile, keys: Sequence[str], missing: Sequence[str], value: str, words: str
) -> Finding:
    """The error, with the edit that elects for all."""
    names = ", ".join(CLASSES[key].short_title for key in missing)
    changes = tuple(
        Change(
            op="replace" if election_key(key) in file.elections else "add",
            path=f"/elections/{election_key(key)}", value=value,
        )
        for key in missing
    )  # fmt: skip
    first = next((key for key in keys if key not in missing), keys[0])
    return Finding(
        Level.ERROR,
        f"{words}, and not for {names}: an election holds for all that it covers.",
        f"/elections/{election_key(first)}",
        "Elect for all of it or for none.",
        Edit(label=f"elected for {names} too", changes=changes),
    )
