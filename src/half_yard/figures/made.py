"""What the parts of a computation leave behind when they are made: what each is made of, and under which
assumptions; and the way from what was read of the records forward to all that may have to be made again."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from itertools import count
from operator import attrgetter
from typing import Any, final

from half_yard.figures.alike import same


@dataclass(frozen=True, slots=True)
class Assumption:
    """Something that may be taken to be otherwise than the records say. What is made `on_no_line` shows no
    lines of its own: it is only worked out, on the way to a figure that has one."""

    words: str
    on_no_line: bool = False


NONE: frozenset[Assumption] = frozenset()
Key = tuple[Any, ...]
"""A part, and what it is about."""

RUNS_KEPT = 8
"""After so many computations without it, what was made may be forgotten."""
HEIGHT = attrgetter("height")
GONE = object()
"""Stands for what a reader does not find."""


def shows_no_lines(under: frozenset[Assumption]) -> bool:
    """Whether one of the assumptions shows no lines."""
    return any(assumption.on_no_line for assumption in under)


@final
class World:
    """A set of assumptions in one computation, with a number of its own."""

    __slots__ = ("_further", "_known", "number", "shows_no_lines", "under")

    def __init__(self, under: frozenset[Assumption], number: int, known: Known) -> None:
        self.under = under
        self.number = number
        self.shows_no_lines = shows_no_lines(under)
        self._known = known
        self._further: dict[frozenset[Assumption], World] = {}

    def further(self, more: frozenset[Assumption]) -> World:
        """The world in which more is assumed besides."""
        world = self._further.get(more)
        if world is None:
            world = self._further[more] = self._known.world(self.under | more)
        return world


@final
class Read:
    """What a reader finds in the records: read once in a computation, whoever asks for it."""

    __slots__ = ("arguments", "changed", "fields", "suspect", "take", "value")

    height = 0
    looks = False

    def __init__(self, take: Callable[..., object], arguments: tuple[Any, ...]) -> None:
        self.take = take
        self.arguments = arguments
        self.value: object = GONE
        self.fields: set[str] = set()
        self.changed = 0
        self.suspect = True

    def read(self, records: object, moment: int) -> None:
        """Look at the records as they are now."""
        seen: set[str] = set()
        try:
            value = self.take(Watched(records, seen), *self.arguments)
        except LookupError:
            value = GONE
        if not same(self.value, value):
            self.value = value
            self.changed = moment
        self.fields = seen
        self.suspect = False


class Watched:
    """Stands for the records while a reader reads: notes which of their fields it looks at, each once. What
    it looked at is its own from then on, as a reader may look at a field for every record."""

    def __init__(self, records: object, fields: set[str]) -> None:
        self._records = records
        self._fields = fields

    def __getattr__(self, name: str) -> Any:
        self._fields.add(name)
        value = self.__dict__[name] = getattr(self._records, name)
        return value


@final
class Made:
    """A part that was made: its value, what it was made of, and which assumptions it and all that it asked
    for looked for and found (`held`) or did not find (`absent`).

    It is `suspect` when something that it rests on may be otherwise than when it was made or last looked
    into (the moment `seen`); it or what it looks at has last changed at the moment `changed`. Its `height` is
    that of the longest way down to what was read.
    """

    __slots__ = (
        "absent", "changed", "height", "held", "key", "looks", "made_of", "seen", "suspect", "value", "world",
    )  # fmt: skip

    def __init__(self, key: Key) -> None:
        self.key = key
        self.value: Any = GONE
        self.made_of: tuple[Item, ...] = ()
        self.held = self.absent = NONE
        self.looks = False
        self.suspect = True
        self.changed = self.seen = self.height = 0
        self.world = 0
        """The set of assumptions, by its number, for which it was last found to be."""

    def is_for(self, under: frozenset[Assumption]) -> bool:
        """Whether it is what would be made under these assumptions."""
        return not self.looks or (self.held <= under and self.absent.isdisjoint(under))

    def becomes(
        self,
        value: object,
        made_of: tuple[Item, ...],
        held: frozenset[Assumption],
        absent: frozenset[Assumption],
        moment: int,
    ) -> None:
        """Take in what it was made to at this moment."""
        if (held or absent or self.looks) and (held != self.held or absent != self.absent):
            self.held, self.absent = held, absent
            self.looks = bool(held or absent)
            self.changed = moment
        if not same(self.value, value):
            self.value = value
            self.changed = moment
        if self.made_of != made_of:
            self.made_of = made_of
            self.height = 1 + max(map(HEIGHT, made_of), default=0)
        self.seen = moment
        self.suspect = False


@final
class Picked:
    """What a picker takes out of a part as that was made: taken once in a computation, however many ask for
    it, and no further than while the part comes to the very same. It looks at the assumptions that the part
    looks at."""

    __slots__ = ("absent", "arguments", "changed", "held", "looks", "source", "suspect", "take", "value")

    def __init__(self, source: Made, take: Callable[..., object], arguments: tuple[Any, ...]) -> None:
        self.source = source
        self.take = take
        self.arguments = arguments
        self.value: object = GONE
        self.held = self.absent = NONE
        self.looks = False
        self.changed = 0
        self.suspect = True

    @property
    def height(self) -> int:
        """As that of a part that is made of the one which it is taken out of."""
        return self.source.height + 1

    def pick(self, moment: int) -> None:
        """Take it out of the part, which is as it is now."""
        source = self.source
        if source.changed > self.changed:
            try:
                value = self.take(source.value, *self.arguments)
            except LookupError:
                value = GONE
            if value is GONE or not same(self.value, value) or self._looks_elsewhere():
                self.value = value
                self.held, self.absent, self.looks = source.held, source.absent, source.looks
                self.changed = moment
        self.suspect = False

    def _looks_elsewhere(self) -> bool:
        return self.held != self.source.held or self.absent != self.source.absent


@final
class Branch:
    """That a part asked for another under further assumptions."""

    __slots__ = ("absent", "below", "held", "looks", "under")

    def __init__(self, made: Made, under: frozenset[Assumption]) -> None:
        self.below = made
        self.under = under
        self.held = made.held - under
        self.absent = made.absent
        self.looks = bool(self.held or self.absent)

    @property
    def height(self) -> int:
        """That of the part."""
        return self.below.height


Node = Made | Read | Picked
Item = Node | Branch
"""What a part is made of."""


class Known:
    """All that was made and read of one file: the parts by what they are about, one for each set of
    assumptions that makes a difference to it; what was read, by reader, and by the fields of the records that
    it looks at; what was taken out of parts; and what was made with each of them."""

    def __init__(self, runs: int = 0) -> None:
        self.runs = runs
        self.moment = 0
        """Counts all that was read, taken out and made: what came first has the lower number."""
        self.records: object = None
        self.is_in_use = False
        self.parts: dict[Key, list[Made]] = {}
        self.reads: dict[Key, Read] = {}
        self.picks: dict[Key, Picked] = {}
        self.readers: defaultdict[str, set[Read]] = defaultdict(set)
        self.made_with: defaultdict[Node, set[Made | Picked]] = defaultdict(set)
        """As far as it was noted: nothing is asked of it before the next edit."""
        self._not_noted: list[tuple[Made, tuple[Item, ...]]] = []
        self._reads_not_noted: list[Read] = []
        self.on_no_line: set[object] = set()
        """Parts that were made under an assumption that shows no lines, and look at it."""
        self.begun: dict[Key, int] = {}
        """What the computations were asked for, and in which it was last."""
        self.tidied = runs
        """The computation in which it was last seen to that nothing is kept in vain."""
        self.worlds: dict[frozenset[Assumption], World] = {}
        self._numbers = count(1)
        self.oldest = 0
        """The first number of a set of assumptions in the computation before."""

    def world(self, under: frozenset[Assumption]) -> World:
        """What is assumed in this computation, as one."""
        world = self.worlds.get(under)
        if world is None:
            world = self.worlds[under] = World(under, next(self._numbers), self)
        return world

    def next_moment(self) -> int:
        """The number of what happens now."""
        self.moment += 1
        return self.moment

    def go_to(self, records: object) -> list[Picked]:
        """Begin a computation of these records: what rests on what is read otherwise now is suspect. Gives
        what was taken out of parts, behind which nothing is yet."""
        self.note()
        before, self.records = self.records, records
        self.runs += 1
        self.oldest = min((world.number for world in self.worlds.values()), default=0)
        self.worlds = {}  # what is assumed may hold on to all that it was worked out from
        others = [
            read
            for field, readers in self.readers.items()
            if getattr(before, field, None) is not getattr(records, field)
            for read in readers
        ]
        return self.suspect([read for read in others if self._is_otherwise(read)])

    def suspect(self, otherwise: Iterable[Node]) -> list[Picked]:
        """Make suspect all that rests on something that is otherwise now, up to what was taken out of parts.
        Gives that: of thousands of entries an edit changes one, so that nearly all that is taken out of where
        they land is the same, and nothing behind it needs to be looked into. What was made under assumptions
        can't be looked into before the computation comes to them."""
        self.note()
        found, picks = list(otherwise), []
        while found:
            for each in self.made_with.get(found.pop(), ()):
                if not each.suspect:
                    each.suspect = True
                    if type(each) is Picked and not each.held:
                        picks.append(each)
                    else:
                        found.append(each)
        return picks

    def _is_otherwise(self, read: Read) -> bool:
        """Whether a reader finds something else in the records now."""
        if read.suspect:
            return False  # as all that was made with it is
        read.suspect = True
        try:
            read.read(self.records, self.next_moment())
        except Exception:  # whoever asks for it is told, if anybody does
            return True
        self.was_read(read)
        return read.changed == self.moment

    def picked(self, source: Made, take: Callable[..., object], arguments: tuple[Any, ...]) -> Picked:
        """What a picker takes out of a part with these arguments, as it was taken last."""
        key = (source, take, *arguments)
        pick = self.picks.get(key)
        if pick is None:
            pick = self.picks[key] = Picked(source, take, arguments)
            self.made_with[source].add(pick)
        return pick

    def was_made(self, made: Made, before: tuple[Item, ...]) -> None:
        """A part was made of something else than before: it is to be noted."""
        self._not_noted.append((made, before))

    def was_read(self, read: Read) -> None:
        """Something was read: which fields of the records it looks at is to be noted."""
        self._reads_not_noted.append(read)

    def note(self) -> None:
        """Note what was read of which fields, and of all that was made of what it was made, now and
        before."""
        readers, made_with = self.readers, self.made_with
        for read in self._reads_not_noted:
            for field in read.fields:
                readers[field].add(read)
        self._reads_not_noted.clear()
        for made, before in self._not_noted:
            for item in before:
                if type(item) is Branch:
                    made_with[item.below].discard(made)
            for item in made.made_of:
                made_with[item.below if type(item) is Branch else item].add(made)
        self._not_noted.clear()

    def add(self, made: Made) -> None:
        """Note that there is such a part. Where assumptions are others in each computation, those of some
        computations ago are not asked for again."""
        every = self.parts.get(made.key)
        if every is None:
            self.parts[made.key] = [made]
            return
        for other in tuple(every):
            if other.looks and 0 < other.world < self.oldest:
                self.note()
                if not self.made_with.get(other):
                    self.drop(other)
        every.append(made)

    def drop(self, made: Made) -> None:
        """Let go of a part as it was made under some assumptions: one that nothing is made with but what is
        suspect."""
        self.note()
        self.parts[made.key].remove(made)
        self.made_with.pop(made, None)
        for item in made.made_of:
            self.made_with[_node(item)].discard(made)

    def forget(self) -> None:
        """Let go of all that rests on nothing which one of the last computations was asked for."""
        self.tidied = self.runs
        self._not_noted.clear()
        self.begun = {key: run for key, run in self.begun.items() if run >= self.runs - RUNS_KEPT}
        self.made_with.clear()
        kept: set[Node] = set()
        found: list[Node] = [made for key in self.begun for made in self.parts.get(key, ())]
        while found:
            node = found.pop()
            if node not in kept:
                kept.add(node)
                if type(node) is Made:
                    for item in node.made_of:
                        below = _node(item)
                        self.made_with[below].add(node)
                        found.append(below)
                elif type(node) is Picked:
                    self.made_with[node.source].add(node)
                    found.append(node.source)
        parts = {key: [made for made in every if made in kept] for key, every in self.parts.items()}
        self.parts = {key: every for key, every in parts.items() if every}
        self.reads = {key: read for key, read in self.reads.items() if read in kept}
        self.picks = {key: pick for key, pick in self.picks.items() if pick in kept}
        self.readers.clear()
        self._reads_not_noted = list(self.reads.values())


def _node(item: Item) -> Node:
    return item.below if type(item) is Branch else item
