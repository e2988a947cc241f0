"""The whole chain of a United States file: its sheets, what is stopped, what was found."""

from __future__ import annotations

from collections.abc import Callable
from decimal import Decimal
from functools import cache, partial

from half_yard.countries.asking import Ask
from half_yard.countries.left_out import stopped_with
from half_yard.countries.results import AssetStory, CarryPoint, Computation, Return, Whole
from half_yard.countries.us import itemizing
from half_yard.countries.us.assets import stories
from half_yard.countries.us.book_checks import unusual_sizes
from half_yard.countries.us.carried_in import carryover_stops
from half_yard.countries.us.checks import findings_of
from half_yard.countries.us.forms import form_1040, form_2210, schedule_1
from half_yard.countries.us.frame import BOOKS, OnReturn, left_out, people
from half_yard.countries.us.household.items import item_stops
from half_yard.countries.us.own_income import own_stops
from half_yard.countries.us.questions import LAST_YEAR_INCOME, LAST_YEAR_TAX
from half_yard.countries.us.shared import up_to_now
from half_yard.countries.us.shared.as_used import as_used
from half_yard.countries.us.sheets import sheets_of
from half_yard.figures import Asking, Place, Sheet
from half_yard.figures.remembered import Memory
from half_yard.records import ClientFile
from half_yard.review import Finding

CARRY = (
    CarryPoint("Businesses", Place("schedule_1", "business_income")),
    CarryPoint("Rentals", Place("schedule_1", "rental_income")),
    CarryPoint("Total income", Place("form_1040", "total_income")),
    CarryPoint("Adjusted gross income", Place("form_1040", "adjusted_gross_income")),
    CarryPoint("Taxable income", Place("form_1040", "taxable_income")),
    CarryPoint("Total tax", Place("form_1040", "total_tax")),
    CarryPoint("Payments", Place("form_1040", "payments")),
    CarryPoint("Refund", Place("form_1040", "overpaid")),
    CarryPoint("To pay", Place("form_1040", "owed")),
)

CHAIN: dict[str, Callable[[Ask], Sheet]] = {
    "form_1040": form_1040.form_1040.sheet, "schedule_1": schedule_1.schedule_1.sheet,
}  # fmt: skip
"""The sheets on which the chain has its stops."""


def compute(file: ClientFile, memory: Memory) -> Computation:
    """What follows from the file. Raises KeyError for a tax year without rules."""
    used = as_used(file)
    asking = Asking(used, memory)
    frame = OnReturn.of(used)
    whole = cache(memory.later(partial(asking.run, everything)))
    unusual = memory.later(partial(asking.run, unusual_sizes))

    def findings() -> tuple[Finding, ...]:
        made = whole()
        return findings_of(frame, made.sheets, made.stops, made.stories, asking.run(BOOKS.books), unusual())

    return Computation(
        file=file,
        make=whole,
        make_matches=lambda: (*asking.run(BOOKS.matches), *asking.run(BOOKS.without_form)),
        make_findings=memory.later(findings),
        returns=(Return("return", "Form 1040", frame.people, "form_1040", CARRY),),
        alone={key: memory.later(partial(asking.run, of_the_return, sheet)) for key, sheet in CHAIN.items()},
        make_unusual=unusual,
        facts_of_next_year=memory.later(partial(asking.run, _facts_of_next_year)),
        taken_of_assets=lambda: _taken_of_assets(used, whole()),
    )


def _taken_of_assets(file: ClientFile, whole: Whole) -> dict[str, Decimal]:
    """What the stories say, of every asset of which anything was ever taken or typed."""
    return {
        key: story.depreciated.amount
        for key, story in whole.stories.items()
        if story.depreciated.amount or file.assets[key].prior_depreciation is not None
    }


def of_the_return(ask: Ask, sheet: Callable[[Ask], Sheet]) -> Sheet:
    """A sheet under the deduction that the return takes."""
    return ask.under(*itemizing.of_the_return(ask))(sheet)


def everything(ask: Ask) -> Whole:
    """The sheets, the statements, the stories of the assets, and what is stopped."""
    return Whole(ask(sheets_of), ask(BOOKS.statements), ask(stories_up_to_now), ask(all_stops))


def _facts_of_next_year(ask: Ask) -> dict[str, Decimal]:
    """This year's tax, as the penalty and the estimates of next year count it, and income."""
    ask = ask.under(*itemizing.of_the_return(ask))
    return {
        LAST_YEAR_TAX: ask(form_2210.required)["tax"].amount,
        LAST_YEAR_INCOME: ask(form_1040.adjusted)["adjusted_gross_income"].amount,
    }


def stories_up_to_now(ask: Ask) -> dict[str, AssetStory]:
    """The stories of the assets, those of shared things with what takes their basis down."""
    every, of_things = ask(stories.stories), ask.of(_things_assets)
    return every | {key: ask(up_to_now.story_up_to_now, key) for key in of_things if key in every}


def _things_assets(file: ClientFile) -> tuple[str, ...]:
    return tuple(key for key, asset in file.assets.items() if asset.thing)


def all_stops(ask: Ask) -> dict[str, str]:
    """Why something that was entered counts nowhere, by record path."""
    books = ask(BOOKS.stops)
    stops = {
        **books,
        **ask(stories.asset_stops),
        **ask(own_stops),
        **ask(item_stops),
        **ask(not_on_return),
        **ask(carryover_stops),
    }
    return stops | stopped_with(ask, BOOKS, ask(left_out))


def not_on_return(ask: Ask) -> dict[str, str]:
    """Entries of activities that belong to nobody on this return."""
    outside = ask.of(_owned_by_none, ask(people))
    if not outside:
        return {}
    reason = "Its activity belongs to nobody on this return. Mend the owners or the filing status."
    stopped = ask(BOOKS.stops)
    return {
        f"/entries/{key}": reason
        for key, entry in ask.of(lambda file: file.entries).items()
        if entry.activity in outside and f"/entries/{key}" not in stopped
    }


def _owned_by_none(file: ClientFile, on_return: tuple[str, ...]) -> tuple[str, ...]:
    return tuple(
        key
        for key, activity in file.activities.items()
        if not any(share and person in on_return for person, share in activity.owners.items())
    )
