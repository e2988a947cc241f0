"""Ready fittings that every country has: another's, sold, a year later, more paid."""

from __future__ import annotations

import datetime
from collections.abc import Iterator, Mapping, Sequence
from decimal import Decimal
from functools import partial

from pydantic import JsonValue

from half_yard.countries.ready import Ready
from half_yard.countries.tax_years import calendar_of, days_of
from half_yard.figures.explain import money_text
from half_yard.figures.rounding import to_cents
from half_yard.records import (
    Activity,
    Change,
    ClientFile,
    Edit,
    Entry,
    EstimatedPayment,
    WageStatement,
    add,
    change,
    next_id,
)
from half_yard.records.amounts import HUNDRED
from half_yard.records.dates import days_of_tax_year
from half_yard.records.dividing import in_proportion
from half_yard.records.fittings import Fitting
from half_yard.records.reckoning import reckon, reckon_percent
from half_yard.records.record import LAST_YEAR

PRICE = "Price, and the year"
HOW_MUCH = "How much, in dollars"


def fitting(name: str, *edits: Edit, note: str = "") -> Fitting:
    """A fitting of some edits."""
    return Fitting(name=name, edits=edits, note=note)


def made_already(made: Fitting, typed: str) -> Fitting:
    """A fitting that asks nothing."""
    del typed
    return made


def running(file: ClientFile, kind: str = "") -> Iterator[tuple[str, Activity]]:
    """The activities that are not archived, of a kind or of any."""
    for key, activity in sorted(file.activities.items()):
        if not activity.archived and (not kind or activity.kind == kind):
            yield key, activity


def as_wages(file: ClientFile, key: str, slips: Sequence[WageStatement], slip: str, note: str) -> Fitting:
    """An activity off the return, and what it made as wages; `slip` is what the country calls their form."""
    name = file.activities[key].name or key
    edits = [change(f"{name} off the return", f"/activities/{key}/archived", value=True)]
    known = dict(file.wages)
    for made in slips:
        number = next_id("wages", known)
        known[number] = made
        edits.append(add(slip, f"/wages/{number}", made))
    return fitting(f"{name} as wages", *edits, note=note)


def couple_of(file: ClientFile) -> tuple[str, ...]:
    """The ids of the two who file; none where there is but one."""
    return tuple(sorted(file.people)) if len(file.people) > 1 else ()


def owned(file: ClientFile, key: str, person: str, share: Decimal, *further: Change) -> Edit:
    """An activity of a couple, so many percent of it a person's. Raises ValueError for what is no share."""
    if not 0 <= share <= HUNDRED:
        raise ValueError(f"{share:f} is no share. Type a percentage from 0 to 100.")
    other = next(who for who in file.people if who != person)
    owners: JsonValue = {person: format(share, "f"), other: format(HUNDRED - share, "f")}
    called = {who: file.people[who].first_name or who for who in (person, other)}
    name = file.activities[key].name or key
    label = f"{name}: {called[person]} {share:f}, {called[other]} {HUNDRED - share:f}"
    step = Change(op="replace", path=f"/activities/{key}/owners", value=owners)
    return Edit(label=label, changes=(step, *further))


def all_of_one(file: ClientFile) -> Iterator[tuple[str, str, str]]:
    """Each activity of a couple with each of the two who has not all of it, and what that is called."""
    for key, activity in running(file):
        for person in couple_of(file):
            if activity.owners.get(person) != HUNDRED:
                yield key, person, f"{activity.name or key}: all of it {file.people[person].name or person}'s"


def shared_otherwise(file: ClientFile) -> Iterator[Ready]:
    """Of a couple: all of an activity one's, or any share of it, where nothing else is asked of owners."""
    for key, person, title in all_of_one(file):
        edit = owned(file, key, person, HUNDRED)
        yield Ready(f"{person}.{key}", title, partial(made_already, fitting(edit.label, edit)))
    if not couple_of(file):
        return
    for key, activity in running(file):
        yield Ready(
            f"share.{key}", f"{activity.name or key}: another share", partial(_shared_by, file, key),
            asks=f"Percent of {file.people['owner'].name or 'the owner'}", usual="50",
        )  # fmt: skip


def _shared_by(file: ClientFile, key: str, typed: str) -> Fitting:
    """Raises ValueError for what is no share."""
    edit = owned(file, key, "owner", reckon_percent(typed))
    return fitting(edit.label, edit)


