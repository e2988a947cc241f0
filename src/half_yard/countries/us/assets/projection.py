"""What the assets of a file will take in the years to come, under the elections as they are."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.results import Projection
from half_yard.countries.us.assets.macrs import depreciate
from half_yard.countries.us.year_rules import rules_for
from half_yard.records import ClientFile

MOST_YEARS = 40
NOTHING = Decimal(0)


def project(file: ClientFile) -> Projection:
    """The years from the file's own on, at most 40 of them, by activity."""
    stories = depreciate(file, rules_for(file.tax_year)).stories
    by_activity: dict[str, list[Decimal]] = {}
    for key, story in stories.items():
        coming = story.amounts[max(file.tax_year - story.first_year, 0) :][:MOST_YEARS]
        years = by_activity.setdefault(file.assets[key].activity, [])
        years.extend([NOTHING] * (len(coming) - len(years)))
        for index, amount in enumerate(coming):
            years[index] += amount
    return Projection(file.tax_year, {key: tuple(years) for key, years in by_activity.items()})
