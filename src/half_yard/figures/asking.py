"""Asking: the parts of a computation ask for each other, and each is made once.

A part is a function of an `Ask` and of what it is about. What it reads of the records and which other parts
it asks for is noted while it runs, so the order of a computation follows by itself, a circle is found and
named, and after an edit only what read the change is made again. A part may be asked under an assumption
("without section 179"): that is the same code, and what never looks at the assumption is shared with the
computation itself.

What a part is about are plain values (strings, numbers), and a part is made of nothing but what it asks for.

After an edit all that rests on something which is read otherwise now is suspect (`made.py`). What is not
suspect is taken as it stands. What is suspect is looked into when it is asked for: it stands as long as all
that it asked for, in that order, comes to the same; else it is made again.
"""

from __future__ import annotations

from collections.abc import Callable
from heapq import heappop, heappush
from itertools import count
from operator import attrgetter
from types import FunctionType
from typing import Any, Concatenate, Generic, ParamSpec, TypeVar

from half_yard.figures.made import (
    GONE,
    NONE,
    Assumption,
    Branch,
    Item,
    Key,
    Made,
    Picked,
    Read,
    World,
    shows_no_lines,
)
from half_yard.figures.remembered import Memory

F = TypeVar("F")
"""The records that a computation is of."""
P = ParamSpec("P")
V = TypeVar("V")

FORGETS_EVERY = 64
"""To forget takes a walk through all that is known: where nobody sees to it before, it is done once in so
many computations."""
A_CIRCLE_IS_LOOKED_FOR_EVERY = 64
"""Parts that wait for each other ask without an end, so it is enough to look every so many steps down."""


class CircleError(RuntimeError):
    """Parts that wait for each other; the message names them in the order in which they ask."""


A = TypeVar("A", bound=Assumption)
LOOKS = attrgetter("looks")


