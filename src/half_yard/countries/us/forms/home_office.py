"""The place of a business in a home: whose it is, its share of the home, the income that limits it, and what
is deducted for it by either method (26 U.S.C. 280A(c))."""

from __future__ import annotations

import datetime
from collections.abc import Sequence
from decimal import Decimal
from typing import NamedTuple

from half_yard.countries.asking import Ask, activity_of, tax_year
from half_yard.countries.dividing_things import thing_of, things
from half_yard.countries.measuring_things import MeasuredUse
from half_yard.countries.us.carried_in import carried_of
from half_yard.countries.us.forms import form_8829, schedule_c, section_179, simplified_home_office
from half_yard.countries.us.frame import BOOKS
from half_yard.countries.us.shared.divided import THINGS, measure_of, use_share
from half_yard.countries.us.shared.kinds import HOME, METHOD, SIMPLIFIED
from half_yard.figures import (
    NOTHING_ENTERED,
    Figure,
    Page,
    difference,
    entered,
    stated,
    together,
)
from half_yard.records import ClientFile
from half_yard.records.amounts import HUNDRED

HOURS, FROM_HERE = "care_hours", "income_share"


class Office(NamedTuple):
    """The place of one business in one home, on the Schedule C of one owner."""

    thing: str
    activity: str
    person: str


def offices(ask: Ask) -> tuple[Office, ...]:
    """Every home office on the return."""
    homes = [thing for thing in ask(things) if ask.of(thing_of, thing).kind == HOME]
    return tuple(
        Office(thing, activity, person)
        for activity, person in ask(schedule_c.businesses)
        for thing in homes
        if activity in THINGS.serves(ask, thing)
    )


def offices_of(ask: Ask, activity: str, person: str) -> tuple[Office, ...]:
    """The home offices of one owner's business."""
    return tuple(office for office in ask(offices) if office[1:] == (activity, person))


def method_key(activity: str) -> str:
    """Under which key a home keeps the method of a business."""
    return f"{METHOD}.{activity}"


def is_simplified(ask: Ask, office: Office) -> bool:
    """Whether the simplified method was chosen. It is no part of its own."""
    return ask.of(thing_of, office.thing).choices.get(method_key(office.activity)) == SIMPLIFIED


def head(ask: Ask, office: Office, begins: str, form: str) -> Page:
    """The head of a form about one place of business. It is no part of its own."""
    without = office.activity in ask(section_179.expensing_activities) and ask.assumes(
        section_179.WITHOUT_EXPENSING
    )
    before, words = ("before_section_179.", " before section 179") if without else ("", "")
    home = ask.of(thing_of, office.thing).name or "the home"
    business = ask.of(activity_of, office.activity).name
    return Page(
        f"{before}{begins}.{office.thing}.{office.activity}.{office.person}", f"{form}{words}",
        f"{business}, {home}", about=office.activity, supposed=without, ordered=True,
    )  # fmt: skip


def uses_of(ask: Ask, office: Office) -> Sequence[MeasuredUse]:
    """The rooms of a business in a home. It is no part of its own."""
    return ask(measure_of, office.thing).of_activity(office.activity)


def care_share(ask: Ask, use: MeasuredUse) -> Figure | None:
    """The part of the time in which a room is used for day care; None for a room that is the business's
    alone (lines 4 to 6)."""
    hours = ask.of(care_hours, use.key)
    if hours is None:
        return None
    days = (datetime.date(ask.of(tax_year), 12, 31) - use.period.first).days + 1
    available = stated(Decimal(24 * days), f"hours of {days} days")
    return (entered(hours, "hours of day care", f"/uses/{use.key}/facts/{HOURS}") / available).named(
        "part of the time, for day care"
    )


def care_hours(file: ClientFile, use: str) -> Decimal | None:
    """The hours in the year in which a room is used for day care; None for a room that is not."""
    return file.uses[use].facts.get(HOURS) if use in file.uses else None


def share_of(ask: Ask, office: Office, use: MeasuredUse) -> Figure:
    """Line 7 of one room: area, time, and the owner's part of the business, as a part of one."""
    share = use_share(ask, office.thing, use)
    care = care_share(ask, use)
    if care is not None:
        share = (share * care).named("business part of a room used for day care")
    owned = ask(BOOKS.shares, office.activity)[office.person]
    return share if owned.amount == 1 else (share * owned).named("the owner's part")


def income_limit(ask: Ask, thing: str, activity: str, person: str) -> Figure:
    """Schedule C, line 29; where only part of the gross income comes from here, that part less all expenses;
    less what the homes before this one have taken."""
    business = (activity, person)
    share = ask.of(_from_here, thing, activity)
    made = ask(schedule_c.tentative, *business)["tentative_profit"]
    if share is not None:
        part = entered(share / HUNDRED, "part of the gross income from here", f"/things/{thing}")
        gross = (ask(schedule_c.income, *business)["gross_income"] * part).named("gross income from here")
        made = difference(
            gross, ask(schedule_c.expenses, *business)["total_expenses"], label="income from here"
        )
    before = [allowed(ask, office) for office in ask.steady(offices_of, *business) if office.thing < thing]
    return made if not before else difference(made, *before, label="less what other homes have taken")


def _from_here(file: ClientFile, thing: str, activity: str) -> Decimal | None:
    """The percent of the gross income that comes from a home, where that is not all of it."""
    for _, use in sorted(file.uses.items()):
        if (use.thing, use.activity) == (thing, activity) and FROM_HERE in use.facts:
            return use.facts[FROM_HERE]
    return None


def carried_part(ask: Ask, office: Office, kind: str) -> Figure:
    """What the business carries in: on the form of its first home of the year, and each owner's part."""
    if ask.steady(offices_of, *office[1:])[0] != office:
        return NOTHING_ENTERED
    whole, owned = ask(carried_of, kind, office.activity), ask(BOOKS.shares, office.activity)[office.person]
    return whole if owned.amount == 1 else (whole * owned).in_cents(whole.label)


def allowed(ask: Ask, office: Office) -> Figure:
    """What is deducted for one business in one home, by the method that was chosen. It is no part of its
    own."""
    if is_simplified(ask, office):
        return ask(simplified_home_office.simplified_result, *office)["allowed"]
    return ask(form_8829.result, *office)["allowed"]


def home_office(ask: Ask, activity: str, person: str) -> Figure:
    """Schedule C, line 30: of all homes of one owner's business. It is no part of its own."""
    parts = [allowed(ask, office) for office in ask.steady(offices_of, activity, person)]
    return together(parts, "business use of the home")
