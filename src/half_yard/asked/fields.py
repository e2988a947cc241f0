"""Fields of a file as they are asked for: where each stands, what it is called, how it is read and shown."""

from __future__ import annotations

import datetime
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from decimal import Decimal
from enum import Enum, auto

from pydantic import JsonValue

from half_yard.records import Change, ClientFile
from half_yard.records.choices import Option
from half_yard.records.dates import Calendar
from half_yard.records.reckoning import reckon, reckon_percent

MOST_DAYS, MOST_MONTHS = 366, 1200


class FieldKind(Enum):
    """What a field holds."""

    TEXT = auto()
    DATE = auto()
    BIRTHDAY = auto()
    CHOICE = auto()
    PERCENT = auto()
    DAYS = auto()
    MONTHS = auto()
    AMOUNT = auto()
    ANSWER = auto()
    SEARCH = auto()
    HEADING = auto()


@dataclass(frozen=True)
class Field:
    """A field of the file: its JSON pointer, its label and kind; `problem` says what is wrong with a value
    that was taken all the same, `default` what an empty yes/no or share counts as, `meaning` what a value
    stands for, in words. A searched field takes one of what `search` finds for the words typed. A heading has
    no value: its path is only its name. An optional share or amount
    may be left empty: a member of a mapping then goes. `empty` is what a choice
    stands for where none is made. `masks` gives what is shown of a number while the cursor is not on it."""

    path: str
    label: str
    kind: FieldKind = FieldKind.TEXT
    options: Sequence[Option] = ()
    problem: Callable[[str], str] | None = None
    default: JsonValue = None
    hint: str = ""
    meaning: Callable[[str], str] | None = None
    search: Callable[[str], Sequence[Option]] | None = None
    optional: bool = False
    empty: str = ""
    masks: Callable[[str], str] | None = None


def value_at(file: ClientFile, path: str) -> object:
    """What stands at a path of the file; None where nothing does."""
    node: object = file
    for key in path.split("/")[1:]:
        node = node.get(key) if isinstance(node, dict) else getattr(node, key, None)
        if node is None:
            return None
    return node


def step_to(file: ClientFile, path: str, value: JsonValue) -> Change:
    """The step that sets a field, adding it where a mapping has none of its name yet."""
    parent, _, name = path.rpartition("/")
    holder = value_at(file, parent)
    there = not isinstance(holder, dict) or name in holder
    return Change(op="replace" if there else "add", path=path, value=value)


def read_field(field: Field, typed: str, calendar: Calendar) -> JsonValue:
    """The value of what was typed. Raises ValueError with what to type instead."""
    text = typed.strip()
    match field.kind:
        case FieldKind.DATE:
            day = calendar.read(text)
            return day.isoformat() if day else None
        case FieldKind.BIRTHDAY:
            day = calendar.read_birthday(text)
            return day.isoformat() if day else None
        case FieldKind.DAYS:
            return _read_count(text, "days", MOST_DAYS)
        case FieldKind.MONTHS:
            return _read_count(text, "months", MOST_MONTHS)
        case FieldKind.PERCENT:
            return None if field.optional and not text else format(reckon_percent(text), "f")
        case FieldKind.AMOUNT:
            return format(reckon(text), "f") if text else None
        case FieldKind.SEARCH:
            return _searched(field, text)
        case _:
            return text


def _searched(field: Field, text: str) -> str:
    """The key that was typed, or that what was typed finds alone; a pick from the list is “key title”."""
    found = field.search(text) if field.search and text else ()
    first = text.partition(" ")[0]
    if not text or first.isdecimal():
        return first
    if len(found) == 1:
        return found[0][0]
    if not found:
        raise ValueError(f"Nothing is found for “{text}”. Try other words, or type the code.")
    shown = "; ".join(f"{key} {title}" for key, title in found[:3])
    raise ValueError(f"“{text}” could be: {shown}. Pick one from the list.")


def _read_count(text: str, unit: str, most: int) -> int | None:
    if not text:
        return None
    if not text.isdecimal() or int(text) > most:
        raise ValueError(f"“{text}” is no count of {unit}. Type a whole number of at most {most:,}.")
    return int(text)


def heading(path: str, words: str) -> Field:
    """A heading among the fields of a record."""
    return Field(f"{path} {words}", words, FieldKind.HEADING)


def plain_value(value: object) -> JsonValue:
    """A value in the file's JSON form."""
    if isinstance(value, bool | int | str) or value is None:
        return value
    return format(value, "f") if isinstance(value, Decimal) else str(value)


def shown_value(value: object, calendar: Calendar) -> str:
    """A value for reading."""
    if value is None:
        return ""
    if isinstance(value, Decimal):
        return format(value.normalize(), "f") if value == value.to_integral() else format(value, "f")
    if isinstance(value, datetime.date):
        return calendar.text(value)
    return str(value)
