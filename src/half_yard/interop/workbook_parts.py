"""What the workbooks have in common."""

from __future__ import annotations

from collections.abc import Sequence

from openpyxl.styles import Font
from openpyxl.utils import get_column_letter
from openpyxl.worksheet.worksheet import Worksheet

MONEY = "#,##0.00;[Red]-#,##0.00"


def write_headings(
    sheet: Worksheet, headings: Sequence[str | int], widths: Sequence[int], frozen: str = "A2"
) -> None:
    """Write a row of headings over columns of these widths; what is above and left of `frozen` stays seen."""
    sheet.append(list(headings))
    for number, width in enumerate(widths, 1):
        sheet.column_dimensions[get_column_letter(number)].width = width
        sheet.cell(1, number).font = Font(bold=True)
    sheet.freeze_panes = frozen
