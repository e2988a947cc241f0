"""What is asked of a file, described without a window: fields, columns, sections of records."""

from half_yard.asked.columns import Column, Kind, NameColumn, WordsColumn
from half_yard.asked.fields import (
    Field,
    FieldKind,
    heading,
    plain_value,
    read_field,
    shown_value,
    step_to,
    value_at,
)
from half_yard.asked.sections import Now, Section, people_of

__all__ = [
    "Column",
    "Field",
    "FieldKind",
    "Kind",
    "NameColumn",
    "Now",
    "Section",
    "WordsColumn",
    "heading",
    "people_of",
    "plain_value",
    "read_field",
    "shown_value",
    "step_to",
    "value_at",
]
