"""The costs of a thing divided between its uses: every cost goes to uses or stays personal, to the cent."""

from __future__ import annotations

import datetime
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from functools import partial
from typing import NamedTuple

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.us import frame
from half_yard.countries.us.shared.days import counted_days
from half_yard.countries.us.shared.kinds import (
    ALWAYS_PERSONAL,
    COURT,
    DWELLING,
    INTEREST_AND_TAX,
    MEASURES,
    ON_BUSINESS,
    ONLY,
    PERSONAL,
    SHARED_BY,
)
from half_yard.countries.us.shared.measured import (
    MONTHS,
    Measured,
    MeasuredUse,
    Period,
    days_of_year,
    measured,
)
from half_yard.figures import NOTHING_ENTERED, Choice, Figure, difference, entered, stated, together, total
from half_yard.records import ClientFile, Entry, Thing


class Cost(NamedTuple):
    """What an entry says of itself besides its amount."""

    key: str
    date: datetime.date | None
    only: str
    shared: bool


@dataclass(frozen=True, slots=True)
class Divided:
    """A line of a thing's costs, in cents: the whole; what is for one use alone (`direct`) and the part of
    what is shared (`indirect`), by activity; and what stays personal. `in_period` is what was shared while
    an activity used the thing."""

    whole: Figure
    direct: Mapping[str, Figure]
    indirect: Mapping[str, Figure]
    in_period: Mapping[str, Figure]
    personal: Figure

    @property
    def activities(self) -> tuple[str, ...]:
        """Those that have a part of it, each once."""
        return tuple(dict.fromkeys((*self.direct, *self.indirect)))

    def part(self, activity: str) -> Figure:
        """All that an activity has of the line."""
        parts = [each[activity] for each in (self.direct, self.indirect) if activity in each]
        return together(parts, self.whole.label)


def thing_of(file: ClientFile, key: str) -> Thing:
    """A thing, to be read of the file. Raises KeyError if there is none."""
    return file.things[key]


def things(ask: Ask) -> tuple[str, ...]:
    """The ids of all things, in order."""
    return ask.of(lambda file: tuple(sorted(file.things)))


def measure_of(ask: Ask, thing: str) -> Measured:
    """A thing as it was measured."""
    return ask.of(measured, thing)


def use_share(ask: Ask, thing: str, use: MeasuredUse) -> Figure:
    """The part of a thing that is a use's, as a part of one, of the days on which it is so. It is no part of
    its own."""
    known, record = ask(measure_of, thing), ask.of(thing_of, thing)
    if record.kind == DWELLING:
        return _by_days(ask, thing, record)
    unit = MEASURES[record.measure].unit if record.measure in MEASURES else "not measured"
    amount = entered(use.amount, f"{_used_by(ask, use)}, {unit}", use.path)
    whole = entered(known.whole, f"all of {record.name or 'it'}, {unit}", known.path)
    return (amount / whole).named(f"share of {record.name or 'it'}: {_used_by(ask, use)}")


def _by_days(ask: Ask, thing: str, record: Thing) -> Figure:
    """The days let of all days on which a dwelling was used; of a part that is let, by its area too."""
    days = ask.of(counted_days, thing)
    name = record.name or "the dwelling"
    let = entered(Decimal(days.let), f"days let of {name}", f"/things/{thing}")
    used = entered(Decimal(days.let + days.lived_in), f"days on which {name} was used", f"/things/{thing}")
    return _of_what_is_let((let / used).named(f"days let of the days used of {name}"), thing, record)


def _of_what_is_let(share: Figure, thing: str, record: Thing) -> Figure:
    """A share of days, of a part that is let by its floor area too."""
    name = record.name or "the dwelling"
    part, whole = record.facts.get("area_let"), record.facts.get("area")
    if part is None or not whole:
        return share
    area = entered(part, "floor area of what is let", f"/things/{thing}/facts/area_let")
    of = entered(whole, f"floor area of {name}", f"/things/{thing}/facts/area")
    return (share * (area / of).named("part that is let, by floor area")).named(
        f"share of {name} that is let"
    )


def _used_by(ask: Ask, use: MeasuredUse) -> str:
    if not use.activity:
        return "the household"
    return ask.of(lambda file, key: file.activities[key].name, use.activity) or "an activity"


def divided(ask: Ask, thing: str) -> dict[str, Divided]:
    """Every line of a thing's costs that is used, divided between its uses."""
    known = ask(measure_of, thing)
    costs, found = ask(costs_of, thing, tuple(known.activities)), {}
    for line, group in frame.BOOKS.entries_of(ask, thing).items():
        whole = total(map(_typed, group.values()), ask(frame.BOOKS.titles, thing)[line])
        share = partial(_share_for(ask, thing, line), ask, thing)
        takes_all = line in ON_BUSINESS or known.serves_business_alone
        found[line] = _divide(whole, group, costs[line], known, share, takes_all=takes_all)
    return found


def _share_for(ask: Ask, thing: str, line: str) -> Callable[[Ask, str, MeasuredUse], Figure]:
    """How a line is divided: as the thing is used; of what is for business alone by business use; interest
    and tax of a dwelling by the days of the year, where that was chosen."""
    record = ask.of(thing_of, thing)
    if record.kind == DWELLING and line in INTEREST_AND_TAX and record.choices.get(SHARED_BY) == COURT:
        return share_of_year
    return business_share if line in ON_BUSINESS else use_share


