"""What is tried again and again with a United States file: other kinds of income, owners, statuses, methods,
elections, and money moved or put aside. What does not apply is not offered."""

from __future__ import annotations

import datetime
from collections.abc import Iterator
from decimal import Decimal
from functools import partial

from pydantic import JsonValue

from half_yard.countries.offered import WhatIf
from half_yard.countries.ready import Ready
from half_yard.countries.results import Computation
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.otherwise import otherwise
from half_yard.countries.us.assets.sold import SALE
from half_yard.countries.us.business_or_rental import LINES
from half_yard.countries.us.household.filing_status import FILING_STATUSES, HEAD, JOINT, SEPARATE, SINGLE
from half_yard.countries.us.ledger import UnitedStatesLedger
from half_yard.countries.us.questions import ALONE, DEDUCTION, SPOUSES
from half_yard.countries.us.shared.use import UnitedStatesSharedUse
from half_yard.countries.us.year_rules import rules_for
from half_yard.figures import Role
from half_yard.figures.explain import money_text
from half_yard.figures.rounding import to_cents
from half_yard.records import (
    Activity,
    Change,
    ClientFile,
    Edit,
    Entry,
    EstimatedPayment,
    HouseholdItem,
    WageStatement,
    add,
    change,
    next_id,
)
from half_yard.records.activities import converted
from half_yard.records.amounts import HUNDRED
from half_yard.records.dividing import in_proportion
from half_yard.records.fittings import Fitting
from half_yard.records.reckoning import reckon, reckon_percent
from half_yard.records.record import LAST_YEAR

HALF = Decimal(50)
BACK = {there: here for here, there in LINES.items()}
"""Where a business's lines go on Schedule E, where they are called otherwise there."""
OF_ONE = "This is the return of one of the two alone: the other's is not in it, nor what both pay together."
PRICE = "Price, and the year"
HOW_MUCH = "How much, in dollars"
RECEIPTS = {"business": "gross_receipts", "rental": "rents"}


def ready_ones(computation: Computation) -> list[Ready]:
    """Everything that applies to the file."""
    file = computation.file
    return [
        *_kinds(computation), *_owners(computation), *_statuses(file), *_methods(file), *_assets(file),
        *_moved(file), *_of_the_household(file),
    ]  # fmt: skip


def _fitting(name: str, *edits: Edit, note: str = "") -> Fitting:
    return Fitting(name=name, edits=edits, note=note)


def _running(file: ClientFile, kind: str = "") -> Iterator[tuple[str, Activity]]:
    for key, activity in sorted(file.activities.items()):
        if not activity.archived and (not kind or activity.kind == kind):
            yield key, activity


# -- another kind of income -------------------------------------------------------------------------------


def _kinds(computation: Computation) -> Iterator[Ready]:
    """A business's profit as wages, and a business as a rental or the other way round."""
    file = computation.file
    for key, activity in _running(file):
        name = activity.name or key
        profit = _profit(computation, key)
        if activity.kind == "business" and profit > 0:
            yield Ready(f"wages.{key}", f"{name}: its profit as wages", partial(_as_wages, file, key, profit))
        other = "rental" if activity.kind == "business" else "business"
        yield Ready(f"{other}.{key}", f"{name}: as a {other}", partial(_as_kind, file, key, other))


def _profit(computation: Computation, key: str) -> Decimal:
    """What an activity makes before its losses are limited."""
    lines = (
        line
        for sheet in computation.statement_sheets(key)
        for line in sheet.lines
        if line.role is Role.RESULT
    )
    return sum((line.figure.amount for line in lines), Decimal(0))


def _as_wages(file: ClientFile, key: str, profit: Decimal, typed: str) -> Fitting:
    """The profit, by the owners' shares, as wages that nobody withheld from; the activity is off the
    return."""
    del typed
    activity = file.activities[key]
    name = activity.name or key
    edits = [change(f"{name} off the return", f"/activities/{key}/archived", value=True)]
    known = dict(file.wages)
    for person, share in activity.owners.items():
        if share:
            amount = to_cents(profit * share / HUNDRED)
            path = f"/wages/{next_id('wages', known)}"
            made = WageStatement(person=person, employer=f"{name}, as wages", wages=amount)
            known[path.rpartition("/")[2]] = made
            edits.append(add("Wages", path, made))
    return _fitting(f"{name} as wages", *edits, note=_of_the_employer(file, profit))


