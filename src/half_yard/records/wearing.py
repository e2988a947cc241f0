"""A file as it would be with a fitting, and fittings read from JSON."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from pydantic import TypeAdapter, ValidationError

from half_yard.records.changing import changed_keys, gone_keys
from half_yard.records.client_file import ClientFile
from half_yard.records.edits import EditError, apply
from half_yard.records.fittings import Fitting
from half_yard.records.steps import Change, Edit


class FittingError(ValueError):
    """A text that holds no fittings; the message says where it is wrong."""


@dataclass(frozen=True, slots=True)
class Worn:
    """The file as it would be; `problems` are the edits that do not fit it any more, by their place among the
    fitting's, with the reason. The others stand."""

    file: ClientFile
    problems: dict[int, str]


def worn(file: ClientFile, fitting: Fitting) -> Worn:
    """The file with every edit of the fitting that still fits."""
    problems: dict[int, str] = {}
    for number, edit in enumerate(fitting.edits):
        try:
            file, _ = apply(file, edit)
        except EditError as error:
            problems[number] = f"{error} [{error.path}]"
    return Worn(file, problems)


def worn_again(before: ClientFile, made: ClientFile, now: ClientFile, fitting: Fitting) -> ClientFile | None:
    """The file of now with a fitting, of what was made of the file before: with the very records of then
    wherever nothing is otherwise, so that what is computed from it is only worked out anew where something
    is. None where the fitting's edits meet what has changed in the file; then they have to be made anew.

    Edits set what stands at paths and read nothing, so those that do not meet a change come out the same."""
    touched = {tuple(step.path.split("/")[1:3]) for edit in fitting.edits for step in edit.changes}
    fields = {path[0] for path in touched}
    update: dict[str, object] = {}
    for name in ClientFile.model_fields:
        was, is_now = getattr(before, name), getattr(now, name)
        if was is is_now:
            continue
        if name not in fields:
            update[name] = is_now
        elif isinstance(is_now, dict):
            others = changed_keys(was, is_now)
            changed = {*others, *gone_keys(was, is_now, others)}
            if any((name, key) in touched for key in changed):
                return None
            update[name] = _with_changed(was, getattr(made, name), is_now, changed)
        else:
            return None
    return now.model_copy(update={name: getattr(made, name) for name in fields} | update)


def _with_changed(
    was: Mapping[str, object], fitted: Mapping[str, object], is_now: Mapping[str, object], changed: set[str]
) -> dict[str, object]:
    """The records of now, but for what a fitting has made of them, taken out and added."""
    if all(key in was and key in is_now for key in changed):
        return {**fitted, **{key: is_now[key] for key in changed}}
    there = {key: value if key in changed else fitted.get(key) for key, value in is_now.items()}
    kept = {key: value for key, value in there.items() if key in changed or key in fitted}
    return kept | {key: value for key, value in fitted.items() if key not in was}


def applied(file: ClientFile, fitting: Fitting) -> ClientFile:
    """The file as it would be. Raises EditError, with the path, where an edit does not fit the file."""
    for edit in fitting.edits:
        file, _ = apply(file, edit)
    return file


def taken(file: ClientFile, key: str) -> Edit:
    """The edit that takes a fitting of the file into it, with all that still fits, and puts it away."""
    fitting = file.fittings[key]
    problems = worn(file, fitting).problems
    steps = [
        step for number, edit in enumerate(fitting.edits) if number not in problems for step in edit.changes
    ]
    steps.append(Change(op="remove", path=f"/fittings/{key}"))
    return Edit(label=f"Taken: {fitting.name}", changes=tuple(steps))


def read_fittings(text: str | bytes) -> tuple[Fitting, ...]:
    """The fittings in a JSON text: one object with name and edits, or an array of them. Raises
    FittingError."""
    try:
        found = _ONE_OR_MORE.validate_json(text)
    except ValidationError as error:
        first = error.errors()[0]
        where = "/".join(map(str, first["loc"]))
        raise FittingError(f"/{where}: {first['msg']}") from error
    return (found,) if isinstance(found, Fitting) else found


_ONE_OR_MORE: TypeAdapter[Fitting | tuple[Fitting, ...]] = TypeAdapter(Fitting | tuple[Fitting, ...])
