"""Statements of accounts: reading them, keeping doubles out, sorting their rows into the books."""

from half_yard.statements.delimited import Layout, UnreadableError, guess_layout, read_delimited
from half_yard.statements.ofx import is_ofx, read_ofx
from half_yard.statements.sorting import Proposal, Target, learnable_rules, proposals
from half_yard.statements.taking_in import AccountUnsureError, TakenIn, TooManyRowsError, take_in
from half_yard.statements.tray import RowState, Totals, Tray, TrayRow, set_aside, sort_rows

__all__ = [
    "AccountUnsureError",
    "Layout",
    "Proposal",
    "RowState",
    "TakenIn",
    "Target",
    "TooManyRowsError",
    "Totals",
    "Tray",
    "TrayRow",
    "UnreadableError",
    "guess_layout",
    "is_ofx",
    "learnable_rules",
    "proposals",
    "read_delimited",
    "read_ofx",
    "set_aside",
    "sort_rows",
    "take_in",
]
