"""The journal: every edit since the last save, one JSON line each, beside the client file.

The first line names the saved file by its SHA-256, so that edits are only ever brought back onto the file
that they were made on. A last line that was cut off by a crash is left out.
"""

from __future__ import annotations

import hashlib
import json
from collections.abc import Sequence
from dataclasses import dataclass
from pathlib import Path
from typing import BinaryIO

from pydantic import ValidationError

from half_yard.records import Edit


def digest(data: bytes) -> str:
    """The SHA-256 of saved bytes, in hexadecimal."""
    return hashlib.sha256(data).hexdigest()


def journal_path(path: Path) -> Path:
    """Where a file's journal is kept."""
    return path.with_name(f".{path.name}.journal")


@dataclass(frozen=True, slots=True)
class Recovered:
    """The edits found in a journal; `cut` if its last line was not finished, `foreign` if it belongs to
    another state of the file."""

    edits: tuple[Edit, ...] = ()
    cut: bool = False
    foreign: bool = False


def read_journal(path: Path, base: str) -> Recovered:
    """The edits made on the file with this digest since it was saved."""
    try:
        lines = journal_path(path).read_bytes().split(b"\n")
    except FileNotFoundError:
        return Recovered()
    if not lines or _base_of(lines[0]) != base:
        return Recovered(foreign=any(lines[1:]))
    edits = []
    for line in filter(None, lines[1:]):
        try:
            edits.append(Edit.model_validate_json(line))
        except ValidationError:
            return Recovered(tuple(edits), cut=True)
    return Recovered(tuple(edits))


def _base_of(line: bytes) -> str:
    try:
        head = json.loads(line)
    except ValueError:
        return ""
    return str(head.get("base", "")) if isinstance(head, dict) else ""


def _line(edit: Edit) -> bytes:
    return edit.model_dump_json().encode()


class Journal:
    """A journal being written. Each edit is handed to the system at once, so that a killed program
    loses none."""

    def __init__(self, path: Path, base: str) -> None:
        self._path = journal_path(path)
        self._base = base
        self._stream: BinaryIO | None = None

    def start(self, edits: Sequence[Edit] = ()) -> None:
        """Write a journal with these edits in place of one there may be. Raises OSError."""
        head = json.dumps({"base": self._base}).encode()
        part = self._path.with_suffix(".journal-part")
        part.write_bytes(b"".join(line + b"\n" for line in (head, *map(_line, edits))))
        part.replace(self._path)
        self._stream = self._path.open("ab")

    def add(self, edit: Edit) -> None:
        """Append an edit. Raises OSError."""
        if self._stream is None:
            self.start()
        if self._stream is not None:
            self._stream.write(_line(edit) + b"\n")
            self._stream.flush()

    def close(self) -> None:
        """Close it; what is in it stays."""
        if self._stream is not None:
            self._stream.close()
            self._stream = None

    def finish(self) -> None:
        """Close and remove it: everything is saved."""
        self.close()
        self._path.unlink(missing_ok=True)

    def set_aside(self) -> Path:
        """Keep a journal of another state of the file under a name of its own."""
        aside = self._path.with_suffix(".journal-set-aside")
        self._path.replace(aside)
        return aside
