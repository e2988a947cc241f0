"""Asking: the parts of a computation ask for each other, and each is made once.

A part is a function of an `Ask` and of what it is about. What it reads of the records and which other parts
it asks for is noted while it runs, so the order of a computation follows by itself, a circle is found and
named, and after an edit only what read the change is made again. A part may be asked under an assumption
("without section 179"): that is the same code, and what never looks at the assumption is shared with the
computation itself.

What a part is about are plain values (strings, numbers), and a part is made of nothing but what it asks for.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any, Concatenate, Generic, ParamSpec, TypeVar

from half_yard.figures.alike import same
from half_yard.figures.made import NONE, Assumption, Branch, Item, Key, Made, Picked, Read, Watched
from half_yard.figures.remembered import Memory

F = TypeVar("F")
"""The records that a computation is of."""
P = ParamSpec("P")
V = TypeVar("V")
W = TypeVar("W")

RUNS_KEPT = 8
"""After so many computations without it, what was made may be forgotten; …"""
FORGETS_EVERY = 32
"""… which takes a walk through all that is known, so it is done once in so many."""


class CircleError(RuntimeError):
    """Parts that wait for each other; the message names them in the order in which they ask."""


A = TypeVar("A", bound=Assumption)


class Asking(Generic[F]):
    """One computation of some records, with the memory of the ones before."""

    def __init__(self, records: F, memory: Memory) -> None:
        self.records = records
        self._known: dict[Key, Made] = memory.parts
        self._on_no_line: set[object] = memory.on_no_line
        self._before = memory.records
        memory.records = records
        memory.runs += 1
        self._run = memory.runs
        self._waiting: dict[tuple[Key, frozenset[Assumption]], None] = {}
        self._fields: dict[frozenset[str], frozenset[str]] = {}
        self._unchanged: dict[frozenset[str], bool] = {}

    def run(self, part: Callable[Concatenate[Ask[F], P], V], *about: P.args, **named: P.kwargs) -> V:
        """The value of a part, and of all that it asks for. Raises CircleError."""
        ask: Ask[F] = Ask(self, NONE, None)
        value = ask(part, *about, **named)
        if self._run % FORGETS_EVERY == 0:
            self._forget()
        return value

    def made(self, key: Key, under: frozenset[Assumption]) -> Made:
        """A part under assumptions: the one that is remembered, or one made now. Raises CircleError."""
        known = self._known.get(key)
        if known is not None and known.run == self._run and not known.looks:
            return known
        fitting = []
        for made in self._every(key):
            if not made.looks or made.is_for(under):
                if made.run == self._run:
                    return made
                fitting.append(made)
        for made in fitting:
            if made.run == self._run - 1 and self._is_unchanged(made.fields):
                made.run = self._run
                return made
        waiting = (key, under)
        if waiting in self._waiting:
            raise CircleError(self._circle(waiting))
        self._waiting[waiting] = None
        try:
            for made in fitting:
                if self._still_holds(made, under):
                    made.run = self._run
                    return made
            made = self._make(key, under, fitting[-1] if fitting else None)
        finally:
            del self._waiting[waiting]
        # What fitted and does not hold any more must not stand in the way of what was made now.
        self._remember(key, made, [other for other in self._every(key) if other not in fitting])
        return made

    def _every(self, key: Key) -> tuple[Made, ...]:
        known = self._known.get(key)
        if known is None:
            return ()
        return (known, *known.otherwise) if known.otherwise else (known,)

    def _remember(self, key: Key, made: Made, others: Sequence[Made]) -> None:
        for other in others:
            other.otherwise = ()
        made.otherwise = tuple(others)
        self._known[key] = made

    def _is_unchanged(self, fields: frozenset[str]) -> bool:
        """Whether these fields of the records are the very ones of the computation before."""
        unchanged = self._unchanged.get(fields)
        if unchanged is None:
            before, now = self._before, self.records
            unchanged = all(getattr(before, name, None) is getattr(now, name) for name in fields)
            self._unchanged[fields] = unchanged
        return unchanged

    def _make(self, key: Key, under: frozenset[Assumption], last: Made | None) -> Made:
        ask: Ask[F] = Ask(self, under, last)
        ask.may_be_on_no_line = bool(under) and key[0] in self._on_no_line and _shows_no_lines(under)
        value = key[0](ask, *key[1:])
        if under and ask.is_on_no_line:
            self._on_no_line.add(key[0])
        if last is not None and same(last.value, value):
            value = last.value
        fields = self.known_fields(frozenset(ask.fields))
        held, absent = frozenset(ask.held), frozenset(ask.absent)
        return Made(key, value, tuple(ask.made_of), held or NONE, absent or NONE, fields, self._run)

    def _still_holds(self, made: Made, under: frozenset[Assumption]) -> bool:
        """Whether everything that a part was made of is as it was, looked at in the order in which it asked:
        up to the first thing that is otherwise it would ask for the same again. What that has come to read
        and to look at meanwhile, the part has read and looked at too."""
        read: set[str] = set()
        held: set[Assumption] = set()
        absent: set[Assumption] = set()
        run, held_before = self._run, made.run == self._run - 1
        for item in made.made_of:
            if isinstance(item, Read):
                if held_before and self._is_unchanged(item.fields):
                    continue
                seen: set[str] = set()
                if not _is_still(item, Watched(self.records, seen)):
                    return False
                if not seen <= item.fields:
                    item.fields = self.known_fields(item.fields | seen)
                read |= seen
                continue
            before, more = (item, NONE) if isinstance(item, Made) else (item.made, item.under)
            if before.run == run and not before.looks:
                child = before
            else:
                child = self.made(before.key, under | more if more else under)
            if child.value is not before.value and not (
                isinstance(item, Picked) and _is_still(item, child.value)
            ):
                return False
            if child.fields is not made.fields and not child.fields <= made.fields:
                read |= child.fields
            if child.looks:
                held |= child.held - more if more else child.held
                absent |= child.absent
        if not read <= made.fields:
            made.fields = self.known_fields(made.fields | read)
        if not (held <= made.held and absent <= made.absent):
            made.see(made.held | held, made.absent | absent)
        return True

    def known_fields(self, fields: frozenset[str]) -> frozenset[str]:
        """The same set of fields: few of them are read again and again, so each is kept once."""
        return self._fields.setdefault(fields, fields)

    def _circle(self, waiting: tuple[Key, frozenset[Assumption]]) -> str:
        asked = list(self._waiting)
        names = [_name(key) for key, _ in asked[asked.index(waiting) :]]
        return "a circle: " + " asks for ".join([*names, names[0]])

    def _forget(self) -> None:
        """Let go of what was not asked for lately."""
        oldest = self._run - RUNS_KEPT
        for key, known in list(self._known.items()):
            kept = [made for made in (known, *known.otherwise) if made.run >= oldest]
            if kept:
                self._remember(key, kept[0], kept[1:])
            else:
                del self._known[key]


class Ask(Generic[F]):
    """What a part is given to ask with."""

    __slots__ = (
        "_asking", "_last", "_more", "_seen", "_under", "absent", "fields", "held", "made_of",
        "may_be_on_no_line",
    )  # fmt: skip

    def __init__(
        self,
        asking: Asking[F],
        under: frozenset[Assumption],
        last: Made | None,
        more: frozenset[Assumption] = NONE,
    ) -> None:
        self._asking = asking
        self._under = under
        self._more = more
        self._last = last
        self.made_of: list[Item] = []
        self._seen: frozenset[str] | None = None
        self.held: set[Assumption] = set()
        self.absent: set[Assumption] = set()
        self.fields: set[str] = set()
        self.may_be_on_no_line = False
        """Whether it may come out that way, before anything is asked for: it did elsewhere."""

    def __call__(self, part: Callable[Concatenate[Ask[F], P], V], *about: P.args, **named: P.kwargs) -> V:
        """The value of another part. Raises CircleError where that waits for this one; TypeError where it is
        asked with named arguments."""
        if named:
            raise TypeError("a part is asked for with what it is about, in order")
        more = self._more
        made = self._asked_for((part, *about))
        self.made_of.append(Branch(made, more) if more else made)
        value: V = made.value
        return value

    def pick(
        self,
        part: Callable[[Ask[F]], W],
        picker: Callable[Concatenate[W, P], V],
        *arguments: P.args,
        **named: P.kwargs,
    ) -> V:
        """What a picker takes out of another part that is about nothing else than the records: while it takes
        the same, it does not matter what else changed there. Raises CircleError."""
        del named
        made = self._asked_for((part,))
        value = picker(made.value, *arguments)  # type: ignore[call-arg]
        self.made_of.append(Picked(made, self._more, picker, arguments, value))
        return value

    def _asked_for(self, key: Key) -> Made:
        more = self._more
        made = self._asking.made(key, self._under | more if more else self._under)
        if made.fields is not self._seen:
            self._seen = made.fields
            self.fields |= made.fields
        if made.looks:
            self.held |= made.held - more if more else made.held
            self.absent |= made.absent
        return made

    def of(self, reader: Callable[Concatenate[F, P], V], *arguments: P.args, **named: P.kwargs) -> V:
        """What a reader reads of the records: the less it reads, the less often the part is made again."""
        del named
        seen: set[str] = set()
        watched: Any = Watched(self._asking.records, seen)
        try:
            value = reader(watched, *arguments)  # type: ignore[call-arg]
        finally:
            self.fields |= seen
        self.made_of.append(Read(reader, arguments, value, self._asking.known_fields(frozenset(seen))))
        return value

    def assumes(self, assumption: Assumption) -> bool:
        """Whether the part is asked for under an assumption."""
        if assumption in self._more:
            return True
        held = assumption in self._under
        (self.held if held else self.absent).add(assumption)
        return held

    def which(self, kind: type[A]) -> A:
        """The assumption of a kind under which the part is asked for. Raises LookupError if there is none: a
        part that may be asked for without one looks at an assumption of its own before."""
        for assumption in (*self._more, *self._under):
            if isinstance(assumption, kind):
                self.assumes(assumption)
                return assumption
        raise LookupError(kind.__name__)

    @property
    def is_on_no_line(self) -> bool:
        """Whether what was asked for up to now is made under an assumption that shows no lines."""
        return any(assumption.on_no_line for assumption in self.held)

    def under(self, *assumptions: Assumption) -> Ask[F]:
        """The same, to ask for parts under further assumptions."""
        other = Ask(self._asking, self._under, self._last, self._more | frozenset(assumptions))
        other.made_of, other.fields = self.made_of, self.fields
        other.held, other.absent = self.held, self.absent
        return other

    @property
    def last(self) -> Any:
        """What this part was when it was last made, to be made from; None the first time."""
        return None if self._last is None else self._last.value


def _is_still(item: Picked | Read, source: object) -> bool:
    """Whether what was taken out of another part or of the records comes out of these the same."""
    try:
        now = item.take(source, *item.arguments)
    except LookupError:
        return False
    return now is item.value or same(item.value, now)


def _shows_no_lines(under: frozenset[Assumption]) -> bool:
    return any(assumption.on_no_line for assumption in under)


def _name(key: Key) -> str:
    part, *about = key
    name = getattr(part, "__qualname__", repr(part)).rpartition(".")[2]
    module = getattr(part, "__module__", "").rpartition(".")[2]
    return f"{module}.{name}({', '.join(map(str, about))})"
