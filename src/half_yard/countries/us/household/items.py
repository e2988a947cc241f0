"""The household's items as figures, and why one counts nowhere."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.us.frame import people, status
from half_yard.countries.us.household.item_kind import ItemKind, Whose
from half_yard.countries.us.household.kinds import KINDS
from half_yard.figures import Figure, entered
from half_yard.records import ClientFile, HouseholdItem

Found = tuple[str, HouseholdItem]
"""An item with its record path."""
NO_KIND = "It is not said what it is. Choose it."
NO_AMOUNT = "No amount is entered. Type it, 0 where there is none."
NEGATIVE = "Its amount is below zero. Type it without a sign."
NOT_SEPARATE = "Married persons have it on a joint return only (26 U.S.C. 224(f), 225(d))."
NOT_HERE = "The person is not on this return. Choose another, or change the filing status."


def items_of(ask: Ask, kind: str) -> tuple[Found, ...]:
    """The items of a kind that count, in the order in which they were made."""
    stopped = ask(item_stops)
    return tuple(found for found in ask.of(_of_kind, kind) if found[0] not in stopped)


def _of_kind(file: ClientFile, kind: str) -> tuple[Found, ...]:
    return tuple((f"/items/{key}", item) for key, item in sorted(file.items.items()) if item.kind == kind)


def has(ask: Ask, *kinds: str) -> bool:
    """Whether there is an item of one of these kinds."""
    return any(ask(items_of, kind) for kind in kinds)


def amounts(ask: Ask, kind: str, person: str = "") -> tuple[Figure, ...]:
    """The amounts of a kind in cents, of all or of one person."""
    return tuple(amount_of(found) for found in ask(items_of, kind) if not person or found[1].person == person)


def amount_of(found: Found) -> Figure:
    """The amount of an item, in cents."""
    path, item = found
    return entered(item.amount or Decimal(0), _called(item), f"{path}/amount", item.reckoning)


def boxes(ask: Ask, kind: str, box: str, person: str = "") -> tuple[Figure, ...]:
    """A box of each item of a kind that has it, in cents."""
    return tuple(
        figure
        for found in ask(items_of, kind)
        if (not person or found[1].person == person) and (figure := box_of(found, box)) is not None
    )


def box_of(found: Found, box: str) -> Figure | None:
    """A box of an item; None where nothing is typed."""
    path, item = found
    if box not in item.boxes:
        return None
    return entered(item.boxes[box], _called(item), f"{path}/boxes/{box}")


def _called(item: HouseholdItem) -> str:
    kind = KINDS.get(item.kind)
    return item.name or (kind.title if kind else "not named")


def every_item(ask: Ask) -> tuple[Found, ...]:
    """All items, also those that count nowhere."""
    return ask.of(_every)


def _every(file: ClientFile) -> tuple[Found, ...]:
    return tuple((f"/items/{key}", item) for key, item in sorted(file.items.items()))


def item_stops(ask: Ask) -> dict[str, str]:
    """Why an item counts nowhere, by record path."""
    on_return, year = ask(people), ask.of(tax_year)
    separate = ask(status) == "separate"
    known = (*on_return, *ask.of(_dependants))
    owners = ask.of(_owners_of_businesses)
    found = {
        path: _problem(item, on_return, known, owners, year, separate=separate)
        for path, item in ask(every_item)
    }
    return {path: problem for path, problem in found.items() if problem}


def _dependants(file: ClientFile) -> tuple[str, ...]:
    return tuple(sorted(file.dependants))


def _owners_of_businesses(file: ClientFile) -> tuple[str, ...]:
    return tuple(
        sorted({
            person for activity in file.activities.values() if activity.kind == "business"
            for person, share in activity.owners.items() if share
        })
    )  # fmt: skip


def _problem(
    item: HouseholdItem,
    on_return: tuple[str, ...],
    known: tuple[str, ...],
    owners: tuple[str, ...],
    year: int,
    *,
    separate: bool,
) -> str:
    kind = KINDS.get(item.kind)
    if kind is None:
        return NO_KIND
    if not kind.is_of(year):
        return f"There is none in {year}: the law has it {_years(kind)}."
    if kind.not_separate and separate:
        return NOT_SEPARATE
    if (kind.amount and item.amount is None) or not (kind.amount or item.boxes):
        return NO_AMOUNT
    if not kind.signed and any(amount < 0 for amount in (item.amount or Decimal(0), *item.boxes.values())):
        return NEGATIVE
    match kind.whose:
        case Whose.TAXPAYER | Whose.OWNER_OF_BUSINESS if item.person not in on_return:
            return NOT_HERE
        case Whose.OWNER_OF_BUSINESS if item.person not in owners:
            return "The person has no business here, by which it would be deducted. Choose another person."
        case Whose.ANYONE if item.person not in known:
            return "It is not said for whom it is. Choose the person."
        case _:
            return ""


def _years(kind: ItemKind) -> str:
    if kind.last is None:
        return f"from {kind.first} on"
    if not kind.first:
        return f"up to {kind.last}"
    return f"in {kind.first} only" if kind.first == kind.last else f"from {kind.first} to {kind.last}"
