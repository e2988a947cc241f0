"""What to call a record in a message, and when two names are the same."""

import re
from decimal import Decimal
from functools import cache

from half_yard.records.record import Record

NAMES = ("name", "payee", "employer", "payer", "memo", "words", "purpose", "goal", "guest")
NOT_COMPARED = re.compile(r"[^\w ]|_")
COMPANY = {"inc", "llc", "co", "corp", "ltd", "the"}
AMOUNTS = ("amount", "cost", "wages", "interest", "ordinary", "proceeds")


def name_of(record: Record) -> str:
    """The record's name, or empty while it has none."""
    return next(filter(None, (getattr(record, field, "") for field in NAMES)), "")


def amount_of(record: Record) -> Decimal | None:
    """The record's main amount in dollars, where it has one."""
    amounts = (getattr(record, field, None) for field in AMOUNTS)
    return next((amount for amount in amounts if amount is not None), None)


@cache
def same_name(name: str) -> str:
    """A payer's or payee's name as it is compared: without case, punctuation, spaces or kind of company."""
    plain = NOT_COMPARED.sub("", name.casefold())
    return "".join(word for word in plain.split() if word not in COMPANY)
