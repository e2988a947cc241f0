"""Partnerships and S corporations for the passive loss rules, by their Schedules K-1: of each its business
and its rentals, which are activities of their own (26 CFR 1.469-4(d)(5))."""

from __future__ import annotations

from dataclasses import dataclass

from half_yard.countries.asking import Ask
from half_yard.countries.items import Found
from half_yard.countries.us.household.incomes import (
    K1,
    MATERIAL,
    PART_IN_RENTALS,
    PASSIVE,
    PUBLICLY_TRADED,
    SOLD_OUT,
    TAKES_PART,
)
from half_yard.countries.us.household.items import amount_of, box_of, items_of
from half_yard.countries.us.losses.asked import Standing
from half_yard.figures import Choice, Figure
from half_yard.records import ClientFile, HouseholdItem
from half_yard.records.choices import Option
from half_yard.records.forms import StateBoxes

RENTALS = ".rentals"
"""What stands behind the key of a Schedule K-1 where its rentals are meant."""


@dataclass(frozen=True, eq=False)
class Part:
    """The business or the rentals of an entity: what they bring to Schedule E in whole dollars, and gains and
    losses of their property (section 1231). `key` is that of the Schedule K-1, for rentals with more."""

    key: str
    path: str
    name: str
    standing: Standing
    result: Figure
    sold: tuple[Figure, ...]
    why: Choice
    sold_out: bool

    @property
    def is_passive(self) -> bool:
        """Whether it is passive."""
        return self.standing is not Standing.NOT_PASSIVE


def every(ask: Ask) -> tuple[Found, ...]:
    """The Schedules K-1 that count."""
    return ask(items_of, K1)


def parts(ask: Ask) -> tuple[Part, ...]:
    """The businesses and rentals of all, but for publicly traded ones, which are limited each by itself."""
    return tuple(part for found in ask(every) if not is_traded(found) for part in parts_of(found))


def is_traded(found: Found) -> bool:
    """Whether it is a publicly traded partnership (26 U.S.C. 469(k))."""
    return bool(found[1].ticks.get(PUBLICLY_TRADED))


def parts_of(found: Found) -> tuple[Part, ...]:
    """The business and the rentals of one. A section 1231 gain is the business's where it has one."""
    item = found[1]
    rents, sold = box_of(found, "rental"), box_of(found, "section_1231")
    has_business = bool(item.amount) or rents is None
    made = []
    if has_business:
        made.append(_business(found, amount_of(found), () if sold is None else (sold.in_dollars(),)))
    if rents is not None:
        gains = () if sold is None or has_business else (sold.in_dollars(),)
        made.append(_rentals(found, rents, gains))
    return tuple(made)


def _business(found: Found, result: Figure, sold: tuple[Figure, ...]) -> Part:
    path, item = found
    standing = Standing.OTHER if item.ticks.get(PASSIVE) else Standing.NOT_PASSIVE
    why = Choice(f"{called(found)}: {standing}", f"{path}/ticks/{PASSIVE}")
    key, sold_out = path.rpartition("/")[2], bool(item.ticks.get(SOLD_OUT))
    return Part(key, path, called(found), standing, result.in_dollars(), sold, why, sold_out)


def _rentals(found: Found, result: Figure, sold: tuple[Figure, ...]) -> Part:
    path, item = found
    known = {TAKES_PART: Standing.ACTIVE_RENTAL, MATERIAL: Standing.NOT_PASSIVE}
    standing = known.get(item.choices.get(PART_IN_RENTALS.key, ""), Standing.OTHER)
    name = f"{called(found)}, rentals"
    why = Choice(f"{name}: {standing}", f"{path}/choices/{PART_IN_RENTALS.key}")
    key, sold_out = path.rpartition("/")[2] + RENTALS, bool(item.ticks.get(SOLD_OUT))
    return Part(key, path, name, standing, result.in_dollars(), sold, why, sold_out)


def carried_for(file: ClientFile) -> list[Option]:
    """The parts of entities for which losses may be carried in, as (key, name)."""
    return [
        (key + suffix, called((key, item)) + words)
        for key, item in sorted(file.items.items())
        if item.kind == K1
        for suffix, words in (("", ""), (RENTALS, ", rentals"))
    ]


def going_on(file: ClientFile) -> dict[str, HouseholdItem]:
    """The Schedules K-1 of next year, to be filled in: all but those of interests that were sold."""
    empty: dict[str, object] = {
        "amount": None,
        "reckoning": "",
        "boxes": {},
        "withheld": None,
        "state": StateBoxes(),
    }
    return {
        key: item.model_copy(update=empty)
        for key, item in sorted(file.items.items())
        if item.kind == K1 and not item.ticks.get(SOLD_OUT)
    }


def called(found: Found) -> str:
    """The entity's name."""
    return found[1].name or "Schedule K-1"


def sold_of_own_trades(ask: Ask) -> tuple[Figure, ...]:
    """Gains and losses of property of entities in whose business or rentals the person takes part."""
    return tuple(figure for part in ask(parts) if not part.is_passive for figure in part.sold)


def sold_by_all(ask: Ask) -> tuple[Figure, ...]:
    """Gains and losses of property of all entities: Form 4797, line 2."""
    return tuple(figure for found in ask(every) for part in parts_of(found) for figure in part.sold)
