"""What goes on behind an open file: the journal is flushed to disk, the lock is renewed."""

from __future__ import annotations

import os
import threading
from collections.abc import Callable
from contextlib import suppress

from half_yard.storage.lock import RENEWED_SECONDS, Lock

WINDOW_SECONDS = 1.0
"""At most so long an edit waits to be flushed to disk: what a power cut can lose. Typing never waits for
it."""


class Keeper:
    """A thread of its own beside one open file. `told` is called from it when flushing fails."""

    def __init__(self, lock: Lock) -> None:
        self.told: Callable[[OSError], None] = lambda _error: None
        self._lock = lock
        self._handle = -1
        self._guard = threading.Lock()
        self._wanted = threading.Event()
        self._over = threading.Event()
        self._thread = threading.Thread(target=self._run, name="half-yard keeper", daemon=True)
        self._thread.start()

    def use_lock(self, lock: Lock) -> None:
        """Renew this lock from now on."""
        with self._guard:
            self._lock = lock

    def flush_soon(self, handle: int) -> None:
        """Flush what was written to a file within the window."""
        with self._guard:
            self._handle = handle
        self._wanted.set()

    def forget(self) -> None:
        """Flush what still waits: the file is about to be closed."""
        with self._guard:
            if self._handle >= 0 and self._wanted.is_set():
                with suppress(OSError):
                    os.fdatasync(self._handle)
            self._wanted.clear()
            self._handle = -1

    def stop(self) -> None:
        """End the thread."""
        self._over.set()
        self._wanted.set()
        self._thread.join()

    def _run(self) -> None:
        while True:
            wanted = self._wanted.wait(RENEWED_SECONDS)
            if self._over.is_set() or (wanted and self._over.wait(WINDOW_SECONDS / 2)):
                return
            with self._guard:
                self._lock.renew()
                # Of its own, so that typing never waits for a slow disk.
                handle = os.dup(self._handle) if wanted and self._handle >= 0 else -1
                self._wanted.clear()
            if handle >= 0:
                self._flush(handle)

    def _flush(self, handle: int) -> None:
        try:
            os.fdatasync(handle)
        except OSError as error:
            self.told(error)
        finally:
            os.close(handle)
