"""The tray: the rows of all statements, what became of each, and the edits that move them on.

A row is never thrown away. It waits, or is set aside with a reason, or entries were made from it; so the
statement's totals can be followed to the last row, and a second import finds what is here already.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from decimal import Decimal
from enum import StrEnum

from half_yard.countries import Pack
from half_yard.records import Change, ClientFile, Edit, Entry, Statement, StatementRow, add, next_id
from half_yard.records.identifiers import fresh_ids
from half_yard.records.naming import same_name
from half_yard.records.statements import ALREADY_IN
from half_yard.statements.sorting import Target

NOTHING = Decimal(0)
Key = tuple[object, ...]


class RowState(StrEnum):
    """What became of a row."""

    WAITING = "waiting"
    SORTED = "sorted"
    PART = "sorted in part"
    DIFFERS = "differs from its entries"
    ASIDE = "set aside"

    @property
    def is_open(self) -> bool:
        """Whether the row still waits for something."""
        return self not in {RowState.SORTED, RowState.ASIDE}


@dataclass(frozen=True, slots=True)
class TrayRow:
    """A row with what became of it: the ids of its entries, and what they come to, in dollars, with the sign
    that money of theirs has on the statement."""

    statement: str
    key: str
    row: StatementRow
    entries: tuple[str, ...]
    placed: Decimal
    state: RowState

    @property
    def name(self) -> str:
        """The row as entries refer to it."""
        return f"{self.statement}/{self.key}"

    @property
    def path(self) -> str:
        """The row's JSON pointer."""
        return f"/statements/{self.statement}/rows/{self.key}"

    @property
    def left(self) -> Decimal:
        """What is not placed yet, in dollars, above zero for money in."""
        return self.row.amount - self.placed


@dataclass(frozen=True, slots=True)
class Totals:
    """A statement's totals, in dollars. In less out is also what is sorted, set aside and waiting; `off` is
    by how much the opening balance and the rows miss the closing one, None where it names no balances."""

    opening: Decimal | None
    money_in: Decimal
    money_out: Decimal
    closing: Decimal | None
    placed: Decimal
    aside: Decimal
    waiting: Decimal

    @property
    def off(self) -> Decimal | None:
        """The closing balance less the opening one and the rows."""
        if self.opening is None or self.closing is None:
            return None
        return self.closing - (self.opening + self.money_in - self.money_out)


@dataclass(frozen=True)
class Tray:
    """All rows of a file's statements by statement."""

    rows: Mapping[str, tuple[TrayRow, ...]]

    @staticmethod
    def of(file: ClientFile, pack: Pack) -> Tray:
        """The tray of a file."""
        receipts = Receipts(file, pack)
        made: dict[str, list[tuple[str, Entry]]] = {}
        for key, entry in file.entries.items():
            if entry.from_row:
                made.setdefault(entry.from_row, []).append((key, entry))
        return Tray(
            {
                key: tuple(
                    _tray_row(key, row_key, row, made.get(f"{key}/{row_key}", ()), receipts)
                    for row_key, row in statement.rows.items()
                )
                for key, statement in sorted(file.statements.items())
            }
        )

    def all_rows(self) -> Iterable[TrayRow]:
        """Every row of every statement."""
        return (row for rows in self.rows.values() for row in rows)

    @property
    def open_rows(self) -> int:
        """How many rows still wait for something."""
        return sum(row.state.is_open for row in self.all_rows())

    def totals(self, file: ClientFile, key: str) -> Totals:
        """The totals of one statement."""
        statement, rows = file.statements[key], self.rows[key]
        amounts = [row.row.amount for row in rows]
        aside = sum((row.row.amount for row in rows if row.state is RowState.ASIDE), NOTHING)
        placed = sum((row.placed for row in rows if row.state is not RowState.ASIDE), NOTHING)
        return Totals(
            statement.opening,
            sum((amount for amount in amounts if amount > 0), NOTHING),
            -sum((amount for amount in amounts if amount < 0), NOTHING),
            statement.closing,
            placed,
            aside,
            sum(amounts, NOTHING) - aside - placed,
        )


class Receipts:
    """Which lines take money in, by activity."""

    def __init__(self, file: ClientFile, pack: Pack) -> None:
        self._lines = {
            key: frozenset(line.key for line in pack.statement_lines(activity) if line.receipt)
            for key, activity in file.activities.items()
        }

    def sign(self, activity: str, line: str, amount: Decimal) -> int:
        """1 where an amount above zero on this line is money in, -1 where it is money out; on no line yet it
        is what the row's own amount is."""
        if not line:
            return 1 if amount > 0 else -1
        return 1 if line in self._lines.get(activity, frozenset()) else -1


