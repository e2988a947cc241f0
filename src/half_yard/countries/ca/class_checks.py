"""Checks of the classes of property: what is often put into the wrong one, or begins a year without its
balance."""

from __future__ import annotations

from collections.abc import Iterator
from decimal import Decimal

from half_yard.asked import step_to
from half_yard.countries.ca.additions import IMMEDIATE_FROM, is_accelerated
from half_yard.countries.ca.classes import (
    CLASSES,
    DESIGNATED,
    LAND,
    NO_CHANGE,
    NOTHING_CHANGED,
    NUMBERS,
    PASSENGER,
    PRIVATE_BEFORE,
    PROPERTY,
    TAX,
    UCC,
    VALUE,
    is_apart,
    stop,
)
from half_yard.countries.ca.year_rules import YEARS, rules_for
from half_yard.records import Asset, ClientFile, Edit
from half_yard.records.naming import name_of
from half_yard.review import Finding, Level

VEHICLES, SMALL_TOOLS = "class_10", "class_12"


def class_findings(file: ClientFile) -> Iterator[Finding]:
    """Everything found about the assets of a file."""
    for key, asset in sorted(file.assets.items()):
        why = stop(asset, file)
        if why == NOTHING_CHANGED:
            words = f"{name_of(asset) or key}: {NOTHING_CHANGED}"
            yield Finding(Level.NOTE, words, f"/assets/{key}/answers/{NO_CHANGE}")
        elif not why:
            yield from _cars(file, key, asset)
            yield from _tools(file, key, asset)
            yield from _buildings(key, asset)
            yield from _designated(file, key, asset)
            yield from _begins(file, key, asset)


def _to_class(file: ClientFile, key: str, kind: str) -> Edit:
    step = step_to(file, f"/assets/{key}/asset_class", kind)
    return Edit(label=f"{name_of(file.assets[key]) or key}: {CLASSES[kind].short_title}", changes=(step,))


def _cars(file: ClientFile, key: str, asset: Asset) -> Iterator[Finding]:
    """Each side of the ceiling of the year in which a car came (Regulations 7307)."""
    if asset.asset_class not in {VEHICLES, PASSENGER} or asset.in_service is None:
        return
    if asset.in_service.year not in YEARS:
        return
    ceiling = rules_for(asset.in_service.year).amount("class_10_1_ceiling")
    before = asset.cost - asset.basis.get(TAX, Decimal(0))
    path, name = f"/assets/{key}/asset_class", name_of(asset) or key
    if asset.asset_class == PASSENGER and before <= ceiling:
        words = f"{name}: {before:,.2f} before tax is not above the ceiling of {ceiling:,}: class 10."
        yield Finding(Level.WARNING, words, path, "Make it class 10.", _to_class(file, key, VEHICLES))
    if asset.asset_class == PASSENGER and TAX not in asset.basis:
        words = f"{name}: without the sales tax in its cost, the ceiling counts without tax."
        yield Finding(Level.WARNING, words, f"/assets/{key}/basis/{TAX}", "Type it; 0 where it was got back.")
    if asset.asset_class == VEHICLES and before > ceiling:
        words = f"{name}: if it is a passenger car, it is above the ceiling of {ceiling:,} before tax."
        yield Finding(Level.WARNING, words, path, "Then class 10.1.", _to_class(file, key, PASSENGER))


def _tools(file: ClientFile, key: str, asset: Asset) -> Iterator[Finding]:
    small = rules_for(file.tax_year).amount("class_12_tools_under")
    if asset.asset_class == SMALL_TOOLS and asset.cost >= small:
        words = f"{name_of(asset) or key}: class 12 takes tools and instruments under {small:,} each."
        yield Finding(
            Level.WARNING, words, f"/assets/{key}/asset_class", "One that cost more is of class 8.",
            _to_class(file, key, "class_8"),
        )  # fmt: skip


def _buildings(key: str, asset: Asset) -> Iterator[Finding]:
    if PROPERTY[asset.asset_class].building and LAND not in asset.basis:
        words = f"{name_of(asset) or key}: its cost must not hold its land, which has no allowance."
        yield Finding(
            Level.WARNING,
            words,
            f"/assets/{key}/basis/{LAND}",
            "Type the land's cost; 0 for a building alone.",
        )
    if asset.answers.get(PRIVATE_BEFORE) and VALUE not in asset.basis:
        words = f"{name_of(asset) or key}: what it was worth when its use changed is missing."
        yield Finding(Level.ERROR, words, f"/assets/{key}/basis/{VALUE}", "Type it.")


def _designated(file: ClientFile, key: str, asset: Asset) -> Iterator[Finding]:
    """What is designated in vain (Regulations 1104(3.1))."""
    came = asset.in_service is not None and asset.in_service.year == file.tax_year
    if not asset.answers.get(DESIGNATED) or not came:
        return
    why = ""
    if not rules_for(file.tax_year).has("immediate_expensing_limit"):
        why = "there is none for what becomes available in this year"
    elif (asset.acquired or asset.in_service or IMMEDIATE_FROM) < IMMEDIATE_FROM:
        why = "individuals have it only for what was bought from 2022 on"
    elif not is_accelerated(asset):
        why = "it was owned by the same people, or near ones, before"
    elif asset.disposed is not None:
        why = "it left in the same year"
    if why:
        words = f"{name_of(asset) or key} is not expensed immediately: {why}."
        yield Finding(Level.WARNING, words, f"/assets/{key}/answers/{DESIGNATED}")


def _begins(file: ClientFile, key: str, asset: Asset) -> Iterator[Finding]:
    """A class that had something before this year begins with a balance."""
    year = file.tax_year
    if asset.in_service is None or asset.in_service.year >= year:
        return
    of = key if is_apart(asset, file) else asset.activity
    known = any(item.kind == UCC[asset.asset_class] and item.of == of for item in file.carryovers.values())
    if not known:
        words = (
            f"{name_of(asset) or key} was there before {year}, and it is not known with what balance class "
            f"{NUMBERS[asset.asset_class]} begins the year."
        )
        yield Finding(Level.WARNING, words, f"/assets/{key}", "Type it among the carryovers; 0 for none.")
