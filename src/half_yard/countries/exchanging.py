"""What a country offers for exchanges of property: what is asked of one, how its sides weigh against each
other, by when what must be done."""

from __future__ import annotations

import datetime
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from typing import Protocol

from pydantic import JsonValue

from half_yard.asked import Field
from half_yard.countries.results import Computation
from half_yard.records import ClientFile, Edit


@dataclass(frozen=True, slots=True)
class Weight:
    """Something on a side of an exchange: its name, its amount in dollars, where that was entered, and
    whether it is of like kind."""

    name: str
    amount: Decimal
    path: str
    like_kind: bool = False


@dataclass(frozen=True, slots=True)
class Balance:
    """The two sides, and what they come to in dollars; None where that is not known yet. `words` say what is
    missing, and what stands otherwise than one would think."""

    given: tuple[Weight, ...]
    got: tuple[Weight, ...]
    realized: Decimal | None
    recognized: Decimal | None
    deferred: Decimal | None
    words: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Deadline:
    """A day by which something must be done, in words, under a key that stays."""

    key: str
    title: str
    day: datetime.date


@dataclass(frozen=True, slots=True)
class ExchangeFields:
    """What is asked of an exchange: about it, on each side besides its assets, and what is to be said."""

    about: Sequence[Field] = ()
    given: Sequence[Field] = ()
    got: Sequence[Field] = ()
    said: Sequence[Field] = ()

    @property
    def every(self) -> Sequence[Field]:
        """All of them."""
        return (*self.about, *self.given, *self.got, *self.said)


class Exchanges(Protocol):
    """What a country offers whose law knows exchanges."""

    def fields(self, file: ClientFile, exchange: str) -> ExchangeFields:
        """What is asked of an exchange besides its assets."""
        ...

    def balance(self, computation: Computation, exchange: str) -> Balance:
        """How its sides weigh against each other."""
        ...

    def deadlines(self, file: ClientFile, exchange: str) -> Sequence[Deadline]:
        """By when what must be done, the earliest first; nothing before anything was transferred."""
        ...

    def may_be_given(self, file: ClientFile) -> Mapping[str, str]:
        """The names of the assets that may be given up, by id."""
        ...

    def begin(self, file: ClientFile, assets: Sequence[str]) -> tuple[Edit, str]:
        """The edit that makes an exchange in which assets are given up, and its id."""
        ...

    def give(self, file: ClientFile, exchange: str, asset: str) -> Edit:
        """The edit by which an asset is given up in an exchange."""
        ...

    def keep(self, assets: Sequence[str]) -> Edit:
        """The edit by which assets are not given up after all."""
        ...

    def call_off(self, file: ClientFile, exchange: str) -> Edit:
        """The edit that takes an exchange out: what was given is kept, what was received goes."""
        ...

    def received(self, file: ClientFile, exchange: str) -> Mapping[str, JsonValue]:
        """What a new asset that was received begins with."""
        ...

    def sheet(self, exchange: str) -> str:
        """The key of the sheet that shows how an exchange was computed."""
        ...
