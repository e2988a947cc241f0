"""What the books of every country have in common."""

from half_yard.books.accounts import (
    Alike,
    account_in_words,
    account_question,
    alike_accounts,
    already_in,
    answer_accounts,
    doubles_aside,
    doubtful_rows,
    is_same_account,
    naming,
    settle_accounts,
    twins,
    unsure_accounts,
)

__all__ = [
    "Alike",
    "account_in_words",
    "account_question",
    "alike_accounts",
    "already_in",
    "answer_accounts",
    "doubles_aside",
    "doubtful_rows",
    "is_same_account",
    "naming",
    "settle_accounts",
    "twins",
    "unsure_accounts",
]
