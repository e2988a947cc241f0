"""What is tried again and again with a United States file: other kinds of income, owners, statuses, methods,
elections, and money moved or put aside. What does not apply is not offered."""

from __future__ import annotations

import datetime
from collections.abc import Iterator
from decimal import Decimal
from functools import partial

from half_yard.asked import step_to
from half_yard.countries.offered import WhatIf
from half_yard.countries.ready import Ready
from half_yard.countries.ready_moves import (
    HOW_MUCH,
    all_of_one,
    as_wages,
    couple_of,
    fitting,
    income_later,
    made_already,
    owned,
    paid_more,
    running,
    things_sold,
)
from half_yard.countries.results import Computation
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.otherwise import otherwise
from half_yard.countries.us.assets.sold import SALE
from half_yard.countries.us.business_or_rental import LINES
from half_yard.countries.us.household.filing_status import FILING_STATUSES, HEAD, JOINT, SEPARATE, SINGLE
from half_yard.countries.us.ledger import LEDGER
from half_yard.countries.us.questions import ALONE, DEDUCTION, SPOUSES
from half_yard.countries.us.shared.use import UnitedStatesSharedUse
from half_yard.countries.us.year_rules import rules_for
from half_yard.figures import Role
from half_yard.figures.explain import money_text
from half_yard.figures.rounding import to_cents
from half_yard.records import (
    Change,
    ClientFile,
    Edit,
    HouseholdItem,
    WageStatement,
    add,
    change,
    next_id,
)
from half_yard.records.activities import converted
from half_yard.records.amounts import HUNDRED
from half_yard.records.fittings import Fitting
from half_yard.records.reckoning import reckon, reckon_percent

HALF = Decimal(50)
BACK = {there: here for here, there in LINES.items()}
"""Where a business's lines go on Schedule E, where they are called otherwise there."""
OF_ONE = "This is the return of one of the two alone: the other's is not in it, nor what both pay together."
RECEIPTS = {"business": "gross_receipts", "rental": "rents"}


def ready_ones(computation: Computation) -> list[Ready]:
    """Everything that applies to the file."""
    file = computation.file
    return [
        *_kinds(computation), *_owners(computation), *_statuses(file), *_methods(file), *_assets(file),
        *income_later(file, RECEIPTS), *_of_the_household(file),
    ]  # fmt: skip


# -- another kind of income -------------------------------------------------------------------------------


def _kinds(computation: Computation) -> Iterator[Ready]:
    """A business's profit as wages, and a business as a rental or the other way round."""
    file = computation.file
    for key, activity in running(file):
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
    employer = f"{activity.name or key}, as wages"
    slips = [
        WageStatement(person=person, employer=employer, wages=to_cents(profit * share / HUNDRED))
        for person, share in activity.owners.items()
        if share
    ]
    return as_wages(file, key, slips, "Wages", _of_the_employer(file, profit))


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
    known = {line.key for line in LEDGER.lines(activity.model_copy(update={"kind": kind}))}
    name = activity.name or key
    edit = converted(file, key, kind, BACK if kind == "rental" else LINES, known)
    return fitting(f"{name} as a {kind}", edit)


# -- whose, and which status ------------------------------------------------------------------------------


def _owners(computation: Computation) -> Iterator[Ready]:
    """Of a couple: the owner's, the spouse's, equal by each way that the law has, or any share."""
    file = computation.file
    for key, person, title in all_of_one(file):
        yield Ready(f"{person}.{key}", title, partial(_all_of, computation, key, person))
    if not couple_of(file):
        return
    for key, activity in running(file):
        name = activity.name or key
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
    file = computation.file
    activity = file.activities[key]
    other = "spouse" if person == "owner" else "owner"
    further = [step_to(file, f"/activities/{key}/choices/spouses", way)] if way else []
    edit = owned(file, key, person, share, *further)
    earns = {person: share, other: HUNDRED - share}
    if way in ALONE:
        earns = {who: HUNDRED if who == ALONE[way] else Decimal(0) for who in earns}
    note = ""
    if activity.kind == "business" and way != "partnership":
        profit = max(_profit(computation, key), Decimal(0))
        parts = (
            f"{file.people[who].first_name or who} {money_text(to_cents(profit * part / HUNDRED))}"
            for who, part in earns.items()
        )
        note = f"Of this profit counts towards social security: {', '.join(parts)}."
    return fitting(edit.label, edit, note=note)


def _statuses(file: ClientFile) -> Iterator[Ready]:
    """Each filing status that the people of the file allow, but the one that is chosen."""
    allowed = {SINGLE: True, HEAD: bool(file.dependants)}
    allowed |= dict.fromkeys((JOINT, SEPARATE), "spouse" in file.people)
    for status, title in FILING_STATUSES.items():
        if allowed.get(status) and status != file.household.filing_status:
            edit = change(f"Filing status: {title}", "/household/filing_status", status)
            alone = "spouse" in file.people and status != JOINT
            made = fitting(title, edit, note=OF_ONE if alone else "")
            yield Ready(f"status.{status}", title, partial(made_already, made))


# -- methods and elections --------------------------------------------------------------------------------


def _methods(file: ClientFile) -> Iterator[Ready]:
    """Each method of each shared thing that is not chosen, and the other deduction."""
    shared = UnitedStatesSharedUse()
    for key, thing in sorted(file.things.items()):
        for number, choice in enumerate(shared.methods(file, key)):
            for place, method in enumerate(choice):
                if not method.chosen and not method.barred:
                    name = f"{thing.name or key}: {method.title[:1].lower()}{method.title[1:]}"
                    made = fitting(name, method.edit)
                    yield Ready(f"method.{key}.{number}.{place}", name, partial(made_already, made))
    chosen = file.household.choices.get(DEDUCTION.key, "")
    for option, title in DEDUCTION.options:
        if option and option != chosen:
            step = step_to(file, f"/household/choices/{DEDUCTION.key}", option)
            name = f"{DEDUCTION.text}: {title[:1].lower()}{title[1:]}"
            made = fitting(name, Edit(label=name, changes=(step,)))
            yield Ready(f"deduction.{option}", name, partial(made_already, made))


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
                made = fitting(title, Edit(label=title, changes=steps))
                yield Ready(f"expensed.{key}", title, partial(made_already, made))
        none = otherwise(file, WhatIf(no_allowance=True))
        if none.edits[0].changes:
            title = "No special allowance for this year's property"
            yield Ready("no_allowance", title, partial(made_already, fitting(title, *none.edits)))
    yield from things_sold(file, SALE)


def _plain(amount: Decimal | None) -> str | None:
    return None if amount is None else format(amount, "f")


# -- money moved or put aside -----------------------------------------------------------------------------


def _of_the_household(file: ClientFile) -> Iterator[Ready]:
    """What is put into a retirement account, and more estimated tax."""
    has_business = any(running(file, "business"))
    kinds = [("ira_contribution", "IRA contribution", "7000")]
    kinds += [("sep", "SEP contribution", "10000")] if has_business else []
    for kind, title, usual in kinds:
        yield Ready(f"put.{kind}", title, partial(_put_aside, file, kind, title), HOW_MUCH, usual)
    yield paid_more(file, "estimated tax", datetime.date(file.tax_year + 1, 1, 15))


def _put_aside(file: ClientFile, kind: str, title: str, typed: str) -> Fitting:
    amount = to_cents(reckon(typed))
    name = f"{title} of {money_text(amount)}"
    made = HouseholdItem(kind=kind, person="owner", amount=amount)
    return fitting(name, add(name, f"/items/{next_id('items', file.items)}", made))
