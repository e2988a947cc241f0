"""Rows to and from a spreadsheet: cells apart by tabs, rows by lines, as the clipboard carries them."""

from __future__ import annotations

import csv
import io
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from pydantic import JsonValue, ValidationError

from half_yard.asked.columns import Column
from half_yard.records import Record
from half_yard.records.dates import Calendar
from half_yard.texts import inert

MOST_PROBLEMS = 3


@dataclass(frozen=True, slots=True)
class Pasted:
    """The records that could be read, and for the other rows their number and what is wrong."""

    records: tuple[Record, ...]
    problems: tuple[str, ...]

    @property
    def said(self) -> str:
        """What became of the rows, in words."""
        taken = f"{len(self.records)} row{'' if len(self.records) == 1 else 's'} pasted."
        if not self.problems:
            return taken
        more = len(self.problems) - MOST_PROBLEMS
        shown = "; ".join(self.problems[:MOST_PROBLEMS]) + (f"; and {more} more" if more > 0 else "")
        return f"{taken} Not taken: {shown}. Mend them in the spreadsheet and paste those rows again."


def rows_of(text: str) -> list[list[str]]:
    """The cells of pasted text, empty rows left out; quotes as spreadsheets write them."""
    reader = csv.reader(io.StringIO(text, newline=""), delimiter="\t")
    return [row for row in reader if any(cell.strip() for cell in row)]


def read_rows(
    text: str,
    columns: Sequence[Column],
    kind: type[Record],
    start: Mapping[str, JsonValue],
    needed: Sequence[str],
    calendar: Calendar,
) -> Pasted:
    """Records from pasted text whose cells stand in the order of the columns.

    A first row that has the columns' titles is passed over. A row that can't be read is left out and said.
    """
    titles = [column.title.casefold() for column in columns]
    records, problems = [], []
    for number, row in enumerate(rows_of(text), 1):
        cells = [cell.strip() for cell in row]
        if number == 1 and [cell.casefold() for cell in cells[: len(titles)]] == titles[: len(cells)]:
            continue
        try:
            records.append(_record(cells, columns, kind, start, needed, calendar))
        except ValidationError:
            problems.append(f"row {number}: it does not fit")
        except ValueError as error:
            problems.append(f"row {number}: {str(error).rstrip('.')}")
    return Pasted(tuple(records), tuple(problems))


def _record(
    cells: Sequence[str],
    columns: Sequence[Column],
    kind: type[Record],
    start: Mapping[str, JsonValue],
    needed: Sequence[str],
    calendar: Calendar,
) -> Record:
    if len(cells) > len(columns):
        raise ValueError(f"it has {len(cells)} cells, the table {len(columns)}")
    values: dict[str, JsonValue] = dict(start)
    for cell, column in zip(cells, columns, strict=False):
        if cell:
            values |= column.read(cell, None, calendar)
    missing = [column.title for column in columns if column.field in needed and not values.get(column.field)]
    if missing:
        raise ValueError(f"{' and '.join(missing)} is missing")
    return kind.model_validate(values)


def as_rows(cells: Sequence[Sequence[str]]) -> str:
    """Cells as text that a spreadsheet takes from the clipboard."""
    out = io.StringIO(newline="")
    csv.writer(out, delimiter="\t", lineterminator="\n").writerows(
        [inert(cell) for cell in row] for row in cells
    )
    return out.getvalue()
