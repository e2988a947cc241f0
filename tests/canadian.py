"""Canadian client files for the tests, made from a few words."""

from __future__ import annotations

import datetime
from decimal import Decimal
from typing import Any

from half_yard.records import Activity, Asset, Carryover, ClientFile, Entry, Household, Person
from half_yard.records.identifiers import numbered

SHOP, FLAT, FLAT_2 = "a00001", "a00002", "a00003"
OWNER = {"owner": Decimal(100)}


def canadian(year: int, province: str = "ON", **parts: Any) -> ClientFile:
    """A file of one person who is between 18 and 65."""
    born = datetime.date(1980, 6, 1)
    people = {"owner": Person(first_name="Odile", last_name="Reed", birth_date=born)}
    household = Household(
        filing_status="single", choices={"province": province}, answers={"nothing_else": True}
    )
    base = {"household": household, "people": people}
    return ClientFile.new("ca", year).model_copy(update={**base, **parts})


def business_of(profit: str, year: int, province: str = "ON", **parts: Any) -> ClientFile:
    """With one business that has earned so much, or lost it."""
    line = "sales" if Decimal(profit) >= 0 else "repairs"
    entry = Entry(activity=SHOP, line=line, amount=abs(Decimal(profit)))
    shop = {SHOP: Activity(kind="business", name="Workshop", owners=OWNER, **parts.pop("shop", {}))}
    return canadian(year, province, activities=shop, entries=numbered("entries", [entry]), **parts)


def rental_of(income: str, year: int, *assets: Asset, **parts: Any) -> ClientFile:
    """With one rental that has earned so much, or lost it, and its assets."""
    line_of = "rents" if Decimal(income) >= 0 else "repairs"
    entry = Entry(activity=FLAT, line=line_of, amount=abs(Decimal(income)))
    flat = {FLAT: Activity(kind="rental", name="Flat", owners=OWNER, **parts.pop("flat", {}))}
    return canadian(
        year, activities=flat, entries=numbered("entries", [entry]), assets=numbered("assets", list(assets)),
        **parts,
    )  # fmt: skip


def bought(cost: str, day: str, activity: str = FLAT, **fields: Any) -> Asset:
    """An asset, of class 8 where no other is given, in use from a day on."""
    usual = {"name": "Stove", "asset_class": "class_8"}
    day_of_use = datetime.date.fromisoformat(day)
    return Asset(activity=activity, cost=Decimal(cost), in_service=day_of_use, **{**usual, **fields})


def ucc(opening: str, of: str = FLAT, kind: str = "ucc_8") -> dict[str, Carryover]:
    """What a class begins the year with."""
    return numbered("carryovers", [Carryover(kind=kind, of=of, amount=Decimal(opening))])
