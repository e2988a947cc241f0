"""The days of a dwelling, counted twice as the law does: for sharing its costs, and for the test whether it
is used as a home."""

from __future__ import annotations

import datetime
from collections.abc import Mapping
from typing import NamedTuple

from half_yard.records import ClientFile

LET, LIVED_IN = "let", "lived in"
ONE_DAY = datetime.timedelta(days=1)


class Counts(NamedTuple):
    """What a day of a kind counts as, for sharing and for the test (26 U.S.C. 280A(d), (e)); empty for
    nothing. `also` are other words for it."""

    title: str
    for_sharing: str
    for_test: str
    also: tuple[str, ...] = ()


STAYS: Mapping[str, Counts] = {
    "rented": Counts("Let at a fair price", LET, LET, ("Rented", "Booked", "Paying guests")),
    "family_fair": Counts("Let to family at a fair price, as their main home", LET, LET),
    "rented_owner": Counts("Let and paid for, the guest away and the owner there", LET, LIVED_IN),
    "below_fair": Counts("Let below a fair price", LIVED_IN, LIVED_IN),
    "family": Counts("Family or co-owner, without rent", LIVED_IN, LIVED_IN, ("Friends", "Guests of ours")),
    "own": Counts("Own use", LIVED_IN, LIVED_IN, ("Owner", "Personal")),
    "swap": Counts("Exchanged for another dwelling", LIVED_IN, LIVED_IN, ("Swap",)),
    "main_home": Counts("Main home before or after a year of letting", LIVED_IN, ""),
    "repair": Counts("Work on it all day, family not on holiday", "", "", ("Repair", "Maintenance")),
    "offered": Counts("Offered and empty", "", ""),
    "vacant": Counts("Empty and not offered", "", "", ("Vacant", "Free")),
}
"""What the days of a dwelling may be: IRS Pub. 527, chapter 5, recalled."""
RENTED = {key for key, counts in STAYS.items() if counts.for_sharing == LET}


class CountedDays(NamedTuple):
    """The days of the tax year: let and lived in for sharing, and for the test; how many stays were let, and
    the days of which there are several accounts."""

    let: int = 0
    lived_in: int = 0
    tested_let: int = 0
    tested_lived_in: int = 0
    guests: int = 0
    overlapping: tuple[datetime.date, ...] = ()


def counted_days(file: ClientFile, thing: str) -> CountedDays:
    """The days of a dwelling by its calendar; where it has none, those typed for the rental."""
    stays = [stay for _, stay in sorted(file.stays.items()) if stay.thing == thing]
    if not stays:
        return _typed_days(file, thing)
    kinds: dict[datetime.date, str] = {}
    overlapping, guests = set(), 0
    for stay in stays:
        if stay.kind not in STAYS or stay.begins is None:
            continue
        here = False
        day, last = stay.begins, stay.ends or stay.begins
        while day <= last:
            if day.year == file.tax_year:
                here = True
                if day in kinds:
                    overlapping.add(day)
                else:
                    kinds[day] = stay.kind
            day += ONE_DAY
        guests += here and stay.kind in RENTED
    counts = [STAYS[kind] for kind in kinds.values()]
    return CountedDays(
        sum(each.for_sharing == LET for each in counts),
        sum(each.for_sharing == LIVED_IN for each in counts),
        sum(each.for_test == LET for each in counts),
        sum(each.for_test == LIVED_IN for each in counts),
        guests,
        tuple(sorted(overlapping)),
    )


def _typed_days(file: ClientFile, thing: str) -> CountedDays:
    """The days typed for the rental of a dwelling."""
    let = lived_in = 0
    for use in file.uses.values():
        activity = file.activities.get(use.activity)
        if use.thing == thing and activity is not None and activity.kind == "rental":
            let, lived_in = activity.days_rented or 0, activity.days_personal or 0
    return CountedDays(let, lived_in, let, lived_in)
