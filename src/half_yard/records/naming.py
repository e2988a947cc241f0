"""What to call a record in a message: the first of its texts, and its amount."""

from decimal import Decimal

from half_yard.records.client_file import Record

NAMES = ("name", "payee", "employer", "payer", "memo")
AMOUNTS = ("amount", "cost", "wages", "interest")


def name_of(record: Record) -> str:
    """The record's name, or empty while it has none."""
    return next(filter(None, (getattr(record, field, "") for field in NAMES)), "")


def amount_of(record: Record) -> Decimal | None:
    """The record's main amount in dollars, where it has one."""
    amounts = (getattr(record, field, None) for field in AMOUNTS)
    return next((amount for amount in amounts if amount is not None), None)
