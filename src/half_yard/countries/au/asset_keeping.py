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
    SECOND_HAND,
    WORKS,
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
        if asset.asset_class in {WORKS, BORROWING}:
            months = "Term of the loan, months" if asset.asset_class == BORROWING else ""
        else:
            found.append(Field(f"{path}/method", "Method", FieldKind.CHOICE, METHODS, empty=DIMINISHING))
            months = "Effective life, months"
        if months:
            usual = PROPERTY[asset.asset_class].months if asset.asset_class in PROPERTY else None
            needed = asset.asset_class in {OTHER, BORROWING}
            hint = "needed" if needed else f"{usual}, by the ruling"
            found.append(Field(f"{path}/months", months, FieldKind.MONTHS, hint=hint, optional=not needed))
        return found

    def questions(self, asset_class: str) -> Sequence[Question]:
        """Whether somebody had used it before."""
        return () if asset_class in {WORKS, BORROWING} else (USED,)
