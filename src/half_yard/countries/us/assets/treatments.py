"""The same assets under other books: for the minimum tax, and for a state.

Minimum tax (26 U.S.C. 56(a)(1)): property on the 200% method goes by 150%, unless it had the special
allowance (168(k)(2)(G)); property of 1987 to 1998 goes by the alternative system; all else as for the regular
tax. A state's book is data (`rules/state_books.toml`).
"""

from __future__ import annotations

import tomllib
from dataclasses import dataclass, replace
from decimal import Decimal
from functools import cache
from importlib import resources

from half_yard.countries.results import Treatment
from half_yard.countries.us.assets.classes import DOUBLE
from half_yard.countries.us.assets.life import Life
from half_yard.countries.us.assets.macrs import lives
from half_yard.countries.us.assets.rates import ALTERNATIVE, SLOWER
from half_yard.countries.us.assets.special_allowance import Allowance
from half_yard.countries.us.year_rules import rules_for
from half_yard.records import ClientFile

SAME_REAL_FROM = 1999


@dataclass(frozen=True, slots=True)
class StateBook:
    """A state's rules: whether it has the special allowance, and how much it lets expense, in dollars."""

    title: str
    special_allowance: bool
    section_179_limit: Decimal


@cache
def state_books() -> dict[str, StateBook]:
    """The state books there are, by key."""
    text = (
        resources.files("half_yard.countries.us")
        .joinpath("rules", "state_books.toml")
        .read_text(encoding="utf-8")
    )
    found = tomllib.loads(text, parse_float=Decimal)
    return {
        key: StateBook(item["title"], item["special_allowance"], Decimal(item["section_179_limit"]))
        for key, item in found.items()
    }


def treatments(file: ClientFile) -> list[Treatment]:
    """The years of every depreciated asset under each book, the regular tax first."""
    regular = lives(file, rules_for(file.tax_year))
    books = {"Regular tax": regular, "Minimum tax": {key: minimum(life) for key, life in regular.items()}}
    for book in state_books().values():
        books[book.title] = _under(book, regular)
    return [
        Treatment(title, {key: (life.first, tuple(life.amounts)) for key, life in each.items()})
        for title, each in books.items()
    ]


def minimum(life: Life) -> Life:
    """The asset's life for the minimum tax."""
    way = life.way
    if life.first < SAME_REAL_FROM:
        return replace(life, way=replace(way, method=ALTERNATIVE))
    double = way.recovery.declining == DOUBLE
    if double and life.allowance.rate is None:
        return replace(life, way=replace(way, method=SLOWER))
    return life


def _under(book: StateBook, regular: dict[str, Life]) -> dict[str, Life]:
    """The lives under a state's book; what a year may expense goes to the first assets entered first."""
    left: dict[int, Decimal] = {}
    made = {}
    for key, life in regular.items():
        room = left.setdefault(life.first, book.section_179_limit)
        expensed = min(life.asset.expensed or Decimal(0), room)
        left[life.first] = room - expensed
        asset = life.asset
        if asset.expensed:
            asset = asset.model_copy(update={"expensed": expensed})
        allowance = life.allowance if book.special_allowance else Allowance(None)
        made[key] = replace(life, asset=asset, allowance=allowance)
    return made
