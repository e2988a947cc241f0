"""Refunds of state income tax by the tax-benefit rule (26 U.S.C. 111; worksheet of Schedule 1, line 1)."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.items import Found
from half_yard.countries.us.household.items import amount_of, box_of, has, items_of
from half_yard.figures import (
    NOTHING,
    Choice,
    Figure,
    difference,
    not_below_zero,
    smaller_of,
    stated,
)


def applies(ask: Ask) -> bool:
    """Whether there is a refund."""
    return ask(has, "state_refund")


def taxable(ask: Ask) -> tuple[Figure, ...]:
    """What of each refund is income, in cents."""
    return tuple(_taxable(found) for found in ask(items_of, "state_refund"))


def _taxable(found: Found) -> Figure:
    """No more than what the tax took off that year's income: what it had above the cap brought nothing, nor
    what the standard deduction would have brought anyway."""
    path, item = found
    itemized = box_of(found, "itemized")
    if itemized is None:
        words = Choice("Not itemized that year", f"{path}/boxes/itemized")
        return stated(NOTHING.amount, item.name or "refund", "26 U.S.C. 111(a)").because(words)
    above, standard = box_of(found, "above_cap") or NOTHING, box_of(found, "standard") or NOTHING
    refund = not_below_zero(difference(amount_of(found), above, label="refund that had counted"))
    benefit = not_below_zero(difference(itemized, standard, label="itemized above the standard deduction"))
    return smaller_of(refund, benefit, label=item.name or "refund")
