"""The costs of a thing divided between its uses: every cost goes to uses or stays personal, to the cent."""

from __future__ import annotations

import datetime
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from functools import cache, partial
from typing import NamedTuple

from half_yard.books import BookKeeping
from half_yard.countries.asking import Ask
from half_yard.countries.measuring_things import MONTHS, Measured, MeasuredUse, Period
from half_yard.countries.shared_use import Measure
from half_yard.figures import NOTHING_ENTERED, Figure, difference, entered, gathered, stated, together, total
from half_yard.records import ClientFile, Entry, Thing

PERSONAL, OUTSIDE = "personal", "outside"
ONLY = {PERSONAL: "personal", OUTSIDE: "outside the shared use"}
"""What a cost may be for besides the uses: the household alone, or what is not shared at all."""
ShareOf = Callable[[Ask, str, MeasuredUse], Figure]
"""The part of a thing that is a use's, as a part of one."""


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


def by_line(brought: Iterable[tuple[str, Figure]]) -> dict[str, tuple[Figure, ...]]:
    """What things bring to an activity, gathered by statement line."""
    found: dict[str, tuple[Figure, ...]] = {}
    for line, figure in brought:
        found[line] = (*found.get(line, ()), figure)
    return found


def thing_of(file: ClientFile, key: str) -> Thing:
    """A thing, to be read of the file. Raises KeyError if there is none."""
    return file.things[key]


def things(ask: Ask) -> tuple[str, ...]:
    """The ids of all things, in order."""
    return ask.of(lambda file: tuple(sorted(file.things)))


@dataclass(frozen=True, eq=False)
class ThingKeeping:
    """How a country divides things: its books, how it measures, in which units; the lines of which only what
    was for business stands, and those of which nothing is; and `shares`, which says by what a line is divided
    where that is not the use itself. Its methods that take an `Ask` are parts to ask for, but for those that
    say otherwise."""

    books: BookKeeping
    measured: Callable[[ClientFile, str], Measured]
    measures: Mapping[str, Measure]
    on_business: frozenset[str] = frozenset()
    always_personal: frozenset[str] = frozenset()
    shares: Callable[[Ask, str, str], ShareOf | None] | None = None

    def measure_of(self, ask: Ask, thing: str) -> Measured:
        """A thing as it was measured."""
        return ask.of(self.measured, thing)

    def serves(self, ask: Ask, thing: str) -> tuple[str, ...]:
        """The activities that a thing serves: the same for most of what changes its measure. It is no part of
        its own."""
        return ask.of(self._served_by, thing)

    def _served_by(self, file: ClientFile, thing: str) -> tuple[str, ...]:
        return tuple(self.measured(file, thing).activities)

    def use_share(self, ask: Ask, thing: str, use: MeasuredUse) -> Figure:
        """The part of a thing that is a use's, as a part of one, of the days on which it is so. It is no part
        of its own."""
        known, record = ask(self.measure_of, thing), ask.of(thing_of, thing)
        unit = self.measures[record.measure].unit if record.measure in self.measures else "not measured"
        user = used_by(ask, use)
        amount = entered(use.amount, f"{user}, {unit}", use.path)
        whole = entered(known.whole, f"all of {record.name or 'it'}, {unit}", known.path)
        return (amount / whole).named(f"share of {record.name or 'it'}: {user}")

    def business_share(self, ask: Ask, thing: str, use: MeasuredUse) -> Figure:
        """A use's part of all business use of a thing: for costs that are business alone. It is no part of
        its own."""
        known = ask(self.measure_of, thing)
        business = sum((each.amount for each in known.uses if each.activity and each.counts), Decimal(0))
        amount = entered(use.amount, used_by(ask, use), use.path)
        return (amount / entered(business, "all business use", known.path)).named("part of all business use")

    def divided(self, ask: Ask, thing: str) -> dict[str, Divided]:
        """Every line of a thing's costs that is used, divided between its uses."""
        known = ask(self.measure_of, thing)
        costs, found = ask(self.costs_of, thing, self.serves(ask, thing)), {}
        shares: dict[ShareOf, Callable[[MeasuredUse], Figure]] = {}
        for line, group in ask(self.books.entries_of, thing).items():
            typed = {key: _typed(leaf) for key, leaf in group.items()}
            whole = gathered(typed, ask(self.books.titles, thing)[line], "entries")
            by = self._share_for(ask, thing, line)
            if by not in shares:
                shares[by] = cache(partial(by, ask, thing))
            takes_all = line in self.on_business or known.serves_business_alone
            found[line] = _divide(whole, group, costs[line], known, shares[by], takes_all=takes_all)
        return found

    def _share_for(self, ask: Ask, thing: str, line: str) -> ShareOf:
        """By what a line is divided: what is business alone by business use, the rest by use."""
        other = self.shares(ask, thing, line) if self.shares is not None else None
        return other or (self.business_share if line in self.on_business else self.use_share)

    def costs_of(self, ask: Ask, thing: str, activities: tuple[str, ...]) -> dict[str, tuple[Cost, ...]]:
        """The entries of a thing that these activities use, by line. What measures the use is not read here,
        so that a trip more leaves it as it is."""
        entries, uses = self.books.landed_in(ask, thing), frozenset({*activities, *ONLY})
        one = activities[0] if len(activities) == 1 else ""
        return {
            line: tuple(self._cost(key, entries[key], uses, one) for key in group)
            for line, group in ask(self.books.entries_of, thing).items()
        }

    def _cost(self, key: str, entry: Entry, uses: frozenset[str], one: str) -> Cost:
        """What an entry says of itself. One that is for a use that the thing does not have is shared by all;
        `one` is the only activity that it serves, where it serves one."""
        if entry.line in self.always_personal:
            return Cost(key, None, PERSONAL, shared=False)
        only = entry.only if entry.only in uses else ""
        if not only and entry.share is not None:
            only = one
        return Cost(key, entry.date, only, not only)


