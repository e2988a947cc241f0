"""Reading a long file a little at a time, so that the window goes on and the reading can be called off."""

from __future__ import annotations

import time
from collections.abc import Callable, Generator
from typing import Generic, TypeVar

from PySide6.QtCore import QObject, QTimer
from PySide6.QtWidgets import QHBoxLayout, QProgressBar, QWidget

from half_yard.desktop.parts import button, soft
from half_yard.statements import UnreadableError

T = TypeVar("T")
SLICE = 0.03
"""Seconds of reading between two looks at the keyboard."""


class Reading(QObject, Generic[T]):
    """Steps through a reading; then calls `done` with its result, or `failed` with what is wrong."""

    def __init__(
        self,
        steps: Generator[int, None, T],
        progress: Callable[[int], None],
        done: Callable[[T], None],
        failed: Callable[[str], None],
        parent: QObject,
    ) -> None:
        super().__init__(parent)
        self._steps, self._progress, self._done, self._failed = steps, progress, done, failed
        self._timer = QTimer(self)
        self._timer.setInterval(0)
        self._timer.timeout.connect(self._step)
        self._timer.start()

    def cancel(self) -> None:
        """Stop; nothing comes of it."""
        self._timer.stop()
        self._steps.close()

    def _step(self) -> None:
        end = time.monotonic() + SLICE
        try:
            while time.monotonic() < end:
                self._progress(next(self._steps))
        except StopIteration as finished:
            self._timer.stop()
            self._done(finished.value)
        except UnreadableError as error:
            self._timer.stop()
            self._failed(str(error))


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
