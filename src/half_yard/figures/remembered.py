"""Remembering what was made from immutable things, so that computing again after an edit works out only
what the edit touched.

Nothing is remembered by value: the very same things, not ones like them, must come again, so what is given
back is what would be made. What is remembered lies in a memory: whoever works on a file has one of its own,
so that a look at other files never costs what was remembered of this one.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from operator import is_
from typing import Any, Generic, TypeVar

from half_yard.figures.made import RUNS_KEPT, Known

V = TypeVar("V")


class Memory:
    """What was made for one file: the parts of its computations (`asking.py`), of which there were so many
    `runs`, and what else was remembered while this memory was in use."""

    def __init__(self, runs: int = 0) -> None:
        self.known = Known(runs)
        self._kept: dict[object, dict[Hashable, tuple[tuple[object, ...], Any]]] = {}

    @contextmanager
    def in_use(self) -> Iterator[None]:
        """Have everything that is made meanwhile remembered here."""
        token = IN_USE.set(self)
        try:
            yield
        finally:
            IN_USE.reset(token)

    def later(self, make: Callable[[], V]) -> Callable[[], V]:
        """The same, to be made when it is asked for, with this memory in use."""

        def made() -> V:
            with self.in_use():
                return make()

        return made

    def tidy(self) -> None:
        """See to what has to be done before the next edit, and let go of what is not asked for any more, once
        in some computations. Meant for a rest: it takes as long as an edit."""
        if self.known.is_in_use:
            return
        self.known.note()
        if self.known.runs - self.known.tidied > RUNS_KEPT:
            self.known.forget()

    def of(self, owner: object) -> dict[Hashable, tuple[tuple[object, ...], Any]]:
        """What one owner has kept here: values by key, each with what it was made from."""
        return self._kept.setdefault(owner, {})


IN_USE: ContextVar[Memory] = ContextVar("memory", default=Memory())  # noqa: B039 (shared on purpose)


class Remembered(Generic[V]):
    """Values by key, each with the things it was made from; the last value of a key is kept. It is for what
    is asked outside a computation, whose own parts remember what they read."""

    def get(self, key: Hashable, made_from: tuple[object, ...], make: Callable[[], V]) -> V:
        """The value of a key made from these things, made now if it was not made from them before."""
        return self.renewed(key, made_from, lambda _: make())

    def renewed(self, key: Hashable, made_from: tuple[object, ...], make: Callable[[V | None], V]) -> V:
        """The same, made from the value before where there is one."""
        memory = IN_USE.get().of(self)
        kept = memory.get(key)
        if kept is not None and len(kept[0]) == len(made_from) and all(map(is_, kept[0], made_from)):
            value: V = kept[1]
            return value
        value = make(None if kept is None else kept[1])
        memory[key] = (made_from, value)
        return value
