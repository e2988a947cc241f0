"""What an edit is made of: the operations of JSON Patch (RFC 6902), with a label for the reader."""

from __future__ import annotations

from typing import Literal

from pydantic import JsonValue

from half_yard.records.record import Record


class Change(Record):
    """One JSON Patch operation; `value` is in the file's JSON form and unused by remove."""

    op: Literal["add", "remove", "replace"]
    path: str
    value: JsonValue = None


class Edit(Record):
    """What the preparer did, in words, and the operations that do it."""

    label: str
    changes: tuple[Change, ...]
