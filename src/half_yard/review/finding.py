"""A finding: something that stops filing, needs judgement, or is worth knowing."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from half_yard.records import Edit


class Level(StrEnum):
    """How grave a finding is."""

    ERROR = "error"
    INCOMPLETE = "incomplete"
    WARNING = "warning"
    NOTE = "note"


@dataclass(frozen=True, slots=True)
class Finding:
    """What is wrong, where (a JSON pointer into the file), and what to do about it; `step` is an edit that
    mends it at once, where there is one."""

    level: Level
    message: str
    path: str = ""
    mend: str = ""
    step: Edit | None = None

    def __str__(self) -> str:
        where = f" [{self.path}]" if self.path else ""
        return " ".join(part for part in (f"{self.level}:", self.message, self.mend) if part) + where
