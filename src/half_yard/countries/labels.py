"""What a field of a file is called, by its path, as it is asked for."""

from __future__ import annotations

from half_yard.countries.answering import asked_at, goes_to
from half_yard.countries.pack import Pack
from half_yard.records import ClientFile
from half_yard.review.asking import called

RECORD_DEPTH = 2
"""The slashes in the path of a record of the file; a field's has more."""


def label_of(pack: Pack, file: ClientFile, path: str) -> str:
    """What a record or a field is called; empty for nothing."""
    if not path.startswith("/"):
        return path
    asked = asked_at(pack, file, path)
    label = asked.label if asked is not None else ""
    name = called(file, path)
    if not label:
        last = path.rpartition("/")[2].replace("_", " ")
        if name == path:
            return last.capitalize()
        return f"{name}, {last}" if path.count("/") > RECORD_DEPTH else name
    return label if name == path else f"{name}: {label}"


def label_of_question(pack: Pack, file: ClientFile, about: str) -> str:
    """What a question is about: the field into which its answer goes, where there is one."""
    return label_of(pack, file, goes_to(pack, file, about) or about)
