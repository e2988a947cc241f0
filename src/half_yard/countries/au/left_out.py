"""Activities that are not on the returns: what was archived, and hobbies (TR 97/11)."""

from __future__ import annotations

from half_yard.countries.au.questions import HOBBY
from half_yard.countries.left_out import ARCHIVED
from half_yard.records import Activity, ClientFile

A_HOBBY = "It is of a hobby, which is not on the return: not its income, nor its costs (TR 97/11)."
REASONS = frozenset({A_HOBBY, ARCHIVED})


def why_left_out(activity: Activity) -> str:
    """Why nothing of an activity counts; empty where it does."""
    if activity.archived:
        return ARCHIVED
    return A_HOBBY if activity.kind == "business" and HOBBY.of(activity.answers) else ""


def left_out(file: ClientFile) -> dict[str, str]:
    """Why, by activity."""
    return {key: why for key, activity in file.activities.items() if (why := why_left_out(activity))}
