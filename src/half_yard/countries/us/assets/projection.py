"""What the assets of a file will take in the years to come."""

from __future__ import annotations

from decimal import Decimal
from itertools import zip_longest

from half_yard.countries.results import Projection
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.stories import lives, stories
from half_yard.countries.us.assets.treatments import years_of_lives
from half_yard.figures import Asking
from half_yard.figures.remembered import Memory
from half_yard.records import ClientFile

MOST_YEARS = 40
NONE_YET = Decimal(0)


def project(file: ClientFile) -> Projection:
    """The years from the file's own on, at most 40 of them, by activity or shared thing."""
    every = lives(file)
    groups = [file.assets[key].activity for key in every]
    together = years_of_lives([*every.values()]).by_group(groups, file.tax_year, MOST_YEARS)
    for key, years in _written_off(file).items():
        activity = file.assets[key].activity
        pairs = zip_longest(together.get(activity, []), years, fillvalue=NONE_YET)
        together[activity] = [taken + more for taken, more in pairs]
    last = max((_last(years) for years in together.values()), default=0)
    without = [NONE_YET] * last
    known = {*file.activities, *file.things}
    held = sorted({asset.activity for asset in file.assets.values()} & known)
    return Projection(file.tax_year, {key: tuple([*together.get(key, []), *without][:last]) for key in held})


def _last(years: list[Decimal]) -> int:
    """How many years there are up to the last that has anything."""
    return max((number for number, taken in enumerate(years, 1) if taken), default=0)


def _written_off(file: ClientFile) -> dict[str, list[Decimal]]:
    """The years to come of what is written off by the month or has years of its own, in dollars."""
    assets = {
        key: asset
        for key, asset in file.assets.items()
        if asset.asset_class in CLASSES and CLASSES[asset.asset_class].recovery is None
    }
    rest = file.model_copy(update={"assets": assets})
    written_off = Asking(rest, Memory()).run(stories)
    return {
        key: list(story.amounts[max(file.tax_year - story.first_year, 0) :][:MOST_YEARS])
        for key, story in written_off.items()
    }
