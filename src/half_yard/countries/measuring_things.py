"""How far a thing serves each of its uses, as numbers from the records: what was measured, and when."""

from __future__ import annotations

import datetime
from calendar import monthrange
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from decimal import Decimal
from functools import partial
from typing import NamedTuple

from half_yard.countries.tax_years import days_of
from half_yard.figures.remembered import Remembered
from half_yard.records import ClientFile, Thing, Trip, Use
from half_yard.records.amounts import HUNDRED
from half_yard.records.changing import Opened, changed_keys, gone_keys
from half_yard.records.dates import days_of_tax_year

PERCENT = "percent"
MONTHS = 12
HALF_MONTH = 15
"""A month counts for a use that was there on so many of its days (Rev. Proc. 2013-13, section 4.03)."""


SIDE_BY_SIDE = {"area", "rooms", PERCENT}
"""Measures of which a use has so much at any time; of the others, such as distance, it has so much in all."""


class Period(NamedTuple):
    """The days of the tax year on which something was so, the first and the last included."""

    first: datetime.date
    last: datetime.date

    @staticmethod
    def of(year: int, begins: datetime.date | None, ends: datetime.date | None) -> Period:
        """The days of a calendar year from one day to another."""
        return Period.between(days_of_tax_year(year), begins, ends)

    @staticmethod
    def between(
        days: tuple[datetime.date, datetime.date], begins: datetime.date | None, ends: datetime.date | None
    ) -> Period:
        """Those from one day to another, of the first and last of a tax year."""
        first, last = days
        return Period(max(first, begins or first), min(last, ends or last))

    def within(self, other: Period) -> Period:
        """The days that both have."""
        return Period(max(self.first, other.first), min(self.last, other.last))

    @property
    def days(self) -> int:
        """How many days they are."""
        return max((self.last - self.first).days + 1, 0)

    @property
    def months(self) -> tuple[int, ...]:
        """The months that count."""
        return tuple(month for month in range(1, MONTHS + 1) if self.counts_in(month))

    def counts_in(self, month: int) -> bool:
        """Whether a month counts: one with at least half a month of its days."""
        year = self.first.year
        first, last = (self.first.month, self.first.day), (self.last.month, self.last.day)
        if self.last.year != year or not first[0] <= month <= last[0]:
            return False
        begins = first[1] if first[0] == month else 1
        ends = last[1] if last[0] == month else monthrange(year, month)[1]
        return ends - begins + 1 >= HALF_MONTH

    def has(self, day: datetime.date) -> bool:
        """Whether a day is among them."""
        return self.first <= day <= self.last


class MeasuredUse(NamedTuple):
    """A use: the activity (empty for the household), how much of it in the thing's measure, where that was
    entered, and when it was so."""

    key: str
    activity: str
    amount: Decimal
    path: str
    period: Period

    @property
    def counts(self) -> bool:
        """Whether there is anything of it in the year."""
        return self.amount > 0 and self.period.days > 0


class Measured(NamedTuple):
    """A thing as it was measured. `whole` is at least what its uses add up to, so that no part is more than
    it; `over` says by how much these were more than was typed for it."""

    whole: Decimal
    path: str
    over: Decimal
    period: Period
    uses: tuple[MeasuredUse, ...]
    adds_up: bool

    @property
    def activities(self) -> tuple[str, ...]:
        """The activities that it serves, each once, in order."""
        return tuple(dict.fromkeys(use.activity for use in self.uses if use.activity and use.counts))

    @property
    def serves_business_alone(self) -> bool:
        """Whether nothing of it is left for the household on any day."""
        counted = [use for use in self.uses if use.activity and use.counts]
        always = all(use.period == self.period for use in counted)
        return always and sum((use.amount for use in counted), Decimal(0)) == self.whole

    def of_activity(self, activity: str) -> tuple[MeasuredUse, ...]:
        """The uses for one activity."""
        return tuple(use for use in self.uses if use.activity == activity and use.counts)

    def share(self, activity: str) -> Decimal:
        """The part of the thing that serves an activity over the year, as a part of one: what stands side by
        side counts as long as it does."""
        if not self.whole or not self.period.days:
            return Decimal(0)
        uses = self.of_activity(activity)
        if self.adds_up:
            return sum((use.amount for use in uses), Decimal(0)) / self.whole
        by_days = sum((use.amount * use.period.days for use in uses), Decimal(0))
        return by_days / (self.whole * self.period.days)


