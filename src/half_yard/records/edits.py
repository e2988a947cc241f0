"""Edits: small values that turn one client file into another, and their inverses.

An edit is a list of add, remove and replace operations of JSON Patch (RFC 6902) on the file's JSON form,
with a label for the reader. The journal keeps edits on disk, undo applies the inverse, a what-if is a
list of them.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from functools import cache
from typing import Any, get_args, get_type_hints

from pydantic import JsonValue, TypeAdapter, ValidationError

from half_yard.records.client_file import ClientFile
from half_yard.records.record import Record
from half_yard.records.steps import Change, Edit


class EditError(ValueError):
    """An edit that cannot be applied: `path` says where, the message what is wrong."""

    def __init__(self, path: str, message: str) -> None:
        super().__init__(message)
        self.path = path


def change(label: str, path: str, value: JsonValue) -> Edit:
    """An edit that sets one field, or a member of a mapping that is already there."""
    return Edit(label=label, changes=(Change(op="replace", path=path, value=value),))


def add(label: str, path: str, value: JsonValue | Record) -> Edit:
    """An edit that adds a record, or a member of a mapping."""
    plain = value.model_dump(mode="json") if isinstance(value, Record) else value
    return Edit(label=label, changes=(Change(op="add", path=path, value=plain),))


def remove(label: str, *paths: str) -> Edit:
    """An edit that removes the records at the paths."""
    return Edit(label=label, changes=tuple(Change(op="remove", path=path) for path in paths))


def apply(file: ClientFile, edit: Edit) -> tuple[ClientFile, Edit]:
    """The file after the edit, and the edit that brings the old file back.

    Raises EditError, with the path, where a value does not fit or nothing stands at the path. The file
    given is never changed.
    """
    inverse: list[Change] = []
    for step in edit.changes:
        keys = [part.replace("~1", "/").replace("~0", "~") for part in step.path.split("/")[1:]]
        if not keys:
            raise EditError(step.path, "An edit names a field below the file, not the file itself.")
        try:
            file, undo = _changed(file, ClientFile, keys, step)
        except ValidationError as error:
            raise EditError(step.path, "; ".join(_said(item) for item in error.errors())) from error
        inverse.append(undo)
    return file, Edit(label=edit.label, changes=tuple(reversed(inverse)))


def with_changes(file: ClientFile, changes: Iterable[Change]) -> ClientFile:
    """The file after these changes. Raises EditError as `apply` does."""
    return apply(file, Edit(label="", changes=tuple(changes)))[0]


def _said(item: Any) -> str:
    return str(item["msg"]).removeprefix("Value error, ")


def _changed(node: Any, kind: Any, keys: list[str], step: Change) -> tuple[Any, Change]:
    """The node with the step carried out below it at `keys`, and the inverse of the step."""
    key, *rest = keys
    members, value_kind = _members(node, kind, key, step)
    if rest:
        if key not in members:
            raise EditError(step.path, f"There is no “{key}” to change.")
        child, undo = _changed(members[key], value_kind, rest, step)
        return _with_member(node, key, child), undo
    if isinstance(node, Mapping):
        if step.op == "add":
            _adapter(get_args(kind)[0]).validate_python(key)
        return _changed_member(node, value_kind, key, step)
    if step.op != "replace":
        raise EditError(step.path, f"“{key}” is a field: it can be replaced, not {step.op}ed.")
    before = _adapter(value_kind).dump_python(members[key], mode="json")
    validated = _adapter(value_kind).validate_python(step.value)
    return _with_member(node, key, validated), Change(op="replace", path=step.path, value=before)


def _members(node: Any, kind: Any, key: str, step: Change) -> tuple[Mapping[str, Any], Any]:
    """The node's members by key, and the type of the one named."""
    if isinstance(node, Mapping):
        return node, get_args(kind)[1]
    if isinstance(node, Record) and key in type(node).model_fields:
        return dict(node), _field_kinds(type(node))[key]
    raise EditError(step.path, f"A file has no field “{key}” here.")


def _changed_member(
    node: Mapping[str, Any], kind: Any, key: str, step: Change
) -> tuple[Mapping[str, Any], Change]:
    if step.op != "add" and key not in node:
        raise EditError(step.path, f"There is no “{key}” to {step.op}.")
    if step.op == "add" and key in node:
        raise EditError(step.path, f"“{key}” is already there.")
    if step.op == "remove":
        before = _adapter(kind).dump_python(node[key], mode="json")
        kept = {name: value for name, value in node.items() if name != key}
        return kept, Change(op="add", path=step.path, value=before)
    after = {**node, key: _adapter(kind).validate_python(step.value)}
    if step.op == "add":
        return after, Change(op="remove", path=step.path)
    before = _adapter(kind).dump_python(node[key], mode="json")
    return after, Change(op="replace", path=step.path, value=before)


def _with_member(node: Any, key: str, value: Any) -> Any:
    if isinstance(node, Mapping):
        return {**node, key: value}
    return node.model_copy(update={key: value})


@cache
def _field_kinds(record: type[Record]) -> dict[str, Any]:
    """The fields' annotations with their constraints, which `model_fields` keeps apart."""
    return get_type_hints(record, include_extras=True)


@cache
def _adapter(kind: Any) -> TypeAdapter[Any]:
    return TypeAdapter(kind)
