"""Business or rental: what the services and the property make of an activity, and why."""

from __future__ import annotations

from half_yard.countries.offered import KindAdvice
from half_yard.countries.us.questions import ask_answer
from half_yard.records import Activity

# The reasons that make letting a business, by the question that is answered with yes.
REASONS = {
    "services": (
        "Services mainly for the guests' convenience make it a business (Schedule E instructions; "
        "26 CFR 1.1402(a)-4(c)(2))."
    ),
    "personal_property": "Letting personal property for profit is a business (Schedule E instructions).",
    "dealer": "A dealer in real estate reports the rents with the business (26 U.S.C. 1402(a)(1)).",
}
SHORT_STAYS = (
    "A short-term rental without substantial services stays on Schedule E; with stays of seven days or fewer "
    "its losses are not those of a rental (26 CFR 1.469-1T(e)(3))."
)
USUAL = "Real property let without substantial services: a rental, whatever the length of the stays."
LINES = {
    "rents": "gross_receipts", "auto_and_travel": "car_and_truck", "cleaning": "repairs",
    "management": "commissions",
}  # fmt: skip
"""Where a rental's lines go on Schedule C, where they are called otherwise there."""


def advise(activity: Activity) -> KindAdvice | None:
    """What a rental is by the answers given; None for an activity of another kind."""
    if activity.kind != "rental":
        return None
    for key, reason in REASONS.items():
        if ask_answer("rental", key, activity.answers):
            return KindAdvice("business", f"A business (Schedule C). {reason}", LINES)
    short = activity.property_type.startswith("3")
    return KindAdvice("rental", f"A rental (Schedule E). {SHORT_STAYS if short else USUAL}", {})
