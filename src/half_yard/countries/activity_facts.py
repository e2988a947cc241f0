"""What is typed of an activity in numbers, as figures."""

from __future__ import annotations

from half_yard.countries.asking import Ask, activity_of
from half_yard.figures import Figure, entered


def fact(ask: Ask, activity: str, key: str, label: str) -> Figure | None:
    """A fact of an activity; None where it is not typed."""
    amount = ask.of(activity_of, activity).facts.get(key)
    return None if amount is None else entered(amount, label, f"/activities/{activity}/facts/{key}")
