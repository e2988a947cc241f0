"""Saving that never leaves a half-written or lost file, and the last good copies."""

from __future__ import annotations

import contextlib
import os
import shutil
import tempfile
from pathlib import Path

KEPT_COPIES = 5


def save_bytes(path: Path, data: bytes) -> None:
    """Write beside, flush to disk, keep the old file as a copy, rename over it. Raises OSError."""
    handle, name = tempfile.mkstemp(dir=path.parent, prefix=f".{path.name}.", suffix=".part")
    part = Path(name)
    try:
        with os.fdopen(handle, "wb") as stream:
            stream.write(data)
            stream.flush()
            os.fsync(stream.fileno())
        part.chmod(path.stat().st_mode & 0o777 if path.exists() else 0o600)
        if path.exists():
            _keep_copy(path)
        part.replace(path)
    except BaseException:
        part.unlink(missing_ok=True)
        raise
    _flush_folder(path.parent)


def copies_folder(path: Path) -> Path:
    """Where the last good copies of a file are kept."""
    return path.with_name(f".{path.name}.copies")


def copies_of(path: Path) -> list[Path]:
    """The copies of a file, oldest first."""
    folder = copies_folder(path)
    return sorted(folder.glob(f"*{path.suffix}")) if folder.is_dir() else []


def last_good_copy(path: Path) -> Path | None:
    """The newest copy kept when the file was saved, if there is one."""
    copies = copies_of(path)
    return copies[-1] if copies else None


def _keep_copy(path: Path) -> None:
    folder = copies_folder(path)
    folder.mkdir(mode=0o700, exist_ok=True)
    copies = copies_of(path)
    number = int(copies[-1].stem) + 1 if copies else 1
    shutil.copy2(path, folder / f"{number:08d}{path.suffix}")
    for old in copies[: max(0, len(copies) + 1 - KEPT_COPIES)]:
        old.unlink(missing_ok=True)


def _flush_folder(folder: Path) -> None:
    # A rename is on disk only once its folder is; some file systems can't flush a folder, which is no
    # reason to call a finished save failed.
    with contextlib.suppress(OSError):
        handle = os.open(folder, os.O_RDONLY)
        try:
            os.fsync(handle)
        finally:
            os.close(handle)
