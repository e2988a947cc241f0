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


class Picked(NamedTuple):
    """That a part took something out of another, by which picker, and what it was."""

    made: Made
    under: frozenset[Assumption]
    take: Callable[..., object]
    arguments: tuple[Any, ...]
    value: object


class Read:
    """That a part read something of the records, by which reader, what it was, and of which fields."""

    __slots__ = ("arguments", "fields", "take", "value")

    def __init__(
        self, take: Callable[..., object], arguments: tuple[Any, ...], value: object, fields: frozenset[str]
    ) -> None:
        self.take = take
        self.arguments = arguments
        self.value = value
        self.fields = fields


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
    not find, which fields of the records it and all that it asked for have read, and how it was made where
    other things are assumed."""

    __slots__ = ("absent", "fields", "held", "key", "looks", "made_of", "otherwise", "run", "value")

    def __init__(
        self,
        key: Key,
        value: Any,
        made_of: tuple[Item, ...],
        held: frozenset[Assumption],
        absent: frozenset[Assumption],
        fields: frozenset[str],
        run: int,
    ) -> None:
        self.key = key
        self.value = value
        self.made_of = made_of
        self.see(held, absent)
        self.fields = fields
        self.run = run
        self.otherwise: tuple[Made, ...] = ()

    def see(self, held: frozenset[Assumption], absent: frozenset[Assumption]) -> None:
        """Note which assumptions it looked for and found, and which it did not find."""
        self.held = held
        self.absent = absent
        self.looks = bool(held or absent)

    def is_for(self, under: frozenset[Assumption]) -> bool:
        """Whether it is what would be made under these assumptions."""
        return self.held <= under and self.absent.isdisjoint(under)


Item = Made | Branch | Picked | Read
"""What a part is made of."""
