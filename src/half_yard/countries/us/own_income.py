"""Wages, interest and payments of the people on the return, as figures."""

from __future__ import annotations

import datetime
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.us.capital_sales import NOT_HERE, sale_stops, sales_made
from half_yard.countries.us.due_dates import instalment_days
from half_yard.countries.us.frame import BOOKS, people
from half_yard.countries.us.household.incomes import K1
from half_yard.figures import Figure, entered
from half_yard.records import ClientFile, EstimatedPayment
from half_yard.records.forms import PayersForm, PersonsForm
from half_yard.records.naming import name_of

COLLECTIONS = ("wages", "interest", "dividends")


@dataclass(frozen=True, slots=True)
class OwnIncome:
    """What the household has besides its activities, each as figures in cents."""

    wages: Sequence[Figure]
    interest: Sequence[Figure]
    exempt_interest: Sequence[Figure]
    dividends: Sequence[Figure]
    qualified_dividends: Sequence[Figure]
    capital_gain: Sequence[Figure]
    unrecaptured_distributions: Sequence[Figure]
    collectible_distributions: Sequence[Figure]
    section_199a: Sequence[Figure]
    private_activity: Sequence[Figure]
    early_withdrawal: Sequence[Figure]
    withheld_on_wages: Sequence[Figure]
    withheld_elsewhere: Sequence[Figure]
    estimated_payments: Sequence[Figure]

    @property
    def investment(self) -> list[Figure]:
        """What its capital brings without being sold: interest and dividends."""
        return [*self.interest, *self.dividends]


def own_income(ask: Ask) -> OwnIncome:
    """The household's own items."""
    on_return = ask(people)
    wages, interest, dividends = (
        [(path, item) for path, item in ask(items_of, collection) if item.person in on_return]
        for collection in COLLECTIONS
    )
    forms = ask(forms_on_return)
    entities = [found for found in ask(_other_items) if getattr(found[1], "kind", "") == K1]
    return OwnIncome(
        wages=_fields(wages, "wages"),
        interest=[
            *_fields(interest, "interest"),
            *_boxes(entities, "interest"),
            *_boxes(interest, "treasury"),
            *(sold.interest for sold in ask(sales_made) if sold.interest.amount),
        ],
        exempt_interest=_boxes([*interest, *dividends], "exempt"),
        dividends=[*_fields(dividends, "ordinary"), *_boxes(entities, "dividends")],
        qualified_dividends=[*_fields(dividends, "qualified"), *_boxes(entities, "qualified")],
        capital_gain=_boxes(dividends, "capital_gain"),
        unrecaptured_distributions=_boxes(dividends, "unrecaptured"),
        collectible_distributions=_boxes(dividends, "collectibles"),
        private_activity=_boxes([*interest, *dividends], "private_activity"),
        section_199a=_boxes(dividends, "section_199a"),
        early_withdrawal=_boxes(interest, "penalty"),
        withheld_on_wages=_fields(wages, "withheld"),
        withheld_elsewhere=[
            *_fields([*interest, *dividends, *forms, *ask(_other_items)], "withheld"),
            *_boxes(ask(sold_on_return), "withheld"),
        ],
        estimated_payments=[
            entered(payment.amount, "Estimated payment", f"{path}/amount", payment.reckoning)
            for path, payment in ask.of(_payments)
            if path not in ask(payment_stops)
        ],
    )


def wages_of(ask: Ask, person: str, tick: str) -> tuple[Figure, ...]:
    """A person's wages; with a tick, only those of employers whose form has it."""
    return tuple(
        _leaf(getattr(item, "wages", None), name_of(item), f"{path}/wages")
        for path, item in ask(items_of, "wages")
        if item.person == person and (not tick or item.ticks.get(tick))
    )


def box_of_wages(ask: Ask, box: str, person: str) -> tuple[Figure, ...]:
    """A box of a person's Forms W-2, of each that has it."""
    return tuple(
        _boxes([(path, item) for path, item in ask(items_of, "wages") if item.person == person], box)
    )


