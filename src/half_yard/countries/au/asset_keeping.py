"""How Australia keeps assets: one by one by their effective lives, or in pools, on the activity's sheet."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.asked import Field, FieldKind
from half_yard.countries.asset_keeping import AssetKeeping
from half_yard.countries.au.asset_kinds import (
    BORROWING,
    DIMINISHING,
    DISPOSALS,
    KINDS,
    METHODS,
    OTHER,
    PROPERTY,
    PROPERTY_ITSELF,
    SECOND_HAND,
    WITHOUT_DECLINE,
    find_kind,
)
from half_yard.countries.au.asset_life import asset_life
from half_yard.countries.offered import PoolLife, Question
from half_yard.countries.results import Computation
from half_yard.records import ClientFile

USED = Question(
    SECOND_HAND, "Somebody had used it before", False,
    "also what was in the property when it was bought after May 9, 2017 (s 40-27); of rentals",
)  # fmt: skip


class AustraliaAssetKeeping(AssetKeeping):
    """The kinds of assets that sole traders and landlords have."""

    kinds = tuple(KINDS.values())
    disposals = DISPOSALS

    def find_class(self, words: str, kind: str) -> str:
        """By what things are called."""
        del kind
        return find_kind(words)

    def pool_life(self, computation: Computation, asset: str) -> PoolLife | None:
        """What it has taken, and the years to come by both methods."""
        return asset_life(computation, asset)

    def fields(self, file: ClientFile, key: str) -> Sequence[Field]:
        """Its use, the method, its life where it is not the kind's, and whether it was used before."""
        asset, path = file.assets[key], f"/assets/{key}"
        found = list(super().fields(file, key))
        if asset.asset_class == PROPERTY_ITSELF:
            bought = "by the contract; a former home has its value when first let, and that day"
            return [Field(f"{path}/acquired", "Bought on", FieldKind.DATE, optional=True, hint=bought)]
        if asset.asset_class in WITHOUT_DECLINE:
            months = "Term of the loan, months" if asset.asset_class == BORROWING else ""
        else:
            found.append(Field(f"{path}/method", "Method", FieldKind.CHOICE, METHODS, empty=DIMINISHING))
            months = "Effective life, months"
        if months:
            usual = PROPERTY[asset.asset_class].months if asset.asset_class in PROPERTY else None
            needed = asset.asset_class in {OTHER, BORROWING}
            hint = "needed" if needed else f"{usual}, by the ruling"
            found.append(Field(f"{path}/months", months, FieldKind.MONTHS, hint=hint, optional=not needed))
        found.append(
            Field(f"{path}/prior_depreciation", "Deducted in earlier years", FieldKind.AMOUNT, optional=True,
                  hint="where not by days, as here")
        )  # fmt: skip
        return found

    def questions(self, asset_class: str) -> Sequence[Question]:
        """Whether somebody had used it before."""
        return () if asset_class in WITHOUT_DECLINE else (USED,)

    def leaving_fields(self, file: ClientFile, key: str) -> Sequence[Field]:
        """Of a property the day is that of the contract of sale."""
        fields, path = list(super().leaving_fields(file, key)), f"/assets/{key}"
        if file.assets[key].asset_class != PROPERTY_ITSELF:
            return fields
        return [
            Field(f"{path}/disposed", "Contract of sale on", FieldKind.DATE,
                  hint="the gain is of its income year"),
            *fields[2:],
            Field(f"{path}/sale_share", "Part of the gain that counts, %", FieldKind.PERCENT, optional=True,
                  hint="of a home: days let / days"),
        ]  # fmt: skip
