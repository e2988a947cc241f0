"""What a run came to: how often, what was lost or broken, how slow it was at worst, and how much memory."""

from __future__ import annotations

import resource
import time
import traceback
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field

MOST_KEPT = 20


@dataclass
class Outcome:
    """Counts of one kind of trial; `used` are those of them that were computed, where that is the trial, and
    `faults` the first of what went wrong, in words."""

    name: str
    trials: int = 0
    used: int = 0
    lost: int = 0
    broken: int = 0
    tracebacks: int = 0
    slowest: float = 0.0
    slowest_of: str = ""
    peak_megabytes: float = 0.0
    faults: list[str] = field(default_factory=list)

    @property
    def is_clean(self) -> bool:
        """Whether nothing went wrong."""
        return not (self.lost or self.broken or self.tracebacks)

    def lose(self, what: str) -> None:
        """Something that was acknowledged is not there."""
        self.lost += 1
        self._keep(f"lost: {what}")

    def break_(self, what: str) -> None:
        """Something can't be opened, or is another thing than it should be."""
        self.broken += 1
        self._keep(f"broken: {what}")

    def _keep(self, what: str) -> None:
        if len(self.faults) < MOST_KEPT:
            self.faults.append(what)

    @contextmanager
    def trial(self, what: str) -> Iterator[None]:
        """Time a trial; an error that comes out of it is a traceback that a person would have seen."""
        begun = time.perf_counter()
        try:
            yield
        except Exception as error:
            self.tracebacks += 1
            place = traceback.extract_tb(error.__traceback__)[-1]
            self._keep(f"{type(error).__name__} at {place.name}:{place.lineno} ({error}) in {what}"[:400])
        taken = time.perf_counter() - begun
        self.trials += 1
        if taken > self.slowest:
            self.slowest, self.slowest_of = taken, what
        self.note_memory()

    def note_memory(self) -> None:
        """Note how much memory this process has had at most."""
        peak = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
        self.peak_megabytes = max(self.peak_megabytes, peak)

    def add(self, other: Outcome) -> None:
        """Take in what another process found."""
        self.trials += other.trials
        self.used += other.used
        self.lost += other.lost
        self.broken += other.broken
        self.tracebacks += other.tracebacks
        self.faults = [*self.faults, *other.faults][:MOST_KEPT]
        self.peak_megabytes = max(self.peak_megabytes, other.peak_megabytes)
        if other.slowest > self.slowest:
            self.slowest, self.slowest_of = other.slowest, other.slowest_of

    def __str__(self) -> str:
        head = (
            f"{self.name:<34} {self.trials:>8,} trials  {self.lost} lost  {self.broken} broken  "
            f"{self.tracebacks} tracebacks  slowest {self.slowest:.2f} s  {self.peak_megabytes:.0f} MB"
        )
        slow = [f"    slowest: {self.slowest_of[:120]}"] if self.slowest > 1 else []
        return "\n".join([head, *slow, *(f"    {fault}" for fault in self.faults)])
