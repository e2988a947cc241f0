"""The parts that are shown beneath a thing that serves several uses."""

from __future__ import annotations

from enum import Enum

from half_yard.asked import FieldKind
from half_yard.countries import Pack
from half_yard.records import ClientFile


class Part(Enum):
    """What stands beneath a thing: the title of its table."""

    USES = "Uses"
    COSTS = "Costs"
    LOG = "Log"
    CALENDAR = "Calendar"
    QUESTIONS = "Questions"

    @property
    def key(self) -> str:
        """The key that shows it."""
        return "Alt+Y" if self is Part.CALENDAR else f"Alt+{self.value[0]}"


def offered(pack: Pack, file: ClientFile, key: str) -> set[Part]:
    """The parts of a thing, by its kind and by what is asked of it; none where there is no such thing."""
    if key not in file.things:
        return set()
    kind = pack.shared.kinds.get(file.things[key].kind)
    found = {Part.USES, Part.COSTS}
    if kind is not None and kind.log:
        found.add(Part.LOG)
    if kind is not None and kind.calendar:
        found.add(Part.CALENDAR)
    if any(field.kind is FieldKind.ANSWER for field in pack.shared.fields(file, key)):
        found.add(Part.QUESTIONS)
    return found


def first_thing(file: ClientFile) -> str:
    """The thing that is shown first; empty where there is none."""
    return min(file.things, default="")
