"""The dated values of the law of Australia. A year is called by the one in which it ends: 2025 is 2024-25."""

from half_yard.rules import DatedRules, YearRules

DATED = DatedRules("half_yard.countries.au", range(2021, 2027))
YEARS = DATED.years
rules_for = DATED.for_year

__all__ = ["DATED", "YEARS", "YearRules", "rules_for"]
