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
    own: Own = {}
    for step in edit.changes:
        keys = [part.replace("~1", "/").replace("~0", "~") for part in step.path.split("/")[1:]]
        if not keys:
            raise EditError(step.path, "An edit names a field below the file, not the file itself.")
        try:
            file, undo = _changed(file, ClientFile, keys, step, own)
        except ValidationError as error:
            raise EditError(step.path, "; ".join(_said(item) for item in error.errors())) from error
        inverse.append(undo)
    return file, Edit(label=edit.label, changes=tuple(reversed(inverse)))


def with_changes(file: ClientFile, changes: Iterable[Change]) -> ClientFile:
    """The file after these changes. Raises EditError as `apply` does."""
    return apply(file, Edit(label="", changes=tuple(changes)))[0]


def _said(item: Any) -> str:
    return str(item["msg"]).removeprefix("Value error, ")


Own = dict[int, dict[str, Any]]
"""The mappings that this edit has made, by identity: they are nobody else's yet, so later steps change them
where they are. An edit of a thousand entries would copy all of them a thousand times otherwise."""


def _changed(node: Any, kind: Any, keys: list[str], step: Change, own: Own) -> tuple[Any, Change]:
    """The node with the step carried out below it at `keys`, and the inverse of the step."""
    key, *rest = keys
    is_there, member, kind_of_it = _member(node, kind, key, step)
    if rest:
        if not is_there:
            raise EditError(step.path, f"There is no “{key}” to change.")
        child, undo = _changed(member, kind_of_it, rest, step, own)
        return (node if child is member else _with_member(node, key, child, own)), undo
    if isinstance(node, Mapping):
        if step.op == "add":
            _adapter(get_args(kind)[0]).validate_python(key)
        return _changed_member(node, kind_of_it, key, step, own)
    if step.op != "replace":
        raise EditError(step.path, f"“{key}” is a field: it can be replaced, not {step.op}ed.")
    before = _adapter(kind_of_it).dump_python(member, mode="json")
    validated = _adapter(kind_of_it).validate_python(step.value)
    return _with_member(node, key, validated, own), Change(op="replace", path=step.path, value=before)


def _member(node: Any, kind: Any, key: str, step: Change) -> tuple[bool, Any, Any]:
    """Whether a node has a member of this name, what it is, and its type."""
    if isinstance(node, Mapping):
        return key in node, node.get(key), get_args(kind)[1]
    if isinstance(node, Record) and key in type(node).model_fields:
        return True, getattr(node, key), _field_kinds(type(node))[key]
    raise EditError(step.path, f"A file has no field “{key}” here.")


def _changed_member(
    node: Mapping[str, Any], kind: Any, key: str, step: Change, own: Own
) -> tuple[Mapping[str, Any], Change]:
    if step.op != "add" and key not in node:
        raise EditError(step.path, f"There is no “{key}” to {step.op}.")
    if step.op == "add" and key in node:
        raise EditError(step.path, f"“{key}” is already there.")
    if step.op == "remove":
        before = _adapter(kind).dump_python(node[key], mode="json")
        kept = _owned(node, own)
        del kept[key]
        return kept, Change(op="add", path=step.path, value=before)
    validated = _adapter(kind).validate_python(step.value)
    if step.op == "add":
        return _with_member(node, key, validated, own), Change(op="remove", path=step.path)
    before = _adapter(kind).dump_python(node[key], mode="json")
    return _with_member(node, key, validated, own), Change(op="replace", path=step.path, value=before)


def _owned(node: Mapping[str, Any], own: Own) -> dict[str, Any]:
    """The mapping, copied once."""
    made = own.get(id(node))
    if made is None:
        made = dict(node)
        own[id(made)] = made
    return made


def _with_member(node: Any, key: str, value: Any, own: Own) -> Any:
    if isinstance(node, Mapping):
        made = _owned(node, own)
        made[key] = value
        return made
    return node.model_copy(update={key: value})


@cache
def _field_kinds(record: type[Record]) -> dict[str, Any]:
    """The fields' annotations with their constraints, which `model_fields` keeps apart."""
    return get_type_hints(record, include_extras=True)


@cache
def _adapter(kind: Any) -> TypeAdapter[Any]:
    return TypeAdapter(kind)