class Asking(Generic[F]):
    """One computation of some records, with the memory of the ones before.

    Its memory is of the records that were computed last: one that is asked again after another has been goes
    back to its own, as to an edit."""

    def __init__(self, records: F, memory: Memory) -> None:
        self.records = records
        self.known = memory.known
        self._waiting: list[tuple[Key, World]] = []

    def run(self, part: Callable[Concatenate[Ask[F], P], V], *about: P.args, **named: P.kwargs) -> V:
        """The value of a part, and of all that it asks for. Raises CircleError; RuntimeError in the midst of
        a computation of other records with the same memory."""
        known = self.known
        if known.records is not self.records:
            if known.is_in_use:
                raise RuntimeError("a memory is of one computation at a time: this one needs its own")
            self._look_at(known.go_to(self.records))
            if known.runs - known.tidied >= FORGETS_EVERY:
                known.forget()
        known.begun[(part, *about)] = known.runs
        ask: Ask[F] = Ask(self, known.world(NONE), None)
        was_in_use, known.is_in_use = known.is_in_use, True
        try:
            return ask(part, *about, **named)
        finally:
            known.is_in_use = was_in_use

    def _look_at(self, picks: list[Picked]) -> None:
        """See which of what was taken out of parts is otherwise now: what rests on it is suspect too. What is
        low is looked into first: what is higher may rest on it. Where it was looked into too early all the
        same, it is suspect again by then."""
        numbers, waiting = count(), list[tuple[int, int, Picked, int]]()
        while picks or waiting:
            for each in picks:
                heappush(waiting, (each.height, next(numbers), each, each.changed))
            _, _, pick, changed = heappop(waiting)
            picks = self.known.suspect([pick]) if self._is_otherwise(pick, changed) else []

    def _is_otherwise(self, pick: Picked, changed: int) -> bool:
        """Whether what was taken out of a part is otherwise than at the moment when it changed last."""
        try:
            return not self._is_taken_again(pick, self.known.world(NONE)) or pick.changed != changed
        except Exception:  # whoever asks for it is told, if anybody does
            return True

    def _is_taken_again(self, pick: Picked, world: World) -> bool:
        """Take a piece out of its part as that is now; says whether it is still the same part."""
        source = pick.source
        if source.suspect and self.made(source.key, world) is not source:
            return False
        if pick.suspect:
            pick.pick(self.known.next_moment())
        return True

    def made(self, key: Key, world: World) -> Made:
        """A part under the assumptions of a world: the one that is remembered, or one made now. Raises
        CircleError."""
        fitting = []
        for made in self.known.parts.get(key, ()):
            if made.is_for(world.under):
                if not made.suspect:
                    made.world = world.number
                    return made
                fitting.append(made)
        self._waiting.append((key, world))
        if not len(self._waiting) % A_CIRCLE_IS_LOOKED_FOR_EVERY:
            self._look_for_a_circle()
        try:
            for made in fitting:
                if self._still_holds(made, world):
                    break
            else:
                made = self._make(key, world, fitting)
        finally:
            self._waiting.pop()
        made.world = world.number
        return made

    def _still_holds(self, made: Made, world: World) -> bool:
        """Whether everything that a part was made of is as it was, looked at in the order in which it asked:
        up to the first thing that is otherwise it would ask for the same again."""
        seen, made_of = made.seen, made.made_of
        for item in made_of:
            node = item.below if type(item) is Branch else item
            if node.suspect:
                if type(node) is Read:
                    self._read(node)
                elif type(node) is Picked:
                    if not self._is_taken_again(node, world):
                        return False
                else:
                    where = world.further(item.under) if type(item) is Branch else world
                    if self.made(node.key, where) is not node:
                        return False
            if node.changed > seen:
                return False
        if made.made_of is not made_of:
            return made.is_for(world.under)  # it was made again meanwhile, on the way to itself under others
        made.suspect = False
        made.seen = self.known.moment
        return True

    def _make(self, key: Key, world: World, fitting: list[Made]) -> Made:
        """Make a part: out of the last that was made under such assumptions, which takes in what it comes to.
        What fitted as well and does not hold any more must not stand in the way of it."""
        known = self.known
        last = fitting[-1] if fitting else None
        ask: Ask[F] = Ask(self, world, last)
        value = key[0](ask, *key[1:])
        held, absent = ask.looked_at()
        if held and world.shows_no_lines and shows_no_lines(held):
            known.on_no_line.add(key[0])
        for made in fitting:
            if made.suspect and made is not last and made in known.parts.get(key, ()):
                known.drop(made)
        if last is None or not last.suspect:  # it may have been found to hold meanwhile, under others
            last = Made(key)
            known.add(last)
        before = last.made_of
        last.becomes(value, tuple(ask.made_of), held, absent, known.next_moment())
        if last.made_of is not before:
            known.was_made(last, before)
        return last

    def read(self, reader: Callable[..., object], arguments: tuple[Any, ...]) -> Read:
        """What a reader reads of the records with these arguments."""
        key = (_the_same_reader(reader), *arguments)
        read = self.known.reads.get(key)
        if read is None:
            read = self.known.reads[key] = Read(reader, arguments)
        if read.suspect:
            self._read(read)
        return read

    def _read(self, read: Read) -> None:
        read.read(self.records, self.known.next_moment())
        self.known.was_read(read)

    def picked(self, source: Made, picker: Callable[..., object], arguments: tuple[Any, ...]) -> Picked:
        """What a picker takes out of a part as it is now."""
        pick = self.known.picked(source, picker, arguments)
        if pick.suspect:
            pick.pick(self.known.next_moment())
        return pick

    def _look_for_a_circle(self) -> None:
        """Raises CircleError where a part waits for itself."""
        begun: dict[tuple[Key, World], int] = {}
        for at, waiting in enumerate(self._waiting):
            if waiting in begun:
                names = [_name(key) for key, _ in self._waiting[begun[waiting] : at + 1]]
                raise CircleError("a circle: " + " asks for ".join(names))
            begun[waiting] = at


