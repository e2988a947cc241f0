"""What the parts of a computation leave behind when they are made: what each is made of, and under which
assumptions."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, NamedTuple


@dataclass(frozen=True, slots=True)
class Assumption:
    """Something that may be taken to be otherwise than the records say. What is made `on_no_line` shows no
    lines of its own: it is only worked out, on the way to a figure that has one."""

    words: str
    on_no_line: bool = False


NONE: frozenset[Assumption] = frozenset()
Key = tuple[Any, ...]
"""A part, and what it is about."""


class Branch(NamedTuple):
    """That a part asked for another under further assumptions."""

    made: Made
    under: frozenset[Assumption]


GONE = object()
"""Stands for what a picker does not find any more."""


class Piece:
    """What a picker takes out of a part that looks at no assumption: looked at once in a computation, in the
    run of that number, and the same since a run. All that was made of nothing else but pieces that are the
    same need not be looked into, whatever else has changed in the parts that they were taken out of."""

    __slots__ = ("arguments", "key", "run", "since", "source", "take", "value")

    def __init__(self, key: Key, take: Callable[..., object], arguments: tuple[Any, ...]) -> None:
        self.key = key
        self.take = take
        self.arguments = arguments
        self.source: object = GONE
        self.value: object = GONE
        self.run = self.since = 0


class Picked(NamedTuple):
    """That a part took a piece out of another, and what it was."""

    piece: Piece
    value: object
    sources: Sources


class Read:
    """That a part read something of the records, by which reader, what it was, and of which fields."""

    __slots__ = ("arguments", "sources", "take", "value")

    def __init__(
        self, take: Callable[..., object], arguments: tuple[Any, ...], value: object, sources: Sources
    ) -> None:
        self.take = take
        self.arguments = arguments
        self.value = value
        self.sources = sources


class Watched:
    """Stands for the records while a reader reads: notes which of their fields it looks at."""

    __slots__ = ("_fields", "_records")

    def __init__(self, records: object, fields: set[str]) -> None:
        self._records = records
        self._fields = fields

    def __getattr__(self, name: str) -> Any:
        self._fields.add(name)
        return getattr(self._records, name)


class Made:
    """A part that was made: its value, what it was made of, which assumptions it looked for and found or did
    not find, which fields of the records it and all that it asked for have read and which pieces they took,
    and how it was made where other things are assumed."""

    __slots__ = ("absent", "grown", "held", "key", "looks", "made_of", "otherwise", "run", "sources", "value")

    def __init__(
        self,
        key: Key,
        value: Any,
        made_of: tuple[Item, ...],
        held: frozenset[Assumption],
        absent: frozenset[Assumption],
        sources: Sources,
        run: int,
    ) -> None:
        self.key = key
        self.value = value
        self.made_of = made_of
        self.see(held, absent)
        self.sources = sources
        self.run = run
        self.grown = run
        """The run in which its sources, or the assumptions that it looks at, have last become more."""
        self.otherwise: tuple[Made, ...] = ()

    def see(self, held: frozenset[Assumption], absent: frozenset[Assumption]) -> None:
        """Note which assumptions it looked for and found, and which it did not find."""
        self.held = held
        self.absent = absent
        self.looks = bool(held or absent)

    def is_for(self, under: frozenset[Assumption]) -> bool:
        """Whether it is what would be made under these assumptions."""
        return self.held <= under and self.absent.isdisjoint(under)


Sources = frozenset[str | Piece]
"""Fields of the records, by name, and pieces taken out of parts."""
Item = Made | Branch | Picked | Read
"""What a part is made of."""
