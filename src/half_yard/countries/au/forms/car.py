"""A car by its two methods, beside each other: by the kilometre, up to a limit, or by the log book's part of
all costs (ITAA 1997 Division 28). Its decline in value is with its activity's assets, and in the rate."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.au.frame import rules
from half_yard.countries.au.thing_kinds import BY_RATE, METHOD, ON_BUSINESS
from half_yard.countries.au.things import THINGS, divided, measure_of
from half_yard.countries.dividing_things import thing_of
from half_yard.countries.things_sheet import name
from half_yard.figures import NOTHING_ENTERED, Figure, Form, Page, Role, entered, smaller_of, total


def is_by_rate(ask: Ask, thing: str) -> bool:
    """Whether the rate by the kilometre is chosen."""
    return ask.of(thing_of, thing).choices.get(METHOD) == BY_RATE


@Form
def car(ask: Ask, thing: str) -> Page:
    """One for each car that serves an activity."""
    record, known = ask.of(thing_of, thing), ask(measure_of, thing)
    business = sum((use.amount for use in known.uses if use.activity), Decimal(0))
    return Page(
        f"car.{thing}", "Motor vehicle expenses", record.name or "Not named", about=thing, in_cents=True,
        facts=(
            ("Kilometres for business", f"{business:,f}"),
            ("Kilometres in all", f"{known.whole:,f}"),
            ("Method", "Cents per kilometre" if ask(is_by_rate, thing) else "Log book"),
        ),
    )  # fmt: skip


@car.part
def both_methods(page: Page, ask: Ask, thing: str) -> None:
    """What each method comes to for each activity, and what counts."""
    values, chosen = ask(rules), ask(is_by_rate, thing)
    left = values.figure("kilometres_at_most", label="most kilometres of a car")
    for activity in THINGS.serves(ask, thing):
        who = name(ask, activity)
        page.section = who
        by_log, direct = _by_log(ask, thing, activity)
        logged = page.line(f"log.{activity}", "", "Log book: part of all costs", by_log, Role.COST)
        driven = _kilometres(ask, thing, activity)
        counted = smaller_of(driven, left, label="kilometres that count")
        left = left - counted
        rate = values.figure("cents_per_km", label="rate by the kilometre")
        driven_rate = (counted * rate).in_cents()
        title = "By the kilometre, within the limit"
        by_rate = page.line(f"rate.{activity}", "", title, driven_rate, Role.COST)
        alone = page.line(f"alone.{activity}", "", "Parking and tolls", direct, Role.COST)
        taken = (by_rate if chosen else logged) + alone
        page.line(f"driving.{activity}", "N", "Motor vehicle expenses", taken, Role.RESULT)
    page.section = "Both methods, all activities"
    for key, title in (("rate", "By the kilometre"), ("log", "Log book, without decline in value")):
        every = [each.figure for each in page.lines if each.place.line.startswith(f"{key}.")]
        page.line(f"all_{key}", "", title, total(every), Role.SUBTOTAL)


def _by_log(ask: Ask, thing: str, activity: str) -> tuple[Figure, Figure]:
    """An activity's part of the costs by distance, and what is for business alone."""
    parts: list[Figure] = []
    direct: list[Figure] = []
    for key, each in ask(divided, thing).items():
        part = each.part(activity) if activity in each.activities else NOTHING_ENTERED
        (direct if key in ON_BUSINESS else parts).append(part)
    return total(parts), total(direct)


def _kilometres(ask: Ask, thing: str, activity: str) -> Figure:
    """How far it was driven for an activity."""
    uses = ask(measure_of, thing).of_activity(activity)
    return total(entered(use.amount, "kilometres for the activity", use.path) for use in uses)
