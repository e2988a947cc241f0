"""The states of a file that can be gone back to: as it was opened, as last saved, the copies, and edits that
a crash left on another state."""

from __future__ import annotations

import datetime
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import partial
from pathlib import Path

from half_yard.records import ClientFile
from half_yard.storage.copies import all_copies, copies_of
from half_yard.storage.document import digest, read_bytes, read_document
from half_yard.storage.journal import edits_in, state_of
from half_yard.storage.lock import Lock
from half_yard.storage.open_file import OpenFile
from half_yard.storage.places import set_aside_journals
from half_yard.storage.refusals import FileRefusedError
from half_yard.storage.sealing import Keys
from half_yard.storage.upgrading import replayed
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


def first_of_day(opened: OpenFile, keys: Keys, day: datetime.date) -> EarlierState | None:
    """The first state of an open file that is kept of a day; None where none is."""
    of_day = [each for each in earlier_states(opened.path, keys, opened) if each.when.date() == day]
    return of_day[-1] if of_day else None


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
    base, state = _base_of(path, edits_in(data, "").foreign)
    document = read_document(base, path.name, keys)
    return replayed(document.file, edits_in(data, state, document.seal).edits)


def _base_of(path: Path, named: frozenset[str]) -> tuple[bytes, str]:
    """What a journal's edits were made on that names these states, and which of them it is: a copy, or the
    file as it is now; that too where no copy is one of them."""
    for place in [*reversed(all_copies(path)), path]:
        if place.exists():
            data = read_bytes(place)
            if state_of(digest(data)) in named:
                return data, digest(data)
    return read_bytes(path), min(named, default="")


def _when(path: Path) -> datetime.datetime:
    return datetime.datetime.fromtimestamp(path.stat().st_mtime)
