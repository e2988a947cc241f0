"""The figure: an exact amount that knows its label, its operation and its parts.

Arithmetic on figures builds the explanation by itself, so what is explained and what is computed can
never disagree. A figure is compared by identity: two lines that show the same amount are two figures.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from enum import StrEnum
from operator import attrgetter
from typing import Final, NamedTuple

from half_yard.figures.comparison import OPPOSITE, Comparison
from half_yard.figures.origin import Entered, Gathered, RuleValue
from half_yard.figures.rounding import (
    ZERO,
    to_cents,
    to_dollars,
    to_places,
    whole_down,
    whole_up,
    without_cents,
)


class Operation(StrEnum):
    """How a figure came about from its parts. `recompute` in thread.py evaluates each."""

    ENTERED = "entered"
    RULE = "rule value"
    STATED = "stated"
    SUM = "sum"
    DIFFERENCE = "difference"
    PRODUCT = "product"
    QUOTIENT = "quotient"
    SMALLER = "smaller of"
    LARGER = "larger of"
    DOLLARS = "rounded to whole dollars"
    CENTS = "rounded to cents"
    THREE_PLACES = "rounded to three places"
    FOUR_PLACES = "rounded to four places"
    WITHOUT_CENTS = "cents left out"
    WHOLE_UP = "counted, a part as one"
    WHOLE_DOWN = "counted in whole"
    CARRIED = "carried from"
    SUPPOSED = "as it would be"
    DECIDED = "decided by a test"


class MarkKind(StrEnum):
    """What a mark says of every figure it reaches."""

    GAP = "not computed"
    PROVISIONAL = "provisional"


@dataclass(frozen=True, slots=True)
class Mark:
    """Something the reader must know of a figure and of all that is made from it.

    A gap says that a case needs a computation the program does not have: the result is incomplete.
    `path` names the record whose change would mend it, where there is one.
    """

    kind: MarkKind
    message: str
    mend: str = ""
    path: str = ""


@dataclass(frozen=True, slots=True)
class Choice:
    """A choice of the preparer that shaped a figure, and where it was made."""

    text: str
    path: str = ""


class Place(NamedTuple):
    """A line of a sheet, by their stable keys."""

    sheet: str
    line: str

    def __str__(self) -> str:
        return f"{self.sheet}/{self.line}"


NO_MARKS: frozenset[Mark] = frozenset()


@dataclass(slots=True, eq=False)
class Figure:
    """An exact amount (dollars unless its rule value says otherwise) and the way it came about.

    Its fields are final to the type checker, not frozen at run time: a heavy file makes ten thousand figures,
    and one that is frozen takes four times as long to make.
    """

    amount: Final[Decimal]
    label: Final[str]
    operation: Final[Operation]
    parts: Final[tuple[Figure, ...]] = ()
    origin: Final[Entered | RuleValue | Comparison | Gathered | None] = None
    """Where a leaf comes from; of a figure that was decided, how its second part stands to the third; of a
    sum of records of a collection, which they are."""
    choices: Final[tuple[Choice, ...]] = ()
    marks: Final[frozenset[Mark]] = NO_MARKS
    place: Final[Place | None] = None
    reference: Final[str] = ""

    @property
    def found(self) -> Comparison | None:
        """How the second part stands to the third, of a figure that was decided by that."""
        return self.origin if isinstance(self.origin, Comparison) else None

    def __add__(self, other: Figure) -> Figure:
        return total((self, other))

    def __sub__(self, other: Figure) -> Figure:
        return difference(self, other)

    def __mul__(self, other: Figure) -> Figure:
        return _made(self.amount * other.amount, "", Operation.PRODUCT, (self, other))

    def __truediv__(self, other: Figure) -> Figure:
        return _made(self.amount / other.amount, "", Operation.QUOTIENT, (self, other))

    def named(self, label: str, reference: str = "") -> Figure:
        """The same figure under a label and, where the law says so, its reference."""
        return self._copy(label=label, reference=reference or self.reference)

    def because(self, *choices: Choice) -> Figure:
        """The same figure, with the choices that shaped it."""
        return self._copy(choices=self.choices + choices) if choices else self

    def marked(self, *marks: Mark) -> Figure:
        """The same figure, and all that will be made from it, under the marks."""
        return self._copy(marks=self.marks | frozenset(marks)) if marks else self

    def where(self, *tests: Test) -> Figure:
        """The figure, with the tests that decided that it is this one."""
        made = self
        for test in tests:
            parts = (made, test.left, test.right)
            made = Figure(
                made.amount,
                made.label,
                Operation.DECIDED,
                parts,
                test.found,
                marks=_marks_of(parts),
                reference=made.reference,
            )
        return made

    def supposed(self, label: str) -> Figure:
        """What it would be under an assumption: no way forward leads here from what it is made of."""
        return _made(self.amount, label, Operation.SUPPOSED, (self,))

    def at(self, place: Place, label: str) -> Figure:
        """This figure as a line of a sheet. A figure that already is a line is carried from there."""
        if self.place is None:
            return self._copy(place=place, label=label)
        return Figure(self.amount, label, Operation.CARRIED, (self,), None, (), self.marks, place)

    def in_dollars(self) -> Figure:
        """Rounded half up to whole dollars; a figure already whole is returned as it is."""
        return self._rounded(to_dollars(self.amount), Operation.DOLLARS)

    def in_cents(self, label: str = "") -> Figure:
        """Rounded half up to cents, under a label; a figure already in cents is returned as it is."""
        return self._rounded(to_cents(self.amount), Operation.CENTS, label)

    def without_cents(self) -> Figure:
        """In whole dollars, cents left out; a figure already whole is returned as it is."""
        return self._rounded(without_cents(self.amount), Operation.WITHOUT_CENTS)

    def in_three_places(self) -> Figure:
        """A part of one, rounded half up to three decimal places."""
        return self._rounded(to_places(self.amount, 3), Operation.THREE_PLACES)

    def in_four_places(self) -> Figure:
        """A part of one, rounded half up to four decimal places."""
        return self._rounded(to_places(self.amount, 4), Operation.FOUR_PLACES)

    def counted_up(self) -> Figure:
        """A count in which a part of one counts as one."""
        return self._rounded(whole_up(self.amount), Operation.WHOLE_UP)

    def counted_down(self) -> Figure:
        """A count of whole ones."""
        return self._rounded(whole_down(self.amount), Operation.WHOLE_DOWN)

    def _rounded(self, amount: Decimal, operation: Operation, label: str = "") -> Figure:
        if amount != self.amount:
            return _made(amount, label or self.label, operation, (self,))
        if label or not (amount.same_quantum(self.amount) or self.place):
            return self._copy(amount=None if self.place else amount, label=label or None)
        return self

    def _copy(
        self,
        *,
        amount: Decimal | None = None,
        label: str | None = None,
        choices: tuple[Choice, ...] | None = None,
        marks: frozenset[Mark] | None = None,
        place: Place | None = None,
        reference: str | None = None,
    ) -> Figure:
        # What dataclasses.replace does, five times as fast: a heavy file makes thousands of copies.
        return Figure(
            self.amount if amount is None else amount,
            self.label if label is None else label,
            self.operation,
            self.parts,
            self.origin,
            self.choices if choices is None else choices,
            self.marks if marks is None else marks,
            self.place if place is None else place,
            self.reference if reference is None else reference,
        )

    @property
    def gaps(self) -> tuple[Mark, ...]:
        """What the program does not compute and this figure would need, in a steady order."""
        return self._of_kind(MarkKind.GAP)

    @property
    def provisional(self) -> tuple[Mark, ...]:
        """Values below this figure that are not published or not certain."""
        return self._of_kind(MarkKind.PROVISIONAL)

    def _of_kind(self, kind: MarkKind) -> tuple[Mark, ...]:
        return tuple(sorted((m for m in self.marks if m.kind is kind), key=lambda m: m.message))


AMOUNT = attrgetter("amount")


def _marks_of(parts: Iterable[Figure]) -> frozenset[Mark]:
    marks = NO_MARKS
    for part in parts:
        if part.marks:
            marks = marks | part.marks if marks else part.marks
    return marks


def _made(amount: Decimal, label: str, operation: Operation, parts: tuple[Figure, ...]) -> Figure:
    return Figure(amount, label, operation, parts, None, (), _marks_of(parts))


def entered(amount: Decimal, label: str, path: str, detail: str = "") -> Figure:
    """A leaf: what the preparer entered at the path."""
    return Figure(amount, label, Operation.ENTERED, (), Entered(path, detail))


def rule(amount: Decimal, label: str, origin: RuleValue) -> Figure:
    """A leaf: a value of the law."""
    return Figure(amount, label, Operation.RULE, origin=origin)


def stated(amount: Decimal, label: str, reference: str = "") -> Figure:
    """A leaf: a number that the form or its instructions state in words, such as a zero floor."""
    return Figure(amount, label, Operation.STATED, reference=reference)


NOTHING = stated(ZERO, "zero")
"""Zero, to compare with."""
NOT_BELOW_ZERO = stated(ZERO, "not less than zero")
"""The floor that forms state in words."""


def carried(figure: Figure) -> Figure:
    """A figure taken over as it is, to say there what shaped it on its way."""
    return _made(figure.amount, figure.label, Operation.CARRIED, (figure,))


def total(parts: Iterable[Figure], label: str = "") -> Figure:
    """The sum of the parts; of none, an empty sum of zero."""
    kept = tuple(parts)
    return _made(sum(map(AMOUNT, kept), ZERO), label, Operation.SUM, kept)


def gathered(parts: Mapping[str, Figure], label: str, collection: str) -> Figure:
    """The sum of what was entered in records of a collection, given by their ids."""
    summed = total(parts.values(), label)
    return Figure(
        summed.amount,
        label,
        summed.operation,
        summed.parts,
        Gathered(collection, parts.keys()),
        (),
        summed.marks,
    )


def together(parts: Sequence[Figure], label: str) -> Figure:
    """What several parts make: one alone stands as it is, others are added up."""
    return parts[0] if len(parts) == 1 else total(parts, label)


def difference(start: Figure, *taken: Figure, label: str = "") -> Figure:
    """The first figure less the others."""
    amount = start.amount - sum(map(AMOUNT, taken), ZERO)
    return _made(amount, label, Operation.DIFFERENCE, (start, *taken))


def times(whole: Figure, *parts: Figure | None) -> Figure:
    """A figure times parts of one, in cents after each, under its own label; None stands for all of it."""
    made = whole
    for part in parts:
        if part is not None:
            made = (made * part).in_cents(whole.label)
    return made


def smaller_of(*parts: Figure, label: str = "") -> Figure:
    """The smallest of the parts."""
    return _made(min(map(AMOUNT, parts)), label, Operation.SMALLER, parts)


def larger_of(*parts: Figure, label: str = "") -> Figure:
    """The largest of the parts."""
    return _made(max(map(AMOUNT, parts)), label, Operation.LARGER, parts)


def not_below_zero(figure: Figure, label: str = "") -> Figure:
    """The figure, or zero where it is less."""
    return larger_of(figure, NOT_BELOW_ZERO, label=label)


@dataclass(frozen=True, slots=True)
class Test:
    """A question between two figures on which a branch turns; true where it holds."""

    left: Figure
    comparison: Comparison
    right: Figure

    def __bool__(self) -> bool:
        return self.comparison.holds(self.left.amount, self.right.amount)

    @property
    def found(self) -> Comparison:
        """How the two stand to each other, whichever way that is."""
        return self.comparison if self else OPPOSITE[self.comparison]


def above(left: Figure, right: Figure) -> Test:
    """Whether the first figure is more than the second."""
    return Test(left, Comparison.ABOVE, right)


def below(left: Figure, right: Figure) -> Test:
    """Whether the first figure is less than the second."""
    return Test(left, Comparison.BELOW, right)


def at_least(left: Figure, right: Figure) -> Test:
    """Whether the first figure is as much as the second or more."""
    return Test(left, Comparison.AT_LEAST, right)


NOTHING_ENTERED = total((), "nothing entered")
"""What stands on a line to which nothing was entered."""
