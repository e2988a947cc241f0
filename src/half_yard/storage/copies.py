"""The last saved states of a file, written as carefully as the file itself.

A copy's name is its number and the beginning of the SHA-256 of what it holds, so that a whole one is told
from a stub without reading what it means. Files of other names are a stranger's, and are left alone.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from pathlib import Path

from half_yard.storage.document import digest, read_document
from half_yard.storage.journal import state_of
from half_yard.storage.places import SUFFIX, copies_folder
from half_yard.storage.refusals import FileRefusedError, SealedFileError
from half_yard.storage.writing import flush_folder, write_whole

KEPT_COPIES = 5
NAME = re.compile(rf"(\d{{8}})(?:-([0-9a-f]{{16}}))?{re.escape(SUFFIX)}")
OF = "of"
"""The file beside the copies that names the state that was saved last: how a renamed file finds its
copies."""


def all_copies(path: Path) -> list[Path]:
    """Every file among the copies that is ours by its name, whole or not, oldest first."""
    folder = copies_folder(path)
    if not folder.is_dir():
        return []
    return sorted(copy for copy in folder.iterdir() if NAME.fullmatch(copy.name) and copy.is_file())


def copies_of(path: Path) -> list[Path]:
    """The copies of a file that are whole, oldest first."""
    return [copy for copy in all_copies(path) if _is_whole(copy)]


def last_good_copy(path: Path) -> Path | None:
    """The newest copy kept when the file was saved, if there is one that is whole."""
    return next((copy for copy in reversed(all_copies(path)) if _is_whole(copy)), None)


def keep_copy(path: Path, data: bytes) -> Path:
    """Keep a state of a file among its copies, and let the oldest go. Raises OSError."""
    folder = copies_folder(path)
    folder.mkdir(mode=0o700, exist_ok=True)
    there = all_copies(path)
    state = state_of(digest(data))
    if there and _parts(there[-1])[1] == state and _is_whole(there[-1]):
        _let_go_of_old(path)
        return there[-1]
    number = _parts(there[-1])[0] + 1 if there else 1
    copy = folder / f"{number:08d}-{state}{SUFFIX}"
    write_whole(copy, data)
    _let_go_of_old(path)
    return copy


def note_state(path: Path, saved: str) -> None:
    """Note which state was saved last, where there are copies. Raises OSError."""
    folder = copies_folder(path)
    if folder.is_dir():
        write_whole(folder / OF, state_of(saved).encode())


def noted_state(folder: Path) -> str:
    """The state that was saved last beside these copies; empty where it is not noted."""
    try:
        return (folder / OF).read_text(encoding="ascii")[:64]
    except (OSError, ValueError):
        return ""


def replace_copies(path: Path, with_data: Mapping[Path, bytes]) -> dict[str, str]:
    """Write copies anew, as when they are sealed: each takes the place of the one it was. Returns which state
    each is instead of which. Raises OSError."""
    folder, states = copies_folder(path), {}
    for old, data in with_data.items():
        number, _ = _parts(old)
        state = state_of(digest(data))
        states[state_of(digest(old.read_bytes()))] = state
        new = folder / f"{number:08d}-{state}{SUFFIX}"
        write_whole(new, data)
        if new != old:
            old.unlink(missing_ok=True)
    flush_folder(folder)
    return states


def _let_go_of_old(path: Path) -> None:
    """Only whole copies count; broken ones go once there are enough whole ones."""
    whole = copies_of(path)
    if len(whole) < KEPT_COPIES:
        return
    kept = set(whole[-KEPT_COPIES:])
    for copy in all_copies(path):
        if copy not in kept:
            copy.unlink(missing_ok=True)


def _parts(copy: Path) -> tuple[int, str]:
    match = NAME.fullmatch(copy.name)
    if match is None:
        raise ValueError(copy.name)
    return int(match[1]), match[2] or ""


def _is_whole(copy: Path) -> bool:
    _, state = _parts(copy)
    try:
        data = copy.read_bytes()
        if state:
            return state_of(digest(data)) == state
        read_document(data, copy.name)  # kept before the names had the state in them
    except SealedFileError:
        return True
    except (OSError, FileRefusedError):
        return False
    return True