def left_off(file: ClientFile) -> Iterator[Ready]:
    """Each activity left off the returns: what its income costs, or its loss saves."""
    for key, activity in running(file):
        title = f"{activity.name or key} left off the returns"
        edit = change(title, f"/activities/{key}/archived", value=True)
        yield Ready(f"without.{key}", title, partial(made_already, fitting(title, edit)))


def things_sold(file: ClientFile, sale: str) -> Iterator[Ready]:
    """Each asset sold, and each rental with all that belongs to it; `sale` is the pack's word for a sale."""
    kept = {
        key: asset
        for key, asset in sorted(file.assets.items())
        if asset.disposed is None and asset.in_service is not None
    }
    for key, asset in kept.items():
        name, usual = asset.name or key, f"{asset.cost:f} in {file.tax_year}"
        yield Ready(f"sold.{key}", f"{name}: sold", partial(_sold, file, (key,), name, sale), PRICE, usual)
    for activity, each in running(file, "rental"):
        keys = tuple(key for key, asset in kept.items() if asset.activity == activity)
        if len(keys) > 1:
            cost = sum((file.assets[key].cost for key in keys), Decimal(0))
            name, usual = each.name or activity, f"{cost:f} in {file.tax_year}"
            title, made = f"{name}: sold with all that belongs to it", partial(_sold, file, keys, name, sale)
            yield Ready(f"sold.{activity}", title, made, PRICE, usual)


def _sold(file: ClientFile, keys: tuple[str, ...], name: str, sale: str, typed: str) -> Fitting:
    """Sold at the end of a year; one price for several is divided by what each has cost. Raises
    ValueError."""
    written, _, year_typed = typed.partition(" in ")
    price, year = to_cents(reckon(written)), year_typed.strip() or str(file.tax_year)
    if not year.isdecimal() or not file.tax_year <= int(year) <= LAST_YEAR:
        words = f"“{year}” is no year from {file.tax_year} on."
        raise ValueError(f"{words} Type a price, or such as 9000 in 2027.")
    _, last = days_of_tax_year(int(year), calendar_of(file).first_month)
    parts = in_proportion(price, [file.assets[key].cost for key in keys])
    words = f"{name} sold for {money_text(price)} in {year}"
    steps = []
    for key, part in zip(keys, parts, strict=True):
        path = f"/assets/{key}"
        steps += [
            Change(op="replace", path=f"{path}/disposed", value=last.isoformat()),
            Change(op="replace", path=f"{path}/disposal", value=sale),
            Change(op="replace", path=f"{path}/proceeds", value=format(part, "f")),
        ]
    note = "The price is divided by what each has cost." if len(keys) > 1 else ""
    return fitting(words, Edit(label=words, changes=tuple(steps)), note=note)


def income_later(file: ClientFile, receipts: Mapping[str, str]) -> Iterator[Ready]:
    """Income that comes a year later; `receipts` has the line of each kind of activity."""
    for key, activity in running(file):
        title = f"{activity.name or key}: income moved to next year"
        made = partial(_later, file, key, receipts[activity.kind])
        yield Ready(f"later.{key}", title, made, asks=HOW_MUCH, usual="5000")


def _later(file: ClientFile, key: str, line: str, typed: str) -> Fitting:
    amount = to_cents(reckon(typed))
    name = f"{money_text(amount)} of {file.activities[key].name or key} next year"
    _, last = days_of(file)
    made = Entry(activity=key, date=last, payee="Comes next year", line=line, amount=-amount)
    return fitting(name, add(name, f"/entries/{next_id('entries', file.entries)}", made))


def paid_more(file: ClientFile, what: str, day: datetime.date) -> Ready:
    """More paid ahead of the return, on a day."""
    return Ready("paid_more", f"More {what}", partial(_paid_more, file, what, day), HOW_MUCH, "1000")


def _paid_more(file: ClientFile, what: str, day: datetime.date, typed: str) -> Fitting:
    amount = to_cents(reckon(typed))
    name = f"{money_text(amount)} more {what}"
    made = EstimatedPayment(date=day, amount=amount)
    key = next_id("estimated_payments", file.estimated_payments)
    return fitting(name, add(name, f"/estimated_payments/{key}", made))
