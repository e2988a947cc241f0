"""The assets as they are used: buildings of homes and dwellings are depreciated on worksheets of their own,
in full and then by share; nothing is of a vehicle that goes by the standard rate."""

from __future__ import annotations

from half_yard.countries.things_as_used import file_as_used
from half_yard.countries.us.shared.kinds import DWELLING, HOME, goes_by_the_mile
from half_yard.countries.us.shared.measured import measured
from half_yard.records import ClientFile

APART = {HOME, DWELLING}
"""Kinds whose buildings are depreciated on worksheets of their own."""


def as_used(file: ClientFile) -> ClientFile:
    """The file with every asset of a shared thing as it is used this year."""
    return file_as_used(file, measured, APART, goes_by_the_mile)