def _of_the_employer(file: ClientFile, wages: Decimal) -> str:
    """What the employer pays besides, and the employee outside the return (26 U.S.C. 3101, 3111)."""
    rules = rules_for(file.tax_year)
    base = min(wages, rules.amount("social_security_wage_base"))
    side = to_cents(
        base * rules.amount("employee_social_security_rate") + wages * rules.amount("employee_medicare_rate")
    )
    return (
        f"The employer would pay {side:,.2f} of social security and Medicare tax besides, and the employee "
        "as much, withheld: neither is on this return."
    )


def _as_kind(file: ClientFile, key: str, kind: str, typed: str) -> Fitting:
    del typed
    activity = file.activities[key]
    known = {line.key for line in UnitedStatesLedger().lines(activity.model_copy(update={"kind": kind}))}
    name = activity.name or key
    edit = converted(file, key, kind, BACK if kind == "rental" else LINES, known)
    return _fitting(f"{name} as a {kind}", edit)


# -- whose, and which status ------------------------------------------------------------------------------


def _owners(computation: Computation) -> Iterator[Ready]:
    """Of a couple: the owner's, the spouse's, equal by each way that the law has, or any share."""
    file = computation.file
    if not {"owner", "spouse"} <= file.people.keys():
        return
    for key, activity in _running(file):
        name = activity.name or key
        for person in ("owner", "spouse"):
            if activity.owners.get(person) != HUNDRED:
                whose = file.people[person].name or person
                yield Ready(
                    f"{person}.{key}",
                    f"{name}: all of it {whose}'s",
                    partial(_all_of, computation, key, person),
                )
        for way, title in SPOUSES[activity.kind].options:
            if way and not (activity.owners.get("owner") == HALF and activity.choices.get("spouses") == way):
                yield Ready(
                    f"{way}.{key}",
                    f"{name}: half each, {title[:1].lower()}{title[1:]}",
                    partial(_halves, computation, key, way),
                )
        yield Ready(
            f"share.{key}", f"{name}: another share, by a joint venture",
            partial(_shared_by, computation, key),
            asks=f"Percent of {file.people['owner'].name or 'the owner'}", usual="60",
        )  # fmt: skip


def _all_of(computation: Computation, key: str, person: str, typed: str) -> Fitting:
    del typed
    return _owned(computation, key, person, HUNDRED, "")


def _halves(computation: Computation, key: str, way: str, typed: str) -> Fitting:
    del typed
    return _owned(computation, key, "owner", HALF, way)


def _shared_by(computation: Computation, key: str, typed: str) -> Fitting:
    return _owned(computation, key, "owner", reckon_percent(typed), "joint_venture")


def _owned(computation: Computation, key: str, person: str, share: Decimal, way: str) -> Fitting:
    """Raises ValueError for what is no share."""
    if not 0 <= share <= HUNDRED:
        raise ValueError(f"{share:f} is no share. Type a percentage from 0 to 100.")
    file = computation.file
    activity = file.activities[key]
    other = "spouse" if person == "owner" else "owner"
    owners: JsonValue = {person: format(share, "f"), other: format(HUNDRED - share, "f")}
    steps = [Change(op="replace", path=f"/activities/{key}/owners", value=owners)]
    if way:
        op = "replace" if "spouses" in activity.choices else "add"
        path = f"/activities/{key}/choices/spouses"
        steps.append(Change.model_validate({"op": op, "path": path, "value": way}))
    called = {who: file.people[who].first_name or who for who in (person, other)}
    words = f"{called[person]} {share:f}, {called[other]} {HUNDRED - share:f}"
    label = f"{activity.name or key}: {words}"
    earns = {person: share, other: HUNDRED - share}
    if way in ALONE:
        earns = {who: HUNDRED if who == ALONE[way] else Decimal(0) for who in earns}
    note = ""
    if activity.kind == "business" and way != "partnership":
        profit = max(_profit(computation, key), Decimal(0))
        parts = (
            f"{called[who]} {money_text(to_cents(profit * part / HUNDRED))}" for who, part in earns.items()
        )
        note = f"Of this profit counts towards social security: {', '.join(parts)}."
    return _fitting(label, Edit(label=label, changes=tuple(steps)), note=note)


