"""Which statements are of the same account, and which of their rows are the same movement.

An account may be called by its number, by the end of it, or by any name. Where numbers do not decide it, rows
that agree in day and amount are a reason to ask; the preparer's answer is kept in the file.
"""

from __future__ import annotations

import datetime
import re
from collections import defaultdict
from collections.abc import Callable, Hashable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import partial
from itertools import combinations

from half_yard.figures.remembered import Remembered
from half_yard.records import (
    AccountAnswer,
    Change,
    ClientFile,
    Edit,
    Statement,
    StatementRow,
    next_id,
    with_changes,
)
from half_yard.records.naming import same_name
from half_yard.records.statements import ALREADY_IN

DAYS_APART = 2
"""Between the day of a movement and the day on which a bank books it."""
ALIKE = 0.6
"""The part of the rows in the days that both cover from which two accounts look alike."""
NUMBER = re.compile(r"\d{4,}$")
A_YEAR = re.compile(r"(19|20)\d\d")
NOT_COMPARED = re.compile(r"[\s\-./*x•]")
"""What stands between the digits of a number, or for those that a bank hides."""
LONG_NUMBER = 8

Twins = Mapping[str, str]
"""The ids of a statement's rows, each with the id of the other statement's row that is the same movement."""


@dataclass(frozen=True, slots=True)
class Alike:
    """An account in whose statement (`statement`, by its id) so many of the rows stand, of so many in the
    days that both cover."""

    account: str
    statement: str
    rows: int
    of: int

    def __str__(self) -> str:
        return (
            f"{account_in_words(self.account)}, which has {self.rows} of its {self.of} rows by day and amount"
        )


def account_in_words(account: str) -> str:
    """An account as it is called in a sentence."""
    return account or "an account without a name"


def account_question(statement: Statement, alike: Alike) -> str:
    """What the preparer is asked about a statement whose account looks like another."""
    name = account_in_words(statement.account)
    return f"{statement.name}, of {name}: this looks like {alike}. Is it the same account?"


# -- accounts ---------------------------------------------------------------------------------------------


def is_same_account(file: ClientFile, one: str, other: str) -> bool | None:
    """Whether two names mean one account: as the preparer answered, or else by their numbers; None where
    neither says."""
    if not same_name(one) or not same_name(other):
        return None
    if same_name(one) == same_name(other):
        return True
    answers = {_pair(item.one, item.other): item.same for item in file.account_answers.values()}
    if (answered := answers.get(_pair(one, other))) is not None:
        return answered
    if _joined(one, other, answers):
        return True
    ours, theirs = _number(one), _number(other)
    if ours and theirs:
        # Two accounts may be called by words and the same digits; a number alone, or its end, is no such
        # name.
        if (ours.endswith(theirs) or theirs.endswith(ours)) and not (_words(one) and _words(other)):
            return True
        if min(len(ours), len(theirs)) >= LONG_NUMBER:
            return False
    return None


def _pair(one: str, other: str) -> frozenset[str]:
    return frozenset((same_name(one), same_name(other)))


def _joined(one: str, other: str, answers: Mapping[frozenset[str], bool]) -> bool:
    """Whether answers lead from one name to the other through accounts that are the same."""
    reached, wanted = {same_name(one)}, same_name(other)
    while True:
        more = {name for pair, same in answers.items() if same and pair & reached for name in pair} - reached
        if not more:
            return wanted in reached
        reached |= more


def _number(account: str) -> str:
    """The digits at the end of an account's name that make its number; empty where there are too few."""
    found = NUMBER.search(_without_masks(account))
    return found[0].lstrip("0") if found and not A_YEAR.fullmatch(found[0]) else ""


def _words(account: str) -> str:
    """What an account's name has before its number."""
    return NUMBER.sub("", _without_masks(account))


def _without_masks(account: str) -> str:
    return NOT_COMPARED.sub("", account.casefold())


def alike_accounts(file: ClientFile, statement: Statement) -> list[Alike]:
    """The accounts of the file that a statement might be of, as nobody has said yet: the most alike first."""
    found: dict[str, Alike] = {}
    for key, other in sorted(file.statements.items()):
        if is_same_account(file, statement.account, other.account) is not None:
            continue
        alike = _alike(key, other, statement)
        if alike is not None and (other.account not in found or found[other.account].rows < alike.rows):
            found[other.account] = alike
    return sorted(found.values(), key=lambda each: -each.rows)


def _alike(key: str, other: Statement, statement: Statement) -> Alike | None:
    both = _live(other), _live(statement)
    days = _common_days(*both, DAYS_APART)
    if days is None:
        return None
    count = min(len(_within(rows, days)) for rows in both)
    same = len(twins(other, statement))
    return Alike(other.account, key, same, count) if count and same >= max(1, ALIKE * count) else None


PAIRS: Remembered[Alike | None] = Remembered()


