"""Last year's file of the same client, asked for and computed."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtWidgets import QFileDialog, QWidget

from half_yard.countries import Computation, compute
from half_yard.desktop.workspace import Workspace
from half_yard.figures.remembered import Memory
from half_yard.storage import SUFFIX, FileRefusedError, SealedFileError, read_file


def ask_for_last_year(workspace: Workspace, parent: QWidget) -> Path | None:
    """Ask for last year's file; None where the person thinks better of it."""
    folder = str(workspace.path.parent) if workspace.path else ""
    chosen, _ = QFileDialog.getOpenFileName(parent, "Last year's file", folder, f"Client files (*{SUFFIX})")
    return Path(chosen) if chosen else None


def computed_from(workspace: Workspace, path: Path) -> Computation:
    """What follows from a file that lies elsewhere. Raises ValueError, which says why it can't be had."""
    try:
        return compute(read_file(path, workspace.keys), Memory())
    except SealedFileError as error:
        raise ValueError(
            f"{path.name} is sealed. Open it once on the Clients page, so that its passphrase is known."
        ) from error
    except (FileRefusedError, KeyError) as error:
        raise ValueError(f"Nothing was taken over. {error}") from error
