"""How every client of the office stands, worked out beside the window: in a process of its own, so that
typing never waits for it, and only for files that are otherwise than when they were last looked at."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from concurrent.futures import Future, ProcessPoolExecutor
from contextlib import suppress
from multiprocessing import get_context
from pathlib import Path

from PySide6.QtCore import QObject, QTimer, Signal

from half_yard.office.standing import Standing, standing_of
from half_yard.storage import Keys

State = tuple[str, int, int]
"""A file as it lay on the disk: its path, when it was written, how large it is."""
FEW = 16
"""So many files are looked at in the window's own pauses: a process would take longer to start."""


class Listing(QObject):
    """Signals `stands` with a path and its standing, and `reached` with how many of how many are known."""

    stands = Signal(object, object)
    reached = Signal(int, int)
    _came = Signal(int, object, object)

    def __init__(self, keys: Keys, parent: QObject) -> None:
        super().__init__(parent)
        self._keys = keys
        self._known: dict[State, Standing] = {}
        self._waiting: list[Path] = []
        self._count = self._turn = self._done = 0
        self._pool: ProcessPoolExecutor | None = None
        self._timer = QTimer(self)
        self._timer.setInterval(0)
        self._timer.timeout.connect(self._next)
        self._came.connect(self._take)

    @property
    def is_active(self) -> bool:
        """Whether something is still looked at."""
        return self._done < self._count

    def start(self, paths: Sequence[Path]) -> None:
        """Look at these files anew; what is known of a file that lies as it lay stands at once."""
        self._turn += 1
        self._count, self._done = len(paths), 0
        self._waiting = []
        for path in paths:
            known = self._known.get(_state(path))
            if known is None:
                self._waiting.append(path)
            else:
                self._tell(path, known)
        if len(self._waiting) > FEW:
            self._send()
        elif self._waiting:
            self._timer.start()

    def _tell(self, path: Path, standing: Standing) -> None:
        self._done += 1
        self.stands.emit(path, standing)
        self.reached.emit(self._done, self._count)

    def _send(self) -> None:
        """Have the process look at the files, one after another."""
        if self._pool is None:
            self._pool = ProcessPoolExecutor(max_workers=1, mp_context=get_context("spawn"))
        for path in self._waiting:
            made = self._pool.submit(standing_of, path)
            made.add_done_callback(self._answer_to(self._turn, path))
        self._waiting = []

    def _answer_to(self, turn: int, path: Path) -> Callable[[Future[Standing]], None]:
        def answer(made: Future[Standing]) -> None:
            if not made.cancelled():
                with suppress(RuntimeError):  # the window may be gone meanwhile
                    self._came.emit(turn, path, None if made.exception() else made.result())

        return answer

    def _take(self, turn: int, path: Path, standing: Standing | None) -> None:
        if turn != self._turn:
            return
        # A sealed file, whose passphrase is known here alone, is opened here.
        self._keep(path, standing if standing is not None and standing.year else self._look(path))

    def _look(self, path: Path) -> Standing:
        return standing_of(path, self._keys)

    def _keep(self, path: Path, standing: Standing) -> None:
        # What could not be read, for want of a passphrase perhaps, is looked at again the next time.
        if standing.year:
            self._known[_state(path)] = standing
        self._tell(path, standing)

    def _next(self) -> None:
        if not self._waiting:
            self._timer.stop()
            return
        path = self._waiting.pop(0)
        self._keep(path, self._look(path))

    def finish(self) -> None:
        """Look at all that waits at once, here."""
        while self._timer.isActive():
            self._next()

    def end(self) -> None:
        """Look at nothing more."""
        self._turn += 1
        self._timer.stop()
        if self._pool is not None:
            self._pool.shutdown(wait=False, cancel_futures=True)
            self._pool = None


def _state(path: Path) -> State:
    try:
        found = path.stat()
    except OSError:
        return str(path), 0, 0
    return str(path), found.st_mtime_ns, found.st_size
