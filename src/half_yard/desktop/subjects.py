"""What the reader looks at: a line of a sheet, or something entered."""

from __future__ import annotations

from half_yard.figures import Place
from half_yard.records import ClientFile, Record

Subject = Place | str
"""A line by its place, or a record or field by its JSON pointer."""

TABLED = {"entries", "assets", "forms", "wages", "interest", "dividends", "estimated_payments"}


def record_of(subject: Subject) -> Subject:
    """The record that holds a field, where it is a row of a table; other subjects as they are.

    The answers about a record are asked beside its table, so they stay what they are.
    """
    if isinstance(subject, Place) or "/answers" in subject:
        return subject
    parts = subject.split("/")
    return "/".join(parts[:3]) if len(parts) > 1 and parts[1] in TABLED else subject


def collection_and_id(path: str) -> tuple[str, str]:
    """The collection and the id in a JSON pointer; empty where it has none."""
    _, collection, key, *_ = [*path.split("/"), "", ""]
    return collection, key


def find_record(file: ClientFile, path: str) -> Record | None:
    """The record at a path or above it, or None."""
    collection, key = collection_and_id(path)
    records = getattr(file, collection, None)
    found = records.get(key) if isinstance(records, dict) else None
    return found if isinstance(found, Record) else None