def state_tax_withheld(ask: Ask) -> tuple[Figure, ...]:
    """State income tax withheld on all forms of the people on the return."""
    on_return = ask(people)
    forms: list[tuple[str, PayersForm]] = [*ask(forms_on_return)]
    for collection in (*COLLECTIONS, "sales", "items"):
        forms += [found for found in ask(items_of, collection) if found[1].person in on_return]
    return tuple(
        _leaf(item.state.withheld, name_of(item), f"{path}/state/withheld")
        for path, item in forms
        if item.state.withheld
    )


def _other_items(ask: Ask) -> tuple[tuple[str, PersonsForm], ...]:
    """What else the people on the return have, of which tax may have been withheld."""
    on_return = ask(people)
    return tuple(found for found in ask(items_of, "items") if found[1].person in on_return)


def sold_on_return(ask: Ask) -> tuple[tuple[str, PersonsForm], ...]:
    """The sales of the people on the return, by record path; also one that can't be counted yet has its tax
    withheld."""
    on_return = ask(people)
    return tuple((path, item) for path, item in ask(items_of, "sales") if item.person in on_return)


def dated_payments(ask: Ask) -> tuple[tuple[datetime.date, Figure], ...]:
    """The estimated payments that count, with their days; one without a day counts as paid last."""
    last = instalment_days(ask.of(tax_year))[-1]
    return tuple(
        (
            payment.date or last,
            entered(payment.amount, "Estimated payment", f"{path}/amount", payment.reckoning),
        )
        for path, payment in ask.of(_payments)
        if path not in ask(payment_stops)
    )


def items_of(ask: Ask, collection: str) -> tuple[tuple[str, PersonsForm], ...]:
    """The forms of the persons, by record path."""
    return ask.of(_items, collection)


def _items(file: ClientFile, collection: str) -> tuple[tuple[str, PersonsForm], ...]:
    return tuple((f"/{collection}/{key}", item) for key, item in sorted(getattr(file, collection).items()))


def _payments(file: ClientFile) -> tuple[tuple[str, EstimatedPayment], ...]:
    return tuple(
        (f"/estimated_payments/{key}", payment) for key, payment in sorted(file.estimated_payments.items())
    )


def own_stops(ask: Ask) -> dict[str, str]:
    """What stops an item of the household from counting, by record path."""
    on_return = ask(people)
    stops = {
        path: NOT_HERE
        for collection in COLLECTIONS
        for path, item in ask(items_of, collection)
        if item.person not in on_return
    }
    return stops | ask(sale_stops) | ask(payment_stops)


def payment_stops(ask: Ask) -> dict[str, str]:
    """Why an estimated payment is not one of the year, by record path."""
    year = ask.of(tax_year)
    first, last = (year, 1), (year + 1, 1)
    return {
        path: f"Its date is outside January {year} to January {year + 1}, when estimated tax of the year is "
        "paid. Mend the date, or enter it in that year's file."
        for path, payment in ask.of(_payments)
        if payment.date is not None and not first <= (payment.date.year, payment.date.month) <= last
    }


def forms_on_return(ask: Ask) -> tuple[tuple[str, PayersForm], ...]:
    """The information forms about activities of the people on the return."""
    on_return, stopped = ask(people), ask(BOOKS.form_stops)
    own = ask.of(_owned_by, on_return)
    return tuple(
        (f"/forms/{key}", form)
        for key, form in sorted(ask.of(lambda file: file.forms).items())
        if form.activity in own and key not in stopped
    )


def _owned_by(file: ClientFile, people: tuple[str, ...]) -> tuple[str, ...]:
    """The activities of which something belongs to one of these people."""
    return tuple(
        key
        for key, activity in file.activities.items()
        if any(share and person in people for person, share in activity.owners.items())
    )


def _fields(items: Iterable[tuple[str, PayersForm]], field: str) -> list[Figure]:
    """A field of each item that has it, as leaves."""
    return [
        _leaf(getattr(item, field), name_of(item), f"{path}/{field}")
        for path, item in items
        if getattr(item, field) is not None
    ]


def _boxes(items: Iterable[tuple[str, PayersForm]], box: str) -> list[Figure]:
    """A box of each item that has it, as leaves."""
    return [
        _leaf(item.boxes[box], name_of(item), f"{path}/boxes/{box}")
        for path, item in items
        if box in item.boxes
    ]


def _leaf(amount: Decimal | None, label: str, path: str) -> Figure:
    return entered(amount or Decimal(0), label or "not named", path)
