"""Columns of a record table: how a field is shown and how what is typed becomes its value."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from enum import Enum, auto

from pydantic import JsonValue

from half_yard.figures.explain import exact_text
from half_yard.records import Record
from half_yard.records.choices import (
    LATER,
    ChoiceError,
    Option,
    choice_title,
    has_words,
    is_later,
    read_choice,
    with_all_words,
)
from half_yard.records.dates import Calendar
from half_yard.records.naming import same_name
from half_yard.records.reckoning import is_arithmetic, reckon


class Kind(Enum):
    """What a column holds."""

    TEXT = auto()
    DATE = auto()
    AMOUNT = auto()
    CHOICE = auto()
    BIRTHDAY = auto()
    COUNT = auto()
    COMPUTED = auto()
    COMPUTED_AMOUNT = auto()


AMOUNTS = {Kind.AMOUNT, Kind.COMPUTED_AMOUNT}
COMPUTED = {Kind.COMPUTED, Kind.COMPUTED_AMOUNT}


@dataclass(frozen=True)
class Column:
    """One column; `stretch` that it takes the width that is left, `goes_first` that it says what another says
    and goes where there is too little. `options` gives the choices for a record (None for a new one); `shown`
    the text of a computed cell by record id; `optional` that it may be left empty; `later` that the choice
    may be left for later; `said_of` what is said of something typed that is none of the choices;
    `next_year_until` the last month whose days, typed without a year, are of the year after the file's;
    `masks` gives what is shown of a number while it is not typed in."""

    title: str
    kind: Kind
    field: str = ""
    options: Callable[[Record | None], Sequence[Option]] | None = None
    shown: Callable[[str], str] | None = None
    stretch: bool = False
    goes_first: bool = False
    optional: bool = False
    hint: str = ""
    next_year_until: int = 0
    masks: Callable[[str], str] | None = None
    later: bool = False
    said_of: Callable[[str], str] = lambda _typed: ""

    def found(self, record: Record | None, typed: str) -> Sequence[Option]:
        """The choices that have all the words typed."""
        return with_all_words(self.options(record) if self.options else ())(typed)

    @property
    def editable(self) -> bool:
        """Whether the column is typed into."""
        return self.kind not in COMPUTED

    def text(self, key: str, record: Record, calendar: Calendar) -> str:
        """The cell for reading."""
        if self.shown is not None:
            return self.shown(key)
        return self._masked(self._value_text(getattr(record, self.field), record, calendar))

    def _masked(self, text: str) -> str:
        return self.masks(text) if self.masks is not None else text

    def _value_text(self, value: object, record: Record | None, calendar: Calendar) -> str:
        if value is None:
            return ""
        match self.kind:
            case Kind.DATE | Kind.BIRTHDAY:
                return calendar.text(value)  # type: ignore[arg-type]
            case Kind.AMOUNT:
                return exact_text(Decimal(str(value)))
            case Kind.CHOICE:
                return choice_title(str(value), self.options(record) if self.options else ())
            case _:
                return str(value)

    def typed_text(self, record: Record, calendar: Calendar) -> str:
        """The cell as it stands in the editor: arithmetic as it was typed, amounts without commas."""
        if self.kind is Kind.AMOUNT:
            reckoning = getattr(record, "reckoning", "") if self.field in RECKONED else ""
            value = getattr(record, self.field)
            return reckoning or ("" if value is None else format(value, "f"))
        return self._value_text(getattr(record, self.field), record, calendar)

    def draft_text(self, draft: Mapping[str, JsonValue], calendar: Calendar) -> str:
        """The cell of a record that is being made."""
        value = draft.get(self.field)
        if value is None:
            return ""
        if self.kind in {Kind.DATE, Kind.BIRTHDAY}:
            return calendar.text(calendar.read(str(value)))
        return self._masked(self._value_text(value, None, calendar))

    def read(self, typed: str, record: Record | None, calendar: Calendar) -> dict[str, JsonValue]:
        """The field values that were typed. Raises ValueError with what to type instead."""
        if self.optional and not typed.strip():
            return {self.field: None}
        match self.kind:
            case Kind.DATE:
                day = calendar.read(typed, next_year_until=self.next_year_until)
                return {self.field: day.isoformat() if day else None}
            case Kind.BIRTHDAY:
                born = calendar.read_birthday(typed)
                return {self.field: born.isoformat() if born else None}
            case Kind.COUNT:
                return {self.field: _read_count(typed)}
            case Kind.AMOUNT:
                return self._read_amount(typed)
            case Kind.CHOICE:
                return {self.field: self._read_choice(typed, record)}
            case _:
                return {self.field: typed.strip()}

    def _read_choice(self, typed: str, record: Record | None) -> str:
        if self.later and is_later(typed):
            return ""
        try:
            return read_choice(typed, self.options(record) if self.options else ())
        except ChoiceError as error:
            also = f"“{LATER}” leaves it unsorted." if self.later else ""
            raise ChoiceError(" ".join(filter(None, (str(error), self.said_of(typed), also)))) from error

    def _read_amount(self, typed: str) -> dict[str, JsonValue]:
        values: dict[str, JsonValue] = {self.field: format(reckon(typed), "f")}
        if self.field in RECKONED:
            values["reckoning"] = typed.strip() if is_arithmetic(typed) else ""
        return values


def _read_count(typed: str) -> int:
    if not typed.strip().isdecimal():
        raise ValueError(f"“{typed.strip()}” is no count. Type a whole number.")
    return int(typed)


@dataclass(frozen=True)
class WordsColumn(Column):
    """A choice that is found by further words too; `words` gives those of an option's key."""

    words: Callable[[str], str] = lambda _key: ""

    def found(self, record: Record | None, typed: str) -> Sequence[Option]:
        """The choices whose title or further words have all the words typed."""
        return [("", title) for _, title in self._matching(record, typed)]

    def _matching(self, record: Record | None, typed: str) -> list[Option]:
        words = typed.casefold().split()
        return [
            (key, title)
            for key, title in (self.options(record) if self.options else ())
            if has_words(f"{title} {self.words(key)}".casefold(), words)
        ]

    def _read_choice(self, typed: str, record: Record | None) -> str:
        try:
            return super()._read_choice(typed, record)
        except ChoiceError:
            found = self._matching(record, typed)
            if len(found) == 1 and typed.strip():
                return found[0][0]
            if not found:
                raise
            names = ", ".join(title for _, title in found[:3])
            raise ChoiceError(f"“{typed.strip()}” could be: {names}. Pick one.") from None


@dataclass(frozen=True)
class NameColumn(Column):
    """A name, completed from those there are; `known_only` that it must be one of them."""

    known_only: bool = False

    def read(self, typed: str, record: Record | None, calendar: Calendar) -> dict[str, JsonValue]:
        """The name as it is known, where one alone has what was typed. Raises ChoiceError."""
        del calendar
        text = typed.strip()
        names = [name for _, name in self.options(record)] if self.options else []
        same = [name for name in names if same_name(name) == same_name(text)]
        if not text or not self.known_only or same:
            return {self.field: same[0] if same and self.known_only else text}
        found = [name for _, name in self.found(record, text)]
        if len(found) == 1:
            return {self.field: found[0]}
        if found:
            raise ChoiceError(f"“{text}” could be several: {', '.join(found[:3])}. Type more of it.")
        raise ChoiceError(f"Nobody in these books is called “{text}”. Pick a payee, or leave it empty.")


RECKONED = {"amount", "cost"}
"""The amount fields that keep the arithmetic as typed beside them."""
