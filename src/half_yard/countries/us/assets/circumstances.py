"""What decides about an asset besides its own record."""

from __future__ import annotations

from collections.abc import Mapping
from decimal import Decimal
from functools import partial
from typing import NamedTuple

from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.special_allowance import election_key
from half_yard.countries.us.carried_in import MILEAGE_PART
from half_yard.countries.us.qualified.asked import TRADE
from half_yard.countries.us.shared.kinds import goes_by_the_mile
from half_yard.countries.us.shared.measured import measured
from half_yard.figures.remembered import Remembered
from half_yard.records import ClientFile

SHARED, BY_THE_MILE, AFTER_THE_RATE = "shared", "by the mile", "after the rate"


class Circumstances(NamedTuple):
    """The kind of the asset's activity (None where there is none; of a thing of several uses that of its
    rentals, else `SHARED`; `BY_THE_MILE` where the standard mileage rate stands for it, `AFTER_THE_RATE`
    where it did in earlier years), the tax year of the file, the month in which the tax year of its first day
    in service begins, what was elected for its class in that year, and which part of the limits of
    an automobile is its own: all, but where it was divided or something was added (26 U.S.C. 280F(d)(1)), and
    whether a rental is said to be a trade or business."""

    kind: str | None
    tax_year: int
    begins: int
    elected: str
    limit_part: Decimal = Decimal(1)
    trade: bool = False


EVERY: Remembered[dict[str, Circumstances]] = Remembered()


def circumstances(file: ClientFile) -> dict[str, Circumstances]:
    """Those of every asset of a file, by id in order."""
    of_things = {
        key: BY_THE_MILE if goes_by_the_mile(thing) else _kind_of_uses(file, key)
        for key, thing in file.things.items()
    }
    read = (
        file.assets, file.activities, file.things, file.carryovers, file.tax_year, file.short_years,
        file.elections, *of_things.values(),
    )  # fmt: skip
    return EVERY.get("", read, partial(_circumstances, file, of_things))


def _circumstances(file: ClientFile, of_things: Mapping[str, str]) -> dict[str, Circumstances]:
    trades = {key for key, activity in file.activities.items() if TRADE.of(activity.answers)}
    kinds = {**{key: activity.kind for key, activity in file.activities.items()}, **of_things}
    after = {item.of for item in file.carryovers.values() if item.kind == MILEAGE_PART and item.amount}
    after |= {key for key, thing in file.things.items() if thing.answers.get("standard_before")}
    after &= file.things.keys()
    year, short_years, elections = file.tax_year, file.short_years, file.elections
    found, parts = {}, _parts_of_automobiles(file)
    for key, asset in sorted(file.assets.items()):
        first = asset.in_service.year if asset.in_service else year
        elected = elections.get(election_key(asset.asset_class, None if first == year else first), "")
        kind = kinds.get(asset.activity)
        if asset.thing in after and kind is not None and kind != BY_THE_MILE:
            kind = AFTER_THE_RATE
        part = parts.get(key, Decimal(1))
        begins, trade = short_years.get(str(first), 1), asset.activity in trades
        found[key] = Circumstances(kind, year, begins, elected, part, trade)
    return found


def _parts_of_automobiles(file: ClientFile) -> dict[str, Decimal]:
    """Of automobiles that were divided, or to which something was added, the part of each by its cost."""
    found: dict[str, Decimal] = {}
    together: dict[str, list[str]] = {}
    for key, asset in file.assets.items():
        if asset.part_of and asset.part_of in file.assets:
            classes = [CLASSES.get(each.asset_class) for each in (asset, file.assets[asset.part_of])]
            if all(each is not None and each.auto for each in classes):
                together.setdefault(asset.part_of, [asset.part_of]).append(key)
    for keys in together.values():
        whole = sum((file.assets[key].cost for key in keys), Decimal(0))
        if whole > 0:
            found |= {key: file.assets[key].cost / whole for key in keys}
    return found


def _kind_of_uses(file: ClientFile, thing: str) -> str:
    """A rental where one of a thing's uses is: what holds for businesses alone does not hold for it."""
    served = {file.activities[each].kind for each in measured(file, thing).activities}
    return "rental" if "rental" in served else SHARED
