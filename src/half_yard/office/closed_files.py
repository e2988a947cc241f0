"""Changing a client's file that nobody has open, in one edit that is saved at once."""

from __future__ import annotations

from collections.abc import Callable
from contextlib import closing
from pathlib import Path

from half_yard.records import ClientFile, Edit
from half_yard.storage import FileRefusedError, Keys, OpenFile


def edit_closed(path: Path, keys: Keys, made: Callable[[ClientFile], Edit]) -> Edit:
    """Carry an edit that is made of the file out in it, and save it; returns the edit. Raises
    FileRefusedError, SealedFileError, EditError, OSError, and whatever the making raises; then nothing has
    changed."""
    with closing(OpenFile.open(path, keys)) as opened:
        if opened.why_look_only:
            raise FileRefusedError(opened.messages[0])
        edit = made(opened.file)
        if edit.changes:
            opened.edit(edit)
            opened.save()
    return edit
