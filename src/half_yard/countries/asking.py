"""What the parts of every country's computation are given to ask with: an `Ask` about a client file."""

from __future__ import annotations

from half_yard.figures import Ask as AnyAsk
from half_yard.records import Activity, Asset, ClientFile, Person

Ask = AnyAsk[ClientFile]


def activity_of(file: ClientFile, key: str) -> Activity:
    """An activity, to be read of the file. Raises KeyError if there is none."""
    return file.activities[key]


def asset_of(file: ClientFile, key: str) -> Asset:
    """An asset, to be read of the file. Raises KeyError if there is none."""
    return file.assets[key]


def person_of(file: ClientFile, key: str) -> Person:
    """A person, to be read of the file. Raises KeyError if there is none."""
    return file.people[key]


def tax_year(file: ClientFile) -> int:
    """The tax year, to be read of the file."""
    return file.tax_year
