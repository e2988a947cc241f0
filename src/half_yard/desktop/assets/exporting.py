"""The assets written to a file: as data, as a workbook, or as a page to print."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtWidgets import QWidget

from half_yard.countries import Computation
from half_yard.desktop.printing import as_pdf
from half_yard.desktop.workspace import Workspace
from half_yard.desktop.writing_out import ask_where, written_out
from half_yard.interop import assets_text, schedule_page

EXPORTS = "Workbook (*.xlsx);;CSV (*.csv);;JSON (*.json);;Page to print, HTML (*.html);;PDF (*.pdf)"


def ask_to_export(workspace: Workspace, parent: QWidget) -> None:
    """Ask where the assets go, and write them there."""
    name = f"{workspace.file.title} {workspace.file.tax_year} assets"
    chosen = ask_where(workspace, parent, "Export the assets", name=name, ending=".xlsx", kinds=EXPORTS)
    if chosen:
        workspace.said.emit(export(workspace.computation, chosen))


def export(computation: Computation, path: Path) -> str:
    """Write the assets as the ending of the name says: XLSX, JSON, HTML, PDF, or else CSV. Returns what
    became of it, in words."""
    return written_out("assets", path, lambda: _exported(computation, path.suffix.casefold()))


def _exported(computation: Computation, ending: str) -> bytes:
    match ending:
        case ".xlsx":
            # The library of workbooks takes a quarter of a second to load: only when it is needed.
            from half_yard.interop.assets_workbook import assets_workbook  # noqa: PLC0415

            return assets_workbook(computation)
        case ".html":
            return schedule_page(computation).encode()
        case ".pdf":
            return as_pdf(schedule_page(computation), landscape=True)
        case _:
            return assets_text(computation, as_json=ending == ".json").encode()
