"""What two states of a file do not have alike: as an edit that turns one into the other, and in words."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Mapping

from pydantic import JsonValue

from half_yard.records.client_file import ClientFile
from half_yard.records.naming import name_of
from half_yard.records.record import Record
from half_yard.records.steps import Change, Edit

SHOWN = 6
DONE = {"add": "added", "remove": "gone", "replace": "changed"}


def difference(before: ClientFile, after: ClientFile, label: str) -> Edit:
    """The edit that turns one state of a file into another; it has no changes where they are alike."""
    return Edit(label=label, changes=tuple(_changes(before, after)))


def _changes(before: ClientFile, after: ClientFile) -> Iterator[Change]:
    new = after.model_dump(mode="json")
    for field in ClientFile.model_fields:
        old_value, new_value = getattr(before, field), getattr(after, field)
        if old_value == new_value:
            continue
        path = f"/{field}"
        if not isinstance(old_value, Mapping):
            yield Change(op="replace", path=path, value=new[field])
            continue
        for key in old_value.keys() - new_value.keys():
            yield Change(op="remove", path=f"{path}/{key}")
        for key, value in new_value.items():
            if key not in old_value:
                yield Change(op="add", path=f"{path}/{key}", value=new[field][key])
            elif old_value[key] != value:
                yield Change(op="replace", path=f"{path}/{key}", value=new[field][key])


def differences(before: ClientFile, after: ClientFile) -> list[str]:
    """What came, went and changed from one state to another, in words, a line each; empty where nothing
    did."""
    edit = difference(before, after, "")
    counted: Counter[tuple[str, str]] = Counter()
    names: dict[tuple[str, str], list[str]] = {}
    for change in edit.changes:
        _, field, *keys = change.path.split("/")
        place = (field, change.op)
        counted[place] += 1
        if keys and (name := _name(before if change.op == "remove" else after, field, keys[0])):
            names.setdefault(place, []).append(name)
    return [
        _said(field, op, count, names.get((field, op), [])) for (field, op), count in sorted(counted.items())
    ]


def _name(file: ClientFile, field: str, key: str) -> str:
    record = getattr(file, field)[key]
    if not isinstance(record, Record):
        return key
    return name_of(record) or str(getattr(record, "first_name", "")) or key


def _said(field: str, op: str, count: int, names: list[str]) -> str:
    words = field.replace("_", " ")
    if not names:
        return f"{words}: {DONE[op]}"
    shown = ", ".join(dict.fromkeys(names[:SHOWN]))
    more = f" and {count - SHOWN} more" if count > SHOWN else ""
    return f"{words}: {count} {DONE[op]} ({shown}{more})"


def changed_fields(before: ClientFile, after: ClientFile) -> list[tuple[str, JsonValue, JsonValue]]:
    """Every field that is otherwise, as (path, what it was, what it is); a record that came or went is one,
    by its path."""
    return list(_differing("", before.model_dump(mode="json"), after.model_dump(mode="json")))


def _differing(path: str, was: JsonValue, now: JsonValue) -> Iterator[tuple[str, JsonValue, JsonValue]]:
    if was == now:
        return
    if isinstance(was, dict) and isinstance(now, dict):
        for key in sorted({*was, *now}):
            yield from _differing(f"{path}/{key}", was.get(key), now.get(key))
    else:
        yield path, was, now
