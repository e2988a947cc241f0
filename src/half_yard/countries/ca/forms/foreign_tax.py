"""Tax paid abroad on income that is taxed here too: how much of it is credited, what is deducted."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.ca.frame import rules
from half_yard.countries.ca.items import FOREIGN, FOREIGN_TAX, ITEMS
from half_yard.countries.items import Found
from half_yard.figures import NOTHING, Figure, difference, smaller_of, total

OF_PROPERTY = "foreign_income"
"""Interest and dividends: of the tax on them only a part is credited."""


def taxed_abroad(ask: Ask, person: str) -> tuple[Found, ...]:
    """The incomes on which tax was paid abroad."""
    every = (found for kind in FOREIGN for found in ask(ITEMS.items_of, kind))
    return tuple(found for found in every if found[1].person == person and found[1].boxes.get(FOREIGN_TAX))


def _paid(found: Found) -> Figure:
    return ITEMS.box_of(found, FOREIGN_TAX) or NOTHING


def counted(ask: Ask, person: str) -> Figure:
    """All that was paid and may be credited."""
    return total((counted_of(ask, found) for found in ask(taxed_abroad, person)), "foreign tax")


def counted_of(ask: Ask, found: Found) -> Figure:
    """The tax that may be credited: on interest and dividends at most a part of them (ITA 20(11))."""
    if found[1].kind != OF_PROPERTY:
        return _paid(found)
    rate = ask(rules).figure("foreign_property_tax_most", label="part of the income")
    most = (ITEMS.amount_of(found) * rate).in_cents("the most of it that is credited")
    return smaller_of(_paid(found), most)


def beyond(ask: Ask, person: str) -> Figure:
    """What was paid on interest and dividends above that: deducted (ITA 20(11))."""
    found = [each for each in ask(taxed_abroad, person) if each[1].kind == OF_PROPERTY]
    parts = [
        difference(_paid(each), counted_of(ask, each), label="foreign tax above its limit") for each in found
    ]
    return total(parts, "foreign tax above its limit") if any(each.amount for each in parts) else NOTHING
