"""Scenarios: named lists of edits on a file, which is not changed by them. They are read from JSON."""

from __future__ import annotations

from pydantic import TypeAdapter, ValidationError

from half_yard.records.client_file import ClientFile
from half_yard.records.edits import Edit, apply
from half_yard.records.record import Record, Text


class Scenario(Record):
    """What could be otherwise: its name, and the edits that make it so, one after another."""

    name: Text
    edits: tuple[Edit, ...]

    def applied(self, file: ClientFile) -> ClientFile:
        """The file as it would be. Raises EditError, with the path, where an edit does not fit the file."""
        for edit in self.edits:
            file, _ = apply(file, edit)
        return file


class ScenarioError(ValueError):
    """A text that holds no scenarios; the message says where it is wrong."""


def read_scenarios(text: str | bytes) -> tuple[Scenario, ...]:
    """The scenarios in a JSON text: one object with name and edits, or an array of them. Raises
    ScenarioError."""
    try:
        found = _ONE_OR_MORE.validate_json(text)
    except ValidationError as error:
        first = error.errors()[0]
        where = "/".join(map(str, first["loc"]))
        raise ScenarioError(f"/{where}: {first['msg']}") from error
    return (found,) if isinstance(found, Scenario) else found


_ONE_OR_MORE: TypeAdapter[Scenario | tuple[Scenario, ...]] = TypeAdapter(Scenario | tuple[Scenario, ...])
