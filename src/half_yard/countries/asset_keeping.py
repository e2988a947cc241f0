"""How a country keeps depreciable assets: by classes, and one by one or in pools."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from decimal import Decimal
from typing import Protocol

from half_yard.asked import Field, FieldKind
from half_yard.countries.exchanging import Exchanges
from half_yard.countries.offered import (
    AssetBases,
    AssetKind,
    AssetOrigin,
    FoundAmount,
    ManyAnswers,
    PoolLife,
    Purchase,
    Question,
    WhatIf,
)
from half_yard.countries.results import Computation, Projection, Treatment
from half_yard.records import ClientFile, Edit
from half_yard.records.fittings import Fitting


class OneByOne(Protocol):
    """What a country offers where every asset has years of its own."""

    @property
    def expensing(self) -> str:
        """What taking a part of the cost at once is called."""
        ...

    @property
    def allowance(self) -> str:
        """What a special allowance of the first year is called."""
        ...

    def election_notes(self, computation: Computation) -> Sequence[str]:
        """What is worth knowing beside the elections of the year."""
        ...

    @property
    def methods(self) -> Mapping[str, str]:
        """The titles of the ways of depreciation that can be elected, by key; the usual has an empty key."""
        ...

    @property
    def origins(self) -> Mapping[str, AssetOrigin]:
        """The ways in which an asset comes, by key; the usual has an empty key."""
        ...

    def bases(self, computation: Computation, asset: str) -> AssetBases:
        """The unadjusted basis of an asset by how it came."""
        ...

    @property
    def buildings(self) -> Mapping[str, str]:
        """The titles of the classes of building that may be bought now, by key."""
        ...

    def purchase(self, file: ClientFile, bought: Purchase) -> tuple[Edit, str]:
        """The edit that adds the assets of a property that was bought, and the building's id. Raises
        ValueError, which says what is missing."""
        ...

    def divide_by_study(self, computation: Computation, asset: str, typed: str) -> Edit:
        """The edit that divides a building into parts of classes of their own, as they are typed. Raises
        ValueError, which says what to type."""
        ...

    def treatments(self, file: ClientFile) -> Sequence[Treatment]:
        """The years of the depreciated assets under each book, the regular tax first."""
        ...

    def projection(self, file: ClientFile) -> Projection:
        """What the assets of a file take every year from its tax year on, as it is elected."""
        ...

    def otherwise(self, file: ClientFile, asked: WhatIf) -> Fitting:
        """The scenario of what is asked."""
        ...

    def expensing_for_income(self, file: ClientFile, asset: str, wanted: Decimal) -> FoundAmount:
        """What to expense of an asset to bring taxable income to an amount in dollars. Raises ValueError,
        which says why, where it can't be."""
        ...

    def year_elections(self, file: ClientFile) -> Sequence[ManyAnswers]:
        """The elections for whole classes of this year's assets, by their key in the file."""
        ...


class AssetKeeping:
    """The classes of property. A country that keeps assets in pools offers nothing `one_by_one`: its pools
    are sheets of the activities; one whose law knows no exchanges offers no `exchanges`."""

    kinds: Sequence[AssetKind] = ()
    """The classes, in the order in which they are offered."""
    asked_anew: Sequence[Question] = ()
    """Questions about single assets that are asked anew every year."""
    disposals: Mapping[str, str] = {}
    """The titles of the ways in which an asset leaves service, by key."""
    one_by_one: OneByOne | None = None
    exchanges: Exchanges | None = None

    def find_class(self, words: str, kind: str) -> str:
        """The class that words name, for an activity of a kind; empty where they name none for sure."""
        del words, kind
        return ""

    def pool_life(self, computation: Computation, asset: str) -> PoolLife | None:
        """The life of the pool in which an asset is; None where it is in none."""
        del computation, asset
        return None

    def fields(self, file: ClientFile, key: str) -> Sequence[Field]:
        """What can be said of an asset besides its row: its use for the activity, and the questions of its
        class."""
        path, asset = f"/assets/{key}", file.assets[key]
        return [
            Field(f"{path}/share", "Used for it, %", FieldKind.PERCENT, hint="100", optional=True),
            *(question.field(path) for question in self.questions(asset.asset_class)),
        ]

    def leaving_fields(self, file: ClientFile, key: str) -> Sequence[Field]:
        """What is asked of an asset that leaves service: its day, how, its price, the costs of the sale."""
        del file
        path = f"/assets/{key}"
        return [
            Field(f"{path}/disposed", "Left service", FieldKind.DATE),
            Field(f"{path}/disposal", "How", FieldKind.CHOICE, tuple(self.disposals.items())),
            Field(f"{path}/proceeds", "Price", FieldKind.AMOUNT, hint="or allowance, or insurance"),
            Field(f"{path}/selling_costs", "Cost of the sale", FieldKind.AMOUNT),
        ]

    def elections_next_year(self, file: ClientFile) -> Mapping[str, str]:
        """The elections as next year's file keeps them."""
        return file.elections

    def questions(self, asset_class: str) -> Sequence[Question]:
        """The yes/no questions about an asset of this class."""
        del asset_class
        return ()
