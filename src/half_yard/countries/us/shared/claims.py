"""Whether a place at home may be deducted at all, and on what that rests (26 U.S.C. 280A(c))."""

from __future__ import annotations

from half_yard.countries.offered import ManyAnswers, Question
from half_yard.records import Use

RESTS_ON = ManyAnswers(
    "rests_on", "The place at home is",
    (
        ("principal", "Principal place of the business"),
        ("administration", "Only fixed place for its paperwork"),
        ("clients", "Where clients or patients are met"),
        ("separate", "A separate structure"),
        ("storage", "Storage of goods or samples, home the only place"),
        ("day_care", "A licensed day care"),
    ),
    "26 U.S.C. 280A(c)(1), (2), (4)",
)  # fmt: skip
EXCLUSIVE = Question(
    "exclusive", "Used for nothing else, and regularly", True,
    "But for storage and day care it may serve nothing else (26 U.S.C. 280A(c)(1))",
)  # fmt: skip
NOT_EXCLUSIVE = {"storage", "day_care"}
"""What need not be used for nothing else."""


def is_claimed(use: Use) -> bool:
    """Whether what was answered of a place at home lets it be deducted; while nothing was, it does."""
    exclusive = EXCLUSIVE.of(use.answers)
    return exclusive or use.choices.get(RESTS_ON.key) in NOT_EXCLUSIVE