class Ask(Generic[F]):
    """What a part is given to ask with."""

    __slots__ = ("_asking", "_last", "_looked", "_more", "_own", "_parts", "_world", "made_of")

    def __init__(self, asking: Asking[F], own: World, last: Made | None) -> None:
        self._asking = asking
        self._parts = asking.known.parts
        self._own = self._world = own
        self._more = NONE
        self._last = last
        self.made_of: list[Item] = []
        self._looked: dict[Assumption, bool] = {}

    def __call__(self, part: Callable[Concatenate[Ask[F], P], V], *about: P.args, **named: P.kwargs) -> V:
        """The value of another part. Raises CircleError where that waits for this one; TypeError where it is
        asked with named arguments."""
        if named:
            raise TypeError("a part is asked for with what it is about, in order")
        made = self._asked_for((part, *about))
        self.made_of.append(Branch(made, self._more) if self._more else made)
        value: V = made.value
        return value

    def pick(self, key: Key, picker: Callable[..., V], *arguments: Any) -> V:
        """What a picker takes out of another part, given with what that is about: while it takes the same, it
        does not matter what else changed there. Raises CircleError, and what the picker raises."""
        if self._more:
            return picker(self(*key), *arguments)
        made = self._asked_for(key)
        pick = self._asking.picked(made, picker, arguments)
        self.made_of.append(pick)
        if pick.value is GONE:
            return picker(made.value, *arguments)
        value: V = pick.value  # type: ignore[assignment]
        return value

    def steady(self, part: Callable[Concatenate[Ask[F], P], V], *about: P.args, **named: P.kwargs) -> V:
        """The value of another part, of which it is known that it mostly comes to the same, whatever changes
        beneath: it is looked into before anything that rests on it. Raises CircleError."""
        del named
        value: V = self.pick((part, *about), _as_it_is)
        return value

    def _asked_for(self, key: Key) -> Made:
        for made in self._parts.get(key, ()):
            if not made.suspect and (not made.looks or made.world == self._world.number):
                return made
        return self._asking.made(key, self._world)

    def of(self, reader: Callable[Concatenate[F, P], V], *arguments: P.args, **named: P.kwargs) -> V:
        """What a reader reads of the records: the less it reads, the less often the part is made again.
        Raises LookupError where it does not find it."""
        del named
        read = self._asking.read(reader, arguments)
        self.made_of.append(read)
        if read.value is GONE:
            return reader(self._asking.records, *arguments)  # type: ignore[call-arg]
        value: V = read.value  # type: ignore[assignment]
        return value

    def assumes(self, assumption: Assumption) -> bool:
        """Whether the part is asked for under an assumption."""
        if assumption in self._more:
            return True
        held = self._looked[assumption] = assumption in self._own.under
        return held

    def which(self, kind: type[A]) -> A:
        """The assumption of a kind under which the part is asked for. Raises LookupError if there is none: a
        part that may be asked for without one looks at an assumption of its own before."""
        for assumption in (*self._more, *self._own.under):
            if isinstance(assumption, kind):
                self.assumes(assumption)
                return assumption
        raise LookupError(kind.__name__)

    def looked_at(self) -> tuple[frozenset[Assumption], frozenset[Assumption]]:
        """The assumptions that the part and what it asked for up to now looked for and found, and those that
        they did not find."""
        held = absent = NONE
        if self._looked:
            held = frozenset(assumption for assumption, is_held in self._looked.items() if is_held)
            absent = frozenset(assumption for assumption, is_held in self._looked.items() if not is_held)
        for item in filter(LOOKS, self.made_of):
            assert type(item) is not Read
            if not item.held <= held:
                held = held | item.held if held else item.held
            if not item.absent <= absent:
                absent = absent | item.absent if absent else item.absent
        return held, absent

    def may_be_on_no_line(self, part: Callable[..., object]) -> bool:
        """Whether a part may come out to be made under an assumption that shows no lines, before anything is
        asked for: it did elsewhere."""
        return self._own.shows_no_lines and part in self._asking.known.on_no_line

    @property
    def is_on_no_line(self) -> bool:
        """Whether what was asked for up to now is made under an assumption that shows no lines."""
        return self._own.shows_no_lines and shows_no_lines(self.looked_at()[0])

    def under(self, *assumptions: Assumption) -> Ask[F]:
        """The same, to ask for parts under further assumptions."""
        other = Ask(self._asking, self._own, self._last)
        other._more = self._more | frozenset(assumptions)
        other._world = self._own.further(other._more)
        other.made_of, other._looked = self.made_of, self._looked
        return other

    @property
    def last(self) -> Any:
        """What this part was when it was last made, to be made from; None the first time."""
        return None if self._last is None else self._last.value


def _as_it_is(value: V) -> V:
    return value


def _the_same_reader(reader: Callable[..., object]) -> object:
    """What stands for a reader: of functions that are written in the midst of a part, and rest on nothing of
    it, there is another each time, with the same code."""
    if type(reader) is FunctionType:
        rests_on_nothing = not (reader.__closure__ or reader.__defaults__ or reader.__kwdefaults__)
        return id(reader.__code__) if rests_on_nothing else reader
    return reader


def _name(key: Key) -> str:
    part, *about = key
    name = getattr(part, "__qualname__", repr(part)).rpartition(".")[2]
    module = getattr(part, "__module__", "").rpartition(".")[2]
    return f"{module}.{name}({', '.join(map(str, about))})"
