"""The assets as they are used: of one that belongs to a shared thing the business use is measured there."""

from __future__ import annotations

from collections.abc import Callable, Collection, Mapping
from operator import is_

from half_yard.countries.measuring_things import Measured
from half_yard.countries.tax_years import tax_year_of
from half_yard.figures.alike import same
from half_yard.figures.remembered import Remembered
from half_yard.records import Asset, ClientFile, Thing
from half_yard.records.amounts import HUNDRED

PLACES = 4
"""Of a percentage of use that is measured, as a percentage of use that is typed has them."""
USED: Remembered[Mapping[str, Asset]] = Remembered()
OF_THINGS: Remembered[Asset] = Remembered()


def file_as_used(
    file: ClientFile,
    measured: Callable[[ClientFile, str], Measured],
    apart: Collection[str],
    stays: Callable[[Thing], bool],
) -> ClientFile:
    """The file with every asset of a shared thing as it is used this year: with its business use, and with
    the activity that it serves, where that is one alone. Of a file without such things it is the file. The
    assets of the kinds `apart`, and of things that `stays` says so of, stay their things' own."""
    if not file.things:
        return file
    read = (file.assets, file.things, file.uses, file.trips, file.stays, file.activities, file.tax_year)
    assets = USED.renewed("assets", read, lambda last: _assets(file, measured, apart, stays, last))
    return file if assets is file.assets else file.model_copy(update={"assets": assets})


def why_of_no_activity(file: ClientFile, thing: str) -> str:
    """Why an asset of a shared thing belongs to no one activity, as long as its country divides none."""
    served = {use.activity for use in file.uses.values() if use.thing == thing} & file.activities.keys()
    if not served:
        return "Its thing serves no activity. Say which, at the thing."
    if len(served) == 1:
        return f"How much its thing is used for {file.called(served.pop())} is not typed yet. Type it there."
    return "Its thing serves several activities. Enter it for each, with its share."


def thing_of_asset(file: ClientFile, asset: Asset) -> str:
    """The shared thing to which an asset belongs, or which measures its use; empty where there is none."""
    things = file.things
    return asset.activity if asset.activity in things else asset.thing if asset.thing in things else ""


def _assets(
    file: ClientFile,
    measured: Callable[[ClientFile, str], Measured],
    apart: Collection[str],
    stays: Callable[[Thing], bool],
    last: Mapping[str, Asset] | None,
) -> Mapping[str, Asset]:
    """All assets; the very ones of before as long as no use of theirs changes."""

    def of(key: str, asset: Asset) -> Asset:
        thing = thing_of_asset(file, asset)
        if not thing:
            return asset
        record = file.things[thing]
        if record.kind in apart:
            moved = {"activity": thing, "thing": thing}
            return OF_THINGS.get(key, (asset, record), lambda: asset.model_copy(update=moved))
        known = measured(file, thing)
        alone = len(known.activities) == 1 and not stays(record)
        only = known.activities[0] if alone else thing
        read = (asset, record, known, file.tax_year)
        return OF_THINGS.get(key, read, lambda: _asset(file, asset, known, thing, only))

    found = {key: of(key, asset) for key, asset in file.assets.items()}
    if all(map(is_, found.values(), file.assets.values())):
        return file.assets
    return last if last is not None and same(last, found) else found


def _asset(file: ClientFile, asset: Asset, known: Measured, thing: str, activity: str) -> Asset:
    """An asset with its use of the year. Earlier years stay as they are said to be; those to come are taken
    to be like this one."""
    share = sum((known.share(each) for each in known.activities), start=HUNDRED - HUNDRED)
    percent = round(share * HUNDRED, PLACES)
    first = tax_year_of(file, asset.in_service) if asset.in_service else file.tax_year
    before = HUNDRED if asset.share is None else asset.share
    earlier = {str(year): before for year in range(first, file.tax_year)}
    return asset.model_copy(
        update={
            "activity": activity,
            "thing": thing,
            "share": percent,
            "shares": {**earlier, **asset.shares, str(file.tax_year): percent},
        }
    )
