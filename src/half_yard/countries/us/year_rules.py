"""The dated values of the law of the United States."""

from half_yard.rules import DatedRules, YearRules

DATED = DatedRules("half_yard.countries.us", range(2021, 2027))
YEARS = DATED.years
rules_for = DATED.for_year

__all__ = ["DATED", "YEARS", "YearRules", "rules_for"]
