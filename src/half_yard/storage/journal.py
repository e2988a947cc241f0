"""The journal: every edit since the last save, a line each, beside the client file.

A line is the checksum of what follows, a space, and a JSON object: the state of the file that the edit
belongs to (the beginning of its SHA-256), the number of the line, and the edit, which in a sealed file is a
JWE. So each line stands for itself: damage to one loses that one and what builds on it, no more. Before a
save puts a new state in place, a line says which, so that a program that ends between the two leaves no
doubt."""

from __future__ import annotations

import datetime
import errno
import json
import os
import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from hashlib import sha256
from pathlib import Path
from typing import Any

from pydantic import ValidationError

from half_yard.records import Edit
from half_yard.storage.keeper import Keeper
from half_yard.storage.places import fresh_aside, journal_path
from half_yard.storage.refusals import TamperedError
from half_yard.storage.sealing import Seal
from half_yard.storage.writing import OWN, write_whole

SUM_LENGTH, STATE_LENGTH = 16, 16
BEGINS = re.compile(rb"(?=[0-9a-f]{16} \{\"base\": )")
"""Where a line begins, even if the end of the one before was damaged: inside an edit the quote is escaped."""
MOST_LINES = 1_000_000


@dataclass(frozen=True, slots=True)
class Recovered:
    """The edits found in a journal, in order; `lost` how many lines in between are damaged or missing, `cut`
    that the last line was not finished; `foreign` the states that edits of other states were made on."""

    edits: tuple[Edit, ...] = ()
    lost: int = 0
    cut: bool = False
    foreign: frozenset[str] = frozenset()


def state_of(digest: str) -> str:
    """How the journal names the state of a file with this SHA-256."""
    return digest[:STATE_LENGTH]


def read_journal(path: Path, digest: str, seal: Seal | None = None) -> Recovered:
    """The edits made on the file at a path, in the state with this SHA-256, that it does not have yet."""
    try:
        data = journal_path(path).read_bytes()
    except FileNotFoundError:
        return Recovered()
    return edits_in(data, digest, seal)


def edits_in(data: bytes, digest: str, seal: Seal | None = None) -> Recovered:
    """The edits in a journal that belong to the state with this SHA-256."""
    state = state_of(digest)
    lines, cut = _lines(data)
    found: dict[str, dict[int, dict[str, Any]]] = {}
    for line in lines:
        found.setdefault(line["base"], {})[line["seq"]] = line
    for base, others in found.items():
        if any(line.get("becomes") == state and base != state for line in others.values()):
            return Recovered()  # the save was done; only the journal had not been removed yet
    ours = found.pop(state, {})
    edits, unreadable = [], 0
    for number in sorted(ours):
        if "becomes" not in ours[number]:
            if (edit := _edit(ours[number], seal)) is not None:
                edits.append(edit)
            else:
                unreadable += 1
    missing = max(ours, default=0) - len(ours)
    foreign = frozenset(
        base for base, others in found.items() if any("becomes" not in x for x in others.values())
    )
    return Recovered(tuple(edits), missing + unreadable, cut and not foreign, foreign)


def _lines(data: bytes) -> tuple[list[dict[str, Any]], bool]:
    """The lines of a journal that are whole, and whether the last one was cut off."""
    if data.startswith(b'{"base": '):
        return _lines_of_first_format(data)
    lines, cut = [], False
    for piece in filter(bytes.strip, BEGINS.split(data)):
        line = _whole(piece)
        cut = line is None or bool(piece.partition(b"\n")[2])
        if line is not None:
            lines.append(line)
    return lines, cut


def _lines_of_first_format(data: bytes) -> tuple[list[dict[str, Any]], bool]:
    """A journal as the first version wrote it: the state in full, then bare edits, cut off or whole."""
    head, *rest = data.split(b"\n")
    lines: list[dict[str, Any]] = []
    try:
        base = state_of(str(json.loads(head)["base"]))
        for number, line in enumerate(filter(None, rest), 1):
            edit = Edit.model_validate_json(line)
            lines.append({"base": base, "seq": number, **_held(edit, None)})
    except (ValueError, TypeError, KeyError, RecursionError):
        return lines, True
    return lines, False


def _whole(piece: bytes) -> dict[str, Any] | None:
    """A line whose checksum is right. What follows it is a line cut off before it told itself apart; and if
    its last sign is damaged, that one only ended it."""
    for body in (piece[SUM_LENGTH + 1 :].partition(b"\n")[0], piece[SUM_LENGTH + 1 : -1]):
        if _sum(body).encode() == piece[:SUM_LENGTH]:
            return _line_of(body)
    return None


