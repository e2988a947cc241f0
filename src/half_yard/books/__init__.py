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
from half_yard.books.keeping import BookKeeping, Books
from half_yard.books.lines import OWN, StatementLine, StatementLines
from half_yard.books.payers import Box, FormKind, MatchState, PayerMatch, PayersForms

__all__ = [
    "OWN",
    "Alike",
    "BookKeeping",
    "Books",
    "Box",
    "FormKind",
    "MatchState",
    "PayerMatch",
    "PayersForms",
    "StatementLine",
    "StatementLines",
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