def used_by(ask: Ask, use: MeasuredUse) -> str:
    """Whom a use is for, in words."""
    if not use.activity:
        return "the household"
    return ask.of(lambda file, key: file.activities[key].name, use.activity) or "an activity"


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
    during_each = cache(lambda period: _during(group, shared, period, known.period, label))
    direct: dict[str, Figure] = {}
    indirect: dict[str, Figure] = {}
    in_period: dict[str, Figure] = {}
    for activity in known.activities:
        own = [group[cost.key] for cost in costs if cost.only == activity]
        if own:
            direct[activity] = total(own, f"{label}, for it alone")
        parts = []
        for use in known.of_activity(activity):
            during = during_each(use.period)
            if during.amount:
                in_period.setdefault(activity, during)
                parts.append((during * share_of(use)).in_cents(f"{label}, its part"))
        if parts:
            indirect[activity] = together(parts, f"{label}, its part")
    if takes_all and indirect:
        # Nothing of what is shared stays personal: the last takes what the others leave, cents included.
        *others, last = indirect
        every = during_each(known.period)
        indirect[last] = difference(every, *(indirect[each] for each in others), label=f"{label}, its part")
    taken = [*direct.values(), *indirect.values()]
    personal = difference(whole, *taken, label=f"{label}, personal") if taken else whole
    return Divided(whole, direct, indirect, in_period, personal)


def _during(
    group: Mapping[str, Figure], costs: Sequence[Cost], period: Period, of: Period, label: str
) -> Figure:
    """The costs of the days of a use: those dated then, and of what has no date so many of the months."""
    if period == of:
        kept = {cost.key: _typed(group[cost.key]) for cost in costs if cost.date is None or of.has(cost.date)}
        return gathered(kept, label, "entries") if kept else NOTHING_ENTERED
    parts = [_typed(group[cost.key]) for cost in costs if cost.date is not None and period.has(cost.date)]
    undated = [_typed(group[cost.key]) for cost in costs if cost.date is None]
    if undated:
        used, there = len(period.months), len(of.months) or MONTHS
        months = stated(Decimal(used) / there, f"{used} of {there} months")
        parts.append((total(undated, f"{label} without a date") * months).in_cents(label))
    return total(parts, label) if parts else NOTHING_ENTERED
