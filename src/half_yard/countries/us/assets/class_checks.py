"""Elections that hold for a whole class of a year's property, checked asset by asset."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from decimal import Decimal

from half_yard.countries.us.assets.basis import WITHOUT_ALLOWANCE, origin_of
from half_yard.countries.us.assets.classes import CLASSES, QUALIFIED_IMPROVEMENTS
from half_yard.countries.us.assets.special_allowance import (
    NO_ALLOWANCE,
    OUT,
    REDUCED,
    SPLIT_FROM,
    election_key,
)
from half_yard.countries.us.assets.uses import in_and_out, share_of_year
from half_yard.countries.us.year_rules import YearRules
from half_yard.records import Asset, Change, ClientFile, Edit
from half_yard.review import Finding, Level

RESIDENTIAL_TYPES, SHORT_STAYS = {"1", "2", "3"}, "3"
"""The kinds of property on Schedule E, line 1b, that are lived in, and that for short stays."""


def class_findings(assets: Mapping[str, Asset], rules: YearRules) -> Iterator[Finding]:
    """A warning for each class of this year's property of which some have an election and some have not:
    straight line, 150% and the alternative system (26 U.S.C. 168(b)(5), (g)(7)) hold for all of it. Buildings
    are elected for one by one."""
    by_class: dict[str, dict[str, Asset]] = {}
    half = rules.amount("listed_use_test")
    for key, asset in sorted(assets.items()):
        item = CLASSES[asset.asset_class]
        of_year = asset.in_service is not None and asset.in_service.year == rules.year
        if (
            of_year
            and item.personal_property
            and not (item.listed and share_of_year(asset, rules.year) <= half)
        ):
            by_class.setdefault(f"{item.recovery.years if item.recovery else ''}-year property", {})[key] = (
                asset
            )
    for name, of_class in by_class.items():
        if len({asset.method for asset in of_class.values()}) > 1:
            yield _finding(name, of_class, "method", "a method is elected", rules)


def _finding(name: str, of_class: Mapping[str, Asset], field: str, what: str, rules: YearRules) -> Finding:
    """The warning, at the last asset of the class."""
    key = list(of_class)[-1]
    names = ", ".join(asset.name for asset in of_class.values())
    return Finding(
        Level.WARNING,
        f"{name} of {rules.year} ({names}): for some {what}, for some not. An election holds for the whole "
        "class.",
        f"/assets/{key}/{field}",
        "Elect alike.",
    )


def improvement_findings(file: ClientFile, assets: Mapping[str, Asset]) -> Iterator[Finding]:
    """Qualified improvement property in a rental that is lived in: it is inside nonresidential buildings only
    (26 U.S.C. 168(e)(6)(A))."""
    for key, asset in sorted(assets.items()):
        activity = file.activities.get(asset.activity)
        lived_in = activity is not None and activity.property_type[:1] in RESIDENTIAL_TYPES
        if asset.asset_class == QUALIFIED_IMPROVEMENTS and lived_in:
            change = Change(op="replace", path=f"/assets/{key}/asset_class", value="residential_building")
            yield Finding(
                Level.ERROR,
                f"{asset.name}: qualified improvement property is inside a nonresidential building, and this "
                "is a residence (26 U.S.C. 168(e)(6)).",
                f"/assets/{key}/asset_class",
                "Choose another class: what is done to a residential building is of its class.",
                Edit(label=f"{asset.name} made residential rental property", changes=(change,)),
            )


def transient_findings(file: ClientFile, assets: Mapping[str, Asset]) -> Iterator[Finding]:
    """A residential building that is let for short stays: a hotel, motel or other place of which more than
    half is used on a transient basis is no dwelling unit, so its building is nonresidential (26 U.S.C.
    168(e)(2)(A)(ii)(I))."""
    for key, asset in sorted(assets.items()):
        activity = file.activities.get(asset.activity)
        short = activity is not None and activity.property_type.startswith(SHORT_STAYS)
        if asset.asset_class == "residential_building" and short:
            change = Change(op="replace", path=f"/assets/{key}/asset_class", value="nonresidential_building")
            yield Finding(
                Level.WARNING,
                f"{asset.name}: let for short stays. Where guests stay less than 30 days it is no dwelling "
                "unit but a nonresidential building of 39 years (26 U.S.C. 168(e)(2)(A)).",
                f"/assets/{key}/asset_class",
                "Change its class, or leave it where stays are longer.",
                Edit(label=f"{asset.name} made a nonresidential building", changes=(change,)),
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
    item, placed = CLASSES[asset.asset_class], asset.in_service
    if placed is None or placed.year != rules.year or in_and_out(asset):
        return False
    slower = item.listed and share_of_year(asset, rules.year) <= rules.amount("listed_use_test")
    out = asset.answers.get(NO_ALLOWANCE, False) or origin_of(asset) in WITHOUT_ALLOWANCE
    return item.allowance and not slower and not out


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
