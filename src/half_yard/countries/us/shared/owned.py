"""The part of something of an asset that belongs to people on the return."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.dividing_things import things
from half_yard.countries.us.assets.uses import WHOLE
from half_yard.countries.us.frame import people
from half_yard.countries.us.shared.divided import measure_of
from half_yard.figures import Figure, stated
from half_yard.records import Asset
from half_yard.records.amounts import HUNDRED

PLACES = 9
"""To which shares of several uses are compared with the whole, as they are quotients."""


def part_on_return(ask: Ask, asset: Asset) -> Figure | None:
    """The part of an asset that belongs to people on the return; None where that is all of it. It is no part
    of its own."""
    return ask(part_of_use, asset.activity)


def part_of_use(ask: Ask, use: str) -> Figure | None:
    """The part of an activity that belongs to people on the return, of a thing that several share by the use
    of each; None where that is all of it."""
    if use in ask(things):
        known = ask(measure_of, use)
        shares = {activity: known.share(activity) for activity in known.activities}
    else:
        shares = {use: WHOLE}
    business, on_it = sum(shares.values(), Decimal(0)) or WHOLE, ask(people)
    part = Decimal(0)
    for activity, share in shares.items():
        owners = ask.of(activity_of, activity).owners
        owned = sum((owner for person, owner in owners.items() if person in on_it), Decimal(0)) / HUNDRED
        part += owned if len(shares) == 1 else owned * share / business
    return None if round(part, PLACES) == WHOLE else stated(part, "part of the people on the return")
