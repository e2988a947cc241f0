"""Tax by brackets, of a country or of one of its provinces."""

from __future__ import annotations

from half_yard.figures import Figure, difference, not_below_zero, smaller_of, total
from half_yard.rules import YearRules

MOST_BRACKETS = 8


def by_brackets(taxable: Figure, values: YearRules, province: str) -> Figure:
    """The tax on a taxable income, to the cent as the sum of its brackets; the country's where no province is
    named."""
    floors = [
        values.figure(key, status, f"start of bracket {number}")
        for number in range(2, MOST_BRACKETS + 1)
        if in_province(values, key := _key(f"bracket_{number}_from", province), status := province or "value")
    ]
    taxed = []
    for number in range(1, len(floors) + 2):
        rate = values.figure(
            _key(f"bracket_{number}_rate", province), province or "value", f"rate of bracket {number}"
        )
        inside = taxable
        if number <= len(floors):
            inside = smaller_of(
                taxable, floors[number - 1], label=f"income up to {floors[number - 1].amount:,}"
            )
        if number > 1:
            inside = not_below_zero(difference(inside, floors[number - 2]), f"income in bracket {number}")
        taxed.append((inside * rate).named(f"tax in bracket {number}"))
    return total(taxed)


def _key(name: str, province: str) -> str:
    return f"provincial_{name}" if province else name


def in_province(values: YearRules, key: str, status: str) -> bool:
    """Whether the year has a value for a province."""
    return values.has(key) and status in values.values[key]
