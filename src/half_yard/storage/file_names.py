"""What files are called: without the signs that a file system can't hold, and as long as one can."""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path

from half_yard.storage.places import SUFFIX

LONGEST_NAME = 150


def safe_name(name: str) -> str:
    """A name without the signs that lead elsewhere or that some file system can't hold."""
    signs = ("-" if sign in '/\\:*?"<>|' or not sign.isprintable() else sign for sign in name)
    # What is kept beside a file has a longer name; file systems count bytes.
    cut = "".join(signs).strip(". ").encode()[:LONGEST_NAME]
    return cut.decode(errors="ignore").strip()


def file_name(first: str, last: str, year: int, taken: Sequence[str] = ()) -> str:
    """A file name for a new client, with a number where the name is taken."""
    safe = safe_name(", ".join(part for part in (last.strip(), first.strip()) if part) or "New client")
    wanted, number = f"{safe} {year}{SUFFIX}", 2
    while wanted in taken:
        wanted = f"{safe} {year} ({number}){SUFFIX}"
        number += 1
    return wanted


def next_years_name(path: Path, year: int) -> str:
    """What the file of the year after `year` is called, of a file that is at `path`."""
    before, found, behind = path.stem.rpartition(str(year))
    return f"{before}{year + 1}{behind}{SUFFIX}" if found else f"{path.stem} {year + 1}{SUFFIX}"
