"""Short forms for writing down the demo's records."""

from __future__ import annotations

import datetime
from collections.abc import Iterable
from decimal import Decimal

from half_yard.records import Asset, ClientFile, Entry, EstimatedPayment, HouseholdItem

YEAR = 2025
Row = tuple[str, str, str, str, str]
AssetRow = tuple[str, str, str, str, str, str | None]


def item(kind: str, name: str, amount: str | None = None, person: str = "", **boxes: str) -> HouseholdItem:
    """Something else of the household, with its further boxes."""
    return HouseholdItem(
        kind=kind, name=name, person=person, amount=None if amount is None else Decimal(amount),
        boxes={key: Decimal(text) for key, text in boxes.items()},
    )  # fmt: skip


def day(text: str) -> datetime.date:
    """A day as month-day of the demo's year, or in full."""
    return datetime.date.fromisoformat(text if text.count("-") == 2 else f"{YEAR}-{text}")


def entries(activity: str, rows: Iterable[Row]) -> list[Entry]:
    """Entries from rows of (day, payee, memo, line, amount)."""
    return [
        Entry(
            activity=activity, date=day(when) if when else None, payee=payee, memo=memo, line=line,
            amount=Decimal(amount),
        )
        for when, payee, memo, line, amount in rows
    ]  # fmt: skip


def assets(activity: str, rows: Iterable[AssetRow]) -> list[Asset]:
    """Assets from rows of (name, class, in service, cost, earlier depreciation); no special allowance
    where the sixth is "none"."""
    return [
        Asset(
            activity=activity, name=name, asset_class=asset_class, in_service=day(when), cost=Decimal(cost),
            prior_depreciation=None if prior is None else Decimal(prior),
            answers={"no_special_allowance": True} if allowance == "none" else {},
        )
        for name, asset_class, when, cost, allowance, prior in rows
    ]  # fmt: skip


def payments(rows: Iterable[tuple[str, str]]) -> list[EstimatedPayment]:
    """Estimated payments from rows of (day, amount)."""
    return [EstimatedPayment(date=day(when), amount=Decimal(amount)) for when, amount in rows]


def new_file() -> ClientFile:
    """An empty file of the demo's year."""
    return ClientFile.new("us", YEAR)
