"""The country packs: what differs between countries lives in one of them, behind the same few promises."""

from __future__ import annotations

import pkgutil
from dataclasses import replace
from importlib import import_module

from half_yard.books import Box, FormKind, MatchState, PayerMatch, StatementLine
from half_yard.countries.answer_checks import answer_findings
from half_yard.countries.asked import Asked
from half_yard.countries.asset_keeping import AssetKeeping, OneByOne
from half_yard.countries.country import Country, NumberKind
from half_yard.countries.ledger import ActivityKind, Ledger
from half_yard.countries.offered import AssetDoubts, AssetKind, ManyAnswers, Question
from half_yard.countries.pack import Pack
from half_yard.countries.results import CarryPoint, Computation, Return
from half_yard.figures.remembered import Memory
from half_yard.records import ClientFile
from half_yard.review import Finding


def _found() -> dict[str, Country]:
    """The country of every package beside this module, by its key."""
    packages = [item.name for item in pkgutil.iter_modules(__path__) if item.ispkg]
    countries = [import_module(f"{__name__}.{name}.country").COUNTRY for name in packages]
    return {country.key: country for country in sorted(countries, key=lambda country: country.name)}


COUNTRIES: dict[str, Country] = _found()
PACKS: dict[str, Pack] = {}
"""The packs that were asked for so far: each takes a while to load."""


def pack_for(country: str) -> Pack:
    """The pack of a country. Raises KeyError if there is none."""
    if country not in PACKS:
        PACKS[country] = import_module(f"{__name__}.{COUNTRIES[country].key}.pack").PACK
    return PACKS[country]


def has_rules(file: ClientFile) -> bool:
    """Whether there are rules for the country and the tax year of a file."""
    return file.country in COUNTRIES and file.tax_year in COUNTRIES[file.country].years


def compute(file: ClientFile, memory: Memory | None = None) -> Computation:
    """Everything that follows from the file: same file, same answer, no clock, no disk. With a memory of its
    own it neither uses nor costs what is remembered of other files."""
    memory = Memory() if memory is None else memory
    pack = pack_for(file.country)
    with memory.in_use():
        made = pack.compute(file, memory)

    def findings() -> tuple[Finding, ...]:
        return (*answer_findings(file, pack.asked, pack.shared), *made.make_findings())

    return replace(made, make_findings=memory.later(findings))


__all__ = [
    "COUNTRIES",
    "PACKS",
    "ActivityKind",
    "Asked",
    "AssetDoubts",
    "AssetKeeping",
    "AssetKind",
    "Box",
    "CarryPoint",
    "Computation",
    "Country",
    "FormKind",
    "Ledger",
    "ManyAnswers",
    "MatchState",
    "NumberKind",
    "OneByOne",
    "Pack",
    "PayerMatch",
    "Question",
    "Return",
    "StatementLine",
    "compute",
    "has_rules",
    "pack_for",
]
