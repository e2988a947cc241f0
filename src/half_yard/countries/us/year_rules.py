"""The dated values of the law: one TOML file a year, each value with its published source."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping
from dataclasses import dataclass
from decimal import Decimal
from functools import cache
from importlib import resources
from typing import Any

from half_yard.figures import Figure, Mark, MarkKind, RuleValue, rule

YEARS = range(2021, 2027)


@dataclass(frozen=True)
class YearRules:
    """The values of one tax year. `figure` gives each as a figure that names its source."""

    year: int
    values: Mapping[str, Mapping[str, Any]]
    line_numbers: Mapping[str, Mapping[str, str]]
    forms_provisional: str

    def figure(self, key: str, status: str = "value", label: str = "") -> Figure:
        """A value as a figure, for a filing status where it depends on one.

        Raises KeyError if the year has no such value.
        """
        return _figure(self.year, key, status, label or key.replace("_", " "))

    def amount(self, key: str, status: str = "value") -> Decimal:
        """The bare value, where only a comparison needs it. Raises KeyError as `figure` does."""
        return Decimal(self.values[key][status])

    def numbers(self, form: str) -> Mapping[str, str]:
        """The line numbers of a form that differ in this year from the usual ones, by line key."""
        return self.line_numbers.get(form, {})


@cache
def _figure(year: int, key: str, status: str, label: str) -> Figure:
    entry = rules_for(year).values[key]
    recalled = "; recalled, not re-read" if entry.get("recalled") else ""
    source = RuleValue(key, year, entry["source"] + recalled, entry.get("unit", "USD"))
    figure = rule(Decimal(entry[status]), label, source)
    if "provisional" in entry:
        figure = figure.marked(Mark(MarkKind.PROVISIONAL, entry["provisional"]))
    return figure


@cache
def rules_for(year: int) -> YearRules:
    """The rules of a tax year, the standing ones included. Raises KeyError outside 2021 to 2026."""
    if year not in YEARS:
        raise KeyError(year)
    own = _read(f"{year}.toml")
    line_numbers = own.pop("line_numbers", {})
    forms = own.pop("forms", {})
    if own.pop("year") != year:
        raise ValueError(f"rules/{year}.toml does not say year = {year}")
    return YearRules(year, {**_read("standing.toml"), **own}, line_numbers, forms.get("provisional", ""))


def _read(name: str) -> dict[str, Any]:
    text = resources.files(__package__).joinpath("rules", name).read_text(encoding="utf-8")
    return tomllib.loads(text, parse_float=Decimal)
