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
    """The part of the activity that belongs to people on the return, of what several share by the use of
    each; None where that is all of it."""
    if asset.activity in ask(things):
        known = ask(measure_of, asset.activity)
        shares = {activity: known.share(activity) for activity in known.activities}
    else:
        shares = {asset.activity: WHOLE}
    business, on_it = sum(shares.values(), Decimal(0)) or WHOLE, ask(people)
    part = Decimal(0)
    for activity, share in shares.items():
        owners = ask.of(activity_of, activity).owners
        owned = sum((owner for person, owner in owners.items() if person in on_it), Decimal(0)) / HUNDRED
        part += owned if len(shares) == 1 else owned * share / business
    return None if round(part, PLACES) == WHOLE else stated(part, "part of the people on the return")