def unsure_accounts(file: ClientFile) -> list[tuple[str, Alike]]:
    """The statements of the file that look like another account's, by their ids: two names for one account
    count its money twice. So do those of one account, by its number, that were never compared."""
    found = []
    for (first, one), (second, other) in combinations(sorted(file.statements.items()), 2):
        same = is_same_account(file, one.account, other.account)
        if same is None or (same and _were_never_compared(one, other)):
            alike = PAIRS.get((first, second), (one, other), partial(_alike, first, one, other))
            if alike is not None:
                found.append((second, alike))
    return found


def _were_never_compared(one: Statement, other: Statement) -> bool:
    """Whether two statements of one account under two names have all their rows live."""
    doubles = any(row.is_double for each in (one, other) for row in each.rows.values())
    return same_name(one.account) != same_name(other.account) and not doubles


def answer_accounts(file: ClientFile, one: str, other: str, *, same: bool) -> list[Change]:
    """The changes that keep whether two names mean one account."""
    answers = file.account_answers
    known = [key for key, item in answers.items() if _pair(item.one, item.other) == _pair(one, other)]
    key = known[0] if known else next_id("account_answers", answers)
    answer = AccountAnswer(one=one, other=other, same=same).model_dump(mode="json")
    return [Change(op="replace" if known else "add", path=f"/account_answers/{key}", value=answer)]


def naming(file: ClientFile, statement: str, name: str) -> list[Change]:
    """The changes that give the account of a statement without one a name: answers are kept by name."""
    if file.statements[statement].account:
        return []
    return [Change(op="replace", path=f"/statements/{statement}/account", value=name)]


def settle_accounts(file: ClientFile, statement: str, other: str, *, same: bool) -> Edit:
    """The edit that keeps whether the accounts of two statements of the file are one. Where they are, rows of
    later statements that earlier ones have are set aside, and what was made from them is taken out."""
    mine, theirs = file.statements[statement], file.statements[other]
    own, of_other = (f"account of {each.name} {key}" for each, key in ((mine, statement), (theirs, other)))
    changes = [
        *naming(file, statement, (theirs.account or of_other) if same else own),
        *naming(file, other, (mine.account or of_other) if same else of_other),
    ]
    named = with_changes(file, changes)
    pair = (named.statements[other].account, named.statements[statement].account)
    if same_name(pair[0]) != same_name(pair[1]):
        changes += answer_accounts(file, *pair, same=same)
    changes += doubles_aside(file, with_changes(file, changes), sure=(other, statement) if same else None)
    words = "one account" if same else "two accounts"
    return Edit(label=f"{pair[0]} and {pair[1]}: {words}", changes=tuple(changes))


def doubles_aside(
    before: ClientFile, after: ClientFile, *, sure: tuple[str, str] | None = None
) -> list[Change]:
    """The changes that set rows aside which are here already: of all accounts that are one after an answer
    and were not before, and of the two statements that surely are of one (`sure`)."""
    changes: list[Change] = []
    for first, second in combinations(sorted(after.statements), 2):
        now, then = (
            is_same_account(file, file.statements[first].account, file.statements[second].account)
            for file in (after, before)
        )
        if (now and not then) or (sure is not None and {first, second} == set(sure)):
            made = list(_set_aside(after, first, second))
            after = with_changes(after, made)
            changes += made
    return changes


def _set_aside(file: ClientFile, first: str, second: str) -> Iterator[Change]:
    known, statement = file.statements[first], file.statements[second]
    entries: dict[str, list[str]] = defaultdict(list)
    for key, entry in file.entries.items():
        entries[entry.from_row].append(key)
    for row in twins(known, statement):
        yield from (Change(op="remove", path=f"/entries/{key}") for key in entries[f"{second}/{row}"])
        path = f"/statements/{second}/rows/{row}"
        yield Change(op="replace", path=f"{path}/parts_aside", value={})
        yield Change(op="replace", path=f"{path}/set_aside", value=already_in(known))


def already_in(statement: Statement) -> str:
    """Why a row is set aside that another statement has."""
    return f"{ALREADY_IN} {statement.name or 'an earlier statement'}"


def doubtful_rows(file: ClientFile) -> frozenset[str]:
    """The rows, as `STATEMENT/ROW`, that may be here already in an account that looks like theirs."""
    return frozenset(
        f"{key}/{row}"
        for key, alike in unsure_accounts(file)
        for row in twins(file.statements[alike.statement], file.statements[key])
    )


# -- movements --------------------------------------------------------------------------------------------


