"""What the assets of a file will take in the years to come."""

from __future__ import annotations

from decimal import Decimal

import numpy as np

from half_yard.countries.results import Projection
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.macrs import depreciate, lives
from half_yard.countries.us.assets.treatments import years_of_lives
from half_yard.countries.us.year_rules import rules_for
from half_yard.depreciation.many import HUNDRED, Cents
from half_yard.records import ClientFile

MOST_YEARS = 40


def project(file: ClientFile) -> Projection:
    """The years from the file's own on, at most 40 of them, by activity."""
    every = lives(file, rules_for(file.tax_year))
    activities = sorted({asset.activity for asset in file.assets.values()})
    row = {key: number for number, key in enumerate(activities)}
    together = np.zeros((len(activities), MOST_YEARS), np.int64)
    if every:
        coming = _from_year(file, [life.first for life in every.values()], years_of_lives([*every.values()]))
        np.add.at(together, [row[file.assets[key].activity] for key in every], coming)
    for key, years in _written_off(file).items():
        together[row[file.assets[key].activity], : len(years)] += np.array(years, np.int64)
    taken = together.sum(axis=0).tolist()
    last = max((number for number, cents in enumerate(taken, 1) if cents), default=0)
    return Projection(
        file.tax_year,
        {
            key: tuple(Decimal(cents).scaleb(-2) for cents in together[row[key], :last].tolist())
            for key in activities
            if key in file.activities
        },
    )


def _from_year(file: ClientFile, first: list[int], cents: Cents) -> Cents:
    """Years of lives moved to begin with the file's own year: an array of lives by 40 years."""
    columns = file.tax_year - np.array(first)[:, None] + np.arange(MOST_YEARS)
    there = (columns >= 0) & (columns < cents.shape[1])
    taken = np.take_along_axis(cents, np.where(there, columns, 0), axis=1)
    return np.where(there, taken, 0)


def _written_off(file: ClientFile) -> dict[str, list[int]]:
    """The years to come, in cents, of what is written off by the month or has years of its own."""
    assets = {
        key: asset
        for key, asset in file.assets.items()
        if asset.asset_class in CLASSES and CLASSES[asset.asset_class].recovery is None
    }
    rest = file.model_copy(update={"assets": assets})
    stories = depreciate(rest, rules_for(file.tax_year)).stories
    return {
        key: [
            int(amount * HUNDRED)
            for amount in story.amounts[max(file.tax_year - story.first_year, 0) :][:MOST_YEARS]
        ]
        for key, story in stories.items()
    }
