"""What people have besides their activities: slips T4 and T5, and instalments, as figures."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.ca.frame import people
from half_yard.countries.ca.questions import ADVANCE
from half_yard.countries.persons_records import fact, stops_of_persons
from half_yard.figures import NOTHING, Figure, entered
from half_yard.records import ClientFile
from half_yard.records.naming import name_of


def boxes(ask: Ask, person: str, box: str) -> list[Figure]:
    """A further box of each T4 of a person that has it."""
    return ask.of(_boxes, person, box)


def _boxes(file: ClientFile, person: str, box: str) -> list[Figure]:
    return [
        entered(item.boxes[box], name_of(item) or "not named", f"/wages/{key}/boxes/{box}")
        for key, item in sorted(file.wages.items())
        if item.person == person and box in item.boxes
    ]


def withheld_on_forms(ask: Ask, person: str) -> list[Figure]:
    """The tax deducted on payers' slips of a person's activities: of several owners the first has it."""
    return ask.of(_withheld_on_forms, person)


def _withheld_on_forms(file: ClientFile, person: str) -> list[Figure]:
    found = []
    for key, form in sorted(file.forms.items()):
        activity = file.activities.get(form.activity)
        owners = [owner for owner, share in sorted(activity.owners.items()) if share] if activity else []
        if form.withheld and owners[:1] == [person]:
            found.append(entered(form.withheld, form.payer or "not named", f"/forms/{key}/withheld"))
    return found


def instalments(ask: Ask, person: str) -> list[Figure]:
    """What a person paid by instalments."""
    return ask.of(_instalments, person)


def _instalments(file: ClientFile, person: str) -> list[Figure]:
    return [
        entered(item.amount, "Instalment", f"/estimated_payments/{key}/amount", item.reckoning)
        for key, item in sorted(file.estimated_payments.items())
        if item.person == person
    ]


def advance(ask: Ask, person: str) -> Figure:
    """What a person was paid of the workers benefit in advance: box 10 of slips RC210."""
    return fact(ask, person, ADVANCE, "Slips RC210, box 10") or NOTHING


def slip_stops(ask: Ask) -> dict[str, str]:
    """What stops a slip from counting, by record path."""
    return ask.of(stops_of_persons, ask(people))
