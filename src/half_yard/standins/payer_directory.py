"""A simulated directory of payers by number: made-up organizations with numbers that are never issued."""

from __future__ import annotations

import json
import re
from functools import cache
from importlib import resources

from half_yard.records import Address, Record


class KnownPayer(Record):
    """A payer of the directory."""

    number: str
    name: str
    address: Address


def known_payer(number: str) -> KnownPayer | None:
    """The payer with this number, whatever stands between its digits; None if there is none."""
    return _directory().get(re.sub(r"\D", "", number))


@cache
def _directory() -> dict[str, KnownPayer]:
    text = resources.files(__package__).joinpath("payers.json").read_text(encoding="utf-8")
    payers = [KnownPayer.model_validate(item) for item in json.loads(text)]
    return {re.sub(r"\D", "", payer.number): payer for payer in payers}
