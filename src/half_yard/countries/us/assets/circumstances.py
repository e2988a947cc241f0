"""What decides about an asset besides its own record."""

from __future__ import annotations

from typing import NamedTuple

from half_yard.countries.us.assets.special_allowance import election_key
from half_yard.records import Asset, ClientFile


class Circumstances(NamedTuple):
    """The kind of the asset's activity (None where there is none), the tax year of the file, the month in
    which the tax year of its first day in service begins, and what was elected for its class in that
    year."""

    kind: str | None
    tax_year: int
    begins: int
    elected: str


def circumstances(file: ClientFile, asset: Asset) -> Circumstances:
    """Those of an asset of a file."""
    activity = file.activities.get(asset.activity)
    first = asset.in_service.year if asset.in_service else file.tax_year
    of = None if first == file.tax_year else first
    return Circumstances(
        activity.kind if activity else None,
        file.tax_year,
        file.short_years.get(str(first), 1),
        file.elections.get(election_key(asset.asset_class, of), ""),
    )
