"""The whole chain of an Australian file: activities, each person's return."""

from __future__ import annotations

from collections.abc import Iterator
from decimal import Decimal
from functools import cache, partial

from half_yard.countries.asking import Ask
from half_yard.countries.au import decline, personal_services, property_sale
from half_yard.countries.au.asset_kinds import stop
from half_yard.countries.au.carried_amounts import OF_ACTIVITIES, OF_PEOPLE, TITLES, holders
from half_yard.countries.au.checks import findings_of
from half_yard.countries.au.forms import (
    assessment,
    averaging,
    business_items,
    capital_allowances,
    car,
    gains,
    home_work,
    income_tests,
    incomes,
    instalments,
    losses,
    low_value_pool,
    p1,
    p8,
    p8_parts,
    property_gain,
    rent,
    shared_costs,
    study_loan,
)
from half_yard.countries.au.frame import BOOKS, activities, people
from half_yard.countries.au.items import item_stops
from half_yard.countries.au.left_out import left_out
from half_yard.countries.au.questions import ASSESSED_BEFORE, STUDY_LOAN
from half_yard.countries.au.slips import slip_stops
from half_yard.countries.au.small_values import has_pool
from half_yard.countries.au.thing_kinds import HOME, VEHICLE
from half_yard.countries.au.things import as_used, of_kind
from half_yard.countries.au.year_rules import rules_for
from half_yard.countries.carried_over import carryover_sheet, carryovers_of, names_of
from half_yard.countries.dividing_things import things
from half_yard.countries.left_out import stopped_with
from half_yard.countries.results import CarryPoint, Computation, Return, Whole
from half_yard.figures import Asking, Place, Sheet
from half_yard.figures.remembered import Memory
from half_yard.records import ClientFile
from half_yard.review import Finding

CHAIN = (
    ("Businesses", "business"), ("Rent", "rent"), ("Total income", "total_income"),
    ("Taxable income", "taxable_income"), ("Tax after offsets", "after_offsets"),
    ("Total payable", "payable"), ("Paid", "credits_in_all"), ("Refund", "refund"), ("To pay", "owed"),
)  # fmt: skip


def compute(file: ClientFile, memory: Memory) -> Computation:
    """What follows from the file. Raises KeyError for an income year without rules."""
    rules_for(file.tax_year)
    asking = Asking(as_used(file), memory)
    whole = cache(memory.later(partial(asking.run, everything)))

    def findings() -> tuple[Finding, ...]:
        made = whole()
        return findings_of(file, made.sheets, made.stops, asking.run(BOOKS.landings).lines)

    returns = tuple(_return(file, person) for person in asking.run(people))
    return Computation(
        file=file,
        make=whole,
        make_matches=lambda: (*asking.run(BOOKS.matches), *asking.run(BOOKS.without_form)),
        make_findings=memory.later(findings),
        returns=returns,
        alone={
            each.chief: memory.later(partial(asking.run, assessment.WHOLE, *each.people)) for each in returns
        },
        facts_of_people=memory.later(partial(asking.run, _facts_of_people)),
        taken_of_assets=memory.later(partial(asking.run, _taken_of_assets)),
    )


def _facts_of_people(ask: Ask) -> dict[str, dict[str, Decimal]]:
    """This year's assessment, by which a person is known next year, what is then owed of study loans, before
    it is indexed, and the incomes that are averaged."""
    return {
        person: {
            ASSESSED_BEFORE: ask(assessment.payable, person)["payable"].amount,
            **({STUDY_LOAN: left} if (left := ask(study_loan.left, person)) else {}),
            **ask(averaging.of_next_year, person),
        }
        for person in ask(people)
    }


def _taken_of_assets(ask: Ask) -> dict[str, Decimal]:
    """Of assets of which it was typed what earlier years took: the others are worked out anew."""
    return {
        key: ask(decline.cost, key).amount - ask(decline.closing, key).amount for key in ask.of(_typed_before)
    }


def _typed_before(file: ClientFile) -> tuple[str, ...]:
    return tuple(
        key
        for key, asset in file.assets.items()
        if asset.prior_depreciation is not None and not stop(asset, file)
    )


