"""What the books of every country have in common."""

from half_yard.books.accounts import (
    Alike,
    alike_accounts,
    already_in,
    answer_accounts,
    called,
    doubles_aside,
    doubtful_rows,
    is_same_account,
    settle_accounts,
    twins,
    unsure_accounts,
)

__all__ = [
    "Alike",
    "alike_accounts",
    "already_in",
    "answer_accounts",
    "called",
    "doubles_aside",
    "doubtful_rows",
    "is_same_account",
    "settle_accounts",
    "twins",
    "unsure_accounts",
]