def days_of_year(year: int) -> int:
    """How many days a year has."""
    return (datetime.date(year + 1, 1, 1) - datetime.date(year, 1, 1)).days


@dataclass(frozen=True, slots=True)
class Logs:
    """The logs of all things: of which days, every trip by its id, the miles of each trip that counts, by
    thing and by what it was for, and what they come to."""

    days: tuple[datetime.date, datetime.date]
    every: Mapping[str, Trip]
    counted: Mapping[tuple[str, str], Mapping[str, Decimal]]
    miles: Mapping[str, Mapping[str, Decimal]]


LOGGED: Remembered[Logs] = Remembered()
NO_LOG: Mapping[str, Decimal] = {}


def measured_by_amounts(file: ClientFile, key: str, counts: Callable[[Thing, Use], bool]) -> Measured:
    """A thing by how much of it each use has, and a vehicle by its log; a use counts where `counts` says so.
    Raises KeyError if there is none."""
    thing, days = file.things[key], days_of(file)
    period = Period.between(days, thing.begins, thing.ends)
    typed = [(use_key, use) for use_key, use in sorted(file.uses.items()) if use.thing == key]
    trips = logged_distance(file, key)
    uses = [
        MeasuredUse(
            use_key, use.activity, use.amount or Decimal(0), f"/uses/{use_key}/amount",
            Period.between(days, use.begins, use.ends).within(period),
        )
        for use_key, use in typed
        if use.activity in file.activities or not use.activity
        if not (trips and use.activity) and counts(thing, use)
    ]  # fmt: skip
    uses += [
        MeasuredUse("", activity, amount, f"/things/{key}", period)
        for activity, amount in sorted(trips.items())
        if activity in file.activities
    ]
    whole, path = _whole(thing, key)
    adds_up = thing.measure not in SIDE_BY_SIDE
    counted = [use for use in uses if use.counts]
    together = sum((use.amount for use in counted), Decimal(0)) if adds_up else _most_at_once(counted)
    over = max(together - whole, Decimal(0)) if whole else Decimal(0)
    return Measured(max(whole, together), path, over, period, tuple(uses), adds_up)


def _most_at_once(uses: list[MeasuredUse]) -> Decimal:
    """The most that the uses take on any day: rooms that follow each other are not added up."""
    days = {use.period.first for use in uses}
    return max(
        (sum((use.amount for use in uses if use.period.has(day)), Decimal(0)) for day in days),
        default=Decimal(0),
    )


def _whole(thing: Thing, key: str) -> tuple[Decimal, str]:
    """All of a thing in its measure, and where that was entered."""
    begun, ended = thing.facts.get("odometer_begun"), thing.facts.get("odometer_ended")
    if begun is not None and ended is not None and ended > begun:
        return ended - begun, f"/things/{key}/facts/odometer_ended"
    if thing.measure == PERCENT:
        return HUNDRED, f"/things/{key}/measure"
    return thing.whole or Decimal(0), f"/things/{key}/whole"


def logged_distance(file: ClientFile, key: str) -> Mapping[str, Decimal]:
    """The miles of a vehicle's log by what they were for: an activity, or a kind of trip that is for none.
    Those outside the tax year are not counted."""
    return LOGGED.renewed("", (file.trips, file.tax_year), partial(_logged, file)).miles.get(key, NO_LOG)


def _logged(file: ClientFile, last: Logs | None) -> Logs:
    """The logs of all things: after an edit only that is added up again of which a trip changed."""
    days = days_of(file)
    if last is None or last.days != days:
        last = Logs(days, {}, {}, {})
    changed = changed_keys(last.every, file.trips)
    gone = gone_keys(last.every, file.trips, changed)
    opened = Opened[tuple[str, str], Decimal](lambda place: last.counted.get(place, {}))
    miles = Opened[str, Decimal](lambda thing: last.miles.get(thing, {}))
    for key in (*gone, *(key for key in changed if key in last.every)):
        trip = last.every[key]
        opened[trip.thing, trip.activity].pop(key, None)
    for key in changed:
        trip = file.trips[key]
        if trip.date is None or days[0] <= trip.date <= days[1]:
            opened[trip.thing, trip.activity][key] = trip.amount
    for (thing, activity), amounts in opened.items():
        miles[thing].pop(activity, None)
        if amounts:
            miles[thing][activity] = sum(amounts.values(), Decimal(0))
    return Logs(days, file.trips, {**last.counted, **opened}, {**last.miles, **miles})
