"""The one place that writes files: beside, flushed, read back, renamed; readable by nobody else.

Whatever is interrupted, the file that was there stays whole. Every other module hands its bytes in here, and
a test holds them to it.
"""

from __future__ import annotations

import contextlib
import errno
import os
import stat
import tempfile
import time
from pathlib import Path

from half_yard.storage.places import SUFFIX, part_prefix, real_path
from half_yard.storage.refusals import FileRefusedError

OWN = 0o600
"""Read and written by its owner alone: what holds identity numbers is nobody else's."""
MARKS = (b'"half-yard client file"', b'"half-yard sealed client file"')
LEFT_BEHIND_SECONDS = 600
LARGEST_LOOKED_INTO = 50_000_000


def write_whole(path: Path, data: bytes, mode: int = OWN) -> None:
    """Put a file in place whole or not at all. Raises OSError, and then what was there is as it was."""
    handle, name = tempfile.mkstemp(dir=path.parent, prefix=part_prefix(path), suffix=".part")
    part = Path(name)
    try:
        with os.fdopen(handle, "wb") as stream:
            stream.write(data)
            stream.flush()
            os.fsync(stream.fileno())
        if part.read_bytes() != data:
            raise OSError(errno.EIO, "What was written does not read back as it was", str(path))
        part.chmod(mode)
        part.replace(path)
    except BaseException:
        with contextlib.suppress(OSError):
            part.unlink(missing_ok=True)
        raise
    flush_folder(path.parent)


def write_out(path: Path, data: bytes) -> None:
    """Write an export. Raises FileRefusedError where it would write over a client file or what belongs to
    one, OSError where there is no writing."""
    target = real_path(path)
    if belongs_to_client(target):
        raise FileRefusedError(f"{path.name} is a client file or belongs to one. Choose another name.")
    if target.exists() and not stat.S_ISREG(target.stat().st_mode):
        # A pipe or a terminal can't be replaced, only written to.
        with target.open("wb") as stream:
            stream.write(data)
        return
    for part in target.parent.glob(f"{part_prefix(target)}*.part"):
        if time.time() - part.stat().st_mtime > LEFT_BEHIND_SECONDS:
            part.unlink(missing_ok=True)
    write_whole(target, data)


def belongs_to_client(path: Path) -> bool:
    """Whether a path is a client file, by its name or by what stands in it, or is kept beside one."""
    if path.suffix == SUFFIX or (path.name.startswith(".") and f"{SUFFIX}." in path.name):
        return True
    if any(f"{SUFFIX}.copies" in folder.name for folder in path.parents):
        return True
    try:
        if not path.is_file() or path.stat().st_size > LARGEST_LOOKED_INTO:
            return False
        data = path.read_bytes()
    except OSError:
        return False
    return any(mark in data for mark in MARKS)


def flush_folder(folder: Path) -> None:
    """Flush a folder: a rename is on disk only once its folder is. Some file systems can't flush one, which
    is no reason to call a finished writing failed."""
    with contextlib.suppress(OSError):
        handle = os.open(folder, os.O_RDONLY)
        try:
            os.fsync(handle)
        finally:
            os.close(handle)
