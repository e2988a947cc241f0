"""The assets written to a file: as data, as a workbook, or as a page to print."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtWidgets import QFileDialog, QWidget

from half_yard.countries import Computation
from half_yard.desktop.printing import as_pdf
from half_yard.desktop.workspace import Workspace
from half_yard.interop import assets_text, schedule_page
from half_yard.storage import FileRefusedError, write_out
from half_yard.storage.file_names import safe_name

EXPORTS = "Workbook (*.xlsx);;CSV (*.csv);;JSON (*.json);;Page to print, HTML (*.html);;PDF (*.pdf)"


def ask_to_export(workspace: Workspace, parent: QWidget) -> None:
    """Ask where the assets go, and write them there."""
    name = safe_name(f"{workspace.file.title} {workspace.file.tax_year} assets") + ".xlsx"
    folder = workspace.path.parent if workspace.path else Path.home()
    chosen, _ = QFileDialog.getSaveFileName(parent, "Export the assets", str(folder / name), EXPORTS)
    if chosen:
        workspace.said.emit(export(workspace.computation, Path(chosen)))


def export(computation: Computation, path: Path) -> str:
    """Write the assets as the ending of the name says: XLSX, JSON, HTML, PDF, or else CSV. Returns what
    became of it, in words."""
    try:
        write_out(path, _exported(computation, path.suffix.casefold()))
    except OSError as error:
        return f"The assets can't be written: {error.strerror}. Choose another place."
    except FileRefusedError as error:
        return f"The assets are not written. {error}"
    return f"The assets are written to {path.name}."


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
