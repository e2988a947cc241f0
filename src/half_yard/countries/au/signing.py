"""Who signs the return: each person by the day of their declaration, and known by last year's assessment."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.countries.au.country import ROLES
from half_yard.countries.au.questions import ASSESSED_BEFORE, SIGNED_ON
from half_yard.countries.signing import Signer, each_by_day
from half_yard.records import ClientFile


def signers(file: ClientFile) -> Sequence[Signer]:
    """Everyone in the file: each has a return of their own, and they are sent together."""
    return each_by_day(file, ROLES, SIGNED_ON, ASSESSED_BEFORE)
