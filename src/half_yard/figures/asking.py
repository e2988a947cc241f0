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
from half_yard.figures.made import (
    GONE,
    NONE,
    Assumption,
    Branch,
    Item,
    Key,
    Made,
    Picked,
    Piece,
    Read,
    Sources,
    Watched,
)
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
        self._pieces: dict[Key, Piece] = memory.pieces
        self._on_no_line: set[object] = memory.on_no_line
        self._before = memory.records
        memory.records = records
        memory.runs += 1
        self._run = memory.runs
        self._waiting: dict[tuple[Key, frozenset[Assumption]], None] = {}
        self._sources: dict[Sources, Sources] = {}
        self._unchanged: dict[Sources, bool] = {}
        self._same: set[str | Piece] = set()

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
            if made.run == self._run - 1 and self._are_unchanged(made.sources):
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

    def _are_unchanged(self, sources: Sources) -> bool:
        """Whether these fields of the records and pieces of parts are the very ones of the computation
        before."""
        unchanged = self._unchanged.get(sources)
        if unchanged is None:
            unchanged = all(map(self._is_unchanged, sources - self._same))
            self._unchanged[sources] = unchanged
        return unchanged

    def _is_unchanged(self, source: str | Piece) -> bool:
        if isinstance(source, Piece):
            # One whose part is being made just now says nothing, nor one that a later computation has looked
            # at: who took it has to be looked into.
            says = source.run <= self._run and (source.key, NONE) not in self._waiting
            unchanged = says and self._looked_at(source).since < self._run
        else:
            unchanged = getattr(self._before, source, None) is getattr(self.records, source)
        if unchanged:
            self._same.add(source)
        return unchanged

    def piece(self, key: Key, take: Callable[..., object], arguments: tuple[Any, ...]) -> Piece:
        """The piece that a picker takes out of a part, as it is now. Raises CircleError."""
        place = (key, take, *arguments)
        piece = self._pieces.get(place)
        if piece is None:
            piece = self._pieces[place] = Piece(key, take, arguments)
        elif piece.run > self._run:
            piece = Piece(key, take, arguments)
        return self._looked_at(piece)

    def _looked_at(self, piece: Piece) -> Piece:
        """A piece with the value that it has in this computation. Raises CircleError."""
        if piece.run != self._run:
            made = self.made(piece.key, NONE)
            source = GONE if made.looks else made.value
            if source is not piece.source or source is GONE:
                value = _taken(piece, source)
                if value is GONE or not same(piece.value, value):
                    piece.value, piece.since = value, self._run
                piece.source = source
            piece.run = self._run
        return piece

    def _make(self, key: Key, under: frozenset[Assumption], last: Made | None) -> Made:
        ask: Ask[F] = Ask(self, under, last)
        ask.may_be_on_no_line = bool(under) and key[0] in self._on_no_line and _shows_no_lines(under)
        value = key[0](ask, *key[1:])
        if under and ask.is_on_no_line:
            self._on_no_line.add(key[0])
        if last is not None and same(last.value, value):
            value = last.value
        sources = self.known(frozenset(ask.sources))
        held, absent = frozenset(ask.held), frozenset(ask.absent)
        return Made(key, value, tuple(ask.made_of), held or NONE, absent or NONE, sources, self._run)

    def _still_holds(self, made: Made, under: frozenset[Assumption]) -> bool:
        """Whether everything that a part was made of is as it was, looked at in the order in which it asked:
        up to the first thing that is otherwise it would ask for the same again. What that has come to read
        and to look at meanwhile, the part has read and looked at too."""
        read: set[str | Piece] = set()
        held: set[Assumption] = set()
        absent: set[Assumption] = set()
        run, held_before = self._run, made.run == self._run - 1
        for item in made.made_of:
            if isinstance(item, Read | Picked):
                if not (held_before and self._are_unchanged(item.sources)):
                    if not self._is_as_it_was(item):
                        return False
                    read |= item.sources
                continue
            before, more = (item, NONE) if isinstance(item, Made) else (item.made, item.under)
            if before.run == run and not before.looks:
                child = before
            else:
                child = self.made(before.key, under | more if more else under)
            if child.value is not before.value:
                return False
            if child is before and child.grown < made.run:
                continue  # all that it has read and looked at was noted then
            if child.sources is not made.sources and not child.sources <= made.sources:
                read |= child.sources
            if child.looks:
                held |= child.held - more if more else child.held
                absent |= child.absent
        if not read <= made.sources:
            made.sources = self.known(made.sources | read)
            made.grown = run
        if not (held <= made.held and absent <= made.absent):
            made.see(made.held | held, made.absent | absent)
            made.grown = run
        return True

    def _is_as_it_was(self, item: Read | Picked) -> bool:
        """Whether what was read of the records, or taken out of a part, comes out of them the same. What the
        reader reads now is noted."""
        if isinstance(item, Picked):
            piece = item.piece
            return piece.run <= self._run and same(item.value, self._looked_at(piece).value)
        seen: set[str] = set()
        if not _is_still(item, Watched(self.records, seen)):
            return False
        if not seen <= item.sources:
            item.sources = self.known(item.sources | seen)
        return True

    def known(self, sources: Sources) -> Sources:
        """The same set of sources: few of them are met again and again, so each is kept once."""
        return self._sources.setdefault(sources, sources)

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
        for place, piece in list(self._pieces.items()):
            if piece.run < oldest:
                del self._pieces[place]


class Ask(Generic[F]):
    """What a part is given to ask with."""

    __slots__ = (
        "_asking", "_last", "_more", "_seen", "_under", "absent", "held", "made_of",
        "may_be_on_no_line", "sources",
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
        self._seen: Sources | None = None
        self.held: set[Assumption] = set()
        self.absent: set[Assumption] = set()
        self.sources: set[str | Piece] = set()
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
        the same, it does not matter what else changed there. Out of a part that looks at assumptions no piece
        is taken; it is asked for. Raises CircleError, and what the picker raises."""
        if named:
            raise TypeError("a picker is given its arguments in order")
        piece = self._asking.piece((part,), picker, arguments)
        if piece.value is GONE:
            return picker(self(part), *arguments)  # type: ignore[call-arg]
        self.sources.add(piece)
        self.made_of.append(Picked(piece, piece.value, frozenset((piece,))))
        value: V = piece.value  # type: ignore[assignment]
        return value

    def _asked_for(self, key: Key) -> Made:
        more = self._more
        made = self._asking.made(key, self._under | more if more else self._under)
        if made.sources is not self._seen:
            self._seen = made.sources
            self.sources |= made.sources
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
            self.sources |= seen
        self.made_of.append(Read(reader, arguments, value, self._asking.known(frozenset(seen))))
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
        other.made_of, other.sources = self.made_of, self.sources
        other.held, other.absent = self.held, self.absent
        return other

    @property
    def last(self) -> Any:
        """What this part was when it was last made, to be made from; None the first time."""
        return None if self._last is None else self._last.value


def _taken(piece: Piece, source: object) -> object:
    """What comes out of a part's value for a piece; GONE where nothing does."""
    try:
        return GONE if source is GONE else piece.take(source, *piece.arguments)
    except LookupError:
        return GONE


def _is_still(item: Read, source: object) -> bool:
    """Whether what was taken out of the records comes out of these the same."""
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
