"""The parts that are shown beneath a thing that serves several uses."""

from __future__ import annotations

from enum import Enum


class Part(Enum):
    """What stands beneath a thing: the title of its table."""

    USES = "Uses"
    COSTS = "Costs"
    LOG = "Log"
    CALENDAR = "Calendar"
    QUESTIONS = "Questions"

    @property
    def key(self) -> str:
        """The key that shows it."""
        return "Alt+Y" if self is Part.CALENDAR else f"Alt+{self.value[0]}"
