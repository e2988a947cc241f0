"""The books as a workbook (Office Open XML): every entry, and totals by line as live formulas over them."""

from __future__ import annotations

import io
from decimal import Decimal

from openpyxl import Workbook
from openpyxl.utils import get_column_letter
from openpyxl.worksheet.worksheet import Worksheet

from half_yard.countries import Computation, pack_for
from half_yard.interop.books_table import books_rows
from half_yard.interop.workbook_parts import MONEY, write_headings

ENTRIES, TOTALS = "Entries", "Totals"
ENTRY_HEADINGS = (
    "Entry", "Key", "Activity", "Date", "Payee", "Memo", "Line", "No.", "Title", "Amount", "Share %",
    "Counts", "Stopped", "Note",
)  # fmt: skip
ENTRY_WIDTHS = (9, 9, 26, 12, 30, 34, 18, 6, 30, 13, 9, 13, 30, 24)
TOTAL_HEADINGS = ("Key", "Activity", "Line", "No.", "Title", "In the entries", "From forms", "Together")
TOTAL_WIDTHS = (9, 26, 18, 6, 34, 15, 13, 15)


def books_workbook(computation: Computation) -> bytes:
    """The workbook as bytes. What payers' forms add beyond the books is in no entry: it has a column."""
    workbook = Workbook()
    totals = workbook.active
    if not isinstance(totals, Worksheet):
        raise TypeError("a new workbook has a sheet")
    totals.title = TOTALS
    last = _entries(workbook.create_sheet(ENTRIES), computation)
    _totals(totals, computation, last)
    out = io.BytesIO()
    workbook.save(out)
    return out.getvalue()


def _entries(sheet: Worksheet, computation: Computation) -> int:
    """Write the entries; returns the number of the last row."""
    write_headings(sheet, ENTRY_HEADINGS, ENTRY_WIDTHS)
    number = 1
    for number, row in enumerate(books_rows(computation), 2):
        entry = computation.file.entries[row.entry]
        sheet.append(
            [
                row.entry, entry.activity, row.activity, entry.date, row.payee, row.memo, row.line,
                row.number, row.title, entry.amount, entry.share if entry.share is not None else Decimal(100),
                f'=IF(M{number}="",ROUND(J{number}*K{number}/100,2),0)', row.stopped, entry.note,
            ]
        )  # fmt: skip
        for column in ("J", "L"):
            sheet[f"{column}{number}"].number_format = MONEY
        sheet[f"D{number}"].number_format = "yyyy-mm-dd"
        # A text that begins like a formula is a text all the same.
        for column in "CEFIMN":
            sheet[f"{column}{number}"].data_type = "s"
    sheet.auto_filter.ref = f"A1:{get_column_letter(len(ENTRY_HEADINGS))}{number}"
    return number


def _totals(sheet: Worksheet, computation: Computation, last: int) -> None:
    write_headings(sheet, TOTAL_HEADINGS, TOTAL_WIDTHS)
    pack = pack_for(computation.file.country)
    number = 1

    def column(letter: str) -> str:
        return f"{ENTRIES}!${letter}$2:${letter}${max(last, 2)}"

    booked = _booked(computation)
    for key, activity in sorted(computation.file.activities.items()):
        totals = computation.statements.get(key, {})
        for line in pack.ledger.lines(activity):
            if line.key not in totals:
                continue
            number += 1
            sheet.append(
                [
                    key, activity.name, line.key, line.number, line.title,
                    f"=SUMIFS({column('L')},{column('B')},A{number},{column('G')},C{number})",
                    totals[line.key].amount - booked.get((key, line.key), Decimal(0)),
                    f"=F{number}+G{number}",
                ]
            )  # fmt: skip
            for letter in "FGH":
                sheet[f"{letter}{number}"].number_format = MONEY
            for letter in "BE":
                sheet[f"{letter}{number}"].data_type = "s"


def _booked(computation: Computation) -> dict[tuple[str, str], Decimal]:
    """What the entries that land come to, by activity and line, in dollars."""
    found: dict[tuple[str, str], Decimal] = {}
    for key, entry in computation.file.entries.items():
        if f"/entries/{key}" not in computation.stops:
            place = (entry.activity, entry.line)
            found[place] = found.get(place, Decimal(0)) + entry.counts
    return found