def _line_of(body: bytes) -> dict[str, Any] | None:
    """What a whole line says; None where it is none of ours all the same."""
    try:
        line = json.loads(body)
        ours = isinstance(line["base"], str) and 0 < int(line["seq"]) <= MOST_LINES
    except (ValueError, TypeError, KeyError, RecursionError):
        return None
    return line if ours else None


def _edit(line: dict[str, Any], seal: Seal | None) -> Edit | None:
    """The edit of a line; None where it can't be read, or not with this seal."""
    try:
        if seal is not None:
            return Edit.model_validate_json(seal.open(line["sealed"]))
        return Edit.model_validate(line["edit"])
    except (ValidationError, TamperedError, KeyError, TypeError):
        return None


def _sum(body: bytes) -> str:
    return sha256(body).hexdigest()[:SUM_LENGTH]


def resealed(data: bytes, before: Seal | None, after: Seal | None, states: Mapping[str, str]) -> bytes:
    """A journal under another seal: its lines, those that can be read, with the states they name called as
    `states` has them now."""
    made = []
    for line in _lines(data)[0]:
        if "becomes" not in line and (edit := _edit(line, before)) is not None:
            made.append(_packed(states.get(line["base"], line["base"]), line["seq"], _held(edit, after)))
    return b"".join(made)


def _held(edit: Edit, seal: Seal | None) -> dict[str, Any]:
    if seal is not None:
        return {"sealed": seal.close(edit.model_dump_json().encode())}
    return {"edit": edit.model_dump(mode="json")}


def _packed(state: str, number: int, what: Mapping[str, Any]) -> bytes:
    body = json.dumps({"base": state, "seq": number, **what}, ensure_ascii=False).encode()
    return _sum(body).encode() + b" " + body + b"\n"


class Journal:
    """A journal being written. Each edit is handed to the system at once, so that a killed program loses
    none, and flushed to disk within the keeper's window."""

    def __init__(self, path: Path, digest: str, seal: Seal | None, keeper: Keeper | None = None) -> None:
        self._path = journal_path(path)
        self._owner = path
        self._state = state_of(digest)
        self._seal = seal
        self._keeper = keeper
        self._handle = -1
        self._number = 0

    def start(self, edits: Sequence[Edit] = ()) -> None:
        """Write a journal with these edits in place of one there may be. Raises OSError."""
        self.close()
        lines = [self._line(number, edit) for number, edit in enumerate(edits, 1)]
        write_whole(self._path, b"".join(lines))
        self._handle = os.open(self._path, os.O_WRONLY | os.O_APPEND | os.O_CLOEXEC, OWN)
        self._number = len(lines)

    def add(self, edit: Edit) -> None:
        """Append an edit. Raises OSError, and then nothing of it stays behind."""
        if self._handle < 0:
            self.start()
        self._append(self._line(self._number + 1, edit))

    def becoming(self, digest: str) -> None:
        """Say which state the file is about to have, with all these edits in it. Raises OSError."""
        if self._handle >= 0:
            self._append(_packed(self._state, self._number + 1, {"becomes": state_of(digest)}))

    def _append(self, line: bytes) -> None:
        before = os.fstat(self._handle).st_size
        try:
            written = os.write(self._handle, line)
            if written < len(line):
                raise OSError(errno.ENOSPC, os.strerror(errno.ENOSPC), str(self._path))
        except OSError:
            # What was written of it goes. Should that fail too, its number is used again, and the last line
            # of a number is the one that counts.
            os.ftruncate(self._handle, before)
            raise
        self._number += 1
        if self._keeper is not None:
            self._keeper.flush_soon(self._handle)

    def _line(self, number: int, edit: Edit) -> bytes:
        return _packed(self._state, number, _held(edit, self._seal))

    def moved_to(self, path: Path) -> None:
        """Go on beside a file that was renamed: the journal has been renamed with it."""
        self._path, self._owner = journal_path(path), path

    def close(self) -> None:
        """Close it; what is in it stays."""
        if self._handle >= 0:
            if self._keeper is not None:
                self._keeper.forget()
            os.close(self._handle)
            self._handle = -1

    def finish(self) -> None:
        """Close and remove it: everything is saved. Where it can't be removed it says itself that it is
        done."""
        self.close()
        try:
            self._path.unlink(missing_ok=True)
        except OSError:
            return

    def copy_aside(self, now: datetime.datetime) -> Path:
        """Keep what is in the journal under a name of its own, which no other has. Raises OSError."""
        aside = fresh_aside(self._owner, now)
        write_whole(aside, self._path.read_bytes())
        return aside
