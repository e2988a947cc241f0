"""Things of the household that serve several uses: what each is used for, how far, and when."""

from __future__ import annotations

from collections.abc import Mapping

from half_yard.records.amounts import Amount
from half_yard.records.record import Date, Key, Record, Text


class Thing(Record):
    """Something of the household that serves several uses, such as a home, a vehicle or a telephone.

    `kind` and `measure` are keys of the country's pack; `whole` is all of it in that measure (square feet,
    rooms, miles, hours, days), where that is not what its uses add up to, `reason` what a measure rests on
    that nothing else shows; `begins` and `ends` are the days between which it was there. `facts`, `answers`
    and `choices` are the pack's questions about it, by key; facts are dollars, or what the question says.
    """

    kind: Text = ""
    name: Text = ""
    measure: Text = ""
    whole: Amount | None = None
    reason: Text = ""
    begins: Date = None
    ends: Date = None
    facts: Mapping[Key, Amount] = {}
    answers: Mapping[Key, bool] = {}
    choices: Mapping[Key, Text] = {}


class Use(Record):
    """What a thing is used for: an activity, or the household itself where it names none; `amount` is how
    much of it, in the thing's measure, and `begins` and `ends` the days between which it was so."""

    thing: Text = ""
    activity: Text = ""
    amount: Amount | None = None
    reckoning: Text = ""
    begins: Date = None
    ends: Date = None
    facts: Mapping[Key, Amount] = {}
    answers: Mapping[Key, bool] = {}
    choices: Mapping[Key, Text] = {}


class Trip(Record):
    """A line of a vehicle's log; `activity` is the one it was for, or a key of the pack for what is for none,
    `amount` its distance in miles or kilometres, as the country counts."""

    thing: Text = ""
    date: Date = None
    start: Text = ""
    goal: Text = ""
    purpose: Text = ""
    activity: Text = ""
    amount: Amount
    reckoning: Text = ""


class Stay(Record):
    """Some days of a dwelling, the first and the last included; `kind` is a key of the pack, `guest` who was
    there."""

    thing: Text = ""
    begins: Date = None
    ends: Date = None
    kind: Text = ""
    guest: Text = ""
