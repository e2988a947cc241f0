"""What can be undone and done again, within bounds: old steps go before they cost more than they are
worth."""

from __future__ import annotations

from collections import deque
from dataclasses import dataclass

from half_yard.records import Edit

MOST_STEPS = 2_000
LARGEST_BYTES = 16_000_000


@dataclass(frozen=True, slots=True)
class Done:
    """An edit that was carried out, and the one that takes it back."""

    edit: Edit
    inverse: Edit


class History:
    """The last steps, newest last; the newest is always kept, however large."""

    def __init__(self) -> None:
        self._steps: deque[tuple[Done, int]] = deque()
        self._size = 0

    def __bool__(self) -> bool:
        return bool(self._steps)

    @property
    def label(self) -> str:
        """What the newest step was; empty where there is none."""
        return self._steps[-1][0].edit.label if self._steps else ""

    def push(self, done: Done) -> None:
        """Take a step in, and let go of old ones beyond the bounds."""
        size = len(done.edit.model_dump_json()) + len(done.inverse.model_dump_json())
        self._steps.append((done, size))
        self._size += size
        while len(self._steps) > 1 and (len(self._steps) > MOST_STEPS or self._size > LARGEST_BYTES):
            self._size -= self._steps.popleft()[1]

    def pop(self) -> Done:
        """Take the newest step out. Raises IndexError where there is none."""
        done, size = self._steps.pop()
        self._size -= size
        return done

    def clear(self) -> None:
        """Forget all steps."""
        self._steps.clear()
        self._size = 0
