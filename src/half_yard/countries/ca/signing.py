"""Who signs the T1: each person by Form T183, and known by last year's total income."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.countries.ca.country import ROLES
from half_yard.countries.ca.questions import SIGNED_ON, TOTAL_BEFORE
from half_yard.countries.signing import Signer, each_by_day
from half_yard.records import ClientFile


def signers(file: ClientFile) -> Sequence[Signer]:
    """Everyone in the file: each has a return of their own, and they are sent together."""
    return each_by_day(file, ROLES, SIGNED_ON, TOTAL_BEFORE)