def twins(known: Statement, statement: Statement) -> Twins:
    """The rows of a statement that are movements which a known statement of the same account has, each once.

    The bank's own mark decides where it is of one kind in both. Otherwise rows agree in amount and day, those
    with the same words first; then, in the days that both statements cover, in amount and a day or two apart:
    there both have every movement, so that what is left must be the same. A source that books on other days
    than the other does so throughout: where hardly a day agrees, or where all rows of both find a partner,
    days are not compared first.
    """
    ours, theirs = _live(known), _live(statement)
    decides = _marks_decide(known, statement)
    by_day = _Pairing(ours, theirs, decides=decides)
    by_day.pair(lambda row: (row.date, row.amount, row.reference) if row.reference else None)
    by_day.pair(lambda row: (row.date, row.amount, same_name(row.payee), same_name(row.memo)))
    by_day.pair(lambda row: (row.date, row.amount))
    days = _common_days(ours, theirs, 0)
    exact = len(by_day.found)
    if days is not None:
        by_day.pair_near(days)
    if known.layout and known.layout == statement.layout and known.account == statement.account:
        return by_day.found
    wider = _common_days(ours, theirs, DAYS_APART)
    if wider is None or len(by_day.found) == min(len(ours), len(theirs)):
        return by_day.found
    near = _Pairing(ours, theirs, decides=decides)
    near.pair(lambda row: (row.date, row.amount, row.reference) if row.reference else None)
    near.pair_near(wider)
    whole = len(near.found) == len(ours) == len(theirs)
    in_common = min(len(_within(rows, days)) for rows in (ours, theirs)) if days is not None else 0
    shifted = exact < in_common / 2 and len(near.found) > len(by_day.found)
    return near.found if whole or shifted else by_day.found


def _marks_decide(known: Statement, statement: Statement) -> bool:
    """Whether the banks' marks of two statements are of one kind, so that another mark is another
    movement."""
    if known.layout == statement.layout:
        return True
    marks = [{row.reference for row in each.rows.values() if row.reference} for each in (known, statement)]
    return bool(marks[0] & marks[1])


class _Pairing:
    """Rows of two statements on their way to each other; `decides` whether other marks are other rows."""

    def __init__(
        self, known: Mapping[str, StatementRow], new: Mapping[str, StatementRow], *, decides: bool
    ) -> None:
        self._known, self._new = known, new
        self._decides = decides
        self._left_known, self._left_new = dict(known), dict(new)
        self.found: dict[str, str] = {}

    def pair(self, mark: Callable[[StatementRow], Hashable]) -> None:
        """Pair rows of the same mark, in their order; a mark of None pairs nothing."""
        waiting: dict[Hashable, list[str]] = defaultdict(list)
        for key, row in self._left_known.items():
            waiting[mark(row)].append(key)
        waiting.pop(None, None)
        self._pair_with(waiting, mark, list(self._left_new), _always)

    def pair_near(self, days: tuple[datetime.date, datetime.date]) -> None:
        """Pair rows of the same amount whose days are near: the most there can be, in order of their days."""
        waiting: dict[Hashable, list[str]] = defaultdict(list)
        for key in _in_order(_within(self._left_known, days)):
            waiting[self._known[key].amount].append(key)
        self._pair_with(waiting, lambda row: row.amount, _in_order(_within(self._left_new, days)), _near)

    def _pair_with(
        self,
        waiting: Mapping[Hashable, list[str]],
        mark: Callable[[StatementRow], Hashable],
        keys: Iterable[str],
        fits: Callable[[StatementRow, StatementRow], bool],
    ) -> None:
        for key in keys:
            row = self._new[key]
            candidates = waiting.get(mark(row), [])
            for other in candidates:
                if self._may_be(self._known[other], row) and fits(self._known[other], row):
                    candidates.remove(other)
                    self.found[key] = other
                    del self._left_new[key], self._left_known[other]
                    break

    def _may_be(self, known: StatementRow, row: StatementRow) -> bool:
        both = bool(known.reference and row.reference)
        return not (self._decides and both) or known.reference == row.reference


def _always(_known: StatementRow, _row: StatementRow) -> bool:
    return True


def _near(known: StatementRow, row: StatementRow) -> bool:
    if known.date is None or row.date is None:
        return False
    return abs((known.date - row.date).days) <= DAYS_APART


def _live(statement: Statement) -> Mapping[str, StatementRow]:
    """The rows of a statement that are movements of their own."""
    return {key: row for key, row in statement.rows.items() if not row.is_double}


def _in_order(rows: Mapping[str, StatementRow]) -> list[str]:
    return sorted(rows, key=lambda key: (rows[key].date or datetime.date.min, key))


def _common_days(
    one: Mapping[str, StatementRow], other: Mapping[str, StatementRow], margin: int
) -> tuple[datetime.date, datetime.date] | None:
    """The first and the last day that both cover, taken wider by so many days; None where there are none."""
    first, second = _days(one.values()), _days(other.values())
    if not first or not second:
        return None
    wider = datetime.timedelta(days=margin)
    begin, end = max(min(first), min(second)) - wider, min(max(first), max(second)) + wider
    return None if begin > end else (begin, end)


def _days(rows: Iterable[StatementRow]) -> Sequence[datetime.date]:
    return [row.date for row in rows if row.date is not None]


def _within(
    rows: Mapping[str, StatementRow], days: tuple[datetime.date, datetime.date]
) -> Mapping[str, StatementRow]:
    begin, end = days
    return {key: row for key, row in rows.items() if row.date is not None and begin <= row.date <= end}
