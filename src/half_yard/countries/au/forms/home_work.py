"""Work at home by its methods, beside each other: a fixed rate by the hour, the shortcut to June 2022, or the
part of the actual costs (PCG 2023/1, PCG 2020/3, TR 93/30)."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.au import gaps
from half_yard.countries.au.frame import rules
from half_yard.countries.au.thing_kinds import (
    BY_RATE,
    BY_SHORTCUT,
    HOURS,
    METHOD,
    OCCUPANCY,
    PLACE_OF_BUSINESS,
)
from half_yard.countries.au.things import THINGS, divided, measure_of
from half_yard.countries.dividing_things import thing_of
from half_yard.countries.things_sheet import name
from half_yard.figures import Figure, Form, Page, Role, entered, total
from half_yard.records import ClientFile

CALLED = {BY_RATE: "Fixed rate by the hour", BY_SHORTCUT: "Shortcut by the hour", "": "Actual costs"}


@Form
def home_work(ask: Ask, thing: str) -> Page:
    """One for each home in which work is done."""
    record = ask.of(thing_of, thing)
    method = record.choices.get(METHOD, "")
    return Page(
        f"home.{thing}", "Work at home", record.name or "Not named", about=thing, in_cents=True,
        facts=(("Method", CALLED.get(method, CALLED[""])),),
    )  # fmt: skip


def _use_of(file: ClientFile, key: str) -> tuple[Decimal | None, bool]:
    """The hours typed of a use, and whether the home is a place of business."""
    use = file.uses.get(key)
    return (use.facts.get(HOURS), use.answers.get(PLACE_OF_BUSINESS, False)) if use else (None, False)


@home_work.part
def methods(page: Page, ask: Ask, thing: str) -> None:
    """What each method comes to for each activity, and what counts."""
    values, chosen = ask(rules), ask.of(thing_of, thing).choices.get(METHOD, "")
    for activity in THINGS.serves(ask, thing):
        page.section = name(ask, activity)
        hours = _hours(ask, thing, activity)
        rate = values.figure("home_fixed_rate", label="rate by the hour")
        found = {
            "": page.line(f"actual.{activity}", "", CALLED[""], _actual(ask, thing, activity), Role.COST),
            BY_RATE: page.line(f"rate.{activity}", "", CALLED[BY_RATE], (hours * rate).in_cents(), Role.COST),
        }
        if values.has("home_shortcut_rate"):
            shortcut = (hours * values.figure("home_shortcut_rate", label="shortcut rate")).in_cents()
            found[BY_SHORTCUT] = page.line(
                f"shortcut.{activity}", "", CALLED[BY_SHORTCUT], shortcut, Role.COST
            )
        taken = found.get(chosen, found[""])
        if chosen and not hours.amount:
            taken = taken.marked(gaps.hours_at_home(f"/things/{thing}"))
        page.line(f"counted.{activity}", "P", "Work at home", taken, Role.RESULT)


def _hours(ask: Ask, thing: str, activity: str) -> Figure:
    """The hours worked at home for an activity."""
    uses = ask(measure_of, thing).of_activity(activity)
    return total(
        entered(
            ask.of(_use_of, use.key)[0] or Decimal(0),
            "hours worked at home",
            f"/uses/{use.key}/facts/{HOURS}",
        )
        for use in uses
    )


def _actual(ask: Ask, thing: str, activity: str) -> Figure:
    """The part of the costs: those of having the home only where it is a place of business."""
    uses = ask(measure_of, thing).of_activity(activity)
    is_place = any(ask.of(_use_of, use.key)[1] for use in uses)
    return total(
        each.part(activity)
        for line, each in ask(divided, thing).items()
        if activity in each.activities and (is_place or line not in OCCUPANCY)
    )
