"""Australian client files for the tests, made from a few words. A year is called by the one in which it
ends."""

from __future__ import annotations

import datetime
from decimal import Decimal
from typing import Any

from half_yard.records import (
    Activity,
    Asset,
    ClientFile,
    Entry,
    Household,
    HouseholdItem,
    Person,
    WageStatement,
)
from half_yard.records.identifiers import numbered

SHOP, FLAT = "a00001", "a00002"
OWNER = {"owner": Decimal(100)}
BOTH = {"owner": Decimal(50), "spouse": Decimal(50)}


def australian(year: int, *items: HouseholdItem, wages: str = "", **parts: Any) -> ClientFile:
    """A file of one person without a spouse, with hospital cover."""
    born = datetime.date(1985, 2, 1)
    owner = Person(first_name="Jarrah", last_name="Cole", birth_date=born, answers={"hospital_cover": True})
    household = Household(filing_status="single", answers={"nothing_else": True})
    slips = {"w00001": WageStatement(person="owner", employer="Mill", wages=Decimal(wages))} if wages else {}
    base = {"household": household, "people": {"owner": owner}, "wages": slips,
            "items": numbered("items", list(items))}  # fmt: skip
    return ClientFile.new("au", year).model_copy(update={**base, **parts})


def item(kind: str, value: str, person: str = "owner", **fields: Any) -> HouseholdItem:
    return HouseholdItem(kind=kind, person=person, amount=Decimal(value), **fields)


def trading(
    sales: str, year: int, *costs: Entry, shop: dict[str, Any] | None = None, **parts: Any
) -> ClientFile:
    """With one business that has sold so much."""
    rows = [Entry(activity=SHOP, line="sales", amount=Decimal(sales)), *costs]
    business = Activity(kind="business", name="Studio", **{"owners": OWNER, **(shop or {})})
    return australian(
        year, activities={SHOP: business}, entries=numbered("entries", rows), **parts
    )  # fmt: skip


def letting(rents: str, year: int, *costs: Entry, owners: dict[str, Decimal] | None = None,
            **parts: Any) -> ClientFile:  # fmt: skip
    """With one rental."""
    rows = [Entry(activity=FLAT, line="rents", amount=Decimal(rents)), *costs]
    flat = Activity(kind="rental", name="Flat", owners=owners or OWNER)
    return australian(year, activities={FLAT: flat}, entries=numbered("entries", rows), **parts)


def cost(line: str, value: str, activity: str = SHOP) -> Entry:
    return Entry(activity=activity, line=line, amount=Decimal(value))


def bought(kind: str, price: str, day: str, activity: str = SHOP, **fields: Any) -> Asset:
    """An asset in use from a day on."""
    first = datetime.date.fromisoformat(day)
    return Asset(
        activity=activity, name=kind, asset_class=kind, cost=Decimal(price), in_service=first, **fields
    )


def couple(file: ClientFile) -> ClientFile:
    """The same with a spouse."""
    spouse = Person(first_name="Banksia", last_name="Cole", birth_date=datetime.date(1986, 3, 1),
                    answers={"hospital_cover": True})  # fmt: skip
    household = file.household.model_copy(update={"filing_status": "couple"})
    return file.model_copy(update={"household": household, "people": {**file.people, "spouse": spouse}})
