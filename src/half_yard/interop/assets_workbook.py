"""The assets as a workbook (Office Open XML): the list with live totals, and every year of every asset."""

from __future__ import annotations

import io

from openpyxl import Workbook
from openpyxl.styles import Font
from openpyxl.utils import get_column_letter
from openpyxl.worksheet.worksheet import Worksheet

from half_yard.countries import Computation, pack_for
from half_yard.countries.asset_words import how
from half_yard.interop.workbook_parts import MONEY, write_headings

LIST, YEARS = "Assets", "Every year"
LIST_HEADINGS = (
    "Asset", "Key", "Activity", "Class", "In service", "Cost", "Earlier years", "This year", "Next year",
    "How", "Stopped",
)  # fmt: skip
LIST_WIDTHS = (32, 9, 26, 18, 12, 14, 14, 14, 14, 44, 40)
MONEY_COLUMNS, TEXT_COLUMNS = (6, 7, 8, 9), (1, 3, 4, 10, 11)


def assets_workbook(computation: Computation) -> bytes:
    """The workbook as bytes: amounts are dollars."""
    workbook = Workbook()
    listed = workbook.active
    if not isinstance(listed, Worksheet):
        raise TypeError("a new workbook has a sheet")
    listed.title = LIST
    _list(listed, computation)
    _years(workbook.create_sheet(YEARS), computation)
    out = io.BytesIO()
    workbook.save(out)
    return out.getvalue()


def _list(sheet: Worksheet, computation: Computation) -> None:
    write_headings(sheet, LIST_HEADINGS, LIST_WIDTHS, "B2")
    file, pack = computation.file, pack_for(computation.file.country)
    for key, asset in sorted(file.assets.items(), key=lambda item: (item[1].activity, item[0])):
        story = computation.stories.get(key)
        sheet.append(
            (
                asset.name, key, file.called(asset.activity), asset.asset_class,
                asset.in_service, asset.cost, story.prior.amount if story else None,
                story.this_year.amount if story else None, story.next_year.amount if story else None,
                how(computation, pack, key), computation.stops.get(f"/assets/{key}", ""),
            )
        )  # fmt: skip
        # A text that begins like a formula is a text all the same.
        for column in TEXT_COLUMNS:
            sheet.cell(sheet.max_row, column).data_type = "s"
    last = sheet.max_row
    sheet.append(("Together",))
    for column in MONEY_COLUMNS:
        letter = get_column_letter(column)
        sheet.cell(last + 1, column, f"=SUM({letter}2:{letter}{last})")
        for row in range(2, last + 2):
            sheet.cell(row, column).number_format = MONEY
    for cell in sheet[last + 1]:
        cell.font = Font(bold=True)


def _years(sheet: Worksheet, computation: Computation) -> None:
    stories = {key: story for key, story in sorted(computation.stories.items()) if story.amounts}
    first = min((story.first_year for story in stories.values()), default=computation.file.tax_year)
    last = max((story.first_year + len(story.amounts) for story in stories.values()), default=first)
    years = range(first, last)
    write_headings(sheet, ("Asset", "Key", *years), (32, 9, *(13 for _ in years)), "B2")
    for key, story in stories.items():
        empty = [None] * (story.first_year - first)
        sheet.append((computation.file.assets[key].name, key, *empty, *story.amounts))
        sheet.cell(sheet.max_row, 1).data_type = "s"
        for cell in sheet[sheet.max_row][2:]:
            cell.number_format = MONEY
