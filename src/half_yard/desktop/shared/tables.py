"""The tables of a shared thing: its uses, its costs, its log, its calendar."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence

from pydantic import JsonValue
from PySide6.QtWidgets import QWidget

from half_yard.countries.shared_use import ThingKind
from half_yard.desktop.parts import TableBlock
from half_yard.desktop.tables import Column, Kind, RecordModel, Source
from half_yard.desktop.workspace import Workspace
from half_yard.records import Record, Stay, Trip, Use
from half_yard.records.choices import Option
from half_yard.records.client_file import Entry

HOUSEHOLD = "the household"


class ThingTables:
    """Makes the tables; each shows the records of the thing that is chosen."""

    def __init__(self, workspace: Workspace, thing: Callable[[], str], parent: QWidget) -> None:
        self._workspace = workspace
        self._thing = thing
        self._parent = parent

    # -- what they choose from -----------------------------------------------------------------------

    @property
    def _kind(self) -> ThingKind | None:
        thing = self._workspace.file.things.get(self._thing())
        return self._workspace.pack.shared.kinds.get(thing.kind) if thing else None

    def _activities(self) -> list[Option]:
        activities = sorted(self._workspace.file.activities.items())
        return [(key, item.name or "Not named") for key, item in activities if not item.archived]

    def _for_whom(self, record: Record | None) -> Sequence[Option]:
        del record
        return [*self._activities(), ("", HOUSEHOLD)]

    def _trip_for(self, record: Record | None) -> Sequence[Option]:
        del record
        return [*self._activities(), *self._workspace.pack.shared.trips.items()]

    def _only(self, record: Record | None) -> Sequence[Option]:
        del record
        thing, uses = self._thing(), self._workspace.file.uses.values()
        served = {use.activity for use in uses if use.thing == thing}
        own = [option for option in self._activities() if option[0] in served]
        return [("", "all its uses"), *own, *self._workspace.pack.shared.only.items()]

    def _stays(self, record: Record | None) -> Sequence[Option]:
        del record
        return list(self._workspace.pack.shared.stay_words)

    def _lines(self, record: Record | None) -> Sequence[Option]:
        del record
        kind = self._kind
        lines = kind.lines if kind else ()
        return [(line.key, words) for line in lines for words in (*line.also, line.title)]

    # -- the tables ----------------------------------------------------------------------------------

    def uses(self) -> TableBlock:
        """What it serves, and how much."""
        columns = (
            Column("For", Kind.CHOICE, "activity", options=self._for_whom, stretch=True),
            Column("How much", Kind.AMOUNT, "amount", optional=True, hint="in its measure, or arithmetic"),
            Column("From", Kind.DATE, "begins", hint="left empty: all year"),
            Column("Until", Kind.DATE, "ends"),
            Column("Percent", Kind.COMPUTED, shown=self._percent),
        )
        source = self._source("uses", "use", Use, ("activity",), "a use", self._measured)
        return self._block("Uses", source, columns, "what it serves, and how much of it")

    def costs(self) -> TableBlock:
        """What it costs, typed in full once."""
        columns = (
            Column("Date", Kind.DATE, "date", hint="month/day; may be left empty"),
            Column("Payee", Kind.TEXT, "payee", stretch=True),
            Column("Cost", Kind.CHOICE, "line", options=self._lines, later=True),
            Column("Amount", Kind.AMOUNT, "amount", hint="in full, or arithmetic such as 12*84.50"),
            Column("For", Kind.CHOICE, "only", options=self._only, hint="one use alone, or all"),
        )
        source = Source(
            "entries", "cost", Entry, lambda: {"activity": self._thing()}, ("amount",), "a new cost",
            hint_column=1, belongs=lambda entry: entry.activity == self._thing(), asked_for=self._thing,
            beside=self._named,
        )  # fmt: skip
        return self._block("Costs", source, columns, "each in full: the program divides it")

    def log(self) -> TableBlock:
        """The trips of a vehicle."""
        columns = (
            Column("Date", Kind.DATE, "date", hint="month/day"),
            Column("From", Kind.TEXT, "start"),
            Column("To", Kind.TEXT, "goal", stretch=True),
            Column("Purpose", Kind.TEXT, "purpose", stretch=True),
            Column("Miles", Kind.AMOUNT, "amount"),
            Column("For", Kind.CHOICE, "activity", options=self._trip_for),
        )
        source = self._source("trips", "trip", Trip, ("amount",), "a trip", self._named)
        return self._block("Log", source, columns, "each trip; commuting is never business")

    def calendar(self) -> TableBlock:
        """The days of a dwelling."""
        columns = (
            Column("First day", Kind.DATE, "begins", hint="month/day"),
            Column("Last day", Kind.DATE, "ends", hint="left empty: one day"),
            Column("Was", Kind.CHOICE, "kind", options=self._stays, stretch=True),
            Column("Who", Kind.TEXT, "guest"),
            Column("Days", Kind.COMPUTED, shown=self._days),
        )
        source = self._source("stays", "stay", Stay, ("begins",), "a stay", self._named)
        return self._block("Calendar", source, columns, "the days of the year, each stay once")

    def _source(
        self,
        collection: str,
        noun: str,
        record: type[Record],
        needed: Sequence[str],
        hint: str,
        beside: Callable[[], object],
    ) -> Source:
        def start() -> Mapping[str, JsonValue]:
            return {"thing": self._thing()}

        return Source(
            collection, noun, record, start, needed, hint,
            belongs=lambda item: item.thing == self._thing(), asked_for=self._thing, beside=beside,
        )  # fmt: skip

    def _block(self, name: str, source: Source, columns: Sequence[Column], words: str) -> TableBlock:
        model = RecordModel(self._workspace, source, columns, self._parent)
        block = TableBlock(name, model, words)
        block.table.record_current.connect(
            lambda path: self._workspace.look_at(path) if path and block.table.hasFocus() else None
        )
        return block

    def _named(self) -> object:
        """What says which names there are to choose from."""
        file = self._workspace.file
        return (file.activities, file.uses, file.things.get(self._thing()))

    def _measured(self) -> object:
        """What the percents of the uses rest on besides."""
        return (self._named(), self._workspace.file.trips)

    def _percent(self, key: str) -> str:
        use = self._workspace.file.uses[key]
        sheet = f"shared.{use.thing}"
        computation = self._workspace.computation
        if not use.activity or not computation.has_sheet(sheet):
            return ""
        same = [
            other
            for other, item in sorted(self._workspace.file.uses.items())
            if (item.thing, item.activity) == (use.thing, use.activity) and item.amount
        ]
        number = f".{same.index(key) + 1}" if len(same) > 1 and key in same else ""
        line = f"share.{use.activity}{number}"
        found = computation.sheet(sheet)
        return f"{round(found[line].amount, 2):f}%" if found.has(line) else ""

    def _days(self, key: str) -> str:
        stay = self._workspace.file.stays[key]
        if stay.begins is None:
            return ""
        return str(((stay.ends or stay.begins) - stay.begins).days + 1)