def _statuses(file: ClientFile) -> Iterator[Ready]:
    """Each filing status that the people of the file allow, but the one that is chosen."""
    allowed = {SINGLE: True, HEAD: bool(file.dependants)}
    allowed |= dict.fromkeys((JOINT, SEPARATE), "spouse" in file.people)
    for status, title in FILING_STATUSES.items():
        if allowed.get(status) and status != file.household.filing_status:
            edit = change(f"Filing status: {title}", "/household/filing_status", status)
            alone = "spouse" in file.people and status != JOINT
            fitting = _fitting(title, edit, note=OF_ONE if alone else "")
            yield Ready(f"status.{status}", title, partial(_ready_made, fitting))


def _ready_made(fitting: Fitting, typed: str) -> Fitting:
    del typed
    return fitting


# -- methods and elections --------------------------------------------------------------------------------


def _methods(file: ClientFile) -> Iterator[Ready]:
    """Each method of each shared thing that is not chosen, and the other deduction."""
    shared = UnitedStatesSharedUse()
    for key, thing in sorted(file.things.items()):
        for number, choice in enumerate(shared.methods(file, key)):
            for place, method in enumerate(choice):
                if not method.chosen and not method.barred:
                    name = f"{thing.name or key}: {method.title[:1].lower()}{method.title[1:]}"
                    made = partial(_ready_made, _fitting(name, method.edit))
                    yield Ready(f"method.{key}.{number}.{place}", name, made)
    chosen = file.household.choices.get(DEDUCTION.key, "")
    for option, title in DEDUCTION.options:
        if option and option != chosen:
            op = "replace" if DEDUCTION.key in file.household.choices else "add"
            path = f"/household/choices/{DEDUCTION.key}"
            step = Change.model_validate({"op": op, "path": path, "value": option})
            name = f"{DEDUCTION.text}: {title[:1].lower()}{title[1:]}"
            fitting = _fitting(name, Edit(label=name, changes=(step,)))
            yield Ready(f"deduction.{option}", name, partial(_ready_made, fitting))


def _assets(file: ClientFile) -> Iterator[Ready]:
    """Of this year's property: all expensed, nothing expensed, no special allowance; any asset sold."""
    new = {
        key: asset
        for key, asset in sorted(file.assets.items())
        if asset.in_service is not None and asset.in_service.year == file.tax_year
        and asset.asset_class in CLASSES and CLASSES[asset.asset_class].may_be_expensed
    }  # fmt: skip
    if new:
        for key, title, whole in (("all", "Section 179 of all of this year's property", True),
                                  ("none", "No section 179", False)):  # fmt: skip
            wanted = {each: asset.cost if whole else None for each, asset in new.items()}
            steps = tuple(
                Change(op="replace", path=f"/assets/{each}/expensed", value=_plain(amount))
                for each, amount in wanted.items()
                if (new[each].expensed or 0) != (amount or 0)
            )
            if steps:
                fitting = _fitting(title, Edit(label=title, changes=steps))
                yield Ready(f"expensed.{key}", title, partial(_ready_made, fitting))
        none = otherwise(file, WhatIf(no_allowance=True))
        if none.edits[0].changes:
            title = "No special allowance for this year's property"
            yield Ready("no_allowance", title, partial(_ready_made, _fitting(title, *none.edits)))
    for key, asset in sorted(file.assets.items()):
        if asset.disposed is None and asset.in_service is not None:
            name, usual = asset.name or key, f"{asset.cost:f} in {file.tax_year}"
            yield Ready(f"sold.{key}", f"{name}: sold", partial(_sold, file, (key,), name), PRICE, usual)
    for activity, each in _running(file, "rental"):
        keys = tuple(
            key
            for key, asset in sorted(file.assets.items())
            if asset.activity == activity and asset.disposed is None and asset.in_service is not None
        )
        if len(keys) > 1:
            cost = sum((file.assets[key].cost for key in keys), Decimal(0))
            name, usual = each.name or activity, f"{cost:f} in {file.tax_year}"
            title, made = f"{name}: sold with all that belongs to it", partial(_sold, file, keys, name)
            yield Ready(f"sold.{activity}", title, made, PRICE, usual)


