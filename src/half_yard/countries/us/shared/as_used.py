"""The assets as they are used: of one that belongs to a shared thing the business use is measured there."""

from __future__ import annotations

from collections.abc import Mapping

from half_yard.countries.us.shared.kinds import DWELLING, HOME, goes_by_the_mile
from half_yard.countries.us.shared.measured import measured
from half_yard.figures.remembered import Remembered
from half_yard.records import Asset, ClientFile
from half_yard.records.amounts import HUNDRED

PLACES = 4
"""Of a percentage of use that is measured, as a percentage of use that is typed has them."""
APART = {HOME, DWELLING}
"""Kinds whose buildings are depreciated on worksheets of their own, in full and then by share."""
USED: Remembered[Mapping[str, Asset]] = Remembered()


def as_used(file: ClientFile) -> ClientFile:
    """The file with every asset of a shared thing as it is used this year: with its business use, and with
    the activity that it serves, where that is one alone. Of a file without such things it is the file."""
    if not file.things:
        return file
    read = (file.assets, file.things, file.uses, file.trips, file.stays, file.activities, file.tax_year)
    assets = USED.get("assets", read, lambda: _assets(file))
    return file if assets is file.assets else file.model_copy(update={"assets": assets})


def _assets(file: ClientFile) -> Mapping[str, Asset]:
    shared = {key: asset for key, asset in file.assets.items() if thing_of_asset(file, asset)}
    if not shared:
        return file.assets
    return {**file.assets, **{key: _asset(file, asset) for key, asset in shared.items()}}


def thing_of_asset(file: ClientFile, asset: Asset) -> str:
    """The shared thing to which an asset belongs, or which measures its use; empty where there is none."""
    return next((key for key in (asset.activity, asset.thing) if key in file.things), "")


def _asset(file: ClientFile, asset: Asset) -> Asset:
    key = thing_of_asset(file, asset)
    thing = file.things[key]
    if thing.kind in APART:
        return asset.model_copy(update={"activity": key, "thing": key})
    known = measured(file, key)
    share = sum((known.share(activity) for activity in known.activities), start=HUNDRED - HUNDRED)
    percent = round(share * HUNDRED, PLACES)
    alone = len(known.activities) == 1 and not goes_by_the_mile(thing)
    only = known.activities[0] if alone else key
    # Earlier years stay as they are said to be; those to come are taken to be like this one.
    first = asset.in_service.year if asset.in_service else file.tax_year
    before = HUNDRED if asset.share is None else asset.share
    earlier = {str(year): before for year in range(first, file.tax_year)}
    return asset.model_copy(
        update={
            "activity": only,
            "thing": key,
            "share": percent,
            "shares": {**earlier, **asset.shares, str(file.tax_year): percent},
        }
    )
