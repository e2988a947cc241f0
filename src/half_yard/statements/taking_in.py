"""Taking a statement in: rows that are here already are set aside and say where, and whose account it is is
asked where the numbers do not say."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from half_yard.books import (
    Alike,
    account_question,
    alike_accounts,
    already_in,
    answer_accounts,
    doubles_aside,
    is_same_account,
    naming,
    twins,
)
from half_yard.records import Change, ClientFile, Edit, Statement, StatementRow, add, next_id, with_changes
from half_yard.records.naming import same_name
from half_yard.statements.delimited import MOST_ROWS


class AccountUnsureError(ValueError):
    """A statement may be of an account that the file has under another name; `alike` are those accounts. The
    preparer must say, or its money might count twice."""

    def __init__(self, statement: Statement, alike: Sequence[Alike]) -> None:
        super().__init__(account_question(statement, alike[0]))
        self.statement = statement
        self.alike = tuple(alike)


class TooManyRowsError(ValueError):
    """A file can't hold so many rows."""


@dataclass(frozen=True, slots=True)
class TakenIn:
    """What comes of a statement: the edit, the statement's id, how many rows it has and how many of them are
    set aside as here already. Where all are, nothing is added and there is no id."""

    edit: Edit
    key: str
    rows: int
    aside: int


def take_in(file: ClientFile, statement: Statement, answers: Mapping[str, bool] | None = None) -> TakenIn:
    """The edit that takes a statement in. `answers` say by account whether an account of the file is the same
    as the statement's; they are kept in the file. Raises AccountUnsureError where one is missing,
    TooManyRowsError."""
    said = {same_name(account): same for account, same in (answers or {}).items()}
    alike = alike_accounts(file, statement)
    unanswered = [each for each in alike if same_name(each.account) not in said]
    if unanswered:
        raise AccountUnsureError(statement, unanswered)
    before, changes = file, list[Change]()
    for each in alike:
        made, statement = _answered(file, statement, each, same=said[same_name(each.account)])
        changes += made
        file = with_changes(file, made)
    # An answer may join accounts that both are here already.
    joined = doubles_aside(before, file)
    file = with_changes(file, joined)
    changes += joined
    rows, aside = _without_doubles(file, statement)
    key = ""
    if aside < len(rows) or not rows:
        _see_that_it_fits(file, statement)
        key = next_id("statements", file.statements)
        taken = statement.model_copy(update={"rows": rows})
        changes += add("", f"/statements/{key}", taken).changes
    label = f"{statement.name or 'Statement'}: {len(rows)} rows"
    return TakenIn(Edit(label=label, changes=tuple(changes)), key, len(rows), aside)


def _see_that_it_fits(file: ClientFile, statement: Statement) -> None:
    there = sum(len(each.rows) for each in file.statements.values())
    if there + len(statement.rows) > MOST_ROWS:
        raise TooManyRowsError(
            f"{statement.name} has {len(statement.rows):,} rows, the file {there:,}: it holds {MOST_ROWS:,}. "
            "Take out a statement that is not needed any more, or keep an activity in a file of its own."
        )


def _answered(
    file: ClientFile, statement: Statement, alike: Alike, *, same: bool
) -> tuple[list[Change], Statement]:
    """The changes that keep an answer, and the statement with the name that its account has then."""
    known = file.statements[alike.statement]
    own, of_known = f"account of {statement.name}", f"account of {known.name} {alike.statement}"
    changes = naming(file, alike.statement, (statement.account or of_known) if same else of_known)
    theirs = str(changes[0].value) if changes else known.account
    if not statement.account:
        statement = statement.model_copy(update={"account": theirs if same else own})
    if same_name(theirs) != same_name(statement.account):
        changes += answer_accounts(file, theirs, statement.account, same=same)
    return changes, statement


def _without_doubles(file: ClientFile, statement: Statement) -> tuple[dict[str, StatementRow], int]:
    """The rows, those that another statement of the account has set aside, and how many these are."""
    rows = dict(statement.rows)
    left = statement
    for _, known in sorted(file.statements.items()):
        if is_same_account(file, known.account, statement.account):
            found = twins(known, left)
            for key in found:
                update = {"set_aside": already_in(known), "parts_aside": {}}
                rows[key] = rows[key].model_copy(update=update)
            kept = {key: row for key, row in left.rows.items() if key not in found}
            left = left.model_copy(update={"rows": kept})
    return rows, len(rows) - len(left.rows)
