"""How much tax each credit that is not paid out finds left: they come off one after another, as the credit
limit worksheets have them (26 U.S.C. 26)."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.figures import Figure, carried, difference, not_below_zero

FOREIGN, CARE, ELDERLY, EDUCATION, SAVERS = "foreign_tax", "care", "elderly", "education", "savers"
IMPROVEMENT, VEHICLE, CHILD, ENERGY = "home_improvement", "clean_vehicle", "child", "clean_energy"
ADOPTION, BUSINESS, MINIMUM_TAX = "adoption", "business_credit", "minimum_tax"
ORDER = (
    FOREIGN, CARE, ELDERLY, EDUCATION, SAVERS, IMPROVEMENT, VEHICLE, CHILD, ENERGY, ADOPTION, BUSINESS,
    MINIMUM_TAX,
)  # fmt: skip
"""The credits, in the order in which they come off the tax."""


def room(ask: Ask, credit: str) -> Figure:
    """Tax before credits, less the credits that come before this one. Raises ValueError for one that is not
    in the order."""
    # The credits rest on this.
    from half_yard.countries.us.forms import form_1040  # noqa: PLC0415

    tax = carried(ask(form_1040.tax_before)["tax_before_credits"])
    taken = [figure for figure in ask(before, credit) if figure.amount]
    return not_below_zero(difference(tax, *taken), "tax that is left") if taken else tax


def before(ask: Ask, credit: str) -> tuple[Figure, ...]:
    """The credits that come off the tax before this one."""
    from half_yard.countries.us.forms import schedule_3  # noqa: PLC0415

    return tuple(ask(schedule_3.made, key) for key in ORDER[: ORDER.index(credit)])
