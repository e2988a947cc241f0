"""Who has a client file open: a lock that the system keeps on this machine, and a note in it for other
machines of a shared folder, renewed while the file is open.

Where a shared folder hands the system's locks on, they hold there too; where it does not, the note does, as
well as two clocks agree.
"""

from __future__ import annotations

import contextlib
import datetime
import errno
import fcntl
import json
import os
import platform
import time
from pathlib import Path

from half_yard.storage.places import lock_path
from half_yard.storage.refusals import FileInUseError

RENEWED_SECONDS = 30.0
STALE_SECONDS = 150.0


class UnwritableError(OSError):
    """The folder can't be written to, so its files can only be looked at."""


class Lock:
    """A lock that is held. `note` is worth saying: a lock of another machine that was taken over."""

    def __init__(self, path: Path, handle: int, note: str) -> None:
        self._path = path
        self._handle = handle
        self.note = note

    @staticmethod
    def take(path: Path) -> Lock:
        """Lock a client file. Raises FileInUseError with who has it, UnwritableError, OSError."""
        place = lock_path(path)
        while True:
            handle = _opened(place)
            try:
                note = _held(handle, path)
                if _same(handle, place):
                    _write(handle)
                    return Lock(place, handle, note)
            except BaseException:
                os.close(handle)
                raise
            os.close(handle)  # whoever had it has let go and removed it meanwhile: try the one there is now

    @property
    def is_ours(self) -> bool:
        """Whether the lock on disk still is the one that is held, not deleted or made anew."""
        return _same(self._handle, self._path)

    def renew(self) -> None:
        """Say to other machines that the file is still open."""
        with contextlib.suppress(OSError):
            os.utime(self._handle)

    def release(self) -> None:
        """Let go."""
        if self.is_ours:
            with contextlib.suppress(OSError):
                self._path.unlink(missing_ok=True)
        with contextlib.suppress(OSError):
            os.close(self._handle)


def _opened(place: Path) -> int:
    try:
        return os.open(place, os.O_RDWR | os.O_CREAT | os.O_CLOEXEC, 0o600)
    except PermissionError as error:
        raise UnwritableError(error.errno, error.strerror, str(place)) from error
    except OSError as error:
        if error.errno == errno.EROFS:
            raise UnwritableError(error.errno, error.strerror, str(place)) from error
        raise


def _held(handle: int, path: Path) -> str:
    """Hold the lock; what to say of it. Raises FileInUseError."""
    known = _read(handle)
    here = known.get("machine", "") in {"", platform.node()}
    age = time.time() - os.fstat(handle).st_mtime
    try:
        fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except BlockingIOError as error:
        raise FileInUseError(_in_use(path, known, here)) from error
    except OSError:
        # No locks of the system's in this folder: the note in it decides, for this machine too.
        if known and age < STALE_SECONDS and not (here and _is_over(known)):
            raise FileInUseError(_in_use(path, known, here)) from None
    if here:
        return ""
    if age < STALE_SECONDS:
        raise FileInUseError(_in_use(path, known, here))
    minutes = int(age // 60)
    return f"The lock of {known['machine']} had not been renewed for {minutes} minutes: it was taken over."


def _in_use(path: Path, known: dict[str, str], here: bool) -> str:
    if here:
        return f"{path.name} is open in another window. Close it there first."
    return (
        f"{path.name} is open on {known['machine']} since {known.get('since', 'some time')}. Close it there."
    )


def _is_over(known: dict[str, str]) -> bool:
    """Whether the process that a note of this machine names has ended."""
    process = known.get("process", "")
    return process.isdecimal() and not Path("/proc", process).exists()


def _same(handle: int, place: Path) -> bool:
    try:
        there, ours = place.stat(), os.fstat(handle)
    except OSError:
        return False
    return (there.st_dev, there.st_ino) == (ours.st_dev, ours.st_ino)


def _read(handle: int) -> dict[str, str]:
    try:
        document = json.loads(os.pread(handle, 4096, 0) or b"{}")
    except (ValueError, RecursionError):
        return {}
    return {str(key): str(value) for key, value in document.items()} if isinstance(document, dict) else {}


def _write(handle: int) -> None:
    note = {
        "machine": platform.node(),
        "process": str(os.getpid()),
        "since": datetime.datetime.now().isoformat(sep=" ", timespec="minutes"),
    }
    os.ftruncate(handle, 0)
    os.pwrite(handle, (json.dumps(note) + "\n").encode(), 0)
