"""Dated rule files: one TOML file a year, with what changed in it; a year has all that was in force.

A value is a table with its `source` and either `value` or one amount for each status it depends on. `unit`
says what it is where it is no money, `recalled` that it was written down from memory of the publication,
`provisional` why it is not certain. `ended = true` takes a value out from that year on. `[line_numbers.FORM]`
has the printed numbers of lines whose number changed in that year, and `[forms]` may say why the year's forms
are provisional.
"""

from __future__ import annotations

import tomllib
from collections.abc import Mapping
from dataclasses import dataclass
from decimal import Decimal
from functools import cache
from importlib import resources
from typing import Any

from half_yard.figures import Figure, Mark, MarkKind, RuleValue, rule

STANDING = "standing.toml"


@dataclass(frozen=True, eq=False)
class YearRules:
    """The values of one tax year. `figure` gives each as a figure that names its source."""

    year: int
    values: Mapping[str, Mapping[str, Any]]
    line_numbers: Mapping[str, Mapping[str, str]]
    forms_provisional: str

    def figure(self, key: str, status: str = "value", label: str = "") -> Figure:
        """A value as a figure, for a status where it depends on one. Raises KeyError if the year has no such
        value."""
        return _figure(self, key, status, label or key.replace("_", " "))

    def amount(self, key: str, status: str = "value") -> Decimal:
        """The bare value, for words and findings. Raises KeyError as `figure` does."""
        return Decimal(self.values[key][status])

    def has(self, key: str) -> bool:
        """Whether the year has such a value."""
        return key in self.values

    def numbers(self, form: str) -> Mapping[str, str]:
        """The line numbers of a form that differ in this year from the usual ones, by line key."""
        return self.line_numbers.get(form, {})


@cache
def _figure(rules: YearRules, key: str, status: str, label: str) -> Figure:
    entry = rules.values[key]
    recalled = "; recalled, not re-read" if entry.get("recalled") else ""
    source = RuleValue(key, rules.year, entry["source"] + recalled, entry.get("unit", "USD"))
    figure = rule(Decimal(entry[status]), label, source)
    if "provisional" in entry:
        figure = figure.marked(Mark(MarkKind.PROVISIONAL, entry["provisional"]))
    return figure


@dataclass(frozen=True)
class DatedRules:
    """The rule files in the folder `rules` of a package, for these years."""

    package: str
    years: range

    def for_year(self, year: int) -> YearRules:
        """What is in force in a tax year. Raises KeyError for a year without rules."""
        if year not in self.years:
            raise KeyError(year)
        return _in_force(self, year)

    def read(self, name: str) -> dict[str, Any]:
        """One of the files, its numbers exact."""
        text = (resources.files(self.package) / "rules" / name).read_text(encoding="utf-8")
        return tomllib.loads(text, parse_float=Decimal)


@cache
def _in_force(dated: DatedRules, year: int) -> YearRules:
    first = year == dated.years[0]
    before = None if first else _in_force(dated, year - 1)
    own = dated.read(f"{year}.toml")
    if own.pop("year") != year:
        raise ValueError(f"rules/{year}.toml does not say year = {year}")
    numbers = own.pop("line_numbers", {})
    provisional = own.pop("forms", {}).get("provisional", "")
    values: dict[str, Any] = {**(before.values if before else dated.read(STANDING))}
    for key, entry in own.items():
        if entry.get("ended"):
            del values[key]  # what ends was there: a KeyError is a mistake in the file
        else:
            values[key] = entry
    known = before.line_numbers if before else {}
    merged = {form: {**known.get(form, {}), **numbers.get(form, {})} for form in {*known, *numbers}}
    return YearRules(year, values, merged, provisional)
