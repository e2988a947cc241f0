"""What the reader looks at: a line of a sheet, or something entered."""

from __future__ import annotations

from half_yard.countries.telling import Subject
from half_yard.figures import Place
from half_yard.records.collections import COLLECTIONS, collection_and_id, find_record


def record_of(subject: Subject) -> Subject:
    """The record that holds a field, where it is a row of a table; other subjects as they are.

    The answers about a record are asked beside its table, so they stay what they are.
    """
    if isinstance(subject, Place) or "/answers" in subject:
        return subject
    parts = subject.split("/")
    known = COLLECTIONS.get(parts[1]) if len(parts) > 1 else None
    return "/".join(parts[:3]) if known is not None and known.in_rows else subject


__all__ = ["Subject", "collection_and_id", "find_record", "record_of"]
