"""The offset for foreign tax (ITAA 1997 Division 770): all of it up to an amount, above that at most what
Australia takes of the same income."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.au import gaps
from half_yard.countries.au.forms import itr, levy
from half_yard.countries.au.forms.basic_tax import basic_tax
from half_yard.countries.au.frame import has_spouse, rules
from half_yard.countries.au.items import FOREIGN, FOREIGN_TAX, ITEMS, of_person
from half_yard.figures import NOTHING, Figure, above, difference, larger_of, not_below_zero, smaller_of, total


def offset(ask: Ask, person: str) -> Figure:
    """What may be taken, before it is limited to tax, levy and surcharge."""
    paid = total(ITEMS.boxes(ask, FOREIGN, FOREIGN_TAX, person), "foreign tax paid")
    if not paid.amount:
        return NOTHING
    least = ask(rules).figure("foreign_tax_without_limit", label="amount without a limit")
    if not (much := above(paid, least)):
        return paid.where(much)
    income = ask(itr.taxable, person)["taxable_income"]
    without = not_below_zero(difference(income, *of_person(ask, person, FOREIGN)), "income without it")
    taken = difference(_tax_and_levy(ask, person, income), _tax_and_levy(ask, person, without))
    limit = larger_of(least, taken.in_cents("tax and levy on it"), label="limit")
    is_family = ask(has_spouse) or bool(ask(levy.children).amount)
    unsure = is_family or bool(ask(levy.surcharge, person).amount)
    return (
        smaller_of(paid, limit, label="offset for foreign tax")
        .where(much)
        .marked(*([gaps.FOREIGN_LIMIT] if unsure and limit.amount < paid.amount else []))
    )


def _tax_and_levy(ask: Ask, person: str, income: Figure) -> Figure:
    return total((ask(basic_tax, person, income), ask(levy.levy_on, person, income)))
