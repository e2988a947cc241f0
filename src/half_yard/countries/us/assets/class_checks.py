"""Elections that hold for a whole class of a year's property, checked asset by asset."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.special_allowance import NO_ALLOWANCE
from half_yard.countries.us.assets.uses import share_of_year
from half_yard.countries.us.year_rules import YearRules
from half_yard.records import Asset
from half_yard.review import Finding, Level


def class_findings(assets: Mapping[str, Asset], rules: YearRules) -> Iterator[Finding]:
    """A warning for each class of this year's property of which some have an election and some have not:
    straight line, 150% and the alternative system (26 U.S.C. 168(b)(5), (g)(7)), and being out of the special
    allowance (168(k)(7)), hold for all of it. Buildings are elected for one by one."""
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
        if len({asset.answers.get(NO_ALLOWANCE, False) for asset in of_class.values()}) > 1:
            yield _finding(
                name, of_class, f"answers/{NO_ALLOWANCE}", "the special allowance is left out", rules
            )


def _finding(name: str, of_class: Mapping[str, Asset], field: str, what: str, rules: YearRules) -> Finding:
    """The warning, at the last asset of the class."""
    key = list(of_class)[-1]
    names = ", ".join(asset.name for asset in of_class.values())
    return Finding(
        Level.WARNING,
        f"{name} of {rules.year} ({names}): for some {what}, for some not. An election holds for the whole "
        "class.",
        f"/assets/{key}/{field}",
        "Elect alike, unless one of them is not eligible.",
    )
