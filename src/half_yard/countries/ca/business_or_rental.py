"""Business or rental: what the services given with rooms make of an activity, and why."""

from __future__ import annotations

from half_yard.countries.offered import KindAdvice, Question
from half_yard.records import Activity

SERVICES = Question(
    "services", "Cleaning, meals or security for the guests", False,
    "heat, light, parking and laundry are what any landlord gives (guide T4036)",
)  # fmt: skip
BUSINESS = (
    "A business (T2125): services beyond what any landlord gives make it one, with pension contributions."
)
RENTAL = "A rental (T776): nothing is given but what any landlord gives."
LINES = {"rents": "sales"}
"""Where a rental's lines go on Form T2125, where they are called otherwise there."""


def advise(activity: Activity) -> KindAdvice | None:
    """What a rental is by the answer given; None for an activity of another kind."""
    if activity.kind != "rental":
        return None
    if SERVICES.of(activity.answers):
        return KindAdvice("business", BUSINESS, LINES)
    return KindAdvice("rental", RENTAL, {})
