"""The yearly limits on depreciation of passenger automobiles (26 U.S.C. 280F(a)), by the year in service."""

from __future__ import annotations

from half_yard.countries.us.year_rules import YEARS, rules_for
from half_yard.figures import Figure

AFTER_FIRST = ("passenger_auto_year_2", "passenger_auto_year_3", "passenger_auto_later_years")


def auto_limits(placed: int, *, allowance: bool) -> tuple[Figure, ...] | None:
    """The limits of the first, second, third and all later years, in full-use dollars; None where the program
    has none for that year. The first is higher with the special allowance (168(k)(2)(F))."""
    first = "passenger_auto_year_1_with_bonus" if allowance else "passenger_auto_year_1"
    if placed not in YEARS or first not in rules_for(placed).values:
        return None
    rules = rules_for(placed)
    words = ("first", "second", "third", "each later")
    return tuple(
        rules.figure(key, label=f"limit of an automobile's {word} year")
        for key, word in zip((first, *AFTER_FIRST), words, strict=True)
    )
