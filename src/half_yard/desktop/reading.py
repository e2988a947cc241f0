"""Reading a file off the window's thread, so that the window goes on and the reading can be called off."""

from __future__ import annotations

import threading
import time
from collections.abc import Callable, Generator
from contextlib import suppress
from typing import Any, Generic, TypeVar

from PySide6.QtCore import QObject, Signal
from PySide6.QtWidgets import QHBoxLayout, QProgressBar, QWidget

from half_yard.desktop.parts import button, soft

T = TypeVar("T")
SHOWN_EVERY = 0.05
"""Seconds between two looks at how far it is."""


class Reading(QObject, Generic[T]):
    """Steps through a reading in a thread of its own; then calls `done` with its result, or `failed` with
    what is wrong, which is an error of the kind `refusal`. Both are called on the window's thread."""

    _reached = Signal(int)
    _ended = Signal(object, object)

    def __init__(
        self,
        steps: Generator[int, None, T],
        progress: Callable[[int], None],
        done: Callable[[T], None],
        failed: Callable[[str], None],
        refusal: type[Exception],
        parent: QObject,
    ) -> None:
        super().__init__(parent)
        self._steps, self._progress, self._done, self._failed = steps, progress, done, failed
        self._refusal = refusal
        self._over = threading.Event()
        self._reached.connect(self._show)
        self._ended.connect(self._finish)
        self._thread = threading.Thread(target=self._run, name="half-yard reading", daemon=True)
        self._thread.start()

    def cancel(self) -> None:
        """Stop; nothing comes of it."""
        self._over.set()

    def _run(self) -> None:
        result: Any = None
        error: Exception | None = None
        shown = 0.0
        try:
            while not self._over.is_set():
                line = next(self._steps)
                if time.monotonic() - shown > SHOWN_EVERY:
                    shown = time.monotonic()
                    self._tell(self._reached, line)
        except StopIteration as finished:
            result = finished.value
        except Exception as caught:  # handed to the window's thread, which knows what to do with it
            error = caught
        self._tell(self._ended, result, error)

    def _tell(self, signal: Any, *what: object) -> None:
        with suppress(RuntimeError):  # the window may be gone meanwhile
            signal.emit(*what)

    def _show(self, line: int) -> None:
        if not self._over.is_set():
            self._progress(line)

    def _finish(self, result: T, error: Exception | None) -> None:
        if self._over.is_set():
            return
        self._over.set()
        if error is None:
            self._done(result)
        elif isinstance(error, self._refusal):
            self._failed(str(error))
        else:
            raise error


class ProgressLine(QWidget):
    """How far a reading is, and the button that calls it off."""

    def __init__(self, cancel: Callable[[], None]) -> None:
        super().__init__()
        self._words = soft("")
        self._words.setWordWrap(False)
        self._bar = QProgressBar()
        self._bar.setTextVisible(False)
        self._bar.setFixedHeight(10)
        self._bar.setAccessibleName("Progress of the import")
        self.stop = button("Cancel", "Stop reading; nothing is taken in")
        self.stop.clicked.connect(cancel)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.addWidget(self._words)
        row.addWidget(self._bar, 1)
        row.addWidget(self.stop)
        self.hide()

    def start(self, name: str, lines: int) -> None:
        """Show that a file of so many lines is being read."""
        self._words.setText(f"Reading {name}")
        self._bar.setRange(0, max(lines, 1))
        self._bar.setValue(0)
        self.show()

    def show_line(self, line: int) -> None:
        """Show the line that is reached."""
        self._bar.setValue(line)
