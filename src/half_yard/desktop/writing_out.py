"""What is written out of a file: where to is asked, and what became of it is said."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtWidgets import QFileDialog, QWidget

from half_yard.desktop.workspace import Workspace
from half_yard.storage import FileRefusedError, write_out
from half_yard.storage.file_names import safe_name


def ask_where(
    workspace: Workspace, parent: QWidget, title: str, *, name: str, ending: str, kinds: str
) -> Path | None:
    """Ask for a path, at first beside the client's file under a name with an ending; None where the person
    thinks better of it. `kinds` are the kinds of file to choose from, as the dialog takes them."""
    folder = workspace.path.parent if workspace.path else Path.home()
    proposed = folder / (safe_name(name) + ending)
    chosen, _ = QFileDialog.getSaveFileName(parent, title, str(proposed), kinds)
    return Path(chosen) if chosen else None


def written_out(what: str, path: Path, made: Callable[[], bytes]) -> str:
    """Make the bytes and write them; returns what became of it, in words."""
    try:
        write_out(path, made())
    except OSError as error:
        return f"The {what} can't be written: {error.strerror}. Choose another place."
    except FileRefusedError as error:
        return f"The {what} are not written. {error}"
    return f"The {what} are written to {path.name}."
