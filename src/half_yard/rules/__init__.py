"""The law as dated data: values in TOML, each written once, at the year from which it holds."""

from half_yard.rules.dated import DatedRules, YearRules

__all__ = ["DatedRules", "YearRules"]
