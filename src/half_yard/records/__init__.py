"""The client file: immutable records of what the preparer entered, and edits that make new ones."""

from half_yard.records.client_file import (
    Activity,
    Asset,
    Carryover,
    ClientFile,
    Dependant,
    Entry,
    EstimatedPayment,
    Household,
    Person,
)
from half_yard.records.edits import (
    EditError,
    add,
    apply,
    change,
    remove,
    with_changes,
)
from half_yard.records.exchanges import Exchange
from half_yard.records.filing import Filing
from half_yard.records.forms import (
    CapitalSale,
    DividendStatement,
    HouseholdItem,
    InterestStatement,
    ReceivedForm,
    WageStatement,
)
from half_yard.records.identifiers import next_id
from half_yard.records.looking_over import Checked, ClientQuestion, Judgement
from half_yard.records.messages import Message
from half_yard.records.record import Address, Record
from half_yard.records.statements import AccountAnswer, AsidePart, SortingRule, Statement, StatementRow
from half_yard.records.steps import Change, Edit
from half_yard.records.things import Stay, Thing, Trip, Use

__all__ = [
    "AccountAnswer",
    "Activity",
    "Address",
    "AsidePart",
    "Asset",
    "CapitalSale",
    "Carryover",
    "Change",
    "Checked",
    "ClientFile",
    "ClientQuestion",
    "Dependant",
    "DividendStatement",
    "Edit",
    "EditError",
    "Entry",
    "EstimatedPayment",
    "Exchange",
    "Filing",
    "Household",
    "HouseholdItem",
    "InterestStatement",
    "Judgement",
    "Message",
    "Person",
    "ReceivedForm",
    "Record",
    "SortingRule",
    "Statement",
    "StatementRow",
    "Stay",
    "Thing",
    "Trip",
    "Use",
    "WageStatement",
    "add",
    "apply",
    "change",
    "next_id",
    "remove",
    "with_changes",
]
