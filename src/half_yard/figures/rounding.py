"""The roundings: of money half up in size, as form instructions state, and of what forms count or divide.

"Drop amounts under 50 cents and increase amounts from 50 to 99 cents to the next dollar" (Form 1040
instructions, Rounding Off to Whole Dollars; 26 CFR 301.6102-1). A negative amount is rounded by its size.
"""

from decimal import ROUND_CEILING, ROUND_DOWN, ROUND_FLOOR, ROUND_HALF_UP, Decimal

CENT = Decimal("0.01")
DOLLAR = Decimal(1)
ZERO = Decimal(0)


def to_cents(amount: Decimal) -> Decimal:
    """The amount in dollars, rounded to the cent."""
    return amount.quantize(CENT, ROUND_HALF_UP)


def to_dollars(amount: Decimal) -> Decimal:
    """The amount in dollars, rounded to the whole dollar; never a negative zero."""
    return amount.quantize(DOLLAR, ROUND_HALF_UP) + 0


def without_cents(amount: Decimal) -> Decimal:
    """The amount in whole dollars, its cents left out; never a negative zero."""
    return amount.quantize(DOLLAR, ROUND_DOWN) + 0


def to_places(amount: Decimal, places: int) -> Decimal:
    """A part of one, rounded half up to so many decimal places, as worksheets say."""
    return amount.quantize(Decimal(1).scaleb(-places), ROUND_HALF_UP)


def whole_up(amount: Decimal) -> Decimal:
    """A count in which a part of one counts as one."""
    return amount.to_integral_value(ROUND_CEILING) + 0


def whole_down(amount: Decimal) -> Decimal:
    """A count of whole ones."""
    return amount.to_integral_value(ROUND_FLOOR) + 0
