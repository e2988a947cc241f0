"""A row in parts: each goes where a whole row can, to a line or aside, and what is left is always seen.

Amounts of parts are typed without a sign, as they stand in the row: 120 of a row of 200, whichever way its
money went.
"""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries import Pack
from half_yard.figures.explain import exact_text
from half_yard.records import Change, ClientFile, Edit
from half_yard.records.identifiers import fresh_ids
from half_yard.statements.sorting import Target
from half_yard.statements.tray import Receipts, TrayRow, new_entry, new_part

OF_A_PART = ("activity", "line", "amount", "share")
"""The fields of an entry that say where a part of a row goes, and how much of it."""


class PartError(ValueError):
    """A part that the row can't have; the message says why."""


@dataclass(frozen=True, slots=True)
class Part:
    """A part of a row: the path of its record, where it goes, and its amount in dollars, above zero where its
    money went the row's way."""

    path: str
    target: Target
    amount: Decimal
    memo: str = ""


def parts_of(file: ClientFile, pack: Pack, row: TrayRow) -> list[Part]:
    """The parts of a row, entries first."""
    receipts, way = Receipts(file, pack), _way(row)
    parts = []
    for key in row.entries:
        entry = file.entries[key]
        signed = entry.amount * receipts.sign(entry.activity, entry.line, row.row.amount)
        target = Target(entry.activity, entry.line, entry.share)
        parts.append(Part(f"/entries/{key}", target, signed * way, entry.memo))
    for key, aside in sorted(row.row.parts_aside.items()):
        path = f"{row.path}/parts_aside/{key}"
        parts.append(Part(path, Target(set_aside=aside.reason), aside.amount * way))
    return parts


def add_part(file: ClientFile, pack: Pack, row: TrayRow, target: Target, amount: Decimal | None) -> Edit:
    """The edit that sends a part of what is left of a row somewhere, or all of it where no amount is said.
    Raises PartError."""
    left = row.left * _way(row)
    wanted = left if amount is None else amount
    _check(wanted, left)
    ids = fresh_ids("entries", file.entries)
    return _edit(row, new_part(row, target, wanted * _way(row), Receipts(file, pack), ids))


def change_part(
    file: ClientFile, pack: Pack, row: TrayRow, part: Part, *, target: Target | None = None,
    amount: Decimal | None = None,
) -> Edit:  # fmt: skip
    """The edit that sends a part elsewhere, or makes it another size. Raises PartError."""
    wanted = part.amount if amount is None else amount
    if amount is not None:
        _check(wanted, row.left * _way(row) + part.amount)
    to = target or part.target
    signed, receipts = wanted * _way(row), Receipts(file, pack)
    if part.path.startswith("/entries/") and not to.set_aside:
        # An entry stays under its id, with what else its record has.
        entry = new_entry(row, to, signed, receipts).model_dump(mode="json", include=set(OF_A_PART))
        return _edit(
            row, *(Change(op="replace", path=f"{part.path}/{key}", value=entry[key]) for key in OF_A_PART)
        )
    return _edit(
        row,
        Change(op="remove", path=part.path),
        new_part(row, to, signed, receipts, fresh_ids("entries", file.entries)),
    )


def remove_part(row: TrayRow, part: Part) -> Edit:
    """The edit that brings a part back to what is left of its row."""
    return _edit(row, Change(op="remove", path=part.path))


def _check(wanted: Decimal, left: Decimal) -> None:
    if not left:
        raise PartError("Nothing is left of this row.")
    if not 0 < wanted <= left:
        raise PartError(f"Of this row {exact_text(left)} is left: a part is at most that.")


def _way(row: TrayRow) -> int:
    return 1 if row.row.amount >= 0 else -1


def _edit(row: TrayRow, *changes: Change) -> Edit:
    return Edit(label=f"Part of {row.row.payee or row.row.memo or 'a row'}", changes=changes)
