"""The collections of records of a client file: how one is called, where it is worked on, how its ids
begin."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

from half_yard.records.client_file import (
    Activity,
    Asset,
    Carryover,
    ClientFile,
    Dependant,
    Entry,
    EstimatedPayment,
    Person,
)
from half_yard.records.exchanges import Exchange
from half_yard.records.filing import Filing
from half_yard.records.fittings import Fitting
from half_yard.records.forms import (
    CapitalSale,
    DividendStatement,
    ExpectedForm,
    HouseholdItem,
    InterestStatement,
    ReceivedForm,
    WageStatement,
)
from half_yard.records.looking_over import Checked, ClientQuestion, Judgement
from half_yard.records.messages import Message
from half_yard.records.record import Record
from half_yard.records.statements import AccountAnswer, SortingRule, Statement
from half_yard.records.things import Stay, Thing, Trip, Use


class Work(StrEnum):
    """A part of the work in which records are typed."""

    CLIENT = "client"
    ACTIVITIES = "activities"
    STATEMENTS = "statements"
    FORMS = "forms"
    HOUSEHOLD = "household"
    SHARED = "shared use"
    ASSETS = "assets"
    FITTING = "fitting"
    LOOKING_OVER = "looking over"
    HANDING_OVER = "handing over"


@dataclass(frozen=True, slots=True)
class Collection:
    """A collection: what one of its records is called, in which part of the work it is typed, the letter that
    its ids begin with, and whether its records are rows of a table."""

    record: type[Record]
    called: str
    work: Work
    letter: str = ""
    in_rows: bool = True


COLLECTIONS: Mapping[str, Collection] = {
    "people": Collection(Person, "Person", Work.CLIENT, in_rows=False),
    "dependants": Collection(Dependant, "Dependant", Work.HOUSEHOLD, "m"),
    "activities": Collection(Activity, "Activity", Work.ACTIVITIES, "a", in_rows=False),
    "entries": Collection(Entry, "Entry", Work.ACTIVITIES, "e"),
    "assets": Collection(Asset, "Asset", Work.ASSETS, "s"),
    "forms": Collection(ReceivedForm, "Payer's form", Work.FORMS, "f"),
    "wages": Collection(WageStatement, "Wages", Work.HOUSEHOLD, "w"),
    "interest": Collection(InterestStatement, "Interest", Work.HOUSEHOLD, "i"),
    "dividends": Collection(DividendStatement, "Dividends", Work.HOUSEHOLD, "d"),
    "sales": Collection(CapitalSale, "Sale", Work.HOUSEHOLD, "g"),
    "items": Collection(HouseholdItem, "Item", Work.HOUSEHOLD, "j"),
    "expected": Collection(ExpectedForm, "Expected form", Work.HOUSEHOLD, "o"),
    "estimated_payments": Collection(EstimatedPayment, "Payment", Work.HOUSEHOLD, "p"),
    "carryovers": Collection(Carryover, "Carried in", Work.HOUSEHOLD, "c"),
    "exchanges": Collection(Exchange, "Exchange", Work.ASSETS, "x", in_rows=False),
    "things": Collection(Thing, "Shared thing", Work.SHARED, "h", in_rows=False),
    "uses": Collection(Use, "Use", Work.SHARED, "k"),
    "trips": Collection(Trip, "Trip", Work.SHARED, "t"),
    "stays": Collection(Stay, "Stay", Work.SHARED, "y"),
    "statements": Collection(Statement, "Statement", Work.STATEMENTS, "b", in_rows=False),
    "sorting_rules": Collection(SortingRule, "Sorting rule", Work.STATEMENTS, "u", in_rows=False),
    "judgements": Collection(Judgement, "Judged", Work.LOOKING_OVER, "l"),
    "questions": Collection(ClientQuestion, "Question", Work.LOOKING_OVER, "v"),
    "fittings": Collection(Fitting, "Fitting", Work.FITTING, "F", in_rows=False),
    "messages": Collection(Message, "Letter", Work.LOOKING_OVER, "r", in_rows=False),
    "filings": Collection(Filing, "Filing", Work.HANDING_OVER, "q", in_rows=False),
    "checked": Collection(Checked, "Checked", Work.LOOKING_OVER, "z"),
    "account_answers": Collection(AccountAnswer, "Account", Work.STATEMENTS, "n", in_rows=False),
}
OTHER_WORK: Mapping[str, Work] = {
    "assignment": Work.CLIENT,
    "household": Work.CLIENT,
    "elections": Work.ASSETS,
    "short_years": Work.ASSETS,
    "history": Work.LOOKING_OVER,
}
"""The part of the work of what is no collection of records."""


def work_on(path: str) -> Work | None:
    """In which part of the work what stands at a path is typed; None for nothing."""
    _, name, *_ = [*path.split("/"), ""]
    if name in COLLECTIONS:
        return COLLECTIONS[name].work
    return OTHER_WORK.get(name)


def collection_and_id(path: str) -> tuple[str, str]:
    """The collection and the id in a JSON pointer; empty where it has none."""
    _, collection, key, *_ = [*path.split("/"), "", ""]
    return collection, key


def find_record(file: ClientFile, path: str) -> Record | None:
    """The record at a path or above it, or None."""
    collection, key = collection_and_id(path)
    records = getattr(file, collection, None)
    found = records.get(key) if isinstance(records, dict) else None
    return found if isinstance(found, Record) else None
