"""The tray: the rows of all statements, what became of each, and the edits that move them on.

A row is never thrown away. It waits, or is set aside with a reason, or entries were made from it; so the
statement's totals can be followed to the last row, and a second import finds what is here already.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from decimal import Decimal
from enum import StrEnum

from half_yard.countries import Pack
from half_yard.figures.rounding import ZERO
from half_yard.records import AsidePart, Change, ClientFile, Edit, Entry, StatementRow, next_id
from half_yard.records.identifiers import fresh_ids
from half_yard.statements.sorting import Target


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
    """A row with what became of it: the ids of its entries, and what they and its parts aside come to, in
    dollars, with the sign that their money has on the statement."""

    statement: str
    key: str
    row: StatementRow
    entries: tuple[str, ...]
    placed: Decimal
    aside: Decimal
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
    def parts(self) -> int:
        """In how many parts it has gone somewhere."""
        return len(self.entries) + len(self.row.parts_aside)

    @property
    def left(self) -> Decimal:
        """What is neither placed nor aside yet, in dollars, above zero for money in. Parts and rest are the
        row, to the cent."""
        return self.row.amount - self.placed - self.aside


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
        aside = sum((row.aside for row in rows), ZERO)
        placed = sum((row.placed for row in rows), ZERO)
        return Totals(
            opening=statement.opening,
            money_in=sum((amount for amount in amounts if amount > 0), ZERO),
            money_out=-sum((amount for amount in amounts if amount < 0), ZERO),
            closing=statement.closing,
            placed=placed,
            aside=aside,
            waiting=sum(amounts, ZERO) - aside - placed,
        )


class Receipts:
    """Which lines take money in, by activity."""

    def __init__(self, file: ClientFile, pack: Pack) -> None:
        self._lines = {
            key: frozenset(line.key for line in pack.lines_of(file, key) if line.receipt)
            for key in file.places
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
        (entry.amount * receipts.sign(entry.activity, entry.line, row.amount) for _, entry in made), ZERO
    )
    aside = row.amount if row.set_aside else sum((part.amount for part in row.parts_aside.values()), ZERO)
    left = row.amount - placed - aside
    if not entries and not row.parts_aside:
        state = RowState.ASIDE if row.set_aside else RowState.WAITING
    elif abs(left) > abs(row.amount) or left * row.amount < 0:
        state = RowState.DIFFERS
    elif left or not all(entry.line for _, entry in made):
        state = RowState.PART
    else:
        state = RowState.SORTED if entries else RowState.ASIDE
    return TrayRow(
        statement=statement, key=key, row=row, entries=entries, placed=placed, aside=aside, state=state
    )


def sort_rows(file: ClientFile, pack: Pack, targets: Iterable[tuple[TrayRow, Target]]) -> Edit:
    """The edit that sorts what is left of rows to lines, or sets it aside where the target says so.

    Of a row that is sorted in part the parts stay; a row that is wholly sorted is sorted anew.
    """
    receipts = Receipts(file, pack)
    ids = fresh_ids("entries", file.entries)
    changes: list[Change] = []
    count = 0
    for tray_row, target in targets:
        count += 1
        if tray_row.state is RowState.PART:
            changes.append(new_part(tray_row, target, tray_row.left, receipts, ids))
            continue
        changes += cleared(tray_row, target.set_aside)
        if target.entry:
            path = f"/entries/{target.entry}/from_row"
            changes.append(Change(op="replace", path=path, value=tray_row.name))
        elif not target.set_aside:
            changes.append(new_part(tray_row, target, tray_row.row.amount, receipts, ids))
    return Edit(label=f"{count} row{'' if count == 1 else 's'} sorted", changes=tuple(changes))


def new_part(
    tray_row: TrayRow, target: Target, amount: Decimal, receipts: Receipts, ids: Iterator[str]
) -> Change:
    """The change that sends a part of a row somewhere: an entry, or a part aside. `amount` is in dollars with
    the row's sign."""
    if target.set_aside:
        key = next_id("parts_aside", tray_row.row.parts_aside)
        aside = AsidePart(amount=amount, reason=target.set_aside)
        path = f"{tray_row.path}/parts_aside/{key}"
        return Change(op="add", path=path, value=aside.model_dump(mode="json"))
    entry = new_entry(tray_row, target, amount, receipts)
    return Change(op="add", path=f"/entries/{next(ids)}", value=entry.model_dump(mode="json"))


def new_entry(tray_row: TrayRow, target: Target, amount: Decimal, receipts: Receipts) -> Entry:
    """The entry that a part of a row is on a line. `amount` is in dollars with the row's sign."""
    return Entry(
        activity=target.activity,
        date=tray_row.row.date,
        payee=tray_row.row.payee,
        memo=tray_row.row.memo,
        line=target.line,
        amount=amount * receipts.sign(target.activity, target.line, tray_row.row.amount),
        share=target.share,
        from_row=tray_row.name,
    )


def set_aside(rows: Iterable[TrayRow], reason: str) -> Edit:
    """The edit that sets rows aside for a reason, whole, or takes them back with an empty one. Entries that
    were made from them are taken out."""
    changes = [change for row in rows for change in cleared(row, reason)]
    return Edit(label="Rows set aside" if reason else "Rows back in the tray", changes=tuple(changes))


def cleared(tray_row: TrayRow, reason: str) -> list[Change]:
    """The changes that take all parts of a row out, and set it aside whole where there is a reason."""
    changes = [Change(op="remove", path=f"/entries/{entry}") for entry in tray_row.entries]
    if tray_row.row.parts_aside:
        changes.append(Change(op="replace", path=f"{tray_row.path}/parts_aside", value={}))
    if tray_row.row.set_aside != reason:
        changes.append(Change(op="replace", path=f"{tray_row.path}/set_aside", value=reason))
    return changes
