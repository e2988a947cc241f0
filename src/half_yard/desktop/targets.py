"""The column that holds where a record goes."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal

from pydantic import JsonValue

from half_yard.desktop.tables import Column
from half_yard.desktop.workspace import Workspace
from half_yard.records import Record
from half_yard.records.choices import Option
from half_yard.records.dates import Calendar
from half_yard.statements import Target
from half_yard.statements.targets import find_targets, read_target, target_options, target_words


@dataclass(frozen=True)
class TargetColumn(Column):
    """A column that holds where a record goes: its activity, line and share, and for rules its reason."""

    workspace: Workspace | None = None
    asides: bool = False

    def _known(self) -> list[Option]:
        if self.workspace is None:
            raise LookupError("a column of targets needs a workspace")
        return target_options(self.workspace.file, self.workspace.pack, asides=self.asides)

    def found(self, record: Record | None, typed: str) -> Sequence[Option]:
        """The targets that have all the words typed."""
        del record
        return find_targets(typed, self._known())

    def text(self, key: str, record: Record, calendar: Calendar) -> str:
        """The target for reading."""
        del key, calendar
        return target_words(self._target(dict(record)), self._known())

    def typed_text(self, record: Record, calendar: Calendar) -> str:
        """The target as it can be typed."""
        return self.text("", record, calendar)

    def draft_text(self, draft: Mapping[str, JsonValue], calendar: Calendar) -> str:
        """The target of a record that is being made."""
        del calendar
        return target_words(self._target(draft), self._known())

    @staticmethod
    def _target(fields: Mapping[str, object]) -> Target:
        share = fields.get("share")
        return Target(
            str(fields.get("activity") or ""),
            str(fields.get("line") or ""),
            None if share is None else Decimal(str(share)),
            str(fields.get("set_aside") or ""),
        )

    def read(self, typed: str, record: Record | None, calendar: Calendar) -> dict[str, JsonValue]:
        """The fields of the target that was typed. Raises ValueError with what to type instead."""
        del record, calendar
        target = read_target(typed, self._known())
        share = None if target.share is None else format(target.share, "f")
        values: dict[str, JsonValue] = {"activity": target.activity, "line": target.line, "share": share}
        if self.asides:
            values["set_aside"] = target.set_aside
        return values
