"""The household's items of the United States, and why one counts nowhere."""

from __future__ import annotations

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.item_kind import Whose
from half_yard.countries.items import NO_KIND, ItemKeeping, every_item, problem_of_amounts
from half_yard.countries.us.frame import people, status
from half_yard.countries.us.household.kinds import KINDS
from half_yard.records import ClientFile, HouseholdItem

NOT_SEPARATE = "Married persons have it on a joint return only (26 U.S.C. 224(f), 225(d))."
NOT_HERE = "The person is not on this return. Choose another, or change the filing status."


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
    if kind is not None and kind.is_of(year) and kind.not_separate and separate:
        return NOT_SEPARATE
    if kind is None or (problem := problem_of_amounts(item, kind, year)):
        return NO_KIND if kind is None else problem
    match kind.whose:
        case Whose.TAXPAYER | Whose.OWNER_OF_BUSINESS if item.person not in on_return:
            return NOT_HERE
        case Whose.OWNER_OF_BUSINESS if item.person not in owners:
            return "The person has no business here, by which it would be deducted. Choose another person."
        case Whose.ANYONE if item.person not in known:
            return "It is not said for whom it is. Choose the person."
        case _:
            return ""


ITEMS = ItemKeeping(
    KINDS,
    item_stops,
    "pensions, insurance, gifts, care, school, solar: type what the client has",
    "babysitter, college, IRA, medical…",
    "federal tax, of income",
)
items_of, has, amounts, boxes = ITEMS.items_of, ITEMS.has, ITEMS.amounts, ITEMS.boxes
amount_of, box_of = ITEMS.amount_of, ITEMS.box_of
