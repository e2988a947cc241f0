"""What earlier years carry in: tax losses, capital losses, deferred losses, balances of pools."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.au.simplified import POOL as BUSINESS_POOL
from half_yard.countries.au.small_values import POOL as LOW_VALUE_POOL
from half_yard.countries.carried_over import carried_in
from half_yard.figures import Figure

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


def came(ask: Ask, kind: str, of: str) -> Figure:
    """All that is carried in of a kind for a person or an activity."""
    return carried_in(ask, kind, of, TITLES[kind])
