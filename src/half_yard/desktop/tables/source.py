"""Which records a table shows, and what is known of them there."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from pydantic import JsonValue

from half_yard.records import Edit, Record


@dataclass(frozen=True)
class Source:
    """Which records a table shows: a collection of the file and what to call one of it.

    `belongs` looks at a record and at what was asked for (`asked_for`), at nothing else.
    `start` gives what a new one begins with, `needed` the fields it can't do without; `new_hint` stands in
    the row of a new one. `belongs` picks among the collection, which is shown whole otherwise. `beside` gives
    what else than its own record a row shows, to be compared with what it was; `fill_in` what follows from
    the fields typed so far, for those that are still empty; `ready` whether what was typed makes a
    record, where that is another thing than having all that is needed; `closed` says that none is typed
    anew, `take_out` what taking records out does, where it is not to remove them; `remark` what is worth
    saying of a record, whose amount then stands out; `group` what records are kept together by, while no
    column sorts.
    """

    collection: str
    noun: str
    record: type[Record]
    start: Callable[[], Mapping[str, JsonValue]]
    needed: Sequence[str]
    new_hint: str
    hint_column: int = 0
    belongs: Callable[[Any], bool] = lambda _record: True
    asked_for: Callable[[], object] = lambda: None
    beside: Callable[[], object] = lambda: None
    fill_in: Callable[[Mapping[str, JsonValue]], Mapping[str, JsonValue]] = lambda _typed: {}
    ready: Callable[[Mapping[str, JsonValue]], bool] | None = None
    remark: Callable[[str], str] = lambda _key: ""
    group: Callable[[Any], str] | None = None
    closed: bool = False
    take_out: Callable[[Sequence[str]], Edit] | None = None
