"""What decides about an asset besides its own record."""

from __future__ import annotations

from typing import NamedTuple

from half_yard.countries.us.assets.special_allowance import election_key
from half_yard.countries.us.carried_in import MILEAGE_PART
from half_yard.countries.us.shared.kinds import goes_by_the_mile
from half_yard.records import ClientFile

SHARED, BY_THE_MILE, AFTER_THE_RATE = "shared", "by the mile", "after the rate"


class Circumstances(NamedTuple):
    """The kind of the asset's activity (None where there is none; `SHARED` where it belongs to a thing of
    several uses, `BY_THE_MILE` where the standard mileage rate stands for it, `AFTER_THE_RATE` where it did
    in earlier years), the tax year of the file, the month in which the tax year of its first day in service
    begins, and what was elected for its class in that year."""

    kind: str | None
    tax_year: int
    begins: int
    elected: str


def circumstances(file: ClientFile) -> dict[str, Circumstances]:
    """Those of every asset of a file, by id in order."""
    kinds = {key: activity.kind for key, activity in file.activities.items()}
    for key, thing in file.things.items():
        kinds[key] = BY_THE_MILE if goes_by_the_mile(thing) else SHARED
    after = {item.of for item in file.carryovers.values() if item.kind == MILEAGE_PART and item.amount}
    after |= {key for key, thing in file.things.items() if thing.answers.get("standard_before")}
    after &= file.things.keys()
    year, short_years, elections = file.tax_year, file.short_years, file.elections
    found = {}
    for key, asset in sorted(file.assets.items()):
        first = asset.in_service.year if asset.in_service else year
        elected = elections.get(election_key(asset.asset_class, None if first == year else first), "")
        kind = kinds.get(asset.activity)
        if asset.thing in after and kind is not None and kind != BY_THE_MILE:
            kind = AFTER_THE_RATE
        found[key] = Circumstances(kind, year, short_years.get(str(first), 1), elected)
    return found
