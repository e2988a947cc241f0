"""Delimited text (RFC 4180), line by line: a line that is broken costs itself and no other."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterator
from dataclasses import dataclass
from itertools import chain, islice

LONGEST_LINE = 100_000
MOST_LINES_OF_A_CELL = 20
"""A quote that is not closed within so many lines is a stray one."""
MOST_COLUMNS = 500
MOST_LINES = 500_000


@dataclass(frozen=True, slots=True)
class BrokenLine:
    """A line that can't be cut into cells, and why."""

    line: int
    why: str


Row = tuple[int, list[str]]
"""The line on which a row begins, counted from 1, and its cells without spaces around them."""


def cells_of(text: str, delimiter: str) -> Iterator[Row]:
    """The rows that can be read and are not empty."""
    return (row for row in rows_of(text, delimiter) if not isinstance(row, BrokenLine))


def rows_of(text: str, delimiter: str) -> Iterator[Row | BrokenLine]:
    """Every row that is not empty, and every line that can't be read, in their order.

    A quoted cell may go over several lines. A quote that opens a cell and is never closed would take in all
    the lines behind it: then its own line is broken, and reading goes on with the next.
    """
    lines = io.StringIO(text, newline=None)
    ahead: list[str] = []
    number = 0
    while True:
        line = ahead.pop(0) if ahead else lines.readline()
        if not line:
            return
        number += 1
        if number > MOST_LINES:
            yield BrokenLine(number, f"a file is read up to {MOST_LINES:,} lines; the rest is left out")
            return
        line = line.rstrip("\n")
        if len(line) > LONGEST_LINE:
            yield BrokenLine(number, f"it is longer than {LONGEST_LINE:,} signs")
            continue
        begins = number
        if '"' not in line:
            cells: list[str] | None = line.split(delimiter)
        elif (cells := _cut([line], delimiter)) is None:
            ahead += islice(lines, MOST_LINES_OF_A_CELL - len(ahead))
            cells, taken = _over_lines(line, ahead, delimiter)
            del ahead[:taken]
            number += taken
        if cells is None:
            yield BrokenLine(begins, "a quotation mark in it opens a cell and does not close it")
        elif len(cells) > MOST_COLUMNS:
            yield BrokenLine(begins, f"it has more than {MOST_COLUMNS} cells")
        elif any(cell.strip() for cell in cells):
            yield begins, [cell.strip() for cell in cells]


def _over_lines(line: str, ahead: list[str], delimiter: str) -> tuple[list[str] | None, int]:
    """The cells of a row whose quoted cell goes on in the lines ahead, and how many of them it takes; none
    where the quote is a stray one."""
    for count in range(1, len(ahead) + 1):
        if '"' in ahead[count - 1]:
            cells = _cut([f"{line}\n", *ahead[: count - 1], ahead[count - 1].rstrip("\n")], delimiter)
            if cells is not None:
                return cells, count
    return None, 0


def _cut(lines: list[str], delimiter: str) -> list[str] | None:
    """The cells of a row that these lines are, whole; None if they are not."""
    for strict in (True, False):
        reader = csv.reader(chain(lines, ["end"]), delimiter=delimiter, strict=strict)
        try:
            row = next(reader)
            if reader.line_num == len(lines):
                return row
        except (csv.Error, StopIteration):
            continue
        if len(lines) > 1:
            return None  # over several lines only what is quoted by the rules counts
    return None
