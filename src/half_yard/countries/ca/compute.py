"""The whole chain of a Canadian file: activities, each person's return."""

from __future__ import annotations

from collections.abc import Iterator
from decimal import Decimal
from functools import cache, partial

from half_yard.countries.asking import Ask
from half_yard.countries.ca.activity_facts import RESERVES
from half_yard.countries.ca.asked import CanadaAsked
from half_yard.countries.ca.carried_amounts import OF_PEOPLE
from half_yard.countries.ca.checks import findings_of
from half_yard.countries.ca.classes import UCC, stop
from half_yard.countries.ca.forms import (
    cca,
    chart_a,
    form_428,
    instalments,
    lateness,
    part_7,
    schedule_3,
    schedule_6,
    schedule_8,
    shared_costs,
    t1,
    t1_tax,
    t691,
    t776,
    t1139,
    t2125,
    t2209,
)
from half_yard.countries.ca.frame import BOOKS, activities, owned_by, people
from half_yard.countries.ca.items import item_stops
from half_yard.countries.ca.pools import has_pools, holders
from half_yard.countries.ca.questions import OWING_BEFORE, TOTAL_BEFORE
from half_yard.countries.ca.slips import slip_stops
from half_yard.countries.ca.things import as_used
from half_yard.countries.ca.year_rules import rules_for
from half_yard.countries.carried_over import carryover_sheet, carryovers_of, names_of
from half_yard.countries.dividing_things import things
from half_yard.countries.left_out import ARCHIVED, stopped_with
from half_yard.countries.results import CarryPoint, Computation, Return, Whole
from half_yard.figures import Asking, Place, Sheet
from half_yard.figures.remembered import Memory
from half_yard.records import ClientFile
from half_yard.review import Finding

CHAIN = (
    ("Businesses", "self_employment"), ("Rentals", "rents"), ("Total income", "total_income"),
    ("Net income", "net_income"), ("Taxable income", "taxable_income"), ("Total payable", "payable"),
    ("Paid", "credits_in_all"), ("Refund", "refund"), ("Owing", "owed"),
)  # fmt: skip


OF_BUSINESSES = {part_7.CARRIED, RESERVES, t1139.ADDITIONAL}
"""The kinds of carryover that belong to a business."""


def compute(file: ClientFile, memory: Memory) -> Computation:
    """What follows from the file. Raises KeyError for a tax year without rules."""
    rules_for(file.tax_year)
    asking = Asking(as_used(file), memory)
    whole = cache(memory.later(partial(asking.run, everything)))

    def findings() -> tuple[Finding, ...]:
        made, landed = whole(), asking.run(BOOKS.landings)
        return findings_of(file, made.sheets, made.stops, asking.run(BOOKS.matches), landed.lines)

    returns = tuple(_return(file, person) for person in asking.run(people))
    return Computation(
        file=file,
        make=whole,
        make_matches=lambda: (*asking.run(BOOKS.matches), *asking.run(BOOKS.without_form)),
        make_findings=memory.later(findings),
        returns=returns,
        alone={each.chief: memory.later(partial(asking.run, t1_tax.WHOLE, *each.people)) for each in returns},
        facts_of_people=memory.later(partial(asking.run, _facts_of_people)),
    )


def _facts_of_people(ask: Ask) -> dict[str, dict[str, Decimal]]:
    """This year's net tax owing, by which next year's instalments are reminded of, and total income, by which
    a person is known next year."""
    return {
        person: {
            OWING_BEFORE: ask(instalments.net_tax_owing, person).amount,
            TOTAL_BEFORE: ask(t1.total_income, person)["total_income"].amount,
        }
        for person in ask(people)
    }


def _return(file: ClientFile, person: str) -> Return:
    chief = f"t1.{person}"
    points = tuple(CarryPoint(label, Place(chief, line)) for label, line in CHAIN)
    name = file.people[person].first_name or file.people[person].name or person
    return Return(chief, f"T1 of {name}", (person,), chief, points)


def everything(ask: Ask) -> Whole:
    """The sheets, the statements, and what is stopped."""
    made = tuple(_sheets(ask))
    carried = carryover_sheet(ask.of(carryovers_of), ask(_names), made, CanadaAsked.carryovers)
    sheets = made if carried is None else (*made, carried)
    return Whole(sheets, ask(BOOKS.statements), {}, ask(all_stops))


