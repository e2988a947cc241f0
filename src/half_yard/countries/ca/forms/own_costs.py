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


def own_costs_fields(file: ClientFile, activity: str) -> Sequence[Field]:
    """What each of several owners is asked."""
    owners = [person for person, share in sorted(file.activities[activity].owners.items()) if share]
    if len(owners) < 2:
        return ()
    return [
        Field(
            f"/activities/{activity}/facts/{_key(person)}",
            f"Own costs of {file.people[person].name or person}", FieldKind.AMOUNT, optional=True,
            hint="paid alone, not in the books",
        )
        for person in owners
        if person in file.people
    ]  # fmt: skip