def _plain(amount: Decimal | None) -> str | None:
    return None if amount is None else format(amount, "f")


def _sold(file: ClientFile, keys: tuple[str, ...], name: str, typed: str) -> Fitting:
    """Sold at the end of a year; one price for several is divided by what each has cost. Raises
    ValueError."""
    written, _, year_typed = typed.partition(" in ")
    price, year = to_cents(reckon(written)), year_typed.strip() or str(file.tax_year)
    if not year.isdecimal() or not file.tax_year <= int(year) <= LAST_YEAR:
        words = f"“{year}” is no year from {file.tax_year} on."
        raise ValueError(f"{words} Type a price, or such as 9000 in 2027.")
    parts = in_proportion(price, [file.assets[key].cost for key in keys])
    words = f"{name} sold for {money_text(price)} in {year}"
    steps = []
    for key, part in zip(keys, parts, strict=True):
        path = f"/assets/{key}"
        steps += [
            Change(op="replace", path=f"{path}/disposed", value=f"{year}-12-31"),
            Change(op="replace", path=f"{path}/disposal", value=SALE),
            Change(op="replace", path=f"{path}/proceeds", value=format(part, "f")),
        ]
    note = "The price is divided by what each has cost." if len(keys) > 1 else ""
    return _fitting(words, Edit(label=words, changes=tuple(steps)), note=note)


# -- money moved or put aside -----------------------------------------------------------------------------


def _moved(file: ClientFile) -> Iterator[Ready]:
    """Income that comes a year later."""
    for key, activity in _running(file):
        name = activity.name or key
        yield Ready(
            f"later.{key}", f"{name}: income moved to next year",
            partial(_later, file, key, RECEIPTS[activity.kind]),
            asks=HOW_MUCH, usual="5000",
        )  # fmt: skip


def _later(file: ClientFile, key: str, line: str, typed: str) -> Fitting:
    amount = to_cents(reckon(typed))
    name = f"{money_text(amount)} of {file.activities[key].name or key} next year"
    last = datetime.date(file.tax_year, 12, 31)
    made = Entry(activity=key, date=last, payee="Comes next year", line=line, amount=-amount)
    return _fitting(name, add(name, f"/entries/{next_id('entries', file.entries)}", made))


def _of_the_household(file: ClientFile) -> Iterator[Ready]:
    """What is put into a retirement account, and more estimated tax."""
    has_business = any(_running(file, "business"))
    kinds = [("ira_contribution", "IRA contribution", "7000")]
    kinds += [("sep", "SEP contribution", "10000")] if has_business else []
    for kind, title, usual in kinds:
        yield Ready(f"put.{kind}", title, partial(_put_aside, file, kind, title), HOW_MUCH, usual)
    yield Ready("paid_more", "More estimated tax", partial(_paid_more, file), HOW_MUCH, "1000")


def _put_aside(file: ClientFile, kind: str, title: str, typed: str) -> Fitting:
    amount = to_cents(reckon(typed))
    name = f"{title} of {money_text(amount)}"
    made = HouseholdItem(kind=kind, person="owner", amount=amount)
    return _fitting(name, add(name, f"/items/{next_id('items', file.items)}", made))


def _paid_more(file: ClientFile, typed: str) -> Fitting:
    amount = to_cents(reckon(typed))
    name = f"{money_text(amount)} more estimated tax"
    day = datetime.date(file.tax_year + 1, 1, 15)
    made = EstimatedPayment(date=day, amount=amount)
    key = next_id("estimated_payments", file.estimated_payments)
    return _fitting(name, add(name, f"/estimated_payments/{key}", made))