def _tray_row(
    statement: str, key: str, row: StatementRow, made: Iterable[tuple[str, Entry]], receipts: Receipts
) -> TrayRow:
    entries = tuple(entry for entry, _ in made)
    placed = sum(
        (entry.amount * receipts.sign(entry.activity, entry.line, row.amount) for _, entry in made), NOTHING
    )
    if entries:
        beyond = abs(placed) > abs(row.amount) or placed * row.amount < 0
        state = RowState.DIFFERS if beyond else RowState.PART
        if placed == row.amount and all(entry.line for _, entry in made):
            state = RowState.SORTED
    else:
        state = RowState.ASIDE if row.set_aside else RowState.WAITING
    return TrayRow(statement, key, row, entries, placed, state)


def take_in(file: ClientFile, statement: Statement) -> tuple[Edit, str] | None:
    """The edit that takes a statement in, and its id; rows that are here already are set aside and say where.

    None where every row is here already: then there is nothing to take in.
    """
    known = _known(file, statement.account)
    seen: Counter[Key] = Counter()
    rows = {}
    doubles = 0
    for key, row in statement.rows.items():
        mark = _mark(row)
        seen[mark] += 1
        if seen[mark] <= len(known.get(mark, ())):
            doubles += 1
            rows[key] = row.model_copy(update={"set_aside": f"{ALREADY_IN} {known[mark][seen[mark] - 1]}"})
        else:
            rows[key] = row
    if rows and doubles == len(rows):
        return None
    key = next_id("statements", file.statements)
    taken = statement.model_copy(update={"rows": rows})
    return add(f"{statement.name or 'Statement'}: {len(rows)} rows", f"/statements/{key}", taken), key


def _known(file: ClientFile, account: str) -> dict[Key, list[str]]:
    """The names of the statements that have each movement of an account, once for each time it occurred."""
    found: dict[Key, list[str]] = {}
    for _, statement in sorted(file.statements.items()):
        if account and statement.account and statement.account != account:
            continue
        for row in statement.rows.values():
            if not row.is_double:
                found.setdefault(_mark(row), []).append(statement.name or "an earlier statement")
    return found


def _mark(row: StatementRow) -> Key:
    """What two imports of the same movement have in common: the bank's own mark, or else its words."""
    if row.reference:
        return (row.date, row.amount, row.reference)
    return (row.date, row.amount, same_name(row.payee), same_name(row.memo))


def sort_rows(file: ClientFile, pack: Pack, targets: Iterable[tuple[TrayRow, Target]]) -> Edit:
    """The edit that sorts what is left of rows to lines, or sets rows aside where the target says so.

    A row that is wholly sorted is sorted anew: its entries are taken out.
    """
    receipts = Receipts(file, pack)
    ids = fresh_ids("entries", file.entries)
    changes = []
    count = 0
    for tray_row, target in targets:
        count += 1
        anew = tray_row.state is not RowState.PART
        if anew or target.set_aside:
            changes += [Change(op="remove", path=f"/entries/{entry}") for entry in tray_row.entries]
        if tray_row.row.set_aside != target.set_aside:
            changes.append(_aside(tray_row, target.set_aside))
        if target.set_aside:
            continue
        if target.entry:
            path = f"/entries/{target.entry}/from_row"
            changes.append(Change(op="replace", path=path, value=tray_row.name))
            continue
        amount = tray_row.row.amount if anew else tray_row.left
        entry = Entry(
            activity=target.activity,
            date=tray_row.row.date,
            payee=tray_row.row.payee,
            memo=tray_row.row.memo,
            line=target.line,
            amount=amount * receipts.sign(target.activity, target.line, tray_row.row.amount),
            share=target.share,
            from_row=tray_row.name,
        )
        path = f"/entries/{next(ids)}"
        changes.append(Change(op="add", path=path, value=entry.model_dump(mode="json")))
    return Edit(label=f"{count} row{'' if count == 1 else 's'} sorted", changes=tuple(changes))


def set_aside(rows: Iterable[TrayRow], reason: str) -> Edit:
    """The edit that sets rows aside for a reason, or takes them back with an empty one. Entries that were
    made from them are taken out."""
    changes = [
        change
        for row in rows
        for change in (
            *(Change(op="remove", path=f"/entries/{entry}") for entry in row.entries),
            _aside(row, reason),
        )
    ]
    return Edit(label="Rows set aside" if reason else "Rows back in the tray", changes=tuple(changes))


def _aside(tray_row: TrayRow, reason: str) -> Change:
    return Change(op="replace", path=f"{tray_row.path}/set_aside", value=reason)
