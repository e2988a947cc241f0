"""Things as the United States measure them: a dwelling that is let and lived in by its days, a place at home
only where it may be claimed, everything else by its uses."""

from __future__ import annotations

from decimal import Decimal
from functools import partial

from half_yard.countries.measuring_things import (
    Measured,
    MeasuredUse,
    Period,
    logged_distance,
    measured_by_amounts,
)
from half_yard.countries.us.shared.claims import is_claimed
from half_yard.countries.us.shared.days import counted_days
from half_yard.countries.us.shared.kinds import DWELLING, HOME
from half_yard.figures.remembered import Remembered
from half_yard.records import ClientFile, Thing, Use

MEASURED: Remembered[Measured] = Remembered()


def measured(file: ClientFile, key: str) -> Measured:
    """A thing as it was measured. Raises KeyError if there is none."""
    log = logged_distance(file, key)  # the very same as long as none of its own trips changes
    read = (file.things[key], file.uses, log, file.stays, file.activities, file.tax_year)
    return MEASURED.get(key, read, partial(_measure, file, key))


def _measure(file: ClientFile, key: str) -> Measured:
    if file.things[key].kind == DWELLING:
        return _by_days(file, key)
    return measured_by_amounts(file, key, _counts)


def _counts(thing: Thing, use: Use) -> bool:
    return thing.kind != HOME or is_claimed(use)


def _by_days(file: ClientFile, key: str) -> Measured:
    """A dwelling by its calendar: it serves one rental, on the days let of all days on which it was used."""
    thing, days = file.things[key], counted_days(file, key)
    period = Period.of(file.tax_year, thing.begins, thing.ends)
    part, whole = thing.facts.get("area_let"), thing.facts.get("area")
    by_area = part is not None and bool(whole)
    let = Decimal(days.let) * (part if by_area and part is not None else 1)
    used = Decimal(days.let + days.lived_in) * (whole if by_area and whole is not None else 1)
    uses = tuple(
        MeasuredUse(use_key, use.activity, let, f"/things/{key}", period)
        for use_key, use in sorted(file.uses.items())
        if use.thing == key and file.activities.get(use.activity) is not None
    )
    return Measured(used, f"/things/{key}", Decimal(0), period, uses[:1], adds_up=True)
