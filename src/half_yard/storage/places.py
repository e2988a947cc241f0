"""What the program keeps beside a client file, hidden, and how each is called."""

from __future__ import annotations

import datetime
import os
from pathlib import Path

SUFFIX = ".halfyard"
ASIDE = "journal-set-aside"


def real_path(path: Path) -> Path:
    """Where a file really lies, links followed as far as they lead."""
    return Path(os.path.realpath(path))


def journal_path(path: Path) -> Path:
    """Where a file's journal is kept."""
    return path.with_name(f".{path.name}.journal")


def lock_path(path: Path) -> Path:
    """The file that says who has a client file open."""
    return path.with_name(f".{path.name}.lock")


def copies_folder(path: Path) -> Path:
    """Where the last good copies of a file are kept."""
    return path.with_name(f".{path.name}.copies")


def set_aside_journals(path: Path) -> list[Path]:
    """The journals of other states of a file, oldest first."""
    return sorted(path.parent.glob(f".{_plain(path.name)}.{ASIDE}*"))


def fresh_aside(path: Path, now: datetime.datetime) -> Path:
    """A name for a journal that is set aside, which none has yet."""
    wanted = path.with_name(f".{path.name}.{ASIDE}-{now:%Y%m%d-%H%M%S}")
    made, number = wanted, 2
    while made.exists():
        made, number = wanted.with_name(f"{wanted.name}-{number}"), number + 1
    return made


def damaged_states(path: Path) -> list[Path]:
    """What stood in the place of a file before a copy was put there."""
    return sorted(path.parent.glob(f"{_plain(path.name)}.damaged-*"))


def parts_of(path: Path) -> list[Path]:
    """What an interrupted writing of a file, of its journal or of a copy left behind."""
    beside = path.parent.glob(f".{_plain(path.name)}*.part")
    return [part for part in (*beside, *copies_folder(path).glob(".*.part")) if part.is_file()]


def part_prefix(path: Path) -> str:
    """How the names of parts of a file begin; its journal's own dot is not doubled."""
    return f".{path.name.removeprefix('.')}."


def orphans(folder: Path, what: str) -> list[tuple[Path, Path]]:
    """Journals or copies (`what`) in a folder whose client file is not there: with the path it had."""
    found = []
    for kept in folder.glob(f".*{SUFFIX}.{what}"):
        owner = kept.with_name(kept.name[1 : -len(what) - 1])
        if not owner.exists():
            found.append((kept, owner))
    return found


def _plain(name: str) -> str:
    """A name with the signs that a pattern would read as its own taken as they are."""
    return "".join(f"[{sign}]" if sign in "*?[" else sign for sign in name)