def share_of_year(ask: Ask, thing: str, use: MeasuredUse) -> Figure:
    """The days let of all days of the year (Bolton v. Commissioner, 694 F.2d 556; McKinney v. Commissioner,
    732 F.2d 414). It is no part of its own."""
    del use
    record, days = ask.of(thing_of, thing), ask.of(counted_days, thing)
    let = entered(Decimal(days.let), "days let", f"/things/{thing}")
    year = stated(Decimal(days_of_year(ask.of(tax_year))), "days of the year")
    choice = Choice("Interest and tax by the days of the year", f"/things/{thing}/choices/{SHARED_BY}")
    share = (let / year).named("days let of the days of the year").because(choice)
    return _of_what_is_let(share, thing, record)


def business_share(ask: Ask, thing: str, use: MeasuredUse) -> Figure:
    """A use's part of all business use of a thing: for costs that are business alone. It is no part of its
    own."""
    known = ask(measure_of, thing)
    business = sum((each.amount for each in known.uses if each.activity and each.counts), Decimal(0))
    amount = entered(use.amount, f"{_used_by(ask, use)}", use.path)
    return (amount / entered(business, "all business use", known.path)).named("part of all business use")


def costs_of(ask: Ask, thing: str, activities: tuple[str, ...]) -> dict[str, tuple[Cost, ...]]:
    """The entries of a thing that these activities use, by line. What measures the use is not read here, so
    that a trip more leaves it as it is."""
    places = tuple((key, line) for line, group in frame.BOOKS.entries_of(ask, thing).items() for key in group)
    found: dict[str, tuple[Cost, ...]] = {}
    for cost, (_, line) in zip(
        ask.pick(frame.BOOKS.entries, _costs, places, activities), places, strict=True
    ):
        found[line] = (*found.get(line, ()), cost)
    return found


def _costs(
    entries: Mapping[str, Entry], places: tuple[tuple[str, str], ...], activities: tuple[str, ...]
) -> tuple[Cost, ...]:
    """The entries by id and line. One that is for a use that the thing does not have is shared by all."""
    known = {*activities, *ONLY}
    found = []
    for key, line in places:
        entry = entries[key]
        only = entry.only if entry.only in known else ""
        if not only and entry.share is not None and len(activities) == 1:
            only = activities[0]
        if line in ALWAYS_PERSONAL:
            found.append(Cost(key, None, PERSONAL, shared=False))
        else:
            found.append(Cost(key, entry.date, only, not only))
    return tuple(found)


def _typed(leaf: Figure) -> Figure:
    """A cost as it was typed, before any share of it is taken."""
    while leaf.parts:
        leaf = leaf.parts[0]
    return leaf


def _divide(
    whole: Figure,
    group: Mapping[str, Figure],
    costs: Sequence[Cost],
    known: Measured,
    share_of: Callable[[MeasuredUse], Figure],
    *,
    takes_all: bool,
) -> Divided:
    label = whole.label
    shared = [cost for cost in costs if cost.shared]
    direct: dict[str, Figure] = {}
    indirect: dict[str, Figure] = {}
    in_period: dict[str, Figure] = {}
    for activity in known.activities:
        own = [group[cost.key] for cost in costs if cost.only == activity]
        if own:
            direct[activity] = total(own, f"{label}, for it alone")
        parts = []
        for use in known.of_activity(activity):
            during = _during(group, shared, use.period, known.period, label)
            if during.amount:
                in_period.setdefault(activity, during)
                parts.append((during * share_of(use)).in_cents().named(f"{label}, its part"))
        if parts:
            indirect[activity] = together(parts, f"{label}, its part")
    if takes_all and indirect:
        # Nothing of what is shared stays personal: the last takes what the others leave, cents included.
        *others, last = indirect
        every = _during(group, shared, known.period, known.period, label)
        indirect[last] = difference(every, *(indirect[each] for each in others), label=f"{label}, its part")
    taken = [*direct.values(), *indirect.values()]
    personal = difference(whole, *taken, label=f"{label}, personal") if taken else whole
    return Divided(whole, direct, indirect, in_period, personal)


def _during(
    group: Mapping[str, Figure], costs: Sequence[Cost], period: Period, of: Period, label: str
) -> Figure:
    """The costs of the days of a use: those dated then, and of what has no date so many of the months."""
    if period == of:
        kept = [_typed(group[cost.key]) for cost in costs if cost.date is None or of.has(cost.date)]
        return total(kept, label) if kept else NOTHING_ENTERED
    parts = [_typed(group[cost.key]) for cost in costs if cost.date is not None and period.has(cost.date)]
    undated = [_typed(group[cost.key]) for cost in costs if cost.date is None]
    if undated:
        used, there = len(period.months), len(of.months) or MONTHS
        months = stated(Decimal(used) / there, f"{used} of {there} months")
        parts.append((total(undated, f"{label} without a date") * months).in_cents().named(label))
    return total(parts, label) if parts else NOTHING_ENTERED
