"""The same assets under other books: for the minimum tax (`minimum.py`), and for a state, whose book is data
(`rules/state_books.toml`)."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from decimal import Decimal
from functools import cache
from importlib import resources

from half_yard.countries.results import Treatment
from half_yard.countries.us.assets.auto_limits import auto_limits
from half_yard.countries.us.assets.course import Course, may_fall
from half_yard.countries.us.assets.life import Life
from half_yard.countries.us.assets.minimum import minimum
from half_yard.countries.us.assets.received import amounts_of, courses_of
from half_yard.countries.us.assets.special_allowance import Allowance
from half_yard.countries.us.assets.stories import lives
from half_yard.depreciation.many import ManyYears
from half_yard.records import ClientFile


@dataclass(frozen=True, slots=True)
class StateBook:
    """A state's rules: whether it has the special allowance, how much it lets expense in a year, and from
    which cost of a year's property on less, in dollars."""

    title: str
    special_allowance: bool
    section_179_limit: Decimal
    phase_out_start: Decimal


@cache
def state_books() -> dict[str, StateBook]:
    """The state books there are, by key."""
    rules = resources.files("half_yard.countries.us") / "rules"
    text = rules.joinpath("state_books.toml").read_text(encoding="utf-8")
    found = tomllib.loads(text, parse_float=Decimal)
    return {
        key: StateBook(
            item["title"],
            item["special_allowance"],
            Decimal(item["section_179_limit"]),
            Decimal(item["phase_out_start"]),
        )
        for key, item in found.items()
    }


def treatments(file: ClientFile) -> list[Treatment]:
    """The years of every depreciated asset under each book, the regular tax first."""
    regular = lives(file)
    books = {"Regular tax": regular, "Minimum tax": {key: minimum(life) for key, life in regular.items()}}
    for book in state_books().values():
        books[book.title] = _under(book, regular)
    # Most assets are the same under several books: each life is worked out once.
    known: dict[int, int] = {}
    each: list[Life] = []
    rows: dict[str, list[int]] = {}
    for title, lives_of_book in books.items():
        rows[title] = []
        for life in lives_of_book.values():
            if id(life) not in known:
                known[id(life)] = len(each)
                each.append(life)
            rows[title].append(known[id(life)])
    taken = years_of_lives(each)
    return [Treatment(title, tuple(regular), taken.picked(numbers)) for title, numbers in rows.items()]


def years_of_lives(each: Sequence[Life]) -> ManyYears:
    """What every life takes by year. One whose business use falls, or in which others go on, has its own
    years."""
    falling: dict[int, list[Decimal]] = {
        number: course.amounts
        for number, life in enumerate(each)
        if may_fall(life.asset) and (course := Course.of(life)).fall is not None
    }
    falling |= {number: amounts_of(courses_of(life)) for number, life in enumerate(each) if life.carried}
    return ManyYears.of([life.first for life in each], [life.terms for life in each], falling)


def _under(book: StateBook, regular: Mapping[str, Life]) -> dict[str, Life]:
    """The lives under a state's book; what a year may expense goes to the first assets entered first."""
    bought: dict[int, Decimal] = {}
    for life in regular.values():
        if life.asset_class.may_be_expensed:
            cost = life.terms.basis * life.terms.share(0)
            bought[life.first] = bought.get(life.first, Decimal(0)) + cost
    left: dict[int, Decimal] = {}
    made = {}
    for key, life in regular.items():
        elected = life.asset.expensed or Decimal(0)
        over = max(bought.get(life.first, Decimal(0)) - book.phase_out_start, Decimal(0))
        room = left.setdefault(life.first, max(book.section_179_limit - over, Decimal(0)))
        expensed = min(elected, room)
        left[life.first] = room - expensed
        changed = life
        if expensed != elected:
            changed = replace(life, asset=life.asset.model_copy(update={"expensed": expensed}))
        if life.allowance.rate is not None and not book.special_allowance:
            limits = auto_limits(life.first, allowance=False, part=life.limit_part) if life.limits else None
            changed = replace(changed, allowance=Allowance(None), limits=limits)
        made[key] = changed
    return made
