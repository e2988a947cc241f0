"""Amounts as they are stored: exact dollars and cents, written as decimal strings."""

from decimal import Decimal
from typing import Annotated, Any

from pydantic import BeforeValidator, Field, PlainSerializer

from half_yard.figures.rounding import CENT

HUNDRED = Decimal(100)
"""A whole, in percent."""
LARGEST = Decimal("99999999999.99")


def _exact(value: Any) -> Any:
    if isinstance(value, float):
        raise ValueError('an amount is a decimal string such as "120.50", not a binary number')
    return value


def _plain(value: Decimal) -> str:
    return format(value.quantize(CENT), "f")


Amount = Annotated[
    Decimal,
    BeforeValidator(_exact),
    Field(ge=-LARGEST, le=LARGEST, decimal_places=2),
    PlainSerializer(_plain, return_type=str),
]
"""Dollars and cents; at most two decimal places and eleven digits before them."""

Percent = Annotated[
    Decimal,
    BeforeValidator(_exact),
    Field(ge=0, le=100, decimal_places=4),
    PlainSerializer(lambda value: format(value.normalize(), "f"), return_type=str),
]
"""A share in percent of the whole, 0 to 100, with at most four decimal places."""
