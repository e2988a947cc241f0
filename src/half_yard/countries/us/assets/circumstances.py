"""What decides about an asset besides its own record."""

from __future__ import annotations

from typing import NamedTuple

from half_yard.countries.us.assets.special_allowance import election_key
from half_yard.countries.us.carried_in import MILEAGE_PART
from half_yard.countries.us.shared.kinds import goes_by_the_mile
from half_yard.countries.us.shared.measured import measured
from half_yard.records import ClientFile

SHARED, BY_THE_MILE, AFTER_THE_RATE = "shared", "by the mile", "after the rate"


class Circumstances(NamedTuple):
    """The kind of the asset's activity (None where there is none; of a thing of several uses that of its
    rentals, else `SHARED`; `BY_THE_MILE` where the standard mileage rate stands for it, `AFTER_THE_RATE`
    where it did in earlier years), the tax year of the file, the month in which the tax year of its first day
    in service begins, and what was elected for its class in that year."""

    kind: str | None
    tax_year: int
    begins: int
    elected: str


def circumstances(file: ClientFile) -> dict[str, Circumstances]:
    """Those of every asset of a file, by id in order."""
    kinds = {key: activity.kind for key, activity in file.activities.items()}
    for key, thing in file.things.items():
        kinds[key] = BY_THE_MILE if goes_by_the_mile(thing) else _kind_of_uses(file, key)
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


def _kind_of_uses(file: ClientFile, thing: str) -> str:
    """A rental where one of a thing's uses is: what holds for businesses alone does not hold for it."""
    served = {file.activities[each].kind for each in measured(file, thing).activities}
    return "rental" if "rental" in served else SHARED
