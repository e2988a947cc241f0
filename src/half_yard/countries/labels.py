"""What a field of a file is called, by its path, as it is asked for."""

from __future__ import annotations

from collections.abc import Iterator

from half_yard.asked import Field
from half_yard.countries.pack import Pack
from half_yard.records import ClientFile
from half_yard.records.collections import collection_and_id
from half_yard.review.asking import called

RECORD_DEPTH = 2
"""The slashes in the path of a record of the file; a field's has more."""


def label_of(pack: Pack, file: ClientFile, path: str) -> str:
    """What a record or a field is called; empty for nothing."""
    if not path.startswith("/"):
        return path
    label = next((field.label for field in _asked_near(pack, file, path) if field.path == path), "")
    name = called(file, path)
    if not label:
        last = path.rpartition("/")[2].replace("_", " ")
        if name == path:
            return last.capitalize()
        return f"{name}, {last}" if path.count("/") > RECORD_DEPTH else name
    return label if name == path else f"{name}: {label}"


def _asked_near(pack: Pack, file: ClientFile, path: str) -> Iterator[Field]:
    """The fields that are asked of the record at a path, or above it."""
    collection, key = collection_and_id(path)
    asked = pack.asked
    match collection:
        case "household":
            yield from asked.household_fields(file)
        case "people" if key in file.people:
            yield from asked.person_fields(file, key)
        case "activities" if key in file.activities:
            yield from asked.activity_fields(file, key)
            yield from asked.activity_facts(file, key)
        case _:
            yield from asked.further(file, path)
