"""The books as a table for other programs: every entry, where it lands or what stops it."""

from __future__ import annotations

import json
from collections.abc import Iterator
from dataclasses import asdict, dataclass, fields

from half_yard.countries import Computation, StatementLine, pack_for
from half_yard.interop.csv_text import csv_text


@dataclass(frozen=True, slots=True)
class BooksRow:
    """An entry: its id and what was entered, `amount` in dollars as a decimal string, `date` in ISO 8601.

    `line` is the key of its statement line, with its printed number and title; `share` the percent of it that
    is the activity's, empty for all of it; `counts` that part in dollars; `stopped` why it lands nowhere.
    """

    entry: str
    activity: str
    date: str
    payee: str
    memo: str
    line: str
    number: str
    title: str
    amount: str
    reckoning: str
    share: str
    counts: str
    note: str
    stopped: str


def books_rows(computation: Computation) -> Iterator[BooksRow]:
    """The entries of a file, by activity and in the order in which they were made."""
    file = computation.file
    pack = pack_for(file.country)
    lines: dict[str, dict[str, StatementLine]] = {
        key: {line.key: line for line in pack.lines_of(file, key)} for key in file.places
    }
    for key, entry in sorted(file.entries.items(), key=lambda item: (item[1].activity, item[0])):
        line = lines.get(entry.activity, {}).get(entry.line)
        yield BooksRow(
            entry=key,
            activity=file.called(entry.activity),
            date=entry.date.isoformat() if entry.date else "",
            payee=entry.payee,
            memo=entry.memo,
            line=entry.line,
            number=line.number if line else "",
            title=line.title if line else "",
            amount=format(entry.amount, ".2f"),
            reckoning=entry.reckoning,
            share="" if entry.share is None else format(entry.share, "f"),
            counts=format(entry.counts, ".2f"),
            note=entry.note,
            stopped=computation.stops.get(f"/entries/{key}", ""),
        )


def books_text(computation: Computation, *, as_json: bool = False) -> str:
    """The books as CSV (RFC 4180, a heading row, one entry a row) or as a JSON array of objects."""
    rows = [asdict(row) for row in books_rows(computation)]
    if as_json:
        return json.dumps(rows, indent=1, ensure_ascii=False) + "\n"
    return csv_text([field.name for field in fields(BooksRow)], rows)
