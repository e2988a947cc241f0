"""A file as it would be with a fitting, and fittings read from JSON."""

from __future__ import annotations

from dataclasses import dataclass

from pydantic import TypeAdapter, ValidationError

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
