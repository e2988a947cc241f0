"""What a person deducts besides costs of business and rent, for the return and the tests of income."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.au import small_values
from half_yard.countries.au.frame import rules
from half_yard.countries.au.items import of_person
from half_yard.figures import Figure, difference, not_below_zero, smaller_of, total

OF_WORK = (
    ("work_car", "D1", "Work-related car expenses"),
    ("work_travel", "D2", "Work-related travel expenses"),
    ("work_clothing", "D3", "Work-related clothing and laundry"),
    ("self_education", "D4", "Work-related self-education expenses"),
    ("work_other", "D5", "Other work-related expenses"),
)
INVESTED = (("investment_interest", "D7", "Interest and dividend deductions"),)
AFFAIRS = (("tax_affairs", "D10", "Cost of managing tax affairs"),)
AFTER_SUPER = (("other_deduction", "D15", "Other deductions"),)
"""Deductions that are what was typed, in the order of the return."""


def unlimited(ask: Ask, person: str) -> list[Figure]:
    """The deductions that may make a loss."""
    kinds = (kind for kind, _, _ in (*OF_WORK, *INVESTED, *AFFAIRS, *AFTER_SUPER))
    pooled = [ask(small_values.deduction, person)] if ask(small_values.has_pool, person) else []
    return [*of_person(ask, person, *kinds), *pooled]


def gifts_and_super(ask: Ask, person: str, earned: Figure) -> dict[str, Figure]:
    """Gifts and own superannuation contributions, these within the year's cap, as far as income of so much is
    left for them: they make no loss (ITAA 1997 s 26-55)."""
    left, made = not_below_zero(difference(earned, *unlimited(ask, person)), "income left"), {}
    if given := of_person(ask, person, "gift"):
        made["gift"] = smaller_of(total(given, "gifts"), left)
        left = difference(left, made["gift"], label="income left")
    if own := of_person(ask, person, "own_super"):
        cap = ask(rules).figure("concessional_cap", label="cap of the year")
        made["own_super"] = smaller_of(total(own, "own contributions"), cap, left)
    return made
