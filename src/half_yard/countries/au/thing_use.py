"""What the window and the command line ask of shared things in Australia."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from half_yard.asked import Field, FieldKind, step_to
from half_yard.countries.au.thing_kinds import (
    BY_RATE,
    BY_SHORTCUT,
    COMMUTING,
    HOME,
    HOURS,
    HOUSE,
    KINDS,
    MEASURES,
    METHOD,
    PHONE,
    PLACE_OF_BUSINESS,
    VEHICLE,
)
from half_yard.countries.au.things import as_used, measured
from half_yard.countries.au.year_rules import rules_for
from half_yard.countries.dividing_things import ONLY
from half_yard.countries.shared_use import Method, SharedUse
from half_yard.countries.thing_checks import SharedThings, called, thing_findings
from half_yard.records import ClientFile, Edit
from half_yard.review import Finding, Level

SHARED = SharedThings(KINDS, MEASURES, frozenset({COMMUTING}), measured)


class AustraliaSharedUse(SharedUse):
    """Cars, homes with work done in them, places partly let, phones, machines (ITAA 1997 s 8-1)."""

    kinds = KINDS
    measures = MEASURES
    only = ONLY
    trips = {COMMUTING: "Commuting", "": "Private"}
    of_the_year = frozenset({"odometer_ended", HOURS})

    def fields(self, file: ClientFile, thing: str) -> Sequence[Field]:
        """Of a car the odometer."""
        if file.things[thing].kind != VEHICLE:
            return []
        path = f"/things/{thing}/facts"
        return [
            Field(f"{path}/odometer_begun", "Odometer, July 1", FieldKind.AMOUNT, optional=True),
            Field(f"{path}/odometer_ended", "Odometer, June 30", FieldKind.AMOUNT, optional=True),
        ]

    def use_fields(self, file: ClientFile, use: str) -> Sequence[Field]:
        """Of work at home the hours, and whether the home is a place of business."""
        record, path = file.uses[use], f"/uses/{use}"
        kind = file.things[record.thing].kind if record.thing in file.things else ""
        if kind != HOME or not record.activity:
            return []
        return [
            Field(f"{path}/facts/{HOURS}", "Hours worked at home", FieldKind.AMOUNT, optional=True,
                  hint="of the year, by a record"),
            Field(f"{path}/answers/{PLACE_OF_BUSINESS}", "The home is a place of business", FieldKind.ANSWER,
                  default=False, hint="clearly set apart for it; then rent, interest, rates count too"),
        ]  # fmt: skip

    def methods(self, file: ClientFile, thing: str) -> Sequence[Sequence[Method]]:
        """Of a car the kilometres or the log book, of work at home the rates or the costs."""
        record = file.things[thing]
        now = record.choices.get(METHOD, "")

        def method(key: str, title: str, sheet: str, line: str) -> Method:
            step = step_to(file, f"/things/{thing}/choices/{METHOD}", key)
            return Method(title, Edit(label=title, changes=(step,)), now == key, (sheet, line))

        activities = measured(file, thing).activities
        if record.kind == VEHICLE and activities:
            sheet = f"car.{thing}"
            return [[method("", "Log book", sheet, "all_log"),
                     method(BY_RATE, "Cents per kilometre", sheet, "all_rate")]]  # fmt: skip
        if record.kind == HOME and activities:
            sheet, first = f"home.{thing}", activities[0]
            found = [method("", "Actual costs", sheet, f"actual.{first}"),
                     method(BY_RATE, "Fixed rate", sheet, f"rate.{first}")]  # fmt: skip
            if rules_for(file.tax_year).has("home_shortcut_rate"):
                found.append(method(BY_SHORTCUT, "Shortcut", sheet, f"shortcut.{first}"))
            return [found]
        return []

    def as_used(self, file: ClientFile) -> ClientFile:
        """With the use of every asset of a thing."""
        return as_used(file)

    def sheets(self, file: ClientFile, thing: str) -> Sequence[str]:
        """The sheets of a thing, the chief one first."""
        first = {VEHICLE: [f"car.{thing}"], HOME: [f"home.{thing}"]}.get(file.things[thing].kind, [])
        return [*first, f"shared.{thing}"]


def shared_findings(file: ClientFile) -> Iterator[Finding]:
    """Everything found of shared things."""
    if not file.things:
        return
    yield from thing_findings(file, SHARED)
    in_rate = rules_for(file.tax_year).has("home_rate_has_phone")
    by_rate = {
        activity
        for key, thing in file.things.items()
        if thing.kind == HOME and thing.choices.get(METHOD) == BY_RATE and in_rate
        for activity in measured(file, key).activities
    }
    for key, thing in sorted(file.things.items()):
        served = set(measured(file, key).activities)
        if thing.kind == PHONE and served & by_rate:
            words = f"{called(thing)}: phone and internet are in the fixed rate of work at home already."
            yield Finding(
                Level.ERROR, words, f"/things/{key}", "Take the use out, or choose the actual costs."
            )
        if thing.kind == VEHICLE and any(file.activities[each].kind != "business" for each in served):
            words = f"{called(thing)}: driving to a residential rental is not deductible (ITAA 1997 s 26-31)."
            yield Finding(
                Level.ERROR,
                words,
                f"/things/{key}",
                "Take the use out: nothing of it arrives on the schedule.",
            )
        if thing.kind == HOUSE and any(file.activities[each].kind != "rental" for each in served):
            words = f"{called(thing)}: a place partly let serves a rental; work at home is a home."
            yield Finding(Level.ERROR, words, f"/things/{key}", "Mend the kind of thing, or the use.")
