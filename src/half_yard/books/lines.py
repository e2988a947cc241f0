"""The lines of an activity's statement, as every country describes them."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property

from half_yard.records import Activity

OWN = "own."
"""What the keys of lines begin with that the preparer has added to an activity."""


@dataclass(frozen=True, slots=True)
class StatementLine:
    """A line of an activity's statement to which entries are sorted.

    `sheet_line` is the line key on the schedule; two statement lines may share one (meals). `receipt` says
    that money comes in on it; `also` are other words by which it is found.
    """

    key: str
    number: str
    title: str
    sheet_line: str
    explanation: str = ""
    receipt: bool = False
    also: tuple[str, ...] = ()


@dataclass(frozen=True, eq=False)
class StatementLines:
    """The lines of the statements of a country, by kind of activity, in the order of the form; on the last of
    them stands what has no line of its own."""

    by_kind: Mapping[str, tuple[StatementLine, ...]]
    _made: dict[object, tuple[tuple[StatementLine, ...], Mapping[str, str]]] = field(default_factory=dict)

    @cached_property
    def receipts(self) -> frozenset[str]:
        """The keys of the lines on which money comes in."""
        return frozenset(line.key for lines in self.by_kind.values() for line in lines if line.receipt)

    def of(self, activity: Activity) -> tuple[StatementLine, ...]:
        """The lines of an activity: its form's, and the preparer's own among the other expenses."""
        return self._of(activity)[0]

    def titles(self, activity: Activity) -> Mapping[str, str]:
        """The titles of an activity's lines by key: the same mapping for the same lines."""
        return self._of(activity)[1]

    def _of(self, activity: Activity) -> tuple[tuple[StatementLine, ...], Mapping[str, str]]:
        own_lines = tuple(sorted(activity.own_lines.items()))
        kept = (activity.kind, own_lines)
        if kept not in self._made:
            lines = self.by_kind.get(activity.kind, ())
            own = [
                StatementLine(f"{OWN}{key}", lines[-1].number, name or "Not named", lines[-1].key)
                for key, name in (own_lines if lines else ())
            ]
            every = (*lines, *own)
            self._made[kept] = (every, {line.key: line.title for line in every})
        return self._made[kept]
