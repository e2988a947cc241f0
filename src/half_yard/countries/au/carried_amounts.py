"""What earlier years carry in: tax losses, capital losses, deferred losses, balances of pools."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.au.simplified import POOL as BUSINESS_POOL
from half_yard.countries.au.small_values import POOL as LOW_VALUE_POOL
from half_yard.countries.carried_over import carried_in
from half_yard.figures import Figure
from half_yard.records import ClientFile

TAX_LOSSES, CAPITAL_LOSSES, DEFERRED = "tax_losses", "capital_losses", "deferred_losses"
OF_PEOPLE = {
    TAX_LOSSES: "Tax losses of earlier years",
    CAPITAL_LOSSES: "Net capital losses of earlier years",
    LOW_VALUE_POOL: "Low-value pool on July 1",
}
OF_ACTIVITIES = {
    DEFERRED: "Deferred losses of earlier years",
    BUSINESS_POOL: "Small business pool on July 1",
}
TITLES = {**OF_PEOPLE, **OF_ACTIVITIES}


def part_of(activity: str, person: str) -> str:
    """An owner's part of an activity, as that to which a carryover belongs."""
    return f"{activity}.{person}"


def holders(file: ClientFile, kind: str) -> dict[str, str]:
    """To what a carryover of an activity may belong, with its name: of losses that wait, where an activity is
    shared, each owner's part."""
    found = {}
    for key, activity in sorted(file.activities.items()):
        name = activity.name or key
        if kind != DEFERRED or len(activity.owners) == 1:
            found[key] = name
        else:
            found |= {part_of(key, each): f"{name}, {_called(file, each)}" for each in activity.owners}
    return found


def _called(file: ClientFile, person: str) -> str:
    return (file.people[person].name if person in file.people else "") or person


def came(ask: Ask, kind: str, of: str) -> Figure:
    """All that is carried in of a kind for a person or an activity."""
    return carried_in(ask, kind, of, TITLES[kind])
