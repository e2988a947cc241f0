"""How Canada keeps assets: in pools, a class of an activity each."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.asked import Field, FieldKind
from half_yard.countries.asset_keeping import AssetKeeping
from half_yard.countries.ca.classes import (
    CEILINGS,
    CLASSES,
    DESIGNATED,
    DISPOSALS,
    FEES,
    LAND,
    LAND_PROCEEDS,
    NO_CHANGE,
    PRIVATE_BEFORE,
    PROPERTY,
    RELATIVE,
    TAX,
    VALUE,
    find_class,
)
from half_yard.countries.ca.pool_life import pool_life
from half_yard.countries.ca.year_rules import rules_for
from half_yard.countries.offered import PoolLife, Question
from half_yard.countries.results import Computation
from half_yard.records import Asset, ClientFile

FROM_A_RELATIVE = Question(
    RELATIVE, "Bought from a relative who had it", False,
    "Then there is no accelerated first year, and the half-year rule applies (Regulations 1104(4))",
)  # fmt: skip
WAS_PRIVATE = Question(
    PRIVATE_BEFORE, "Used privately before", False,
    "A change of use (ITA 13(7)(b)): what it was worth that day counts, and no accelerated first year",
)  # fmt: skip
NOT_CHANGED = Question(
    NO_CHANGE, "By election its use has not changed", False,
    "ITA 45(2), from home to rental: then no allowance is ever claimed",
)  # fmt: skip
IMMEDIATELY = Question(
    DESIGNATED, "Designated for immediate expensing", False,
    "Regulations 1100(0.1), of what was bought from 2022 on and available before 2025, within the year's "
    "limit and the income before any allowance",
)  # fmt: skip


def _skipped(file: ClientFile, asset: Asset) -> set[str]:
    """The questions that do not arise: the election only where a use has changed, immediate expensing only
    in its years."""
    skipped = set() if asset.answers.get(PRIVATE_BEFORE) else {NO_CHANGE}
    if not rules_for(file.tax_year).has("immediate_expensing_limit"):
        skipped.add(DESIGNATED)
    return skipped - asset.answers.keys()


class CanadaAssetKeeping(AssetKeeping):
    """The classes of Schedule II that sole proprietors and landlords have."""

    kinds = tuple(CLASSES.values())
    disposals = DISPOSALS

    def find_class(self, words: str, kind: str) -> str:
        """By what things are called."""
        return find_class(words, kind)

    def pool_life(self, computation: Computation, asset: str) -> PoolLife | None:
        """Its class: what came and went, and the years to come."""
        return pool_life(computation, asset)

    def fields(self, file: ClientFile, key: str) -> Sequence[Field]:
        """Besides its use and the questions, what its class wants: the tax on a car, the land and the costs
        of buying a building, the life of a right, and the value of what was used privately."""
        asset = file.assets[key]
        kind = PROPERTY.get(asset.asset_class)
        asked = super().fields(file, key)
        found = [field for field in asked if field.path.rpartition("/")[2] not in _skipped(file, asset)]

        def amount(name: str, label: str, hint: str = "") -> Field:
            return Field(f"/assets/{key}/basis/{name}", label, FieldKind.AMOUNT, optional=True, hint=hint)

        if asset.asset_class in CEILINGS:
            found.append(amount(TAX, "Sales tax in its cost", "what is not got back as an input tax credit"))
        if kind is not None and kind.building:
            found.append(amount(LAND, "Its land: cost", "no allowance; not part of the cost above"))
            found.append(amount(FEES, "Costs of buying both", "legal fees, transfer tax: divided by cost"))
            if asset.disposed is not None:
                found.append(amount(LAND_PROCEEDS, "Its land: sold for"))
        if kind is not None and kind.equal_parts:
            found.append(
                Field(f"/assets/{key}/months", "Months", FieldKind.MONTHS, hint="with its first renewal")
            )
        if asset.answers.get(PRIVATE_BEFORE):
            found.append(amount(VALUE, "Value when it came into use"))
        return found

    def questions(self, asset_class: str) -> Sequence[Question]:
        """What decides about the first year."""
        kind = PROPERTY.get(asset_class)
        if kind is None:
            return ()
        return (
            FROM_A_RELATIVE, WAS_PRIVATE,
            *((NOT_CHANGED,) if kind.building else ()), *((IMMEDIATELY,) if kind.expensed else ()),
        )  # fmt: skip
