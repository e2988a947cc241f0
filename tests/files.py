"""Client files for the tests, made from a few words."""

from __future__ import annotations

import datetime
from decimal import Decimal
from typing import Any

from half_yard.countries import Computation, compute, pack_for
from half_yard.countries.offered import WhatIf
from half_yard.figures import Figure
from half_yard.records import (
    Activity,
    Asset,
    Carryover,
    ClientFile,
    Dependant,
    Entry,
    Household,
    HouseholdItem,
    InterestStatement,
    Person,
    WageStatement,
)
from half_yard.records.identifiers import numbered
from half_yard.records.wearing import applied

BUSINESS, RENTAL = "a00001", "a00002"
MID_LIFE = datetime.date(1980, 6, 1)


def client(year: int = 2025, status: str = "single", **parts: Any) -> ClientFile:
    """A file of an owner (and a spouse, if joint), with the collections given."""
    people = {"owner": Person(first_name="Olive", last_name="Reed", birth_date=MID_LIFE)}
    if status == "joint":
        people["spouse"] = Person(first_name="Basil", last_name="Reed", birth_date=MID_LIFE)
    base = {"household": Household(filing_status=status), "people": people}
    return ClientFile.new("us", year).model_copy(update={**base, **parts})


def business(**fields: Any) -> Activity:
    """A business of the owner."""
    return Activity(**{"kind": "business", "name": "Workshop", "owners": {"owner": Decimal(100)}, **fields})


def rental(**fields: Any) -> Activity:
    """A rental of the owner, let all year."""
    usual = {"kind": "rental", "name": "Cottage", "owners": {"owner": Decimal(100)}, "days_rented": 365}
    return Activity(**{**usual, **fields})


def entries(activity: str, **amounts: str) -> list[Entry]:
    """An entry for each line named."""
    return [Entry(activity=activity, line=line, amount=Decimal(text)) for line, text in amounts.items()]


def asset(asset_class: str, in_service: str, cost: str, activity: str = BUSINESS, **fields: Any) -> Asset:
    """An asset without special allowance."""
    return Asset(
        activity=activity, name=asset_class, asset_class=asset_class,
        in_service=datetime.date.fromisoformat(in_service), cost=Decimal(cost),
        **{"answers": {"no_special_allowance": True}, **fields},
    )  # fmt: skip


def wages(amount: str, person: str = "owner", withheld: str = "0") -> dict[str, WageStatement]:
    """Wages from one employer."""
    return {"w00001": WageStatement(person=person, wages=Decimal(amount), withheld=Decimal(withheld))}


def interest(amount: str) -> dict[str, InterestStatement]:
    """The owner's interest from one payer."""
    return {"i00001": InterestStatement(person="owner", interest=Decimal(amount))}


def item(kind: str, amount: str | None = None, person: str = "owner", **parts: Any) -> HouseholdItem:
    """Something else of the household; `boxes` in words of numbers."""
    boxes = {key: Decimal(text) for key, text in parts.pop("boxes", {}).items()}
    return HouseholdItem(
        kind=kind, person=person, amount=None if amount is None else Decimal(amount), boxes=boxes, **parts
    )


def items(*made: HouseholdItem) -> dict[str, HouseholdItem]:
    """Items by id."""
    return numbered("items", list(made))


def child(born: str, **fields: Any) -> Dependant:
    """A child who lives at home all year."""
    usual = {"first_name": "Wren", "relation": "child", "months": 12, "identity_number": "219-09-9999"}
    return Dependant(**{**usual, "birth_date": datetime.date.fromisoformat(born), **fields})


def children(*born: str, **fields: Any) -> dict[str, Dependant]:
    """Children by id."""
    return numbered("dependants", [child(day, **fields) for day in born])


def sole_proprietor(profit: str, year: int = 2025, status: str = "single", **parts: Any) -> ClientFile:
    """A file with one business whose only entry is its receipts."""
    return client(
        year, status, activities={BUSINESS: business()},
        entries=numbered("entries", entries(BUSINESS, gross_receipts=profit)), **parts,
    )  # fmt: skip


def as_if(file: ClientFile, asked: WhatIf) -> ClientFile:
    """The file as it would be otherwise."""
    return applied(file, pack_for(file.country).one_by_one.otherwise(file, asked))


def carried_in(**amounts: str) -> dict[str, Carryover]:
    """What earlier years carry in, by kind."""
    made = [Carryover(kind=kind, amount=Decimal(amount)) for kind, amount in amounts.items()]
    return numbered("carryovers", made)


class Given:
    """Stands for an `Ask`: what a part asks for is as it is given here, and made where it is not."""

    is_on_no_line = False

    def __init__(self, file: ClientFile, answers: dict[Any, Any]) -> None:
        self._file = file
        self._answers = answers

    def __call__(self, part: Any, *about: Any) -> Any:
        return self._answers[part] if part in self._answers else part(self, *about)

    steady = __call__

    def may_be_on_no_line(self, part: Any) -> bool:
        """It stands for the records as they are."""
        del part
        return False

    def of(self, reader: Any, *arguments: Any) -> Any:
        """What a reader reads of the file."""
        return reader(self._file, *arguments)


def line(computation: Computation, place: str) -> Figure:
    """The figure at sheet/line."""
    sheet, _, key = place.rpartition("/")
    return computation.sheet(sheet)[key]


def amount(file: ClientFile, place: str) -> Decimal:
    """The amount at sheet/line of a file."""
    return line(compute(file), place).amount


def gaps(file: ClientFile, place: str = "form_1040/owed") -> str:
    """All that is not computed below a line, as one text."""
    computation = compute(file)
    found = {mark.message for mark in line(computation, place).gaps}
    if place == "form_1040/owed":
        found |= {mark.message for mark in line(computation, "form_1040/total_tax").gaps}
    return " | ".join(sorted(found))


def whole_dollars(file: ClientFile, *places: str) -> list[int]:
    """The whole dollars at each sheet/line of a file."""
    computation = compute(file)
    return [int(line(computation, place).amount) for place in places]
