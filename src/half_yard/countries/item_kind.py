"""A kind of item of the household: what is asked of it, of whom, and where it goes."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum, auto

from half_yard.books import Box
from half_yard.countries.offered import ManyAnswers


class Whose(Enum):
    """To whom an item of a kind belongs."""

    RETURN = auto()
    """To the return: nobody is asked for."""
    TAXPAYER = auto()
    """To one of those whose income is on the return."""
    OWNER_OF_BUSINESS = auto()
    """To one of them, by one of their businesses."""
    ANYONE = auto()
    """To one of them or a dependant."""


@dataclass(frozen=True, slots=True)
class ItemKind:
    """A kind: `words` are what people call it besides, `amount` says what its amount is (empty where its
    boxes have all of it), `goes` where it goes. `payer` says that it comes on a form with a payer,
    `not_separate` that separate filers have none of it, `first` and `last` are the years that have it."""

    key: str
    title: str
    words: str
    amount: str
    goes: str
    boxes: tuple[Box, ...] = ()
    ticks: tuple[Box, ...] = ()
    choices: tuple[ManyAnswers, ...] = ()
    whose: Whose = Whose.TAXPAYER
    payer: bool = False
    signed: bool = False
    not_separate: bool = False
    first: int = 0
    last: int | None = None

    def is_of(self, year: int) -> bool:
        """Whether the law has it in a tax year."""
        return self.first <= year and (self.last is None or year <= self.last)
