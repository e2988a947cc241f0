"""What one of several owners has spent alone on a business or rental: line 9943 of Form T2125, 9945 of Form
T776."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.asked import Field, FieldKind
from half_yard.countries.asking import Ask, activity_of
from half_yard.figures import Figure, entered
from half_yard.records import ClientFile


def _key(person: str) -> str:
    return f"own_costs_{person}"


def own_costs(ask: Ask, activity: str, person: str) -> Figure | None:
    """The costs of an owner alone; None where there are none."""
    typed = ask.of(activity_of, activity).facts.get(_key(person))
    if not typed:
        return None
    return entered(typed, "own costs of the owner", f"/activities/{activity}/facts/{_key(person)}")


def _rebate_key(person: str) -> str:
    return f"gst_rebate_{person}"


def rebate(ask: Ask, activity: str, person: str) -> Figure | None:
    """Line 9974: the GST/HST rebate that a partner got for costs of their own; None where there is none."""
    typed = ask.of(activity_of, activity).facts.get(_rebate_key(person))
    if not typed:
        return None
    return entered(typed, "GST/HST rebate", f"/activities/{activity}/facts/{_rebate_key(person)}")


def own_costs_fields(file: ClientFile, activity: str) -> Sequence[Field]:
    """What each of several owners is asked."""
    owners = [person for person, share in sorted(file.activities[activity].owners.items()) if share]
    if len(owners) < 2:
        return ()
    return [
        Field(
            f"/activities/{activity}/facts/{key(person)}", f"{words} of {file.people[person].name or person}",
            FieldKind.AMOUNT, optional=True, hint=hint,
        )
        for key, words, hint in (
            (_key, "Own costs", "paid alone, not in the books"),
            (_rebate_key, "GST/HST rebate", "got for costs of their own"),
        )
        for person in owners
        if person in file.people
    ]  # fmt: skip
