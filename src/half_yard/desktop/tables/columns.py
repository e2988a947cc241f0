"""Columns of a record table: how a field is shown and how what is typed becomes its value."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from enum import Enum, auto

from pydantic import JsonValue

from half_yard.figures.explain import exact_text
from half_yard.records import Record
from half_yard.records.choices import Option, choice_title, read_choice, with_all_words
from half_yard.records.dates import date_text, read_date
from half_yard.records.reckoning import is_arithmetic, reckon


class Kind(Enum):
    """What a column holds."""

    TEXT = auto()
    DATE = auto()
    AMOUNT = auto()
    CHOICE = auto()
    COMPUTED = auto()
    COMPUTED_AMOUNT = auto()


AMOUNTS = {Kind.AMOUNT, Kind.COMPUTED_AMOUNT}
COMPUTED = {Kind.COMPUTED, Kind.COMPUTED_AMOUNT}


@dataclass(frozen=True)
class Column:
    """One column. `options` gives the choices for a record (None for a new one); `shown` the text of a
    computed cell by record id; `optional` that an amount may be left empty."""

    title: str
    kind: Kind
    width: int
    field: str = ""
    options: Callable[[Record | None], Sequence[Option]] | None = None
    shown: Callable[[str], str] | None = None
    stretch: bool = False
    optional: bool = False
    hint: str = ""

    def found(self, record: Record | None, typed: str) -> Sequence[Option]:
        """The choices that have all the words typed."""
        return with_all_words(self.options(record) if self.options else ())(typed)

    @property
    def editable(self) -> bool:
        """Whether the column is typed into."""
        return self.kind not in COMPUTED

    def text(self, key: str, record: Record, year: int) -> str:
        """The cell for reading."""
        if self.shown is not None:
            return self.shown(key)
        return self._value_text(getattr(record, self.field), record, year)

    def _value_text(self, value: object, record: Record | None, year: int) -> str:
        if value is None:
            return ""
        match self.kind:
            case Kind.DATE:
                return date_text(value, year)  # type: ignore[arg-type]
            case Kind.AMOUNT:
                return exact_text(Decimal(str(value)))
            case Kind.CHOICE:
                return choice_title(str(value), self.options(record) if self.options else ())
            case _:
                return str(value)

    def typed_text(self, record: Record, year: int) -> str:
        """The cell as it stands in the editor: arithmetic as it was typed, amounts without commas."""
        if self.kind is Kind.AMOUNT:
            reckoning = getattr(record, "reckoning", "") if self.field in RECKONED else ""
            value = getattr(record, self.field)
            return reckoning or ("" if value is None else format(value, "f"))
        return self._value_text(getattr(record, self.field), record, year)

    def draft_text(self, draft: Mapping[str, JsonValue], year: int) -> str:
        """The cell of a record that is being made."""
        value = draft.get(self.field)
        if value is None:
            return ""
        if self.kind is Kind.DATE:
            return date_text(read_date(str(value), year), year)
        return self._value_text(value, None, year)

    def read(self, typed: str, record: Record | None, year: int) -> dict[str, JsonValue]:
        """The field values that were typed. Raises ValueError with what to type instead."""
        match self.kind:
            case Kind.DATE:
                day = read_date(typed, year)
                return {self.field: day.isoformat() if day else None}
            case Kind.AMOUNT:
                return self._read_amount(typed)
            case Kind.CHOICE:
                return {self.field: read_choice(typed, self.options(record) if self.options else ())}
            case _:
                return {self.field: typed.strip()}

    def _read_amount(self, typed: str) -> dict[str, JsonValue]:
        if self.optional and not typed.strip():
            return {self.field: None}
        values: dict[str, JsonValue] = {self.field: format(reckon(typed), "f")}
        if self.field in RECKONED:
            values["reckoning"] = typed.strip() if is_arithmetic(typed) else ""
        return values


RECKONED = {"amount", "cost"}
"""The amount fields that keep the arithmetic as typed beside them."""