def _return(file: ClientFile, person: str) -> Return:
    chief = f"itr.{person}"
    has_rent = any(
        each.kind == "rental" and not each.archived and each.owners.get(person)
        for each in file.activities.values()
    )
    points = tuple(
        CarryPoint(label, Place(chief, line)) for label, line in CHAIN if line != "rent" or has_rent
    )
    name = file.people[person].first_name or file.people[person].name or person
    return Return(chief, f"Return of {name}", (person,), chief, points)


def everything(ask: Ask) -> Whole:
    """The sheets, the statements, and what is stopped."""
    made = tuple(_sheets(ask))
    carried = carryover_sheet(ask.of(carryovers_of), ask(_names), made, TITLES)
    sheets = made if carried is None else (*made, carried)
    return Whole(sheets, ask(BOOKS.statements), {}, ask(all_stops))


def _names(ask: Ask) -> dict[str, str]:
    return ask.of(names_of)


def _sheets(ask: Ask) -> Iterator[Sheet]:
    for thing in ask(things):
        yield ask(shared_costs.sheet, thing)
    for thing in ask(of_kind, VEHICLE):
        yield ask(car.car.sheet, thing)
    for thing in ask(of_kind, HOME):
        yield ask(home_work.home_work.sheet, thing)
    for kind in ("business", "rental"):
        for key in ask(activities, kind):
            yield from _of_assets(ask, key)
    for key in ask(activities, "business"):
        yield ask(p8.statement.sheet, key)
        if ask(personal_services.applies, key):
            yield ask(p1.p1.sheet, key)
    for key in ask(activities, "rental"):
        yield ask(rent.statement.sheet, key)
    for person in ask(people):
        yield from _of_person(ask, person)


def _of_assets(ask: Ask, activity: str) -> Iterator[Sheet]:
    """What assets take, and what comes of the property when it is sold."""
    if ask(capital_allowances.applies, activity):
        yield ask(capital_allowances.allowances.sheet, activity)
    for key in ask(property_sale.sold, activity):
        yield ask(property_gain.sale.sheet, key)


def _of_person(ask: Ask, person: str) -> Iterator[Sheet]:
    """A person's parts, tests and return."""
    for key in ask(p8_parts.of_person, person):
        yield ask(p8_parts.of_owner.sheet, key, person)
        if ask(losses.applies, key, person):
            yield ask(losses.p9.sheet, key, person)
    for key in ask(rent.of_person, person):
        yield ask(rent.of_owner.sheet, key, person)
    if ask(incomes.own_businesses, person):
        yield ask(business_items.business_items.sheet, person)
    if ask(has_pool, person):
        yield ask(low_value_pool.low_value_pool.sheet, person)
    if ask(gains.applies, person):
        yield ask(gains.schedule.sheet, person)
    yield ask(income_tests.income_tests.sheet, person)
    if ask(averaging.applies, person):
        yield ask(averaging.averaging.sheet, person)
    yield ask(assessment.WHOLE, person)
    if ask(instalments.applies, person):
        yield ask(instalments.instalments.sheet, person)


def all_stops(ask: Ask) -> dict[str, str]:
    """Why something that was entered counts nowhere, by record path."""
    return {
        **ask(BOOKS.stops),
        **ask.of(_asset_stops),
        **ask(slip_stops),
        **ask(item_stops),
        **ask.of(_carryover_stops),
        **stopped_with(ask, BOOKS, ask.of(left_out)),
    }


def _asset_stops(file: ClientFile) -> dict[str, str]:
    reasons = {f"/assets/{key}": stop(asset, file) for key, asset in file.assets.items()}
    return {path: reason for path, reason in reasons.items() if reason}


def _carryover_stops(file: ClientFile) -> dict[str, str]:
    stops = {}
    for key, item in file.carryovers.items():
        if item.kind in OF_PEOPLE:
            if item.of not in file.people:
                stops[f"/carryovers/{key}"] = "It belongs to no person of this file. Choose one."
        elif item.kind not in OF_ACTIVITIES:
            stops[f"/carryovers/{key}"] = "No kind of carryover is chosen yet. Choose one."
        elif item.of not in holders(file, item.kind):
            stops[f"/carryovers/{key}"] = (
                "It belongs to no activity of this file, or no owner's part. Choose one."
            )
    return stops
