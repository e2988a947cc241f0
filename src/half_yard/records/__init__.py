"""The client file: immutable records of what the preparer entered, and edits that make new ones."""

from half_yard.records.client_file import (
    Activity,
    Address,
    Asset,
    ClientFile,
    Entry,
    EstimatedPayment,
    Household,
    InterestStatement,
    Person,
    ReceivedForm,
    Record,
    WageStatement,
)
from half_yard.records.edits import Change, Edit, EditError, add, apply, change, remove
from half_yard.records.identifiers import next_id

__all__ = [
    "Activity",
    "Address",
    "Asset",
    "Change",
    "ClientFile",
    "Edit",
    "EditError",
    "Entry",
    "EstimatedPayment",
    "Household",
    "InterestStatement",
    "Person",
    "ReceivedForm",
    "Record",
    "WageStatement",
    "add",
    "apply",
    "change",
    "next_id",
    "remove",
]
