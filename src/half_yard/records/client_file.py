"""The records of one client and one tax year. They know no country: its pack gives the keys meaning.

Records of a kind are kept in a mapping by id, so that a JSON pointer such as `/entries/e00012/amount`
stays true whatever else is added or removed; ids sort in the order in which the records were made.
"""

from __future__ import annotations

from collections.abc import Mapping
from decimal import Decimal
from typing import Annotated, Final, Literal

from pydantic import Field

from half_yard.figures.rounding import to_cents
from half_yard.records.amounts import HUNDRED, Amount, Percent
from half_yard.records.assigned import Assignment
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
from half_yard.records.record import Address, Date, Days, Key, Record, Text, Year
from half_yard.records.statements import AccountAnswer, SortingRule, Statement
from half_yard.records.things import Stay, Thing, Trip, Use

FORMAT_VERSION: Final = 7
"""Of the client file as it is written; `storage/upgrading.py` brings older ones up."""


class Person(Record):
    """A person of the household. `died` is the day of a death that the return must know of;
    `identity_number` is kept as typed, and the country's pack checks it. `facts`, `answers` and `choices` are
    the pack's questions about a person, by key; facts are dollars, or what the question says."""

    first_name: Text = ""
    last_name: Text = ""
    birth_date: Date = None
    died: Date = None
    identity_number: Text = ""
    blind: bool = False
    facts: Mapping[Key, Amount] = {}
    answers: Mapping[Key, bool] = {}
    choices: Mapping[Key, Text] = {}

    @property
    def name(self) -> str:
        """First and last name, or what there is of them."""
        return f"{self.first_name} {self.last_name}".strip()


class Dependant(Person):
    """Someone who lives with the household or is supported by it: a child, a relative. They come onto a
    return in the order in which they were made.

    `relation` is a key of the pack, `months` how many of the year they lived at the taxpayer's home."""

    relation: Text = ""
    months: Annotated[int, Field(ge=0, le=12)] | None = None


class Household(Record):
    """What holds for the whole file. `filing_status` is a key of the country's pack; `facts`, `answers` and
    `choices` are its questions about the household, as for a person; `email` is where letters go."""

    filing_status: Text = ""
    email: Text = ""
    address: Address = Address()
    facts: Mapping[Key, Amount] = {}
    answers: Mapping[Key, bool] = {}
    choices: Mapping[Key, Text] = {}


class Activity(Record):
    """A business or a rental, as its country's pack names the kinds.

    `owners` are shares in percent by person; they must add up to 100. `answers` are the pack's yes/no
    questions about the activity; one that is missing takes the pack's default. `choices` are its questions
    with more answers, `facts` those with a number, by key. `last_year` is what last year's return had by
    statement line, `notes` the preparer's notes by statement line, `own_lines` the names of lines that the
    preparer has added to the schedule's other expenses. An archived activity is kept and is not
    on the return.
    """

    kind: Text
    name: Text = ""
    description: Text = ""
    code: Text = ""
    employer_number: Text = ""
    address: Address = Address()
    property_type: Text = ""
    days_rented: Days | None = None
    days_personal: Days | None = None
    started: Date = None
    ended: Date = None
    owners: Mapping[Key, Percent] = {}
    facts: Mapping[Key, Amount] = {}
    answers: Mapping[Key, bool] = {}
    choices: Mapping[Key, Text] = {}
    last_year: Mapping[Key, Amount] = {}
    notes: Mapping[Key, Text] = {}
    own_lines: Mapping[Key, Text] = {}
    archived: bool = False


class Entry(Record):
    """One receipt or cost of an activity, or a cost of a thing that serves several uses, which `activity`
    then names. `line` is a key of its statement, or of the thing's costs; empty while not sorted.

    `only` says of a thing's cost which use alone it is for: an activity, or a key of the pack. `reckoning` is
    the arithmetic as typed, where the amount was typed as arithmetic; `share` the percent of it that belongs
    to the activity, or to the use that it is for, all of it where there is none; `from_row` the statement row
    that it was sorted from, as `STATEMENT/ROW`.
    """

    activity: Text
    date: Date = None
    payee: Text = ""
    memo: Text = ""
    line: Text = ""
    amount: Amount
    reckoning: Text = ""
    share: Percent | None = None
    only: Text = ""
    note: Text = ""
    from_row: Text = ""

    @property
    def counts(self) -> Decimal:
        """The part of the amount that is the activity's, in cents."""
        return self.amount if self.share is None else to_cents(self.amount * self.share / HUNDRED)


