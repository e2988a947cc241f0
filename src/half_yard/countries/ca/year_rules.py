"""The dated values of the law of Canada, federal and of the provinces that are computed."""

from half_yard.rules import DatedRules, YearRules

DATED = DatedRules("half_yard.countries.ca", range(2021, 2026))
YEARS = DATED.years
rules_for = DATED.for_year

__all__ = ["DATED", "YEARS", "YearRules", "rules_for"]