def _names(ask: Ask) -> dict[str, str]:
    return ask.of(names_of)


def _sheets(ask: Ask) -> Iterator[Sheet]:
    yield from _of_things(ask)
    for kind in ("business", "rental"):
        for key in ask(activities, kind):
            if ask(has_pools, key):
                yield ask(cca.area_a.sheet, key)
    for key in ask(activities, "business"):
        yield ask(t2125.statement.sheet, key)
    for key in ask(activities, "rental"):
        yield ask(t776.statement.sheet, key)
    for person in ask(people):
        yield from _of_owner(ask, person)
        yield from _of_return(ask, person)


def _of_things(ask: Ask) -> Iterator[Sheet]:
    """The sheets of things that serve several uses."""
    for thing in ask(things):
        yield ask(shared_costs.sheet, thing)
    for thing in ask(chart_a.vehicles):
        yield ask(chart_a.chart_a.sheet, thing)


def _of_owner(ask: Ask, person: str) -> Iterator[Sheet]:
    """A person's parts of the businesses and rentals."""
    for key in ask(owned_by, "business", person):
        if ask(part_7.applies, key):
            yield ask(part_7.part_7.sheet, key, person)
        yield ask(t2125.of_partner.sheet, key, person)
        if ask(t1139.applies, key):
            yield ask(t1139.t1139.sheet, key, person)
    for key in ask(owned_by, "rental", person):
        yield ask(t776.of_co_owner.sheet, key, person)


def _of_return(ask: Ask, person: str) -> Iterator[Sheet]:
    """A person's return, with what it rests on."""
    if ask(schedule_3.applies, person):
        yield ask(schedule_3.schedule_3.sheet, person)
    if ask(schedule_8.applies, person):
        yield ask(schedule_8.schedule_8.sheet, person)
    if ask(schedule_6.applies, person):
        yield ask(schedule_6.schedule_6.sheet, person)
    if ask(form_428.applies):
        yield ask(form_428.form_428.sheet, person)
    if ask(t2209.applies, person):
        yield ask(t2209.t2209.sheet, person)
    if ask(t691.applies, person):
        yield ask(t691.t691.sheet, person)
    yield ask(t1_tax.WHOLE, person)
    if ask(instalments.applies, person):
        yield ask(instalments.instalments.sheet, person)
    if ask(lateness.applies, person):
        yield ask(lateness.lateness.sheet, person)


def all_stops(ask: Ask) -> dict[str, str]:
    """Why something that was entered counts nowhere, by record path."""
    return {
        **ask(BOOKS.stops),
        **ask.of(_asset_stops),
        **ask(slip_stops),
        **ask(item_stops),
        **ask.of(_carryover_stops),
        **stopped_with(ask, BOOKS, ask.of(_archived)),
    }


def _asset_stops(file: ClientFile) -> dict[str, str]:
    reasons = {f"/assets/{key}": stop(asset, file) for key, asset in file.assets.items()}
    return {path: reason for path, reason in reasons.items() if reason}


def _carryover_stops(file: ClientFile) -> dict[str, str]:
    stops = {}
    for key, item in file.carryovers.items():
        if item.kind in OF_BUSINESSES:
            if item.of not in file.activities:
                stops[f"/carryovers/{key}"] = "It belongs to no business of this file. Choose one."
        elif item.kind in OF_PEOPLE:
            if item.of not in file.people:
                stops[f"/carryovers/{key}"] = "It belongs to no person of this file. Choose one."
        elif item.kind not in UCC.values():
            stops[f"/carryovers/{key}"] = "No kind of carryover is chosen yet. Choose one."
        elif (asset := file.assets.get(item.of)) is not None and (why := stop(asset, file)):
            stops[f"/carryovers/{key}"] = f"It belongs to an asset that counts nowhere yet. {why}"
        elif item.of not in holders(file, item.kind):
            stops[f"/carryovers/{key}"] = "It belongs to nothing that has this class. Choose what does."
    return stops


def _archived(file: ClientFile) -> dict[str, str]:
    return {key: ARCHIVED for key, activity in file.activities.items() if activity.archived}