class Asset(Record):
    """A depreciable asset or land, amounts in dollars. `thing` names the shared thing whose measure is its
    business use; where it serves several activities, `activity` names that thing too.

    `cost` is what its basis begins with, `origin` how it came (a key of the pack), `basis` the further
    amounts of its basis by the pack's keys; `part_of` the asset that it improves or was divided from;
    `acquired` the day of the binding contract, where it is another than the day in service; `method` a way of
    depreciation that was elected, a key of the pack; `expensed` the part of the cost that was elected to be
    expensed; `share` the percent of business use and `shares` that of single years; `prior_depreciation` what
    earlier years took, where the preparer has entered it; `months` over how long a cost is written off, where
    the class leaves that open; `own_years` what single years take, of what has a schedule of its own; `units`
    those of single years, of `units_in_all`, of what is written off by its output; `disposed` the day on
    which it left service, `disposal` how, `proceeds` and `selling_costs` what came of it, `sale_share` the
    percent of it that was for the business, where that is not its use of the years; `instalments` what came
    of its price in single years, without interest, and `debt_assumed` the debt that its buyer took over;
    `given_in` and `got_in` the exchange in which it was given up, or received; `answers` as for an activity;
    `made_from` the entry that it was, where it was typed as a cost first."""

    activity: Text
    thing: Text = ""
    name: Text = ""
    asset_class: Text = ""
    in_service: Date = None
    acquired: Date = None
    cost: Amount
    reckoning: Text = ""
    origin: Text = ""
    basis: Mapping[Key, Amount] = {}
    part_of: Text = ""
    method: Text = ""
    expensed: Amount | None = None
    share: Percent | None = None
    shares: Mapping[Year, Percent] = {}
    disposed: Date = None
    disposal: Text = ""
    proceeds: Amount | None = None
    selling_costs: Amount | None = None
    sale_share: Percent | None = None
    instalments: Mapping[Year, Amount] = {}
    debt_assumed: Amount | None = None
    given_in: Text = ""
    got_in: Text = ""
    prior_depreciation: Amount | None = None
    months: Annotated[int, Field(ge=1, le=1200)] | None = None
    own_years: Mapping[Year, Amount] = {}
    units: Mapping[Year, Amount] = {}
    units_in_all: Amount | None = None
    answers: Mapping[Key, bool] = {}
    made_from: Entry | None = None


class EstimatedPayment(Record):
    """A payment of estimated tax for this tax year, of a person where each files a return of their own."""

    person: Text = ""
    date: Date = None
    amount: Amount
    reckoning: Text = ""


class Carryover(Record):
    """An amount in dollars that an earlier year carries into this one. `kind` is a key of the country's pack,
    `of` what it belongs to: an activity, an asset, a person, a class of assets, or nothing for the whole
    return; `year` is the year that it comes from, where that matters, `book` the book under which it was
    worked out, where that is not the regular one."""

    kind: Text = ""
    of: Text = ""
    year: Year | None = None
    book: Text = ""
    amount: Amount
    reckoning: Text = ""


class ClientFile(Record):
    """Everything entered for one client and one tax year. Nothing computed is kept here.

    `short_years` are the tax years that begin later than in January, with their first month. `history` has
    what earlier years' returns came to, in dollars by year, sheet and line.
    """

    format: Literal["half-yard client file"]
    format_version: Literal[7]
    country: Text
    tax_year: Annotated[int, Field(ge=1900, le=2200)]
    assignment: Assignment = Assignment()
    household: Household = Household()
    people: Mapping[Key, Person] = {}
    dependants: Mapping[Key, Dependant] = {}
    activities: Mapping[Key, Activity] = {}
    entries: Mapping[Key, Entry] = {}
    assets: Mapping[Key, Asset] = {}
    forms: Mapping[Key, ReceivedForm] = {}
    wages: Mapping[Key, WageStatement] = {}
    interest: Mapping[Key, InterestStatement] = {}
    dividends: Mapping[Key, DividendStatement] = {}
    sales: Mapping[Key, CapitalSale] = {}
    items: Mapping[Key, HouseholdItem] = {}
    expected: Mapping[Key, ExpectedForm] = {}
    estimated_payments: Mapping[Key, EstimatedPayment] = {}
    statements: Mapping[Key, Statement] = {}
    account_answers: Mapping[Key, AccountAnswer] = {}
    sorting_rules: Mapping[Key, SortingRule] = {}
    elections: Mapping[Key, Text] = {}
    short_years: Mapping[Year, Annotated[int, Field(ge=1, le=12)]] = {}
    carryovers: Mapping[Key, Carryover] = {}
    things: Mapping[Key, Thing] = {}
    uses: Mapping[Key, Use] = {}
    trips: Mapping[Key, Trip] = {}
    stays: Mapping[Key, Stay] = {}
    exchanges: Mapping[Key, Exchange] = {}
    messages: Mapping[Key, Message] = {}
    fittings: Mapping[Key, Fitting] = {}
    judgements: Mapping[Key, Judgement] = {}
    questions: Mapping[Key, ClientQuestion] = {}
    checked: Mapping[Key, Checked] = {}
    filings: Mapping[Key, Filing] = {}
    history: Mapping[Year, Mapping[Key, Mapping[Key, Amount]]] = {}

    @staticmethod
    def new(country: str, tax_year: int) -> ClientFile:
        """An empty file, with an owner who has no name yet."""
        return ClientFile(
            format="half-yard client file",
            format_version=FORMAT_VERSION,
            country=country,
            tax_year=tax_year,
            people={"owner": Person()},
        )

    @property
    def places(self) -> tuple[str, ...]:
        """The ids of what entries and assets may belong to: the activities, then the shared things."""
        return (*sorted(self.activities), *sorted(self.things))

    def called(self, key: str) -> str:
        """The name of an activity or a shared thing, or its id while it has none or is not there."""
        record = self.activities.get(key) or self.things.get(key)
        return (record.name if record is not None else "") or key

    @property
    def title(self) -> str:
        """The owner's name, last name first, with that of a second person where there is one."""
        owner = self.people.get("owner", Person())
        second = next((person for key, person in self.people.items() if key != "owner"), None)
        first = owner.first_name
        if second is not None and second.first_name:
            same = second.last_name in {"", owner.last_name}
            first = f"{first} and {second.first_name if same else second.name}"
        return ", ".join(part for part in (owner.last_name, first) if part) or "New client"
