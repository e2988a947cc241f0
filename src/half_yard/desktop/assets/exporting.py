"""The assets written to a file: as data, as a workbook, or as a page to print."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import QMarginsF
from PySide6.QtGui import QPageLayout, QPageSize, QPdfWriter, QTextDocument
from PySide6.QtWidgets import QFileDialog, QWidget

from half_yard.countries import Computation
from half_yard.desktop.workspace import Workspace
from half_yard.interop import assets_text, schedule_page

EXPORTS = "Workbook (*.xlsx);;CSV (*.csv);;JSON (*.json);;Page to print, HTML (*.html);;PDF (*.pdf)"
MARGIN = 14
"""Of a printed page, in millimetres."""


def ask_to_export(workspace: Workspace, parent: QWidget) -> None:
    """Ask where the assets go, and write them there."""
    name = f"{workspace.file.title} {workspace.file.tax_year} assets.xlsx"
    folder = workspace.path.parent if workspace.path else Path.home()
    chosen, _ = QFileDialog.getSaveFileName(parent, "Export the assets", str(folder / name), EXPORTS)
    if chosen:
        workspace.said.emit(export(workspace.computation, Path(chosen)))


def export(computation: Computation, path: Path) -> str:
    """Write the assets as the ending of the name says: XLSX, JSON, HTML, PDF, or else CSV. Returns what
    became of it, in words."""
    try:
        match path.suffix.casefold():
            case ".xlsx":
                # The library of workbooks takes a quarter of a second to load: only when it is needed.
                from half_yard.interop.assets_workbook import assets_workbook  # noqa: PLC0415

                path.write_bytes(assets_workbook(computation))
            case ".html":
                path.write_text(schedule_page(computation), encoding="utf-8")
            case ".pdf":
                _write_pdf(path, schedule_page(computation))
            case ending:
                text = assets_text(computation, as_json=ending == ".json")
                path.write_text(text, encoding="utf-8", newline="")
    except OSError as error:
        return f"The assets can't be written: {error.strerror}. Choose another place."
    return f"The assets are written to {path.name}."


def _write_pdf(path: Path, page: str) -> None:
    """Write a page to print as PDF. Raises OSError if there is no writing there."""
    path.touch()  # says at once, and with the reason, if there is no writing there
    writer = QPdfWriter(str(path))
    writer.setPageSize(QPageSize(QPageSize.PageSizeId.Letter))
    writer.setPageOrientation(QPageLayout.Orientation.Landscape)
    writer.setPageMargins(QMarginsF(MARGIN, MARGIN, MARGIN, MARGIN), QPageLayout.Unit.Millimeter)
    document = QTextDocument()
    document.setHtml(page)
    document.print_(writer)
