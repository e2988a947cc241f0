"""Rows as CSV, safe to open in a spreadsheet."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Mapping, Sequence

from half_yard.texts import inert


def csv_text(columns: Sequence[str], rows: Iterable[Mapping[str, str]]) -> str:
    """Rows as CSV (RFC 4180, a heading row). A cell that a spreadsheet would run begins with an
    apostrophe."""
    out = io.StringIO(newline="")
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(columns)
    writer.writerows([inert(row[column]) for column in columns] for row in rows)
    return out.getvalue()
