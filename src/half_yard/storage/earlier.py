"""The states of a file that can be gone back to: as it was opened, as last saved, the copies, and edits that
a crash left on another state."""

from __future__ import annotations

import datetime
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import partial
from pathlib import Path

from half_yard.records import ClientFile, EditError, apply
from half_yard.storage.copies import all_copies, copies_of
from half_yard.storage.document import Document, digest, read_bytes, read_document
from half_yard.storage.journal import edits_in, state_of
from half_yard.storage.lock import Lock
from half_yard.storage.open_file import OpenFile
from half_yard.storage.places import set_aside_journals
from half_yard.storage.refusals import FileRefusedError
from half_yard.storage.sealing import Keys
from half_yard.storage.writing import write_whole


@dataclass(frozen=True)
class EarlierState:
    """A state that can be looked into: `name` is how it is asked for, `words` what it is, `when` it was so;
    `read` gives it, and raises FileRefusedError where it can't be read."""

    name: str
    words: str
    when: datetime.datetime
    read: Callable[[], ClientFile]
    path: Path | None = None


def earlier_states(path: Path, keys: Keys, opened: OpenFile | None = None) -> list[EarlierState]:
    """The states of the file at a path, newest first; with those of the session where it is open."""
    found = [*_of_session(opened), *_copies(path, keys), *_set_aside(path, keys)]
    return sorted(found, key=lambda state: state.when, reverse=True)


def put_in_place(path: Path, state: EarlierState) -> list[str]:
    """Put a copy where its file is damaged or gone; what stood there is kept beside it. Returns what was
    done, in words. Raises FileRefusedError, OSError."""
    if state.path is None:
        raise FileRefusedError("Only a copy can be put in the place of a file.")
    state.read()
    lock = Lock.take(path)
    try:
        said = []
        if path.exists():
            damaged = path.with_name(f"{path.name}.damaged-{datetime.datetime.now():%Y%m%d-%H%M%S}")
            write_whole(damaged, path.read_bytes())
            said.append(f"What stood there is kept as {damaged.name}.")
        write_whole(path, state.path.read_bytes())
    finally:
        lock.release()
    return [f"{path.name} is again as it was {state.when:%Y-%m-%d %H:%M}.", *said]


def _of_session(opened: OpenFile | None) -> Iterator[EarlierState]:
    if opened is None:
        return
    as_opened, as_saved = opened.as_opened, opened.as_saved
    yield EarlierState("opened", "State when opened", opened.opened_at, lambda: as_opened)
    if opened.saved_at != opened.opened_at:
        yield EarlierState("saved", "State last saved", opened.saved_at, lambda: as_saved)


def _copies(path: Path, keys: Keys) -> Iterator[EarlierState]:
    for copy in copies_of(path):
        yield EarlierState(
            copy.name.removesuffix(copy.suffix), "Copy of a save", _when(copy),
            partial(_file_in, copy, keys), copy,
        )  # fmt: skip


def _set_aside(path: Path, keys: Keys) -> Iterator[EarlierState]:
    for journal in set_aside_journals(path):
        yield EarlierState(
            journal.name.rpartition(".")[2], "Edits that were set aside", _when(journal),
            partial(_with_edits, path, journal, keys),
        )  # fmt: skip


def _file_in(copy: Path, keys: Keys) -> ClientFile:
    return read_document(read_bytes(copy), copy.name, keys).file


def _with_edits(path: Path, journal: Path, keys: Keys) -> ClientFile:
    """The state that the edits of a journal were made on, with all of them that can be made; where that
    state is not kept any more, the present one with them."""
    data = read_bytes(journal)
    document = _base_of(path, data, keys)
    file = document.file
    for edit in edits_in(data, _base_digest(path, data), document.seal).edits:
        try:
            file, _ = apply(file, edit)
        except EditError:
            continue  # what it builds on is not there
    return file


def _bases(path: Path) -> Iterator[tuple[str, Path]]:
    for place in [*reversed(all_copies(path)), path]:
        if place.exists():
            yield digest(read_bytes(place)), place


def _base_of(path: Path, journal: bytes, keys: Keys) -> Document:
    wanted = _base_digest(path, journal)
    for known, place in _bases(path):
        if known == wanted:
            return read_document(read_bytes(place), path.name, keys)
    return read_document(read_bytes(path), path.name, keys)


def _base_digest(path: Path, journal: bytes) -> str:
    """The state that a journal's edits were made on: that of a copy, where one is it; otherwise any that it
    names."""
    named = edits_in(journal, "").foreign
    for known, _ in _bases(path):
        if state_of(known) in named:
            return known
    return next(iter(sorted(named)), "")


def _when(path: Path) -> datetime.datetime:
    return datetime.datetime.fromtimestamp(path.stat().st_mtime)
