"""What waits until typing rests: work on which nothing hangs that is typed, or the next key."""

from __future__ import annotations

import gc
from collections.abc import Callable

from PySide6.QtCore import QObject, QTimer

REST = 120
"""For how many milliseconds nothing is typed before what waits for that is done."""
LONG_REST = 1000
SEVERAL = 16
"""After so many rests garbage is also looked for among what has been there for a while."""


def at_rest(owner: QObject, work: Callable[[], object], rest: int = REST) -> QTimer:
    """A timer that does the work once nothing has started it anew for so many milliseconds."""
    timer = QTimer(owner)
    timer.setSingleShot(True)
    timer.setInterval(rest)
    timer.timeout.connect(work)
    return timer


def collecting(owner: QObject, tidy: Callable[[], object]) -> QTimer:
    """A timer that tidies, and has Python look for cyclic garbage, at a long rest, so that it does not in the
    midst of an edit, where it takes as long as the edit."""
    rests = 0

    def collect() -> None:
        nonlocal rests
        rests += 1
        tidy()
        gc.collect(0 if rests % SEVERAL else 1)

    return at_rest(owner, collect, LONG_REST)
