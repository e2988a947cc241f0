"""A file that was renamed or moved within its folder takes its journal and its copies along."""

from __future__ import annotations

from pathlib import Path

from half_yard.storage.copies import noted_state
from half_yard.storage.journal import edits_in, state_of
from half_yard.storage.lock import Lock
from half_yard.storage.places import copies_folder, journal_path, orphans
from half_yard.storage.refusals import FileInUseError


def adopt(path: Path, digest: str) -> list[str]:
    """Bring what was kept beside a file under its former name to its present one; returns what was done, in
    words. Raises OSError."""
    said = []
    for journal, owner in orphans(path.parent, "journal"):
        found = edits_in(journal.read_bytes(), digest)
        ours = (found.edits or found.lost) and state_of(digest) not in found.foreign
        if ours and not journal_path(path).exists() and _is_let_go(owner):
            journal.replace(journal_path(path))
            said.append(f"Unsaved edits from when it was called {owner.name} were found.")
    for folder, owner in orphans(path.parent, "copies"):
        if noted_state(folder) == state_of(digest) and not copies_folder(path).exists() and _is_let_go(owner):
            folder.replace(copies_folder(path))
            said.append(f"Its earlier states from when it was called {owner.name} were found.")
    return said


def _is_let_go(owner: Path) -> bool:
    """Whether nobody works on a file under its former name any more."""
    try:
        Lock.take(owner).release()
    except FileInUseError:
        return False
    return True


def now_called(path: Path, device_and_inode: tuple[int, int]) -> Path | None:
    """Where in its folder a file has gone that is not at its path any more; None where it is not there."""
    for other in path.parent.glob(f"*{path.suffix}"):
        try:
            there = other.stat()
        except OSError:
            continue
        if (there.st_dev, there.st_ino) == device_and_inode:
            return other
    return None
